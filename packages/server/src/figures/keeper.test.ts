import { newCaseDocument } from '@keen-ladder/core';
import { OpenCase, ProjectList, ProjectSummary, Saved } from '@keen-ladder/schema';
import type { CaseDocument, Figures } from '@keen-ladder/schema';
import { demoCases } from '@keen-ladder/demo';
import { afterEach, describe, expect, test } from 'vitest';
import { shaped, startApi } from '../testing/api.ts';
import type { Api } from '../testing/api.ts';
import { figuresOf } from './figures.ts';
import { figuresThread } from './keeper.ts';

let api: Api;
afterEach(() => api.close());

const demo = (): CaseDocument => {
  const [first] = demoCases();
  if (first === undefined) throw new Error('no demo');
  return first.document;
};

async function madeCase(document = demo()) {
  const project = shaped(ProjectSummary, await api.call('POST', '/api/projects', { name: 'Figures' }), 201);
  return shaped(OpenCase, await api.call('POST', `/api/projects/${project.id}/cases`, { name: 'One', document }), 201);
}

async function listed(id: string) {
  const { projects } = shaped(ProjectList, await api.call('GET', '/api/projects'));
  return projects.flatMap((p) => p.cases).find((c) => c.id === id);
}

/** Work that waits until it is let go. */
function heldWork() {
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  let isHeld = true;
  const work = async (document: CaseDocument): Promise<Figures> => {
    asked.push(document.notes);
    if (isHeld) await new Promise<void>((resolve) => waiting.push(resolve));
    return figuresOf(document);
  };
  const letGo = () => {
    isHeld = false;
    waiting.splice(0).forEach((go) => go());
  };
  const close = () => {
    letGo();
    return Promise.resolve();
  };
  return { asked, letGo, working: { work, close } };
}

describe('figures', () => {
  test('are worked out after the reply: a save does not wait for them, and the list says that they are on their way', async () => {
    const { letGo, working } = heldWork();
    api = await startApi({ working });
    const made = await madeCase();
    expect(await listed(made.id)).toMatchObject({ isCurrent: false, figures: { stages: null } });
    const saved = shaped(Saved, await api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: demo() }));
    expect(saved.version).toBe(2);
    letGo();
    await api.figures.settled();
    expect(await listed(made.id)).toMatchObject({ isCurrent: true, version: 2, figures: { state: 'solved', stages: 14 } });
  });
  test('of a case saved again meanwhile are those of the newest version; what stood before stands until then', async () => {
    const { asked, letGo, working } = heldWork();
    api = await startApi({ working });
    const made = await madeCase({ ...demo(), notes: 'first' });
    await expect.poll(() => asked.length).toBe(1);
    await api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: { ...newCaseDocument(), notes: 'second' } });
    letGo();
    await api.figures.settled();
    expect(asked).toEqual(['first', 'second']);
    expect(await listed(made.id)).toMatchObject({ isCurrent: true, figures: { state: 'open', mixture: '' } });
  });
  test('that take too long are given up with their thread, and told; the next case is worked out all the same', async () => {
    api = await startApi({ working: figuresThread(1) });
    const slow = await madeCase();
    await api.figures.settled();
    expect(await listed(slow.id)).toMatchObject({ isCurrent: true, figures: { state: 'over-time', mixture: 'acetone, water' } });
    await api.close();
    api = await startApi();
    const next = await madeCase();
    await api.figures.settled();
    expect(await listed(next.id)).toMatchObject({ figures: { state: 'solved' } });
  });
  test('that fail are told as failed, not as late', async () => {
    const work = () => Promise.reject(new Error('a mistake of ours'));
    api = await startApi({ working: { work, close: () => Promise.resolve() } });
    const made = await madeCase();
    await api.figures.settled();
    expect(await listed(made.id)).toMatchObject({ isCurrent: true, figures: { state: 'failed', mixture: 'acetone, water' } });
  });
  test('that were waiting when the server ended are worked out by the next one', async () => {
    const { working } = heldWork();
    api = await startApi({ working: { ...working, work: () => new Promise(() => undefined), close: () => Promise.resolve() } });
    const made = await madeCase();
    const first = api;
    api = await startApi();
    expect(await listed(made.id)).toMatchObject({ isCurrent: false });
    api.figures.wake();
    await api.figures.settled();
    expect(await listed(made.id)).toMatchObject({ isCurrent: true, figures: { state: 'solved' } });
    await first.db.destroy();
  });
  test('of a document that can no longer be read stay as they were, and hold nothing up', async () => {
    api = await startApi();
    const made = await madeCase();
    await api.figures.settled();
    await api.db.updateTable('cases').set({ document: '{"soup":true}', version: 2 }).where('id', '=', made.id).execute();
    api.figures.wake();
    await api.figures.settled();
    const row = await api.db.selectFrom('cases').select(['figuresVersion']).where('id', '=', made.id).executeTakeFirstOrThrow();
    expect(row.figuresVersion).toBe(2);
    expect(await listed(made.id)).toMatchObject({ figures: { stages: 14 } });
  });
});
