/**
 * The numbers of each kind of unit, a row each: what can be entered of it and what comes out. Apart from `kinds.ts`, since names of inlets are those of other
 * units' outlets; apart from `solve.ts`, so that a page that names a number need not fetch the engine.
 */
import type { CaseDocument, ColumnUnit, DrumUnit, Unit, UnitKind } from '@keen-ladder/schema';
import { COLUMN_ENTRIES } from './column/entries.ts';
import { ladderReadings } from './column/ladder/readings.ts';
import { DRUM_ENTRIES } from './drum/entries.ts';
import { drumReadings } from './drum/readings.ts';
import { drumRows } from './drum/tables.ts';
import type { EntryRow } from './entryRow.ts';
import type { Reading } from './reading.ts';
import type { KindFacts } from './solve.ts';
import type { TableRows } from './tableNumbers.ts';

interface Numbers<U extends Unit> {
  entries: readonly EntryRow<U>[];
  /** Every number that comes out of it as a whole. */
  readings: (document: CaseDocument, unit: U, facts: KindFacts[U['kind']]) => Reading[];
  /** What leaves, side by side, for a spreadsheet; a column's ladder has tables of its own. */
  rows?: (document: CaseDocument, facts: KindFacts[U['kind']]) => TableRows;
}

const column: Numbers<ColumnUnit> = { entries: COLUMN_ENTRIES, readings: ladderReadings };

const drum: Numbers<DrumUnit> = {
  entries: DRUM_ENTRIES,
  readings: ({ mixture }, _, facts) => drumReadings(facts, mixture),
  rows: (document, facts) =>
    drumRows(
      facts,
      document.mixture.components.map(({ name }) => name),
      document,
    ),
};

const NUMBERS = { column, drum } satisfies Record<UnitKind, unknown>;

/** The row of a unit's own kind. */
const numbersOf = ({ kind }: Unit) => NUMBERS[kind] as unknown as Numbers<Unit>;

/** What can be entered of a unit. */
export const entriesOfKind = (unit: Unit): readonly EntryRow<Unit>[] => numbersOf(unit).entries;

/** Every number that comes out of a unit as a whole. */
export const unitReadings = (document: CaseDocument, unit: Unit, facts: KindFacts[UnitKind]): Reading[] =>
  numbersOf(unit).readings(document, unit, facts);

/** What leaves a unit, side by side; undefined where its kind has no such table. */
export const unitRows = (document: CaseDocument, unit: Unit, facts: KindFacts[UnitKind]): TableRows | undefined =>
  numbersOf(unit).rows?.(document, facts);
