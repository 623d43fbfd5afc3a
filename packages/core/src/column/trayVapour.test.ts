import { describe, expect, test } from 'vitest';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { auditColumn, columnFeed, databankModel, plainColumn, solvedValue } from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { flowOf, moles, refluxRatio, solveColumn } from './index.ts';

const STAGES = 14;

const MIXTURES: [string, () => ThermoModel, number][] = [
  [
    'acetic acid that pairs in the vapour',
    () => databankModel(['water', 'acetic acid'], 'unifac', { vapour: 'dimers' }),
    1.01325e5,
  ],
  ['hydrocarbons by Peng-Robinson', () => databankModel(['propane', 'n-butane', 'n-pentane'], 'peng-robinson'), 12e5],
  [
    'alcohols under a virial vapour',
    () => databankModel(['methanol', 'ethanol', '1-propanol'], 'unifac', { vapour: 'virial' }),
    4e5,
  ],
];

describe.each(MIXTURES)('%s', (_words, make, P) => {
  test.each([0.3, 0.7])('what a tray does is Murphree’s efficiency as asked: %d', (E) => {
    const model = make();
    const { n } = model;
    const efficiency = new Float64Array(STAGES * n).fill(E);
    efficiency.fill(1, 0, n);
    efficiency.fill(1, (STAGES - 1) * n);
    const z = new Float64Array(n).fill(1 / n);
    const input = plainColumn(model, STAGES, P, {
      efficiency,
      feeds: [columnFeed(model, z, 100, 7, P, { by: 'vapour-fraction', beta: 0.3 })],
      targets: [
        { quantity: refluxRatio(moles(n)), value: 2.5 },
        { quantity: flowOf({ at: 'overhead' }, moles(n)), value: 100 / n },
      ],
    });
    const found = solvedValue(solveColumn(input));
    expect(auditColumn(input, found).equilibrium).toBeLessThan(1e-8);
    const fractions = (flows: Float64Array, j: number): Float64Array => {
      const of = flows.slice(j * n, (j + 1) * n);
      const sum = of.reduce((a, b) => a + b, 0);
      return of.map((flow) => flow / sum);
    };
    // y* is that of the liquid's bubble point, found by the bubble point's own method.
    for (let j = 1; j < STAGES - 1; j++) {
      const star = new Float64Array(n);
      const T = solvedValue(bubbleTemperature(model, P, fractions(found.liquid, j), star));
      expect(T).toBeCloseTo(found.T[j], 6);
      const [y, below] = [fractions(found.vapour, j), fractions(found.vapour, j + 1)];
      for (let i = 0; i < n; i++) {
        if (Math.abs(star[i] - below[i]) < 1e-3) continue;
        expect((y[i] - below[i]) / (star[i] - below[i])).toBeCloseTo(E, 6);
      }
    }
  });
});
