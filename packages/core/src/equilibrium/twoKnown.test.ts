import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { databankModel, reasonOf, solvedValue } from '../testing/index.ts';
import { bubbleTemperature, dewTemperature, stateFrom } from './index.ts';
import type { FluidState, Known } from './index.ts';

const model = databankModel(['benzene', 'toluene'], 'ideal');
const z = Float64Array.of(0.45, 0.55);
const P = 101325;
const at = (a: Known, b: Known): FluidState => solvedValue(stateFrom(model, z, a, b));
const pressure: Known = { by: 'pressure', P };

describe('a feed from two things known of it', () => {
  const bubble = solvedValue(bubbleTemperature(model, P, z, new Float64Array(2)));
  const dew = solvedValue(dewTemperature(model, P, z, new Float64Array(2)));

  test('at its bubble point q is 1 and nothing is vapour; at its dew point q is 0 and all is', () => {
    const liquid = at(pressure, { by: 'vapour-fraction', beta: 0 });
    expect(liquid).toMatchObject({ q: 1, flash: { beta: 0, phases: ['liquid'] } });
    expect(liquid.T).toBe(bubble);
    const vapour = at(pressure, { by: 'q', q: 0 });
    expect(vapour).toMatchObject({ q: 0, flash: { beta: 1, phases: ['vapour'] } });
    expect(vapour.T).toBe(dew);
  });
  test('degrees below the bubble point and above the dew point are just that', () => {
    expect(at(pressure, { by: 'subcooling', below: 5 }).T).toBe(bubble - 5);
    expect(at(pressure, { by: 'superheat', above: 12 }).T).toBe(dew + 12);
    expect(at(pressure, { by: 'subcooling', below: 5 }).q).toBeGreaterThan(1);
    expect(at(pressure, { by: 'superheat', above: 12 }).q).toBeLessThan(0);
  });
  test('with a temperature the pressure is found: at the bubble point of 5 K more, at the dew point of 5 K less', () => {
    const cold = at({ by: 'temperature', T: 360 }, { by: 'subcooling', below: 5 });
    expect(solvedValue(bubbleTemperature(model, cold.P, z, new Float64Array(2)))).toBeCloseTo(365, 7);
    const hot = at({ by: 'temperature', T: 400 }, { by: 'superheat', above: 5 });
    expect(solvedValue(dewTemperature(model, hot.P, z, new Float64Array(2)))).toBeCloseTo(395, 7);
  });
  test('any two facts of a state lead back to it', () => {
    const T = fc.double({ min: 340, max: 400, noNaN: true });
    const share = fc.double({ min: 0.05, max: 0.95, noNaN: true });
    fc.assert(
      fc.property(T, share, (temperature, beta) => {
        const state = at({ by: 'temperature', T: temperature }, { by: 'vapour-fraction', beta });
        const pairs: [Known, Known][] = [
          [
            { by: 'pressure', P: state.P },
            { by: 'temperature', T: temperature },
          ],
          [
            { by: 'pressure', P: state.P },
            { by: 'vapour-fraction', beta },
          ],
          [
            { by: 'pressure', P: state.P },
            { by: 'enthalpy', h: state.enthalpy },
          ],
          [
            { by: 'q', q: state.q ?? Number.NaN },
            { by: 'pressure', P: state.P },
          ],
          [
            { by: 'temperature', T: temperature },
            { by: 'enthalpy', h: state.enthalpy },
          ],
          [
            { by: 'enthalpy', h: state.enthalpy },
            { by: 'vapour-fraction', beta },
          ],
          [
            { by: 'temperature', T: temperature },
            { by: 'q', q: state.q ?? Number.NaN },
          ],
        ];
        for (const [a, b] of pairs) {
          const back = at(a, b);
          expect(Math.abs(back.P / state.P - 1), `${a.by} and ${b.by}`).toBeLessThan(1e-6);
          expect(back.T).toBeCloseTo(temperature, 4);
          expect(back.flash.beta).toBeCloseTo(beta, 5);
        }
      }),
      { numRuns: 40 },
    );
  });
  test('q falls steadily with enthalpy, straight', () => {
    const { saturation } = at(pressure, { by: 'temperature', T: 340 });
    const [liquidEnthalpy, vapourEnthalpy] = [solvedValue(saturation.bubble).enthalpy, solvedValue(saturation.dew).enthalpy];
    for (const q of [-0.3, 0.25, 0.5, 1.4]) {
      const h = vapourEnthalpy - q * (vapourEnthalpy - liquidEnthalpy);
      expect(at(pressure, { by: 'enthalpy', h }).q).toBeCloseTo(q, 10);
    }
  });
  test('two that say the same thing, and a pair that no pressure brings together, are refused', () => {
    const refused = (a: Known, b: Known) => reasonOf(stateFrom(model, z, a, b)).code;
    expect(refused({ by: 'vapour-fraction', beta: 0.5 }, { by: 'q', q: 0.5 })).toBe('same-knowledge');
    expect(refused({ by: 'enthalpy', h: 0 }, { by: 'enthalpy', h: 1 })).toBe('same-knowledge');
    expect(refused({ by: 'temperature', T: 350 }, { by: 'enthalpy', h: 1e9 })).toBe('no-such-state');
  });
  test('a liquid that a dissolved gas keeps boiling has a state and no q', () => {
    const gassy = databankModel(['nitrogen', 'n-hexane'], 'peng-robinson');
    const state = solvedValue(
      stateFrom(gassy, Float64Array.of(0.01, 0.99), { by: 'pressure', P: 1.5e5 }, { by: 'temperature', T: 320 }),
    );
    expect(reasonOf(state.saturation.bubble).code).toBe('no-saturation');
    // What it does not need it does not ask: the dew point is there.
    expect(solvedValue(state.saturation.dew).T).toBeGreaterThan(320);
    expect(state.q).toBeUndefined();
    expect(state.flash.phases).toEqual(['liquid', 'vapour']);
  });
});
