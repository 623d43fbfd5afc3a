/** How each kind of unit is solved, a row each, and what then leaves it: what streams between units need. Stops that a kind has besides are its own. */
import type { CaseDocument, ColumnUnit, DrumUnit, Unit, UnitKind } from '@keen-ladder/schema';
import { passOn } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { balanceOf } from './column/balance.ts';
import type { LadderFacts } from './column/ladder/facts.ts';
import { solveLinkedLadder } from './column/hardware/link.ts';
import { solveDrum } from './drum/drum.ts';
import type { DrumFacts } from './drum/drum.ts';
import { readUnit } from './inputs.ts';
import type { UnitInputs } from './inputs.ts';
import type { KeepAnswer } from './keeper.ts';
import type { FeedFacts, Leaving } from './streams/feed.ts';

/** What a unit's answer stands on: the model, and what enters by each inlet, in the order of the connections. */
export interface Around {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
  keep: KeepAnswer;
}

/** What leaves, by outlet. */
export type Sent = Leaving & { id: string };

/** What a unit answers as a whole, by its kind. */
export interface KindFacts {
  column: LadderFacts;
  drum: DrumFacts;
}

interface Solving<U extends Unit, F> {
  /** From nothing, so that the numbers follow from the document alone. */
  solve: (unitInputs: UnitInputs, unit: U, around: Around, isOver?: () => boolean) => Outcome<F>;
  sends: (facts: F) => Sent[];
}

const column: Solving<ColumnUnit, KindFacts['column']> = {
  solve: (unitInputs, unit, around, isOver) => {
    const balance = balanceOf(unitInputs, unit, around.feeds, around.model);
    return solveLinkedLadder(unitInputs, unit, { ...around, balance }, { isOver });
  },
  sends: ({ products }) => products,
};

const drum: Solving<DrumUnit, KindFacts['drum']> = {
  solve: solveDrum,
  sends: ({ outlets }) => Object.entries(outlets).map(([id, sent]) => ({ id, ...sent })),
};

const SOLVING = { column, drum } satisfies Record<UnitKind, unknown>;

/** The row of a unit's own kind. */
const solvingOf = (unit: { kind: UnitKind }) => SOLVING[unit.kind] as unknown as Solving<Unit, unknown>;

/** A unit as a whole, from nothing. */
export const solveUnit = (
  document: CaseDocument,
  unit: Unit,
  around: Around,
  isOver?: () => boolean,
): Outcome<KindFacts[UnitKind]> =>
  solvingOf(unit).solve(readUnit(document, unit), unit, around, isOver) as Outcome<KindFacts[UnitKind]>; // of its kind

/** What a unit sends, by outlet, solved from nothing. */
export function sentBy(document: CaseDocument, unit: Unit, around: Around, isOver?: () => boolean): Outcome<Sent[]> {
  const { solve, sends } = solvingOf(unit);
  const outcome = solve(readUnit(document, unit), unit, around, isOver);
  return outcome.state === 'solved' ? { ...outcome, value: sends(outcome.value) } : passOn(outcome);
}
