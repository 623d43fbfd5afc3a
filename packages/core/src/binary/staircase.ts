/**
 * The staircase: stages stepped exactly on the model's curve, down from the distillate, between the curve and where liquid and vapour pass each other.
 * Stages count from the top. A total condenser is no stage; a partial condenser is stage 1; the kettle reboiler is the last stage.
 * A feed joins the liquid and the vapour of its own stage; a draw is taken from it: above it the upper line holds, below it the lower one.
 *
 * Trays short of equilibrium come (1 − E) short of it in the vapour, yₙ − yₙ₊₁ = E (y*(xₙ) − yₙ₊₁) (Murphree, Ind. Eng. Chem. 17 (1925) 747): they
 * step on a pseudo-curve between line and curve. Partial condenser and reboiler are whole stages.
 */
import { bracketedRoot } from '../numerics/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve, CurvePoint } from './curve.ts';

/** A stage of the construction. */
export interface Stage {
  /** Liquid and vapour that leave it, mole fractions of the more volatile component; K. */
  x: number;
  y: number;
  T: number;
}

/** Where liquid and vapour pass each other: straight lines at constant molar overflow, curves by the energy balance. */
export interface Locus {
  /** The vapour that rises past a liquid x, in section k. */
  vapour: (k: number, x: number) => number;
  /** Whether the stream between section k and the next has its best place above a liquid x. */
  passes: (k: number, x: number) => boolean;
}

/** How the steps are taken: from which end, with what efficiency. */
export interface Stepping {
  curve: BinaryCurve;
  locus: Locus;
  xD: number;
  xB: number;
  /** The stage that takes each feed or draw, from 1 at the top, in the order of the sections; 'best': where the steps are longest. */
  placed: readonly (number | 'best')[];
  /** Murphree's efficiency of the vapour, 0 to 1. */
  efficiency: number;
  hasReboiler: boolean;
  hasPartialCondenser: boolean;
  /** Pa on each stage where it is not the curve's own. */
  pressureOn?: (stage: number) => number;
  limit: number;
}

/** All steps, from the top down. */
export type Staircase =
  | { end: 'reached'; stages: Stage[]; placed: number[]; needed: number }
  | { end: 'feed-too-high' | 'feed-too-low' | 'limit'; stages: Stage[] };

/**
 * Steps from the distillate down until the liquid is at or below xB.
 * @returns reached, with `needed` stages: whole ones and, of the last, the share of its step in x that xB asks; or how it ended:
 *          feed-too-high (below a given stage the line lies above the curve), feed-too-low (the line comes down to xB, or to a pinch, before a
 *          given stage), limit (more stages than `limit`)
 */
export function stepDown(stepping: Stepping): Staircase {
  const { locus, placed: wanted, xD, xB, hasReboiler, limit } = stepping;
  const point = makeCurvePoint();
  const stages: Stage[] = [];
  const placed: number[] = [];
  let y = xD;
  let before = xD;
  while (stages.length < limit) {
    const n = stages.length + 1;
    wholeStep(stepping, n, y, point);
    const isLast = hasReboiler && point.x <= xB;
    if (!isLast && isTray(stepping, n)) trayStep(stepping, n, y, before, placed.length, point);
    const { x, T } = point;
    stages.push({ x, y, T });
    while (placed.length < sectionBelow(stepping, n, x, placed.length)) placed.push(n);
    if (x <= xB) {
      if (wanted.slice(placed.length).some((stage) => stage !== 'best')) return { end: 'feed-too-low', stages };
      while (placed.length < wanted.length) placed.push(n);
      return { end: 'reached', stages, placed, needed: n - 1 + Math.min(1, (before - xB) / (before - x)) };
    }
    const next = locus.vapour(placed.length, x);
    if (!(y - next > SMALLEST_STEP)) return { end: stalledAt(wanted, placed), stages };
    before = x;
    y = next;
  }
  return { end: wanted.slice(placed.length).some((stage) => stage !== 'best') ? 'feed-too-low' : 'limit', stages };
}

const isTray = ({ efficiency, hasPartialCondenser }: Stepping, n: number): boolean =>
  efficiency < 1 && !(n === 1 && hasPartialCondenser);

function wholeStep({ curve, pressureOn }: Stepping, n: number, y: number, point: CurvePoint): void {
  curve.atVapour(y, point, pressureOn?.(n));
}

/** The liquid of a tray short of equilibrium: it lies between that of a whole stage and that of the tray above. */
function trayStep(stepping: Stepping, n: number, y: number, before: number, k: number, point: CurvePoint): void {
  const { curve, locus, efficiency, pressureOn } = stepping;
  const P = pressureOn?.(n);
  const over = (x: number): number => {
    curve.at(x, point, P);
    const rising = locus.vapour(sectionBelow(stepping, n, x, k), x);
    return rising + efficiency * (point.y - rising) - y;
  };
  const whole = point.x;
  // Where the line lies above the curve the tray parts nothing: its liquid is that of the tray above, and the steps end there.
  const x = over(whole) < 0 && over(before) > 0 ? bracketedRoot(over, whole, before, 1e-14) : before;
  curve.at(x, point, P);
}

/** The section that a liquid x of stage n runs into, at k or below. */
function sectionBelow({ locus, placed }: Stepping, n: number, x: number, k: number): number {
  let section = k;
  const passes = (wanted: number | 'best'): boolean => (wanted === 'best' ? locus.passes(section, x) : n >= wanted);
  while (section < placed.length && passes(placed[section])) section++;
  return section;
}

function stalledAt(wanted: readonly (number | 'best')[], placed: readonly number[]): 'feed-too-high' | 'feed-too-low' {
  return wanted.length > 0 && placed.length === wanted.length ? 'feed-too-high' : 'feed-too-low';
}

/** A step in y smaller than this is a pinch: no stage of a real column is worth 1e-9 mole fraction. */
export const SMALLEST_STEP = 1e-9;
