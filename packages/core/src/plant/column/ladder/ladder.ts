/** The rigorous column of a document, solved, with what is to be shown and said of it. */
import type { ColumnUnit } from '@keen-ladder/schema';
import { cheaperColumn, conflictOf, heatOf, solveBounded } from '../../../column/index.ts';
import type { Bound, BoundedColumn, ColumnInput, SolvedColumn, Target } from '../../../column/index.ts';
import { open, outOfReach, passOn, solved } from '../../../numerics/index.ts';
import type { OpenPoint, Outcome, Reason, Warning } from '../../../numerics/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import type { BalanceResult } from '../balance.ts';
import type { FeedFacts } from '../../streams/feed.ts';
import { pressurePoints } from '../pressure.ts';
import { checksOf } from './checks.ts';
import { describeLadder } from './facts.ts';
import type { LadderFacts } from './facts.ts';
import { givenProfile, readLadder } from './inputs.ts';
import type { ReadyLadder } from './inputs.ts';
import type { LadderReading } from './targets.ts';
import { quantityDimension, quantityName } from './words.ts';
import { obstacleTo } from './obstacle.ts';
import type { UnitInputs } from '../../inputs.ts';

/** A ladder's answer, with the hash of what was read. */
export interface LadderResult {
  inputHash: string;
  outcome: Outcome<LadderFacts>;
}

/** What a ladder stands on. */
export interface BeforeLadder {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
  balance: Omit<BalanceResult, 'inputHash'>;
}

/** Open where something is missing, out of reach where the targets cannot be true together. */
export function readyLadder(unitInputs: UnitInputs, column: ColumnUnit, { model, feeds }: BeforeLadder): Outcome<ReadyLadder> {
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  points.push(...unitInputs.connectionPoints);
  if (column.ladder === null) points.push({ code: 'missing', path: `units.${column.id}.ladder`, what: 'column stage by stage' });
  if (feeds.length === 0) points.push({ code: 'missing', path: 'streams', what: 'feed' });
  // A feed that comes at the column's pressure waits for it without a point of its own.
  if (feeds.some(({ state }) => state === 'open')) points.push(...pressurePoints(column));
  if (points.length > 0) return open(points);
  for (const feed of feeds) if (feed.state !== 'solved') return passOn(feed);
  if (model.state !== 'solved') return passOn(model);
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  const reading = readLadder(unitInputs, column, model.value, facts, points);
  if (points.length > 0 || reading === undefined) return open(points);
  const conflict = conflictOf(reading.input, reading.targets);
  if (conflict !== undefined) {
    const names = conflict.targets.map((k) => targetName(unitInputs, column, reading.held[k]));
    if (conflict.kind === 'repeats') return outOfReach({ code: 'targets-repeat', targets: names });
    const amount = conflict.targets.length === 1 ? amountOf(reading, conflict.targets[0]) : null;
    return outOfReach({ code: 'targets-beyond-balance', targets: names, amount });
  }
  return solved({ reading, input: { ...reading.input, targets: reading.targets }, feeds: facts });
}

/** mol/s that a target asks for, and that are fed of the same; null where it is no molar flow. */
function amountOf({ input, targets }: LadderReading, place: number): { asked: number; fed: number } | null {
  const { quantity, value } = targets[place];
  if (quantity.kind !== 'ratio' || quantity.under !== null || quantity.over.weights.some((w) => w !== 0 && w !== 1)) return null;
  const { weights } = quantity.over;
  return {
    asked: value,
    fed: input.feeds.reduce((sum, { flows }) => sum + flows.reduce((all, f, i) => all + f * weights[i], 0), 0),
  };
}

function targetName(unitInputs: UnitInputs, column: ColumnUnit, place: number): string {
  const quantity = column.ladder?.targets[place]?.quantity;
  return quantity === undefined ? 'a target' : quantityName(unitInputs, column, quantity);
}

/** A ladder's column, found: the one truth that the page, walks, limits and sensitivities start from. */
export interface FoundLadder {
  ready: ReadyLadder;
  /** With the targets that hold: a limit that is reached stands in the place of the target that gives way to it. */
  input: ColumnInput;
  column: SolvedColumn;
  holding: BoundedColumn['holding'];
  /** What was found first, where a cheaper column that meets the targets too was taken instead. */
  dearer: SolvedColumn | undefined;
  /** Another column that meets the targets, which going on from the earlier solution leads to. */
  beside: SolvedColumn | undefined;
  isFromBefore: boolean;
}

/**
 * Solved from nothing, so that the answer follows from the document alone; an earlier solution helps only where nothing else finds a column. Of several
 * columns that meet the targets the cheaper one is taken. Watched are the quantities of all cards, in their order.
 * @param before the last solution of the same column
 * @param isOver asked between steps; true ends the search
 */
