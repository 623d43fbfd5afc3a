import { describe, expect, test } from 'vitest';
import { binaryCurve, entriesOf, minimumReflux, oneFeed } from '../binary/index.ts';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { databankModel, reasonOf, solvedValue } from '../testing/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { showIn, UNIT_SETS } from '../measures/index.ts';
import { explain, explainWarning } from '../plant/index.ts';
import { condensingPressure, endsAtPressure, estimateColumn } from './index.ts';
import type { EstimateInput } from './index.ts';

/** J/mol of a feed as saturated liquid. */
function saturatedLiquid(model: ThermoModel, feed: Float64Array, P: number): number {
  const total = feed.reduce((sum, f) => sum + f, 0);
  const x = feed.map((f) => f / total);
  const T = solvedValue(bubbleTemperature(model, P, x, new Float64Array(model.n)));
  const out = new PhaseProperties(model.n);
  model.evaluate('liquid', x, out.at(T, P), 'all');
  return out.enthalpy;
}

function inputOf(
  names: string[],
  model: ThermoModel,
  flows: number[],
  P: number,
  keys: EstimateInput['keys'],
  more: Partial<EstimateInput> = {},
): EstimateInput {
  const feed = Float64Array.from(flows);
  expect(names).toHaveLength(flows.length);
  return {
    model,
    feed,
    feedState: { T: 350, enthalpy: saturatedLiquid(model, feed, P), vapourFraction: 0 },
    pressure: { top: P, feed: P, bottom: P },
    condenser: { kind: 'total' },
    keys,
    find: { find: 'stages', reflux: { kind: 'multiple', value: 1.3 } },
    ...more,
  };
}

const NAMES = ['propane', 'isobutane', 'n-butane', 'isopentane', 'n-pentane'];
const splitter = (more: Partial<EstimateInput> = {}): EstimateInput =>
  inputOf(
    NAMES,
    databankModel(NAMES, 'peng-robinson'),
    [5, 15, 25, 20, 35],
    8.3e5,
    { light: 2, heavy: 3, lightOverhead: 24 / 25, heavyOverhead: 1 / 20 },
    more,
  );

