import type { BalanceResult, MapVerdict, MixtureMap } from '@keen-ladder/core';
import { describe, expect, test } from 'vitest';
import { readComposition, sheetProducts, verdictWords } from './products.ts';

const names = ['acetone', 'chloroform', 'methanol'];

describe('a wanted composition', () => {
  test('may leave the last component out, and is brought to a sum of 1 where rounding missed it', () => {
    expect(readComposition('0.7 0.1', names)).toEqual({ ok: true, x: [0.7, 0.1, 0.2] });
    expect(readComposition('0.7; 0.1; 0.2', names)).toEqual({ ok: true, x: [0.7, 0.1, 0.2] });
    const read = readComposition('0.333 0.333 0.333', names);
    expect(read.ok && read.x.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });
  test.each([
    ['0.7 x 0.2', 'x is no mole fraction'],
    ['1.2 0 0', '1.2 is no mole fraction'],
    ['0.7', '3 mole fractions are needed'],
    ['0.7 0.7 0.2', 'not to 1'],
  ])('%j is refused with a sentence', (text, words) => {
    const read = readComposition(text, names);
    expect(read.ok ? 'accepted' : read.sentence).toContain(words);
  });
});

describe('what the balance sheet has', () => {
  const sheet = (flows: (number | null)[]): BalanceResult => ({
    inputHash: '',
    feed: [4, 6],
    products: [
      { id: 'distillate', name: 'distillate' },
      { id: 'bottoms', name: 'bottoms' },
    ],
    flows,
    totals: [],
    massTotals: [],
    outcome: {
      state: 'solved',
      value: { isEstimated: false, keys: null, held: [] },
      report: { iterations: 0, residual: 0 },
      warnings: [],
    },
  });
  test('are its products as mole fractions', () => {
    expect(sheetProducts(sheet([3, 1, 1, 5]), 2)).toEqual({ first: [0.75, 0.25], second: [1 / 6, 5 / 6], fed: [0.4, 0.6] });
  });
  test('is nothing while a flow is not known, or the components are others', () => {
    expect(sheetProducts(sheet([3, 1, null, 5]), 2)).toBeUndefined();
    expect(sheetProducts(sheet([3, 1, 1, 5]), 3)).toBeUndefined();
    expect(sheetProducts(null, 2)).toBeUndefined();
  });
});

describe('the verdict in words', () => {
  const points = [['acetone'], ['methanol'], ['acetone', 'methanol']].map((of) => ({ names: of })) as MixtureMap['points'];
  const words = (verdict: MapVerdict) => verdictWords(verdict, points, () => 'why');
  test('names the ends of regions and the azeotrope between', () => {
    expect(words({ kind: 'one-region', from: 2, to: 1 })).toMatch(/^Reachable: .* from acetone \+ methanol.* to methanol/);
    expect(words({ kind: 'beyond-azeotrope', point: 2 })).toContain('that of acetone + methanol lies between');
    expect(words({ kind: 'across-boundary', first: [2, 1], second: [2, 0] })).toMatch(/to methanol.*to acetone/);
    expect(words({ kind: 'not-known' })).toContain('cannot be said');
    expect(words({ kind: 'no-answer', reason: { code: 'no-fit' } })).toContain('why');
    expect(words({ kind: 'of-gases' })).toContain('gases');
    expect(words({ kind: 'no-pair-between', names: ['hexane', 'heptane'] })).toContain('hexane and heptane');
  });
});
