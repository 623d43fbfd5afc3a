import type { CaseDocument } from '@keen-ladder/schema';
import { demoCases } from '@keen-ladder/schema/demo';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../app/store.ts';
import { caseOpened, notesWritten } from '../document/documentSlice.ts';
import { followDocument, PATIENCE } from './solving.ts';
import type { RunningEngine } from './solving.ts';

/** An engine that says what it is asked; the first one never ends a column. */
function engines() {
  const asked: string[] = [];
  const stopped: number[] = [];
  let started = 0;
  const start = (): RunningEngine => {
    const number = ++started;
    const engine = {
      solve: (document: CaseDocument) => {
        asked.push(`${number} solve ${document.notes}`);
        return Promise.resolve({ results: { absorption: {} }, milliseconds: 1 });
      },
      ladder: (document: CaseDocument) => {
        asked.push(`${number} ladder ${document.notes}`);
        const result = { outcome: { state: 'open', points: [] } };
        return number === 1 ? new Promise(() => undefined) : Promise.resolve({ result, milliseconds: 1 });
      },
    };
    return { engine: engine as unknown as RunningEngine['engine'], stop: () => stopped.push(number) };
  };
  return { start, asked, stopped };
}

function ladderPage() {
  const [demo] = demoCases();
  const store = createStore();
  if (demo === undefined) throw new Error('no demo');
  store.dispatch(caseOpened({ ...demo.document, notes: 'first' }));
  const running = engines();
  const leave = followDocument(store, () => 'column', running.start);
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
  expect(asked).toEqual(['1 solve first', '1 ladder first']);
  store.dispatch(notesWritten('second', 'typing'));
  store.dispatch(notesWritten('third', 'typing'));
  await vi.advanceTimersByTimeAsync(PATIENCE / 2 - 10);
  expect(stopped).toEqual([]);
  await vi.advanceTimersByTimeAsync(20);
  expect(stopped).toEqual([1]);
  expect(asked.slice(2)).toEqual(['2 solve third', '2 ladder third']);
  expect(store.getState().results.ladder?.result.outcome.state).toBe('open');
  leave();
  expect(stopped).toEqual([1, 2]);
});

test('a long column that nobody has changed is let run', async () => {
  const { asked, stopped, leave } = ladderPage();
  await vi.advanceTimersByTimeAsync(60 * PATIENCE);
  expect(stopped).toEqual([]);
  expect(asked).toEqual(['1 solve first', '1 ladder first']);
  leave();
});
