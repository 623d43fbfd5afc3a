/** Units one after the other: what one sends the next takes, nothing is lost on the way, and only what changed is solved again. */
import { describe, expect, test } from 'vitest';
import { Unit } from '@keen-ladder/schema';
import type { CaseDocument, Connection, DrumKnown, Source } from '@keen-ladder/schema';

import { databankParts, solvedValue } from '../testing/index.ts';
import { proposedMixture } from '../thermo/index.ts';
import { showIn } from '../measures/index.ts';
import { explainOpenPoint, explain } from '../plant/index.ts';
import { createCaseSolver, newCaseDocument } from './index.ts';
import { handedOnLadder, inletsOf, outletsOf, newColumn, newDrum, newUnit, UNIT_KINDS } from '../plant/index.ts';
import type { FeedFacts } from '../plant/index.ts';

const PENTANE = '109-66-0';
const HEXANE = '110-54-3';
const HEPTANE = '142-82-5';
const MIXTURE = { ...proposedMixture(databankParts([PENTANE, HEXANE, HEPTANE])), measured: [] };

const connection = (from: Source, unit: string, port = 'feed'): Connection => ({
  id: `${'stream' in from ? from.stream : `${from.unit}-${from.port}`}-to-${unit}`,
  from,
  to: { unit, port },
});

const drumOf = (id: string, ...known: [DrumKnown, DrumKnown]) => ({ ...newDrum(id, `Drum ${id}`), known });

/** A column that draws so much overhead, mol/s. */
function columnOf(id: string, distillate: number) {
  const column = { ...newColumn(id, `Column ${id}`), pressure: { top: 1.2e5, bottom: 1.3e5 } };
  return {
    ...column,
    ladder: handedOnLadder(column, {
      stages: 14,
      feedStages: { feed: 7 },
      drawStages: {},
      reflux: 2,
      distillate,
      drawFlows: {},
      pressure: { top: 1.2e5, bottom: 1.3e5 },
      condenser: 'total',
      vapourShare: null,
      subcooling: 0,
      efficiency: 1,
    }),
  };
}

/** A hot feed let down into a drum, its liquid to one column, whose bottoms go to another. */
function threeInARow(): CaseDocument {
  const blank = newCaseDocument();
  return {
    ...blank,
    mixture: MIXTURE,
    streams: blank.streams.map((s) => ({
      ...s,
      name: 'Hot rinse',
      amount: { value: 20, basis: 'molar' },
      composition: { basis: 'mole', parts: { [PENTANE]: 0.3, [HEXANE]: 0.4, [HEPTANE]: 0.3 } },
      condition: [
        { by: 'pressure', value: 5e5 },
        { by: 'temperature', value: 385 },
      ],
    })),
    units: [
      drumOf('drum', { by: 'pressure', value: 1.5e5 }, { by: 'duty', value: 0 }),
      columnOf('first', 4),
      columnOf('second', 4),
    ],
    connections: [
      connection({ stream: 'feed' }, 'drum'),
      connection({ unit: 'drum', port: 'liquid' }, 'first'),
      connection({ unit: 'first', port: 'bottoms' }, 'second'),
    ],
  };
}

const show = (document: CaseDocument) => showIn(document.display, document.site);

describe('a drum and two columns in a row', () => {
  const document = threeInARow();
  const solver = createCaseSolver();
  const drum = solvedValue(solver.unit(document, 'drum', 'drum').outcome);
  const first = solvedValue(solver.ladder(document, 'first').outcome);
  const second = solvedValue(solver.ladder(document, 'second').outcome);
  const fed: FeedFacts = solvedValue(solver.unit(document, 'drum', 'drum').feeds['feed'].outcome);

  test('what leaves is what entered, component by component', () => {
    const leaving = [
      drum.outlets.vapour.flows,
      ...[...first.products.filter(({ id }) => id !== 'bottoms'), ...second.products].map(({ flows }) => flows),
    ];
    fed.moleFractions.forEach((z, i) => {
      const out = leaving.reduce((sum, flows) => sum + flows[i], 0);
      expect(Math.abs(out / (z * fed.molarFlow) - 1)).toBeLessThan(1e-8);
    });
  });
  test('the heat put in is the heat that leaves', () => {
    const heat = ({ flows, enthalpy }: { flows: readonly number[]; enthalpy: number }) =>
      enthalpy * flows.reduce((a, b) => a + b, 0);
    const added = [first, second].reduce((sum, l) => sum + (l.condenserDuty ?? NaN) + (l.reboilerDuty ?? NaN), drum.duty);
    const products = [drum.outlets.vapour, ...first.products.filter(({ id }) => id !== 'bottoms'), ...second.products];
    const out = products.reduce((sum, product) => sum + heat(product), 0);
    const moved =
      Math.abs(fed.enthalpy * fed.molarFlow) + Math.abs(first.reboilerDuty ?? NaN) + Math.abs(second.reboilerDuty ?? NaN);
    expect(Math.abs(fed.enthalpy * fed.molarFlow + added - out) / moved).toBeLessThan(1e-8);
  });
  test('what enters a unit has everything that a feed has', () => {
    const { feeds } = solver.solve(document, 'second');
    const facts = solvedValue(feeds['feed'].outcome);
    const bottoms = first.products.find(({ id }) => id === 'bottoms');
    expect(facts.molarFlow).toBeCloseTo(bottoms?.flow ?? NaN, 10);
    expect(facts.T).toBeCloseTo(bottoms?.T ?? NaN, 5);
    expect(facts.P).toBe(bottoms?.P);
    expect(facts.massFlow).toBeCloseTo(bottoms?.massFlow ?? NaN, 8);
    expect(facts.q).toBeCloseTo(1, 6);
    expect(facts.volumeFlow).toBeGreaterThan(0);
  });
  test('graph and estimate of a unit in the row take what is sent to it', () => {
    const cells = [HEXANE, HEPTANE].map((component, k) => ({
      component,
      product: k === 0 ? 'distillate' : 'bottoms',
      kind: 'recovery' as const,
      wish: 'equal' as const,
      value: 0.95,
    }));
    const asked = {
      ...document,
      units: document.units.map((u) => (u.id === 'second' && u.kind === 'column' ? { ...u, balance: { cells } } : u)),
    };
    const estimate = solvedValue(solver.node(asked, 'second', 'estimate').outcome);
    const feed = solvedValue(solver.solve(asked, 'second').feeds['feed'].outcome);
    const total = [...estimate.distillate, ...estimate.bottoms].reduce((a, b) => a + b, 0);
    expect(total).toBeCloseTo(feed.molarFlow, 8);
  });
});

