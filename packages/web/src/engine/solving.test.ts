import { inputHashes, newHardware } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { demoCases } from '@keen-ladder/demo';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../store/store.ts';
import { caseOpened, columnSet, hardwareBegun, notesWritten } from '../document/documentSlice.ts';
import { ladderSearchedOn } from './resultsSlice.ts';
import { BUDGET, followDocument, LONGEST, PATIENCE } from './solving.ts';
import type { RunningEngine } from './engines.ts';

/** What feeds, sheet and graph were made from, as the engine tells it. */
type Hashes = (document: CaseDocument) => { balance: string; graph: string };

/** An engine that says what it is asked; the first one never ends a column. */
function engines(first = 1, hashesOf: Hashes = () => ({ balance: 'of something else', graph: 'of something else' })) {
  const asked: string[] = [];
  const stopped: number[] = [];
  let started = first - 1;
  const start = (): RunningEngine => {
    const number = ++started;
    const engine = {
      solve: (document: CaseDocument) => {
        asked.push(`${number} solve ${document.notes}`);
        const { balance, graph } = hashesOf(document);
        const answer = (inputHash: string) => ({ inputHash, outcome: { state: 'open', points: [] } });
        const results = { absorption: null, feeds: {}, balance: answer(balance), graph: answer(graph) };
        return Promise.resolve({ results, milliseconds: 1 });
      },
      node: () => Promise.resolve({ inputHash: '', outcome: { state: 'open', points: [] } }),
      ladder: (document: CaseDocument, _: string, longest: number) => {
        asked.push(`${number} ladder ${document.notes} ${longest}`);
        const result = { outcome: { state: 'open', points: [] } };
        return number === 1 ? new Promise(() => undefined) : Promise.resolve({ result, milliseconds: 1 });
      },
    };
    return { engine: engine as unknown as RunningEngine['engine'], stop: () => stopped.push(number) };
  };
  return { start, asked, stopped };
}

/** @param first number of the first engine */
function ladderPage(first = 1, hashesOf?: Hashes) {
  const [demo] = demoCases();
  const store = createStore();
  if (demo === undefined) throw new Error('no demo');
  store.dispatch(caseOpened({ ...demo.document, notes: 'first' }));
  const running = engines(first, hashesOf);
  const leave = followDocument(store, running.start);
  return { store, leave, ...running };
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', { location: { pathname: '/cases/1/ladder' }, setTimeout, clearTimeout });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test('an edit does not wait for a column that does not end: a new engine solves it', async () => {
  const { store, asked, stopped, leave } = ladderPage();
  await vi.advanceTimersByTimeAsync(PATIENCE / 2);
  expect(asked).toEqual(['1 solve first', `1 ladder first ${LONGEST.usual}`]);
  store.dispatch(notesWritten('second', 'typing'));
  store.dispatch(notesWritten('third', 'typing'));
  await vi.advanceTimersByTimeAsync(PATIENCE / 2 - 10);
  expect(stopped).toEqual([]);
  await vi.advanceTimersByTimeAsync(20);
  expect(stopped).toEqual([1]);
  expect(asked.slice(2)).toEqual(['2 solve third', `2 ladder third ${LONGEST.usual}`]);
  expect(store.getState().results.byUnit['column']?.ladder?.result.outcome.state).toBe('open');
  leave();
  expect(stopped).toEqual([1, 2]);
});

test('an engine that never answers is given up after a while, and that is told', async () => {
  const { store, stopped, leave } = ladderPage();
  await vi.advanceTimersByTimeAsync(BUDGET - 100);
  expect(store.getState().results.failure).toBeNull();
  await vi.advanceTimersByTimeAsync(200);
  expect(stopped).toEqual([1]);
  expect(store.getState().results.failure).toContain('not worked out within 40 s');
  leave();
});

test('a ladder that was not found in time is searched for longer where that is asked', async () => {
  const { store, asked, leave } = ladderPage(2);
  await vi.advanceTimersByTimeAsync(PATIENCE / 2);
  expect(asked).toEqual(['2 solve first', `2 ladder first ${LONGEST.usual}`]);
  const hash = inputHashes(store.getState().document.present, 'column').ladder;
  store.dispatch(ladderSearchedOn({ unit: 'column', hash }));
  await vi.advanceTimersByTimeAsync(PATIENCE / 2);
  expect(asked.slice(2)).toEqual(['2 solve first', `2 ladder first ${LONGEST.on}`]);
  // Another document is searched for as long as usual again.
  store.dispatch(columnSet({ column: 'column', change: { service: 'stripping' } }));
  await vi.advanceTimersByTimeAsync(PATIENCE);
  expect(asked.at(-1)).toBe(`2 ladder first ${LONGEST.usual}`);
  leave();
});

test('a long column that nobody has changed is let run', async () => {
  const { asked, stopped, leave } = ladderPage();
  await vi.advanceTimersByTimeAsync(BUDGET / 2);
  expect(stopped).toEqual([]);
  expect(asked).toEqual(['1 solve first', `1 ladder first ${LONGEST.usual}`]);
  leave();
});

test('what an edit leaves as it was is not asked for again: of what stands below the sheet that alone', async () => {
  const { store, asked, leave } = ladderPage(2, (document) => inputHashes(document, 'column'));
  await vi.advanceTimersByTimeAsync(PATIENCE / 2);
  store.dispatch(hardwareBegun({ column: 'column', hardware: newHardware('trays') }));
  await vi.advanceTimersByTimeAsync(PATIENCE / 2);
  expect(asked).toEqual(['2 solve first', `2 ladder first ${LONGEST.usual}`, `2 ladder first ${LONGEST.usual}`]);
  store.dispatch(columnSet({ column: 'column', change: { service: 'stripping' } }));
  await vi.advanceTimersByTimeAsync(PATIENCE / 2);
  expect(asked.slice(3)).toEqual(['2 solve first', `2 ladder first ${LONGEST.usual}`]);
  leave();
});
