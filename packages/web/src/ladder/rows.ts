/** How tables of the ladder are written. */
import { formatNumber } from '@keen-ladder/core';
import type { TableRows } from '@keen-ladder/core';

/** Tabs between cells, for the clipboard. */
export const asText = (rows: TableRows): string => rows.map((row) => row.join('\t')).join('\n');

/** A fraction in a table: four digits, and what is less than they show in powers of ten. */
export function shortFraction(x: number): string {
  if (x === 0) return '0';
  if (x < 1e-4) return x < 1e-12 ? '< 1e-12' : x.toExponential(1);
  return x > 0.9999 && x < 1 ? formatNumber(x, 6) : x.toFixed(4);
}
