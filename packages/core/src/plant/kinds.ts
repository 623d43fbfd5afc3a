/**
 * The kinds of unit behind one face, a row each: how one begins, how it is solved from nothing, and what then leaves it. What streams between units need is
 * all here; the stops that a kind has besides are its own.
 */
import type { CaseDocument, ColumnUnit, DrumUnit, Unit, UnitKind } from '@keen-ladder/schema';
import { passOn } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { newColumn } from './column/begin.ts';
import { balanceOf } from './column/balance.ts';
import type { LadderFacts } from './column/ladder/facts.ts';
import { solveLadder } from './column/ladder/ladder.ts';
import { pressuresOf } from './column/pressure.ts';
import { newDrum } from './drum/begin.ts';
import { pressureOf, solveDrum } from './drum/drum.ts';
import type { DrumFacts } from './drum/drum.ts';
import type { FeedFacts, Leaving } from './streams/feed.ts';

/** What a unit's answer stands on: the model, and what enters by each inlet, in the order of the connections. */
export interface Around {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
}

/** What leaves, by outlet. */
export type Sent = Leaving & { id: string };

interface Kind<U extends Unit, F> {
  /** "column" */
  name: string;
  begin: (id: string, name: string) => U;
  /** Pa, at which a feed comes that is said to come at the unit's. */
  pressure: (unit: U) => number | undefined;
  /** From nothing, so that the numbers follow from the document alone. */
  solve: (document: CaseDocument, unit: U, around: Around, isOver?: () => boolean) => Outcome<F>;
  sends: (facts: F) => Sent[];
}

const column: Kind<ColumnUnit, LadderFacts> = {
  name: 'column',
  begin: newColumn,
  pressure: (unit) => pressuresOf(unit)?.feed,
  solve: (document, unit, around, isOver) => {
    const balance = balanceOf(document, unit, around.feeds, around.model);
    return solveLadder(document, unit, { ...around, balance }, undefined, undefined, isOver);
  },
  sends: ({ products }) => products,
};

const drum: Kind<DrumUnit, DrumFacts> = {
  name: 'flash drum',
  begin: newDrum,
  pressure: pressureOf,
  solve: solveDrum,
  sends: ({ outlets }) => Object.entries(outlets).map(([id, sent]) => ({ id, ...sent })),
};

const KINDS = { column, drum } satisfies Record<UnitKind, unknown>;

/** Names of the kinds, in the order in which they are offered. */
export const UNIT_KINDS = Object.values(KINDS).map(({ name }, k) => ({ kind: Object.keys(KINDS)[k] as UnitKind, name })); // the keys are the kinds

/** The row of a unit's own kind. */
const kindOf = (unit: { kind: UnitKind }) => KINDS[unit.kind] as unknown as Kind<Unit, unknown>;

/** A unit of a kind, of which nothing is asked yet. */
export const newUnit = (kind: UnitKind, id: string, name: string): Unit => kindOf({ kind }).begin(id, name);

/** Pa, at which a feed comes that is said to come at the unit's. */
export const unitPressure = (unit: Unit): number | undefined => kindOf(unit).pressure(unit);

/** What a unit sends, by outlet, solved from nothing. */
export function sentBy(document: CaseDocument, unit: Unit, around: Around, isOver?: () => boolean): Outcome<Sent[]> {
  const { solve, sends } = kindOf(unit);
  const outcome = solve(document, unit, around, isOver);
  return outcome.state === 'solved' ? { ...outcome, value: sends(outcome.value) } : passOn(outcome);
}
