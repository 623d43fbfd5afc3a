/** Numbers of tables that leave the product: in the case's units, as a spreadsheet reads them. */
import type { Display } from '@keen-ladder/schema';
import { findUnit, fromSI, shownUnit } from '../measures/index.ts';
import type { Dimension, Site } from '../measures/index.ts';

export type TableRows = (string | number)[][];

export interface TableUnits {
  display: Display;
  site: Site;
}

/** An SI value in the case's unit. */
export const makeNumber =
  ({ display, site }: TableUnits) =>
  (value: number, dimension: Dimension): number =>
    rounded(fromSI(value, findUnit(dimension, shownUnit(display, dimension)), site));

export const rounded = (value: number): number => Number(value.toPrecision(8));
