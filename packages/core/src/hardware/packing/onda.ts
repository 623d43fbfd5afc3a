/** Wetted area and coefficients of random packing: Onda, Takeuchi & Okumoto, J. Chem. Eng. Japan 1 (1968) 56. */
import { GRAVITY } from '../loads.ts';
import type { Fluids } from './billetSchultes.ts';

/**
 * aw/a = 1 − exp[−1.45 (σc/σ)^0.75 Re^0.1 Fr^−0.05 We^0.2]; kL in m/s; kG in m/s (by concentration: kG[mol/(m² s Pa)] RT).
 * @param liquid, vapour kg/(m² s)
 * @param packing area m²/m³, size m, critical tension N/m
 */
export function onda(
  liquid: number,
  vapour: number,
  { area, size, criticalTension }: { area: number; size: number; criticalTension: number },
  { liquidDensity, liquidViscosity, surfaceTension, vapourDensity, vapourViscosity }: Fluids & { surfaceTension: number },
  diffusivity: { vapour: number; liquid: number },
) {
  const Re = liquid / (area * liquidViscosity);
  const Fr = (liquid ** 2 * area) / (liquidDensity ** 2 * GRAVITY);
  const We = liquid ** 2 / (liquidDensity * surfaceTension * area);
  const wetted = -Math.expm1(-1.45 * (criticalTension / surfaceTension) ** 0.75 * Re ** 0.1 * Fr ** -0.05 * We ** 0.2);
  const scale = area * size;
  const kL =
    0.0051 *
    (liquid / (wetted * area * liquidViscosity)) ** (2 / 3) *
    (liquidViscosity / (liquidDensity * diffusivity.liquid)) ** -0.5 *
    scale ** 0.4 *
    Math.cbrt((liquidViscosity * GRAVITY) / liquidDensity);
  const kG =
    (size < SMALL ? 2 : 5.23) *
    (vapour / (area * vapourViscosity)) ** 0.7 *
    Math.cbrt(vapourViscosity / (vapourDensity * diffusivity.vapour)) *
    scale ** -2 *
    area *
    diffusivity.vapour;
  return {
    wetted,
    kL,
    kG,
    HG: vapour / vapourDensity / (kG * wetted * area),
    HL: liquid / liquidDensity / (kL * wetted * area),
  };
}

/** m: smaller packing has another constant. */
const SMALL = 0.015;

/** Cornell, Knapp & Fair (1960), HL = 0.305 φh ScL^½ K3 (Z/3.05)^0.15, m, as Coulson & Richardson use it; φh and K3 of charts. */
export const cornellHL = (phi: number, Sc: number, K3: number, height: number): number =>
  0.305 * phi * Math.sqrt(Sc) * K3 * (height / 3.05) ** 0.15;
