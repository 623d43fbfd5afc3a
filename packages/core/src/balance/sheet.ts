/**
 * The balance sheet: what is fed, what is wanted in the products, and everything that follows. What is fixed gives linear equations in the
 * component flows (`cells.ts`); those alone say which other cells follow (`rowSpace.ts`) and whether all can be true at once with no flow below
 * zero (a linear programme); where they leave components open, the split at total reflux sends them up or down (`complete.ts`).
 * Cells that cannot be true together are named by leaving out one after the other: those without which the rest is possible are the conflict.
 */
import { smallestMiss } from '../numerics/index.ts';
import { componentRow, rowOf } from './cells.ts';
import type { FixedCell, SheetFeed } from './cells.ts';
import { completed, linesFixed } from './complete.ts';
import { RowSpace } from './rowSpace.ts';

/** The flows of a sheet, and how its numbers stand. */
export interface SheetAnswer {
  /** mol/s, [i * products + p]; undefined where nothing says. */
  flows: (number | undefined)[];
  /** mol/s and kg/s by product. */
  totals: (number | undefined)[];
  massTotals: (number | undefined)[];
  /** Places of wishes taken as equations, since without them something would be missing. */
  held: number[];
  /** Places of cells that say what others say already. */
  redundant: number[];
  standing: SheetStanding;
}

/** How far a sheet is determined. */
export type SheetStanding =
  | {
      state: 'complete';
      /** How the components without a number were divided; undefined where the balance alone did it. */
      lines: { stages: number; bend: number } | undefined;
      /** Places of wishes that are not met, with what there is instead. */
      unmet: { cell: number; value: number }[];
    }
  | { state: 'open'; needed: number; propose: { component: number; product: number } | undefined }
  | { state: 'contradiction'; cells: number[] }
  /** Every number could be true, but no split with something of everything everywhere makes them so. */
  | { state: 'no-split'; cells: number[] };

/**
 * @param feed    every component with a flow above zero
 * @param lnAlpha volatilities, length n, any reference; undefined where the model gives none: components without a number then stay open
 * @throws RangeError for shares not between 0 and 1, flows and ratios not above 0, or places that do not exist: our mistake, never the user's
 */
export function balanceSheet(feed: SheetFeed, cells: readonly FixedCell[], lnAlpha: Float64Array | undefined): SheetAnswer {
  checkCells(feed, cells);
  const equations = cells.flatMap((cell, k) => (cell.wish === 'equal' ? [k] : []));
  const conflict = conflictOf(feed, cells, equations);
  if (conflict !== undefined)
    return { ...nothingKnown(feed), held: [], redundant: [], standing: { state: 'contradiction', cells: conflict } };
  const space = spaceOf(feed);
  const redundant = equations.filter((k) => !space.add(rowOf(feed, cells[k])));
  const held = heldWishes(feed, cells, equations, lnAlpha);
  for (const k of held) space.add(rowOf(feed, cells[k]));
  const used = [...equations.filter((k) => !redundant.includes(k)), ...held];
  const beyond = held.length > 0 ? conflictOf(feed, cells, [...equations, ...held]) : undefined;
  if (beyond !== undefined)
    return { ...nothingKnown(feed), held: [], redundant, standing: { state: 'contradiction', cells: beyond } };
  return { held, redundant, ...finished(feed, cells, used, space, lnAlpha) };
}

function finished(
  feed: SheetFeed,
  cells: readonly FixedCell[],
  used: readonly number[],
  space: RowSpace,
  lnAlpha: Float64Array | undefined,
): Pick<SheetAnswer, 'flows' | 'totals' | 'massTotals' | 'standing'> {
  const n = feed.flows.length;
  if (space.rank === n * feed.products) {
    const known = knownBy(feed, (c) => space.valueOf(c));
    return { ...known, standing: { state: 'complete', lines: undefined, unmet: unmetWishes(feed, cells, known) } };
  }
  const needed = missing(
    feed,
    used.map((k) => cells[k]),
    space,
    lnAlpha,
  );
  if (needed > 0 || lnAlpha === undefined) {
    const known = knownBy(feed, (c) => space.valueOf(c));
    return {
      ...known,
      standing: {
        state: 'open',
        needed: Math.max(needed, 1),
        propose: proposal(
          feed,
          used.map((k) => cells[k]),
          space,
          lnAlpha,
        ),
      },
    };
  }
  const completion = completed(
    feed,
    used.map((k) => cells[k]),
    lnAlpha,
  );
  if (completion === undefined) {
    return { ...knownBy(feed, (c) => space.valueOf(c)), standing: { state: 'no-split', cells: [...used] } };
  }
  const { shares, stages, bend } = completion;
  const known = knownBy(feed, (c) => c.reduce((sum, v, k) => sum + v * shares[k], 0));
  return { ...known, standing: { state: 'complete', lines: { stages, bend }, unmet: unmetWishes(feed, cells, known) } };
}

