/**
 * Easy targets first, then a walk to those wanted: products as large as the first profile guesses and a usual reflux nearly always have a column; where
 * that is not found from its first profile, one with more or less overhead, or with hardly anything drawn aside, may be.
 */
import type { ColumnEquations } from './equations.ts';
import { fewStagesFirst } from './fewStages.ts';
import { bottomsDraw, firstSideDraw } from './handles.ts';
import type { Method, MethodReport } from './method.ts';
import { newton } from './newton.ts';
import { seekAlong } from './alongQuantity.ts';
import { conflictOf } from './possible.ts';
import { pseudoTransient } from './pseudoTransient.ts';
import { flowOf, isEasy, isRecovery, moles, refluxRatio } from './quantities.ts';
import { Snapshot } from './snapshot.ts';
import { startProfile } from './start.ts';
import type { Handle, Place, Quantity, Target } from './types.ts';
import { walk } from './walk.ts';

/** The column by targets that are easily met first, then walked to those that are asked. */
export const easyTargetsFirst: Method = (column, targets) => {
  const easy = easyTargets(column, targets);
  let best: MethodReport = { isSolved: false, iterations: 0, residual: Infinity };
  if (easy.length !== targets.length) return best;
  let iterations = 0;
  const [start, farthest] = [new Snapshot(column), new Snapshot(column)];
  for (const nearby of nearbyTargets(column, easy)) {
    if (nearby !== easy) startProfile(column, SWEEPS, undefined, nearby);
    for (const method of [...QUICK, fewStagesFirst, pseudoTransient]) {
      const report = method(column, nearby);
      iterations += report.iterations;
      if (!report.isSolved) continue;
      start.keep();
      for (const ways of waysTo(nearby, targets)) {
        start.restore();
        column.evaluate(nearby);
        const walked = walkAlong(column, ways);
        iterations += walked.iterations;
        if (walked.residual < best.residual) {
          best = walked;
          farthest.keep();
        }
        if (best.isSolved) break;
      }
      break;
    }
    if (best.residual < NEARLY) break;
  }
  farthest.restore();
  column.evaluate(targets);
  return { ...best, iterations };
};

/**
 * From easy targets again, every hard one sought along the easy one that stands in its place, the lowest first: what a walk of the target itself cannot
 * pass, its turn, is passed this way.
 */
export const easyTargetsAlong: Method = (column, targets) => {
  const easy = easyTargets(column, targets);
  const { made, hard: asked, kept } = partsOf(easy, targets);
  // Recoveries first: with one held another target comes true along the reflux in one place, with a purity held perhaps in two.
  const hard = [...asked].sort((a, b) => Number(isRecovery(b.quantity)) - Number(isRecovery(a.quantity)));
  const failed: MethodReport = { isSolved: false, iterations: 0, residual: Infinity };
  if (easy.length === targets.length && hard.length === 0) return fromNearby(column, targets);
  if (easy.length !== targets.length || hard.length > MOST_HARD || hard.length !== made.length) return failed;
  if (made.some(({ quantity }) => endsOf(column, quantity, 1) === undefined)) return failed;
  let iterations = 0;
  let passage: MethodReport['passage'];
  for (const method of [...QUICK, fewStagesFirst, pseudoTransient]) {
    const report = method(column, easy);
    iterations += report.iterations;
    if (!report.isSolved) continue;
    const start = new Snapshot(column);
    start.keep();
    for (const { order, isHighestFirst } of waysOf(made)) {
      start.restore();
      column.evaluate(easy);
      const sought = seekEach(column, kept, order, hard, isHighestFirst);
      iterations += sought.iterations;
      if (sought.isSolved) return { ...sought, iterations };
      passage = sought.passage && { ...sought.passage, target: targets.indexOf(hard[sought.passage.target]) };
      if (passage?.of.isProof === true) return { ...failed, iterations, passage };
    }
    break;
  }
  const [only] = made;
  if (made.length > 1) return { ...failed, iterations, passage };
  for (const value of elsewhere(column, only)) {
    const begun = easy.map((target) => (target === only ? { ...target, value } : target));
    if (conflictOf(column.input, begun) !== undefined) continue;
    startProfile(column, SWEEPS, undefined, begun);
    const isThere = QUICK.some((method) => {
      const report = method(column, begun);
      iterations += report.iterations;
      return report.isSolved;
    });
    if (!isThere) continue;
    const sought = seekEach(column, kept, [{ ...only, value }], hard, false);
    iterations += sought.iterations;
    if (sought.isSolved) return { ...sought, iterations };
  }
  return { ...failed, iterations, passage };
};

