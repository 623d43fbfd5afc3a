/** Bubble and dew points over everything that a person may ask, audited by code of their own (`testing/saturationAudit.ts`). */
import { describe, expect, test } from 'vitest';
import type { Outcome } from '../numerics/index.ts';
import { auditSaturation, databankModel, randomSaturations, solvedValue } from '../testing/index.ts';
import type { SaturationAsked } from '../testing/index.ts';
import { bubblePressure, bubbleTemperature, dewPressure, dewTemperature, stateFrom } from './index.ts';

/**
 * `KEEN_LONG` asks all 5,000, of which 0.1 % may go unanswered (liquids that part in two before any vapour, so that none of one phase boils). Few
 * of them stand among the first 700.
 */
const COUNT = process.env['KEEN_LONG'] === undefined ? 700 : 5000;

interface Tally {
  asked: number;
  unanswered: string[];
  wrong: string[];
}

function ask(tally: Tally, words: string, outcome: Outcome<number>, audit: (at: number) => string | undefined): void {
  tally.asked++;
  if (outcome.state !== 'solved') {
    tally.unanswered.push(`${words}: ${JSON.stringify(outcome)}`);
    return;
  }
  const fault = audit(outcome.value);
  if (fault !== undefined) tally.wrong.push(`${words} at ${outcome.value}: ${fault}`);
}

function askAll(tally: Tally, { words, model, z, T, P, boilsAtP, boilsAtT }: SaturationAsked): void {
  const w = new Float64Array(model.n);
  ask(tally, `dew temperature of ${words}`, dewTemperature(model, P, z, w), (at) => auditSaturation(model, 'vapour', at, P, z, w));
  ask(tally, `dew pressure of ${words}`, dewPressure(model, T, z, w), (at) => auditSaturation(model, 'vapour', T, at, z, w));
  if (boilsAtP)
    ask(tally, `bubble temperature of ${words}`, bubbleTemperature(model, P, z, w), (at) =>
      auditSaturation(model, 'liquid', at, P, z, w),
    );
  if (boilsAtT)
    ask(tally, `bubble pressure of ${words}`, bubblePressure(model, T, z, w), (at) =>
      auditSaturation(model, 'liquid', T, at, z, w),
    );
}

test(
  `${COUNT} random mixtures of every model have the bubble and dew points that an audit of its own agrees with`,
  { timeout: 600_000 },
  () => {
    const tally: Tally = { asked: 0, unanswered: [], wrong: [] };
    for (const mixture of randomSaturations(20261130, COUNT)) askAll(tally, mixture);
    expect(tally.wrong).toEqual([]);
    expect(tally.asked).toBeGreaterThan(3 * COUNT);
    expect(tally.unanswered.length, tally.unanswered.join('\n')).toBeLessThanOrEqual(Math.max(0.001 * tally.asked, 4));
  },
);

describe('boiling-liquid feeds at pressure by Peng-Robinson', () => {
  test.each([
    [['propylene', 'propane'], 18e5],
    [['ethylene', 'ethane'], 19e5],
    [['benzene', 'toluene'], 15e5],
  ])('%s at %d Pa', (names, P) => {
    const model = databankModel(names, 'peng-robinson');
    const z = Float64Array.of(0.6, 0.4);
    const state = solvedValue(stateFrom(model, z, { by: 'pressure', P }, { by: 'vapour-fraction', beta: 0 }));
    const [bubblePoint, dewPoint] = [solvedValue(state.saturation.bubble).T, solvedValue(state.saturation.dew).T];
    expect(dewPoint).toBeGreaterThan(bubblePoint);
    const x = new Float64Array(2);
    solvedValue(dewTemperature(model, P, z, x));
    expect(auditSaturation(model, 'vapour', dewPoint, P, z, x)).toBeUndefined();
    expect(state.q).toBeCloseTo(1, 9);
  });
});

describe('where there is no such point, the reason says so', () => {
  const oil = () => databankModel(['methane', 'n-decane'], 'peng-robinson');
  const z = Float64Array.of(0.5, 0.5);

  test('above the cricondenbar everything is one phase', () => {
    const outcome = dewTemperature(oil(), 400e5, z, new Float64Array(2));
    expect(outcome).toMatchObject({
      state: 'out-of-reach',
      reason: { code: 'no-saturation', point: 'dew', given: { P: 400e5 }, why: 'one-phase' },
    });
  });

  test('hydrogen keeps an oil boiling down to the coldest that is looked at', () => {
    const outcome = bubbleTemperature(databankModel(['hydrogen', 'n-decane'], 'peng-robinson'), 1e5, z, new Float64Array(2));
    expect(outcome).toMatchObject({
      state: 'out-of-reach',
      reason: { code: 'no-saturation', point: 'bubble', given: { P: 1e5 }, why: 'two-phases' },
    });
  });
});
