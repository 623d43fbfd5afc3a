/** The saver against a server that is told what to answer: nothing is lost, and nobody is asked to choose who works alone. */
import { newCaseDocument } from '@keen-ladder/core';
import type { CaseDocument, OpenCase } from '@keen-ladder/schema';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { api, ApiError } from '../api/client.ts';
import type { SaveReply } from '../api/client.ts';
import { createStore } from '../store/store.ts';
import { notesWritten } from '../document/documentSlice.ts';
import type { Draft, Drafts } from './drafts.ts';
import { createSaver } from './saver.ts';

const opened = (version: number, document: CaseDocument): OpenCase => ({
  id: '1',
  projectId: '2',
  projectName: 'Works',
  parentId: null,
  parentName: null,
  name: 'Column',
  version,
  updatedAt: `at ${version}`,
  document,
});

/** Drafts in memory, and every call told. */
function memoryDrafts(left: Draft[] = []): Drafts & { kept: { version: number; notes: string }[]; forgotten: string[] } {
  const kept: { version: number; notes: string }[] = [];
  const forgotten: string[] = [];
  return {
    tab: 'this',
    kept,
    forgotten,
    keep: (_, version, document) => void kept.push({ version, notes: document.notes }),
    forget: (id, tab = 'this') => Promise.resolve(void forgotten.push(`${id} ${tab}`)),
    left: () => Promise.resolve(left),
  };
}

type Answer = SaveReply | Error | 'stored, reply lost';

/** A store with an open case and a saver; the server answers saves as told, and after that stores what it gets. */
async function working(answers: Answer[] = [], drafts = memoryDrafts()) {
  const store = createStore();
  const server = { version: 1, document: newCaseDocument() as CaseDocument, saves: [] as { version: number; notes: string }[] };
  vi.spyOn(api, 'openCase').mockImplementation(() => Promise.resolve(opened(server.version, structuredClone(server.document))));
  vi.spyOn(api, 'saveCase').mockImplementation((_, version, document) => {
    server.saves.push({ version, notes: document.notes });
    const answer = answers.shift();
    if (answer instanceof Error) return Promise.reject(answer);
    if (answer !== undefined && answer !== 'stored, reply lost') return Promise.resolve(answer);
    if (version !== server.version)
      return Promise.resolve({ state: 'conflict', current: opened(server.version, structuredClone(server.document)) });
    server.version++;
    server.document = JSON.parse(JSON.stringify(document)) as CaseDocument;
    if (answer === 'stored, reply lost') return Promise.reject(new ApiError('away', 'The server cannot be reached.'));
    return Promise.resolve({ state: 'saved', saved: { version: server.version, updatedAt: `at ${server.version}` } });
  });
  const saver = createSaver(store, drafts);
  await saver.open('1');
  const write = (notes: string) => store.dispatch(notesWritten(notes, 'typing'));
  const standing = () => store.getState().saving.standing;
  return { store, saver, server, drafts, write, standing };
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', { setTimeout, clearTimeout, addEventListener: () => undefined });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('saving', () => {
  test('edits within a moment go together, and each is kept in the browser before', async () => {
    const { server, drafts, write, standing } = await working();
    write('a');
    expect(drafts.kept).toEqual([{ version: 1, notes: 'a' }]);
    write('ab');
    write('abc');
    expect(server.saves).toEqual([]);
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.saves).toEqual([{ version: 1, notes: 'abc' }]);
    expect(standing()).toEqual({ state: 'saved', at: 'at 2' });
    expect(drafts.forgotten).toContain('1 this');
    write('abcd');
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.saves.at(-1)).toEqual({ version: 2, notes: 'abcd' });
  });

  test('a server that is away: kept, tried again ever more seldom, saved when it is back', async () => {
    const away = new ApiError('away', 'The server cannot be reached.');
    const { server, drafts, write, standing } = await working([away, away, away]);
    write('a');
    await vi.advanceTimersByTimeAsync(700);
    expect(standing()).toEqual({ state: 'kept' });
    expect(drafts.kept.at(-1)?.notes).toBe('a');
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.saves).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.saves).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(standing()).toEqual({ state: 'saved', at: 'at 2' });
    expect(server.document.notes).toBe('a');
  });

  test('a save that was stored and whose reply was lost is nobody else’s: no choice is asked for, and later edits go on', async () => {
    const { server, write, standing } = await working(['stored, reply lost']);
    write('a');
    await vi.advanceTimersByTimeAsync(3000);
    expect(server.saves).toEqual([
      { version: 1, notes: 'a' },
      { version: 1, notes: 'a' },
    ]);
    expect(standing()).toEqual({ state: 'saved', at: 'at 2' });
    write('ab');
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.document.notes).toBe('ab');
  });

  test('the same with an edit made meanwhile: that is saved on top', async () => {
    const { server, write, standing } = await working(['stored, reply lost']);
    write('a');
    await vi.advanceTimersByTimeAsync(700);
    expect(standing()).toEqual({ state: 'kept' });
    write('ab');
    await vi.advanceTimersByTimeAsync(4000);
    expect(standing()).toEqual({ state: 'saved', at: 'at 3' });
    expect(server.document.notes).toBe('ab');
  });

  test('a case that somebody else saved: a person chooses, and until then nothing is sent', async () => {
    const { saver, server, write, standing } = await working();
    server.version = 5;
    server.document = { ...server.document, notes: 'theirs' };
    write('mine');
    await vi.advanceTimersByTimeAsync(1000);
    expect(standing()).toMatchObject({ state: 'conflict', current: { version: 5, document: { notes: 'theirs' } } });
    write('mine still');
    await vi.advanceTimersByTimeAsync(10_000);
    expect(server.saves).toHaveLength(1);
    saver.keepMine();
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.saves.at(-1)).toEqual({ version: 5, notes: 'mine still' });
    expect(standing()).toEqual({ state: 'saved', at: 'at 6' });
  });

  test('taking theirs forgets mine', async () => {
    const { store, saver, server, drafts, write, standing } = await working();
    server.version = 5;
    server.document = { ...server.document, notes: 'theirs' };
    write('mine');
    await vi.advanceTimersByTimeAsync(1000);
    await saver.takeTheirs();
    expect(store.getState().document.present.notes).toBe('theirs');
    expect(standing()).toEqual({ state: 'saved', at: 'at 5' });
    expect(drafts.forgotten.at(-1)).toBe('1 this');
    await vi.advanceTimersByTimeAsync(10_000);
    expect(server.saves).toHaveLength(1);
  });

  test('what is refused is told with its sentence, and tried again with the next edit', async () => {
    const { server, write, standing } = await working([new ApiError('refused', 'The notes are too long.')]);
    write('a');
    await vi.advanceTimersByTimeAsync(1000);
    expect(standing()).toEqual({ state: 'refused', why: 'The notes are too long.' });
    await vi.advanceTimersByTimeAsync(20_000);
    expect(server.saves).toHaveLength(1);
    write('b');
    await vi.advanceTimersByTimeAsync(1000);
    expect(standing()).toEqual({ state: 'saved', at: 'at 2' });
  });
});

