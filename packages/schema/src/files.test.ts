/** Files as they are, as they were, and as they never should be: read, brought up to date, or refused with a sentence. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { ColumnUnit } from './index.ts';
import { CaseDocument, readCaseFile, SCHEMA_VERSION, writeCaseFile } from './index.ts';

type Loose = Record<string, unknown>;
interface File {
  format: string;
  schemaVersion: number;
  name: string;
  document: Loose & { units: Loose[] };
}

const FOLDER = join(import.meta.dirname, '../fixtures');

/** A file that the product of that schema wrote. */
const fixture = (schema: number, name: string): File =>
  JSON.parse(readFileSync(join(FOLDER, `schema-${schema}`, `${name}.json`), 'utf8')) as File; // the product wrote it

const every = readdirSync(FOLDER).flatMap((folder) =>
  readdirSync(join(FOLDER, folder)).flatMap((name) =>
    name.endsWith('.result.json') ? [] : [fixture(Number(folder.replace('schema-', '')), name.replace('.json', ''))],
  ),
);

function readDocument(content: unknown): CaseDocument {
  const read = readCaseFile(content);
  if (!read.ok) throw new Error(read.problem);
  return read.value.document;
}

function columnIn(content: unknown): ColumnUnit {
  const unit = readDocument(content).units[0];
  if (unit?.kind !== 'column') throw new Error('no column');
  return unit;
}

const refusal = (content: unknown): string => {
  const read = readCaseFile(content);
  return read.ok ? 'accepted' : read.problem;
};

const WASH_WATER = 'acetone-from-wash-water';

describe('a file', () => {
  test('of every schema is read as today’s, and is written and read back the same', () => {
    for (const file of every) {
      const document = readDocument(file);
      expect(CaseDocument.parse(document)).toEqual(document);
      expect(readDocument(JSON.parse(JSON.stringify(writeCaseFile(file.name, document))))).toEqual(document);
    }
  });
  test('of something else, of a newer schema or with a fault is refused with its place', () => {
    const file = writeCaseFile('Wash water', readDocument(fixture(8, WASH_WATER)));
    expect(refusal({ hello: 1 })).toMatch(/^This is not a Keen Ladder case file/);
    expect(refusal({ ...file, schemaVersion: SCHEMA_VERSION + 1 })).toMatch(/newer version/);
    expect(refusal({ ...file, document: { ...file.document, notes: 3 } })).toMatch(/At notes: /);
    const { units } = readDocument(fixture(8, WASH_WATER));
    expect(refusal({ ...file, document: { ...file.document, units: [...units, ...units] } })).toBe('At units: two of one id.');
  });
  test('that holds anything at all is read or refused, never an exception', () => {
    fc.assert(fc.property(fc.anything(), (content) => !readCaseFile(content).ok));
  });
  test('of any schema, with any part of it something else, is read or refused with a sentence, never an exception', () => {
    const nonsense = [null, 3, 'x', true, [], {}, [null], [3], [{}], { a: null }];
    for (const file of every.filter(({ name }) => name === 'Acetone from wash water' || name === 'Toluene from rinse water'))
      for (const path of partsOf(file.document, 4))
        for (const value of nonsense) {
          const document = replaced(file.document, path, value);
          const said = refusal({ ...file, document });
          expect(said, `${file.name}, schema ${file.schemaVersion}, ${path.join('.')}: ${JSON.stringify(value)}`).toMatch(
            /^accepted$|\.$/,
          );
        }
  });
});

/** Paths of the parts of a document down to a depth; of long lists the first member alone. */
function partsOf(value: unknown, depth: number, path: string[] = []): string[][] {
  if (depth === 0 || typeof value !== 'object' || value === null) return [];
  // Records and pairs are checked by the schema alone, in every version: their first level is enough here.
  if (path[0] === 'mixture' && path.length > 2) return [];
  const entries = Array.isArray(value) ? [...value.entries()].slice(0, 1) : Object.entries(value);
  return entries.flatMap(([key, part]: [string | number, unknown]) => [
    [...path, String(key)],
    ...partsOf(part, depth - 1, [...path, String(key)]),
  ]);
}

function replaced(value: unknown, [key, ...rest]: readonly string[], by: unknown): unknown {
  if (key === undefined) return by;
  if (Array.isArray(value)) return value.map((part: unknown, k) => (String(k) === key ? replaced(part, rest, by) : part));
  const record = value as Loose; // a path leads through records and lists alone
  return { ...record, [key]: replaced(record[key], rest, by) };
}