describe('the estimate', () => {
  test('the butane–pentane splitter of the book, with volatilities of Peng-Robinson instead of its chart’s', () => {
    const outcome = solvedValue(estimateColumn(splitter()));
    const { fewestStages, smallestReflux, distillate, bottoms, meanAlpha, stages, reflux } = outcome;
    // The book reads 2.0 off a chart and finds 8.8 stages and 1.42; a volatility lower by 4 % asks for more of both.
    expect(meanAlpha[2]).toBeGreaterThan(1.85);
    expect(meanAlpha[2]).toBeLessThan(2);
    expect(fewestStages).toBeGreaterThan(8.8);
    expect(fewestStages).toBeLessThan(10);
    expect(smallestReflux).toBeGreaterThan(1.42);
    expect(smallestReflux).toBeLessThan(1.8);
    expect(distillate[2]).toBeCloseTo(24, 9);
    expect(bottoms[3]).toBeCloseTo(19, 9);
    expect(distillate[0]).toBeGreaterThan(4.999);
    expect(distillate[4]).toBeLessThan(1); // n-pentane, hardly heavier than the heavy key
    expect(reflux).toBeCloseTo(1.3 * smallestReflux, 12);
    expect(Math.abs(stages.molokanov / stages.eduljee - 1)).toBeLessThan(0.07);
  });
  test('closes its balances: components, energy, and the Fenske equation between any two', () => {
    const input = splitter({ condenser: { kind: 'partial' } });
    const e = solvedValue(estimateColumn(input));
    for (let i = 0; i < 5; i++) expect(e.distillate[i] + e.bottoms[i]).toBeCloseTo(input.feed[i], 9);
    const ratio = (i: number): number => e.distillate[i] / e.bottoms[i];
    expect(Math.log(ratio(1) / ratio(4)) / Math.log(e.meanAlpha[1] / e.meanAlpha[4])).toBeCloseTo(e.fewestStages, 6);
    expect(e.condenserDuty).toBeLessThan(0);
    expect(e.reboilerDuty).toBeGreaterThan(0);
    // A vapour distillate takes its latent heat along.
    const total = solvedValue(estimateColumn(splitter()));
    expect(-total.condenserDuty).toBeGreaterThan(-e.condenserDuty);
    expect(total.temperature.bottom).toBeGreaterThan(total.temperature.feed);
    expect(total.temperature.feed).toBeGreaterThan(total.temperature.top);
  });
  test('rating is design turned round: the stages of a reflux ask that reflux', () => {
    for (const fit of ['molokanov', 'eduljee'] as const) {
      const designed = solvedValue(estimateColumn(splitter()));
      const rated = solvedValue(estimateColumn(splitter({ find: { find: 'reflux', stages: designed.stages[fit], fit } })));
      expect(rated.reflux).toBeCloseTo(designed.reflux, 9);
      expect(rated.condenserDuty).toBeCloseTo(designed.condenserDuty, 3);
    }
  });
  test('a mixed condenser lies between a total and a partial one, and closes the same balance', () => {
    const of = (condenser: EstimateInput['condenser']) => solvedValue(estimateColumn(splitter({ condenser })));
    const [total, mixed, partial] = [of({ kind: 'total' }), of({ kind: 'mixed', vapourShare: 0.4 }), of({ kind: 'partial' })];
    expect(mixed.condenserTemperature).toBeGreaterThan(total.condenserTemperature);
    expect(mixed.condenserTemperature).toBeLessThan(partial.condenserTemperature);
    expect(mixed.reflux).toBe(total.reflux);
    expect(mixed.reboilerDuty + mixed.condenserDuty).toBeGreaterThan(total.reboilerDuty + total.condenserDuty);
    expect(mixed.reboilerDuty + mixed.condenserDuty).toBeLessThan(partial.reboilerDuty + partial.condenserDuty);
  });
  test('the pressure at which the distillate condenses at a temperature gives that temperature back', () => {
    const model = databankModel(NAMES, 'peng-robinson');
    const { distillate, bottoms, temperature } = solvedValue(estimateColumn(splitter()));
    const fractions = (flows: Float64Array) => flows.map((f) => f / flows.reduce((sum, g) => sum + g, 0));
    for (const condenser of [{ kind: 'total' }, { kind: 'partial' }, { kind: 'mixed', vapourShare: 0.3 }] as const) {
      const ends = {
        distillate: fractions(distillate),
        bottoms: fractions(bottoms),
        condenser,
        keys: { light: 2, heavy: 3 },
        drop: 2e4,
      };
      const P = solvedValue(condensingPressure(model, 313.15, ends));
      const at = solvedValue(endsAtPressure(model, P, ends));
      expect(at.condenserTemperature).toBeCloseTo(313.15, 5);
      expect(at.alphaTop).toBeGreaterThan(at.alphaBottom);
    }
    expect(temperature.bottom).toBeGreaterThan(360);
  });
  test('two components of nearly constant volatility: what the graph says', () => {
    const model = databankModel(['benzene', 'toluene'], 'ideal');
    const P = 101325;
    const e = solvedValue(
      estimateColumn(
        inputOf(['benzene', 'toluene'], model, [45, 55], P, { light: 0, heavy: 1, lightOverhead: 0.95, heavyOverhead: 0.05 }),
      ),
    );
    const [D, B] = [e.distillate, e.bottoms].map((flows) => flows[0] + flows[1]);
    const curve = solvedValue(binaryCurve(model, P));
    const column = oneFeed({ z: 0.45, xD: e.distillate[0] / D, xB: e.bottoms[0] / B, q: 1 });
    const graph = minimumReflux(curve, column, entriesOf(curve, column));
    expect(Math.abs(e.smallestReflux / graph.ratio - 1)).toBeLessThan(0.05);
  });
  test('order of components and size of the feed do not matter', () => {
    const forward = solvedValue(estimateColumn(splitter()));
    const names = NAMES.toReversed();
    const keys = { light: 2, heavy: 1, lightOverhead: 24 / 25, heavyOverhead: 1 / 20 };
    const backward = solvedValue(
      estimateColumn(inputOf(names, databankModel(names, 'peng-robinson'), [350, 200, 250, 150, 50], 8.3e5, keys)),
    );
    expect(backward.smallestReflux).toBeCloseTo(forward.smallestReflux, 7);
    expect(backward.fewestStages).toBeCloseTo(forward.fewestStages, 8);
    expect(backward.condenserDuty / forward.condenserDuty).toBeCloseTo(10, 6);
  });
});

