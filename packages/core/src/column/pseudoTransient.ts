/**
 * The column as it would come to rest by itself: every stage holds what leaves it in a while, and its contents follow what arrives. Implicit Euler with
 * one step of Newton's each, the while growing as the error falls, until Newton's method itself takes over.
 * Source: Kelley & Keyes, SIAM J. Numer. Anal. 35 (1998) 508 (switched evolution relaxation).
 */
import type { ColumnEquations } from './equations.ts';
import type { Method } from './method.ts';
import { newton, NewtonStep } from './newton.ts';
import { HEAT_SCALE } from './rows.ts';

export const pseudoTransient: Method = (column, targets) => {
  const stepper = new NewtonStep(column);
  const finish = newton('whole steps', FINISH);
  let error = column.evaluate(targets);
  let step = FIRST_STEP;
  let iterations = 0;
  while (iterations < MOST_STEPS) {
    iterations += 1;
    addInertia(column, 1 / step);
    if (!Number.isFinite(error) || !column.system.solve()) return { isSolved: false, iterations, residual: error };
    stepper.keep();
    stepper.step(1);
    const reached = column.evaluate(targets);
    step *= Math.max(SHRINKS, Math.min(GROWS, error / reached));
    error = reached;
    if (error < NEAR || step > LONG) {
      const last = finish(column, targets);
      return { ...last, iterations: iterations + last.iterations };
    }
  }
  return { isSolved: false, iterations, residual: error };
};

/** What the contents of the stages add to the slopes of balances and heat, over a step of time in units of a stage's own residence. */
function addInertia(column: ColumnEquations, rate: number): void {
  const { n, stages, system, liquidOf, vapourOf, totalLiquid, totalVapour, fed, balanceScale } = column;
  const { size, width, rows } = system;
  for (let j = 0; j < stages; j++) {
    const [hasLiquid, hasVapour] = [!column.isTotalReboiler(j), !column.isTotalCondenser(j)];
    for (let i = 0; i < n; i++) {
      const at = (j * size + i) * width;
      if (hasLiquid) rows[at + i] += balanceScale[i] * rate;
      if (hasVapour) rows[at + n + i] += balanceScale[i] * rate;
    }
    if (!hasLiquid || !hasVapour) continue;
    const at = (j * size + 2 * n) * width;
    const heat = rate / (fed * HEAT_SCALE);
    for (let i = 0; i < n; i++) {
      rows[at + i] += heat * liquidOf[j].dEnthalpyDN[i];
      rows[at + n + i] += heat * vapourOf[j].dEnthalpyDN[i];
    }
    rows[at + 2 * n] += heat * (totalLiquid[j] * liquidOf[j].dEnthalpyDT + totalVapour[j] * vapourOf[j].dEnthalpyDT);
  }
}

const FIRST_STEP = 1;
const GROWS = 3;
const SHRINKS = 0.3;
const NEAR = 1e-3;
const LONG = 1e8;
const MOST_STEPS = 200;
const FINISH = 25;
