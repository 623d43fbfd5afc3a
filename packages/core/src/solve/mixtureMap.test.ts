import { describe, expect, test } from 'vitest';
import { proposedMixture } from '../thermo/index.ts';
import { databankParts, reasonOf, solvedValue, databankRecord } from '../testing/index.ts';
import { mixtureMap, pairOfMixture } from './mixtureMap.ts';

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
  test('of four components has points alone; of one it is open, of seven out of reach', () => {
    const four = solvedValue(mixtureMap(of('methanol', 'ethanol', '1-propanol', '1-butanol'), P));
    expect(four.points).toHaveLength(4);
    expect(four.curves).toEqual([]);
    expect(mixtureMap(of('methanol'), P).state).toBe('open');
    const seven = of('methanol', 'ethanol', '1-propanol', '1-butanol', 'acetone', 'water', 'benzene');
    expect(reasonOf(mixtureMap(seven, P))).toEqual({ code: 'too-many-components', most: 6 });
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
      const gas = reasonOf(pairOfMixture(document, 0, 2, { by: 'pressure', P }));
      expect(gas).toEqual({ code: 'gas-in-pair', name: 'nitrogen' });
    },
  );
  test('a pair of it is drawn by itself, also where another pair is unknown', () => {
    const document = of('acetone', 'water', 'n-decane');
    document.mixture.model = 'nrtl';
    expect(mixtureMap(document, P).state).toBe('open');
    expect(solvedValue(pairOfMixture(document, 0, 1, { by: 'pressure', P })).x).toHaveLength(61);
  });
});
