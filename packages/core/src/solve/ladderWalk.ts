/** One target of a ladder, walked from where the column stands to a value or as far as it goes, and what stopped it there. */
import { conflictOf, solveColumn, walkColumn } from '../column/index.ts';
import type { SolvedColumn, Target } from '../column/index.ts';
import { outOfReach, passOn, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { CaseDocument, ColumnUnit } from './document.ts';
import { readyLadder } from './ladder.ts';
import type { BeforeLadder } from './ladder.ts';
import { describeLadder } from './ladderFacts.ts';
import type { LadderFacts } from './ladderFacts.ts';
import { placeName } from './ladderWords.ts';

export interface WalkAsked {
  target: string;
  /** In force: the one whose place the walked target takes where it is not in force itself. */
  instead: string | null;
  /** The value walked to; null: as far as it goes, up or down. */
  to: number | null;
  direction: 'up' | 'down';
}

export interface WalkPoint {
  /** Part of the way. */
  part: number;
  value: number;
  facts: LadderFacts;
}

export interface WalkFacts {
  reached: number;
  isWhole: boolean;
  /** Value, first handle that is moved, duties: a curve. */
  curve: { value: number[]; reflux: (number | null)[]; reboilerDuty: (number | null)[]; condenserDuty: (number | null)[] };
  end: WalkEnd;
  facts: LadderFacts;
}

/** What stands in the way at the farthest point. */
export type WalkEnd =
  | { kind: 'reached' }
  | { kind: 'stopped' }
  | { kind: 'balance-forbids' }
  | { kind: 'product-full'; name: string; with: string[] }
  | { kind: 'product-dries'; name: string; flow: number } // mol/s
  | { kind: 'stage-dries'; stage: number; phase: 'liquid' | 'vapour' }
  | { kind: 'reflux-boundless'; reflux: number }
  | { kind: 'pinch'; from: number; to: number }
  | { kind: 'turns' };

export function walkLadder(
  document: CaseDocument,
  column: ColumnUnit,
  around: BeforeLadder,
  asked: WalkAsked,
  onPoint: (point: WalkPoint) => boolean,
): Outcome<WalkFacts> {
  const ready = readyLadder(document, column, around);
  if (ready.state !== 'solved') return passOn(ready);
  const { reading, input, feeds } = ready.value;
  const watch = reading.quantities.flatMap((quantity) => (quantity === null ? [] : [quantity]));
  const found = solveColumn(input, { watch });
  if (found.state !== 'solved') return passOn(found);
  const there = (column.ladder?.targets ?? []).findIndex(({ id }) => id === asked.target);
  const quantity = reading.quantities[there];
  if (quantity === null) return outOfReach({ code: 'no-such-state', what: 'target' });
  const seat = seatOf(reading.held, column, asked);
  const valueOf = (solution: SolvedColumn): number => solution.watched[watch.indexOf(quantity)];
  const to = asked.to ?? farthest(valueOf(found.value), quantity.kind === 'ratio' && quantity.under !== null, asked.direction);
  const targets: Target[] = input.targets.map((target, k) => (k === seat ? { quantity, value: to } : target));
  const curve: WalkFacts['curve'] = { value: [], reflux: [], reboilerDuty: [], condenserDuty: [] };
  const described = (solution: SolvedColumn): LadderFacts =>
    describeLadder(document, column, { reading, input, feeds }, { column: solution, holding: [] });
  const note = (solution: SolvedColumn): void => {
    curve.value.push(valueOf(solution));
    curve.reflux.push(solution.refluxRatio);
    curve.reboilerDuty.push(solution.reboilerDuty);
    curve.condenserDuty.push(solution.condenserDuty);
  };
  note(found.value);
  const stop = { isAsked: false };
  const walked = walkColumn(input, found.value, targets, watch, (solution, part) => {
    note(solution);
    stop.isAsked = !onPoint({ part, value: valueOf(solution), facts: described(solution) });
    return !stop.isAsked;
  });
  if (walked === undefined) return outOfReach({ code: 'no-convergence', iterations: 0, residual: 1 });
  const facts = described(walked.column);
  const isWhole = walked.reached >= 1;
  const reached = valueOf(walked.column);
  const beyond = targets.map((target, k) => (k === seat ? { quantity, value: reached + ALITTLE * (to - reached) } : target));
  const isForbidden = conflictOf(input, beyond)?.kind === 'beyond-balance';
  const end: WalkEnd = isWhole
    ? { kind: 'reached' }
    : stop.isAsked
      ? { kind: 'stopped' }
      : isForbidden
        ? { kind: 'balance-forbids' }
        : (fullProduct(document, column, asked.target, facts) ?? endOf(facts));
  return solved({ reached, isWhole, curve, end, facts });
}

/** Place among the engine's targets that the walked one takes: its own, or that of the one it replaces. */
function seatOf(held: readonly number[], column: ColumnUnit, { target, instead }: WalkAsked): number {
  const targets = column.ladder?.targets ?? [];
  const own = held.findIndex((k) => targets[k].id === target);
  return own >= 0 ? own : held.findIndex((k) => targets[k].id === instead);
}

/** As far as anything can go: a share nearly to the whole or to nothing, anything else a hundredfold. */
function farthest(now: number, isShare: boolean, direction: WalkAsked['direction']): number {
  const isUp = direction === 'up';
  if (isShare && now > 0 && now < 1) return isUp ? 1 - 1e-8 : 1e-8;
  if (now === 0) return isUp ? 1 : -1;
  return isUp === now > 0 ? 100 * now : now / 100;
}

/**
 * The product a target speaks of, where it holds nothing but the target's components and all of some others: only a larger one takes in more.
 */
function fullProduct(document: CaseDocument, column: ColumnUnit, id: string, facts: LadderFacts): WalkEnd | undefined {
  const quantity = column.ladder?.targets.find((t) => t.id === id)?.quantity;
  if (quantity === undefined || !('components' in quantity) || quantity.components.length === 0) return undefined;
  const { components } = document.mixture;
  const isThere = (product: string): boolean =>
    quantity.place === 'overhead' ? product === 'distillate' || product === 'overhead-vapour' : product === quantity.place;
  const sum = (of: (product: string) => boolean, i: number): number =>
    facts.products.reduce((all, product) => (of(product.id) ? all + product.flows[i] : all), 0);
  const there = components.map((_, i) => sum(isThere, i));
  const whole = components.map((_, i) => sum(() => true, i));
  const asked = components.map((c) => quantity.components.includes(c.id));
  const complete = there.map((flow, i) => !asked[i] && flow > ALL * whole[i]);
  const rest = there.reduce((all, flow, i) => (asked[i] || complete[i] ? all : all + flow), 0);
  if (rest > NOTHING * there.reduce((a, b) => a + b, 0)) return undefined;
  const name = placeName(column, quantity.place);
  return { kind: 'product-full', name, with: components.filter((_, i) => complete[i]).map((c) => c.name) };
}

function endOf(facts: LadderFacts): WalkEnd {
  const fed = facts.feeds.reduce((sum, { flow }) => sum + flow, 0);
  const dry = facts.products.find(({ flow }) => flow < DRY * fed);
  if (dry !== undefined) return { kind: 'product-dries', name: dry.name, flow: dry.flow };
  for (let j = 0; j < facts.stages; j++) {
    if (facts.liquid[j] > 0 && facts.liquid[j] < DRY * fed) return { kind: 'stage-dries', stage: j + 1, phase: 'liquid' };
    if (facts.vapour[j] > 0 && facts.vapour[j] < DRY * fed) return { kind: 'stage-dries', stage: j + 1, phase: 'vapour' };
  }
  if (facts.refluxRatio !== null && facts.refluxRatio > BOUNDLESS) return { kind: 'reflux-boundless', reflux: facts.refluxRatio };
  const pinch = longestPinch(facts);
  return pinch === undefined ? { kind: 'turns' } : { kind: 'pinch', ...pinch };
}

/** The longest run of stages on which hardly anything changes; undefined where it is short. */
function longestPinch({ x, stages }: LadderFacts): { from: number; to: number } | undefined {
  let best = { from: 0, to: -1 };
  let from = 0;
  for (let j = 1; j <= stages; j++) {
    const isAlike = j < stages && x[j].every((value, i) => Math.abs(value - x[j - 1][i]) < PINCHED);
    if (isAlike) continue;
    if (j - 1 - from > best.to - best.from) best = { from, to: j - 1 };
    from = j;
  }
  return best.to - best.from < SHORT ? undefined : { from: best.from + 1, to: best.to + 1 };
}

/** Of what is left of the way: so much farther the balance is asked again. */
const ALITTLE = 0.05;
const DRY = 1e-3;
const ALL = 0.999;
const NOTHING = 5e-4;
const BOUNDLESS = 200;
const PINCHED = 5e-4;
const SHORT = 3;
