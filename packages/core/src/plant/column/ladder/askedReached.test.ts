import { readUnit } from '../../inputs.ts';
import { expect, test } from 'vitest';
import type { SheetCell } from '@keen-ladder/schema';
import { askedReached, notAsAsked } from './askedReached.ts';
import type { LeavingProduct } from './askedReached.ts';
import { acetoneWaterCase } from '../../../testing/index.ts';

/** Acetone (58.08 g/mol) and water (18.02) in three products, mol/s. */
const PRODUCTS: LeavingProduct[] = [
  { id: 'distillate', flows: [6, 1] },
  { id: 'overhead-vapour', flows: [2, 1] },
  { id: 'bottoms', flows: [2, 38] },
];

function row(cell: Partial<SheetCell>) {
  const document = acetoneWaterCase();
  const [light] = document.mixture.components;
  document.units[0].balance.cells = [
    { component: light.id, product: 'distillate', kind: 'fraction', wish: 'equal', value: 0.5, ...cell },
  ];
  const [found] = askedReached(readUnit(document, document.units[0]), document.units[0], PRODUCTS);
  return found;
}

test.each<[Partial<SheetCell>, number]>([
  [{ kind: 'fraction' }, 0.8],
  [{ kind: 'mass-fraction' }, (8 * 58.079) / (8 * 58.079 + 2 * 18.015)],
  [{ kind: 'recovery' }, 0.8],
  [{ kind: 'recovery', product: 'bottoms' }, 0.2],
  [{ kind: 'recovery', component: null }, 0.2],
  [{ kind: 'flow' }, 8],
  [{ kind: 'flow', component: null, product: 'bottoms' }, 40],
  [{ kind: 'mass-flow' }, 8 * 0.058079],
  [{ kind: 'ratio', component: null }, 0.25],
])('%o is read off the products, all that leaves at the top together', (cell, reached) => {
  expect(row(cell).reached).toBeCloseTo(reached, 4);
});

test('a purity short by more than a part of its impurity is told, a better one is not', () => {
  expect(row({ value: 0.8 }).verdict).toBe('met');
  expect(row({ value: 0.803 }).verdict).toBe('met');
  expect(row({ value: 0.85 }).verdict).toBe('short');
  expect(row({ value: 0.7 }).verdict).toBe('better');
  expect(notAsAsked([row({ value: 0.7 })])).toEqual([]);
  expect(notAsAsked([row({ value: 0.85 })])).toMatchObject([{ code: 'sheet-not-reached', cells: [{ reached: 0.8 }] }]);
});

test('of an impurity less is better, and a limit that holds is met however far it is', () => {
  const impurity = { product: 'bottoms', value: 0.003 } as const;
  expect(row(impurity).verdict).toBe('short'); // sixteen times as much
  expect(row({ ...impurity, value: 0.1 }).verdict).toBe('better');
  expect(row({ ...impurity, value: 0.1, wish: 'not-above' }).verdict).toBe('met');
  expect(row({ ...impurity, value: 0.03, wish: 'not-above' }).verdict).toBe('short');
  expect(row({ kind: 'flow', value: 5 }).verdict).toBe('other');
});