/** Other places from which to look along a quantity: a passage may end at a fold before it comes to where another branch begins. */
function elsewhere({ fed }: ColumnEquations, { quantity, value }: Target): number[] {
  const isRatio = quantity.kind === 'ratio' && quantity.under !== null;
  return isRatio ? OTHER_RATIOS.map((part) => part * value) : OTHER_FLOWS.map((part) => part * fed);
}

/** Easy targets that Newton's method does not find from a first profile: with more reflux or less first, then walked to. */
function fromNearby(column: ColumnEquations, targets: readonly Target[]): MethodReport {
  let iterations = 0;
  const nearbys = nearbyTargets(column, [...targets]);
  const { draws, pumpArounds } = column.input;
  for (const nearby of nearbys.length === 1 ? nearbys : nearbys.slice(1)) {
    startProfile(column, SWEEPS, undefined, nearby);
    for (const method of QUICK) {
      const report = method(column, nearby);
      iterations += report.iterations;
      if (!report.isSolved) continue;
      const { reached, iterations: walked } = walk(column, nearby, targets, undefined, MOST_NEARBY);
      iterations += walked;
      if (reached >= 1) return { isSolved: true, iterations, residual: column.error };
      // What is drawn or pumped off a stage may dry it as well as too little reflux.
      if (draws.length + pumpArounds.length === 0 && isDrying(column))
        return { isSolved: false, iterations, residual: 1 - reached, isDrying: true };
      break;
    }
  }
  return { isSolved: false, iterations, residual: Infinity };
}

/** Whether hardly any liquid or vapour is left on a stage; first bubbles and drops are none. */
function isDrying(column: ColumnEquations): boolean {
  const { stages, totalLiquid, totalVapour, fed } = column;
  for (let j = 0; j < stages; j++) {
    if (!column.isTotalReboiler(j) && totalLiquid[j] < DRYING * fed) return true;
    if (!column.isTotalCondenser(j) && totalVapour[j] < DRYING * fed) return true;
  }
  return false;
}

/** Of two hard targets either may be sought first, and where it comes true twice, at either place: the other is met from one of them alone. */
function waysOf(made: readonly Target[]): { order: Target[]; isHighestFirst: boolean }[] {
  const orders = made.length < 2 ? [[...made]] : [[...made], [...made].reverse()];
  const ends = made.length < 2 ? [false] : [false, true];
  return ends.flatMap((isHighestFirst) => orders.map((order) => ({ order, isHighestFirst })));
}

/** One hard target after the other; how the one that was not met went, by its place among them. */
function seekEach(
  column: ColumnEquations,
  kept: readonly Target[],
  made: readonly Target[],
  hard: readonly Target[],
  isHighestFirst: boolean,
): MethodReport {
  let iterations = 0;
  for (const [k, wanted] of hard.entries()) {
    const value = column.valueOf(made[k].quantity);
    const held = [...kept, ...hard.slice(0, k), ...made.slice(k + 1)];
    const ends = endsOf(column, made[k].quantity, value);
    if (ends === undefined) return { isSolved: false, iterations, residual: Infinity };
    if (isHighestFirst && k === 0) ends.reverse();
    const sought = seekAlong(column, held, { quantity: made[k].quantity, value }, wanted, ends, MOST_ITERATIONS);
    iterations += sought.iterations;
    // What was passed says something only of the last: before it another quantity is still free.
    const passage = k === hard.length - 1 ? { target: k, of: sought.passage } : undefined;
    if (!sought.isMet) return { isSolved: false, iterations, residual: Infinity, passage };
  }
  return { isSolved: true, iterations, residual: column.error };
}

