/** Where something leaves a drum. */
export const DRUM_PLACES = [
  { id: 'vapour', name: 'vapour' },
  { id: 'liquid', name: 'liquid' },
];
