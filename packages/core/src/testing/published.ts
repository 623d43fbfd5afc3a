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
 */
export function published(source: string, quantity: string, ours: number, value: number, tolerance: number): void {
  const folder = process.env['KEEN_VALIDATION_DIR'];
  if (folder !== undefined) {
    mkdirSync(folder, { recursive: true });
    const row = { test: expect.getState().currentTestName, source, quantity, ours, value, tolerance };
    appendFileSync(join(folder, `${process.pid}.jsonl`), JSON.stringify(row) + '\n');
  }
  expect(Math.abs(ours - value), `${quantity}: ours ${ours}, published ${value} ± ${tolerance}`).toBeLessThanOrEqual(tolerance);
}