/** How many numbers are wanting: each product above the bottoms takes two with the total-reflux line, else one for each component. */
function missing(feed: SheetFeed, cells: readonly FixedCell[], space: RowSpace, lnAlpha: Float64Array | undefined): number {
  const n = feed.flows.length;
  if (lnAlpha === undefined) return n * feed.products - space.rank;
  return 2 * (feed.products - 1) - linesFixed(feed, cells, lnAlpha);
}

/** Wishes that are needed as equations, in their order. */
function heldWishes(
  feed: SheetFeed,
  cells: readonly FixedCell[],
  equations: readonly number[],
  lnAlpha: Float64Array | undefined,
): number[] {
  const space = spaceOf(feed);
  for (const k of equations) space.add(rowOf(feed, cells[k]));
  const used = [...equations];
  const held: number[] = [];
  for (const [k, cell] of cells.entries()) {
    const asked = used.map((u) => cells[u]);
    if (cell.wish === 'equal' || missing(feed, asked, space, lnAlpha) <= 0) continue;
    if (lnAlpha !== undefined && linesFixed(feed, [...asked, cell], lnAlpha) === linesFixed(feed, asked, lnAlpha)) continue;
    if (!space.add(rowOf(feed, cell))) continue;
    used.push(k);
    held.push(k);
  }
  return held;
}

function spaceOf(feed: SheetFeed): RowSpace {
  const space = new RowSpace();
  for (let i = 0; i < feed.flows.length; i++) space.add(componentRow(feed.flows.length, feed.products, i));
  return space;
}

/** A smallest set of these cells that cannot be true together with the balances; undefined when all can. */
function conflictOf(feed: SheetFeed, cells: readonly FixedCell[], equations: readonly number[]): number[] | undefined {
  if (isPossible(feed, cells, equations)) return undefined;
  let conflict = [...equations];
  for (const k of equations) {
    const without = conflict.filter((c) => c !== k);
    if (!isPossible(feed, cells, without)) conflict = without;
  }
  return conflict;
}

function isPossible(feed: SheetFeed, cells: readonly FixedCell[], equations: readonly number[]): boolean {
  const n = feed.flows.length;
  const rows = [
    ...Array.from({ length: n }, (_, i) => componentRow(n, feed.products, i)),
    ...equations.map((k) => rowOf(feed, cells[k])),
  ];
  const columns = n * feed.products;
  const a = new Float64Array(rows.length * columns);
  rows.forEach(({ c }, k) => {
    a.set(c, k * columns);
  });
  return (
    smallestMiss(
      a,
      Float64Array.from(rows, ({ b }) => b),
      rows.length,
      columns,
    ) < POSSIBLE
  );
}

type Known = Pick<SheetAnswer, 'flows' | 'totals' | 'massTotals'>;

function nothingKnown(feed: SheetFeed): Known {
  const none = (length: number): undefined[] => Array.from({ length }, () => undefined);
  return { flows: none(feed.flows.length * feed.products), totals: none(feed.products), massTotals: none(feed.products) };
}

/** Flows and totals by what is known of linear forms in the shares. */
function knownBy({ flows, molarMass, products }: SheetFeed, valueOf: (c: Float64Array) => number | undefined): Known {
  const n = flows.length;
  const form = (coefficient: (i: number, p: number) => number): Float64Array =>
    Float64Array.from({ length: n * products }, (_, k) => coefficient(Math.floor(k / products), k % products));
  const total = flows.reduce((sum, f) => sum + f, 0);
  const mass = flows.reduce((sum, f, i) => sum + f * molarMass[i], 0);
  const times = (factor: number, value: number | undefined): number | undefined =>
    value === undefined ? undefined : factor * value;
  const ofProduct = (p: number, whole: number, part: (i: number) => number): number | undefined =>
    times(whole, valueOf(form((i, q) => (q === p ? part(i) / whole : 0))));
  return {
    flows: Array.from({ length: n * products }, (_, k) =>
      times(flows[Math.floor(k / products)], valueOf(form((i, p) => (i * products + p === k ? 1 : 0)))),
    ),
    totals: Array.from({ length: products }, (_, p) => ofProduct(p, total, (i) => flows[i])),
    massTotals: Array.from({ length: products }, (_, p) => ofProduct(p, mass, (i) => flows[i] * molarMass[i])),
  };
}

