import { describe, expect, test } from 'vitest';
import { binaryCurve, entriesOf, minimumReflux, minimumStages, oneFeed } from '../binary/index.ts';
import { orientedPair } from '../databank/index.ts';
import { bracketedRoot } from '../numerics/index.ts';
import { buildModel } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import {
  columnFeed,
  constantVolatility,
  databankModel,
  databankRecord,
  nrtlMixture,
  nrtlPairs,
  ofVolatilities,
  plainColumn,
  solvedValue,
  withConstantHeats,
} from '../testing/index.ts';
import { feedStages, fewestStages, fractionOf, keysOf, leastReflux, moles, recoveryOf, solveColumn } from './index.ts';
import type { ColumnInput, FeedStage, Keys, LeastReflux, SolvedColumn } from './index.ts';

const P = 101325;

function pairModel(first: string, second: string): ThermoModel {
  const components = [databankRecord(first), databankRecord(second)];
  const pair = orientedPair(nrtlPairs, components[0].id, components[1].id);
  return solvedValue(buildModel(nrtlMixture(components, pair ? [pair] : [])));
}

/** A column of two components with these purities, its feed of this vapour fraction. */
function binaryColumn(model: ThermoModel, stages: number, feedStage: number, z: number, beta: number, xD: number, xB: number) {
  const feeds = [columnFeed(model, [z, 1 - z], 100, feedStage, P, { by: 'vapour-fraction', beta })];
  const targets = [
    { quantity: fractionOf({ at: 'overhead' }, [0], moles(2)), value: xD },
    { quantity: fractionOf({ at: 'bottoms' }, [0], moles(2)), value: xB },
  ];
  return plainColumn(model, stages, P, { feeds, targets });
}

interface Known {
  input: ColumnInput;
  found: SolvedColumn;
  keys: Keys;
}

function known(input: ColumnInput): Known {
  const found = solvedValue(solveColumn(input));
  const keys = keysOf(input, found);
  if (keys === undefined) throw new Error('no keys');
  return { input, found, keys };
}

const least = ({ input, found, keys }: Known): LeastReflux => solvedValue(leastReflux(input, found, keys));

describe('least reflux of the column itself', () => {
  test.each([
    [2.5, 0.5, 0, 0.98, 0.02],
    [1.4, 0.4, 0, 0.95, 0.05],
    [2.0, 0.3, 1, 0.99, 0.01],
    [3.5, 0.6, 0.5, 0.995, 0.005],
  ])('volatility %d, z %d, vapour %d: as the lines of McCabe & Thiele cross the curve', (alpha, z, beta, xD, xB) => {
    const model = withConstantHeats(constantVolatility(alpha));
    const result = least(known(binaryColumn(model, alpha < 2 ? 60 : 30, alpha < 2 ? 30 : 15, z, beta, xD, xB)));
    // The pinch stands where the feed's own line, y = (z − (1 − β) x)/β, meets y = αx/(1 + (α − 1)x).
    const y = (x: number): number => (alpha * x) / (1 + (alpha - 1) * x);
    const pinch = beta === 0 ? z : bracketedRoot((x) => (1 - beta) * x + beta * y(x) - z, 0, z, 1e-14);
    const minimum = (xD - y(pinch)) / (y(pinch) - pinch);
    expect(result.reflux / minimum).toBeCloseTo(1, 3);
    expect(result.pinches.some(({ x, isPoint }) => isPoint && Math.abs(x[0] - pinch) < 2e-3)).toBe(true);
  });

  test.each([
    [
      [6, 2.2, 1, 0.3],
      [0.2, 0.3, 0.3, 0.2],
    ],
    [
      [4, 3, 1.5, 1],
      [0.1, 0.4, 0.4, 0.1],
    ],
    [
      [9, 2, 1.4, 0.5, 0.2],
      [0.1, 0.3, 0.35, 0.15, 0.1],
    ],
  ])('volatilities %j: as Underwood’s equations', (alphas, z) => {
    const model = withConstantHeats(ofVolatilities(alphas));
    const n = alphas.length;
    const [light, heavy] = [1, 2];
    const feeds = [columnFeed(model, z, 100, 20, P, { by: 'vapour-fraction', beta: 0 })];
    const targets = [
      { quantity: recoveryOf({ at: 'overhead' }, [light], moles(n)), value: 0.98 },
      { quantity: recoveryOf({ at: 'overhead' }, [heavy], moles(n)), value: 0.02 },
    ];
    const all = known(plainColumn(model, 40, P, { feeds, targets }));
    expect(all.keys).toEqual({ light, heavy });
    const result = least(all);
    // What is lighter and heavier than the keys does not distribute at the minimum; Underwood (1948).
    const d = z.map((part, i) => 100 * part * (i < light ? 1 : i > heavy ? 0 : i === light ? 0.98 : 0.02));
    const theta = bracketedRoot(
      (t) => alphas.reduce((sum, alpha, i) => sum + (alpha * z[i]) / (alpha - t), 0),
      alphas[heavy] + 1e-9,
      alphas[light] - 1e-9,
      1e-14,
    );
    const vapour = alphas.reduce((sum, alpha, i) => sum + (alpha * d[i]) / (alpha - theta), 0);
    const D = d.reduce((a, b) => a + b, 0);
    expect(result.reflux / (vapour / D - 1)).toBeCloseTo(1, 3);
  });

  test('of ethanol and water: where the line touches the curve that bends in, as on the graph', () => {
    const model = withConstantHeats(pairModel('ethanol', 'water'));
    const [z, xD, xB] = [0.1, 0.86, 0.005];
    const curve = solvedValue(binaryCurve(model, P));
    const column = oneFeed({ z, q: 1, xD, xB });
    const graph = minimumReflux(curve, column, entriesOf(curve, column));
    expect(graph.kind).toBe('tangent-above');
    const result = least(known(binaryColumn(model, 40, 36, z, 0, xD, xB)));
    expect(result.reflux / graph.ratio).toBeGreaterThan(0.998);
    expect(result.reflux / graph.ratio).toBeLessThan(1.002);
    const above = result.pinches.find(({ from }) => from === 2);
    expect(above?.isPoint).toBe(false);
    expect(Math.abs((above?.x[0] ?? 0) - graph.pinch.x)).toBeLessThan(0.02);
  });
});

