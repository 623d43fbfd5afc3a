/** Columns that cannot stand in a plant, as a slip of the pen makes them: each is an open point or a plain warning at the stop where it is entered, never solved without a word. */
import { createCaseSolver, explain, explainOpenPoint, explainWarning, showIn } from '@keen-ladder/core';
import type { ColumnCase, Outcome } from '@keen-ladder/core';
import { expect, test } from 'vitest';
import type { ColumnUnit, Stream } from '@keen-ladder/schema';
import { demoCases } from './index.ts';

type Unit = ColumnUnit;
type Ladder = NonNullable<Unit['ladder']>;
type Stop = 'feed' | 'graph' | 'estimate' | 'ladder';

interface Senseless {
  slip: string;
  demo: string;
  change: (document: ColumnCase, unit: Unit, ladder: Ladder, stream: Stream) => void;
  /** What is told, at each of these stops. */
  told: RegExp;
  at: Stop[];
}

const BINARY = 'Acetone from wash water';
const ALCOHOLS = 'Four-alcohol splitter';
const ALKANES = 'Five alkanes with a side draw';

const SENSELESS: Senseless[] = [
  {
    slip: 'reflux 500 K below its bubble point, in the ladder',
    demo: ALCOHOLS,
    change: (_, __, ladder) => (ladder.subcooling = { by: 'degrees', value: 500 }),
    told: /the cold condensate lies below absolute zero/i,
    at: ['ladder'],
  },
  {
    slip: 'reflux 500 K below its bubble point, on the graph',
    demo: BINARY,
    change: (_, unit) => (unit.subcooling = 500),
    told: /the cold reflux lies below absolute zero/i,
    at: ['graph'],
  },
  {
    slip: 'a condensate so cold that it freezes',
    demo: ALCOHOLS,
    change: (_, __, ladder) => (ladder.subcooling = { by: 'temperature', value: 130 }),
    told: /would freeze in the condenser, at −143/,
    at: ['ladder'],
  },
  {
    slip: 'a reflux on the graph so cold that it freezes',
    demo: BINARY,
    change: (_, unit) => (unit.subcooling = 200),
    told: /(Acetone|Water) would freeze in the condenser/,
    at: ['graph'],
  },
  {
    slip: 'a vacuum in which water freezes at the top',
    demo: BINARY,
    change: (_, unit) => {
      unit.pressure = { top: 400, bottom: 400 };
      unit.graph.reflux = { kind: 'ratio', value: 3 };
    },
    told: /Water would freeze in the bottoms/,
    at: ['graph'],
  },
  {
    slip: 'a bottom at a tenth of the pressure at the top',
    demo: ALCOHOLS,
    change: (_, unit, ladder) => {
      unit.pressure = { top: 1e5, bottom: 1e4 };
      ladder.pressure = { by: 'ends', top: 1e5, bottom: 1e4 };
    },
    told: /pressure falls from .* above to .* below/,
    at: ['estimate', 'ladder'],
  },
  {
    slip: 'a bottom at half the pressure at the top, on the graph',
    demo: BINARY,
    change: (_, unit) => (unit.pressure = { top: 1e5, bottom: 5e4 }),
    told: /pressure falls from .* above to .* below/,
    at: ['graph'],
  },
  {
    slip: 'a feed of 100 K',
    demo: ALCOHOLS,
    change: (_, __, ___, stream) =>
      (stream.condition = [
        { by: 'temperature', value: 100 },
        { by: 'pressure', value: 1e5 },
      ]),
    told: /would freeze in Mixed alcohols, at −173/,
    at: ['feed'],
  },
  {
    slip: 'a feed of 5 K',
    demo: ALCOHOLS,
    change: (_, __, ___, stream) =>
      (stream.condition = [
        { by: 'temperature', value: 5 },
        { by: 'pressure', value: 1e5 },
      ]),
    told: /Methanol would freeze in Mixed alcohols, at −268\.1 °C: it melts at −97\.5 °C/,
    at: ['feed'],
  },
  {
    slip: 'a feed of 5000 K',
    demo: ALCOHOLS,
    change: (_, __, ___, stream) =>
      (stream.condition = [
        { by: 'temperature', value: 5000 },
        { by: 'pressure', value: 1e5 },
      ]),
    told: /beyond what any column meets/,
    at: ['feed', 'estimate', 'ladder'],
  },
  {
    slip: 'a component in the feed that the mixture does not have',
    demo: ALCOHOLS,
    change: (_, __, ___, stream) => (stream.composition.parts['7732-18-5'] = 0.1),
    told: /holds a component that the mixture does not have \(7732-18-5\)/,
    at: ['feed', 'estimate', 'ladder'],
  },
  {
    slip: 'heat on a stage that is not there',
    demo: ALCOHOLS,
    change: (_, __, ladder) => ladder.heats.push({ stage: 999, duty: 1e5 }),
    told: /no stage 999 among/,
    at: ['ladder'],
  },
  {
    slip: 'an efficiency of a tray that is not there',
    demo: ALKANES,
    change: (_, __, ladder) => (ladder.efficiency.stages['77'] = 0.5),
    told: /no stage 77 among/,
    at: ['ladder'],
  },
  {
    slip: 'a connection that names no stream',
    demo: ALCOHOLS,
    change: (document, unit) =>
      document.connections.push({ id: 'nowhere', from: { stream: 'nowhere' }, to: { unit: unit.id, port: 'nowhere' } }),
    told: /names a stream that is not there \(nowhere\)/,
    at: ['estimate', 'ladder'],
  },
  {
    slip: 'a stream connected twice',
    demo: ALCOHOLS,
    change: (document) => document.connections.push(...document.connections.slice(0, 1)),
    told: /is connected to this unit twice/,
    at: ['estimate', 'ladder'],
  },
  {
    slip: 'a stream connected twice, on the graph',
    demo: BINARY,
    change: (document) => document.connections.push(...document.connections.slice(0, 1)),
    told: /is connected to this unit twice/,
    at: ['graph'],
  },
];

