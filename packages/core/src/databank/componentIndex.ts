/**
 * The index of the databank: what a search needs of every component, and no more, so that a browser loads it first and records on
 * demand. An entry of its own (`@keen-ladder/core/databank-index`).
 */
import indexFile from './data/index.json' with { type: 'json' };

/** A component as it is found by its names. */
export interface IndexEntry {
  /** CAS registry number. */
  id: string;
  name: string;
  synonyms: string[];
  formula: string;
  family: string;
  level: string;
  /** K: normal boiling point, or the critical temperature of what has none; for the order of boiling in lists. */
  boilsAt: number;
}

type Row = [string, string, string[], string, string, string, number];

/** All components by name, formula and number, small enough to load at once. */
export const componentIndex: readonly IndexEntry[] = (indexFile as Row[]).map(
  ([id, name, synonyms, formula, family, level, boilsAt]) => ({ id, name, synonyms, formula, family, level, boilsAt }),
);
