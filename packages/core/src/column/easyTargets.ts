/** Easy targets first, then a walk to those wanted: products as large as the first profile guesses and a usual reflux always have a column. */
import type { ColumnEquations } from './equations.ts';
import type { Method } from './method.ts';
import { newton } from './newton.ts';
import { conflictOf } from './possible.ts';
import { flowOf, moles, refluxRatio } from './quantities.ts';
import type { Handle, Quantity, Target } from './types.ts';
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

/** The targets that say outright what a handle is, and for the other handles a usual reflux and products as the first profile has them. */
function easyTargets(column: ColumnEquations, targets: readonly Target[]): Target[] {
  const easy = targets.filter(({ quantity }) => isEasy(quantity));
  for (const handle of column.handles) {
    if (easy.length === targets.length) break;
    const candidate = easyFor(column, handle);
    const isNamed = easy.some(
      ({ quantity }) => JSON.stringify(quantity) === JSON.stringify(candidate.quantity) || isReflux(quantity, candidate.quantity),
    );
    if (!isNamed && conflictOf(column.input, [...easy, candidate]) === undefined) easy.push(candidate);
  }
  return easy;
}

/** What a handle can be asked that always has a column: a draw its flow, a condenser or a reboiler a usual reflux or the overhead. */
function easyFor({ input, stages, n, handles, handleValues, totalVapour }: ColumnEquations, handle: Handle): Target {
  const isKettle = handle.kind === 'duty' && handle.stage === stages && input.bottom === 'kettle';
  const isCondenser = handle.kind === 'duty' && handle.stage === 1 && input.top !== 'none';
  if (isCondenser || (isKettle && input.top === 'total-condenser')) return { quantity: refluxRatio(moles(n)), value: EASY_REFLUX };
  const liquid = handles.findIndex((h) => h.kind === 'draw' && h.draw === 0);
  const distillate = input.top === 'mixed-condenser' ? handleValues[liquid] : 0;
  if (isKettle) return { quantity: flowOf({ at: 'overhead' }, moles(n)), value: distillate + totalVapour[0] };
  return { quantity: { kind: 'handle', handle }, value: handleValues[handles.indexOf(handle)] };
}

/** A reflux ratio or what a handle is: not a purity, a recovery or a temperature. */
const isEasy = (quantity: Quantity): boolean =>
  quantity.kind === 'handle' || (quantity.kind === 'ratio' && (quantity.under === null || quantity.over.place.at === 'reflux'));

const isReflux = (a: Quantity, b: Quantity): boolean =>
  a.kind === 'ratio' && b.kind === 'ratio' && a.over.place.at === 'reflux' && b.over.place.at === 'reflux';

const EASY_REFLUX = 3;
