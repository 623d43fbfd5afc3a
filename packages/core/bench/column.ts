/** Times of rigorous columns, first profile included; bundled by scripts/bench.mjs and run by plain Node. */
import { flowOf, moles, refluxRatio, solveColumn } from '../src/column/index.ts';
import type { ColumnInput } from '../src/column/index.ts';
import { ColumnEquations } from '../src/column/equations.ts';
import { NewtonStep } from '../src/column/newton.ts';
import { startProfile } from '../src/column/start.ts';
import { columnFeed, plainColumn } from '../src/testing/columns.ts';
import { databankModel } from '../src/testing/mixtures.ts';
import { ALKANES } from './alkanes.ts';
import { time } from './timing.ts';

/** Equal parts of these by Peng-Robinson, a boiling liquid on the stage half-way, so much of 100 mol/s of it overhead. */
function columnOf(names: string[], stages: number, P: number, reflux: number, overhead = 50): ColumnInput {
  const model = databankModel(names, 'peng-robinson');
  const z = new Float64Array(model.n).fill(1 / model.n);
  return plainColumn(model, stages, P, {
    feeds: [columnFeed(model, z, 100, stages >> 1, P, { by: 'vapour-fraction', beta: 0 })],
    targets: [
      { quantity: refluxRatio(moles(model.n)), value: reflux },
      { quantity: flowOf({ at: 'overhead' }, moles(model.n)), value: overhead },
    ],
  });
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
/** So many that what the measuring itself leaves does not count. */
const STEPS = 5000;

const work = new ColumnEquations(five);
startProfile(work, 5);
const stepper = new NewtonStep(work);
work.evaluate();
const step = (): void => {
  work.system.solve();
  stepper.keep();
  stepper.step();
  work.evaluate();
};

/**
 * Floating-point operations of one step of Newton's: elimination of the blocks (2 m² (m + k + 1) for the block to the left, 2 m² (2 m + k + 1 − m/2) for the
 * block itself, m = 2 n + 1 unknowns, k handles) and some 30 n² + 100 n for either phase on every stage.
 */
function operationsOfStep(n: number, stages: number, handles: number): number {
  const m = 2 * n + 1;
  const elimination = 2 * m * m * (m + handles + 1) + 2 * m * m * (1.5 * m + handles + 1);
  return stages * (elimination + 2 * (30 * n * n + 100 * n));
}

/** Bytes that a step leaves behind: the heap before and after many, nothing collected between. */
function bytesOfStep(): number {
  for (let k = 0; k < 4000; k++) step();
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  for (let k = 0; k < STEPS; k++) step();
  return Math.max(0, (process.memoryUsage().heapUsed - before) / STEPS);
}

/** Of the process after a column of 200 stages and 10 components, MB more than before. */
function memoryOfLarge(): number {
  globalThis.gc?.();
  const { heapUsed, external } = process.memoryUsage();
  const large = columnOf(ALKANES, 200, 4e5, 2);
  const kept = new ColumnEquations(large);
  startProfile(kept, 5);
  kept.system.solve();
  const now = process.memoryUsage();
  return (now.heapUsed + now.external - heapUsed - external) / 1e6;
}

const megaflops = operationsOfStep(5, 30, 2) / 1e6;
const grown = [20, 200].map((stages) => columnOf(ALKANES.slice(0, 5), stages, 8e5, 2));
const [short, long] = grown.map((input) => time('', null, () => solveColumn(input), 60).median);

/** The distillate exactly the light part of the feed, as everybody types it first: nothing but the stages holds the front between two pure products. */
const sharp = ([5, 10] as const).map((n) => {
  const of = (stages: number): ColumnInput => columnOf(ALKANES.slice(0, n), stages, n === 5 ? 8e5 : 4e5, 2, n === 5 ? 40 : 50);
  const [few, many] = [20, 200].map((stages) => time('', null, () => solveColumn(of(stages)), stages === 20 ? 60 : 15).median);
  return { n, many, times: many / few };
});

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
  time(
    `One Newton step of 30 stages, 5 components: ${megaflops.toFixed(2)} Mflop, ${megaflops.toFixed(2)} ms at 1 Gflop/s`,
    Number((3 * megaflops).toFixed(2)),
    step,
    600,
  ),
];
const facts = [
  {
    name: 'Column of 200 stages against 20, 5 components, cold',
    value: `${(long / short).toFixed(1)} times the time`,
    goal: '≤ 11 times',
  },
  ...sharp.map(({ n, many, times }) => ({
    name: `Sharp split of ${n} components: 200 stages, cold, and against 20`,
    value: `${many.toFixed(0)} ms, ${times.toFixed(1)} times the time`,
    goal: `≤ ${n === 5 ? 120 : 400} ms, ≤ 15 times`,
  })),
  { name: 'Left behind by one Newton step, 30 stages, 5 components', value: `${bytesOfStep().toFixed(0)} bytes`, goal: '0 bytes' },
  { name: 'Memory of a column of 200 stages, 10 components', value: `${memoryOfLarge().toFixed(0)} MB`, goal: '' },
];
console.log(JSON.stringify({ timings, facts }));
