import { describe, expect, test } from 'vitest';
import { binaryAzeotropes } from '../equilibrium/index.ts';
import { constantVolatility, databankModel, solvedValue } from '../testing/index.ts';
import { pairDiagram } from './index.ts';

const P = 101325;

describe('the diagram of two components', () => {
  test('of constant volatility is y = αx/(1 + (α − 1)x), with activity coefficients of 1 and no azeotrope', () => {
    const { x, y, alpha, gamma, azeotropes, gap } = solvedValue(pairDiagram(constantVolatility(2.5), { by: 'pressure', P }));
    x.forEach((at, k) => expect(y[k]).toBeCloseTo((2.5 * at) / (1 + 1.5 * at), 9));
    expect(Math.max(...alpha) - 2.5).toBeLessThan(1e-9);
    expect(Math.max(...gamma.flat())).toBeCloseTo(1, 9);
    expect(azeotropes).toEqual([]);
    expect(gap).toBeNull();
  });
  test('of ethanol and water has their azeotrope, as it is found by itself, and activity coefficients that rise to the ends', () => {
    const model = databankModel(['ethanol', 'water'], 'modified-unifac');
    const diagram = solvedValue(pairDiagram(model, { by: 'pressure', P }));
    const [alone] = solvedValue(binaryAzeotropes(model, P));
    expect(diagram.azeotropes).toHaveLength(1);
    expect(diagram.azeotropes[0].x).toBeCloseTo(alone.x, 6);
    expect(diagram.azeotropes[0].T).toBeCloseTo(alone.T, 6);
    expect(diagram.gamma[0][0]).toBeGreaterThan(4);
    expect(diagram.gamma[0].at(-1)).toBeCloseTo(1, 6);
    expect(diagram.gamma[1][0]).toBeCloseTo(1, 6);
  });
  test('at a temperature meets the one at the pressure where they cross', () => {
    const model = databankModel(['acetone', 'chloroform'], 'modified-unifac');
    const [azeotrope] = solvedValue(pairDiagram(model, { by: 'pressure', P })).azeotropes;
    const crossed = solvedValue(pairDiagram(model, { by: 'temperature', T: azeotrope.T })).azeotropes;
    expect(crossed[0].P).toBeCloseTo(P, 0);
    expect(crossed[0].x).toBeCloseTo(azeotrope.x, 4);
  });
  test('of 1-butanol and water boils alike over the gap between both liquids, the azeotrope within', () => {
    const model = databankModel(['1-butanol', 'water'], 'modified-unifac');
    const { x, T, y, gap, azeotropes } = solvedValue(pairDiagram(model, { by: 'pressure', P }));
    const [low, high] = gap ?? [0, 0];
    const inside = x.flatMap((at, k) => (at > low + 0.01 && at < high - 0.01 ? [k] : []));
    expect(inside.length).toBeGreaterThan(5);
    for (const k of inside) {
      expect(T[k]).toBeCloseTo(T[inside[0]], 4);
      expect(y[k]).toBeCloseTo(y[inside[0]], 5);
    }
    expect(azeotropes).toHaveLength(1);
    expect(azeotropes[0].isOfTwoLiquids).toBe(true);
    // tools/reference/azeotropes.csv, AZ004 (Horsley 1973, recalled there): 92.7 °C, 0.2475 mol/mol of butanol.
    expect(Math.abs(azeotropes[0].T - 273.15 - 92.7)).toBeLessThan(1);
    expect(Math.abs(azeotropes[0].x - 0.2475)).toBeLessThan(0.02);
  });
});
