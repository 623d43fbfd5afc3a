import type { CaseDocument, ColumnUnit, Unit } from '@keen-ladder/schema';

/** @throws RangeError for a unit that does not exist: our mistake, never the user's */
export function unitOf(document: CaseDocument, unit: string): Unit {
  const found = document.units.find((u) => u.id === unit);
  if (found === undefined) throw new RangeError(`no unit ${unit} in the document`);
  return found;
}

/** @throws RangeError for a unit that does not exist or is no column: our mistake, never the user's */
export function columnOf(document: CaseDocument, unit: string): ColumnUnit {
  const found = unitOf(document, unit);
  if (found.kind !== 'column') throw new RangeError(`unit ${unit} is no column`);
  return found;
}

/** What a record holds under a key; undefined where it holds nothing of its own. */
export const entryOf = <T>(record: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined;
