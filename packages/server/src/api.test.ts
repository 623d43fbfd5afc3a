import { DEMO_PROJECT } from '@keen-ladder/demo/names';
import { newCaseDocument } from '@keen-ladder/core';
import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { OpenCase, ProblemReply, ProjectList, ProjectSummary } from '@keen-ladder/schema';

import { demoProject } from '@keen-ladder/demo';
import fc from 'fast-check';
import { sql } from 'kysely';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import { throwawayCluster } from '../../../scripts/database.mjs';
import { createApp } from './app.ts';
import { connect, migrate } from './database/connect.ts';
import { loadDemo } from './demo.ts';
import { figuresThread, keepFigures } from './figures/keeper.ts';
import { numbersThread } from './numbers/routes.ts';
import { readSettings } from './settings.ts';
import { shaped, startApi } from './testing/api.ts';
import type { Api } from './testing/api.ts';

let api: Api;
beforeAll(async () => {
  api = await startApi();
});
afterAll(() => api.close());

const log = pino({ level: 'silent' });

/** Everything that is stored, as text: equal before and after when nothing was changed. */
async function everything(): Promise<string> {
  const tables = ['projects', 'cases', 'history'];
  await api.figures.settled();
  const rows = await Promise.all(tables.map((t) => sql`select * from ${sql.table(t)} order by 1, 2`.execute(api.db)));
  return JSON.stringify(rows.map((r) => r.rows));
}

describe('malformed requests', () => {
  test('5,000 bodies that no page would send: never a 5xx, never a changed row', async () => {
    const project = shaped(ProjectSummary, await api.call('POST', '/api/projects', { name: 'Target' }), 201);
    const made = shaped(
      OpenCase,
      await api.call('POST', `/api/projects/${project.id}/cases`, { name: 'Victim', document: newCaseDocument() }),
      201,
    );
    const before = await everything();

    const places = [
      ['POST', '/api/projects'],
      ['PATCH', `/api/projects/${project.id}`],
      ['POST', `/api/projects/${project.id}/cases`],
      ['POST', `/api/projects/${project.id}/import`],
      ['PUT', `/api/cases/${made.id}`],
      ['PATCH', `/api/cases/${made.id}`],
      ['POST', `/api/cases/${made.id}/duplicate`],
    ] as const;

    const junk = fc.oneof(
      fc.json(),
      fc.string(),
      spoiltSave(made.version),
      fc.constantFrom(
        '',
        '{',
        '[]',
        'null',
        '"\\u0000"',
        '{"name":"\\u0000"}',
        '{"name":"\\ud800"}',
        '{"name":""}',
        '{"name":"   "}',
        '{"__proto__":{"name":"x"}}',
      ),
      fc.json().map((text) => `{"version":1,"document":${text}}`),
      fc.json().map((text) => `{"file":${text}}`),
    );
    const request = fc.record({
      place: fc.constantFrom(...places),
      body: junk,
      type: fc.constantFrom(
        'application/json',
        'application/json',
        'application/json',
        'text/plain',
        'application/json; charset=utf-99',
      ),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(request, { minLength: 50, maxLength: 50 }), async (batch) => {
        const replies = await Promise.all(batch.map(({ place: [method, path], body, type }) => api.raw(method, path, body, type)));
        for (const [k, reply] of replies.entries()) {
          expect(reply.status, `${JSON.stringify(batch[k])} → ${JSON.stringify(reply.body)}`).toBeGreaterThanOrEqual(400);
          expect(reply.status, JSON.stringify(batch[k])).toBeLessThan(500);
          expect(reply.type).toContain('application/problem+json');
        }
      }),
      { numRuns: 100 },
    );
    expect(await everything()).toBe(before);
  });

  test('addresses that make no sense are 4xx too', async () => {
    for (const path of [
      '/api/cases/not-an-id',
      '/api/cases/%ff',
      '/api/nothing',
      '/api/cases/00000000-0000-4000-8000-000000000000/history/1e9',
      '/api/projects/1/cases',
    ]) {
      const reply = await api.call('GET', path);
      expect(reply.status, path).toBeGreaterThanOrEqual(400);
      expect(reply.status, path).toBeLessThan(500);
      expect(ProblemReply.parse(reply.body).status).toBe(reply.status);
    }
  });
  test('a body over the limit is refused as such', async () => {
    const reply = await api.raw('POST', '/api/projects', JSON.stringify({ name: 'x'.repeat(5e6) }));
    expect(reply.status).toBe(413);
  });
});

