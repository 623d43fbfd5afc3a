/** What passes a place of a column: all that hydraulics and mass transfer ask of the mixture. */

/** m/s² */
export const GRAVITY = 9.80665;

/** Vapour and liquid that pass each other, SI. */
export interface Loads {
  vapour: number; // kg/s
  liquid: number; // kg/s
  vapourDensity: number; // kg/m³
  liquidDensity: number; // kg/m³
  vapourViscosity: number; // Pa s
  liquidViscosity: number; // Pa s
  surfaceTension: number; // N/m
  vapourDiffusivity: number | null; // m²/s; null where it cannot be told
  liquidDiffusivity: number | null; // m²/s
  /** λ = mV/L, the slope of equilibrium over that of operation; null where it cannot be told. */
  strippingFactor: number | null;
}

export const vapourVolume = ({ vapour, vapourDensity }: Loads): number => vapour / vapourDensity; // m³/s
export const liquidVolume = ({ liquid, liquidDensity }: Loads): number => liquid / liquidDensity; // m³/s

/** Flow parameter (L/V)√(ρV/ρL), with mass flows: Sherwood, Shipley & Holloway (1938). */
export const flowParameter = ({ vapour, liquid, vapourDensity, liquidDensity }: Loads): number =>
  (liquid / vapour) * Math.sqrt(vapourDensity / liquidDensity);

/** F-factor u√ρV, Pa^½, at a vapour velocity in m/s. */
export const fFactor = (velocity: number, { vapourDensity }: Loads): number => velocity * Math.sqrt(vapourDensity);

/** C-factor u√[ρV/(ρL − ρV)], m/s: Souders & Brown, Ind. Eng. Chem. 26 (1934) 98. */
export const cFactor = (velocity: number, loads: Loads): number => velocity / densityRoot(loads);

/** √[(ρL − ρV)/ρV] */
export const densityRoot = ({ vapourDensity, liquidDensity }: Loads): number =>
  Math.sqrt((liquidDensity - vapourDensity) / vapourDensity);

/** The same liquid and vapour, so many times as much of both. */
export const scaled = (loads: Loads, factor: number): Loads => ({
  ...loads,
  vapour: factor * loads.vapour,
  liquid: factor * loads.liquid,
});
