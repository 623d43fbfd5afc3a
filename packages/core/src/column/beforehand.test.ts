import { describe, expect, test } from 'vitest';
import { columnFeed, databankModel, plainColumn, randomColumns } from '../testing/index.ts';
import { beyondBounds } from './beforehand.ts';
import { flowOf, moles, recoveryOf, refluxRatio } from './index.ts';
import type { ColumnInput, Target } from './index.ts';

describe('bounds before anything is solved', () => {
  test('none is passed by columns that are feasible by construction, whatever they boil and whatever brings their heat', () => {
    const passed: string[] = [];
    for (const { input, words } of randomColumns(86420, 1200)) {
      const reason = beyondBounds(input);
      if (reason !== undefined) passed.push(`${reason.code}: ${words}`);
    }
    expect(passed).toEqual([]);
  }, 60_000);

  const P = 101325;
  const NAMES = ['n-pentane', 'n-hexane', 'n-heptane'];

  function column(targets: Target[], beta = 0): ColumnInput {
    const model = databankModel(NAMES, 'peng-robinson');
    const feeds = [columnFeed(model, [0.3, 0.4, 0.3], 100, 10, P, { by: 'vapour-fraction', beta })];
    return plainColumn(model, 20, P, { feeds, targets });
  }
  const reflux = (value: number): Target => ({ quantity: refluxRatio(moles(3)), value });
  const overhead = (value: number): Target => ({ quantity: flowOf({ at: 'overhead' }, moles(3)), value });
  const at = (stage: number, value: number): Target => ({ quantity: { kind: 'temperature', stage }, value });
  const recovery = (i: number, value: number): Target => ({ quantity: recoveryOf({ at: 'overhead' }, [i], moles(3)), value });

  // Normal boiling points: n-pentane 36.1 °C, n-heptane 98.4 °C (CRC Handbook); by Raoult's law this feed boils at about 58 °C and condenses at about 75 °C.
  test.each<[string, Target[], number, string | undefined]>([
    ['a vapour feed and hardly any condensed', [reflux(0.1), overhead(30)], 1, 'reboiler-would-cool'],
    ['the same with enough of it', [reflux(3), overhead(30)], 1, undefined],
    ['a liquid feed and hardly any condensed', [reflux(0.1), overhead(30)], 0, undefined],
    ['a stage at 150 °C', [at(8, 423), overhead(30)], 0, 'stage-beyond-boiling'],
    ['a stage at 90 °C', [at(8, 363), overhead(30)], 0, undefined],
    ['a stage at −20 °C', [at(8, 253), overhead(30)], 0, 'stage-beyond-boiling'],
    ['a reboiler at 40 °C', [at(20, 313), overhead(30)], 0, 'end-beyond-feed'],
    ['a reboiler at 80 °C', [at(20, 353), overhead(30)], 0, undefined],
    ['a condenser at 95 °C', [at(1, 368), overhead(30)], 0, 'end-beyond-feed'],
    ['a condenser at 40 °C', [at(1, 313), overhead(30)], 0, undefined],
    ['a top hotter than the bottom', [at(1, 340), at(20, 335)], 0, 'top-hotter-than-bottom'],
    ['heptane overhead and pentane below', [recovery(2, 0.9), recovery(0, 0.1)], 0, 'split-upside-down'],
    ['pentane overhead and heptane below', [recovery(0, 0.9), recovery(2, 0.1)], 0, undefined],
    [
      '10 kW for 30 mol/s',
      [{ quantity: { kind: 'duty', of: 'reboiler' }, value: 1e4 }, overhead(30)],
      0,
      'reboiler-heats-too-little',
    ],
    ['2 MW for 30 mol/s', [{ quantity: { kind: 'duty', of: 'reboiler' }, value: 2e6 }, overhead(30)], 0, undefined],
  ])('%s', (_, targets, beta, code) => {
    expect(beyondBounds(column(targets, beta))?.code).toBe(code);
  });

  test('1-hexanol is driven out of much water although it boils at 157 °C: nothing is said of such a split', () => {
    const model = databankModel(['water', '1-hexanol'], 'modified-unifac');
    const feeds = [columnFeed(model, [0.9995, 0.0005], 100, 2, P, { by: 'vapour-fraction', beta: 0 })];
    const kept = (i: number, value: number): Target => ({ quantity: recoveryOf({ at: 'overhead' }, [i], moles(2)), value });
    expect(beyondBounds(plainColumn(model, 12, P, { feeds, targets: [kept(1, 0.95), kept(0, 0.05)] }))).toBeUndefined();
    expect(beyondBounds(plainColumn(model, 12, P, { feeds, targets: [kept(1, 0.05), kept(0, 0.95)] }))).toBeUndefined();
  });

  test('nothing is said where the pressure may be moved to meet a temperature', () => {
    const hot = column([at(8, 423), overhead(30), reflux(2)]);
    expect(beyondBounds({ ...hot, free: [{ kind: 'pressure' }] })).toBeUndefined();
  });
});
