/** The balance sheet: which numbers of the split were given. */
import { z } from 'zod';
import { identifier, number } from '../../primitives.ts';

/** mol/s, kg/s, mol/mol, kg/kg, shares of what was fed (molar and mass), or the ratio of a product's flow to the feed's. */
export const CellKind = z.enum(['flow', 'mass-flow', 'fraction', 'mass-fraction', 'recovery', 'mass-recovery', 'ratio']);
export type CellKind = z.infer<typeof CellKind>;

/** A cell that was given. Products are `distillate`, `bottoms` and the side draws' ids; `component` null: the total. */
export const SheetCell = z.strictObject({
  component: identifier.nullable(),
  product: identifier,
  kind: CellKind,
  wish: z.enum(['equal', 'not-above', 'not-below']),
  value: number,
});
export type SheetCell = z.infer<typeof SheetCell>;

/** What a balance sheet was given. */
export const BalanceInputs = z.strictObject({ cells: z.array(SheetCell).max(500) });
export type BalanceInputs = z.infer<typeof BalanceInputs>;
