/** Pressure drop by a dry packing factor: Robbins, Chem. Eng. Progress 87 (May 1991) 87. */
import { INCH_OF_WATER_PER_FOOT } from './chart.ts';
import type { Fluids } from './billetSchultes.ts';

const LB_PER_FT2_H = 0.45359237 / 0.3048 ** 2 / 3600; // kg/(m² s)
const LB_PER_FT3 = 0.45359237 / 0.3048 ** 3; // kg/m³
const HIGH_PRESSURE = 101_325; // Pa

/** Up to this liquid rate Lf, lb/(h ft²), the constants are exact. */
export const ROBBINS_MOST_LIQUID = 20_000;

/**
 * ΔP = P0 + 0.4 (Lf/20000)^0.1 P0⁴, P0 = C1 Gf² 10^(C2 Lf), in in of water a ft, lb/(h ft²), lb/ft³ and mPa s.
 * @param liquid, vapour kg/(m² s)
 * @param factor dry packing factor, 1/m
 * @param P Pa: above 1 atm the vapour counts for more
 * @returns Pa/m, with Lf and Gf
 */
export function robbinsDrop(
  liquid: number,
  vapour: number,
  factor: number,
  { vapourDensity, liquidDensity, liquidViscosity }: Fluids,
  P: number,
): { value: number; Lf: number; Gf: number; P0: number } {
  const perFoot = factor * 0.3048;
  const gasDensity = vapourDensity / LB_PER_FT3;
  const size = perFoot > 200 ? Math.sqrt(20 / perFoot) : perFoot < 15 ? Math.sqrt(20 / perFoot) : Math.sqrt(perFoot / 20);
  const pressure = P > HIGH_PRESSURE ? 10 ** (0.3 * gasDensity) : 1;
  const Gf = (vapour / LB_PER_FT2_H) * Math.sqrt(0.075 / gasDensity) * Math.sqrt(perFoot / 20) * pressure;
  const density = 62.4 / (liquidDensity / LB_PER_FT3);
  const Lf = (liquid / LB_PER_FT2_H) * density * size * (1e3 * liquidViscosity) ** 0.1;
  const P0 = 7.4e-8 * Gf ** 2 * 10 ** (2.7e-5 * Lf);
  return { value: INCH_OF_WATER_PER_FOOT * (P0 + 0.4 * (Lf / ROBBINS_MOST_LIQUID) ** 0.1 * P0 ** 4), Lf, Gf, P0 };
}
