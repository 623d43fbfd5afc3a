/** The rigorous column of a document, solved, with what is to be shown and said of it. */
import { cheaperColumn, conflictOf, heatOf, solveBounded } from '../column/index.ts';
import type { SolvedColumn, Target } from '../column/index.ts';
import { open, outOfReach, passOn, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome, Reason, Warning } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import type { BalanceResult } from './balance.ts';
import type { CaseDocument, ColumnUnit } from './document.ts';
import type { FeedFacts } from './feed.ts';
import { pressurePoints } from './graphInputs.ts';
import { checksOf } from './ladderChecks.ts';
import { describeLadder } from './ladderFacts.ts';
import type { LadderFacts } from './ladderFacts.ts';
import { givenProfile, readLadder } from './ladderInputs.ts';
import type { ReadyLadder } from './ladderInputs.ts';
import { quantityDimension, quantityName } from './ladderWords.ts';
import { obstacleTo } from './obstacle.ts';

export interface LadderResult {
  inputHash: string;
  outcome: Outcome<LadderFacts>;
}

export interface BeforeLadder {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
  balance: Omit<BalanceResult, 'inputHash'>;
}

/** Open where something is missing, out of reach where the targets cannot be true together. */
export function readyLadder(document: CaseDocument, column: ColumnUnit, { model, feeds }: BeforeLadder): Outcome<ReadyLadder> {
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  if (column.ladder === null) points.push({ code: 'missing', path: `units.${column.id}.ladder`, what: 'column stage by stage' });
  if (feeds.length === 0) points.push({ code: 'missing', path: 'streams', what: 'feed' });
  // A feed that comes at the column's pressure waits for it without a point of its own.
  if (feeds.some(({ state }) => state === 'open')) points.push(...pressurePoints(column));
  if (points.length > 0) return open(points);
  for (const feed of feeds) if (feed.state !== 'solved') return passOn(feed);
  if (model.state !== 'solved') return passOn(model);
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  const reading = readLadder(document, column, model.value, facts, points);
  if (points.length > 0 || reading === undefined) return open(points);
  const conflict = conflictOf(reading.input, reading.targets);
  if (conflict !== undefined) {
    const names = conflict.targets.map((k) => targetName(document, column, reading.held[k]));
    const code = conflict.kind === 'repeats' ? 'targets-repeat' : 'targets-beyond-balance';
    return outOfReach({ code, targets: names });
  }
  return solved({ reading, input: { ...reading.input, targets: reading.targets }, feeds: facts });
}

function targetName(document: CaseDocument, column: ColumnUnit, place: number): string {
  const quantity = column.ladder?.targets[place]?.quantity;
  return quantity === undefined ? 'a target' : quantityName(document, column, quantity);
}

/**
 * Solved from nothing, so that the answer follows from the document alone; an earlier solution helps only where nothing else finds a column, and is told.
 * Of several columns that meet the targets the cheaper one is taken, and that there are more is told.
 * @param before the last solution of the same column
 * @param keep   called with the solution, for the next time
 * @param isOver asked between steps; true ends the search
 */
export function solveLadder(
  document: CaseDocument,
  column: ColumnUnit,
  around: BeforeLadder,
  before: SolvedColumn | undefined,
  keep: (solution: SolvedColumn) => void,
  isOver?: () => boolean,
): Outcome<LadderFacts> {
  const ready = readyLadder(document, column, around);
  if (ready.state !== 'solved') return passOn(ready);
  const { reading, feeds } = ready.value;
  const input = { ...ready.value.input, isOver };
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
  if (outcome.state === 'out-of-reach') {
    const nearest = outcome.nearest === undefined ? undefined : describeLadder(document, column, ready.value, outcome.nearest);
    return outOfReach(diagnosed(document, column, ready.value, outcome.reason, nearest), outcome.report, nearest);
  }
  const { column: found, holding } = outcome.value;
  const targets = input.targets.map((target, k) => {
    const bound = holding.find(({ instead }) => instead === k)?.bound;
    return bound === undefined ? target : limits[bound].target;
  });
  const cheaper = cheaperColumn({ ...input, targets }, found, [...watch, ...limits.map(({ target }) => target.quantity)]);
  const taken = cheaper ?? found;
  keep(taken);
  const facts = describeLadder(document, column, ready.value, { column: taken, holding });
  const several: Warning[] =
    cheaper === undefined
      ? []
      : [
          {
            code: 'several-columns',
            reflux: cheaper.refluxRatio,
            heat: heatOf(cheaper),
            other: found.refluxRatio,
            otherHeat: heatOf(found),
          },
        ];
  const begun: Warning[] = outcome === cold ? [] : [{ code: 'only-from-before' }];
  return solved(facts, outcome.report, [
    ...several,
    ...begun,
    ...checksOf(document, column, facts, feeds, input.model, around.balance),
  ]);
}

/** A reason of the engine's with its target by its name, and with what stands in the way. */
function diagnosed(
  document: CaseDocument,
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
      : obstacleTo(document, column, { input, beyond, target, facts, wanted: reason.wanted, proved: reason.obstacle });
  const quantity = column.ladder?.targets.at(place)?.quantity;
  const measured = quantity === undefined ? reason.measured : quantityDimension(quantity);
  return { ...reason, target: targetName(document, column, place), measured, obstacle };
}

/** Of what is left of the way: so much farther the balance is asked again. */
const ALITTLE = 0.05;
