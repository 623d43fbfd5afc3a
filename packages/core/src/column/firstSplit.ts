/**
 * How the feed parts between the two ends, before anything is solved: every component by its volatility to the power of some number of stages,
 *   ln(dᵢ/bᵢ) = a + m ln Kᵢ,
 * as at total reflux (Fenske, Ind. Eng. Chem. 24 (1932) 482), with a and m such that what is wanted of the ends comes true as nearly as it can. How far
 * m stays below the stages then says the reflux (Gilliland's correlation as fitted by Eduljee, Hydrocarbon Proc. 54 (9) (1975) 120).
 */
import { total } from './feeds.ts';
import type { ColumnEquations } from './equations.ts';
import type { Place, Target } from './types.ts';

/** A first division of the components between the products. */
export interface FirstSplit {
  /** mol/s by component. */
  overhead: Float64Array;
  /** mol/mol, of a column whose least reflux is about 1. */
  reflux: number;
}

/**
 * @param lnK   volatilities at some middle temperature
 * @param aside mol/s that side draws take
 * @param targets what is wanted
 */
export function firstSplit(column: ColumnEquations, lnK: Float64Array, aside: number, targets: readonly Target[]): FirstSplit {
  const { input, n, fed, stages } = column;
  const z = new Float64Array(n);
  for (const { flows } of input.feeds) for (let i = 0; i < n; i++) z[i] += (flows[i] * (fed - aside)) / fed;
  const wanted = targets.filter(({ quantity: q }) => q.kind === 'ratio' && isEnd(q.over.place));
  const work = { z, lnK, d: new Float64Array(n), b: new Float64Array(n), ends: fed - aside };
  // What only rises or falls as more goes overhead comes first: it says at once how much that is.
  wanted.sort((one, other) => Number(isMonotonous(other)) - Number(isMonotonous(one)));
  const reflux = wantedAt(targets, 'reflux');
  const usual = reflux === undefined ? stages / 2 : powerFor(reflux, stages);
  let best = { miss: Infinity, m: usual, a: 0 };
  for (let k = 0; k <= POWERS; k++) {
    const m = wanted.length < 2 ? usual : LEAST_POWER * (stages / LEAST_POWER) ** (k / POWERS);
    for (const a of shiftsFor(wanted[0], m, work)) {
      part(a, m, work);
      const miss = wanted.reduce((sum, target) => sum + Math.abs(distance(target, work)), 0);
      if (miss < best.miss) best = { miss, m, a };
    }
  }
  part(best.a, best.m, work);
  return { overhead: work.d, reflux: refluxFor(best.m, stages) };
}

/** What a target says of a ratio to what is counted there. */
export const wantedAt = (targets: readonly Target[], at: 'reflux' | 'boil-up'): number | undefined =>
  targets.find(({ quantity: q }) => q.kind === 'ratio' && q.under !== null && q.over.place.at === at)?.value;

interface SplitWork {
  z: Float64Array;
  lnK: Float64Array;
  d: Float64Array;
  b: Float64Array;
  ends: number;
}

const isEnd = (place: Place): boolean => place.at === 'overhead' || place.at === 'bottoms';

/** An end that is next to nothing keeps its composition: it is told a little larger than it is, where it could no longer be told at all. */
function part(a: number, m: number, { z, lnK, d, b }: SplitWork): void {
  let [highest, lowest] = [-Infinity, Infinity];
  for (let i = 0; i < z.length; i++) {
    highest = Math.max(highest, a + m * lnK[i]);
    lowest = Math.min(lowest, a + m * lnK[i]);
  }
  const [up, down] = [Math.max(0, -FARTHEST - highest), Math.max(0, lowest - FARTHEST)];
  for (let i = 0; i < z.length; i++) {
    const odds = a + m * lnK[i];
    d[i] = z[i] / (1 + Math.exp(-odds - up));
    b[i] = z[i] / (1 + Math.exp(odds - down));
  }
}

const isMonotonous = ({ quantity: q }: Target): boolean => q.kind === 'ratio' && (q.under === null || q.under.place.at === 'feeds');

/** Every a with which a target comes true; without one, half goes overhead. */
function shiftsFor(target: Target | undefined, m: number, work: SplitWork): number[] {
  const reach = m * work.lnK.reduce((most, k) => Math.max(most, Math.abs(k)), 1) + 30;
  const at = (a: number): number => {
    part(a, m, work);
    return target === undefined ? total(work.d) - work.ends / 2 : distance(target, work);
  };
  const pieces = target === undefined || isMonotonous(target) ? 1 : PIECES;
  const shifts: number[] = [];
  for (let piece = 0; piece < pieces; piece++) {
    let [low, high] = [reach * ((2 * piece) / pieces - 1), reach * ((2 * (piece + 1)) / pieces - 1)];
    const [below, above] = [at(low), at(high)];
    if (pieces > 1 && below > 0 === above > 0) continue;
    for (let halving = 0; halving < HALVINGS; halving++) {
      const middle = (low + high) / 2;
      if (at(middle) > 0 === above > below) high = middle;
      else low = middle;
    }
    shifts.push((low + high) / 2);
  }
  return shifts.length > 0 ? shifts : [0];
}

/** By how much a sum or a share at an end is above what is wanted; shares by their odds. */
function distance({ quantity, value }: Target, { d, b, z }: SplitWork): number {
  if (quantity.kind !== 'ratio') return 0;
  const { over, under } = quantity;
  const sum = (flows: Float64Array, weights: Float64Array): number => flows.reduce((s, flow, i) => s + flow * weights[i], 0);
  const flows = over.place.at === 'overhead' ? d : b;
  const above = sum(flows, over.weights);
  if (under === null) return Math.log((above + TINY) / (value + TINY));
  const below = sum(under.place.at === 'feeds' ? z : under.place.at === 'overhead' ? d : b, under.weights);
  const share = above / below;
  return value > 0 && value < 1 && share <= 1
    ? Math.log((share + TINY) / (1 - share + TINY)) - Math.log(value / (1 - value))
    : Math.log((share + TINY) / (Math.abs(value) + TINY));
}

/** Y = 0.75 − 0.75 X^0.5668 turned round, with a least reflux of 1. */
function refluxFor(m: number, stages: number): number {
  const Y = Math.min(0.7, Math.max(0.02, (stages - m) / (stages + 1)));
  const X = (1 - Y / 0.75) ** (1 / 0.5668);
  return (X + 1) / (1 - X);
}

/** The same the other way; a reflux near that least one counts as half the stages. */
function powerFor(reflux: number, stages: number): number {
  const Y = 0.75 - 0.75 * (Math.max(reflux - 1, 0) / (reflux + 1)) ** 0.5668;
  return Math.max(stages / 2, stages - Y * (stages + 1));
}

const POWERS = 24;
const LEAST_POWER = 0.3;
const PIECES = 40;
const HALVINGS = 45;
const TINY = 1e-12;
/** Odds, as a logarithm, beyond which exp gives nothing. */
const FARTHEST = 600;
