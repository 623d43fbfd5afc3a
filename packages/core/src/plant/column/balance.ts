/** The balance sheet of a column, from the document to numbers. */
import type { ColumnUnit, SheetCell } from '@keen-ladder/schema';
import { balanceSheet, keysOf } from '../../balance/index.ts';
import type { FixedCell, SheetAnswer, SheetFeed } from '../../balance/index.ts';
import { evaluateFeedK, makeTwoPhases } from '../../equilibrium/index.ts';
import { open, outOfReach, solved } from '../../numerics/index.ts';
import type { NamedCell } from '../../balance/index.ts';
import type { OpenPoint, Outcome, Warning } from '../../numerics/index.ts';
import type { ThermoModel } from '../../thermo/index.ts';
import type { FeedFacts } from '../streams/feed.ts';
import { pressurePoints, pressuresOf } from './pressure.ts';
import type { UnitInputs } from '../inputs.ts';

/** The balance sheet with all that follows from its numbers. */
export interface BalanceResult {
  inputHash: string;
  /** mol/s by component of the mixture, all feeds together; empty while no feed is known. */
  feed: number[];
  /** From the top down: distillate, side draws, bottoms. */
  products: Product[];
  /** Flows of component i in product p at [i * products.length + p], mol/s; null where nothing says yet. */
  flows: (number | null)[];
  totals: (number | null)[]; // mol/s
  massTotals: (number | null)[]; // kg/s
  outcome: Outcome<BalanceFacts>;
}

/** What a complete sheet says besides. */
export interface BalanceFacts {
  /** Whether components without a number were divided as total reflux would. */
  isEstimated: boolean;
  keys: BalanceKeys | null;
  /** Places of wishes taken as equations. */
  held: number[];
}

/** The components that the split is between. */
export interface BalanceKeys {
  light: string;
  heavy: string;
  /** Volatility of the one over the other at the feed's bubble point. */
  alpha: number;
  /** (d/b) of the light key over that of the heavy one. */
  separation: number;
}

/** A product of the sheet. */
export interface Product {
  id: string;
  name: string;
}

/** The products of a column, from the top down. */
export function productsOf({ draws }: ColumnUnit): Product[] {
  return [
    { id: 'distillate', name: 'distillate' },
    ...draws.map(({ id, name }) => ({ id, name })),
    { id: 'bottoms', name: 'bottoms' },
  ];
}

/** Where a cell is in the document, for open points and fields. */
export function cellPath(column: string, { product, component, kind }: Pick<SheetCell, 'product' | 'component' | 'kind'>): string {
  return `units.${column}.balance.${product}.${component ?? 'total'}.${kind}`;
}

/** The balance sheet of a column, with what is missing for it. */
export function balanceOf(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  feeds: readonly Outcome<FeedFacts>[],
  model: Outcome<ThermoModel>,
): Omit<BalanceResult, 'inputHash'> {
  const products = productsOf(column);
  const blank = { feed: [], products, ...emptyFlows(unitInputs.mixture.components.length, products.length) };
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  points.push(...pressurePoints(column), ...unitInputs.connectionPoints);
  if (feeds.length === 0) points.push({ code: 'missing', path: 'streams', what: 'feed' });
  if (column.service !== 'distillation' && points.length === 0)
    return { ...blank, products: [], outcome: solved({ isEstimated: false, keys: null, held: [] }) };
  const refused = feeds.find((feed) => feed.state === 'out-of-reach');
  const pressures = pressuresOf(column);
  if (points.length > 0 || model.state !== 'solved' || pressures === undefined) return { ...blank, outcome: open(points) };
  if (refused?.state === 'out-of-reach')
    return { ...blank, outcome: { state: 'out-of-reach', reason: refused.reason, report: refused.report } };
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  return solveSheet(unitInputs, column, facts, model.value, pressures.feed);
}

