/** Numbers of tables that leave the product: in the case's units, as a spreadsheet reads them. */
import type { Display } from '@keen-ladder/schema';
import { findUnit, fromSI, shownUnit } from '../measures/index.ts';
import type { Dimension, Site } from '../measures/index.ts';

/** Lines of a table, its head first. */
export type TableRows = (string | number)[][];

/** The units of a case's tables. */
export interface TableUnits {
  display: Display;
  site: Site;
}

/** An SI value in the case's unit. */
export const makeNumber =
  ({ display, site }: TableUnits) =>
  (value: number, dimension: Dimension): number =>
    rounded(fromSI(value, findUnit(dimension, shownUnit(display, dimension)), site));

/** To eight figures, as a spreadsheet reads it. */
export const rounded = (value: number): number => Number(value.toPrecision(8));
