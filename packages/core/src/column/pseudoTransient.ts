/**
 * The column as it would come to rest by itself: the composition on every stage follows what arrives. Implicit Euler with one step of Newton's each, the
 * steps of time growing as the error falls, until Newton's method itself takes over.
 * Source: Kelley & Keyes, SIAM J. Numer. Anal. 35 (1998) 508 (switched evolution relaxation).
 */
import type { ColumnEquations } from './equations.ts';
import type { Method } from './method.ts';
import { newton, NewtonStep } from './newton.ts';

export const pseudoTransient: Method = (column, targets) => {
  const stepper = new NewtonStep(column);
  const finish = newton('whole steps', FINISH);
  column.evaluate(targets);
  let { error } = column;
  let step = FIRST_STEP;
  let iterations = 0;
  while (iterations < MOST_STEPS) {
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

/**
 * What the contents of the stages add to the slopes of the component balances: as much on every stage as is fed in a unit of time, of which only the
 * composition follows what arrives. Amounts and heat stay at rest: with them in motion, a target at one end would have to be met through all stages.
 */
function addInertia(column: ColumnEquations, rate: number): void {
  const { n, stages, system, liquid, vapour, totalLiquid, totalVapour, fed, balanceScale } = column;
  const { size, width, rows } = system;
  for (let j = 0; j < stages; j++) {
    const isDrop = column.isTotalReboiler(j);
    const [flows, total, first] = isDrop ? [vapour, totalVapour[j], n] : [liquid, totalLiquid[j], 0];
    for (let i = 0; i < n; i++) {
      const at = (j * size + i) * width + size + first;
      const weight = (balanceScale[i] * rate * fed) / total;
      const x = flows[j * n + i] / total;
      for (let k = 0; k < n; k++) rows[at + k] -= weight * x;
      rows[at + i] += weight;
    }
  }
}

const FIRST_STEP = 3;
const GROWS = 3;
const SHRINKS = 0.3;
const NEAR = 1e-3;
const LONG = 1e8;
const MOST_STEPS = 200;
const FINISH = 25;
