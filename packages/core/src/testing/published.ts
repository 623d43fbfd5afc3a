/** Checks against published numbers; each also becomes a row of docs/validation.md (scripts/validation.mjs writes it). */
import { appendFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'vitest';

/**
 * @param source    author, title, edition, page, table or example
 * @param quantity  what, with its unit
 * @param ours      our value
 * @param value     the published value
 * @param tolerance half its last printed digit, or the reading error where it was read from a drawing
 * @param kind      what the tolerance is, where it is no matter of digits: the page counts the kinds apart
 */
export function published(
  source: string,
  quantity: string,
  ours: number,
  value: number,
  tolerance: number,
  kind?: 'reading' | 'own fit' | 'other data',
): void {
  record({ source, quantity, ours, value, tolerance, kind });
  expect(Math.abs(ours - value), `${quantity}: ours ${ours}, published ${value} ± ${tolerance}`).toBeLessThanOrEqual(tolerance);
}

/** A row of a table of the page that reports what was found rather than holding single numbers to a tolerance. */
export function reported(table: string, columns: readonly string[], cells: readonly string[]): void {
  record({ table, columns, cells });
}

function record(row: object): void {
  const folder = process.env['KEEN_VALIDATION_DIR'];
  if (folder === undefined) return;
  mkdirSync(folder, { recursive: true });
  appendFileSync(join(folder, `${process.pid}.jsonl`), JSON.stringify(row) + '\n');
}
