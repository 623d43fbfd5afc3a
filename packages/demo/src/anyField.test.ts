/**
 * Every number of every demo case, emptied, zero, negative, huge and tiny: the engine answers with a result, an open point or a reason, and never throws or
 * brings a number that is not finite. `KEEN_LONG` asks all of them and pairs; else a share, the same on every run.
 */
import { createCaseSolver } from '@keen-ladder/core';
import { expect, test } from 'vitest';
import { demoProject } from './index.ts';
import { CaseDocument } from '@keen-ladder/schema';

type Path = readonly (string | number)[];

const VALUES: readonly (number | null)[] = [null, 0, -1, 1e300, 1e-300, 1e12, 1e-12];
/** What is not typed into a field: records, pairs and groups of the mixture. */
const NOT_TYPED = new Set(['mixture', 'schemaVersion', 'display']);
const isLong = process.env['KEEN_LONG'] !== undefined;

function numbersOf(value: unknown, path: Path = []): Path[] {
  if (typeof value === 'number' || value === null) return [path];
  if (typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, inner]) =>
    path.length === 0 && NOT_TYPED.has(key) ? [] : numbersOf(inner, [...path, Array.isArray(value) ? Number(key) : key]),
  );
}

function withValue(document: CaseDocument, path: Path, value: number | null): unknown {
  const changed = structuredClone(document);
  let at: Record<string | number, unknown> = changed;
  for (const key of path.slice(0, -1)) at = at[key] as typeof at;
  at[path.at(-1) ?? ''] = value;
  return changed;
}

/** Where a number stands that is not finite. */
function notFinite(value: unknown, path = ''): string | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? undefined : path;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, inner] of Object.entries(value)) {
    const found = notFinite(inner, `${path}.${key}`);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** What is wrong with what the engine says of a document; undefined when nothing is. */
function faultOf(document: CaseDocument): string | undefined {
  const solver = createCaseSolver();
  const until = performance.now() + 1500;
  const isOver = (): boolean => performance.now() > until;
  for (const unit of document.units) {
    const { id } = unit;
    try {
      const results =
        unit.kind === 'column'
          ? [solver.solve(document, id), solver.node(document, id, 'estimate'), unit.ladder && solver.ladder(document, id, isOver)]
          : [solver.unit(document, id, unit.kind, isOver)];
      const place = notFinite(results);
      if (place !== undefined) return `not finite at ${place}`;
      for (const result of results)
        if (result !== null && 'outcome' in result && result.outcome.state === 'open' && result.outcome.points.length === 0)
          return 'open without a point';
    } catch (error) {
      return error instanceof Error ? (error.stack ?? error.message).split('\n').slice(0, 3).join(' ') : String(error);
    }
  }
  return undefined;
}

test(
  'every number of every demo case changed to what nobody means: no throw, no number that is not finite',
  { timeout: 1_200_000 },
  () => {
    const faults: string[] = [];
    let asked = 0;
    let turn = 0;
    for (const { name, document } of demoProject())
      for (const path of numbersOf(document))
        for (const value of VALUES) {
          turn++;
          if (!isLong && turn % 9 !== 0) continue;
          const changed = CaseDocument.safeParse(withValue(document, path, value));
          if (!changed.success) continue;
          asked++;
          const fault = faultOf(changed.data);
          if (fault !== undefined) faults.push(`${name}, ${path.join('.')} = ${String(value)}: ${fault}`);
        }
    expect(faults.slice(0, 20).join('\n')).toBe('');
    expect(asked).toBeGreaterThan(100);
  },
);
