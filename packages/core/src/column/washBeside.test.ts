/** The washing estimate beside the stage-by-stage column, over random washes; and the least liquid of a rich gas. */
import { describe, expect, test } from 'vitest';
import type { ModelName } from '@keen-ladder/schema';
import { estimateAbsorber, isRough, toFraction, toRatio, transferLimit } from '../absorption/index.ts';
import type { AbsorberEstimate } from '../absorption/index.ts';
import { stateFrom } from '../equilibrium/index.ts';
import { databankModel, plainColumn, randomNumbers } from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { solveColumn } from './index.ts';
import type { SolvedColumn } from './index.ts';

/** Solute, carrier, washing liquid. */
const WASHES: [string, string, string, ModelName, number][] = [
  ['carbon dioxide', 'methane', 'propylene carbonate', 'peng-robinson', 80e5],
  ['acetone', 'nitrogen', 'water', 'unifac', 10e5],
  ['propane', 'methane', 'n-decane', 'peng-robinson', 80e5],
  ['carbon dioxide', 'nitrogen', 'methanol', 'srk', 80e5],
  ['hydrogen sulfide', 'methane', 'N-methyl-2-pyrrolidone', 'peng-robinson', 80e5],
  ['ammonia', 'nitrogen', 'water', 'ideal', 10e5],
];

interface Washed {
  words: string;
  fed: number;
  estimate: AbsorberEstimate;
  column: SolvedColumn;
}

function streamOf(model: ThermoModel, parts: number[], flow: number, T: number, P: number) {
  const total = parts.reduce((a, b) => a + b, 0);
  const z = Float64Array.from(parts, (part) => part / total);
  const state = stateFrom(model, z, { by: 'temperature', T }, { by: 'pressure', P });
  if (state.state !== 'solved') return undefined;
  const { phases, beta } = state.value.flash;
  const vapourFraction = phases.length === 1 ? Number(phases[0] === 'vapour') : beta;
  return { flows: z.map((x) => x * flow), T, P, enthalpy: state.value.enthalpy, vapourFraction };
}

function* washes(seed: number, count: number): Generator<Washed> {
  const random = randomNumbers(seed);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const spread = (low: number, high: number): number => low * (high / low) ** random();
  for (let made = 0; made < count;) {
    const [solute, carrier, liquid, name, highest] = WASHES[Math.floor(random() * WASHES.length)];
    const model = databankModel([solute, carrier, liquid], name, { henry: 'by-data' });
    const P = spread(1.5e5, highest);
    const share = spread(1e-3, 0.8);
    const stages = 2 + Math.floor(random() * 20);
    const gas = streamOf(model, [share, 1 - share, 1e-6], 1000, between(290, 320), P);
    const wash = streamOf(model, [1e-6, 1e-6, 1], spread(20, 3000), between(285, 310), P);
    if (gas === undefined || wash === undefined || gas.vapourFraction < 0.99) continue;
    const answer = estimateAbsorber({
      model,
      gas,
      liquid: wash,
      pressure: { top: P, bottom: P },
      find: { find: 'recovery', stages },
    });
    const feeds = [
      { stage: 1, ...wash },
      { stage: stages, ...gas },
    ];
    const found = solveColumn(plainColumn(model, stages, P, { top: 'none', bottom: 'none', feeds }));
    if (answer.state !== 'solved' || found.state !== 'solved') continue;
    made++;
    const words = `${solute} ${share} from ${carrier} at ${P} Pa into ${wash.flows[2]} of ${liquid}, ${stages} stages`;
    yield { words, fed: gas.flows[0], estimate: answer.value, column: found.value };
  }
}

describe('the washing estimate', () => {
  test('200 random washes: what it misses by much it marks itself', { timeout: 120_000 }, () => {
    const unmarked: string[] = [];
    let marked = 0;
    for (const { words, fed, estimate, column } of washes(23, 200)) {
      const { saturation, temperature } = estimate;
      const isMarked = isRough({ saturation, temperature });
      if (isMarked) marked++;
      const missed = Math.abs(estimate.gasOut[0] - column.overhead[0]) / fed;
      if (!isMarked && missed > 0.12) unmarked.push(`${missed}: ${words}`);
    }
    expect(unmarked.length, unmarked.join('\n')).toBeLessThanOrEqual(2);
    expect(marked).toBeLessThan(80);
  });

  test('carbon dioxide from a rich methane into propylene carbonate: an answer beyond equilibrium says so', () => {
    const model = databankModel(['carbon dioxide', 'methane', 'propylene carbonate'], 'peng-robinson');
    const P = 70e5;
    const gas = streamOf(model, [0.7, 0.3, 1e-9], 1000, 300, P);
    const liquid = streamOf(model, [1e-9, 1e-9, 1], 1000, 300, P);
    if (gas === undefined || liquid === undefined) throw new Error('no streams');
    const answer = estimateAbsorber({
      model,
      gas,
      liquid,
      pressure: { top: P, bottom: P },
      find: { find: 'recovery', stages: 10 },
    });
    if (answer.state !== 'solved') throw new Error(answer.state);
    expect(isRough(answer.value)).toBe(true);
  });
});

describe('the least liquid', () => {
  // y* = m x of a solute whose own vapour (m) is less than the gas holds of it, and a curve with a bend.
  const curves: [string, (x: number) => number][] = [
    ['straight, m 0.4', (x) => 0.4 * x],
    ['straight, m 2', (x) => 2 * x],
    ['concave', (x) => (0.6 * x * 8) / (1 + 7 * x)],
    ['convex', (x) => 0.3 * x + 0.5 * x * x],
  ];
  test.each(curves)('never falls when the gas grows richer, its purity below kept, and never leaps: %s', (_words, equilibrium) => {
    const purity = toRatio(0.001);
    let before = 0;
    for (let k = 1; k <= 90; k++) {
      const gasIn = toRatio(0.01 * k);
      const transfer = { kind: 'absorption' as const, equilibrium, gasIn, liquidIn: 0 };
      const { slope } = transferLimit(transfer, 1 - purity / gasIn);
      expect(slope).toBeGreaterThanOrEqual(before * (1 - 1e-9));
      // The line may not cut the curve anywhere below the gas: looked at by itself, on a fine grid of liquids.
      for (let x = 1e-4; x < 1; x += 1e-3) {
        const [X, Y] = [toRatio(x), toRatio(Math.min(equilibrium(x), 1 - 1e-12))];
        if (Y < gasIn) expect(purity + slope * X).toBeGreaterThanOrEqual(Y * (1 - 1e-6));
      }
      if (k > 1) expect(slope).toBeLessThan(3 * before);
      before = slope;
    }
    expect(toFraction(toRatio(0.3))).toBeCloseTo(0.3, 12);
  });
});
