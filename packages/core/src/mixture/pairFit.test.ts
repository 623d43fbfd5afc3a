import { describe, expect, test } from 'vitest';
import type { MeasuredPoint, Mixture } from '@keen-ladder/schema';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { USUAL_FIT, USUAL_UNCERTAINTY, withPair } from '../regression/index.ts';
import { buildModel, pairStandings } from '../thermo/index.ts';
import { databankMixture, databankRecord, published, solvedValue } from '../testing/index.ts';
import { filledPairs, fitMeasured } from './index.ts';

const P = 101325;

/**
 * Methanol and water at 1 atm: x, y, °C. Source: Perry's Chemical Engineers' Handbook, 6th ed. (1984), section 13, as ../shared/validation-thermo.md T4
 * recalls it ("certain").
 */
const methanolWater = [
  [0.02, 0.134, 96.4],
  [0.04, 0.23, 93.5],
  [0.06, 0.304, 91.2],
  [0.08, 0.365, 89.3],
  [0.1, 0.418, 87.7],
  [0.15, 0.517, 84.4],
  [0.2, 0.579, 81.7],
  [0.3, 0.665, 78.0],
  [0.4, 0.729, 75.3],
  [0.5, 0.779, 73.1],
  [0.6, 0.825, 71.2],
  [0.7, 0.87, 69.3],
  [0.8, 0.915, 67.6],
  [0.9, 0.958, 66.0],
  [0.95, 0.979, 65.0],
].map(([x, y, celsius]): MeasuredPoint => ({ x, y, T: celsius + 273.15, P, gamma: [null, null] }));

const perry = 'Perry & Green, Chemical Engineers’ Handbook, 6th ed. (1984), section 13, methanol/water at 1 atm';

const idsOf = (names: readonly string[]) => names.map((name) => databankRecord(name).id) as [string, string];

describe('a pair fitted to a handbook’s points', () => {
  const names = ['methanol', 'water'];
  const fitted = (model: Mixture['model']) =>
    solvedValue(
      fitMeasured(
        { mixture: databankMixture(names, model) },
        {
          components: idsOf(names),
          points: methanolWater,
          uncertainty: USUAL_UNCERTAINTY,
          choice: USUAL_FIT,
          name: 'the handbook',
        },
      ),
    );
  test.each(['nrtl', 'wilson', 'uniquac'] as const)('gives its curve back: %s', (model) => {
    const { pair, fit, parameters } = fitted(model);
    for (const { point, of, measured, calculated } of fit.residuals) {
      const { x } = methanolWater[point];
      const where = `${model} fitted, x = ${x}: ${of === 'y' ? 'y, mol/mol' : 'boiling point, K'}`;
      if (model === 'nrtl') published(perry, where, calculated, measured, of === 'T' ? 0.5 : x < 0.1 ? 0.02 : 0.01, 'own fit');
      else expect(Math.abs(calculated - measured), where).toBeLessThan(of === 'T' ? 0.6 : 0.02);
    }
    expect(pair).toMatchObject({ how: 'fitted', source: 'fitted to the handbook' });
    expect(pair.Tmin).toBeCloseTo(338.15, 6);
    expect(pair.Tmax).toBeCloseTo(369.55, 6);
    expect(pair.confidence).toMatch(/^15 points; 0\.\d+ K, 0\.\d+ in y in the mean$/);
    for (const { halfWidth, value } of parameters) expect(halfWidth ?? NaN).toBeLessThan(Math.abs(value));
  });
  test('the points hold by both tests of consistency', () => {
    const { area, point } = fitted('nrtl').consistency;
    expect(area?.isPassed).toBe(true);
    expect(point?.isPassed).toBe(true);
  });
  test('stands as fitted in the matrix, first and second in either order', () => {
    const mixture = databankMixture(['water', 'methanol'], 'nrtl');
    const turned = withPair(mixture, fitted('nrtl').pair);
    expect(pairStandings(turned)).toMatchObject([{ kind: 'fitted', source: 'fitted to the handbook' }]);
    const T = solvedValue(bubbleTemperature(solvedValue(buildModel(turned)), P, Float64Array.of(0.5, 0.5), new Float64Array(2)));
    expect(Math.abs(T - 346.25)).toBeLessThan(0.5);
  });
  test('a model without parameters of pairs has nothing to fit', () => {
    const outcome = fitMeasured(
      { mixture: databankMixture(names, 'modified-unifac') },
      { components: idsOf(names), points: methanolWater, uncertainty: USUAL_UNCERTAINTY, choice: USUAL_FIT, name: '' },
    );
    expect(outcome).toMatchObject({ state: 'out-of-reach', reason: { code: 'nothing-to-fit' } });
  });
});

describe('missing pairs', () => {
  const bare = (names: string[], model: Mixture['model']): Mixture => ({
    ...databankMixture(names, model),
    nrtlPairs: [],
    wilsonPairs: [],
    uniquacPairs: [],
  });
  const names = ['acetone', 'methanol', 'ethyl acetate', 'water'];
  test.each(['nrtl', 'uniquac'] as const)('are all filled by groups, and boil as the groups have it: %s', (model) => {
    const mixture = bare(names, model);
    const { pairs, left } = filledPairs({ mixture }, P);
    expect(left).toEqual([]);
    expect(pairs).toHaveLength(6);
    const whole = pairs.reduce<Mixture>(withPair, mixture);
    expect(new Set(pairStandings(whole).map(({ kind }) => kind))).toEqual(new Set(['by-groups']));
    const [ours, groups] = [whole, { ...mixture, model: 'modified-unifac' as const }].map((m) => {
      const model_ = solvedValue(buildModel(m));
      return solvedValue(bubbleTemperature(model_, P, Float64Array.of(0.25, 0.25, 0.25, 0.25), new Float64Array(4)));
    });
    expect(Math.abs(ours - groups)).toBeLessThan(1.5);
  });
  test('of what is published nothing is filled', () => {
    expect(filledPairs({ mixture: databankMixture(['acetone', 'water'], 'nrtl') }, P)).toEqual({ pairs: [], left: [] });
  });
  test('without groups are left, and said so', () => {
    const mixture = bare(['acetone', 'water'], 'nrtl');
    mixture.components = mixture.components.map((c, i) => (i === 0 ? { ...c, unifacGroups: [], modifiedUnifacGroups: [] } : c));
    const { pairs, left } = filledPairs({ mixture }, P);
    expect(pairs).toEqual([]);
    expect(left).toMatchObject([{ names: ['acetone', 'water'], points: [{ code: 'groups-missing', name: 'acetone' }] }]);
  });
});