test.each(SENSELESS)('$slip', ({ demo, change, told, at }) => {
  const found = demoCases().find(({ name }) => name === demo);
  if (found === undefined) throw new Error(`no demo case ${demo}`);
  const { document } = found;
  const [unit] = document.units;
  const [stream] = document.streams;
  if (unit === undefined || stream === undefined) throw new Error('no column');
  // Cases without a ladder are not asked for theirs.
  change(document, unit, unit.ladder ?? ({} as Ladder), stream);
  const show = showIn(document.display, document.site);
  const solver = createCaseSolver();
  const outcomes: Record<Stop, () => Outcome<unknown> | undefined> = {
    feed: () => solver.solve(document, unit.id).feeds[stream.id]?.outcome,
    graph: () => solver.solve(document, unit.id).graph.outcome,
    estimate: () => solver.node(document, unit.id, 'estimate').outcome,
    ladder: () => solver.ladder(document, unit.id).outcome,
  };
  for (const stop of at) {
    const outcome = outcomes[stop]();
    const sentences =
      outcome?.state === 'open'
        ? outcome.points.map((point) => explainOpenPoint(point, show))
        : outcome?.state === 'solved'
          ? outcome.warnings.map((warning) => explainWarning(warning, show))
          : outcome === undefined
            ? []
            : [explain(outcome.reason, show)];
    expect(sentences.join(' '), stop).toMatch(told);
  }
});

test('none of the demo’s columns is told that it freezes or that its pressure falls', () => {
  for (const { name, document } of demoCases())
    for (const { id } of document.units) {
      const solver = createCaseSolver();
      const { feeds, graph } = solver.solve(document, id);
      const all = [
        ...Object.values(feeds).map((feed) => feed.outcome),
        graph.outcome,
        solver.node(document, id, 'estimate').outcome,
      ];
      for (const outcome of [...all, solver.ladder(document, id).outcome])
        if (outcome.state === 'solved')
          expect(
            outcome.warnings.map(({ code }) => code).filter((c) => c === 'freezes' || c === 'pressure-falls'),
            name,
          ).toEqual([]);
    }
});
