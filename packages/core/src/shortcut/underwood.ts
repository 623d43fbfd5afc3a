/**
 * Smallest reflux by Underwood's equations, for constant relative volatilities and constant molar overflow. The roots θ of
 *   Σ αᵢ fᵢ/(αᵢ − θ) = (1 − q) F
 * between neighbouring components that both distribute (go to both ends at infinitely many stages) each give
 *   Σ αᵢ dᵢ/(αᵢ − θ) = V,
 * V the vapour above the feed. With both keys' flows overhead given, these equations are linear in V and in the dᵢ of the other components that
 * distribute. Which do is found: all are taken to, then the outermost whose share overhead would
 * lie furthest outside 0 to 1 is not; components between the keys always do.
 * Sources: Underwood, Chem. Eng. Prog. 44 (1948) 603; Shiras, Hanson & Gibson, Ind. Eng. Chem. 42 (1950) 871; Halvorsen & Skogestad, Ind. Eng.
 * Chem. Res. 42 (2003) 596.
 */
import { bracketedRoot, factorDense, solveDense } from '../numerics/index.ts';

/** A feed: flows f by component (any unit of flow) and what part of it, q, joins the liquid. */
export interface ShortcutFeed {
  /** Volatilities relative to one and the same component, length n. */
  alpha: Float64Array;
  feed: Float64Array;
  q: number;
}

/** The keys by their place, and how much of each goes overhead, in the unit of the feed. */
export interface Keys {
  light: number;
  heavy: number;
  overheadLight: number;
  overheadHeavy: number;
}

/** The least reflux and the roots it stands on. */
export interface Underwood {
  /** L/D; NaN where volatilities lie too close for their equations to be told apart. Below 0 where the split needs no reflux at all: a vapour feed, or a split that a single flash betters. */
  reflux: number;
  /** Vapour above the feed, in the unit of the feed. */
  vapour: number;
  /** Flows overhead at smallest reflux, length n. */
  distillate: Float64Array;
  /** Roots used, falling. */
  roots: number[];
  distributes: boolean[];
}

/**
 * @throws RangeError when the light key is not the more volatile, or one of the keys is not in the feed: the caller has to see to that
 */
export function underwood(feed: ShortcutFeed, keys: Keys): Underwood {
  const { alpha } = feed;
  const groups = groupsOf(feed);
  const place = (key: number): number => groups.findIndex((g) => g.members.includes(key));
  const [light, heavy] = [place(keys.light), place(keys.heavy)];
  if (light < 0 || heavy < 0 || !(light < heavy))
    throw new RangeError('the light key must be in the feed and be the more volatile');
  let first = 0;
  let last = groups.length - 1;
  for (;;) {
    const found = solveDistribution(feed, groups, first, last, [light, heavy], keys);
    const above = first < light ? beyond(found.share[first]) : 0;
    const below = last > heavy ? beyond(found.share[last]) : 0;
    if (!(above > 0) && !(below > 0)) return resultOf(alpha.length, feed, groups, first, last, found);
    if (above >= below) first++;
    else last--;
  }
}

/** By how much a share lies outside 0 to 1. */
const beyond = (share: number): number => Math.max(share - 1, -share);

/** Components of one and the same volatility go the same way. */
interface Group {
  alpha: number;
  flow: number;
  members: number[];
}

/** By falling volatility; what is not in the feed has no root beside it. */
function groupsOf({ alpha, feed }: ShortcutFeed): Group[] {
  const order = Array.from(alpha.keys())
    .filter((i) => feed[i] > 0)
    .sort((i, j) => alpha[j] - alpha[i]);
  const groups: Group[] = [];
  for (const i of order) {
    const last = groups.at(-1);
    if (last !== undefined && last.alpha - alpha[i] <= SAME * last.alpha) {
      last.flow += feed[i];
      last.members.push(i);
    } else groups.push({ alpha: alpha[i], flow: feed[i], members: [i] });
  }
  return groups;
}

interface Distribution {
  /** Of each group, the part that goes overhead. */
  share: number[];
  vapour: number;
  roots: number[];
}

/** The linear equations for groups `first` to `last` distributing, those before all overhead, those after all in the bottoms. */
function solveDistribution(
  feed: ShortcutFeed,
  groups: readonly Group[],
  first: number,
  last: number,
  [light, heavy]: readonly [number, number],
  keys: Keys,
): Distribution {
  const share = groups.map((_, k): number => (k < first ? 1 : 0));
  share[light] = keys.overheadLight / feed.feed[keys.light];
  share[heavy] = keys.overheadHeavy / feed.feed[keys.heavy];
  const unknown = groups.flatMap((_, k) => (k >= first && k <= last && k !== light && k !== heavy ? [k] : []));
  const roots = Array.from({ length: last - first }, (_, k) => rootBetween(feed, groups, first + k));
  const size = roots.length; // as many as unknown shares and the vapour
  const matrix = new Float64Array(size * size);
  const right = new Float64Array(size);
  for (const [row, theta] of roots.entries()) {
    const term = ({ alpha, flow }: Group): number => (alpha * flow) / (alpha - theta);
    for (const [column, k] of unknown.entries()) matrix[row * size + column] = term(groups[k]);
    matrix[row * size + size - 1] = -1;
    right[row] = -groups.reduce((sum, g, k) => (unknown.includes(k) ? sum : sum + share[k] * term(g)), 0);
  }
  const pivot = new Int32Array(size);
  if (factorDense(matrix, pivot, size)) solveDense(matrix, pivot, right, size);
  else right.fill(NaN);
  for (const [column, k] of unknown.entries()) share[k] = right[column];
  return { share, vapour: right[size - 1], roots };
}

/** The root between groups k and k + 1; both poles are multiplied away, which leaves a change of sign from end to end. */
function rootBetween({ feed, q }: ShortcutFeed, groups: readonly Group[], k: number): number {
  const [upper, lower] = [groups[k].alpha, groups[k + 1].alpha];
  const total = feed.reduce((sum, f) => sum + f, 0);
  const f = (theta: number): number => {
    let sum = -(1 - q) * total * (upper - theta) * (theta - lower);
    for (const [g, { alpha, flow }] of groups.entries()) {
      if (g === k) sum += alpha * flow * (theta - lower);
      else if (g === k + 1) sum -= alpha * flow * (upper - theta);
      else sum += ((alpha * flow) / (alpha - theta)) * (upper - theta) * (theta - lower);
    }
    return sum;
  };
  return bracketedRoot(f, lower, upper, 1e-15 * upper);
}

function resultOf(
  n: number,
  { feed }: ShortcutFeed,
  groups: readonly Group[],
  first: number,
  last: number,
  { share, vapour, roots }: Distribution,
): Underwood {
  const distillate = new Float64Array(n);
  const distributes = new Array<boolean>(n).fill(false);
  for (const [k, { members }] of groups.entries()) {
    for (const i of members) {
      distillate[i] = share[k] * feed[i];
      distributes[i] = k >= first && k <= last;
    }
  }
  const total = distillate.reduce((sum, d) => sum + d, 0);
  return { reflux: vapour / total - 1, vapour, distillate, roots, distributes };
}

/** Volatilities closer than this part of themselves have no root between them that numbers can tell. */
const SAME = 1e-9;
