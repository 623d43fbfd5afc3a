import type { ColumnCase } from './index.ts';
import { createCaseSolver, inputHashes } from './index.ts';
import { massToMole, moleToMass } from '../plant/index.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Condition } from '@keen-ladder/schema';
import { showIn, UNIT_SETS } from '../measures/index.ts';
import { explain } from '../plant/index.ts';
import { acetoneWaterCase, databankRecord, published, reasonOf, solvedValue } from '../testing/index.ts';

const SHOW = showIn(UNIT_SETS.metric, { barometricPressure: 101325 });
/** Acetone and water of the databank. */
const [ACETONE, WATER] = ['67-64-1', '7732-18-5'];

const solveOnce = (document: ColumnCase) => createCaseSolver().solve(document, 'column').graph;

function changed(change: (document: ColumnCase) => unknown): ColumnCase {
  const document = acetoneWaterCase();
  change(document);
  return document;
}

describe('the graph of a case', () => {
  test('is solved with stages, flows and duties', () => {
    const result = solveOnce(acetoneWaterCase());
    const design = solvedValue(result.outcome);
    expect(design.whole).toBe(14);
    expect(design.flows.distillate + design.flows.bottoms).toBeCloseTo(design.flows.feed, 10);
    expect(design.flows.condenserDuty).toBeLessThan(0);
    expect(result.curve?.x).toHaveLength(129);
    expect(result.feeds[0].state).toBe('saturated liquid');
  });
  test('every missing field is an open point that leads to it', () => {
    const empty = changed((d) => {
      d.streams[0].amount = null;
      d.streams[0].composition = { basis: 'mole', parts: {} };
      d.streams[0].condition = [{ by: 'column-pressure' }, { by: 'q', value: null }];
      d.units[0].pressure.top = null;
      d.units[0].balance.cells = [];
      d.units[0].graph.reflux = null;
    });
    const { outcome } = solveOnce(empty);
    if (outcome.state !== 'open') throw new Error(outcome.state);
    expect(outcome.points.map((p) => p.path)).toEqual([
      'units.column.pressure.top',
      'streams.feed.composition',
      'streams.feed.amount',
      'streams.feed.condition.1',
      `units.column.balance.distillate.${ACETONE}.fraction`,
      `units.column.balance.bottoms.${ACETONE}.fraction`,
      'units.column.graph.reflux',
    ]);
  });
  test.each<[string, (d: ColumnCase) => unknown, string]>([
    ['a fraction above 1', (d: ColumnCase) => (d.units[0].balance.cells[0].value = 1.2), 'not-a-fraction'],
    ['a flow of nothing', (d: ColumnCase) => (d.streams[0].amount = { value: 0, basis: 'molar' }), 'not-positive'],
    ['a pressure below vacuum', (d: ColumnCase) => (d.units[0].pressure.top = -1), 'not-positive'],
    ['one component', (d: ColumnCase) => d.mixture.components.pop(), 'not-two-components'],
    [
      'the same component twice',
      (d: ColumnCase) => (d.mixture.components = [databankRecord('water'), databankRecord('water')]),
      'same-component',
    ],
    ['a pair without parameters', (d: ColumnCase) => (d.mixture.nrtlPairs = []), 'pair-missing'],
    ['no connected feed', (d: ColumnCase) => (d.connections = []), 'missing'],
    [
      'a feed below absolute zero',
      (d: ColumnCase) => (d.streams[0].condition[1] = { by: 'temperature', value: -3 }),
      'below-zero-kelvin',
    ],
    ['no feed temperature', (d: ColumnCase) => (d.streams[0].condition[1] = { by: 'temperature', value: null }), 'missing'],
  ])('%s is an open point', (_, change, code) => {
    const { outcome } = solveOnce(changed(change));
    expect(outcome.state === 'open' && outcome.points.map((p) => p.code)).toContain(code);
  });
  test('a pressure above a critical pressure has a reason with the limit', () => {
    const reason = reasonOf(solveOnce(changed((d) => (d.units[0].pressure.top = 6e6))).outcome);
    expect(reason).toEqual({ code: 'supercritical', P: 6e6, highest: 4.7e6 });
    expect(explain(reason, SHOW)).toContain('47.00 bar');
  });
  test('keeps the drawing when the reflux is short', () => {
    const result = solveOnce(changed((d) => (d.units[0].graph.reflux = { kind: 'ratio', value: 0.3 })));
    expect(reasonOf(result.outcome).code).toBe('below-minimum-reflux');
    expect(result.basis?.minimumReflux.kind).toBe('tangent-above');
    expect(result.curve).not.toBeNull();
  });
  test('feeds given by temperature, as vapour, or by q are all taken', () => {
    const withCondition = (condition: Condition) => solveOnce(changed((d) => (d.streams[0].condition[1] = condition))).feeds[0].q;
    expect(withCondition({ by: 'saturated-vapour' })).toBe(0);
    expect(withCondition({ by: 'q', value: 0.4 })).toBe(0.4);
    expect(withCondition({ by: 'temperature', value: 293.15 })).toBeGreaterThan(1);
  });
  test('a correlation that does not reach is flagged', () => {
    const cold = changed((d) => {
      d.units[0].pressure.top = 300;
      const [light, heavy] = [databankRecord('benzene'), databankRecord('toluene')];
      d.mixture.components = [light, heavy];
      d.mixture.model = 'ideal';
      d.streams[0].composition.parts = { [light.id]: 0.35, [heavy.id]: 0.65 };
      for (const cell of d.units[0].balance.cells) cell.component = light.id;
    });
    const { outcome } = solveOnce(cold);
    expect(outcome.state === 'solved' && outcome.warnings.map((w) => w.code)).toContain('extrapolated');
  });
  test('a kept curve gives the same answer as a fresh one, and a new pressure a new curve', () => {
    const { solve: solver } = createCaseSolver();
    const first = solver(acetoneWaterCase(), 'column').graph;
    const other = solver(
      changed((d) => (d.units[0].pressure.top = 1.5e5)),
      'column',
    ).graph;
    const again = solver(acetoneWaterCase(), 'column').graph;
    expect(again).toEqual(first);
    expect(solvedValue(other.outcome).bottomsTemperature).toBeGreaterThan(solvedValue(first.outcome).bottomsTemperature);
  });
  test('names a unit that is not there as our mistake', () => {
    expect(() => createCaseSolver().solve(acetoneWaterCase(), 'nowhere')).toThrow(RangeError);
  });
});

