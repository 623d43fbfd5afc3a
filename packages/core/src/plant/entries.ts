/** What can be entered of each kind of unit, a row each; apart from `kinds.ts`, since names of inlets are those of other units' outlets. */
import type { Unit, UnitKind } from '@keen-ladder/schema';
import { COLUMN_ENTRIES } from './column/entries.ts';
import { DRUM_ENTRIES } from './drum/entries.ts';
import type { EntryRow } from './entryRow.ts';

const ENTRIES: { [K in UnitKind]: readonly EntryRow<Extract<Unit, { kind: K }>>[] } = {
  column: COLUMN_ENTRIES,
  drum: DRUM_ENTRIES,
};

/** What can be entered of a unit. */
export const entriesOfKind = ({ kind }: Unit): readonly EntryRow<never>[] => ENTRIES[kind];
