/** What the balance sheet asks, beside what a solved ladder reaches of it. */
import type { ColumnUnit, SheetCell } from '@keen-ladder/schema';
import { normalised } from '../../streams/composition.ts';
import { namedCell } from '../balance.ts';
import type { NamedCell } from '../../../balance/index.ts';
import type { Warning } from '../../../numerics/index.ts';
import type { UnitInputs } from '../../inputs.ts';

/** What the sheet asks of a product beside what the ladder reaches. */
export interface AskedReached {
  /** The number asked for, by its names. */
  cell: NamedCell;
  wish: SheetCell['wish'];
  /** The same of the ladder's products, in the cell's measure. */
  reached: number;
  verdict: Verdict;
}

/** What leaves as one product, mol/s by component. */
export interface LeavingProduct {
  id: string;
  flows: readonly number[];
}

/** `better`: purer than asked, or more recovered; `other`: a flow, or a ratio, that is another one. */
export type Verdict = 'met' | 'better' | 'short' | 'other';

/** In the order of the sheet's cells; those of products that the ladder does not have are left out. */
export function askedReached(unitInputs: UnitInputs, column: ColumnUnit, products: readonly LeavingProduct[]): AskedReached[] {
  return column.balance.cells.flatMap((cell): AskedReached[] => {
    const reached = reachedOf(unitInputs, cell, products);
    if (!Number.isFinite(reached)) return [];
    return [{ cell: namedCell(unitInputs, column, cell), wish: cell.wish, reached, verdict: verdictOf(cell, reached) }];
  });
}

/** One warning for all that is not as asked. */
export function notAsAsked(rows: readonly AskedReached[]): Warning[] {
  const off = rows.filter(({ verdict }) => verdict === 'short' || verdict === 'other');
  return off.length === 0 ? [] : [{ code: 'sheet-not-reached', cells: off.map(({ cell, reached }) => ({ cell, reached })) }];
}

/** mol/s by component that leave as one product of the sheet; the distillate is all that leaves at the top. */
export function productFlows(product: string, products: readonly LeavingProduct[]): Float64Array {
  const parts = products.filter(({ id }) => id === product || (product === 'distillate' && id === 'overhead-vapour'));
  return Float64Array.from(parts[0]?.flows ?? [], (_, i) => parts.reduce((sum, { flows }) => sum + flows[i], 0));
}

function reachedOf({ mixture }: UnitInputs, { component, product, kind }: SheetCell, products: readonly LeavingProduct[]): number {
  const { components } = mixture;
  const place = components.findIndex(({ id }) => id === component);
  const masses = components.map((c) => c.molarMass.value);
  const inMass = kind.startsWith('mass');
  const measured = (flows: Float64Array): Float64Array => (inMass ? flows.map((flow, i) => flow * masses[i]) : flows);
  const of = (flows: Float64Array): number => (component === null ? sum(flows) : flows[place]);
  const here = measured(productFlows(product, products));
  switch (kind) {
    case 'flow':
    case 'mass-flow':
      return of(here);
    case 'fraction':
    case 'mass-fraction':
      return of(normalised(here));
    case 'recovery':
    case 'mass-recovery':
      return of(here) / products.reduce((all, { id }) => all + of(measured(own(id, products))), 0);
    case 'ratio':
      return of(here) / of(productFlows(product === 'bottoms' ? 'distillate' : 'bottoms', products));
  }
}

const own = (id: string, products: readonly LeavingProduct[]): Float64Array =>
  Float64Array.from(products.find((p) => p.id === id)?.flows ?? []);

const sum = (flows: Float64Array): number => flows.reduce((a, b) => a + b, 0);

/** Part of what is rarer, the asked or what it leaves, by which a share may be off and still be met; of a flow its own part. */
const NEAR_SHARE = 0.02;
const NEAR_FLOW = 0.005;

function verdictOf({ kind, wish, value }: SheetCell, reached: number): Verdict {
  const isShare = kind.endsWith('fraction') || kind.endsWith('recovery');
  const near = isShare ? NEAR_SHARE * Math.min(value, 1 - value) : NEAR_FLOW * value;
  const off = reached - value;
  if (Math.abs(off) <= near || (wish === 'not-above' && off < 0) || (wish === 'not-below' && off > 0)) return 'met';
  if (!isShare) return 'other';
  // Of what is asked for in most of a product more is better, of an impurity less.
  return off > 0 === value >= 0.5 ? 'better' : 'short';
}