export function findLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  before?: SolvedColumn,
  isOver?: () => boolean,
): Outcome<FoundLadder> {
  const ready = readyLadder(unitInputs, column, around);
  if (ready.state !== 'solved') return passOn(ready);
  const { reading } = ready.value;
  const input: ColumnInput = { ...ready.value.input, isOver };
  const watch = reading.quantities.flatMap((quantity) => (quantity === null ? [] : [quantity]));
  const limits = reading.limits.flatMap((k) => {
    const { wish, value } = column.ladder?.targets[k] ?? { wish: 'equal', value: null };
    const quantity = reading.quantities[k];
    return wish === 'equal' || value === null || quantity === null ? [] : [{ target: { quantity, value } satisfies Target, wish }];
  });
  const given = column.ladder === null ? undefined : givenProfile(column.ladder, input.model.n);
  const options = { given, only: column.ladder?.method ?? undefined, watch };
  const cold = solveBounded(input, limits, options);
  // Newton alone: what from nothing had no answer is not gone through a second time.
  const warm =
    cold.state === 'out-of-reach' && before !== undefined
      ? solveBounded(input, limits, { ...options, before, only: 'Newton, whole steps' })
      : cold;
  const outcome = warm.state === 'solved' ? warm : cold;
  if (outcome.state === 'open') return outcome;
  const isFromBefore = outcome !== cold;
  const found = (bounded: BoundedColumn, dearer?: SolvedColumn, beside?: SolvedColumn): FoundLadder => ({
    ready: ready.value,
    input: { ...input, targets: heldBy(input, limits, bounded) },
    column: bounded.column,
    holding: bounded.holding,
    dearer,
    beside,
    isFromBefore,
  });
  if (outcome.state === 'out-of-reach')
    return outOfReach(outcome.reason, outcome.report, outcome.nearest === undefined ? undefined : found(outcome.nearest));
  const { column: first, holding } = outcome.value;
  const all = [...watch, ...limits.map(({ target }) => target.quantity)];
  const cheaper = cheaperColumn({ ...input, targets: heldBy(input, limits, outcome.value) }, first, all);
  const taken = cheaper ?? first;
  const beside = before === undefined || isFromBefore ? undefined : besideFrom(before);
  const isOther = beside !== undefined && areApart(beside, taken) && areApart(beside, first);
  return solved(
    found({ column: taken, holding }, cheaper === undefined ? undefined : first, isOther ? beside : undefined),
    outcome.report,
  );

  /** Where a page that goes on from its last column would have ended: not taken, but told. */
  function besideFrom(earlier: SolvedColumn): SolvedColumn | undefined {
    const gone = solveBounded(input, limits, { ...options, before: earlier, only: 'Newton, whole steps' });
    return gone.state === 'solved' ? gone.value.column : undefined;
  }
}

/** Whether two columns of the same rungs are two, and not one found twice. */
const areApart = (a: SolvedColumn, b: SolvedColumn): boolean => a.T.some((T, j) => Math.abs(T - b.T[j]) > APART);

/** K */
const APART = 0.05;

function heldBy({ targets }: ColumnInput, limits: readonly Bound[], { holding }: BoundedColumn): Target[] {
  return targets.map((target, k) => {
    const bound = holding.find(({ instead }) => instead === k)?.bound;
    return bound === undefined ? target : limits[bound].target;
  });
}

/**
 * What is to be shown and said of the ladder's column.
 * @param keep called with the solution, for the next time
 */
export function solveLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  before?: SolvedColumn,
  keep?: (solution: SolvedColumn) => void,
  isOver?: () => boolean,
): Outcome<LadderFacts> {
  const outcome = findLadder(unitInputs, column, around, before, isOver);
  if (outcome.state === 'open') return outcome;
  if (outcome.state === 'out-of-reach') {
    // What is missing before a column can be sought has no nearest one, and its reason is told as it is.
    const ready = readyLadder(unitInputs, column, around);
    if (ready.state !== 'solved') return passOn(ready);
    const nearest = outcome.nearest === undefined ? undefined : describeLadder(unitInputs, column, ready.value, outcome.nearest);
    return outOfReach(diagnosed(unitInputs, column, ready.value, outcome.reason, nearest), outcome.report, nearest);
  }
  const { ready, column: taken, dearer, beside, isFromBefore } = outcome.value;
  keep?.(taken);
  const facts = describeLadder(unitInputs, column, ready, outcome.value);
  if (!(facts.condensateT > 0))
    return open([{ code: 'below-zero-kelvin', path: `units.${column.id}.ladder.subcooling`, what: 'the cold condensate' }]);
  const other = dearer ?? beside;
  const several: Warning[] =
    other === undefined
      ? []
      : [
          {
            code: 'several-columns',
            reflux: taken.refluxRatio,
            heat: heatOf(taken),
            other: other.refluxRatio,
            otherHeat: heatOf(other),
          },
        ];
  const begun: Warning[] = isFromBefore ? [{ code: 'only-from-before' }] : [];
  return solved(facts, outcome.report, [
    ...several,
    ...begun,
    ...checksOf(unitInputs, column, facts, ready.feeds, ready.input.model, around.balance),
  ]);
}

/** A reason of the engine's with its target by its name, and with what stands in the way. */
function diagnosed(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  ready: ReadyLadder,
  reason: Reason,
  facts: LadderFacts | undefined,
): Reason {
  if (reason.code !== 'stopped-short') return reason;
  const { reading, input } = ready;
  const seat = Number(reason.target);
  const place = reading.held[seat] ?? -1;
  const value = reason.reached + ALITTLE * (reason.wanted - reason.reached);
  const beyond = input.targets.map((target, k) => (k === seat ? { ...target, value } : target));
  const target = column.ladder?.targets.at(place)?.id ?? '';
  const obstacle =
    facts === undefined
      ? null
      : obstacleTo(unitInputs, column, { input, beyond, target, facts, wanted: reason.wanted, proved: reason.obstacle });
  const quantity = column.ladder?.targets.at(place)?.quantity;
  const measured = quantity === undefined ? reason.measured : quantityDimension(quantity);
  return { ...reason, target: targetName(unitInputs, column, place), measured, obstacle };
}

/** Of what is left of the way: so much farther the balance is asked again. */
const ALITTLE = 0.05;