describe('fewest stages', () => {
  test.each([
    [2.5, 0.5, 0.98, 0.02],
    [1.3, 0.4, 0.95, 0.05],
  ])('volatility %d: as Fenske says', (alpha, z, xD, xB) => {
    const all = known(binaryColumn(constantVolatility(alpha), alpha < 2 ? 80 : 30, alpha < 2 ? 40 : 15, z, 0, xD, xB));
    const fenske = Math.log((xD / (1 - xD)) * ((1 - xB) / xB)) / Math.log(alpha);
    // The last stage is parted in the keys' ratio, in which Fenske's equation is straight.
    expect(fewestStages(all.input, all.found, all.keys)).toBeCloseTo(fenske, 6);
  });

  test.each([
    ['methanol', 'water', 0.5, 0.99, 0.01],
    ['ethanol', 'water', 0.2, 0.8, 0.01],
    ['acetone', 'water', 0.4, 0.95, 0.005],
  ])('%s and %s: as stepped on the graph', (first, second, z, xD, xB) => {
    const model = pairModel(first, second);
    const all = known(binaryColumn(model, 30, 24, z, 0, xD, xB));
    const stepped = minimumStages(solvedValue(binaryCurve(model, P)), xD, xB, 200);
    const ours = fewestStages(all.input, all.found, all.keys) ?? NaN;
    // From the top or from the bottom: whole stages agree, what is left of the last is another part of another stage.
    expect(Math.abs(ours - stepped)).toBeLessThan(0.35);
  });

  test('a column of that many stages and next to endless reflux makes the split; one of a stage less does not', () => {
    const names = ['methanol', 'ethanol', '1-propanol', '1-butanol'];
    const model = databankModel(names, 'modified-unifac');
    const column = (stages: number, targets: ColumnInput['targets']): ColumnInput => {
      const feed = Math.round(stages / 2);
      const feeds = [columnFeed(model, [0.3, 0.2, 0.3, 0.2], 100, feed, P, { by: 'vapour-fraction', beta: 0 })];
      return plainColumn(model, stages, P, { feeds, targets });
    };
    const recovery = (i: number, value: number) => ({ quantity: recoveryOf({ at: 'overhead' }, [i], moles(4)), value });
    const all = known(column(30, [recovery(1, 0.97), recovery(2, 0.03)]));
    const fewest = fewestStages(all.input, all.found, all.keys) ?? NaN;
    // A rung more than equilibrium stages: the total condenser.
    const refluxWith = (stages: number) => {
      const outcome = solveColumn(column(stages, [recovery(1, 0.97), recovery(2, 0.03)]));
      return outcome.state === 'solved' ? outcome.value.refluxRatio : null;
    };
    expect(refluxWith(Math.ceil(fewest) + 2)).toBeLessThan(100);
    expect(refluxWith(Math.floor(fewest) + 1)).toBeNull();
  });
});

describe('where a feed enters best', () => {
  test('as columns solved one by one from nothing say, and the split is the same at each', () => {
    const model = databankModel(['n-pentane', 'n-hexane', 'n-heptane', 'n-octane'], 'peng-robinson');
    const feeds = [columnFeed(model, [0.2, 0.3, 0.3, 0.2], 100, 5, P, { by: 'vapour-fraction', beta: 0.3 })];
    const recovery = (i: number, value: number) => ({ quantity: recoveryOf({ at: 'overhead' }, [i], moles(4)), value });
    const all = known(plainColumn(model, 20, P, { feeds, targets: [recovery(1, 0.98), recovery(2, 0.03)] }));
    const stages = feedStages(all.input, all.found, all.keys, [0]);
    const best = (points: readonly FeedStage[]): FeedStage => points.reduce((a, b) => (b.heat < a.heat ? b : a));
    const cold = Array.from({ length: 18 }, (_, k) => k + 2).flatMap((stage) => {
      const outcome = solveColumn({ ...all.input, feeds: [{ ...feeds[0], stage }] });
      return outcome.state === 'solved' ? [{ stage, reflux: 0, heat: outcome.value.reboilerDuty ?? NaN }] : [];
    });
    expect(stages.length).toBeGreaterThan(8);
    expect(best(stages).stage).toBe(best(cold).stage);
    for (const { stage, heat } of stages) {
      const alone = cold.find((point) => point.stage === stage);
      expect(heat / (alone?.heat ?? NaN), `rung ${stage}`).toBeCloseTo(1, 5);
    }
  });
});
