import { describe, expect, test } from 'vitest';
import { proposedMixture } from '../thermo/index.ts';
import { databankParts, reasonOf, solvedValue, databankRecord } from '../testing/index.ts';
import { mixtureMap, pairOfMixture } from './mixtureMap.ts';
import { modelsBeside } from './modelsBeside.ts';

const P = 101325;
const of = (...names: string[]) => ({ mixture: proposedMixture(databankParts(names.map((name) => databankRecord(name).id))) });

describe('the map of a mixture', () => {
  test('has points by name, and of three components curves that end in them', () => {
    const map = solvedValue(mixtureMap(of('acetone', 'chloroform', 'methanol'), P));
    expect(map.isComplete).toBe(true);
    expect(map.points.filter(({ names }) => names.length > 1).map(({ names }) => names.join(' + '))).toEqual([
      'acetone + chloroform',
      'acetone + methanol',
      'chloroform + methanol',
      'acetone + chloroform + methanol',
    ]);
    expect(map.curves).toHaveLength(10);
    expect(map.boundaries).toHaveLength(4);
    for (const { points, from, to } of [...map.curves, ...map.boundaries]) {
      expect([from, to]).not.toContain(-1);
      for (const x of points) expect(x.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    }
  });
  test('of four components has points alone; of one it is open', () => {
    const four = solvedValue(mixtureMap(of('methanol', 'ethanol', '1-propanol', '1-butanol'), P));
    expect(four.points).toHaveLength(4);
    expect(four.curves).toEqual([]);
    expect(mixtureMap(of('methanol'), P).state).toBe('open');
  });
  test('of seven components has the azeotropes of pairs alone, and a verdict of the two that matter most', () => {
    const names = ['methanol', 'ethanol', '1-propanol', '1-butanol', 'acetone', 'water', 'benzene'];
    const verdict = (first: number[], second: number[]) =>
      solvedValue(mixtureMap(of(...names), P, { products: { first, second, fed: first } }));
    const map = verdict([0.02, 0.95, 0, 0, 0, 0.03, 0], [0, 0.02, 0, 0, 0, 0.98, 0]);
    expect(map.isComplete).toBeNull();
    expect(map.points.every(({ names: of_, kind }) => of_.length === 2 && kind === null)).toBe(true);
    const pair = map.points.findIndex(({ names: of_ }) => of_.join() === 'ethanol,water');
    expect(map.verdict).toEqual({ kind: 'beyond-azeotrope', point: pair });
    expect(verdict([0.98, 0.02, 0, 0, 0, 0, 0], [0, 0.02, 0, 0, 0, 0.98, 0]).verdict).toEqual({
      kind: 'no-pair-between',
      names: ['methanol', 'water'],
    });
  });
  test.each(['nrtl', 'peng-robinson'] as const)(
    'gases are left out and named, also by %s, and a pair with one says so',
    (model) => {
      const document = of('nitrogen', 'oxygen', 'acetone', 'water');
      document.mixture.model = model;
      const { points, leftOut } = solvedValue(mixtureMap(document, P));
      expect(leftOut).toEqual(['nitrogen', 'oxygen']);
      for (const { names, x } of points) {
        expect(names).not.toContain('nitrogen');
        expect(x).toHaveLength(4);
        expect([x[0], x[1]]).toEqual([0, 0]);
      }
    },
  );
  test('what dissolves by its constant is left out as a gas is: ammonia beside acetone and water', () => {
    const { leftOut, points } = solvedValue(mixtureMap(of('acetone', 'water', 'ammonia'), P));
    expect(leftOut).toEqual(['ammonia']);
    expect(points.every(({ names }) => !names.includes('ammonia'))).toBe(true);
  });
  test('a pair with a gas that dissolves by Henry’s law is refused; by an equation of state it is drawn wherever two phases are', () => {
    const dissolved = of('nitrogen', 'oxygen', 'acetone', 'water');
    dissolved.mixture.model = 'nrtl';
    const gas = reasonOf(pairOfMixture(dissolved, 0, 2, { by: 'pressure', P }));
    expect(gas).toEqual({ code: 'gas-in-pair', name: 'nitrogen' });
    for (const [names, pressure] of [
      [['ethylene', 'ethane'], 15e5],
      [['carbon dioxide', 'ethane'], 20e5],
      [['nitrogen', 'oxygen'], 2e5],
    ] as const) {
      const pair = solvedValue(pairOfMixture(of(...names), 0, 1, { by: 'pressure', P: pressure }));
      expect(
        pair.T.every((T) => T > 70 && T < 300),
        names.join(),
      ).toBe(true);
    }
  });
  test('a pair of it is drawn by itself, also where another pair is unknown', () => {
    const document = of('acetone', 'water', 'n-decane');
    document.mixture.model = 'nrtl';
    expect(mixtureMap(document, P).state).toBe('open');
    expect(solvedValue(pairOfMixture(document, 0, 1, { by: 'pressure', P })).x).toHaveLength(61);
  });
});

describe('what is asked beside the map', () => {
  const verdict = (names: string[], first: number[], second: number[]) =>
    solvedValue(mixtureMap(of(...names), P, { products: { first, second, fed: names.map(() => 1 / names.length) } })).verdict;
  test('a verdict on two products, which gases do not have', () => {
    expect(verdict(['ethanol', 'water'], [0.97, 0.03], [0.02, 0.98])).toMatchObject({ kind: 'beyond-azeotrope' });
    expect(verdict(['ethanol', 'water'], [0.8, 0.2], [0.02, 0.98])).toMatchObject({ kind: 'one-region' });
    expect(verdict(['nitrogen', 'acetone', 'water'], [0.3, 0.6, 0.1], [0, 0.02, 0.98])).toEqual({ kind: 'of-gases' });
    expect(solvedValue(mixtureMap(of('ethanol', 'water'), P)).verdict).toBeNull();
  });
  test('of four components a verdict too', () => {
    const names = ['acetone', 'methanol', 'ethanol', 'water'];
    expect(verdict(names, [0.5, 0.3, 0.15, 0.05], [0.01, 0.02, 0.07, 0.9])).toMatchObject({ kind: 'one-region' });
  });
  test('a triangle has a surface of boiling points, and liquids parted where they boil or at a temperature', () => {
    const question = of('ethanol', 'water', 'benzene');
    const cold = solvedValue(mixtureMap(question, P, { gapT: 298.15 }));
    expect(cold.surface.T).toHaveLength(((cold.surface.parts + 1) * (cold.surface.parts + 2)) / 2);
    const known = cold.surface.T.filter((T) => T !== null);
    expect(known.every((T) => T > 330 && T < 374)).toBe(true);
    // Beside the liquids that become one, a few have no answer.
    expect(known.length).toBeGreaterThan(0.99 * cold.surface.T.length);
    expect(cold.tieLines.every(({ T }) => T === 298.15)).toBe(true);
    const width = (map: typeof cold): number => Math.max(...map.tieLines.map(({ first }) => first[0]));
    const boiling = solvedValue(mixtureMap(question, P));
    expect(boiling.tieLines.length).toBeGreaterThan(3);
    expect(width(boiling)).toBeLessThan(width(cold)); // warm liquids dissolve each other more
  });
});

describe('a diagram beyond the range of what it is made of', () => {
  test('says so: of a correlation, and of a pair fitted elsewhere', () => {
    const question = of('acetone', 'water');
    const warnings = (pressure: number, mixture = question.mixture) => {
      const outcome = pairOfMixture({ mixture }, 0, 1, { by: 'pressure', P: pressure });
      return outcome.state === 'solved' ? outcome.warnings : [];
    };
    expect(warnings(P)).toEqual([]);
    const [pair] = question.mixture.nrtlPairs;
    const cold = { ...question.mixture, nrtlPairs: [{ ...pair, Tmin: 290, Tmax: 310 }] };
    expect(warnings(P, cold)).toMatchObject([{ code: 'extrapolated', property: 'pair parameters', Tmin: 290, Tmax: 310 }]);
  });
});

describe('models side by side', () => {
  test('have the bubble point and the volatilities of each by itself; one that cannot be says why', () => {
    const { mixture } = of('acetone', 'methanol', 'water');
    const all = modelsBeside(mixture, ['ideal', 'nrtl', 'uniquac'], [0.3, 0.3, 0.4], P);
    expect(all.map(({ state }) => state)).toEqual(['solved', 'solved', 'open']);
    const [ideal, nrtl] = all;
    if (ideal.state !== 'solved' || nrtl.state !== 'solved') throw new Error('not solved');
    expect(ideal.T - nrtl.T).toBeGreaterThan(2); // positive deviations boil lower
    expect(ideal.alpha.map(({ pair }) => pair)).toEqual([
      [0, 1],
      [0, 2],
      [1, 2],
    ]);
  });
});