describe('an older file', () => {
  test('of schema 1 gets model options and no other pairs than its own', () => {
    const old = fixture(1, WASH_WATER);
    const { components, liquid, nrtlPairs } = old.document['mixture'] as Loose;
    expect(readDocument(old).mixture).toMatchObject({
      components,
      model: liquid,
      nrtlPairs,
      options: { vapour: 'ideal', henry: [] },
      wilsonPairs: [],
      henryPairs: [],
    });
  });
  test('of schema 3 keeps its feed and its two purities', () => {
    const old = fixture(3, WASH_WATER);
    const [unit] = old.document.units;
    const { distillate, bottoms } = unit?.['graph'] as Record<string, Loose>;
    const column = columnIn(old);
    expect(column.balance.cells.map(({ product, value }) => [product, value])).toEqual([
      ['distillate', distillate?.['value']],
      ['bottoms', bottoms?.['value']],
    ]);
    expect(readDocument(old).streams[0]?.condition[0]).toEqual({ by: 'column-pressure' });
  });
  test('of schema 4 keeps its rating, counted in all, and the stage of its feed', () => {
    const upgraded = (task: string, feedStage: unknown) => {
      const old = fixture(4, WASH_WATER);
      const [unit] = old.document.units;
      const graph = unit?.['graph'] as Loose;
      const rating = { above: 12, below: 2, known: (graph['rating'] as Loose)['known'] };
      return columnIn({ ...old, document: { ...old.document, units: [{ ...unit, graph: { ...graph, task, rating, feedStage } }] } })
        .graph;
    };
    expect(upgraded('rating', 'best')).toMatchObject({ rating: { stages: 15 }, feedStages: { feed: 13 } });
    expect(upgraded('design', 9)).toMatchObject({ rating: { stages: 15 }, feedStages: { feed: 9 } });
    expect(upgraded('design', 'best')).toMatchObject({ feedStages: {}, efficiency: null });
  });
  test('of schema 5 has what was carried over as a ladder, which counts a total condenser', () => {
    const old = fixture(5, WASH_WATER);
    const pressure = { top: 101325, bottom: 105000 };
    const carried = { from: 'graph', stages: 10, feedStage: 6, reflux: 0.6, distillate: 12, pressure, condenser: 'total' };
    const units = old.document.units.map((unit) => ({ ...unit, carried }));
    const { ladder } = columnIn({ ...old, document: { ...old.document, units } });
    expect(ladder).toMatchObject({ stages: 11, top: 'total', feeds: { feed: { stage: 7 } } });
  });
  test('of schema 6 has targets whose handles are proposed, and no profile or method of its own', () => {
    const { ladder } = columnIn(fixture(6, 'four-alcohol-splitter'));
    expect(ladder).toMatchObject({ given: null, method: null });
    expect(ladder?.targets.map(({ moves }) => moves)).toEqual(ladder?.targets.map(() => null));
  });
  test('of schema 8 that was connected twice is read: the engine tells of it', () => {
    const old = fixture(8, WASH_WATER);
    const connections = old.document['connections'] as Loose[];
    const document = readDocument({ ...old, document: { ...old.document, connections: [...connections, ...connections] } });
    expect(document.connections.map(({ id }) => id)).toEqual(['feed-to-column', 'feed-to-column-2']);
  });
  test('of schema 8 is connected by inlets that are called as its feeds, and moves what enters by them', () => {
    const old = fixture(8, 'toluene-from-rinse-water');
    const [unit] = old.document.units;
    const handle = { kind: 'feed-flow', stream: 'feed-2' };
    const target = {
      id: 'more',
      quantity: { kind: 'freed', handle },
      wish: 'equal',
      value: 1,
      isInForce: true,
      moves: { kind: 'freed', handle },
    };
    const ladder = { ...(unit?.['ladder'] as Loose), freed: [handle], targets: [target] };
    const document = readDocument({ ...old, document: { ...old.document, units: [{ ...unit, ladder }] } });
    expect(document.connections).toEqual([
      { id: 'feed-to-column', from: { stream: 'feed' }, to: { unit: 'column', port: 'feed' } },
      { id: 'feed-2-to-column', from: { stream: 'feed-2' }, to: { unit: 'column', port: 'feed-2' } },
    ]);
    const column = document.units[0];
    const moved = { kind: 'freed', handle: { kind: 'feed-flow', inlet: 'feed-2' } };
    expect(column?.kind === 'column' ? column.ladder : null).toMatchObject({
      freed: [moved.handle],
      targets: [{ quantity: moved, moves: moved }],
    });
  });
});
