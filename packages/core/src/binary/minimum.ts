/**
 * Minimum reflux and minimum stages of a binary split.
 *
 * More reflux lowers both operating lines everywhere, so the minimum is the largest reflux at which either line touches the curve:
 *   at the feed,    where the q-line meets the curve (x, y): R + q = (xD − z)/(y − x);
 *   above the feed, where the line from (xD, xD) is tangent: slope s = (xD − y)/(xD − x) is least, R = s/(1 − s);
 *   below the feed, where the line from (xB, xB) is tangent: slope S = (y − xB)/(x − xB) is least,
 *                   R = [S(d − 1 + q) − q]/[d(1 − S)], d = D/F;
 *   and where a vapour feed leaves nothing to boil, V′ = (R + 1)d − (1 − q) = 0: the q-line reaches x = xB before the curve.
 * A tangent is found on the samples and refined on the model with the curve's own slope: above y′(xD − x) = xD − y, below
 * y′(x − xB) = y − xB. Minimum stages are stepped between curve and diagonal.
 * Source: McCabe, Smith & Harriott, 5th ed. (1993), ch. 18; the tangent pinch: Treybal, Mass-Transfer Operations, 3rd ed. (1980), ch. 9.
 */
import { bracketedRoot } from '../numerics/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve, CurvePoint } from './curve.ts';
import { distillatePerFeed } from './lines.ts';
import type { Split } from './lines.ts';

export interface MinimumReflux {
  /** mol/mol; negative when the feed alone brings more reflux than the split needs. */
  ratio: number;
  kind: 'feed' | 'tangent-above' | 'tangent-below' | 'boil-up';
  /** The point of the curve that is touched; for `boil-up` the point at x = xB. */
  pinch: { x: number; y: number; T: number };
  /** What the feed pinch alone would ask, mol/mol. */
  atFeed: number;
}

export function minimumReflux(curve: BinaryCurve, split: Split): MinimumReflux {
  const feed = feedPinch(curve, split);
  const atFeed = refluxThroughFeedPoint(split, feed.y - feed.x);
  let best: MinimumReflux = { ratio: atFeed, kind: 'feed', pinch: { x: feed.x, y: feed.y, T: feed.T }, atFeed };
  for (const kind of ['tangent-above', 'tangent-below'] as const) {
    const point = tangent(curve, split, kind);
    if (point === undefined) continue;
    const ratio = refluxThrough(split, point.x, point.y);
    if (ratio > best.ratio) best = { ratio, kind, pinch: { x: point.x, y: point.y, T: point.T }, atFeed };
  }
  const dry = (1 - split.q) / distillatePerFeed(split) - 1;
  if (dry <= best.ratio) return best;
  const point = makeCurvePoint();
  curve.at(split.xB, point);
  return { ratio: dry, kind: 'boil-up', pinch: { x: point.x, y: point.y, T: point.T }, atFeed };
}

const refluxThroughFeedPoint = ({ xD, z, q }: Split, t: number): number => (xD - z) / t - q;

const isAbove = ({ z, q }: Split, x: number, y: number): boolean => x > z + (q - 1) * (y - x);

/** The reflux at which the operating line of its own section goes through (x, y). */
function refluxThrough(split: Split, x: number, y: number): number {
  const { xD, xB, q } = split;
  if (isAbove(split, x, y)) {
    const slope = (xD - y) / (xD - x);
    return slope / (1 - slope);
  }
  const d = distillatePerFeed(split);
  const slope = (y - xB) / (x - xB);
  return (slope * (d - 1 + q) - q) / (d * (1 - slope));
}

/**
 * The first crossing of q-line and curve, counted from the diagonal: bracketed by the samples, solved on the model. A q-line can cross a
 * curve with a flat part more than once.
 */
function feedPinch(curve: BinaryCurve, split: Split): CurvePoint {
  const { z, q } = split;
  const { x, y } = curve;
  const point = makeCurvePoint();
  /** How far right of the q-line the curve is at x; 0 where they cross. */
  const beside = (at: number): number => {
    curve.at(at, point);
    return at - z - (q - 1) * (point.y - at);
  };
  const sampled = (k: number): number => x[k] - z - (q - 1) * (y[k] - x[k]);
  let best = -1;
  for (let k = 0; k + 1 < x.length; k++) {
    if (sampled(k) * sampled(k + 1) > 0 || (y[k] <= x[k] && y[k + 1] <= x[k + 1])) continue;
    if (best < 0 || y[k] - x[k] < y[best] - x[best]) best = k;
  }
  if (best < 0) throw new RangeError('the q-line leaves the unit square without meeting the curve');
  const [low, high] = [x[best], x[best + 1]];
  // A sample that lies on the q-line to the last figure needs no search.
  const nearer = Math.abs(sampled(best)) < Math.abs(sampled(best + 1)) ? low : high;
  beside(beside(low) * beside(high) < 0 ? bracketedRoot(beside, low, high, 1e-14) : nearer);
  // On the q-line by its better-conditioned side: a curve that is all but vertical leaves y with no figures.
  const t = Math.abs(1 - q) > 0.5 ? (z - point.x) / (1 - q) : point.y - point.x;
  point.x = z + (q - 1) * t;
  point.y = z + q * t;
  return point;
}

/** The sample with the largest reflux in the section, refined; undefined when that lies at the section's end. */
function tangent(curve: BinaryCurve, split: Split, kind: 'tangent-above' | 'tangent-below'): CurvePoint | undefined {
  const { xD, xB } = split;
  const { x, y } = curve;
  const inSection = (k: number): boolean => x[k] > xB && x[k] < xD && isAbove(split, x[k], y[k]) === (kind === 'tangent-above');
  let best = -1;
  for (let k = 1; k + 1 < x.length; k++) {
    if (inSection(k) && (best < 0 || refluxThrough(split, x[k], y[k]) > refluxThrough(split, x[best], y[best]))) best = k;
  }
  if (best < 0) return undefined;
  const point = makeCurvePoint();
  const turn = (at: number): number => {
    curve.at(at, point);
    return kind === 'tangent-above' ? point.slope * (xD - at) - (xD - point.y) : point.slope * (at - xB) - (point.y - xB);
  };
  const low = Math.max(x[best - 1], xB);
  const high = Math.min(x[best + 1], xD);
  if (!(turn(low) * turn(high) < 0)) return undefined;
  turn(bracketedRoot(turn, low, high, 1e-13));
  return isAbove(split, point.x, point.y) === (kind === 'tangent-above') ? point : undefined;
}

/**
 * Stages at total reflux, where both operating lines are the diagonal; the last one as the share of its step in x that is needed.
 * @returns Infinity never: at most `limit`, when the curve hugs the diagonal
 */
export function minimumStages(curve: BinaryCurve, xD: number, xB: number, limit: number): number {
  const point = makeCurvePoint();
  let x = xD;
  for (let stage = 1; stage <= limit; stage++) {
    const before = x;
    curve.atVapour(x, point);
    x = point.x;
    if (x <= xB) return stage - 1 + (before - xB) / (before - x);
  }
  return limit;
}
