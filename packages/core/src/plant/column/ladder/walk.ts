/** One target of a ladder, walked from where the column stands to a value or as far as it goes, and what stopped it there. */
import type { ColumnUnit } from '@keen-ladder/schema';
import { walkColumn } from '../../../column/index.ts';
import type { SolvedColumn, Target } from '../../../column/index.ts';
import { outOfReach, passOn, solved } from '../../../numerics/index.ts';
import type { Obstacle } from '../../../column/index.ts';
import type { Outcome } from '../../../numerics/index.ts';
import { findLadder } from './ladder.ts';
import type { BeforeLadder } from './ladder.ts';
import { describeLadder } from './facts.ts';
import type { LadderFacts } from './facts.ts';
import { obstacleTo } from './obstacle.ts';
import type { UnitInputs } from '../../inputs.ts';

/** A target and the value it is walked to. */
export interface WalkAsked {
  target: string;
  /** In force: the one whose place the walked target takes where it is not in force itself. */
  instead: string | null;
  /** The value walked to; null: as far as it goes, up or down. */
  to: number | null;
  direction: 'up' | 'down';
}

/** A point of a walk. */
export interface WalkPoint {
  /** Part of the way. */
  part: number;
  value: number;
  facts: LadderFacts;
}

/** A walk as far as it went. */
export interface WalkFacts {
  reached: number;
  isWhole: boolean;
  /** Value, first handle that is moved, duties: a curve. */
  curve: { value: number[]; reflux: (number | null)[]; reboilerDuty: (number | null)[]; condenserDuty: (number | null)[] };
  end: WalkEnd;
  facts: LadderFacts;
}

/** What ended a walk. */
export type WalkEnd = { kind: 'reached' } | { kind: 'stopped' } | Obstacle;

/** One target walked to a value, or as far as it goes. */
export function walkLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  asked: WalkAsked,
  onPoint: (point: WalkPoint) => boolean,
): Outcome<WalkFacts> {
  const found = findLadder(unitInputs, column, around);
  if (found.state !== 'solved') return passOn(found);
  const { ready, input, column: from } = found.value;
  const { reading } = ready;
  const watch = reading.quantities.flatMap((quantity) => (quantity === null ? [] : [quantity]));
  const there = (column.ladder?.targets ?? []).findIndex(({ id }) => id === asked.target);
  const quantity = reading.quantities[there];
  if (quantity === null) return outOfReach({ code: 'no-such-state', what: 'target' });
  const seat = seatOf(reading.held, column, asked);
  const valueOf = (solution: SolvedColumn): number => solution.watched[watch.indexOf(quantity)];
  const to = asked.to ?? farthest(valueOf(from), quantity.kind === 'ratio' && quantity.under !== null, asked.direction);
  const targets: Target[] = input.targets.map((target, k) => (k === seat ? { quantity, value: to } : target));
  const curve: WalkFacts['curve'] = { value: [], reflux: [], reboilerDuty: [], condenserDuty: [] };
  const described = (solution: SolvedColumn): LadderFacts =>
    describeLadder(unitInputs, column, ready, { column: solution, holding: [] });
  const note = (solution: SolvedColumn): void => {
    curve.value.push(valueOf(solution));
    curve.reflux.push(solution.refluxRatio);
    curve.reboilerDuty.push(solution.reboilerDuty);
    curve.condenserDuty.push(solution.condenserDuty);
  };
  note(from);
  const stop = { isAsked: false };
  const walked = walkColumn(input, from, targets, watch, (solution, part) => {
    note(solution);
    stop.isAsked = !onPoint({ part, value: valueOf(solution), facts: described(solution) });
    return !stop.isAsked;
  });
  if (walked === undefined) return outOfReach({ code: 'no-convergence', iterations: 0, residual: 1 });
  const facts = described(walked.column);
  const isWhole = walked.reached >= 1;
  const reached = valueOf(walked.column);
  const beyond = targets.map((target, k) => (k === seat ? { quantity, value: reached + ALITTLE * (to - reached) } : target));
  const end: WalkEnd = isWhole
    ? { kind: 'reached' }
    : stop.isAsked
      ? { kind: 'stopped' }
      : obstacleTo(unitInputs, column, {
          input,
          beyond,
          target: asked.target,
          facts,
          passage: walked.passage,
          wanted: to,
        });
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

/** Of what is left of the way: so much farther the balance is asked again. */
const ALITTLE = 0.05;