describe('what cannot be', () => {
  const show = showIn(UNIT_SETS.metric, { barometricPressure: 101325 });
  const refusal = (input: EstimateInput, code: string, words: string): void => {
    const reason = reasonOf(estimateColumn(input));
    expect(reason.code).toBe(code);
    expect(explain(reason, show)).toContain(words);
  };
  test('keys the wrong way round, and keys that turn at an azeotrope', () => {
    refusal(
      splitter({ keys: { light: 3, heavy: 2, lightOverhead: 0.95, heavyOverhead: 0.05 } }),
      'keys-turn',
      'isopentane is not more volatile than n-butane',
    );
    const names = ['ethanol', 'water'];
    const model = databankModel(names, 'nrtl');
    const keys = { light: 0, heavy: 1, lightOverhead: 0.999, heavyOverhead: 0.001 };
    refusal(inputOf(names, model, [50, 50], 101325, keys), 'keys-turn', 'azeotrope');
  });
  test('a reflux below the smallest, and a split that a flash makes', () => {
    refusal(splitter({ find: { find: 'stages', reflux: { kind: 'ratio', value: 0.5 } } }), 'estimate-below-minimum', 'raise it');
    refusal(splitter({ keys: { light: 2, heavy: 3, lightOverhead: 0.55, heavyOverhead: 0.45 } }), 'split-too-easy', 'single flash');
  });
  test('stages fewer than total reflux takes, and a distillate that does not condense', () => {
    refusal(splitter({ find: { find: 'reflux', stages: 5, fit: 'molokanov' } }), 'stages-not-enough', 'more than 9.');
    const names = ['nitrogen', 'n-hexane', 'n-heptane'];
    const keys = { light: 1, heavy: 2, lightOverhead: 0.98, heavyOverhead: 0.02 };
    const gas = (condenser: EstimateInput['condenser']): EstimateInput => ({
      model: databankModel(names, 'peng-robinson'),
      feed: Float64Array.of(1, 50, 49),
      feedState: { T: 340, enthalpy: -1.7e5, vapourFraction: 0.02 },
      pressure: { top: 1.3e5, feed: 1.3e5, bottom: 1.3e5 },
      condenser,
      keys,
      find: { find: 'stages', reflux: { kind: 'multiple', value: 1.3 } },
    });
    refusal(gas({ kind: 'total' }), 'not-condensable', 'partial or a mixed condenser');
    const vented = solvedValue(estimateColumn(gas({ kind: 'mixed', vapourShare: 0.05 })));
    expect(vented.distillate[0]).toBeCloseTo(1, 9);
    expect(vented.q).toBeCloseTo(0.98, 12);
  });
  test('a volatility that varies is told', () => {
    const names = ['acetone', 'water'];
    const model = databankModel(names, 'nrtl');
    const keys = { light: 0, heavy: 1, lightOverhead: 0.95, heavyOverhead: 0.02 };
    const outcome = estimateColumn(inputOf(names, model, [35, 65], 101325, keys));
    expect(outcome.state).toBe('solved');
    if (outcome.state !== 'solved') return;
    const [warning] = outcome.warnings;
    expect(warning.code).toBe('volatility-varies');
    expect(explainWarning(warning, show)).toContain('not to be trusted');
  });
});
