/** Measured equilibrium data of two components, SI; what was not measured is null. */

export interface MeasuredPoint {
  /** Mole fraction of the first component in the liquid and in the vapour. */
  x: number;
  y: number | null;
  T: number; // K
  P: number | null; // Pa
  /** Activity coefficients of both. */
  gamma: [number | null, number | null];
}

/** Standard uncertainties that weight what was measured: the larger, the less a deviation counts. */
export interface Uncertainty {
  T: number; // K
  /** Of the pressure, relative. */
  P: number;
  y: number; // mol/mol
  /** Of an activity coefficient, relative. */
  gamma: number;
}

/** Of careful measurements (common practice). */
export const USUAL_UNCERTAINTY: Readonly<Uncertainty> = { T: 0.1, P: 0.005, y: 0.005, gamma: 0.05 };

/** Whether the points were measured at one pressure: then temperatures are compared, else pressures. */
export function isIsobaric(points: readonly MeasuredPoint[]): boolean {
  const pressures = points.flatMap(({ P }) => (P === null ? [] : [P]));
  return pressures.length > 1 && Math.max(...pressures) / Math.min(...pressures) < ONE_PRESSURE;
}

const ONE_PRESSURE = 1.01;
