/** Propane to n-decane by volatility: a long mixture for timing. */
export const ALKANES = [
  'propane',
  'isobutane',
  'n-butane',
  'isopentane',
  'n-pentane',
  'n-hexane',
  'n-heptane',
  'n-octane',
  'n-nonane',
  'n-decane',
];
