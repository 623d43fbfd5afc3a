/** The rigorous column of a document, solved, with what is to be shown and said of it. */
import type { ColumnUnit } from '@keen-ladder/schema';
import { cheaperColumn, conflictOf, heatOf, solveBounded } from '../../../column/index.ts';
import type { Bound, BoundedColumn, ColumnInput, Quantity, SolvedColumn, SolveOptions, Target } from '../../../column/index.ts';
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
import type { KeepAnswer } from '../../keeper.ts';

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
  keep: KeepAnswer;
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
}

/**
 * Solved from nothing, so that the answer follows from the document alone, and kept by what it follows from. Of several columns that meet the targets the
 * cheaper one is taken. Watched are the quantities of all cards, in their order.
 * @param isOver asked between steps; true ends the search
 */
export const findLadder = (
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  isOver?: () => boolean,
): Outcome<FoundLadder> =>
  around.keep('ladder', () => {
    const ready = readyLadder(unitInputs, column, around);
    if (ready.state !== 'solved') return passOn(ready);
    const search = searchOf(column, ready.value, isOver);
    return foundBy(search, solveBounded(search.input, search.limits, search.options));
  });

/** What a search for a column is made of. */
interface Search {
  ready: ReadyLadder;
  /** With the time limit of whoever asks. */
  input: ColumnInput;
  limits: Bound[];
  options: Omit<SolveOptions, 'before'>;
  /** Everything whose value is wanted of a column: cards, then limits. */
  all: Quantity[];
}

function searchOf(column: ColumnUnit, ready: ReadyLadder, isOver?: () => boolean): Search {
  const { reading } = ready;
  const watch = reading.quantities.flatMap((quantity) => (quantity === null ? [] : [quantity]));
  const limits = reading.limits.flatMap((k): Bound[] => {
    const { wish, value } = column.ladder?.targets[k] ?? { wish: 'equal', value: null };
    const quantity = reading.quantities[k];
    return wish === 'equal' || value === null || quantity === null ? [] : [{ target: { quantity, value }, wish }];
  });
  const input = { ...ready.input, isOver };
  const given = column.ladder === null ? undefined : givenProfile(column.ladder, input.model.n);
  const options = { given, only: column.ladder?.method ?? undefined, watch };
  return { ready, input, limits, options, all: [...watch, ...limits.map(({ target }) => target.quantity)] };
}

/** From an earlier column by Newton's method alone: what from nothing had no answer is not gone through a second time. */
const goOnFrom = (before: SolvedColumn, { input, limits, options }: Search): Outcome<BoundedColumn> =>
  solveBounded(input, limits, { ...options, before, only: 'Newton, whole steps' });

/** Of a column that was found, the cheaper one beside it where there is one. */
function foundBy({ ready, input, limits, all }: Search, outcome: Outcome<BoundedColumn>): Outcome<FoundLadder> {
  if (outcome.state === 'open') return outcome;
  const found = (bounded: BoundedColumn, dearer?: SolvedColumn): FoundLadder => ({
    ready,
    // Without the time limit: whoever asks next has one of his own.
    input: { ...ready.input, targets: heldBy(input, limits, bounded) },
    column: bounded.column,
    holding: bounded.holding,
    dearer,
  });
  if (outcome.state === 'out-of-reach')
    return outOfReach(outcome.reason, outcome.report, outcome.nearest === undefined ? undefined : found(outcome.nearest));
  const { column: first, holding } = outcome.value;
  const cheaper = cheaperColumn({ ...input, targets: heldBy(input, limits, outcome.value) }, first, all);
  return solved(found({ column: cheaper ?? first, holding }, cheaper === undefined ? undefined : first), outcome.report);
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

/** From one solution of a column to its next. */
export interface GoingOn {
  /** The last solution of the same column: it helps only where nothing else finds one, and tells where there is another. */
  before?: SolvedColumn | undefined;
  /** Called with the solution, for the next time. */
  remember?: (solution: SolvedColumn) => void;
  /** Asked between steps; true ends the search. */
  isOver?: (() => boolean) | undefined;
}

/** What is to be shown and said of the ladder's column. */
export function solveLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  { before, remember, isOver }: GoingOn = {},
): Outcome<LadderFacts> {
  const ready = readyLadder(unitInputs, column, around);
  if (ready.state !== 'solved') return passOn(ready);
  const search = searchOf(column, ready.value, isOver);
  const cold = findLadder(unitInputs, column, around, isOver);
  const warm = cold.state === 'out-of-reach' && before !== undefined ? foundBy(search, goOnFrom(before, search)) : cold;
  const outcome = warm.state === 'solved' ? warm : cold;
  if (outcome.state === 'open') return outcome;
  if (outcome.state === 'out-of-reach') {
    const nearest = outcome.nearest && describeLadder(unitInputs, column, outcome.nearest.ready, outcome.nearest);
    return outOfReach(diagnosed(unitInputs, column, ready.value, outcome.reason, nearest), outcome.report, nearest);
  }
  const { value: found, report } = outcome;
  remember?.(found.column);
  const facts = describeLadder(unitInputs, column, found.ready, found);
  if (!(facts.condensateT > 0))
    return open([{ code: 'below-zero-kelvin', path: `units.${column.id}.ladder.subcooling`, what: 'the cold condensate' }]);
  const isFromBefore = outcome !== cold;
  const begun: Warning[] = isFromBefore ? [{ code: 'only-from-before' }] : [];
  const beside = before === undefined || before === found.column || isFromBefore ? undefined : goOnFrom(before, search);
  return solved(facts, report, [
    ...severalColumns(found, beside?.state === 'solved' ? beside.value.column : undefined),
    ...begun,
    ...checksOf(unitInputs, column, facts, ready.value.feeds, ready.value.input.model, around.balance),
  ]);
}

/** A ladder with the solution from which the next one goes on. */
export interface NearbyLadder {
  facts: LadderFacts;
  solution: SolvedColumn;
}

/** The ladder of a column a little changed: by Newton's method from the solution of before, from nothing where that does not arrive. Nothing is told of it. */
export function solveNearby(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  { before, isOver }: Pick<GoingOn, 'before' | 'isOver'>,
): Outcome<NearbyLadder> {
  const ready = readyLadder(unitInputs, column, around);
  if (ready.state !== 'solved') return passOn(ready);
  const search = searchOf(column, ready.value, isOver);
  const near = before === undefined ? undefined : foundBy(search, goOnFrom(before, search));
  const outcome = near?.state === 'solved' ? near : findLadder(unitInputs, column, around, isOver);
  if (outcome.state !== 'solved') return passOn(outcome);
  const facts = describeLadder(unitInputs, column, outcome.value.ready, outcome.value);
  return solved({ facts, solution: outcome.value.column });
}

/**
 * Other columns that meet the same targets: the dearer one, else the one where a page that goes on from its last column would have ended. Not taken, but told.
 */
function severalColumns({ column: taken, dearer }: FoundLadder, beside: SolvedColumn | undefined): Warning[] {
  const other = dearer ?? (beside !== undefined && areApart(beside, taken) ? beside : undefined);
  if (other === undefined) return [];
  const { refluxRatio: reflux } = taken;
  return [{ code: 'several-columns', reflux, heat: heatOf(taken), other: other.refluxRatio, otherHeat: heatOf(other) }];
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
