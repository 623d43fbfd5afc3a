/** The balance sheet filled from a solved ladder: the flows that stand in it, and the numbers that hold its split. */
import type { SheetCell } from '@keen-ladder/schema';
import { productFlows } from './askedReached.ts';
import type { LeavingProduct } from './askedReached.ts';
import type { BalanceResult } from '../balance.ts';

type SheetFlows = Pick<BalanceResult, 'feed' | 'products' | 'flows' | 'totals' | 'massTotals'>;

/**
 * Flows of the sheet's products as the ladder has them.
 * @param leaving what leaves the ladder
 * @param molarMass kg/mol by component
 */
export function flowsFromLadder(sheet: SheetFlows, leaving: readonly LeavingProduct[], molarMass: readonly number[]): SheetFlows {
  const { feed, products } = sheet;
  const byProduct = products.map(({ id }) => productFlows(id, leaving));
  const total = (p: number, mass: (i: number) => number): number => byProduct[p].reduce((sum, flow, i) => sum + flow * mass(i), 0);
  return {
    feed,
    products,
    flows: feed.flatMap((_, i) => byProduct.map((flows) => flows[i])),
    totals: products.map((_, p) => total(p, () => 1)),
    massTotals: products.map((_, p) => total(p, (i) => molarMass[i])),
  };
}

/**
 * The cells that hold a ladder's split. Of two products the recoveries of the two components next to the cut, as a shortcut estimate asks for them; with
 * side draws, or where nothing is cut, every flow of every product but the bottoms.
 * @param ids of the components
 */
export function cellsOfSplit({ feed, products, flows }: SheetFlows, ids: readonly string[]): SheetCell[] {
  const flowAt = (i: number, p: number): number => flows[i * products.length + p] ?? 0;
  const overhead = feed.map((_, i) => flowAt(i, 0) / (flowAt(i, 0) + flowAt(i, 1)));
  const fed = feed.flatMap((flow, i) => (flow > 0 ? [i] : []));
  const light = fed.filter((i) => overhead[i] >= 0.5).sort((a, b) => overhead[a] - overhead[b])[0] as number | undefined;
  const heavy = fed.filter((i) => overhead[i] < 0.5).sort((a, b) => overhead[b] - overhead[a])[0] as number | undefined;
  if (products.length === 2 && light !== undefined && heavy !== undefined)
    return [
      { component: ids[light], product: 'distillate', kind: 'recovery', wish: 'equal', value: shortShare(overhead[light]) },
      { component: ids[heavy], product: 'bottoms', kind: 'recovery', wish: 'equal', value: shortShare(1 - overhead[heavy]) },
    ];
  return products.slice(0, -1).flatMap(({ id: product }, p) =>
    fed.flatMap((i): SheetCell[] => {
      const value = Number(flowAt(i, p).toPrecision(6));
      return value > 0 ? [{ component: ids[i], product, kind: 'flow', wish: 'equal', value }] : [];
    }),
  );
}

/** What is lost keeps four figures, so that 0.999999 does not become all; 1 - 1e-9 is the most that a sheet is given. */
const shortShare = (share: number): number => 1 - Number(Math.max(1e-9, 1 - share).toPrecision(4));
