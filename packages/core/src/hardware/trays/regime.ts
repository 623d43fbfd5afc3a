/** What is on a tray: froth, spray of drops, or an emulsion that runs as a liquid does. */
import type { Loads } from '../loads.ts';

/** Names of the regimes. */
export type Regime = 'spray' | 'froth' | 'emulsion';

/** hL/dh below which there is spray: 2.78 uh √(ρV/ρL), uh in m/s. Lockett, Trans IChemE 59 (1981) 26; Distillation Tray Fundamentals (1986). */
export const sprayBelow = (u: number, { vapourDensity, liquidDensity }: Loads): number =>
  2.78 * u * Math.sqrt(vapourDensity / liquidDensity);

/**
 * Spray after Lockett; emulsion where F > 3 b hL after Hofhuis & Zuiderweg, IChemE Symp. Ser. 56 (1979) 2.2/1 (medium trust).
 * @param clear clear liquid, m
 * @param weirPerArea weir length over the active area, 1/m
 */
export function regimeOf(u: number, clear: number, holeDiameter: number, F: number, weirPerArea: number, loads: Loads): Regime {
  if (clear / holeDiameter < sprayBelow(u, loads)) return 'spray';
  return F > 3 * weirPerArea * clear ? 'emulsion' : 'froth';
}