/** What a cell comes to in a complete sheet. */
export function cellValue(feed: SheetFeed, cell: FixedCell, known: Known): number | undefined {
  const { component: i, product: p, kind } = cell;
  const isMass = kind.startsWith('mass');
  const totals = isMass ? known.massTotals : known.totals;
  const fed = (j: number): number => feed.flows[j] * (isMass ? feed.molarMass[j] : 1);
  const flow = i === undefined ? known.flows[0] : known.flows[i * feed.products + p];
  const part = i === undefined ? totals[p] : flow === undefined ? undefined : flow * (isMass ? feed.molarMass[i] : 1);
  const whole = wholeOf(cell, totals, i === undefined ? feed.flows.reduce((sum, _, j) => sum + fed(j), 0) : fed(i));
  return part === undefined || whole === undefined || whole === 0 ? undefined : part / whole;
}

function wholeOf({ kind, product, over }: FixedCell, totals: (number | undefined)[], fed: number): number | undefined {
  switch (kind) {
    case 'flow':
    case 'mass-flow':
      return 1;
    case 'fraction':
    case 'mass-fraction':
      return totals[product];
    case 'recovery':
    case 'mass-recovery':
      return fed;
    case 'ratio':
      return totals[over ?? product];
  }
}

function unmetWishes(feed: SheetFeed, cells: readonly FixedCell[], known: Known): { cell: number; value: number }[] {
  return cells.flatMap((cell, k) => {
    const value = cellValue(feed, cell, known);
    if (value === undefined || cell.wish === 'equal') return [];
    const excess = (value - cell.value) / cell.value;
    return (cell.wish === 'not-above' ? excess : -excess) > WISH_MET ? [{ cell: k, value }] : [];
  });
}

/** The recovery that would help most: of the component nearest to the middle in volatility that no equation fixes, in the product it goes to. */
function proposal(
  feed: SheetFeed,
  cells: readonly FixedCell[],
  space: RowSpace,
  lnAlpha: Float64Array | undefined,
): { component: number; product: number } | undefined {
  const n = feed.flows.length;
  const order = Array.from({ length: n }, (_, i) => i);
  if (lnAlpha !== undefined) order.sort((a, b) => lnAlpha[b] - lnAlpha[a]);
  const middle = (n - 1) / 2;
  const nearest = order.map((i, place) => ({ i, place })).sort((a, b) => Math.abs(a.place - middle) - Math.abs(b.place - middle));
  const have = lnAlpha === undefined ? 0 : linesFixed(feed, cells, lnAlpha);
  for (const { i, place } of nearest) {
    for (const product of productsToTry(place <= middle, feed.products)) {
      const cell: FixedCell = { component: i, product, kind: 'recovery', value: 0.5, wish: 'equal' };
      if (space.valueOf(rowOf(feed, cell).c) !== undefined) continue;
      if (lnAlpha === undefined || linesFixed(feed, [...cells, cell], lnAlpha) > have) return { component: i, product };
    }
  }
  return undefined;
}

/** Light components overhead first, heavy ones in the bottoms first. */
function productsToTry(isLight: boolean, products: number): number[] {
  const all = Array.from({ length: products }, (_, p) => p);
  return isLight ? all : all.reverse();
}

function checkCells(feed: SheetFeed, cells: readonly FixedCell[]): void {
  if (feed.flows.some((f) => !(f > 0))) throw new RangeError('a component without flow on the sheet');
  for (const { component, product, over, kind, value } of cells) {
    const isShare = kind.endsWith('recovery') || kind.endsWith('fraction');
    if (!(value > 0) || (isShare && !(value < 1))) throw new RangeError(`${kind} of ${value}`);
    const places = [component ?? 0, product, over ?? 0];
    if (places[0] >= feed.flows.length || places[1] >= feed.products || places[2] >= feed.products)
      throw new RangeError(`no cell ${places.join(', ')}`);
    if (component === undefined && kind.endsWith('fraction')) throw new RangeError('a total has no fraction');
  }
}

/** Σ|A u − b| in shares of the feed under which rows count as possible together. */
const POSSIBLE = 1e-9;
/** Relative excess over a wish that is rounding. */
const WISH_MET = 1e-9;
