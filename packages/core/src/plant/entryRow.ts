/** What can be entered of a part of a case, told in words: a row a place. The rows of each kind stand with it; `case/addresses` joins them. */
import type { CaseDocument } from '@keen-ladder/schema';
import type { Dimension } from '../measures/index.ts';

/** What a row's words may need: the case, and the unit or stream whose row it is. */
export interface About<T> {
  document: CaseDocument;
  whole: T;
}

/** What it is measured in; `count` of stages and the like; `choice` of what is chosen or written; `group` of several entries. */
export type EntryMeasure = Dimension | 'count' | 'choice' | 'group';

/** A row: a place, what it is called and measured in. */
export interface EntryRow<T> {
  /** Below its unit or stream, a `*` for whatever stands in a list or record, `**` for all that follows: "ladder.targets.*". */
  at: string;
  /** @param keys what the stars stand for */
  name: string | ((about: About<T>, keys: readonly string[]) => string);
  measure: EntryMeasure | ((about: About<T>, keys: readonly string[]) => EntryMeasure);
  /** The keys of its stars for which a page has a field; `[[]]` where there is no star. Left out where it has none of its own. */
  fields?: (about: About<T>) => readonly (readonly string[])[];
  /** What stands there when a number is entered where nothing was. */
  begin?: (value: number) => unknown;
}

/** A page has a field for it, whatever the unit. */
export const always = (): string[][] => [[]];

/** A row without a field of its own. */
export const row = <T>(at: string, name: EntryRow<T>['name'], measure: EntryRow<T>['measure'] = 'choice'): EntryRow<T> => ({
  at,
  name,
  measure,
});

/** The name of a component of the case. */
export const componentName = ({ mixture }: CaseDocument, id: string | undefined): string =>
  mixture.components.find((c) => c.id === id)?.name ?? 'component';
