/** Where something leaves a drum. */
export const DRUM_PLACES: readonly { id: 'vapour' | 'liquid'; name: string }[] = [
  { id: 'vapour', name: 'vapour' },
  { id: 'liquid', name: 'liquid' },
];