/** The sheet of a column whose feeds are known. */
function solveSheet(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  feeds: readonly FeedFacts[],
  model: ThermoModel,
  P: number,
): Omit<BalanceResult, 'inputHash'> {
  const { components } = unitInputs.mixture;
  const products = productsOf(column);
  const feed = components.map((_, i) => feeds.reduce((sum, f) => sum + f.molarFlow * f.moleFractions[i], 0));
  const present = components.flatMap((_, i) => (feed[i] > 0 ? [i] : []));
  const points = cellPoints(unitInputs, column, feed);
  const sheetFeed: SheetFeed = {
    flows: Float64Array.from(present, (i) => feed[i]),
    molarMass: Float64Array.from(present, (i) => components[i].molarMass.value),
    products: products.length,
  };
  const blank = { feed, products, ...emptyFlows(components.length, products.length) };
  if (points.length > 0) return { ...blank, outcome: open(points) };
  const lnAlpha = volatilities(model, Float64Array.from(feed), P, meanTemperature(feeds), present);
  const cells = column.balance.cells.map((cell) =>
    fixedOf(cell, products, (id) => present.indexOf(components.findIndex((c) => c.id === id))),
  );
  const answer = balanceSheet(sheetFeed, cells, lnAlpha);
  const named = column.balance.cells.map((cell) => namedCell(unitInputs, column, cell));
  return {
    feed,
    products,
    ...spread(answer, components.length, present, products.length),
    outcome: outcomeOf(answer, { unitInputs, column, products, cells, named, lnAlpha, present }),
  };
}

function meanTemperature(feeds: readonly FeedFacts[]): number {
  const total = feeds.reduce((sum, f) => sum + f.molarFlow, 0);
  return feeds.reduce((sum, f) => sum + f.molarFlow * f.T, 0) / total;
}

interface Context {
  unitInputs: UnitInputs;
  column: ColumnUnit;
  products: Product[];
  cells: FixedCell[];
  named: NamedCell[];
  lnAlpha: Float64Array | undefined;
  present: number[];
}

function outcomeOf(answer: SheetAnswer, context: Context): Outcome<BalanceFacts> {
  const { named, column } = context;
  const { standing } = answer;
  switch (standing.state) {
    case 'open': {
      const { needed, propose } = standing;
      const name = (k: number): string => context.unitInputs.mixture.components[context.present[k]].name;
      const proposed =
        propose === undefined ? null : { component: name(propose.component), product: context.products[propose.product].name };
      return open([{ code: 'numbers-needed', path: `units.${column.id}.balance`, count: needed, propose: proposed }]);
    }
    case 'contradiction':
      return outOfReach({ code: 'cells-conflict', cells: standing.cells.map((k) => named[k]) });
    case 'no-split':
      return outOfReach({ code: 'no-split', cells: standing.cells.map((k) => named[k]) });
    case 'complete': {
      const { lines, unmet } = standing;
      const facts = { isEstimated: lines !== undefined, keys: sheetKeys(answer, context), held: answer.held };
      return solved(facts, undefined, [
        ...unmet.map(({ cell, value }): Warning => ({ code: 'wish-not-met', cell: named[cell], there: value })),
        ...answer.redundant.map((k): Warning => ({ code: 'cell-repeats', cell: named[k] })),
        ...linesWarnings(lines),
      ]);
    }
  }
}

function linesWarnings(lines: { stages: number; bend: number } | undefined): Warning[] {
  if (lines === undefined) return [];
  if (lines.stages < 0) return [{ code: 'lighter-goes-down' }];
  return lines.bend > BENT ? [{ code: 'lines-bent' }] : [];
}

function sheetKeys(answer: SheetAnswer, { unitInputs, products, cells, lnAlpha, present }: Context): BalanceKeys | null {
  const { components } = unitInputs.mixture;
  if (lnAlpha === undefined) return null;
  const flow = (i: number, p: number): number => answer.flows[i * products.length + p] ?? 0;
  const last = products.length - 1;
  const overhead = Float64Array.from(present, (_, i) => flow(i, 0) / (flow(i, 0) + flow(i, last)));
  const keys = keysOf(overhead, lnAlpha, cells);
  if (keys === undefined) return null;
  const ratio = (i: number): number => flow(i, 0) / flow(i, last);
  const separation = ratio(keys.light) / ratio(keys.heavy);
  if (!Number.isFinite(separation)) return null;
  const id = (k: number): string => components[present[k]].id;
  return { light: id(keys.light), heavy: id(keys.heavy), alpha: Math.exp(lnAlpha[keys.light] - lnAlpha[keys.heavy]), separation };
}

