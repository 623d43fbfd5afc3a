import { newCaseDocument } from '@keen-ladder/core';
import { Bin, CaseFile, Conflict, History, OpenCase, ProblemReply, ProjectList, ProjectSummary, Saved } from '@keen-ladder/schema';
import { demoCases } from '@keen-ladder/demo';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { shaped, startApi } from '../testing/api.ts';
import type { Api } from '../testing/api.ts';

let api: Api;
beforeAll(async () => {
  api = await startApi();
});
afterAll(() => api.close());

const newProject = async (name = 'Trials') => shaped(ProjectSummary, await api.call('POST', '/api/projects', { name }), 201);
const newCase = async (projectId: string, name = 'First try', document = newCaseDocument()) =>
  shaped(OpenCase, await api.call('POST', `/api/projects/${projectId}/cases`, { name, document }), 201);
const listed = async () => shaped(ProjectList, await api.call('GET', '/api/projects')).projects;

function demoDocument() {
  const [demo] = demoCases();
  if (demo === undefined) throw new Error('no demo');
  return demo.document;
}

describe('projects', () => {
  test('are made, renamed, binned and taken back, with their cases', async () => {
    const project = await newProject('Spring campaign');
    const made = await newCase(project.id);
    expect((await api.call('PATCH', `/api/projects/${project.id}`, { name: 'Autumn campaign' })).status).toBe(204);
    expect((await listed()).find((p) => p.id === project.id)).toMatchObject({ name: 'Autumn campaign', cases: [{ id: made.id }] });
    expect((await api.call('DELETE', `/api/projects/${project.id}`)).status).toBe(204);
    expect((await listed()).some((p) => p.id === project.id)).toBe(false);
    expect((await api.call('GET', `/api/cases/${made.id}`)).status).toBe(404);
    expect(shaped(Bin, await api.call('GET', '/api/bin')).items).toContainEqual(
      expect.objectContaining({ id: project.id, kind: 'project' }),
    );
    expect((await api.call('POST', `/api/projects/${project.id}/restore`)).status).toBe(204);
    expect((await api.call('GET', `/api/cases/${made.id}`)).status).toBe(200);
  });
  test('that are not there are said to be not there', async () => {
    const id = '00000000-0000-4000-8000-000000000000';
    for (const [method, path, body] of [
      ['PATCH', '', { name: 'x' }],
      ['DELETE', '', undefined],
      ['POST', '/restore', undefined],
    ] as const) {
      const reply = await api.call(method, `/api/projects/${id}${path}`, body);
      expect(shaped(ProblemReply, reply, 404).type).toBe('urn:keen-ladder:problem:no-such-project');
    }
    expect((await api.call('POST', `/api/projects/${id}/cases`, { name: 'x', document: newCaseDocument() })).status).toBe(404);
  });
});

