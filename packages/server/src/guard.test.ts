import { newCaseDocument } from '@keen-ladder/core';
import { request } from 'node:http';
import { OpenCase, ProblemReply, ProjectSummary } from '@keen-ladder/schema';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { servedNames } from './guard.ts';
import { readSettings } from './settings.ts';
import { shaped, startApi } from './testing/api.ts';
import type { Api } from './testing/api.ts';

let api: Api;
beforeAll(async () => {
  api = await startApi();
});
afterAll(() => api.close());

/** A request with headers that fetch would not let through. */
function raw(method: string, path: string, headers: Record<string, string>, body = ''): Promise<{ status: number; body: unknown }> {
  const { port } = new URL(api.url);
  return new Promise((resolve, reject) => {
    const asked = request({ host: '127.0.0.1', port, method, path, headers }, (reply) => {
      let text = '';
      reply.on('data', (chunk: Buffer) => (text += chunk.toString()));
      reply.on('end', () => resolve({ status: reply.statusCode ?? 0, body: text === '' ? null : JSON.parse(text) }));
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

const own = () => new URL(api.url).host;

describe('names', () => {
  test('a request for a name that is not served is refused, whatever it asks', async () => {
    const { port } = new URL(api.url);
    for (const host of ['evil.example', `evil.example:${port}`, `127.0.0.1.evil.example:${port}`, `[::2]:${port}`, 'x@127.0.0.1']) {
      const reply = await raw('GET', '/api/projects', { host });
      expect(reply.status, host).toBe(421);
      expect(ProblemReply.parse(reply.body).type).toBe('urn:keen-ladder:problem:other-host');
    }
    expect((await raw('GET', '/api/projects', { host: own() })).status).toBe(200);
  });
  test('loopback is served always, what is listed besides, this machine’s own addresses only where it is open', () => {
    const names = (environment: Record<string, string>) => servedNames(readSettings({ DATABASE_URL: 'x', ...environment }));
    expect([...names({})].sort()).toEqual(['127.0.0.1', '[::1]', 'localhost']);
    expect(names({ KEEN_HOSTS: 'Columns.example, 10.0.0.7' })).toContain('columns.example');
    expect(names({ HOST: '0.0.0.0', KEEN_OPEN: 'yes' }).size).toBeGreaterThan(4);
  });
});

describe('another site', () => {
  const changes = async () => {
    const project = shaped(ProjectSummary, await api.call('POST', '/api/projects', { name: 'Guarded' }), 201);
    const made = shaped(
      OpenCase,
      await api.call('POST', `/api/projects/${project.id}/cases`, { name: 'One', document: newCaseDocument() }),
      201,
    );
    await api.call('DELETE', `/api/cases/${made.id}`);
    return [
      ['POST', `/api/cases/${made.id}/restore`],
      ['DELETE', `/api/projects/${project.id}`],
      ['PATCH', `/api/projects/${project.id}`],
      ['POST', '/api/projects'],
      ['PUT', `/api/cases/${made.id}`],
    ] as const;
  };
  test('can change nothing, not even by a request without a body', async () => {
    const places = await changes();
    const before = (await sql`select * from projects, cases order by 1, 2`.execute(api.db)).rows;
    for (const [method, path] of places)
      for (const headers of [
        { 'sec-fetch-site': 'cross-site' },
        { 'sec-fetch-site': 'same-site' },
        { origin: 'http://evil.example' },
        { origin: 'null' },
        { origin: `http://${own()}.evil.example` },
        { origin: `http://${own()}`, 'sec-fetch-site': 'cross-site' },
      ] as Record<string, string>[]) {
        const reply = await raw(method, path, { host: own(), ...headers });
        expect(reply.status, `${method} ${path} ${JSON.stringify(headers)}`).toBe(403);
      }
    expect((await sql`select * from projects, cases order by 1, 2`.execute(api.db)).rows).toEqual(before);
  });
  test('the page itself and programs without a browser’s headers are served', async () => {
    const name = JSON.stringify({ name: 'Mine' });
    const json = { host: own(), 'content-type': 'application/json', 'content-length': String(name.length) };
    for (const headers of [{}, { origin: `http://${own()}` }, { origin: `http://${own()}`, 'sec-fetch-site': 'same-origin' }])
      expect((await raw('POST', '/api/projects', { ...json, ...headers }, name)).status).toBe(201);
  });
});

test('an address that asks too often is told to wait', async () => {
  const limited = await startApi({ rate: 3 });
  const statuses: number[] = [];
  for (let k = 0; k < 5; k++) statuses.push((await limited.call('GET', '/api/projects')).status);
  expect(statuses).toEqual([200, 200, 200, 429, 429]);
  await limited.close();
});

test('the application’s role may do nothing but its own tables', async () => {
  const { rows } = await sql<Record<string, boolean>>`
    select rolsuper, rolcreatedb, rolcreaterole, rolreplication, rolbypassrls from pg_roles where rolname = current_user`.execute(
    api.db,
  );
  expect(Object.values(rows[0] ?? { none: true })).toEqual([false, false, false, false, false]);
  await expect(sql`copy projects to program 'true'`.execute(api.db)).rejects.toThrow(/permission denied|must be/);
});

test('an address that other machines reach is refused without an explicit word', () => {
  for (const HOST of ['0.0.0.0', '::', '10.1.2.3', 'columns.example']) {
    expect(() => readSettings({ DATABASE_URL: 'x', HOST })).toThrow(/open-to-network/);
    expect(readSettings({ DATABASE_URL: 'x', HOST, KEEN_OPEN: 'yes' }).HOST).toBe(HOST);
  }
});
