/** Easy targets first, then a walk to those wanted: products as large as the first profile guesses and a usual reflux always have a column. */
import type { ColumnEquations } from './equations.ts';
import type { Method } from './method.ts';
import { newton } from './newton.ts';
import { moles, refluxRatio } from './quantities.ts';
import type { Quantity, Target } from './types.ts';
import { walk } from './walk.ts';

export const easyTargetsFirst: Method = (column, targets) => {
  const easy = easyTargets(column, targets);
  if (easy.length !== targets.length) return { isSolved: false, iterations: 0, residual: Infinity };
  let iterations = 0;
  for (const damping of ['whole steps', 'halved steps'] as const) {
    const report = newton(damping)(column, easy);
    iterations += report.iterations;
    if (!report.isSolved) continue;
    const now = targets.map(({ quantity }) => ({ quantity, value: column.valueOf(quantity) }));
    if (now.some(({ value }) => !Number.isFinite(value))) break;
    const walked = walk(column, now, targets);
    return { isSolved: walked.reached >= 1, iterations: iterations + walked.iterations, residual: 1 - walked.reached };
  }
  return { isSolved: false, iterations, residual: Infinity };
};

/** The targets that say outright what a handle is, and for the other handles what the first profile holds. */
function easyTargets(column: ColumnEquations, targets: readonly Target[]): Target[] {
  const { handles, handleValues, n, input } = column;
  const easy = targets.filter(({ quantity }) => isEasy(quantity));
  const named = (k: number): boolean =>
    easy.some(({ quantity }) => quantity.kind === 'handle' && JSON.stringify(quantity.handle) === JSON.stringify(handles[k]));
  const hasReflux = easy.some(({ quantity }) => quantity.kind === 'ratio' && quantity.over.place.at === 'reflux');
  let refluxLeft = !hasReflux && input.top !== 'none';
  for (let k = 0; k < handles.length && easy.length < targets.length; k++) {
    if (named(k)) continue;
    if (handles[k].kind === 'duty' && refluxLeft) {
      easy.push({ quantity: refluxRatio(moles(n)), value: EASY_REFLUX });
      refluxLeft = false;
    } else easy.push({ quantity: { kind: 'handle', handle: handles[k] }, value: handleValues[k] });
  }
  return easy;
}

/** A reflux ratio or what a handle is: not a purity, a recovery or a temperature. */
const isEasy = (quantity: Quantity): boolean =>
  quantity.kind === 'handle' || (quantity.kind === 'ratio' && (quantity.under === null || quantity.over.place.at === 'reflux'));

const EASY_REFLUX = 3;