describe('the rating of a case', () => {
  type Graph = ColumnCase['units'][0]['graph'];
  const rating = (change: (r: Graph['rating'], graph: Graph) => unknown) =>
    solveOnce(
      changed((d) => {
        const { graph } = d.units[0];
        graph.task = 'rating';
        graph.rating = {
          stages: 14,
          known: [
            { by: 'reflux', value: 0.69 },
            { by: 'distillate-purity', value: 0.95 },
          ],
        };
        graph.feedStages = { feed: 13 };
        change(graph.rating, graph);
      }),
    ).outcome;
  test('finds the split of its stages, and draws it', () => {
    const design = solvedValue(rating(() => undefined));
    expect(design.column.xD).toBeCloseTo(0.95, 9);
    expect(design.column.xB).toBeLessThan(0.03);
    expect(design).toMatchObject({ whole: 14, feedStages: [13], reflux: 0.69 });
    expect(design.bestRated?.[0].stage).toBeGreaterThan(9);
  });
  test.each<[string, (r: Graph['rating'], graph: Graph) => unknown, string]>([
    ['no stages', (r) => (r.stages = null), 'missing'],
    ['half a stage', (r) => (r.stages = 4.5), 'not-a-count'],
    ['a feed on no stage', (_, graph) => (graph.feedStages = {}), 'missing'],
    ['a feed below the last stage', (r) => (r.stages = 12), 'stage-not-there'],
    ['a purity of 1', (r) => (r.known[1].value = 1), 'not-a-fraction'],
    ['a negative reflux', (r) => (r.known[0].value = -1), 'not-positive'],
    ['the same thing twice', (r) => (r.known[1] = { ...r.known[0] }), 'missing'],
  ])('%s is an open point', (_, change, code) => {
    const outcome = rating(change);
    expect(outcome.state === 'open' && outcome.points.map((p) => p.code)).toContain(code);
  });
  test('without reflux the liquid feed goes on top: a stripping column', () => {
    const design = solvedValue(
      rating((r, graph) => {
        graph.feedStages = { feed: 1 };
        r.stages = 5;
        r.known = [
          { by: 'reflux', value: 0 },
          { by: 'bottoms-purity', value: 0.02 },
        ];
      }),
    );
    expect(design.reflux).toBe(0);
    expect(design.column.xD).toBeLessThan(0.85); // no purer than the vapour over the feed
    expect(design.condenserDuty).toBeLessThan(0);
  });
  test('stages that cannot do it have a reason', () => {
    const reason = reasonOf(rating((r, graph) => [(graph.feedStages = { feed: 3 }), (r.stages = 5)]));
    expect(reason.code).toBe('rating-impossible');
    expect(explain(reason, SHOW)).toContain('cannot do both');
  });
});

describe('the hash of what the graph reads', () => {
  test('changes with every input, and with nothing else', () => {
    const hash = (change: (d: ColumnCase) => void) => inputHashes(changed(change), 'column').graph;
    const base = hash(() => undefined);
    expect(hash((d) => (d.notes = 'a note'))).toBe(base);
    expect(hash((d) => (d.display.temperature = 'K'))).toBe(base);
    const others = [
      hash((d) => (d.units[0].graph.reflux = { kind: 'ratio', value: 1.3 })),
      hash((d) => (d.streams[0].composition.parts[ACETONE] = 0.350001)),
      hash((d) => (d.mixture.model = 'ideal')),
      hash((d) => (d.units[0].condenser = 'partial')),
    ];
    expect(new Set([base, ...others]).size).toBe(5);
  });
});

