import type { ColumnFeed, ColumnInput } from '../column/index.ts';
import { stateFrom } from '../equilibrium/index.ts';
import type { Known } from '../equilibrium/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { solvedValue } from './outcomes.ts';

/** A column with a total condenser and a kettle, without feeds and targets, but for what is said of it. */
export function plainColumn(model: ThermoModel, stages: number, P: number, more: Partial<ColumnInput>): ColumnInput {
  return {
    model,
    stages,
    top: 'total-condenser',
    bottom: 'kettle',
    subcooling: null,
    pressure: new Float64Array(stages).fill(P),
    efficiency: new Float64Array(stages * model.n).fill(1),
    heat: new Float64Array(stages),
    feeds: [],
    draws: [],
    pumpArounds: [],
    free: [],
    targets: [],
    ...more,
  };
}

/** @param z in any measure @param flow mol/s */
export function columnFeed(
  model: ThermoModel,
  z: ArrayLike<number>,
  flow: number,
  stage: number,
  P: number,
  known: Known,
): ColumnFeed {
  const sum = Array.from(z).reduce((a, b) => a + b, 0);
  const fractions = Float64Array.from(z, (x) => x / sum);
  const { flash, enthalpy, T } = solvedValue(stateFrom(model, fractions, { by: 'pressure', P }, known));
  const vapourFraction = flash.phases.length === 1 ? Number(flash.phases[0] === 'vapour') : flash.beta;
  return { stage, flows: fractions.map((x) => flow * x), enthalpy, T, P, vapourFraction };
}
