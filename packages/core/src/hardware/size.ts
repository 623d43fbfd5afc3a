/** The diameter at which the worst place of a section comes to the share that is wanted; then the next one that is made. */

import { bracketedRoot } from '../numerics/index.ts';
import { boundedLog } from './range.ts';

/** Diameters between which one is sought, m. */
const [LEAST, MOST] = [0.02, 60];

/**
 * The smallest diameter, m, at which no share is above 1.
 * @param worst largest share of its limit anywhere in the section at a diameter; falls as the column widens
 * @returns undefined where even the widest does not do
 */
export function diameterFor(worst: (diameter: number) => number): number | undefined {
  const miss = (logarithm: number): number => boundedLog(worst(Math.exp(logarithm)));
  const [low, high] = [Math.log(LEAST), Math.log(MOST)];
  if (!(miss(high) <= 0)) return undefined;
  return miss(low) <= 0 ? LEAST : Math.exp(bracketedRoot(miss, low, high, 1e-12));
}

/** Diameters that are made: by 50 mm to 1 m, by 100 mm above; in feet by half a foot. Common practice. */
export function nextStandard(diameter: number, system: 'metric' | 'feet'): number {
  const step = system === 'feet' ? 0.1524 : diameter <= 1 ? 0.05 : 0.1;
  return Number((Math.ceil(diameter / step - 1e-9) * step).toFixed(4));
}