describe('mass and mole', () => {
  const SOURCE = 'Treybal, Mass-Transfer Operations, 3rd ed. (1980), Illustration 9.8 (balances)';
  const methanolWater = [databankRecord('methanol'), databankRecord('water')];
  test('Treybal’s methanol and water', () => {
    const [z, xD, xB] = [0.5, 0.95, 0.01].map((w) => massToMole(methanolWater, w));
    published(SOURCE, 'mole fraction of methanol, 50 wt%', z, 0.36, 0.0005);
    published(SOURCE, 'mole fraction of methanol, 95 wt%', xD, 0.915, 0.0008);
    published(SOURCE, 'mole fraction of methanol, 1 wt%', xB, 0.00565, 0.000005);
    const treybal = changed((d) => {
      d.mixture.components = methanolWater;
      d.mixture.model = 'ideal';
      d.streams[0].amount = { value: 5000 / 3600, basis: 'mass' };
      d.streams[0].composition = { basis: 'mass', parts: { [methanolWater[0].id]: 0.5, [WATER]: 0.5 } };
    });
    const feed = solvedValue(createCaseSolver().solve(treybal, 'column').feeds['feed'].outcome).molarFlow;
    published(SOURCE, 'feed, 5000 kg/h, in kmol/h', feed * 3.6, 216.8, 0.05);
  });
  test('go into each other and back', () => {
    for (const w of [0, 0.02, 0.5, 0.98, 1]) expect(moleToMass(methanolWater, massToMole(methanolWater, w))).toBeCloseTo(w, 14);
  });
  test('a purity in mass gives the same column as the same purity in moles', () => {
    const inMoles = solvedValue(solveOnce(acetoneWaterCase()).outcome);
    const inMass = changed((d) =>
      Object.assign(d.units[0].balance.cells[0], { kind: 'mass-fraction', value: moleToMass(d.mixture.components, 0.95) }),
    );
    expect(solvedValue(solveOnce(inMass).outcome).needed).toBeCloseTo(inMoles.needed, 9);
  });
});

describe('documents that are valid and make no sense', () => {
  const odd = fc.constantFrom(0, -1, 1e3, -1e6, 1e15, 1e-12, NaN);
  const edits = fc.record({
    component: fc.constantFrom(0, 1),
    correlation: fc.constantFrom(
      'vapourPressure' as const,
      'heatOfVaporisation' as const,
      'idealGasHeatCapacity' as const,
      'liquidDensity' as const,
    ),
    coefficient: fc.nat({ max: 5 }),
    value: odd.filter(Number.isFinite),
    pair: fc.tuple(odd, odd).map(([a, b]): [number, number] => [a || 0, b || 0]),
    model: fc.constantFrom(
      'ideal' as const,
      'nrtl' as const,
      'wilson' as const,
      'uniquac' as const,
      'peng-robinson' as const,
      'srk' as const,
    ),
    Tc: fc.constantFrom(508.1, 1, 1e6),
    pressure: fc.constantFrom(1e5, 1e-6, 10, 3e6),
    condition: fc.constantFrom(
      { by: 'q' as const, value: -1.7 },
      { by: 'temperature' as const, value: 1 },
      { by: 'temperature' as const, value: 1e5 },
      { by: 'saturated-liquid' as const },
    ),
    z: fc.constantFrom(0, 1e-9, 0.35, 1),
  });

  /** Every number of a result, found wherever it stands. */
  function numbersOf(value: unknown): number[] {
    if (typeof value === 'number') return [value];
    return typeof value === 'object' && value !== null ? Object.values(value).flatMap(numbersOf) : [];
  }

  test('end in an answer or a reason: never an exception, never a number that is not finite', () => {
    fc.assert(
      fc.property(edits, (edit) => {
        const document = acetoneWaterCase();
        const { mixture } = document;
        const ids: [string, string] = [mixture.components[0].id, mixture.components[1].id];
        mixture.components = structuredClone(mixture.components);
        mixture.model = edit.model;
        const named = { components: ids, source: 'test', confidence: 'test' };
        mixture.nrtlPairs = [{ ...named, a: [0, 0], b: edit.pair, alpha: 0.3 }];
        mixture.wilsonPairs = [{ ...named, a: edit.pair, V: [1e-4, 1e-5] }];
        mixture.uniquacPairs = [{ ...named, a: edit.pair, r: [1, 3], q: [1, 2] }];
        const record = mixture.components[edit.component];
        const { c } = record[edit.correlation];
        c[edit.coefficient % c.length] = edit.value;
        record.criticalTemperature.value = edit.Tc;
        document.units[0].pressure.top = edit.pressure;
        document.streams[0].condition[1] = edit.condition;
        document.streams[0].composition.parts = { [ids[0]]: edit.z, [ids[1]]: 1 - edit.z };
        const result = solveOnce(document);
        expect(numbersOf(result).every(Number.isFinite)).toBe(true);
        if (result.outcome.state === 'out-of-reach') expect(explain(result.outcome.reason, SHOW)).toMatch(/\.$/);
      }),
      { numRuns: 1500 },
    );
  });
});