/** ln K of the components present, at the bubble point of all feeds together; where they have none, at their mean temperature. */
function volatilities(
  model: ThermoModel,
  feed: Float64Array,
  P: number,
  T: number,
  present: readonly number[],
): Float64Array | undefined {
  const total = feed.reduce((sum, f) => sum + f, 0);
  const z = feed.map((f) => f / total);
  const phases = makeTwoPhases(model.n);
  evaluateFeedK(model, P, z, T, phases);
  const own = Float64Array.from(present, (i) => phases.lnK[i]);
  return own.every(Number.isFinite) ? own : undefined;
}

function fixedOf(cell: SheetCell, products: Product[], placeOf: (id: string) => number): FixedCell {
  const { product, kind, wish, value } = cell;
  return {
    component: cell.component === null ? undefined : placeOf(cell.component),
    product: products.findIndex((p) => p.id === product),
    kind,
    ...(kind === 'ratio' ? { over: overOf(product, products.length) } : {}),
    wish,
    value,
  };
}

/** A ratio is to the bottoms, that of the bottoms to the distillate. */
const overOf = (product: string, products: number): number => (product === 'bottoms' ? 0 : products - 1);

/** A cell by the names of what it is about. */
export function namedCell(unitInputs: UnitInputs, column: ColumnUnit, { component, product, kind, value }: SheetCell): NamedCell {
  const name = component === null ? null : (unitInputs.mixture.components.find((c) => c.id === component)?.name ?? component);
  return { component: name, product: column.draws.find(({ id }) => id === product)?.name ?? product, kind, value };
}

/** What is wrong with a given number by itself. */
function cellPoints(unitInputs: UnitInputs, column: ColumnUnit, feed: readonly number[]): OpenPoint[] {
  return column.balance.cells.flatMap((cell): OpenPoint[] => {
    const path = cellPath(column.id, cell);
    const { component, value, kind } = cell;
    const { component: name, product } = namedCell(unitInputs, column, cell);
    const what = `${kind.replace('-', ' ')} of ${name ?? 'the whole'} in the ${product}`;
    const isShare = kind.endsWith('fraction') || kind.endsWith('recovery');
    const place = unitInputs.mixture.components.findIndex((c) => c.id === component);
    if (component !== null && !(feed[place] > 0)) return [{ code: 'not-fed', path, name: name ?? component }];
    if (isShare && (value === 0 || value === 1)) return [{ code: 'share-at-limit', path, what, value }];
    if (isShare && !(value > 0 && value < 1)) return [{ code: 'not-a-fraction', path, what, value }];
    return value > 0 ? [] : [{ code: 'not-positive', path, what, value }];
  });
}

/** Flows of which nothing is known. */
export function emptyFlows(n: number, products: number): Pick<BalanceResult, 'flows' | 'totals' | 'massTotals'> {
  const none = (length: number): null[] => Array.from({ length }, () => null);
  return { flows: none(n * products), totals: none(products), massTotals: none(products) };
}

/** The answer of the components present, spread over all; those that are not fed are nowhere. */
function spread(
  answer: SheetAnswer,
  n: number,
  present: readonly number[],
  products: number,
): Pick<BalanceResult, 'flows' | 'totals' | 'massTotals'> {
  const flows = Array.from({ length: n }, (_, i) =>
    Array.from({ length: products }, (_product, p) => {
      const place = present.indexOf(i);
      return place < 0 ? 0 : (answer.flows[place * products + p] ?? null);
    }),
  );
  return { flows: flows.flat(), totals: answer.totals.map((t) => t ?? null), massTotals: answer.massTotals.map((t) => t ?? null) };
}

/** ln(d/b) by which a component may lie off the straight line of total reflux before it is told. */
const BENT = 0.05;
