/**
 * What a changed stop of a case of six units costs, beside what it costs in a case of its unit alone; bundled by scripts/bench.mjs and run by plain Node.
 * The hot rinse of the demo with a third column behind its second, and two drums on distillates.
 */
import { answersOf, createCaseSolver, newDrum, unitOf } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';
import { demoProject } from '../src/index.ts';

const found = demoProject().find(({ document }) => document.units.length > 2);
if (found === undefined) throw new Error('no demo of several units');
const train = found.document;

const [HEPTANE, TOLUENE] = ['142-82-5', '108-88-3'];
const third = (): ColumnUnit => {
  const column = unitOf(train, 'column-2');
  if (column.kind !== 'column' || column.ladder === null) throw new Error('no ladder');
  const component = (id: string): string => (id === '110-54-3' ? HEPTANE : id === HEPTANE ? TOLUENE : id);
  const text = JSON.stringify({ ...column, id: 'column-3', name: 'Heptane column' });
  return JSON.parse(text.replace(/110-54-3|142-82-5/g, component)) as ColumnUnit; // a copy of a column
};

const drum = (id: string, T: number) => ({
  ...newDrum(id, id),
  known: [
    { by: 'pressure' as const, value: 1e5 },
    { by: 'temperature' as const, value: T },
  ] as [{ by: 'pressure'; value: number }, { by: 'temperature'; value: number }],
});

const six: CaseDocument = {
  ...train,
  units: [...train.units, third(), drum('drum-2', 300), drum('drum-3', 330)],
  connections: [
    ...train.connections,
    { id: 'to-column-3', from: { unit: 'column-2', port: 'bottoms' }, to: { unit: 'column-3', port: 'feed' } },
    { id: 'to-drum-2', from: { unit: 'column', port: 'distillate' }, to: { unit: 'drum-2', port: 'feed' } },
    { id: 'to-drum-3', from: { unit: 'column-2', port: 'distillate' }, to: { unit: 'drum-3', port: 'feed' } },
  ],
};

/** The same column fed with the same stream from outside. */
function alone(): CaseDocument {
  const { feeds = {} } = answersOf(createCaseSolver(), six, unitOf(six, 'column-3'), 'feeds');
  const outcome = feeds['feed']?.outcome;
  if (outcome?.state !== 'solved') throw new Error('not fed');
  const { moleFractions, molarFlow, P, enthalpy } = outcome.value;
  const parts = Object.fromEntries(six.mixture.components.map(({ id }, i) => [id, moleFractions[i] ?? 0]));
  return {
    ...six,
    streams: [
      {
        id: 'feed',
        name: 'Feed',
        amount: { value: molarFlow, basis: 'molar' },
        composition: { basis: 'mole', parts },
        condition: [
          { by: 'pressure', value: P },
          { by: 'enthalpy', value: enthalpy },
        ],
      },
    ],
    units: [unitOf(six, 'column-3')],
    connections: [{ id: 'feed', from: { stream: 'feed' }, to: { unit: 'column-3', port: 'feed' } }],
  };
}

/** Another reflux each time. */
function refluxed(document: CaseDocument, k: number): CaseDocument {
  const units = document.units.map((unit) => {
    if (unit.id !== 'column-3' || unit.kind !== 'column' || unit.ladder === null) return unit;
    const targets = unit.ladder.targets.map((target) =>
      target.quantity.kind === 'reflux-ratio' ? { ...target, value: (target.value ?? 1) * (1 + (k % 20) / 100) } : target,
    );
    return { ...unit, ladder: { ...unit.ladder, targets } };
  });
  return { ...document, units };
}

const RUNS = 200;

function median(document: CaseDocument): number {
  const solver = createCaseSolver();
  const times: number[] = [];
  for (let k = 0; k < RUNS; k++) {
    const changed = refluxed(document, k);
    const began = performance.now();
    const { outcome } = solver.ladder(changed, 'column-3');
    times.push(performance.now() - began);
    if (outcome.state !== 'solved') throw new Error('not solved');
  }
  return times.sort((a, b) => a - b)[RUNS / 2] ?? NaN;
}

function wholeMedian(): number {
  const times: number[] = [];
  for (let k = 0; k < 10; k++) {
    const solver = createCaseSolver();
    const began = performance.now();
    for (const { id, kind } of six.units) solver.unit(six, id, kind);
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b)[5] ?? NaN;
}

median(six); // warms up what both share
const [inCase, byItself] = [median(six), median(alone())];
console.log(
  JSON.stringify([
    {
      name: 'A ladder of a case of six units after an edit of its own, and of its unit alone',
      value: `${inCase.toFixed(2)} ms and ${byItself.toFixed(2)} ms: ${(inCase / byItself).toFixed(2)} times`,
      goal: '≤ 1.2 times',
    },
    { name: 'All of a case of six units, three of them columns, from nothing', value: `${wholeMedian().toFixed(0)} ms`, goal: '' },
  ]),
);