/** Between which a reflux or boil-up ratio or a product's flow is looked through; undefined for other quantities. */
export function endsOf({ fed }: ColumnEquations, quantity: Quantity, value: number): [number, number] | undefined {
  const isFlow =
    quantity.kind === 'ratio' ? quantity.under === null : quantity.kind === 'handle' && quantity.handle.kind === 'draw';
  if (quantity.kind !== 'ratio' && !isFlow) return undefined;
  if (isFlow) return [LEAST_PRODUCT * fed, (1 - LEAST_PRODUCT) * fed];
  return [value / RATIO_DOWN, value * RATIO_UP];
}

/** Easy targets that stand in for hard ones, those hard ones, and what both have. */
function partsOf(easy: readonly Target[], wanted: readonly Target[]): { made: Target[]; hard: Target[]; kept: Target[] } {
  const made = easy.filter(({ quantity }) => !wanted.some((target) => target.quantity === quantity));
  const hard = wanted.filter(({ quantity }) => !easy.some((target) => target.quantity === quantity));
  return { made, hard, kept: wanted.filter((target) => !hard.includes(target)) };
}

/** All targets at once; where two and more were made easy, also one after the other, the first first or the last. */
function waysTo(easy: readonly Target[], wanted: readonly Target[]): Target[][][] {
  const { made, hard, kept } = partsOf(easy, wanted);
  if (hard.length < 2) return [[[...wanted]]];
  const oneByOne = (order: readonly Target[]): Target[][] =>
    order.map((_, k) => [...kept, ...order.slice(0, k + 1), ...made.slice(k + 1)]);
  return [[[...wanted]], oneByOne(hard), oneByOne([...hard].reverse())];
}

/** From what the column is to one set of targets after the other; the residual is the part of the way that is left. */
function walkAlong(column: ColumnEquations, ways: readonly Target[][]): MethodReport {
  let iterations = 0;
  for (const [k, targets] of ways.entries()) {
    const now = targets.map(({ quantity }) => ({ quantity, value: column.valueOf(quantity) }));
    if (now.some(({ value }) => !Number.isFinite(value))) return { isSolved: false, iterations, residual: Infinity };
    const { reached, iterations: took } = walk(column, now, targets, undefined, MOST_ITERATIONS);
    iterations += took;
    if (reached < 1) return { isSolved: false, iterations, residual: 1 - (k + reached) / ways.length };
  }
  return { isSolved: true, iterations, residual: 0 };
}

/** The targets themselves, then with other reflux, boil-up or overhead, then with hardly anything drawn aside: as far as they say how much that is. */
function nearbyTargets({ input }: ColumnEquations, easy: Target[]): Target[][] {
  const side = firstSideDraw(input);
  const isOverhead = (q: Quantity): boolean =>
    isFlowAt(q, (place) => place.at === 'overhead' || (place.at === 'draw' && place.draw < side));
  const isAside = (q: Quantity): boolean => isFlowAt(q, (place) => place.at === 'draw' && place.draw >= side);
  const scaled = (is: (q: Quantity) => boolean, part: number): Target[][] =>
    easy.some(({ quantity }) => is(quantity))
      ? [easy.map((target) => (is(target.quantity) ? { ...target, value: part * target.value } : target))]
      : [];
  const isRatio = (q: Quantity): boolean =>
    q.kind === 'ratio' && q.under !== null && (q.over.place.at === 'reflux' || q.over.place.at === 'boil-up');
  return [
    easy,
    ...RATIOS.flatMap((part) => scaled(isRatio, part)),
    ...OVERHEADS.flatMap((part) => scaled(isOverhead, part)),
    ...scaled(isAside, HARDLY),
  ];
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
    const candidate = easyFor(column, handle, easy);
    const isNamed = easy.some(
      ({ quantity }) => JSON.stringify(quantity) === JSON.stringify(candidate.quantity) || isReflux(quantity, candidate.quantity),
    );
    if (!isNamed && conflictOf(column.input, [...easy, candidate]) === undefined) easy.push(candidate);
  }
  return easy;
}

