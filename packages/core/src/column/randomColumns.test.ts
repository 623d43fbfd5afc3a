import { beforeAll, describe, expect, test } from 'vitest';
import { soak, soakImpossible } from '../testing/soak.ts';
import type { SoakReport } from '../testing/soak.ts';

describe('a hundred random columns of every kind', () => {
  let report: SoakReport;
  beforeAll(() => {
    report = soak(20261126, 75);
  }, 120_000);
  test('nothing is called solved that other code finds unsolved', () => {
    expect(report.falselySolved).toEqual([]);
  });
  test('of none is it said that there can be no such column', () => {
    expect(report.falselyProved).toEqual([]);
  });
  test('nearly all are solved as they come', () => {
    expect(report.columns).toBeGreaterThan(100);
    // One of a hundred may fail; larger runs are told by `npm run soak`.
    expect(report.columns - report.solved, JSON.stringify(report.failed)).toBeLessThanOrEqual(1);
  });
});

test('sixty columns that cannot be: the cause is told, of none is a column found', () => {
  const report = soakImpossible(20261130, 60);
  expect(report.columns).toBe(60);
  expect(report.solved).toEqual([]);
  expect(report.told / report.columns, JSON.stringify(report.untold)).toBeGreaterThanOrEqual(0.95);
}, 120_000);
