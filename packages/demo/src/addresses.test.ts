/** Addresses of what is entered: every value of every demo case has a name, and can be read and changed by its address alone. */
import {
  createCaseSolver,
  enteredAt,
  enteredIn,
  exactlyEntered,
  findUnit,
  newCaseDocument,
  shownUnit,
  valueAt,
  withValue,
} from '@keen-ladder/core';
import { CaseDocument, readCaseFile } from '@keen-ladder/schema';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { demoProject } from './index.ts';

const fixtures = new URL('../../schema/fixtures/schema-8/', import.meta.url);
const STORED = readdirSync(fixtures)
  .filter((file) => !file.endsWith('.result.json'))
  .map((file) => {
    const read = readCaseFile(JSON.parse(readFileSync(new URL(file, fixtures), 'utf8')));
    if (!read.ok) throw new Error(read.problem);
    return { name: file, document: read.value.document };
  });
const CASES = [...demoProject(), ...STORED];

/** Copies of the databank and other things that nobody types. */
const NOT_TYPED = new Set(['mixture', 'connections', 'display']);

interface Leaf {
  /** By plain keys and places in lists. */
  path: (string | number)[];
  address: string;
  value: unknown;
}

/** Every value of a document with its address, by a walk of its own: lists by ids, no names for `parts` and `cells`, a said number one thing. */
function leavesOf(value: unknown, path: Leaf['path'] = [], words: string[] = []): Leaf[] {
  const address = words.join('.');
  if (typeof value !== 'object' || value === null) return [{ path, address, value }];
  if ('value' in value) return [{ path: [...path, 'value'], address, value: value.value }];
  return Object.entries(value).flatMap(([key, inner]: [string, unknown]) => {
    if (words.length === 0 && NOT_TYPED.has(key)) return [];
    const at = [...path, Array.isArray(value) ? Number(key) : key];
    const called = key === 'parts' || key === 'cells' ? [] : [wordOf(inner, key, path.at(-1) === 'cells')];
    return leavesOf(inner, at, [...words, ...called]);
  });
}

function wordOf(inner: unknown, key: string, isCell: boolean): string {
  const { id, product, component, kind } = Object(inner) as Record<string, unknown>; // whatever it is, it may have these
  if (isCell) return `${String(product)}.${typeof component === 'string' ? component : 'total'}.${String(kind)}`;
  return typeof id === 'string' ? id : key;
}

function atPath(document: unknown, path: Leaf['path']): unknown {
  return path.reduce<unknown>((here, key) => (here as Record<string | number, unknown>)[key], document);
}

/** Members' own ids are what they are called by. */
const isName = ({ path }: Leaf): boolean => path.at(-1) === 'id' || path.at(-1) === 'kind';

describe.each(CASES)('$name', ({ document }) => {
  // A ladder, or hardware, that has not been begun is a group of which there is nothing.
  const leaves = leavesOf(document).filter(
    (leaf) => !isName(leaf) && !(['ladder', 'hardware'].includes(String(leaf.path.at(-1))) && leaf.value === null),
  );

  test('every value has a name of its own, or is part of one thing that is chosen', () => {
    const nameless = leaves.filter(({ address }) => {
      const entry = enteredAt(document, address);
      return entry === undefined || (entry.address === address ? entry.measure === 'group' : entry.measure !== 'choice');
    });
    expect(nameless.map(({ address }) => `${address} → ${JSON.stringify(enteredAt(document, address))}`)).toEqual([]);
  });

  test('every number says what it is measured in, in the case’s unit', () => {
    for (const { address, value } of leaves) {
      const entry = exactlyEntered(document, address);
      if (typeof value !== 'number' || entry === undefined || entry.measure === 'choice') continue;
      expect(entry.measure, address).not.toBe('group');
      if (entry.measure !== 'count' && entry.measure !== 'group')
        expect(findUnit(entry.measure, shownUnit(document.display, entry.measure)).dimension).toBe(entry.measure);
    }
  });

  test('every value is read by its address; changed by it, nothing else is', () => {
    for (const leaf of leaves) {
      expect(valueAt(document, leaf.address), leaf.address).toEqual(leaf.value);
      if (typeof leaf.value !== 'number') continue;
      const changed = withValue(document, leaf.address, 0.123);
      expect(atPath(changed, leaf.path), leaf.address).toBe(0.123);
      expect(withValue(changed ?? document, leaf.address, leaf.value)).toEqual(document);
    }
  });

  test('what a page has a field for is told apart by name, and is there', () => {
    const entries = enteredIn(document);
    expect(new Set(entries.map(({ name }) => name)).size).toBe(entries.length);
    for (const entry of entries) expect(exactlyEntered(document, entry.address)).toEqual(entry);
  });
});

test('where nothing is entered yet, a number makes what it needs around it', () => {
  const { document: blank } = demoProject()[0] ?? { document: newCaseDocument() };
  const empty = { ...blank, streams: blank.streams.map((s) => ({ ...s, amount: null })) };
  const address = `streams.${blank.streams[0]?.id ?? ''}.amount`;
  const entered = withValue(empty, address, 12);
  expect(valueAt(entered ?? empty, address)).toBe(12);
  expect(CaseDocument.safeParse(entered).success).toBe(true);
  const [component] = blank.mixture.components;
  const without = { ...blank, streams: blank.streams.map((s) => ({ ...s, composition: { ...s.composition, parts: {} } })) };
  const part = `streams.${blank.streams[0]?.id ?? ''}.composition.${component?.id ?? ''}`;
  const added = withValue(without, part, 0.4);
  expect(valueAt(added ?? without, part)).toBe(0.4);
  expect(CaseDocument.safeParse(added).success).toBe(true);
  expect(withValue(blank, 'units.nowhere.pressure.top', 1)).toBeUndefined();
  expect(valueAt(blank, 'units.nowhere.pressure.top')).toBeUndefined();
});

test('every open point of a case that was emptied field by field leads to something that can be entered', () => {
  const unknown = new Set<string>();
  for (const { document } of demoProject())
    for (const { address, value } of leavesOf(document)) {
      const emptied = CaseDocument.safeParse(withValue(document, address, typeof value === 'number' ? null : value));
      if (!emptied.success || typeof value !== 'number') continue;
      const solver = createCaseSolver();
      for (const unit of emptied.data.units) {
        const outcomes =
          unit.kind === 'drum'
            ? [solver.unit(emptied.data, unit.id, 'drum').outcome]
            : [solver.solve(emptied.data, unit.id).graph.outcome, solver.solve(emptied.data, unit.id).balance.outcome];
        for (const outcome of outcomes)
          if (outcome.state === 'open')
            for (const { path } of outcome.points) if (exactlyEntered(emptied.data, path) === undefined) unknown.add(path);
      }
    }
  expect([...unknown]).toEqual([]);
});