describe('opening', () => {
  const draftOf = (document: CaseDocument, version: number, tab = 'gone'): Draft => ({
    caseId: '1',
    tab,
    version,
    at: 1,
    document,
  });

  test('a draft of a tab that is gone is shown and saved', async () => {
    const drafts = memoryDrafts([draftOf({ ...newCaseDocument(), notes: 'left' }, 1)]);
    const { store, server, standing } = await working([], drafts);
    expect(store.getState().document.present.notes).toBe('left');
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.saves).toEqual([{ version: 1, notes: 'left' }]);
    expect(standing()).toEqual({ state: 'saved', at: 'at 2' });
    expect(drafts.forgotten).toContain('1 gone');
  });

  test('a draft that the server has already, its keys in another order, is no conflict', async () => {
    const document = newCaseDocument();
    const turned = Object.fromEntries(Object.entries(document).reverse()) as unknown as CaseDocument;
    const { server, standing } = await working([], memoryDrafts([draftOf(turned, 0)]));
    await vi.advanceTimersByTimeAsync(1000);
    expect(standing().state).toBe('saved');
    expect(server.saves).toEqual([]);
  });

  test('a draft made on an older version is a conflict that a person decides', async () => {
    const { standing, server } = await working([], memoryDrafts([draftOf({ ...newCaseDocument(), notes: 'old' }, 0)]));
    await vi.advanceTimersByTimeAsync(5000);
    expect(standing().state).toBe('conflict');
    expect(server.saves).toEqual([]);
  });
});
