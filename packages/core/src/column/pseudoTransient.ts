/**
 * The column as it would come to rest by itself: the composition on every stage follows what arrives. Implicit Euler with one step of Newton's each, the
 * steps of time growing as the error falls, until Newton's method itself takes over.
 * Source: Kelley & Keyes, SIAM J. Numer. Anal. 35 (1998) 508 (switched evolution relaxation).
 */
import { addInertia } from './inertia.ts';
import type { Method } from './method.ts';
import { newton, NewtonStep } from './newton.ts';

/** The column by following its hold-up in time until it stands still. */
export const pseudoTransient: Method = (column, targets) => {
  const stepper = new NewtonStep(column);
  const finish = newton('whole steps', FINISH);
  column.evaluate(targets);
  let { error } = column;
  let step = FIRST_STEP;
  let iterations = 0;
  while (iterations < MOST_STEPS && column.input.isOver?.() !== true) {
    iterations += 1;
    addInertia(column, 1 / step);
    if (!Number.isFinite(error) || !column.system.solve()) return { isSolved: false, iterations, residual: error };
    stepper.keep();
    stepper.step();
    column.evaluate(targets);
    const reached = column.error;
    step *= Math.max(SHRINKS, Math.min(GROWS, error / reached));
    error = reached;
    if (error < NEAR || step > LONG) {
      const last = finish(column, targets);
      return { ...last, iterations: iterations + last.iterations };
    }
  }
  return { isSolved: false, iterations, residual: error };
};

const FIRST_STEP = 3;
const GROWS = 3;
const SHRINKS = 0.3;
const NEAR = 1e-3;
const LONG = 1e8;
const MOST_STEPS = 200;
const FINISH = 25;
