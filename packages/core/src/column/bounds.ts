/** Targets that are only limits: they take the place of another target as long as it would go past them. */
import { outOfReach } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { solveColumn } from './solve.ts';
import type { SolveOptions } from './solve.ts';
import type { ColumnInput, SolvedColumn, Target } from './types.ts';

/** A target that is held only where it would otherwise be passed. */
export interface Bound {
  target: Target;
  wish: 'at-most' | 'at-least';
}

/** A column with the bounds that hold it. */
export interface BoundedColumn {
  column: SolvedColumn;
  /** Bounds that hold now, each with the target that gives way to it. */
  holding: { bound: number; instead: number }[];
}

/**
 * Solves without the bounds first; the bound that is passed by most takes the place of the last target that no bound replaces yet, and so on.
 * `watched` of the answer holds what is watched, then what the bounded quantities are.
 */
export function solveBounded(input: ColumnInput, bounds: readonly Bound[], options: SolveOptions): Outcome<BoundedColumn> {
  const watch = [...(options.watch ?? []), ...bounds.map(({ target }) => target.quantity)];
  const first = watch.length - bounds.length;
  const holding: BoundedColumn['holding'] = [];
  const targets = [...input.targets];
  let before = options.before;
  for (;;) {
    const outcome = solveColumn({ ...input, targets }, { ...options, before, watch });
    if (outcome.state !== 'solved')
      return outcome.state === 'open' ? outcome : outOfReach(outcome.reason, outcome.report, nearestOf(outcome.nearest, holding));
    before = outcome.value;
    const passed = worstPassed(bounds, before.watched.slice(first), holding);
    const instead = targets.length - 1 - holding.length;
    if (passed < 0 || instead < 0) return { ...outcome, value: { column: before, holding } };
    targets[instead] = bounds[passed].target;
    holding.push({ bound: passed, instead });
  }
}

const nearestOf = (column: SolvedColumn | undefined, holding: BoundedColumn['holding']): BoundedColumn | undefined =>
  column === undefined ? undefined : { column, holding };

/** The bound that is passed by the largest part of itself; −1 where none is. */
function worstPassed(bounds: readonly Bound[], now: readonly number[], holding: BoundedColumn['holding']): number {
  let worst = { place: -1, by: SLACK };
  bounds.forEach(({ target, wish }, k) => {
    if (holding.some(({ bound }) => bound === k)) return;
    const over = wish === 'at-most' ? now[k] - target.value : target.value - now[k];
    const by = over / Math.max(Math.abs(target.value), 1e-9);
    if (by > worst.by) worst = { place: k, by };
  });
  return worst.place;
}

const SLACK = 1e-7;
