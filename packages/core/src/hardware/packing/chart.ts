/**
 * The generalised pressure-drop chart: its flooding line by two fits, and Kister's flooding pressure drop. Packing factors in 1/m; velocities superficial.
 * The lines of the chart themselves are not remembered well enough to be built.
 */
import { GRAVITY } from '../loads.ts';
import type { Fluids } from './billetSchultes.ts';

/** Water at 20 °C, kg/m³: the chart was measured with it. */
const WATER = 998.2;

/** Ordinate at flooding, u²Fp/g · ρV/ρL · f: Prahl (1969), as Wankat fits the older line; medium trust. X flow parameter, 0.01 to 10. */
export function prahlOrdinate(X: number): number {
  const x = Math.log10(X);
  return 10 ** (-1.6678 - 1.085 * x - 0.29655 * x * x);
}

/** The same by Leva, Chem. Eng. Progress 88 (Jan. 1992) 65; Seader, Henley & Roper. */
export function levaOrdinate(X: number): number {
  const x = Math.log(X);
  return Math.exp(-3.7121 - 1.0371 * x - 0.1501 * x * x - 0.007544 * x ** 3);
}

/** Leva's factor of the liquid's density. @param ratio water's over the liquid's, 0.65 to 1.4 inverted */
export const levaDensity = (ratio: number): number => -0.8787 + 2.6776 * ratio - 0.6313 * ratio * ratio;

/** Leva's factor of the liquid's viscosity, Pa s; 0.3 to 20 mPa s. */
export const levaViscosity = (viscosity: number): number => 0.96 * (1e3 * viscosity) ** 0.19;

/** Vapour velocity at flooding, m/s, by Prahl's line. @param factor 1/m */
export const prahlVelocity = (X: number, factor: number, { vapourDensity, liquidDensity, liquidViscosity }: Fluids): number =>
  Math.sqrt(
    (prahlOrdinate(X) * GRAVITY * liquidDensity) /
      (factor * (WATER / liquidDensity) * (1e3 * liquidViscosity) ** 0.2 * vapourDensity),
  );

/** Vapour velocity at flooding, m/s, by Leva's line. @param factor 1/m */
export const levaVelocity = (X: number, factor: number, { vapourDensity, liquidDensity, liquidViscosity }: Fluids): number =>
  Math.sqrt(
    (levaOrdinate(X) * GRAVITY * WATER) /
      (factor * vapourDensity * levaDensity(WATER / liquidDensity) * levaViscosity(liquidViscosity)),
  );

/** Pa/m of 1 in of water in a ft. */
export const INCH_OF_WATER_PER_FOOT = (1000 * GRAVITY * 0.0254) / 0.3048;

/**
 * Pressure drop at which a packing floods, Pa/m: 0.115 Fp^0.7 in of water in a ft, Fp 10 to 60 per ft, 2.0 above.
 * Kister & Gill, Chem. Eng. Progress 87 (Feb. 1991) 32. @param factor 1/m
 */
export function floodingDrop(factor: number): number {
  const perFoot = factor * 0.3048;
  return INCH_OF_WATER_PER_FOOT * (perFoot > 60 ? 2 : 0.115 * perFoot ** 0.7);
}

/** Capacity parameter Cs Fp^½ ν^0.05 of the chart, ft/s, 1/ft and cSt. @param C C-factor, m/s @param kinematic m²/s */
export const capacityParameter = (C: number, factor: number, kinematic: number): number =>
  (C / 0.3048) * Math.sqrt(factor * 0.3048) * (1e6 * kinematic) ** 0.05;

/** K4 of the chart as Coulson & Richardson draw it: 13.1 (V*)² Fp (μL/ρL)^0.1 / [ρV(ρL − ρV)], Fp in 1/m. */
export const coulsonK4 = (
  massVelocity: number,
  factor: number,
  { vapourDensity, liquidDensity, liquidViscosity }: Fluids,
): number =>
  (13.1 * massVelocity ** 2 * factor * (liquidViscosity / liquidDensity) ** 0.1) /
  (vapourDensity * (liquidDensity - vapourDensity));