describe('cases', () => {
  test('keep their document to the last figure, through save and open', async () => {
    const project = await newProject();
    const made = await newCase(project.id);
    const document = { ...demoDocument(), notes: 'Ä ₂ ≤ “quoted”' };
    const saved = shaped(Saved, await api.call('PUT', `/api/cases/${made.id}`, { version: made.version, document }));
    expect(saved.version).toBe(made.version + 1);
    expect(shaped(OpenCase, await api.call('GET', `/api/cases/${made.id}`)).document).toEqual(document);
  });
  test('show their figures in the list, worked out by the engine', async () => {
    const project = await newProject();
    await newCase(project.id, 'Empty');
    await newCase(project.id, 'Demo', demoDocument());
    await api.figures.settled();
    const cases = (await listed()).find((p) => p.id === project.id)?.cases ?? [];
    const figures = Object.fromEntries(cases.map((c) => [c.name, c.figures]));
    expect(figures['Empty']).toMatchObject({ state: 'open', stages: null, staircase: [] });
    expect(figures['Demo']).toMatchObject({ state: 'solved', stages: 14, mixture: 'acetone, water' });
    expect(figures['Demo']?.staircase).toHaveLength(14);
  });
  test('a save from an old version is refused with the newer document, and changes nothing', async () => {
    const project = await newProject();
    const made = await newCase(project.id);
    const mine = { ...newCaseDocument(), notes: 'mine' };
    const theirs = { ...newCaseDocument(), notes: 'theirs' };
    shaped(Saved, await api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: theirs }));
    const refused = await api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: mine });
    expect(refused.type).toContain('application/problem+json');
    const { current } = shaped(Conflict, refused, 409);
    expect(current.version).toBe(2);
    expect(current.document.notes).toBe('theirs');
    expect(shaped(OpenCase, await api.call('GET', `/api/cases/${made.id}`)).document.notes).toBe('theirs');
  });
  test('of twenty saves from the same version at once exactly one wins', async () => {
    const project = await newProject();
    const made = await newCase(project.id);
    const replies = await Promise.all(
      Array.from({ length: 20 }, (_, k) =>
        api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: { ...newCaseDocument(), notes: `writer ${k}` } }),
      ),
    );
    expect(replies.filter((r) => r.status === 200)).toHaveLength(1);
    expect(replies.filter((r) => r.status === 409)).toHaveLength(19);
    const { lines } = shaped(History, await api.call('GET', `/api/cases/${made.id}/history`));
    expect(lines.map((l) => l.version)).toEqual([2, 1]);
  });
  test('every saved version can be had back', async () => {
    const project = await newProject();
    const made = await newCase(project.id);
    await api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: { ...newCaseDocument(), notes: 'second' } });
    const first = await api.call('GET', `/api/cases/${made.id}/history/1`);
    expect(first.body).toEqual({ document: newCaseDocument() });
    expect((await api.call('GET', `/api/cases/${made.id}/history/9`)).status).toBe(404);
  });
  test('a duplicate is a variant that knows its parent', async () => {
    const project = await newProject();
    const made = await newCase(project.id, 'Base', demoDocument());
    const variant = shaped(OpenCase, await api.call('POST', `/api/cases/${made.id}/duplicate`, { name: 'Colder feed' }), 201);
    expect(variant).toMatchObject({ name: 'Colder feed', parentId: made.id, parentName: 'Base', version: 1 });
    expect(variant.document).toEqual(made.document);
  });
  test('are renamed, binned and taken back', async () => {
    const project = await newProject();
    const made = await newCase(project.id);
    expect((await api.call('PATCH', `/api/cases/${made.id}`, { name: '  Second try ' })).status).toBe(204);
    expect(shaped(OpenCase, await api.call('GET', `/api/cases/${made.id}`)).name).toBe('Second try');
    expect((await api.call('DELETE', `/api/cases/${made.id}`)).status).toBe(204);
    expect((await api.call('DELETE', `/api/cases/${made.id}`)).status).toBe(404);
    expect((await api.call('PUT', `/api/cases/${made.id}`, { version: 1, document: newCaseDocument() })).status).toBe(404);
    expect(shaped(Bin, await api.call('GET', '/api/bin')).items[0]).toMatchObject({
      id: made.id,
      kind: 'case',
      name: 'Second try',
    });
    expect((await api.call('POST', `/api/cases/${made.id}/restore`)).status).toBe(204);
    expect((await api.call('GET', `/api/cases/${made.id}`)).status).toBe(200);
  });
  test('go out as a file and come in again the same', async () => {
    const project = await newProject();
    const made = await newCase(project.id, 'Out and in', demoDocument());
    const file = shaped(CaseFile, await api.call('GET', `/api/cases/${made.id}/file`));
    const copy = shaped(OpenCase, await api.call('POST', `/api/projects/${project.id}/import`, { file }), 201);
    expect(copy.id).not.toBe(made.id);
    expect(copy).toMatchObject({ name: 'Out and in', document: made.document });
  });
  test('a file that is none is refused with a sentence', async () => {
    const project = await newProject();
    const reply = await api.call('POST', `/api/projects/${project.id}/import`, { file: { recipe: 'soup' } });
    expect(shaped(ProblemReply, reply, 400).detail).toMatch(/^This is not a Keen Ladder case file/);
  });
});
