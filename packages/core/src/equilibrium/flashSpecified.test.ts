import fc from 'fast-check';
import { describe, expect, test } from 'vitest';

import type { ThermoModel } from '../thermo/index.ts';
import { components, cubicOf, databankRecord, raoult, reasonOf, solvedValue } from '../testing/index.ts';
import {
  bubblePressure,
  bubbleTemperature,
  dewPressure,
  dewTemperature,
  enthalpyOf,
  flashPBeta,
  flashPH,
  flashTBeta,
  flashTP,
} from './index.ts';

/** Hydrocarbons and solvents that do not split by these models, two to five of them, between their boiling points. */
const names = ['benzene', 'toluene', 'ethylbenzene', 'n-hexane', 'n-heptane', 'n-octane', 'cyclohexane'];
const feeds = fc.integer({ min: 2, max: 5 }).chain((n) =>
  fc.record({
    names: fc.uniqueArray(fc.constantFrom(...names), { minLength: n, maxLength: n }),
    parts: fc.array(fc.integer({ min: 5, max: 100 }), { minLength: n, maxLength: n }),
    cubic: fc.boolean(),
    beta: fc.integer({ min: 2, max: 98 }).map((percent) => percent / 100),
    P: fc.integer({ min: 20, max: 600 }).map((kPa) => kPa * 1e3),
  }),
);

type Feed = typeof feeds extends fc.Arbitrary<infer F> ? F : never;

function made({ names: chosen, parts, cubic }: Feed): { model: ThermoModel; z: Float64Array } {
  const records = chosen.map(databankRecord);
  const sum = parts.reduce((s, p) => s + p, 0);
  return {
    model: cubic ? cubicOf(records) : raoult(...records),
    z: Float64Array.from(parts, (p) => p / sum),
  };
}

describe('flashes by enthalpy and by vapour share', () => {
  test('each comes back to the flash it was made from', () => {
    fc.assert(
      fc.property(feeds, (feed) => {
        const { model, z } = made(feed);
        const byShare = solvedValue(flashPBeta(model, feed.P, feed.beta, z));
        expect(byShare.beta).toBeCloseTo(feed.beta, 6);
        const plain = solvedValue(flashTP(model, byShare.T, feed.P, z));
        expect(plain.beta).toBeCloseTo(feed.beta, 6);
        const h = enthalpyOf(model, byShare.T, feed.P, plain);
        expect(solvedValue(flashPH(model, feed.P, h, z)).T).toBeCloseTo(byShare.T, 5);
        expect(solvedValue(flashTBeta(model, byShare.T, feed.beta, z)).P / feed.P).toBeCloseTo(1, 6);
      }),
      { numRuns: 60 },
    );
  });
  test('at the ends they are bubble and dew points', () => {
    fc.assert(
      fc.property(feeds, (feed) => {
        const { model, z } = made({ ...feed, cubic: false });
        const other = new Float64Array(z.length);
        expect(solvedValue(flashPBeta(model, feed.P, 0, z)).T).toBeCloseTo(
          solvedValue(bubbleTemperature(model, feed.P, z, other)),
          4,
        );
        expect(solvedValue(flashPBeta(model, feed.P, 1, z)).T).toBeCloseTo(solvedValue(dewTemperature(model, feed.P, z, other)), 4);
        expect(solvedValue(flashTBeta(model, 370, 0, z)).P / solvedValue(bubblePressure(model, 370, z, other))).toBeCloseTo(1, 5);
        expect(solvedValue(flashTBeta(model, 370, 1, z)).P / solvedValue(dewPressure(model, 370, z, other))).toBeCloseTo(1, 5);
      }),
      { numRuns: 30 },
    );
  });
  test('a pure component boils at one temperature, its enthalpy says how much of it', () => {
    const model = raoult(databankRecord('benzene'));
    const z = Float64Array.of(1);
    const T = solvedValue(bubbleTemperature(model, 101325, z, new Float64Array(1)));
    const liquid = enthalpyOf(model, T, 101325, { beta: 0, phases: ['liquid'], x: z, y: z });
    const vapour = enthalpyOf(model, T, 101325, { beta: 1, phases: ['vapour'], x: z, y: z });
    const flash = solvedValue(flashPH(model, 101325, liquid + 0.3 * (vapour - liquid), z));
    expect(flash.T).toBeCloseTo(T, 5);
    expect(flash.beta).toBeCloseTo(0.3, 5);
    expect(solvedValue(flashPBeta(model, 101325, 0.7, z))).toMatchObject({ beta: 0.7, phases: ['liquid', 'vapour'] });
  });
  test('an adiabatic mixture of two feeds keeps its enthalpy', () => {
    const records = [databankRecord('n-hexane'), databankRecord('toluene')];
    const model = cubicOf(records);
    const cold = Float64Array.of(0.9, 0.1);
    const hot = Float64Array.of(0.2, 0.8);
    const h = (z: Float64Array, T: number) => enthalpyOf(model, T, 2e5, solvedValue(flashTP(model, T, 2e5, z)));
    const mixed = cold.map((c, i) => (c + hot[i]) / 2);
    const together = (h(cold, 300) + h(hot, 450)) / 2;
    const flash = solvedValue(flashPH(model, 2e5, together, mixed));
    expect(flash.T).toBeGreaterThan(300);
    expect(flash.T).toBeLessThan(450);
    expect(enthalpyOf(model, flash.T, 2e5, flash)).toBeCloseTo(together, 3);
  });
  test('an enthalpy that no temperature has is said to be out of reach, an impossible share is our mistake', () => {
    const model = raoult(components[0], components[1]);
    const z = Float64Array.of(0.5, 0.5);
    expect(reasonOf(flashPH(model, 1e5, 1e9, z)).code).toBe('no-such-state');
    expect(() => flashPBeta(model, 1e5, 1.2, z)).toThrow(RangeError);
  });
});
