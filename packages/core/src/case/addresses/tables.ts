/** Results as rows of a table: address, name, value and unit, so that a spreadsheet or a program finds a number by its address. */
import { findUnit, shownUnit } from '../../measures/index.ts';
import { makeNumber } from '../../plant/index.ts';
import type { TableRows, TableUnits } from '../../plant/index.ts';
import type { Result } from './readings.ts';

/** Address, name, value and unit of each result, under a head. */
export function resultRows(results: readonly Result[], units: TableUnits): TableRows {
  const number = makeNumber(units);
  return [
    ['address', 'name', 'value', 'unit'],
    ...results.map(({ address, name, measure, value }) => [
      address,
      name,
      value === null ? '' : measure === 'count' ? value : number(value, measure),
      measure === 'count' ? '' : findUnit(measure, shownUnit(units.display, measure)).id,
    ]),
  ];
}
