import { readFileSync } from 'node:fs';
import { createCaseSolver, newCaseDocument } from '@keen-ladder/core';
import {
  components,
  groupTables,
  henryPairs,
  interactionPairs,
  nrtlPairs,
  uniquacPairs,
  wilsonPairs,
} from '@keen-ladder/core/databank';
import { componentIndex } from '@keen-ladder/core/databank-index';
import { describe, expect, test } from 'vitest';
import {
  CaseDocument,
  ComponentRecord,
  HenryPair,
  CaseMixture,
  InteractionPair,
  NrtlPair,
  readCaseFile,
  UniquacPair,
  WilsonPair,
  writeCaseFile,
} from '@keen-ladder/schema';
import { demoCases, mixtureOf } from './index.ts';

describe('case document', () => {
  test('every record and pair of the databank fits the schema', () => {
    for (const record of components) expect(ComponentRecord.parse(record)).toEqual(record);
    for (const pair of nrtlPairs) expect(NrtlPair.parse(pair)).toEqual(pair);
    for (const pair of wilsonPairs) expect(WilsonPair.parse(pair)).toEqual(pair);
    for (const pair of uniquacPairs) expect(UniquacPair.parse(pair)).toEqual(pair);
    for (const pair of interactionPairs) expect(InteractionPair.parse(pair)).toEqual(pair);
    for (const pair of henryPairs) expect(HenryPair.parse(pair)).toEqual(pair);
  });
  test('a mixture of any sixty components, with the group tables it needs, fits too', () => {
    for (let first = 0; first + 60 <= components.length; first += 60) {
      const mixture = mixtureOf(components.slice(first, first + 60).map((c) => c.id));
      expect(CaseMixture.parse(mixture)).toEqual(mixture);
    }
    expect(Object.keys(groupTables.unifac.subgroups).length).toBeGreaterThan(80);
  });
  test('the index lists every record and nothing else', () => {
    expect(componentIndex.map((c) => [c.id, c.name, c.formula])).toEqual(components.map((c) => [c.id, c.name, c.formula]));
  });
  test('a new case is valid and open, the demo is valid and solved', () => {
    const { solve, ladder } = createCaseSolver();
    expect(solve(CaseDocument.parse(newCaseDocument()), 'column').graph.outcome.state).toBe('open');
    for (const { document } of demoCases()) {
      const { graph, balance, absorption } = solve(CaseDocument.parse(document), 'column');
      expect(balance.outcome.state).toBe('solved');
      if (document.units[0]?.ladder) expect(ladder(document, 'column').outcome.state).toBe('solved');
      if (absorption !== null) expect(absorption.estimate.state).toBe('solved');
      else expect(graph.outcome.state).toBe(document.mixture.components.length === 2 ? 'solved' : 'open');
    }
  });
  test.each([
    ['a field too many', (d: Record<string, unknown>) => (d['extra'] = 1)],
    [
      'a unit that does not exist',
      (d: Record<string, unknown>) => ((d['display'] as Record<string, unknown>)['pressure'] = 'furlong'),
    ],
    ['NaN', (d: Record<string, unknown>) => ((d['site'] as Record<string, unknown>)['barometricPressure'] = NaN)],
    ['text for a number', (d: Record<string, unknown>) => ((d['site'] as Record<string, unknown>)['barometricPressure'] = '1e5')],
    ['a missing part', (d: Record<string, unknown>) => delete d['streams']],
  ])('%s is refused', (_, spoil) => {
    const document = JSON.parse(JSON.stringify(newCaseDocument())) as Record<string, unknown>;
    spoil(document);
    expect(CaseDocument.safeParse(document).success).toBe(false);
  });
  test('coefficients must fit their form', () => {
    const [record] = components;
    if (record === undefined) throw new Error('empty databank');
    const short = { ...record, vapourPressure: { ...record.vapourPressure, c: [1, 2] } };
    expect(ComponentRecord.safeParse(short).success).toBe(false);
  });
  test('a mixture takes NRTL where the databank has the pair, an equation of state for hydrocarbons', () => {
    expect(mixtureOf(['67-64-1', '7732-18-5'])).toMatchObject({ model: 'nrtl', nrtlPairs: [{ b: [317.56, 602.56] }] });
    expect(mixtureOf(['7732-18-5', '67-64-1']).nrtlPairs[0]?.b).toEqual([602.56, 317.56]);
    expect(mixtureOf(['71-43-2', '108-88-3'])).toMatchObject({
      model: 'peng-robinson',
      nrtlPairs: [],
    });
  });
});

describe('case file', () => {
  const [demo] = demoCases();
  if (demo === undefined) throw new Error('no demo');
  test('is written and read back the same', () => {
    const text = JSON.stringify(writeCaseFile(demo.name, demo.document));
    expect(readCaseFile(JSON.parse(text))).toEqual({ ok: true, value: demo });
  });
});

test('the example of docs/file-format.md is read and solved', () => {
  const page = readFileSync(new URL('../../../docs/file-format.md', import.meta.url), 'utf8');
  const example = /```json\n([^]*?)```/.exec(page)?.[1] ?? '';
  const read = readCaseFile(JSON.parse(example));
  if (!read.ok) throw new Error(read.problem);
  const solver = createCaseSolver();
  expect(solver.solve(read.value.document, 'column').graph.outcome.state).toBe('solved');
  expect(solver.ladder(read.value.document, 'column').outcome.state).toBe('solved');
});
