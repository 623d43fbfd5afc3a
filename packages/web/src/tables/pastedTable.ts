/** A table as it comes from the clipboard or a file: cells by tabs, commas or semicolons, quantities with the units of its heading. */
import type { Display as UnitChoice } from '@keen-ladder/schema';
import { explainParse, findUnit, parseQuantity, shownUnit } from '@keen-ladder/core';
import type { Dimension, Site } from '@keen-ladder/core';
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
  const beneath = lines.length > 1 ? lines.slice(1) : lines;
  const delimiter = ['\t', ';', ','].find((mark) => beneath.some((line) => line.includes(mark)));
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

export type ReadColumn<T = number> = { ok: true; values: T[] } | { ok: false; sentence: string };

export interface Reader {
  display: UnitChoice;
  site: Site;
}

/** One column in SI; a cell without a unit has its heading's, or the case's. */
export function readColumn(table: PastedTable, column: number, dimension: Dimension, reader: Reader): ReadColumn {
  const values: number[] = [];
  for (const [r, row] of table.rows.entries()) {
    const read = readCell(table, r, column, row[column] ?? '', dimension, reader);
    if (typeof read === 'string') return { ok: false, sentence: read };
    values.push(read);
  }
  return { ok: true, values };
}

/** The same; a cell that is empty or a dash was not measured: null. */
export function readGaps(table: PastedTable, column: number, dimension: Dimension, reader: Reader): ReadColumn<number | null> {
  const values: (number | null)[] = [];
  for (const [r, row] of table.rows.entries()) {
    const cell = row[column] ?? '';
    const read = /^[-–—]?$/.test(cell) ? null : readCell(table, r, column, cell, dimension, reader);
    if (typeof read === 'string') return { ok: false, sentence: read };
    values.push(read);
  }
  return { ok: true, values };
}

/** SI, or the sentence that says why it is no number. */
function readCell(
  table: PastedTable,
  r: number,
  column: number,
  cell: string,
  dimension: Dimension,
  { display, site }: Reader,
): number | string {
  const own = findUnit(dimension, shownUnit(display, dimension));
  const unit = table.headings[column]?.unit ?? '';
  const hasUnit = /[^-+.\deE\s]/.test(cell.replace(/^[-+.\d]+(e[-+]?\d+)?/i, ''));
  const parsed = parseQuantity(hasUnit || unit === '' ? cell : `${cell} ${unit}`, [dimension], own, site);
  if (parsed.ok) return parsed.value.value;
  const where = `Row ${r + 1}${table.headings[column] === undefined ? '' : `, ${table.headings[column].name}`}`;
  return `${where}: ${explainParse(parsed.problem)}`;
}
