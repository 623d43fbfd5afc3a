import { describe, expect, test } from 'vitest';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import { databankModel, solvedValue } from '../testing/index.ts';
import { boilingSurface, latticePoints, levelLine, productVerdict, singularPoints, tieLines } from './index.ts';
import type { SingularPoints, Verdict } from './index.ts';

const P = 101325;

describe('lines of one level', () => {
  const parts = 12;
  test('of a value that rises with one component are straight, from edge to edge', () => {
    const values = latticePoints(parts).map(([a]) => 300 + 40 * a);
    const segments = levelLine(parts, values, 313);
    const ends = segments.flat();
    for (const [a] of ends) expect(a).toBeCloseTo(13 / 40, 9);
    const second = ends.map(([, b]) => b);
    expect(Math.min(...second)).toBeCloseTo(0, 9);
    expect(Math.max(...second)).toBeCloseTo(1 - 13 / 40, 9);
    const length = segments.reduce((sum, [from, to]) => sum + Math.abs(from[1] - to[1]), 0);
    expect(length).toBeCloseTo(1 - 13 / 40, 9);
  });
  test('keep away from what has no value, and are none where the level is not reached', () => {
    const values = latticePoints(parts).map(([a, b]) => (b > 0.5 ? null : a));
    expect(
      levelLine(parts, values, 0.3)
        .flat()
        .every(([, b]) => b <= 0.5 + 1e-9),
    ).toBe(true);
    expect(levelLine(parts, values, 2)).toEqual([]);
  });
  test('of boiling liquids boil at that temperature', () => {
    const model = databankModel(['acetone', 'chloroform', 'methanol'], 'modified-unifac');
    const surface = boilingSurface(model, P, 36, false);
    expect(surface).toHaveLength((37 * 38) / 2);
    for (const [x] of levelLine(36, surface, 333.15)) {
      const T = solvedValue(bubbleTemperature(model, P, Float64Array.from(x), new Float64Array(3)));
      expect(Math.abs(T - 333.15)).toBeLessThan(0.25);
    }
  });
});

describe('tie lines', () => {
  const model = databankModel(['ethanol', 'water', 'benzene'], 'modified-unifac');
  const lines = tieLines(model, P, 14, 298.15);
  test('join liquids in which every component has one fugacity', () => {
    const [one, other] = [new PhaseProperties(3), new PhaseProperties(3)];
    expect(lines.length).toBeGreaterThan(3);
    for (const { first, second, T } of lines) {
      model.evaluate('liquid', first, one.at(T, P), 'fugacity');
      model.evaluate('liquid', second, other.at(T, P), 'fugacity');
      first.forEach((x, i) => {
        if (x > 1e-9) expect(Math.log(x) + one.lnPhi[i]).toBeCloseTo(Math.log(second[i]) + other.lnPhi[i], 5);
      });
    }
  });
  test('leave no liquid outside that parts, and none where everything mixes', () => {
    const widest = Math.max(...lines.map(({ first, second }) => Math.abs(first[1] - second[1])));
    expect(widest).toBeGreaterThan(0.9); // water and benzene alone
    expect(tieLines(databankModel(['methanol', 'ethanol', 'water'], 'modified-unifac'), P, 10, 298.15)).toEqual([]);
  });
});

describe('whether one column makes both products', () => {
  const mapOf = (names: string[]): SingularPoints =>
    solvedValue(
      singularPoints(
        (places) =>
          databankModel(
            places.map((i) => names[i]),
            'modified-unifac',
          ),
        names.length,
        P,
      ),
    );
  const verdict = (names: string[], first: number[], second: number[], fed: number[]): Verdict => {
    const [a, b, f] = [first, second, fed].map((x) => Float64Array.from(x));
    return solvedValue(productVerdict(databankModel(names, 'modified-unifac'), P, mapOf(names), a, b, f));
  };
  test('two components: not beyond their azeotrope', () => {
    const names = ['ethanol', 'water'];
    expect(verdict(names, [0.85, 0.15], [0.01, 0.99], [0.3, 0.7]).kind).toBe('one-region');
    const beyond = verdict(names, [0.97, 0.03], [0.01, 0.99], [0.3, 0.7]);
    if (beyond.kind !== 'beyond-azeotrope') throw new Error(beyond.kind);
    expect(mapOf(names).points[beyond.point].x[0]).toBeCloseTo(0.9, 1);
  });
  test('three components: not across the boundary of acetone, chloroform and methanol', () => {
    // Doherty & Malone (2001), ch. 5: four regions meet at the ternary saddle; what holds hardly any chloroform and less acetone than its azeotrope with methanol lies in methanol's, what holds mostly chloroform beyond.
    const names = ['acetone', 'chloroform', 'methanol'];
    const kind = (first: number[], second: number[]) => verdict(names, first, second, [0.4, 0.3, 0.3]).kind;
    expect(kind([0.7, 0.002, 0.298], [0.06, 0.002, 0.938])).toBe('one-region');
    expect(kind([0.7, 0.002, 0.298], [0.02, 0.93, 0.05])).toBe('across-boundary');
  });
  test('without azeotropes everything can be had, products without a component included', () => {
    expect(verdict(['methanol', 'ethanol', '1-propanol'], [1, 0, 0], [0, 0.5, 0.5], [0.3, 0.35, 0.35]).kind).toBe('one-region');
  });
});
