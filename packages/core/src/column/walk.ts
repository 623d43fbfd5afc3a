/**
 * A walk from targets that a column meets to others: every point begins where the line through the last two leads, and is corrected by Newton's method;
 * steps shrink where that fails and grow where it is easy.
 * Source: Allgower & Georg, Introduction to Numerical Continuation Methods (2003), ch. 2 and 6.
 */
import type { ColumnEquations } from './equations.ts';
import { newton } from './newton.ts';
import { Snapshot } from './snapshot.ts';
import type { Target } from './types.ts';

/** How a walk went. */
export interface WalkReport {
  /** Part of the way that was gone: 1 is all of it. */
  reached: number;
  /** Targets where the column stands now. */
  at: Target[];
  iterations: number;
}

/**
 * Moves a column, which meets `from`, towards `to`, and leaves it at the last point met.
 * @param visit called with every point met; false ends the walk there
 * @param mostIterations of Newton's in all, for who does not wait longer
 * @param longest part of the way in one step
 */
export function walk(
  column: ColumnEquations,
  from: readonly Target[],
  to: readonly Target[],
  visit: (at: Target[], part: number) => boolean = () => true,
  mostIterations = Infinity,
  longest = 1,
): WalkReport {
  const correct = newton('whole steps', CORRECTIONS);
  let [before, here] = [new Snapshot(column), new Snapshot(column)];
  let [beforeAt, reached, step] = [0, 0, Math.min(FIRST_STEP, longest)];
  let iterations = 0;
  while (reached < 1 && iterations < mostIterations && column.input.isOver?.() !== true) {
    const next = Math.min(1, reached + step);
    if (reached > beforeAt) here.goOnFrom(before, (next - reached) / (reached - beforeAt));
    const report = correct(column, between(from, to, next));
    iterations += report.iterations;
    if (report.isSolved && stageOverdrawn(column) < 0) {
      [before, here, beforeAt, reached] = [here, before, reached, next];
      here.keep();
      if (report.iterations <= EASY) step = Math.min(2 * step, longest);
      if (!visit(between(from, to, reached), reached)) break;
    } else {
      here.restore();
      step /= 3;
      if (step < SMALLEST_STEP) break;
    }
  }
  const at = between(from, to, reached);
  here.restore();
  column.evaluate(at);
  return { reached, at, iterations };
}

/** Targets a part of the way from one set of values to another: parts of a whole by their odds, other ratios by their logarithm. */
function between(from: readonly Target[], to: readonly Target[], part: number): Target[] {
  if (part >= 1) return [...to];
  return to.map(({ quantity, value }, k) => ({ quantity, value: blend(from[k].value, value, quantity.kind === 'ratio', part) }));
}

function blend(a: number, b: number, isRatio: boolean, part: number): number {
  const odds = (value: number): number => Math.log(value / (1 - value));
  const arePositive = isRatio && a > 0 && b > 0;
  if (arePositive && a < 1 && b < 1) {
    const middle = odds(a) + part * (odds(b) - odds(a));
    return 1 / (1 + Math.exp(-middle));
  }
  return arePositive ? a * (b / a) ** part : a + part * (b - a);
}

/** The stage, from 0, on which draws take more than there is; −1 where none do. */
export function stageOverdrawn({ stages, liquidTaken, vapourTaken, totalLiquid, totalVapour, fed }: ColumnEquations): number {
  for (let j = 0; j < stages; j++)
    if (liquidTaken[j] > totalLiquid[j] + ROUNDING * fed || vapourTaken[j] > totalVapour[j] + ROUNDING * fed) return j;
  return -1;
}

const FIRST_STEP = 0.1;
const SMALLEST_STEP = 2e-4;
const CORRECTIONS = 10;
const EASY = 6;
const ROUNDING = 1e-9;
