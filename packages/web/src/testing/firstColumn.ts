import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';

/** The first unit of a case that begins with a column. */
export function firstColumn({ units }: Pick<CaseDocument, 'units'>): ColumnUnit {
  const [unit] = units;
  if (unit?.kind !== 'column') throw new Error('the case does not begin with a column');
  return unit;
}