describe('what changed is solved again, and nothing else', () => {
  test('a drum behind a column that did not change asks nothing of the column', () => {
    const document = threeInARow();
    document.units.push(drumOf('last', { by: 'pressure', value: 1e5 }, { by: 'vapour-fraction', value: 0.2 }));
    document.connections.push(connection({ unit: 'second', port: 'distillate' }, 'last'));
    const solver = createCaseSolver();
    let steps = 0;
    const counted = () => {
      steps++;
      return false;
    };
    solvedValue(solver.unit(document, 'last', 'drum', counted).outcome);
    expect(steps).toBeGreaterThan(0);
    steps = 0;
    const last = drumOf('last', { by: 'pressure', value: 1e5 }, { by: 'vapour-fraction', value: 0.4 });
    const changed = { ...document, units: document.units.map((u) => (u.id === 'last' ? last : u)) };
    expect(solvedValue(solver.unit(changed, 'last', 'drum', counted).outcome).vapourFraction).toBeCloseTo(0.4, 9);
    expect(steps).toBe(0);
  });
  test('each stop of each unit is kept: to look at the other column and back costs no step', () => {
    const document = threeInARow();
    const solver = createCaseSolver();
    let steps = 0;
    const counted = () => {
      steps++;
      return false;
    };
    const ask = (unit: string) => ({
      ladder: solvedValue(solver.ladder(document, unit, counted).outcome),
      slopes: solvedValue(solver.slopes(document, unit, counted).outcome),
    });
    const first = ask('first');
    const second = ask('second');
    expect(steps).toBeGreaterThan(0);
    steps = 0;
    expect(ask('first')).toEqual(first);
    expect(ask('second')).toEqual(second);
    expect(steps).toBe(0);
  });
  test('what time cut short is not kept', () => {
    const document = threeInARow();
    const solver = createCaseSolver();
    expect(solver.ladder(document, 'second', () => true).outcome.state).toBe('out-of-reach');
    const second = solvedValue(solver.ladder(document, 'second').outcome);
    // A clock that runs out at any one step leaves nothing behind that another answer would show.
    for (const last of [1, 2, 5, 10, 20, 40, 80]) {
      let steps = 0;
      const cut = createCaseSolver();
      cut.ladder(document, 'second', () => ++steps > last);
      expect(solvedValue(cut.ladder(document, 'second').outcome).T).toEqual(second.T);
    }
  });
  test('the same numbers come from a solver that has solved other things before as from a new one', () => {
    const document = threeInARow();
    const solver = createCaseSolver();
    for (const distillate of [3, 5, 4]) {
      document.units[1] = columnOf('first', distillate);
      solver.ladder({ ...document, units: [...document.units] }, 'second');
    }
    const seasoned = solvedValue(solver.ladder({ ...document, units: [...document.units] }, 'second').outcome);
    const fresh = solvedValue(createCaseSolver().ladder(document, 'second').outcome);
    expect(seasoned.T).toEqual(fresh.T);
    expect(seasoned.products).toEqual(fresh.products);
  });
});

