/** Times of rigorous columns, first profile included; bundled by scripts/bench.mjs and run by plain Node. */
import { flowOf, moles, refluxRatio, solveColumn } from '../src/column/index.ts';
import type { ColumnInput } from '../src/column/index.ts';
import { bubbleTemperature, phaseEnthalpy } from '../src/equilibrium/index.ts';
import { databankModel } from '../src/testing/mixtures.ts';
import { ALKANES } from './alkanes.ts';
import { time } from './timing.ts';

/** Equal parts of these by Peng-Robinson, a boiling liquid on the stage half-way, half of it overhead. */
function columnOf(names: string[], stages: number, P: number, reflux: number): ColumnInput {
  const model = databankModel(names, 'peng-robinson');
  const z = new Float64Array(model.n).fill(1 / model.n);
  const bubble = bubbleTemperature(model, P, z, new Float64Array(model.n));
  if (bubble.state !== 'solved') throw new Error('no bubble point');
  const T = bubble.value;
  return {
    model,
    stages,
    top: 'total-condenser',
    bottom: 'kettle',
    pressure: new Float64Array(stages).fill(P),
    subcooling: null,
    efficiency: new Float64Array(stages * model.n).fill(1),
    heat: new Float64Array(stages),
    draws: [],
    pumpArounds: [],
    free: [],
    feeds: [
      {
        stage: stages >> 1,
        flows: z.map((x) => 100 * x),
        enthalpy: phaseEnthalpy(model, 'liquid', T, P, z),
        T,
        vapourFraction: 0,
      },
    ],
    targets: [
      { quantity: refluxRatio(moles(model.n)), value: reflux },
      { quantity: flowOf({ at: 'overhead' }, moles(model.n)), value: 50 },
    ],
  };
}

const withReflux = (input: ColumnInput, value: number): ColumnInput => ({
  ...input,
  targets: [{ ...input.targets[0], value }, input.targets[1]],
});

const five = columnOf(ALKANES.slice(0, 5), 30, 8e5, 2);
const ten = columnOf(ALKANES, 30, 4e5, 2);
const close = columnOf(['isobutane', 'n-butane'], 120, 6e5, 8);
const before = solveColumn(five);
if (before.state !== 'solved') throw new Error('the first column has no answer');

const RUNS = 150;

const timings = [
  time(
    'Column of 30 stages, 5 components by Peng-Robinson, cold',
    15,
    (k) => solveColumn(withReflux(five, 2 + (k % 50) / 100)),
    RUNS,
  ),
  time(
    'Column of 30 stages, 5 components, warm (reflux 2 % more)',
    5,
    () => solveColumn(withReflux(five, 2.04), { before: before.value }),
    RUNS,
  ),
  time('Column of 30 stages, 10 components, cold', 50, (k) => solveColumn(withReflux(ten, 2 + (k % 50) / 100)), RUNS),
  time('Column of 120 stages, 2 components, cold', 50, (k) => solveColumn(withReflux(close, 8 + (k % 50) / 50)), RUNS),
];
console.log(JSON.stringify(timings));
