/**
 * Easy targets first, then a walk to those wanted: products as large as the first profile guesses and a usual reflux nearly always have a column; where
 * that is not found from its first profile, one with more or less overhead, or with hardly anything drawn aside, may be.
 */
import type { ColumnEquations } from './equations.ts';
import { firstSideDraw } from './handles.ts';
import type { Method, MethodReport } from './method.ts';
import { newton } from './newton.ts';
import { conflictOf } from './possible.ts';
import { pseudoTransient } from './pseudoTransient.ts';
import { flowOf, moles, refluxRatio } from './quantities.ts';
import { startProfile } from './start.ts';
import type { Handle, Place, Quantity, Target } from './types.ts';
import { walk } from './walk.ts';

export const easyTargetsFirst: Method = (column, targets) => {
  const easy = easyTargets(column, targets);
  let best: MethodReport = { isSolved: false, iterations: 0, residual: Infinity };
  if (easy.length !== targets.length) return best;
  let iterations = 0;
  for (const nearby of nearbyTargets(column, easy)) {
    if (nearby !== easy) startProfile(column, SWEEPS, undefined, nearby);
    for (const method of [newton('whole steps'), newton('halved steps'), pseudoTransient]) {
      const report = method(column, nearby);
      iterations += report.iterations;
      if (!report.isSolved) continue;
      const walked = walkFrom(column, targets);
      best = { ...walked, iterations: (iterations += walked.iterations) };
      break;
    }
    if (best.residual < 1) break;
  }
  return { ...best, iterations };
};

/** From what the column is to what is wanted; the residual is the part of the way that is left. */
function walkFrom(column: ColumnEquations, targets: readonly Target[]): MethodReport {
  const now = targets.map(({ quantity }) => ({ quantity, value: column.valueOf(quantity) }));
  if (now.some(({ value }) => !Number.isFinite(value))) return { isSolved: false, iterations: 0, residual: Infinity };
  const { reached, iterations } = walk(column, now, targets, undefined, MOST_ITERATIONS);
  return { isSolved: reached >= 1, iterations, residual: 1 - reached };
}

/** The targets themselves, then with other overheads, then with hardly anything drawn aside: as far as they say how much that is. */
function nearbyTargets({ input }: ColumnEquations, easy: Target[]): Target[][] {
  const side = firstSideDraw(input);
  const isOverhead = (q: Quantity): boolean =>
    isFlowAt(q, (place) => place.at === 'overhead' || (place.at === 'draw' && place.draw < side));
  const isAside = (q: Quantity): boolean => isFlowAt(q, (place) => place.at === 'draw' && place.draw >= side);
  const scaled = (is: (q: Quantity) => boolean, part: number): Target[][] =>
    easy.some(({ quantity }) => is(quantity))
      ? [easy.map((target) => (is(target.quantity) ? { ...target, value: part * target.value } : target))]
      : [];
  return [easy, ...OVERHEADS.flatMap((part) => scaled(isOverhead, part)), ...scaled(isAside, HARDLY)];
}

/** Whether a quantity is how much leaves at such a place. */
function isFlowAt(q: Quantity, is: (place: Place) => boolean): boolean {
  if (q.kind === 'handle') return q.handle.kind === 'draw' && is({ at: 'draw', draw: q.handle.draw });
  return q.kind === 'ratio' && q.under === null && is(q.over.place);
}

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
/** Of the overhead that was guessed, in this order. */
const OVERHEADS = [0.9, 1.1, 0.75, 1.25];
const HARDLY = 0.02;
const SWEEPS = 5;
/** A fall-back is waited for; a walk that was asked for is not cut short. */
const MOST_ITERATIONS = 300;
