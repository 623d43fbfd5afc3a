import { createCaseSolver } from '@keen-ladder/core';
import type { NodeName } from '@keen-ladder/core';
import { demoProject } from '@keen-ladder/demo';
import type { CaseDocument, UnitKind } from '@keen-ladder/schema';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { caseOpened, drumKnownSet, notesWritten } from '../document/documentSlice.ts';
import { unitLookedAt } from '../document/placeSlice.ts';
import { createStore } from '../store/store.ts';
import { selectUnitState } from '../stops/standing.ts';
import type { RunningEngine } from './engines.ts';
import { followOthers, PAUSE } from './others.ts';

/** The real engine without a worker, that writes down what it is asked. */
function listening() {
  const solver = createCaseSolver();
  const asked: string[] = [];
  const ask = <T>(what: string, unit: string, answer: () => T): Promise<T> => {
    asked.push(`${what} ${unit}`);
    return Promise.resolve(answer());
  };
  const engine = {
    unit: (document: CaseDocument, unit: string, kind: UnitKind) =>
      ask(kind, unit, () => ({ result: solver.unit(document, unit, kind), milliseconds: 1 })),
    solve: (document: CaseDocument, unit: string) =>
      ask('solve', unit, () => ({ results: solver.solve(document, unit), milliseconds: 1 })),
    node: (document: CaseDocument, unit: string, name: NodeName) => ask(name, unit, () => solver.node(document, unit, name)),
    ladder: (document: CaseDocument, unit: string) =>
      ask('ladder', unit, () => ({ result: solver.ladder(document, unit), milliseconds: 1 })),
  };
  const start = (): RunningEngine => ({ engine: engine as unknown as RunningEngine['engine'], stop: () => asked.push('stop') });
  return { start, asked };
}

function opened(name: string) {
  const found = demoProject().find((demo) => demo.name.startsWith(name));
  if (found === undefined) throw new Error('no such demo');
  const store = createStore();
  store.dispatch(caseOpened(found.document));
  const { start, asked } = listening();
  const leave = followOthers(store, start);
  const states = () => store.getState().document.present.units.map((unit) => selectUnitState(store.getState(), unit));
  return { store, asked, leave, states };
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', { setTimeout, clearTimeout });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const COLUMN = (unit: string) => [`solve ${unit}`, `beside ${unit}`, `estimate ${unit}`, `ladder ${unit}`];

test('the units that are not looked at are worked out in a pause, each once', async () => {
  const { store, asked, leave, states } = opened('Hot rinse');
  expect(asked).toEqual([]);
  await vi.advanceTimersByTimeAsync(PAUSE + 10);
  expect(asked).toEqual([...COLUMN('column'), ...COLUMN('column-2')]);
  expect(states()).toEqual(['ready', 'solved', 'solved']); // the drum is looked at: it is the page's to solve
  asked.length = 0;
  store.dispatch(notesWritten('a note', 'typing'));
  await vi.advanceTimersByTimeAsync(PAUSE + 10);
  expect(asked).toEqual([]);
  leave();
});

test('an edit makes stale what is downstream of it, and that alone is worked out again', async () => {
  const { store, asked, leave, states } = opened('Hot rinse');
  store.dispatch(unitLookedAt('column'));
  await vi.advanceTimersByTimeAsync(PAUSE + 10);
  expect(states()).toEqual(['solved', 'ready', 'solved']);
  store.dispatch(unitLookedAt('column-2'));
  await vi.advanceTimersByTimeAsync(PAUSE + 10);
  asked.length = 0;
  store.dispatch(drumKnownSet({ drum: 'drum', place: 1, known: { by: 'duty', value: 1e5 } }));
  expect(states().slice(0, 2)).toEqual(['stale', 'stale']);
  await vi.advanceTimersByTimeAsync(PAUSE + 10);
  expect(asked).toEqual(['drum drum', ...COLUMN('column')]);
  expect(states().slice(0, 2)).toEqual(['solved', 'solved']);
  leave();
  expect(asked.at(-1)).toBe('stop');
});

test('no engine is started for a case of one unit', async () => {
  const { asked, leave } = opened('Four-alcohol');
  await vi.advanceTimersByTimeAsync(10 * PAUSE);
  leave();
  expect(asked).toEqual([]);
});
