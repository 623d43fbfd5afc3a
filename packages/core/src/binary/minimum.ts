/**
 * Minimum reflux and minimum stages of a binary split.
 *
 * More reflux lowers every operating line, so the minimum is the largest reflux at which one of them touches the curve. The line of a section goes
 * through a point (x, y) when the liquid at the top is
 *   L = [d0 (xD − y) + F y − G − Q (y − x)] / [(y − x) + d1 (y − xD)],   D = d0 + d1 L,
 * F, G and Q being the sums of f, f z and f q over the streams above the section. Looked at along the curve, with each part of it belonging to the
 * section between two streams' lines, the largest L stands
 *   where the line of a feed or a draw meets the curve,
 *   or between, where the curve bends in: a tangent, found on the samples and refined on the model with the curve's own slope,
 *   or it is not the curve that limits but a section that runs dry: L or V falls to nothing.
 * Minimum stages are stepped between curve and diagonal.
 * Source: McCabe, Smith & Harriott, 5th ed. (1993), ch. 18; the tangent pinch: Treybal, Mass-Transfer Operations, 3rd ed. (1980), ch. 9.
 */
import { bracketedRoot } from '../numerics/index.ts';
import { distillateLaw } from './column.ts';
import type { BinaryColumn, Entry } from './column.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve, CurvePoint } from './curve.ts';

/** What the least reflux is set by. */
export type PinchKind = 'feed' | 'draw' | 'tangent-above' | 'tangent-between' | 'tangent-below' | 'boil-up';

/** The least reflux and where its pinch is. */
export interface MinimumReflux {
  /** mol/mol; negative when the feed alone brings more reflux than the split needs. */
  ratio: number;
  kind: PinchKind;
  /** The point of the curve that is touched; for `boil-up` the point at x = xB. */
  pinch: { x: number; y: number; T: number };
  /** What the pinches at the feeds alone would ask, mol/mol. */
  atFeed: number;
}

/** What stands above a section. */
interface Above {
  F: number;
  G: number;
  Q: number;
}

/** The least reflux at which the operating lines stay below the curve. */
export function minimumReflux(curve: BinaryCurve, column: BinaryColumn, entries: readonly Entry[]): MinimumReflux {
  const { d0, d1 } = distillateLaw(column, entries);
  const law: Law = { ...column, d0, d1, above: sumsAbove(entries) };
  const ratio = (L: number): number => L / (d0 + d1 * L);
  let best: { L: number; kind: PinchKind; pinch: CurvePoint } | undefined;
  let atFeed = -Infinity;
  entries.forEach(({ kind, pinch }, k) => {
    const L = liquidThrough(law, k, pinch);
    if (kind === 'feed') atFeed = Math.max(atFeed, L);
    if (best === undefined || L > best.L) best = { L, kind, pinch };
  });
  for (let k = 0; k <= entries.length; k++) {
    const pinch = tangent(curve, law, entries, k);
    const L = pinch === undefined ? -Infinity : liquidThrough(law, k, pinch);
    if (pinch !== undefined && (best === undefined || L > best.L)) best = { L, kind: tangentKind(k, entries.length), pinch };
  }
  const dry = dryLiquid(law, entries);
  if (best === undefined || dry > best.L) {
    const pinch = makeCurvePoint();
    curve.at(column.xB, pinch);
    best = { L: dry, kind: 'boil-up', pinch };
  }
  const { x, y, T } = best.pinch;
  return { ratio: ratio(best.L), kind: best.kind, pinch: { x, y, T }, atFeed: ratio(atFeed) };
}

interface Law {
  xD: number;
  xB: number;
  d0: number;
  d1: number;
  above: Above[];
}

function sumsAbove(entries: readonly Entry[]): Above[] {
  const above: Above[] = [{ F: 0, G: 0, Q: 0 }];
  for (const { flow, z, q } of entries) {
    const { F, G, Q } = above[above.length - 1];
    above.push({ F: F + flow, G: G + flow * z, Q: Q + flow * q });
  }
  return above;
}

/** The liquid at the top with which the line of section k goes through (x, y). */
function liquidThrough({ xD, d0, d1, above }: Law, k: number, { x, y }: { x: number; y: number }): number {
  const { F, G, Q } = above[k];
  return (d0 * (xD - y) + F * y - G - Q * (y - x)) / (y - x + d1 * (y - xD));
}

/** The liquid at the top below which some section has no liquid or no vapour left. */
function dryLiquid({ d0, d1, above }: Law, entries: readonly Entry[]): number {
  return entries.reduce((most, _, k) => {
    const { F, Q } = above[k + 1];
    return Math.max(most, -Q, (F - Q - d0) / (1 + d1));
  }, -Infinity);
}

function tangentKind(section: number, last: number): PinchKind {
  if (section === 0) return 'tangent-above';
  return section === last ? 'tangent-below' : 'tangent-between';
}

/** The sample of section k with the largest reflux, refined; undefined when that lies at the section's end. */
function tangent(curve: BinaryCurve, law: Law, entries: readonly Entry[], k: number): CurvePoint | undefined {
  const { xD, xB, d0, d1, above } = law;
  const { x, y } = curve;
  const inSection = (at: number): boolean =>
    at > xB && at < xD && (k === 0 || at <= entries[k - 1].pinch.x) && (k === entries.length || at > entries[k].pinch.x);
  const sampled = (j: number): number => liquidThrough(law, k, { x: x[j], y: y[j] });
  let best = -1;
  for (let j = 1; j + 1 < x.length; j++) if (inSection(x[j]) && (best < 0 || sampled(j) > sampled(best))) best = j;
  if (best < 0) return undefined;
  const { F, G, Q } = above[k];
  const point = makeCurvePoint();
  /** Numerator of dL/dx along the curve. */
  const turn = (at: number): number => {
    curve.at(at, point);
    const { y: yAt, slope } = point;
    const top = d0 * (xD - yAt) + F * yAt - G - Q * (yAt - at);
    const under = yAt - at + d1 * (yAt - xD);
    return ((F - d0) * slope - Q * (slope - 1)) * under - top * (slope - 1 + d1 * slope);
  };
  const low = Math.max(x[best - 1], xB);
  const high = Math.min(x[best + 1], xD);
  if (!(turn(low) * turn(high) < 0)) return undefined;
  turn(bracketedRoot(turn, low, high, 1e-13));
  return inSection(point.x) ? point : undefined;
}

/**
 * Stages at total reflux, where all operating lines are the diagonal; the last one as the share of its step in x that is needed.
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
