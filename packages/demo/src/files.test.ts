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
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  CaseDocument,
  ComponentRecord,
  HenryPair,
  CaseMixture,
  InteractionPair,
  NrtlPair,
  readCaseFile,
  SCHEMA_VERSION,
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

/** The fields that a record had in schema 2, in which every form of heat capacity was a polynomial. */
function asInSchema2(record: ComponentRecord) {
  const { id, name, synonyms, formula, molarMass, criticalTemperature, criticalPressure, criticalVolume, acentricFactor } = record;
  const { normalBoilingPoint, enthalpyOfFormation, vapourPressure, heatOfVaporisation, idealGasHeatCapacity } = record;
  const constants = { molarMass, criticalTemperature, criticalPressure, criticalVolume, acentricFactor, normalBoilingPoint };
  const { liquidHeatCapacity, liquidDensity } = record;
  const curves = { vapourPressure, heatOfVaporisation, idealGasHeatCapacity, liquidHeatCapacity, liquidDensity };
  return { id, name, synonyms, formula, ...constants, enthalpyOfFormation, ...curves };
}

/** The demo as it was written before there were balance sheets, its feed given by q. */
function inSchema3({ mixture, notes, connections, streams, units }: CaseDocument) {
  const purity = (k: number) => ({ value: units[0]?.balance.cells[k]?.value, basis: 'mole' });
  const [first] = mixture.components;
  return {
    site: { barometricPressure: 101325 },
    display: { temperature: '°C', pressure: 'bar', molarFlow: 'kmol/h', massFlow: 'kg/h', power: 'kW' },
    mixture,
    streams: streams.map(({ id, name, amount, composition }) => ({
      id,
      name,
      flow: amount,
      composition: { value: composition.parts[first?.id ?? ''], basis: 'mole' },
      condition: { by: 'q', q: 0.4 },
    })),
    units: units.map(({ id, kind, name, pressure, condenser, graph }) => ({
      id,
      kind,
      name,
      pressure: pressure.top,
      condenser,
      graph: { reflux: graph.reflux, feedStage: 'best', distillate: purity(0), bottoms: purity(1) },
    })),
    connections,
    notes,
  };
}

describe('case file', () => {
  const [demo] = demoCases();
  if (demo === undefined) throw new Error('no demo');
  test('is written and read back the same', () => {
    const text = JSON.stringify(writeCaseFile(demo.name, demo.document));
    expect(readCaseFile(JSON.parse(text))).toEqual({ ok: true, value: demo });
  });
  test('a file of something else, of a newer schema or with a fault is refused with its place', () => {
    const file = writeCaseFile(demo.name, demo.document);
    const refusal = (content: unknown): string => {
      const read = readCaseFile(content);
      return read.ok ? 'accepted' : read.problem;
    };
    expect(refusal({ hello: 1 })).toMatch(/^This is not a Keen Ladder case file/);
    expect(refusal({ ...file, schemaVersion: SCHEMA_VERSION + 1 })).toMatch(/newer version/);
    expect(refusal({ ...file, document: { ...file.document, notes: 3 } })).toMatch(/At notes: /);
  });
  test('what schema 5 carried over is a ladder in schema 6, and solved as one', () => {
    const { heating, ...site } = demo.document.site;
    expect(heating.temperature).toBeGreaterThan(400);
    const carried = {
      from: 'graph',
      stages: 10,
      feedStage: 6,
      reflux: 0.6,
      distillate: 12,
      pressure: { top: 101325, bottom: 105000 },
      condenser: 'total',
    };
    const units = demo.document.units.map(({ ladder, ...unit }) => ({ ...unit, carried: ladder === null ? carried : null }));
    const old = { ...demo.document, site, units };
    const read = readCaseFile({ format: 'keen-ladder case', schemaVersion: 5, name: 'Old', document: old });
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.document.units[0]?.ladder).toMatchObject({ stages: 11, top: 'total', feeds: { feed: { stage: 7 } } });
    expect(createCaseSolver().ladder(read.value.document, 'column').outcome.state).toBe('solved');
  });
  test('a ladder of schema 6 has targets whose handles are proposed, and no profile or method of its own', () => {
    const column = demoCases().find(({ name }) => name === 'Four-alcohol splitter');
    if (column === undefined) throw new Error('no such case');
    const { document } = column;
    const units = document.units.map(({ ladder, ...unit }) => {
      if (ladder === null) throw new Error('no ladder');
      const { given: _g, method: _m, targets, ...old } = ladder;
      return { ...unit, ladder: { ...old, targets: targets.map(({ moves: _, ...target }) => target) } };
    });
    const read = readCaseFile({ format: 'keen-ladder case', schemaVersion: 6, name: 'Old', document: { ...document, units } });
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.document).toEqual(document);
  });
  test('a file of schema 1 is brought up to date', () => {
    const { model, nrtlPairs: pairs, components: records } = demo.document.mixture;
    const old = { ...inSchema3(demo.document), mixture: { components: records.map(asInSchema2), liquid: model, nrtlPairs: pairs } };
    const read = readCaseFile({ format: 'keen-ladder case', schemaVersion: 1, name: 'Old', document: old });
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.document.mixture).toMatchObject({
      components: records.map(asInSchema2),
      model: 'nrtl',
      options: { vapour: 'ideal', henry: [] },
      nrtlPairs: pairs,
      wilsonPairs: [],
      henryPairs: [],
    });
    expect(createCaseSolver().solve(read.value.document, 'column').graph.outcome.state).toBe('solved');
  });
  test('a file of schema 3 keeps its feed and its two purities', () => {
    const read = readCaseFile({ format: 'keen-ladder case', schemaVersion: 3, name: 'Old', document: inSchema3(demo.document) });
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.document).toEqual({
      ...demo.document,
      streams: [{ ...demo.document.streams[0], condition: [{ by: 'column-pressure' }, { by: 'q', value: 0.4 }] }],
    });
  });
  test('a file of schema 4 keeps its rating, counted in all, and the stage of its feed', () => {
    const { units, ...document } = demo.document;
    const [unit] = units;
    if (unit === undefined) throw new Error('no column');
    const { service: _s, subcooling: _c, bottom: _b, absorption: _a, graph, ...column } = unit;
    const { known } = graph.rating;
    const inSchema4 = (task: string, feedStage: unknown) => ({
      ...document,
      units: [{ ...column, graph: { task, reflux: graph.reflux, rating: { above: 12, below: 2, known }, feedStage } }],
    });
    const upgraded = (task: string, feedStage: unknown) => {
      const old = inSchema4(task, feedStage);
      const read = readCaseFile({ format: 'keen-ladder case', schemaVersion: 4, name: 'Old', document: old });
      if (!read.ok) throw new Error(read.problem);
      return read.value.document.units[0]?.graph;
    };
    expect(upgraded('rating', 'best')).toMatchObject({ rating: { stages: 15 }, feedStages: { feed: 13 } });
    expect(upgraded('design', 9)).toMatchObject({ rating: { stages: 15 }, feedStages: { feed: 9 } });
    expect(upgraded('design', 'best')).toMatchObject({ feedStages: {}, efficiency: null });
  });
  test('anything at all is read or refused, never an exception', () => {
    fc.assert(fc.property(fc.anything(), (content) => !readCaseFile(content).ok));
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
