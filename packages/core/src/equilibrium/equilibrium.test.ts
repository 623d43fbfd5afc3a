import fc from 'fast-check';
import { describe, expect, test } from 'vitest';

import { buildModel } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import {
  antoineKilopascal,
  databankRecord,
  nrtlMixture,
  nrtlPairs,
  published,
  raoult,
  reasonOf,
  solvedValue,
} from '../testing/index.ts';
import { bubblePressure, bubbleTemperature, dewPressure, dewTemperature } from './index.ts';

const acetonitrileNitromethane = (): ThermoModel =>
  raoult(antoineKilopascal('acetonitrile', 14.2724, 2945.47, 224), antoineKilopascal('nitromethane', 14.2043, 2972.64, 209));

const SVNA = 'Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), Example 10.1';

describe('acetonitrile and nitromethane by Raoult’s law', () => {
  const y = new Float64Array(2);
  test.each([
    [0.2, 50.23, 0.3313],
    [0.4, 58.47, 0.5692],
    [0.6, 66.72, 0.7483],
    [0.8, 74.96, 0.888],
  ])('bubble pressure at 75 °C, x₁ = %d', (x1, P, y1) => {
    const ours = solvedValue(bubblePressure(acetonitrileNitromethane(), 348.15, Float64Array.of(x1, 1 - x1), y));
    published(`${SVNA}(a)`, `bubble pressure at 75 °C, x₁ = ${x1}, kPa`, ours / 1e3, P, 0.005);
    published(`${SVNA}(a)`, `y₁ at 75 °C, x₁ = ${x1}`, y[0], y1, 0.00005);
  });
  test('dew pressure at 75 °C, y₁ = 0.6', () => {
    const x = new Float64Array(2);
    const ours = solvedValue(dewPressure(acetonitrileNitromethane(), 348.15, Float64Array.of(0.6, 0.4), x));
    published(`${SVNA}(a)`, 'dew pressure at 75 °C, y₁ = 0.6, kPa', ours / 1e3, 59.74, 0.005);
    published(`${SVNA}(a)`, 'x₁ at its dew point, 75 °C, y₁ = 0.6', x[0], 0.4308, 0.00005);
  });
  test('bubble and dew temperature at 70 kPa, 0.6 of the lighter', () => {
    const x = new Float64Array(2);
    const bubble = solvedValue(bubbleTemperature(acetonitrileNitromethane(), 70e3, Float64Array.of(0.6, 0.4), y));
    published(`${SVNA}(b)`, 'bubble temperature at 70 kPa, x₁ = 0.6, °C', bubble - 273.15, 76.42, 0.005);
    published(`${SVNA}(b)`, 'y₁ at 70 kPa, x₁ = 0.6', y[0], 0.7472, 0.0001);
    const dew = solvedValue(dewTemperature(acetonitrileNitromethane(), 70e3, Float64Array.of(0.6, 0.4), x));
    published(`${SVNA}(b)`, 'dew temperature at 70 kPa, y₁ = 0.6, °C', dew - 273.15, 79.58, 0.005);
    published(`${SVNA}(b)`, 'x₁ at its dew point, 70 kPa, y₁ = 0.6', x[0], 0.4351, 0.00005);
  });
});

/** Liquids of the databank's NRTL pairs. */
const pairedLiquids = fc.record({
  pair: fc.constantFrom(...nrtlPairs),
  x1: fc.double({ min: 0.01, max: 0.99, noNaN: true }),
  P: fc.double({ min: 2e4, max: 4e5, noNaN: true }),
});

function paired(pair: (typeof nrtlPairs)[number]): ThermoModel {
  return solvedValue(buildModel(nrtlMixture(pair.components.map(databankRecord), [pair])));
}

/** Whether the liquid splits anywhere at P: the vapour over it then falls somewhere in x, and a dew point can have several answers. */
function splits(model: ThermoModel, P: number): boolean {
  const y = new Float64Array(2);
  let before = 0;
  for (let x1 = 0.0025; x1 < 1; x1 += 0.0025) {
    solvedValue(bubbleTemperature(model, P, Float64Array.of(x1, 1 - x1), y));
    if (y[0] <= before) return true;
    before = y[0];
  }
  return false;
}

describe('saturation', () => {
  test('the dew point of the vapour at a bubble point is that bubble point, wherever the liquid does not split', () => {
    fc.assert(
      fc.property(pairedLiquids, ({ pair, x1, P }) => {
        const model = paired(pair);
        const y = new Float64Array(2);
        const x = new Float64Array(2);
        const T = solvedValue(bubbleTemperature(model, P, Float64Array.of(x1, 1 - x1), y));
        fc.pre(!splits(model, P));
        const dew = solvedValue(dewTemperature(model, P, y, x));
        expect(x[0]).toBeCloseTo(x1, 5);
        expect(dew).toBeCloseTo(T, 5);
      }),
      { numRuns: 150 },
    );
  });
  test('bubble temperature and bubble pressure are each other’s inverse', () => {
    fc.assert(
      fc.property(pairedLiquids, ({ pair, x1, P }) => {
        const model = paired(pair);
        const y = new Float64Array(2);
        const x = Float64Array.of(x1, 1 - x1);
        const T = solvedValue(bubbleTemperature(model, P, x, y));
        expect(solvedValue(bubblePressure(model, T, x, y)) / P).toBeCloseTo(1, 9);
        expect(y[0] + y[1]).toBeCloseTo(1, 12);
      }),
      { numRuns: 100 },
    );
  });
  test('acetone and water by NRTL boil as the table’s parameters say', () => {
    // Recomputed from the published set (Smith, Van Ness & Abbott, Table 12.5) with the same Antoine constants: 336.73126 K, y₁ 0.7923270.
    const pair = nrtlPairs[0];
    const records = [antoineKilopascal('acetone', 14.3145, 2756.22, 228.06), antoineKilopascal('water', 16.3872, 3885.7, 230.17)];
    const [first, second] = [records[0].id, records[1].id];
    const model = solvedValue(buildModel(nrtlMixture(records, [{ ...pair, components: [first, second] }])));
    const y = new Float64Array(2);
    const T = solvedValue(bubbleTemperature(model, 101325, Float64Array.of(0.25, 0.75), y));
    expect(T).toBeCloseTo(336.731, 2);
    expect(y[0]).toBeCloseTo(0.79233, 4);
  });
  test('a pressure no liquid boils at is said, not returned as a number', () => {
    const model = raoult(databankRecord('benzene'), databankRecord('toluene'));
    const y = new Float64Array(2);
    expect(reasonOf(bubbleTemperature(model, 1e15, Float64Array.of(0.5, 0.5), y)).code).toBe('no-saturation');
    expect(reasonOf(dewTemperature(model, 1e15, Float64Array.of(0.5, 0.5), y)).code).toBe('no-saturation');
    expect(() => bubbleTemperature(model, 1e5, new Float64Array(3), y)).toThrow(RangeError);
  });
  test('dew points leave out a component that the vapour has not', () => {
    const model = raoult(databankRecord('benzene'), databankRecord('toluene'), databankRecord('n-octane'));
    const x = new Float64Array(3);
    const T = solvedValue(dewTemperature(model, 101325, Float64Array.of(0.5, 0.5, 0), x));
    const pair = raoult(databankRecord('benzene'), databankRecord('toluene'));
    expect(T).toBeCloseTo(solvedValue(dewTemperature(pair, 101325, Float64Array.of(0.5, 0.5), new Float64Array(2))), 8);
    expect(x[2]).toBe(0);
  });
});
