/**
 * The McCabe-Thiele staircase: equilibrium stages stepped exactly on the model's curve between two operating lines.
 * Stages count from the top. A total condenser is no stage; a partial condenser is stage 1; the kettle reboiler is the last stage.
 * The feed joins the liquid and the vapour of its own stage: above it the upper line holds, below it the lower one.
 */
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';
import { onLine } from './lines.ts';
import type { OperatingLines, Split } from './lines.ts';

export interface Stage {
  /** Liquid and vapour that leave it, mole fractions of the more volatile component; K. */
  x: number;
  y: number;
  T: number;
}

export type Staircase =
  | { end: 'reached'; stages: Stage[]; feedStage: number; needed: number }
  | { end: 'feed-too-high' | 'feed-too-low' | 'limit'; stages: Stage[] };

/**
 * Steps from the distillate down until the liquid is at or below xB.
 * @param feedStage the stage that takes the feed, from 1 at the top; 'best': the first whose liquid lies below the crossing of the lines
 * @returns reached, with `needed` stages: whole ones and, of the last, the share of its step in x that xB asks; or how it ended:
 *          feed-too-high (below the feed stage the lower line lies above the curve), feed-too-low (the upper line comes down to xB, or
 *          to a pinch, before the feed), limit (more stages than `limit`)
 */
export function stepDown(
  curve: BinaryCurve,
  split: Split,
  lines: OperatingLines,
  feedStage: number | 'best',
  limit: number,
): Staircase {
  const point = makeCurvePoint();
  const stages: Stage[] = [];
  let fedAt = 0;
  let y = split.xD;
  let before = split.xD;
  while (stages.length < limit) {
    curve.atVapour(y, point);
    const { x, T } = point;
    stages.push({ x, y, T });
    const n = stages.length;
    if (fedAt === 0 && (feedStage === 'best' ? x <= lines.crossing.x : n === feedStage)) fedAt = n;
    if (x <= split.xB) {
      if (fedAt === 0 && feedStage !== 'best') return { end: 'feed-too-low', stages };
      return {
        end: 'reached',
        stages,
        feedStage: fedAt === 0 ? n : fedAt,
        needed: n - 1 + Math.min(1, (before - split.xB) / (before - x)),
      };
    }
    const next = onLine(fedAt > 0 ? lines.below : lines.above, x);
    if (!(y - next > SMALLEST_STEP)) return { end: stalledAt(fedAt), stages };
    before = x;
    y = next;
  }
  return { end: fedAt === 0 && feedStage !== 'best' ? 'feed-too-low' : 'limit', stages };
}

function stalledAt(fedAt: number): 'feed-too-high' | 'feed-too-low' {
  return fedAt > 0 ? 'feed-too-high' : 'feed-too-low';
}

/**
 * Steps from the bottoms up until the vapour is at or above xD, with the feed at its best place. The whole number of stages agrees with
 * `stepDown` within one: the fractional stage lies at the other end.
 * @returns the number of whole stages, or undefined when more than `limit` are needed
 */
export function countUpwards(curve: BinaryCurve, split: Split, lines: OperatingLines, limit: number): number | undefined {
  const point = makeCurvePoint();
  let x = split.xB;
  for (let n = 1; n <= limit; n++) {
    curve.at(x, point);
    const y = point.y;
    if (y >= split.xD) return n;
    const line = y >= lines.crossing.y ? lines.above : lines.below;
    x = (y - line.intercept) / line.slope;
  }
  return undefined;
}

/**
 * The stages that can take the feed: from the first whose liquid lies where the lower line is under the curve to the last before the
 * upper line has come down to xB or stands still at its pinch.
 */
export function feedStageRange(
  curve: BinaryCurve,
  split: Split,
  lines: OperatingLines,
  limit: number,
): { first: number; last: number } {
  const all = stepDown(curve, split, lines, NEVER, limit);
  const usable = (s: Stage): boolean => s.y - onLine(lines.below, s.x) > SMALLEST_STEP;
  const first = all.stages.findIndex(usable) + 1;
  return { first, last: all.stages.length };
}

const NEVER = Number.MAX_SAFE_INTEGER;

/** A step in y smaller than this is a pinch: no stage of a real column is worth 1e-9 mole fraction. */
const SMALLEST_STEP = 1e-9;
