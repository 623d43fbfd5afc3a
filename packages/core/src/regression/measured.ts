/** Measured equilibrium data of two components, SI; what was not measured is null. */
import type { MeasuredPoint, Uncertainty } from '@keen-ladder/schema';

/** Of careful measurements (common practice). */
export const USUAL_UNCERTAINTY: Readonly<Uncertainty> = { T: 0.1, P: 0.005, y: 0.005, gamma: 0.05 };

/** Whether the points were measured at one pressure: then temperatures are compared, else pressures. */
export function isIsobaric(points: readonly MeasuredPoint[]): boolean {
  const pressures = points.flatMap(({ P }) => (P === null ? [] : [P]));
  return pressures.length > 1 && Math.max(...pressures) / Math.min(...pressures) < ONE_PRESSURE;
}

const ONE_PRESSURE = 1.01;
