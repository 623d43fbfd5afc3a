import type { Warning } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** Correlations that do not reach to T. */
export function extrapolations(model: ThermoModel, ...temperatures: number[]): Warning[] {
  const found = new Map<string, Warning>();
  for (const T of temperatures)
    for (const range of model.outsideRange(T)) found.set(`${range.name} ${range.property}`, { code: 'extrapolated', T, ...range });
  return [...found.values()];
}
