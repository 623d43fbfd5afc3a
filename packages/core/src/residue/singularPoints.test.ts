import { describe, expect, test } from 'vitest';
import { databankModel, solvedValue } from '../testing/index.ts';
import { singularPoints } from './index.ts';

const ATMOSPHERE = 101325;

const of = (names: string[], model: Parameters<typeof databankModel>[1] = 'modified-unifac') =>
  solvedValue(
    singularPoints(
      (places) =>
        databankModel(
          places.map((i) => names[i]),
          model,
        ),
      names.length,
      ATMOSPHERE,
    ),
  );

type Row = [composition: number[], celsius: number, kind: string];

/**
 * Node types by Doherty & Malone, Conceptual Design of Distillation Systems (2001), ch. 5, and Seader, Henley & Roper, ch. 11; compositions and temperatures
 * recomputed in ../shared/validation-thermo.md, section 10 (RC), by modified UNIFAC.
 */
const MAPS: [string[], Row[]][] = [
  [
    ['acetone', 'chloroform', 'methanol'],
    [
      [[1, 0, 0], 56.2, 'saddle'],
      [[0, 1, 0], 61.1, 'saddle'],
      [[0, 0, 1], 64.7, 'stable node'],
      [[0.361, 0.639, 0], 64.22, 'stable node'],
      [[0.789, 0, 0.211], 55.42, 'unstable node'],
      [[0, 0.653, 0.347], 53.71, 'unstable node'],
      [[0.34, 0.223, 0.437], 57.58, 'saddle'],
    ],
  ],
  [
    ['methyl acetate', 'methanol', 'ethyl acetate'],
    [
      [[1, 0, 0], 56.9, 'saddle'],
      [[0, 1, 0], 64.7, 'stable node'],
      [[0, 0, 1], 77.06, 'stable node'],
      [[0.683, 0.317, 0], 53.8, 'unstable node'],
      [[0, 0.725, 0.275], 62.7, 'saddle'],
    ],
  ],
  [
    ['ethanol', 'water', 'benzene'],
    [
      [[1, 0, 0], 78.2, 'stable node'],
      [[0, 1, 0], 100, 'stable node'],
      [[0, 0, 1], 80, 'stable node'],
      [[0.9, 0.1, 0], 78.05, 'saddle'],
      [[0.463, 0, 0.537], 67.88, 'saddle'],
      [[0, 0.302, 0.698], 69.49, 'saddle'],
      [[0.269, 0.206, 0.525], 64.66, 'unstable node'],
    ],
  ],
  [
    ['acetone', 'methanol', 'water'],
    [
      [[1, 0, 0], 56.2, 'saddle'],
      [[0, 1, 0], 64.7, 'saddle'],
      [[0, 0, 1], 100, 'stable node'],
      [[0.789, 0.211, 0], 55.42, 'unstable node'],
    ],
  ],
  [
    ['acetone', 'methanol', 'cyclohexane'],
    [
      [[1, 0, 0], 56.2, 'stable node'],
      [[0, 1, 0], 64.7, 'stable node'],
      [[0, 0, 1], 80.7, 'stable node'],
      [[0.789, 0.211, 0], 55.42, 'saddle'],
      [[0.737, 0, 0.263], 53.02, 'saddle'],
      [[0, 0.603, 0.397], 54.76, 'saddle'],
      [[0.455, 0.26, 0.285], 51.5, 'unstable node'],
    ],
  ],
];

describe.each(MAPS)('singular points of %s at 101.325 kPa', (names, rows) => {
  const { points, isComplete } = of(names);
  test('are all there and none besides', () => {
    expect(points).toHaveLength(rows.length);
    expect(isComplete).toBe(true);
  });
  test.each(rows)('%s boils at %d °C: %s', (composition, celsius, kind) => {
    const near = points.find(({ x }) => composition.every((part, i) => Math.abs(part - x[i]) < 0.05));
    expect(near?.kind).toBe(kind);
    // Recomputed elsewhere, not printed in the books: no row of docs/validation.md.
    expect(Math.abs((near?.T ?? 0) - 273.15 - celsius)).toBeLessThanOrEqual(1);
  });
});

test('two liquids that boil together say so', () => {
  const { points, parts } = of(['ethanol', 'water', 'benzene']);
  expect(parts).toBe(true);
  const ternary = points.find(({ components }) => components.length === 3);
  const [one, other] = ternary?.liquids ?? [];
  expect(Math.abs((one?.[1] ?? 0) - (other?.[1] ?? 0))).toBeGreaterThan(0.3);
});

test('liquids that boil far above what an unstable one would are found together', () => {
  const { points, isComplete, parts } = of(['acetone', 'water', 'toluene']);
  expect(parts).toBe(true);
  expect(isComplete).toBe(true);
  const both = points.find(({ liquids }) => liquids !== null);
  expect(both?.components).toEqual([1, 2]);
  // tools/reference/azeotropes.csv, AZ022 (Horsley 1973, recalled there): 84.1 °C.
  expect((both?.T ?? 0) - 273.15).toBeCloseTo(84.1, -0.3);
});

test('ideal mixtures have pure components alone: the lightest, the heaviest, and saddles between', () => {
  const { points, isComplete } = of(['methanol', 'ethanol', '1-propanol', '1-butanol'], 'ideal');
  expect(points.map(({ kind }) => kind)).toEqual(['unstable node', 'saddle', 'saddle', 'stable node']);
  expect(isComplete).toBe(true);
});

test('the order of the components changes nothing', () => {
  const one = of(['acetone', 'chloroform', 'methanol']).points;
  const other = of(['methanol', 'acetone', 'chloroform']).points;
  const kinds = (points: typeof one): string[] => points.map(({ T, kind }) => `${T.toFixed(4)} ${kind}`).sort();
  expect(kinds(other)).toEqual(kinds(one));
});
