/** Addresses of what comes out: every result of every demo case by its address alone, against the facts and the tables that the pages show. */
import {
  answersOf,
  createCaseSolver,
  findUnit,
  inletsOf,
  newCaseDocument,
  productRows,
  resultReader,
  resultsIn,
  shownUnit,
  toSI,
} from '@keen-ladder/core';
import type { LadderFacts, Result } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';
import { describe, expect, test } from 'vitest';
import { demoProject } from './index.ts';

const CASES = demoProject();

function resultsOf(document: CaseDocument): Result[] {
  const solver = createCaseSolver();
  return document.units.flatMap((unit) => resultsIn(document, unit, answersOf(solver, document, unit)));
}

describe.each(CASES)('$name', ({ document }) => {
  const results = resultsOf(document);

  test('every address is one result’s alone, finite or none, in a unit that the case can show', () => {
    expect(results.length).toBeGreaterThan(20);
    expect(new Set(results.map(({ address }) => address)).size).toBe(results.length);
    for (const { address, value, measure, name } of results) {
      expect(value === null || Number.isFinite(value), address).toBe(true);
      expect(name.length, address).toBeGreaterThan(3);
      if (measure !== 'count') expect(findUnit(measure, shownUnit(document.display, measure)).dimension).toBe(measure);
    }
  });

  test('what search lists bears different names', () => {
    const names = results.filter(({ isDetail }) => isDetail !== true).map(({ name }) => name);
    expect(names.filter((name, k) => names.indexOf(name) !== k)).toEqual([]);
  });

  test('one asked by its address alone is the one among all', () => {
    const some = results.filter((_, k) => k % Math.ceil(results.length / 25) === 0);
    const read = resultReader(createCaseSolver(), document);
    for (const one of some) expect(read(one.address)).toMatchObject({ state: 'solved', value: one });
  });

  test('what enters a unit leaves it, read by addresses alone', () => {
    const valueOf = (address: string): number => results.find((one) => one.address === address)?.value ?? NaN;
    for (const unit of document.units) {
      if (unit.kind === 'column' && !results.some(({ address }) => address.startsWith(`${unit.id}/ladder/`))) continue;
      const stop = unit.kind === 'drum' ? 'drum' : 'ladder';
      const leaving = new RegExp(`^${unit.id}/${stop}/flow/[^/]+$`);
      const flows = results.filter(({ address }) => leaving.test(address));
      // The whole overhead of a mixed condenser is a target there; its vapour and its liquid are counted.
      const isMixed = flows.some(({ address }) => address.endsWith('/overhead-vapour'));
      const counted = flows.filter(({ address }) => !(isMixed && address.endsWith('/overhead')));
      const out = counted.reduce((sum, { value }) => sum + (value ?? NaN), 0);
      const fed = inletsOf(document, unit).reduce((sum, { id }) => sum + valueOf(`${unit.id}/feeds/${id}/flow`), 0);
      expect(out / fed, unit.name).toBeCloseTo(1, 7);
    }
  });
});

/** Of a table that the pages show and export: the numbers of a line, in SI. */
function lineOf(document: CaseDocument, facts: LadderFacts, start: string): number[] {
  const rows = productRows(facts, document.mixture.components, document);
  const row = rows.find(([name]) => String(name).startsWith(start)) ?? [];
  return row.slice(1).map(Number);
}

test('a ladder’s results are what its table of products says', () => {
  const document = CASES.find(({ name }) => name === 'Five alkanes with a side draw')?.document;
  if (document === undefined) throw new Error('no such demo');
  const unit = document.units[0] as ColumnUnit; // it has one unit, a column
  const { whole } = answersOf(createCaseSolver(), document, unit, 'ladder');
  if (whole?.state !== 'solved') throw new Error('not solved');
  const ladder = whole.value as LadderFacts; // a column's
  const results = resultsIn(document, unit, { whole });
  const valueOf = (at: string): number => results.find(({ address }) => address === `column/ladder/${at}`)?.value ?? NaN;
  const places = ['overhead', unit.draws[0]?.id ?? '', 'bottoms'];
  const massFlow = findUnit('massFlow', shownUnit(document.display, 'massFlow'));
  lineOf(document, ladder, `flow, ${massFlow.id}`).forEach((shown, k) => {
    expect(valueOf(`flow/${places[k] ?? ''}/mass`) / toSI(shown, massFlow, document.site)).toBeCloseTo(1, 6);
  });
  const [light] = document.mixture.components;
  lineOf(document, ladder, `${light?.name ?? ''}, kg/kg`).forEach((shown, k) => {
    expect(valueOf(`fraction/${places[k] ?? ''}/${light?.id ?? ''}/mass`)).toBeCloseTo(shown, 7);
  });
  lineOf(document, ladder, `${light?.name ?? ''}, part`).forEach((shown, k) => {
    expect(valueOf(`recovery/${places[k] ?? ''}/${light?.id ?? ''}`)).toBeCloseTo(shown, 7);
  });
});

test('a stop that is open says what is missing; an address of nothing is told apart', () => {
  const document = newCaseDocument();
  const blank = resultReader(createCaseSolver(), document);
  expect(blank('column/graph/stages')).toMatchObject({ state: 'open' });
  expect(blank('column/feeds/feed/flow')).toMatchObject({ state: 'open' });
  const solved = resultReader(createCaseSolver(), CASES[0]?.document ?? document);
  for (const nothing of ['column/graph/height', 'column/walls/thickness', 'nowhere/graph/stages', '', 'column'])
    expect(solved(nothing), nothing).toBeUndefined();
});

test('a stop is solved once, however many numbers of it are asked', () => {
  const document = CASES.find(({ name }) => name === 'Four-alcohol splitter')?.document;
  if (document === undefined) throw new Error('no such demo');
  const solver = createCaseSolver();
  let ladders = 0;
  const counting = {
    ...solver,
    ladder: (...asked: Parameters<typeof solver.ladder>) => {
      ladders++;
      return solver.ladder(...asked);
    },
  };
  const read = resultReader(counting, document);
  for (const at of ['reflux-ratio', 'duty/reboiler', 'duty/condenser', 'temperature/3', 'height']) read(`column/ladder/${at}`);
  expect(ladders).toBe(1);
});