/** Saves that are right but for one value somewhere, or for their version. */
function spoiltSave(version: number): fc.Arbitrary<string> {
  const base = { version, document: newCaseDocument() };
  const paths = pathsOf(base);
  const wrong = fc.oneof(fc.constantFrom(null, {}, [], 'x\0y', '\ud800', -1e300, 'abc', true), fc.jsonValue());
  return fc.tuple(fc.constantFrom(...paths), wrong).map(([path, value]) => {
    const copy = structuredClone(base) as unknown as Record<string, unknown>;
    let at = copy;
    for (const key of path.slice(0, -1)) at = at[key] as Record<string, unknown>;
    at[path.at(-1) ?? ''] = value;
    copy['spoilt'] = true; // a member too many: the save stays wrong even where the value happens to fit
    return JSON.stringify(copy);
  });
}

function pathsOf(value: unknown, path: string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return path.length > 0 ? [path] : [];
  const below = Object.entries(value).flatMap(([key, member]) => pathsOf(member, [...path, key]));
  return path.length > 0 ? [path, ...below] : below;
}

describe('the server', () => {
  test('says that it is ready, and sends its headers', async () => {
    const reply = await fetch(`${api.url}/api/health`);
    expect(await reply.json()).toEqual({ state: 'ready' });
    const policy = reply.headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain('upgrade-insecure-requests');
    expect(reply.headers.get('x-powered-by')).toBeNull();
  });
  test('serves the page at every address of the application, assets for ever, and no page for a missing asset', async () => {
    const site = mkdtempSync(join(tmpdir(), 'keen-site-'));
    mkdirSync(join(site, 'assets'));
    writeFileSync(join(site, 'index.html'), '<title>page</title>');
    writeFileSync(join(site, 'assets', 'a.js'), 'let a');
    const own = await startApi({ siteFolder: site });
    try {
      for (const path of ['/', '/cases/anything/graph']) expect((await own.call('GET', path)).body).toBe('<title>page</title>');
      const asset = await fetch(`${own.url}/assets/a.js`);
      expect(asset.headers.get('cache-control')).toContain('immutable');
      expect((await own.call('GET', '/assets/missing.js')).status).toBe(404);
      expect((await own.call('GET', '/api/missing')).status).toBe(404);
    } finally {
      await own.close();
      rmSync(site, { recursive: true });
    }
  });
  test('answers 503 while the database is dead, and works again when it is back', async () => {
    const cluster = await throwawayCluster({ durable: true });
    const db = connect(cluster.url, log);
    await migrate(db);
    const server = createApp({
      db,
      log,
      figures: keepFigures(db, log, figuresThread()),
      numbers: numbersThread(),
      siteFolder: '/nowhere',
      names: new Set(['127.0.0.1']),
      rate: 1e6,
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const address = server.address();
    if (address === null || typeof address === 'string') throw new Error('no port');
    const list = async () => fetch(`http://127.0.0.1:${address.port}/api/projects`);
    expect((await list()).status).toBe(200);
    process.kill(cluster.pid, 'SIGKILL');
    await expect.poll(async () => (await list()).status, { timeout: 20_000 }).toBe(503);
    const away = await list();
    expect(ProblemReply.parse(await away.json()).type).toBe('urn:keen-ladder:problem:database-away');
    await cluster.restart();
    await expect.poll(async () => (await list()).status, { timeout: 20_000 }).toBe(200);
    await new Promise((resolve) => server.close(resolve));
    await db.destroy();
    await cluster.stop();
  });
  test('migrates a database that is migrated already, twice at once', async () => {
    const second = connect(inject('databaseUrl'), log);
    await Promise.all([migrate(api.db), migrate(second)]);
    await second.destroy();
  });
  test('names what its environment lacks', () => {
    expect(() => readSettings({})).toThrow(/DATABASE_URL/);
    expect(() => readSettings({ DATABASE_URL: 'x', PORT: 'many' })).toThrow();
    expect(readSettings({ DATABASE_URL: 'x' })).toMatchObject({ HOST: '127.0.0.1', KEEN_DEMO: 'once' });
  });
});

describe('the demo', () => {
  const demos = async () =>
    shaped(ProjectList, await api.call('GET', '/api/projects')).projects.filter((p) => p.name === DEMO_PROJECT);
  test('is loaded once, stays deleted when it was deleted, and comes back when asked', async () => {
    await loadDemo(api.db, 'none');
    expect(await demos()).toHaveLength(0);
    await Promise.all([loadDemo(api.db, 'once'), loadDemo(api.db, 'once')]);
    api.figures.wake();
    await api.figures.settled();
    const [project] = await demos();
    expect(await demos()).toHaveLength(1);
    expect(project?.cases.map((c) => c.figures.state)).toEqual(demoProject().map(() => 'solved'));
    await api.call('DELETE', `/api/projects/${project?.id ?? ''}`);
    await loadDemo(api.db, 'once');
    expect(await demos()).toHaveLength(0);
    await loadDemo(api.db, 'reset');
    expect(await demos()).toHaveLength(1);
  });
});