/** What a handle can be asked that always has a column: a draw its flow, a condenser or a reboiler a usual reflux or the overhead. */
function easyFor(column: ColumnEquations, handle: Handle, known: readonly Target[]): Target {
  const { input, stages, n, handles, handleValues, totalVapour, fed } = column;
  const isKettle = handle.kind === 'duty' && handle.stage === stages && input.bottom === 'kettle';
  const isCondenser = handle.kind === 'duty' && handle.stage === 1 && input.top !== 'none';
  const isBottoms = handle.kind === 'draw' && handle.draw === bottomsDraw(input);
  if (isCondenser || (input.top === 'total-condenser' && (isBottoms || isKettle)))
    return { quantity: refluxRatio(moles(n)), value: EASY_REFLUX };
  // What is drawn already leaves so much for the ends.
  const drawn = known.reduce((sum, { quantity, value }) => sum + (isFlowAt(quantity, ({ at }) => at === 'draw') ? value : 0), 0);
  const left = (guess: number): number => Math.max(LEAST_LEFT, Math.min(1 - LEAST_LEFT, guess / (fed - drawn))) * (fed - drawn);
  if (isKettle) {
    const distillate = input.top === 'mixed-condenser' ? liquidDistillate(column, known) : 0;
    return { quantity: flowOf({ at: 'overhead' }, moles(n)), value: distillate + left(totalVapour[0]) };
  }
  const guess = handleValues[handles.indexOf(handle)];
  return { quantity: { kind: 'handle', handle }, value: isBottoms ? left(guess) : guess };
}

/** The flow of a mixed condenser's liquid: as it is known, or as the first profile has it. */
function liquidDistillate({ handles, handleValues }: ColumnEquations, known: readonly Target[]): number {
  const held = known.find(({ quantity }) => isFlowAt(quantity, (place) => place.at === 'draw' && place.draw === 0));
  return held?.value ?? handleValues[handles.findIndex((h) => h.kind === 'draw' && h.draw === 0)];
}

const isReflux = (a: Quantity, b: Quantity): boolean =>
  a.kind === 'ratio' && b.kind === 'ratio' && a.over.place.at === 'reflux' && b.over.place.at === 'reflux';

/** Of everything fed. */
const LEAST_PRODUCT = 2e-3;
/** A reflux is looked through nearly to nothing, and to where more of it changes nothing. */
const RATIO_DOWN = 3000;
const RATIO_UP = 60;
/** More than two are hardly met one after the other. */
const MOST_HARD = 2;
const QUICK: readonly Method[] = [newton('whole steps'), newton('halved steps')];
const EASY_REFLUX = 3;
const OTHER_RATIOS = [0.2, 3, 15];
/** Of everything fed. */
const OTHER_FLOWS = [0.15, 0.35, 0.55, 0.75];
/** Of what no draw takes, for either end. */
const LEAST_LEFT = 0.05;
/** Of the reflux or boil-up, and of the overhead that was guessed, in this order. */
const RATIOS = [2, 10, 0.5, 0.2, 0.9, 1.1];
/** Of Newton's steps, for a walk from nearby. */
const MOST_NEARBY = 120;
/** Of everything fed. */
const DRYING = 0.02;
const OVERHEADS = [0.9, 1.1, 0.75, 1.25];
const HARDLY = 0.02;
/** Part of the way left, below which no other beginning is tried. */
const NEARLY = 0.5;
const SWEEPS = 5;
/** A fall-back is waited for; a walk that was asked for is not cut short. */
const MOST_ITERATIONS = 300;
