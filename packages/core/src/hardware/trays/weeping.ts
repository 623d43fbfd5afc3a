/** Liquid that falls through the holes when vapour is too slow; velocities in the *holes*. */
import { densityRoot, GRAVITY } from '../loads.ts';
import type { Loads } from '../loads.ts';

/** Names of the methods of weeping. */
export type WeepingMethod = 'lockett' | 'eduljee';

/** Holes begin to weep below this Froude number: Lockett & Banik, Ind. Eng. Chem. Process Des. Dev. 25 (1986) 561; medium trust. */
export const WEEP_FROUDE = 2 / 3;

/** FrH = uh √{ρV/[g hL (ρL − ρV)]}: Lockett & Banik (1986). @param clear clear liquid, m */
export const holeFroude = (u: number, clear: number, loads: Loads): number => u / densityRoot(loads) / Math.sqrt(GRAVITY * clear);

/** m/s in the holes at which weeping begins, by the Froude number of two thirds. */
export const weepVelocity = (clear: number, loads: Loads): number => WEEP_FROUDE * densityRoot(loads) * Math.sqrt(GRAVITY * clear);

/**
 * m/s in the holes at which weeping begins: Eduljee, Brit. Chem. Eng. 4 (1959) 320; Coulson & Richardson, vol. 6: [K2 − 0.90(25.4 − dh)]/√ρV, dh in mm.
 * @param K2 of the chart, or `weepConstant`
 */
export const eduljeeVelocity = (K2: number, holeDiameter: number, { vapourDensity }: Loads): number =>
  (K2 - 0.9 * (25.4 - 1e3 * holeDiameter)) / Math.sqrt(vapourDensity);

/**
 * K2 of the chart of weir height and crest: one reading is held with certainty (30.6 at 72 mm), the ends within 1; straight between, theirs beyond.
 * Low trust: shown for comparison only.
 */
export function weepConstant(weirAndCrest: number): number {
  const mm = 1e3 * weirAndCrest;
  if (mm <= 72) return 26.5 + ((Math.max(mm, 10) - 10) / 62) * 4.1;
  return 30.6 + ((Math.min(mm, 120) - 72) / 48) * 0.9;
}
