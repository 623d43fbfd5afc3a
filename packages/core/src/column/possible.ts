/**
 * Whether the targets that speak of products alone can be true together with the overall balances, before any stage is solved: they are linear in the
 * component flows of the products, which are not below zero. What follows from the others is said twice; what no products have cannot be met.
 */
import { smallestMiss } from '../numerics/index.ts';
import { bottomsDraw, drawsOf, firstSideDraw, hasDistillateDraw } from './handles.ts';
import type { ColumnInput, Place, Quantity, Target, WeightedSum } from './types.ts';

/** Targets that cannot be true together. */
export interface TargetConflict {
  kind: 'repeats' | 'beyond-balance';
  targets: number[];
}

/** The conflict, with the places of the targets in it; undefined where there is none. */
export function conflictOf(input: Omit<ColumnInput, 'targets'>, targets: readonly Target[]): TargetConflict | undefined {
  if (input.free.some(({ kind }) => kind === 'feed-flow' || kind === 'feed-component')) return undefined;
  const rows = targets.map((target) => rowOf(input, target));
  const counted = rows.flatMap((row, k) => (row === undefined ? [] : [k]));
  const of = (places: readonly number[]): Row[] => [...balances(input), ...places.flatMap((k) => rows[k] ?? [])];
  if (isBeyond(of(counted))) return { kind: 'beyond-balance', targets: needed(counted, (left) => isBeyond(of(left))) };
  if (isRepeating(of(counted))) return { kind: 'repeats', targets: needed(counted, (left) => isRepeating(of(left))) };
  return undefined;
}

/** Coefficients of the flows of component i in product p at [p·n + i], and the right side. */
interface Row {
  a: Float64Array;
  b: number;
}

/** Those without which the rest is free of the conflict, found by leaving out one after the other. */
function needed(places: readonly number[], isInConflict: (left: number[]) => boolean): number[] {
  let left = [...places];
  for (const place of places) {
    const without = left.filter((k) => k !== place);
    if (isInConflict(without)) left = without;
  }
  return left;
}

/** Liquid distillate and vapour at the top, bottoms, then side draws. */
const productsOf = (input: Omit<ColumnInput, 'targets'>): number => 3 + drawsOf(input).length - firstSideDraw(input);

function balances(input: Omit<ColumnInput, 'targets'>): Row[] {
  const n = input.model.n;
  const products = productsOf(input);
  const nothing = [hasDistillateDraw(input.top) ? -1 : 0, input.top === 'total-condenser' ? 1 : -1].filter((p) => p >= 0);
  const whole = fedOf(input).reduce((sum, flow) => sum + flow, 0);
  return [
    ...Array.from(fedOf(input), (fed, i) => ({ a: ones(products * n, (u) => u % n === i), b: fed / whole })),
    ...nothing.flatMap((p) => Array.from({ length: n }, (_, i) => ({ a: ones(products * n, (u) => u === p * n + i), b: 0 }))),
  ];
}

const ones = (size: number, where: (u: number) => boolean): Float64Array =>
  Float64Array.from({ length: size }, (_, u) => (where(u) ? 1 : 0));

function fedOf({ feeds, model }: Omit<ColumnInput, 'targets'>): Float64Array {
  return Float64Array.from({ length: model.n }, (_, i) => feeds.reduce((sum, { flows }) => sum + flows[i], 0));
}

/** A target as a row, flows measured by all that is fed; undefined where it speaks of anything inside the column. */
function rowOf(input: Omit<ColumnInput, 'targets'>, { quantity, value }: Target): Row | undefined {
  const n = input.model.n;
  const sums = sumsOf(input, quantity);
  if (sums === undefined) return undefined;
  const whole = fedOf(input).reduce((sum, flow) => sum + flow, 0);
  const a = new Float64Array(productsOf(input) * n);
  let b = 0;
  const add = ({ place, weights }: WeightedSum, factor: number): boolean => {
    if (place.at === 'feeds') {
      fedOf(input).forEach((fed, i) => (b -= (factor * weights[i] * fed) / whole));
      return true;
    }
    const products = productsAt(input, place);
    for (const p of products ?? []) for (let i = 0; i < n; i++) a[p * n + i] += factor * weights[i];
    return products !== undefined;
  };
  if (!add(sums.over, 1)) return undefined;
  if (sums.under === null) b += value / whole;
  else if (!add(sums.under, -value)) return undefined;
  const size = a.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  return { a: a.map((x) => x / size), b: b / size };
}

function sumsOf(
  input: Omit<ColumnInput, 'targets'>,
  quantity: Quantity,
): { over: WeightedSum; under: WeightedSum | null } | undefined {
  if (quantity.kind === 'ratio') return quantity;
  if (quantity.kind !== 'handle' || quantity.handle.kind !== 'draw') return undefined;
  const place: Place = { at: 'draw', draw: quantity.handle.draw };
  return { over: { place, weights: new Float64Array(input.model.n).fill(1) }, under: null };
}

function productsAt(input: Omit<ColumnInput, 'targets'>, place: Place): number[] | undefined {
  switch (place.at) {
    case 'overhead':
      return [0, 1];
    case 'overhead-vapour':
      return [1];
    case 'bottoms':
      return [2];
    case 'draw':
      if (place.draw >= firstSideDraw(input)) return [3 + place.draw - firstSideDraw(input)];
      return [place.draw === bottomsDraw(input) ? 2 : 0];
    case 'reflux':
    case 'boil-up':
    case 'pump-around':
    case 'feed':
    case 'feeds':
    case 'stage':
      return undefined;
  }
}

function isBeyond(rows: readonly Row[]): boolean {
  const columns = rows[0].a.length;
  const a = new Float64Array(rows.length * columns);
  rows.forEach((r, k) => {
    a.set(r.a, k * columns);
  });
  return (
    smallestMiss(
      a,
      Float64Array.from(rows, ({ b }) => b),
      rows.length,
      columns,
    ) > MISSED
  );
}

/** Whether a row follows from those before it (modified Gram & Schmidt). */
function isRepeating(rows: readonly Row[]): boolean {
  const base: Float64Array[] = [];
  for (const { a } of rows) {
    const rest = a.slice();
    const length = norm(rest);
    for (const b of base) {
      let product = 0;
      for (let u = 0; u < b.length; u++) product += b[u] * rest[u];
      for (let u = 0; u < b.length; u++) rest[u] -= product * b[u];
    }
    const left = norm(rest);
    if (left < DEPENDENT * length) return true;
    base.push(rest.map((x) => x / left));
  }
  return false;
}

const norm = (a: Float64Array): number => Math.sqrt(a.reduce((sum, x) => sum + x * x, 0));

const MISSED = 1e-9;
const DEPENDENT = 1e-9;