describe('what cannot be passed on is told by name', () => {
  const sentences = (document: CaseDocument, unit: string): string[] => {
    const { outcome } = createCaseSolver().ladder(document, unit);
    if (outcome.state === 'open') return outcome.points.map((point) => explainOpenPoint(point, show(document)));
    return outcome.state === 'out-of-reach' ? [explain(outcome.reason, show(document))] : [];
  };
  test('a unit before it has open points', () => {
    const document = threeInARow();
    document.streams[0].amount = null;
    expect(sentences(document, 'second').join()).toMatch(/^Bottoms of Column first is not known yet/);
  });
  test('a unit before it has no answer', () => {
    const document = threeInARow();
    document.units[1] = columnOf('first', 400);
    expect(sentences(document, 'second').join()).toMatch(/^Bottoms of Column first is not known: /);
  });
  test('nothing leaves that way', () => {
    const document = threeInARow();
    document.units[0] = drumOf('drum', { by: 'pressure', value: 1.5e5 }, { by: 'temperature', value: 450 });
    expect(sentences(document, 'first').join()).toMatch(/Liquid of Drum drum is empty/);
  });
  test('what leaves a unit comes back to it: on the loop, and behind it', () => {
    const document = threeInARow();
    document.connections.push(connection({ unit: 'first', port: 'distillate' }, 'drum', 'back'));
    const { outcome } = createCaseSolver().unit(document, 'drum', 'drum');
    const points = outcome.state === 'open' ? outcome.points.map((point) => explainOpenPoint(point, show(document))) : [];
    expect(points.join()).toMatch(/What leaves Drum drum comes back to it/);
    expect(sentences(document, 'first').join()).toMatch(/What leaves Column first comes back to it/);
    expect(sentences(document, 'second').join()).toMatch(/Bottoms of Column first is not known yet/);
  });
  test('a connection from a place that is not there', () => {
    const document = threeInARow();
    document.connections.push(connection({ unit: 'first', port: 'nowhere' }, 'second', 'more'));
    expect(sentences(document, 'second').join()).toMatch(/stream that is not there \(first\.nowhere\)/);
    expect(inletsOf(document, { id: 'second' })).toHaveLength(1);
  });
});

test('every kind begins as something that can be stored, and sends by the outlets that it has', () => {
  for (const { kind } of UNIT_KINDS) {
    const unit = newUnit(kind, 'new', 'New');
    expect(Unit.parse(unit)).toEqual(unit);
    expect(outletsOf(unit).length).toBeGreaterThan(0);
  }
  const document = threeInARow();
  const solver = createCaseSolver();
  const ladder = solvedValue(solver.ladder(document, 'first').outcome);
  expect(ladder.products.map(({ id }) => id)).toEqual(outletsOf(document.units[1]).map(({ id }) => id));
  const drum = solvedValue(solver.unit(document, 'drum', 'drum').outcome);
  expect(Object.keys(drum.outlets)).toEqual(outletsOf(document.units[0]).map(({ id }) => id));
});

test('outlets are those of the condenser, and of the ladder where there is one', () => {
  const column = newColumn('c', 'C');
  const ids = (unit: Parameters<typeof outletsOf>[0]) => outletsOf(unit).map(({ id }) => id);
  expect(ids(column)).toEqual(['distillate', 'bottoms']);
  expect(ids({ ...column, condenser: 'mixed' })).toEqual(['distillate', 'overhead-vapour', 'bottoms']);
  expect(ids({ ...column, condenser: 'partial', draws: [{ id: 'side', name: 'side', phase: 'liquid' }] })).toEqual([
    'overhead-vapour',
    'side',
    'bottoms',
  ]);
  const laddered = columnOf('c', 4);
  expect(ids({ ...laddered, ladder: { ...laddered.ladder, top: 'partial' } })).toEqual(['overhead-vapour', 'bottoms']);
});

test('many units that meet again and again are hashed in no time, and what is upstream is not sought for ever', () => {
  const document = threeInARow();
  document.units = Array.from({ length: 40 }, (_, k) => drumOf(`d${k}`, { by: 'pressure', value: 1e5 }, { by: 'duty', value: 0 }));
  document.connections = [
    connection({ stream: 'feed' }, 'd0'),
    // Both phases of each go to the next: two ways to each, 2^39 to the last.
    ...Array.from({ length: 39 }, (_, k) => [
      connection({ unit: `d${k}`, port: 'vapour' }, `d${k + 1}`, 'vapour'),
      connection({ unit: `d${k}`, port: 'liquid' }, `d${k + 1}`, 'liquid'),
    ]).flat(),
  ];
  const facts = solvedValue(createCaseSolver().unit(document, 'd39', 'drum').outcome);
  expect(facts.flow).toBeCloseTo(20, 8);
  const slow = { ...threeInARow() };
  const { outcome } = createCaseSolver().node(slow, 'second', 'estimate', () => true);
  expect(outcome.state === 'out-of-reach' ? outcome.reason : outcome.state).toMatchObject({ code: 'upstream' });
});

test('what a time limit cut short upstream is not kept: given time, sheet, estimate and ladder are there', () => {
  const document = threeInARow();
  const solver = createCaseSolver();
  expect(solver.solve(document, 'second', () => true).balance.outcome.state).toBe('out-of-reach');
  const { balance, feeds } = solver.solve(document, 'second');
  expect(feeds['feed'].outcome.state).toBe('solved');
  expect(balance.outcome.state).not.toBe('out-of-reach');
  expect(solver.ladder(document, 'second').outcome.state).toBe('solved');
});
