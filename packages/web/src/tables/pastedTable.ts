/** A table as it comes from the clipboard or a file: cells by tabs, commas or semicolons, quantities with the units of its heading. */
import { explainParse, findUnit, parseQuantity, shownUnit } from '@keen-ladder/core';
import type { Dimension, Site, UnitChoice } from '@keen-ladder/core';
import Papa from 'papaparse';

export interface PastedTable {
  /** Empty where the first row is numbers already. */
  headings: Heading[];
  rows: string[][];
}

export interface Heading {
  name: string;
  /** As it is written there; empty where none is. */
  unit: string;
}

export function readTable(text: string): PastedTable {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  // A heading may hold commas of its own: the rows beneath say what parts the cells.
  const delimiter = ['\t', ';', ','].find((mark) => lines.slice(1).some((line) => line.includes(mark)));
  const rows = delimiter === undefined ? lines.map((line) => [line]) : Papa.parse<string[]>(lines.join('\n'), { delimiter }).data;
  const cells = rows.map((row) => row.map((cell) => cell.trim()));
  const [first = []] = cells;
  const isHeading = first.some((cell) => cell !== '' && !/^[-+]?[.\d]/.test(cell));
  return isHeading ? { headings: first.map(headingOf), rows: cells.slice(1) } : { headings: [], rows: cells };
}

/** "temperature, °C", "temperature (°C)", "T [K]", "T/K". */
function headingOf(cell: string): Heading {
  const parts = /^(.*?)\s*(?:,\s*|\/\s*|\(|\[)([^()[\],]*)[)\]]?$/.exec(cell);
  return parts === null ? { name: cell, unit: '' } : { name: (parts[1] ?? '').trim(), unit: (parts[2] ?? '').trim() };
}

export type ReadColumn = { ok: true; values: number[] } | { ok: false; sentence: string };

/** One column in SI; a cell without a unit has its heading's, or the case's. */
export function readColumn(
  table: PastedTable,
  column: number,
  dimension: Dimension,
  { display, site }: { display: UnitChoice; site: Site },
): ReadColumn {
  const own = findUnit(dimension, shownUnit(display, dimension));
  const unit = table.headings[column]?.unit ?? '';
  const values: number[] = [];
  for (const [r, row] of table.rows.entries()) {
    const cell = row[column] ?? '';
    const hasUnit = /[^-+.\deE\s]/.test(cell.replace(/^[-+.\d]+(e[-+]?\d+)?/i, ''));
    const parsed = parseQuantity(hasUnit || unit === '' ? cell : `${cell} ${unit}`, [dimension], own, site);
    const where = `Row ${r + 1}${table.headings[column] === undefined ? '' : `, ${table.headings[column].name}`}`;
    if (!parsed.ok) return { ok: false, sentence: `${where}: ${explainParse(parsed.problem)}` };
    values.push(parsed.value.value);
  }
  return { ok: true, values };
}
