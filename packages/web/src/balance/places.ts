/** The cells of the balance sheet as the page shows them: which number stands where, what typing in it means. */
import { findUnit, formatEntered, formatNumber, fromSI, parseQuantity, shownUnit } from '@keen-ladder/core';
import type { BalanceResult, Dimension, ParseProblem, Site } from '@keen-ladder/core';
import type { CaseDocument, CellKind, SheetCell } from '@keen-ladder/schema';

export type View = 'mole' | 'mass';
export type SheetColumn = 'flow' | 'fraction' | 'recovery';

/** component null: the total; a ratio stands in the line beneath it. */
export interface Place {
  component: string | null;
  product: string;
  column: SheetColumn | 'ratio';
}

export const isSamePlace = (a: Place | undefined, b: Place): boolean =>
  a?.component === b.component && a.product === b.product && a.column === b.column;

const kinds: Record<Place['column'], Record<View, CellKind>> = {
  flow: { mole: 'flow', mass: 'mass-flow' },
  fraction: { mole: 'fraction', mass: 'mass-fraction' },
  recovery: { mole: 'recovery', mass: 'mass-recovery' },
  ratio: { mole: 'ratio', mass: 'ratio' },
};

const dimensions: Record<CellKind, Dimension> = {
  flow: 'molarFlow',
  'mass-flow': 'massFlow',
  fraction: 'moleFraction',
  'mass-fraction': 'massFraction',
  recovery: 'ratio',
  'mass-recovery': 'ratio',
  ratio: 'ratio',
};

/** A component's recovery is the same by mole and by mass; a product's share of the feed is not. */
export function kindAt({ component, column }: Place, view: View): CellKind {
  return column === 'recovery' && component !== null ? 'recovery' : kinds[column][view];
}

/** The number given at a place, in whichever basis it was typed. */
export function givenAt(cells: readonly SheetCell[], place: Place): SheetCell | undefined {
  const possible = Object.values(kinds[place.column]);
  return cells.find((c) => c.component === place.component && c.product === place.product && possible.includes(c.kind));
}

export interface Showing {
  display: CaseDocument['display'];
  site: Site;
}

const unitOf = (kind: CellKind, { display }: Showing) => findUnit(dimensions[kind], shownUnit(display, dimensions[kind]));

/** What the page knows of flows, by component and by product. */
export interface Amounts {
  result: BalanceResult;
  molarMass: readonly number[];
}

/** The SI value at a place; undefined where nothing says. */
export function valueAt(place: Place, view: View, ids: readonly string[], { result, molarMass }: Amounts): number | undefined {
  const p = result.products.findIndex((product) => product.id === place.product);
  const i = ids.findIndex((id) => id === place.component);
  const count = (k: number): number => (view === 'mass' ? (molarMass[k] ?? 0) : 1);
  const totals = view === 'mass' ? result.massTotals : result.totals;
  const total = totals[p];
  const flow = result.flows[i * result.products.length + p];
  const part = place.component === null ? total : typeof flow === 'number' ? flow * count(i) : null;
  if (typeof part !== 'number') return undefined;
  switch (place.column) {
    case 'flow':
      return part;
    case 'fraction':
      return typeof total === 'number' && total > 0 ? part / total : undefined;
    case 'recovery':
      return shareOf(part, place.component === null ? fedTotal(result.feed, count) : (result.feed[i] ?? 0) * count(i));
    case 'ratio': {
      const other = totals[place.product === 'bottoms' ? 0 : result.products.length - 1];
      return typeof other === 'number' ? shareOf(part, other) : undefined;
    }
  }
}

export const fedTotal = (feed: readonly number[], count: (k: number) => number): number =>
  feed.reduce((sum, f, k) => sum + f * count(k), 0);

const shareOf = (part: number, whole: number): number | undefined => (whole > 0 ? part / whole : undefined);

/** A following value, short enough for a column of figures: what is nearly nothing or nearly all is said so. */
export function shownValue(si: number, kind: CellKind, showing: Showing): string {
  const unit = unitOf(kind, showing);
  const value = fromSI(si, unit, showing.site);
  if (kind === 'flow' || kind === 'mass-flow' || kind === 'ratio') {
    if (value > 0 && value < SMALL_FLOW) return `< ${SMALL_FLOW}`;
    return formatNumber(value, value < 1 ? 2 : 4);
  }
  const one = fromSI(1, unit, showing.site);
  if (si > 0 && si < SMALL_SHARE) return `< ${formatEntered(SMALL_SHARE * one)}`;
  if (si < 1 && si > 1 - SMALL_SHARE) return `> ${formatEntered((1 - SMALL_SHARE) * one)}`;
  return value.toFixed(one === 1 ? 4 : one === 100 ? 2 : 0);
}

const SMALL_SHARE = 1e-4;
const SMALL_FLOW = 0.0001;

const wishSigns: Record<SheetCell['wish'], string> = { equal: '', 'not-above': '≤ ', 'not-below': '≥ ' };

/** A given number as it was typed, its wish before it and, where the column is in another basis, its unit behind it. */
export function shownGiven(cell: SheetCell, view: View, place: Place, showing: Showing): string {
  const unit = unitOf(cell.kind, showing);
  const number = formatEntered(Number(fromSI(cell.value, unit, showing.site).toPrecision(10)));
  return `${wishSigns[cell.wish]}${number}${cell.kind === kindAt(place, view) ? '' : ` ${unit.id}`}`;
}

export type CellReading = { ok: true; cell: SheetCell } | { ok: false; problem: ParseProblem };

/** "0.985", "98 wt%", "< 200 ppm", "12 t/h": a number for this place. */
export function readCell(text: string, place: Place, view: View, showing: Showing): CellReading {
  const sign = /^\s*([<≤>≥]?)=?/.exec(text);
  const wish = sign?.[1] === '' || sign === null ? 'equal' : '<≤'.includes(sign[1] ?? '') ? 'not-above' : 'not-below';
  const own = kindAt(place, view);
  const possible = place.component !== null && place.column === 'recovery' ? [own] : Object.values(kinds[place.column]);
  const parsed = parseQuantity(
    text.slice(sign?.[0].length ?? 0),
    [...new Set(possible.map((kind) => dimensions[kind]))],
    unitOf(own, showing),
    showing.site,
  );
  if (!parsed.ok) return { ok: false, problem: parsed.problem };
  const { value, unit } = parsed.value;
  const kind = unit.dimension === dimensions[own] ? own : (possible.find((k) => dimensions[k] === unit.dimension) ?? own);
  return { ok: true, cell: { component: place.component, product: place.product, kind, wish, value } };
}

/** The unit that heads a column. */
export const columnUnit = (column: SheetColumn, view: View, showing: Showing): string =>
  column === 'recovery' ? 'of feed' : unitOf(kinds[column][view], showing).id;
