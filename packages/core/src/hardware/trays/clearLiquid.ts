/**
 * Liquid and froth on a sieve tray: Bennett, Agrawal & Cook, AIChE J. 29 (1983) 434, on the *active* area, in the froth regime.
 * @example of the tray of docs/validation: clear liquid 23.3 mm
 */
import { cFactor, GRAVITY, liquidVolume, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { trayAreas, weirLoad } from './geometry.ts';
import type { Tray } from './geometry.ts';

/** Clear liquid and froth of a tray. */
export interface Froth {
  clear: number; // m, of liquid without bubbles
  /** Liquid, of the froth's volume. */
  density: number;
  height: number; // m, of the froth
}

/** φe = exp(−12.55 Ks^0.91), Ks the C-factor on the active area in m/s. */
export const frothDensity = (Ks: number): number => Math.exp(-12.55 * Ks ** 0.91);

/** C of the weir term, by its height in m. */
export const weirConstant = (weirHeight: number): number => 0.501 + 0.439 * Math.exp(-137.8 * weirHeight);

/** hL = φe [hw + C (q/φe)^⅔] */
export function clearLiquid(tray: Tray, loads: Loads): Froth {
  const areas = trayAreas(tray);
  const density = frothDensity(cFactor(vapourVolume(loads) / areas.active, loads));
  const q = weirLoad(liquidVolume(loads), areas);
  const clear = density * (tray.weirHeight + weirConstant(tray.weirHeight) * (q / density) ** (2 / 3));
  return { clear, density, height: clear / density };
}

/** Bennett's head of the surface tension, m of liquid; it belongs to his clear liquid. */
export const residualHead = (holeDiameter: number, { surfaceTension, liquidDensity, vapourDensity }: Loads): number =>
  (6 / (1.27 * liquidDensity)) *
  (surfaceTension / GRAVITY) ** (2 / 3) *
  ((liquidDensity - vapourDensity) / holeDiameter) ** (1 / 3);

/** Head of a bubble as large as its hole, 6σ/(gρL dh), m: Treybal; shown beside Bennett's. */
export const sphereHead = (holeDiameter: number, { surfaceTension, liquidDensity }: Loads): number =>
  (6 * surfaceTension) / (GRAVITY * liquidDensity * holeDiameter);
