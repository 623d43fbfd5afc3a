/** `npm start` itself, as a person runs it: from nothing to an address, again with the same data, stopped cleanly, with clear sentences. */
import { spawn } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { throwawayCluster } from '../scripts/database.mjs';

const ROOT = join(import.meta.dirname, '..');

interface Started {
  child: ChildProcess;
  said: () => string;
  address: string;
}

function run(args: string[], env: Record<string, string>) {
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], {
    cwd: ROOT,
    env: { ...process.env, PORT: undefined, ...env },
  });
  let text = '';
  child.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (text += chunk.toString()));
  const exit = new Promise<number | null>((resolve) => child.once('exit', resolve));
  return { child, said: () => text, exit };
}

async function start(args: string[], env: Record<string, string>): Promise<Started & { exit: Promise<number | null> }> {
  const started = run(args, env);
  await expect.poll(started.said, { timeout: 60_000 }).toMatch(/ready: {2}http/);
  return { ...started, address: /http:\/\/localhost:\d+/.exec(started.said())?.[0] ?? '' };
}

async function stop({ child, exit }: { child: ChildProcess; exit: Promise<number | null> }): Promise<void> {
  child.kill('SIGINT'); // what Ctrl-C sends
  expect(await exit).toBe(0);
}

async function projects(address: string): Promise<{ id: string; name: string }[]> {
  const reply = await fetch(`${address}/api/projects`);
  return ((await reply.json()) as { projects: { id: string; name: string }[] }).projects;
}

const post = (address: string, body: unknown) =>
  fetch(`${address}/api/projects`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

test.describe('npm start', () => {
  let data: string;
  test.beforeEach(() => {
    data = mkdtempSync(join(tmpdir(), 'keen-ladder-start-'));
  });
  test.afterEach(() => {
    rmSync(data, { recursive: true, force: true });
  });

  /** The database's process, or undefined when it is stopped. */
  function databasePid(): number | undefined {
    const [folder = ''] = readdirSync(data);
    const file = join(data, folder, 'data', 'postmaster.pid');
    return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : undefined;
  }

  test('serves with the demo, keeps its data, is ready again in under ten seconds, and Ctrl-C stops everything', async () => {
    const first = await start(['--port', '0'], { KEEN_LADDER_DATA: data });
    expect((await projects(first.address)).map((p) => p.name)).toEqual(['Tarn Bridge Solvents']);
    await post(first.address, { name: 'Kept' });
    const pid = databasePid();
    await stop(first);
    await expect(fetch(first.address)).rejects.toThrow();
    expect(databasePid()).toBeUndefined();
    expect(() => process.kill(pid ?? 0, 0)).toThrow();

    const began = Date.now();
    const second = await start(['--port', '0'], { KEEN_LADDER_DATA: data });
    expect(Date.now() - began).toBeLessThan(10_000);
    expect((await projects(second.address)).map((p) => p.name)).toEqual(['Tarn Bridge Solvents', 'Kept']);
    await stop(second);
  });

  test('takes over after it was killed with -9, with everything that was saved', async () => {
    const first = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
    await post(first.address, { name: 'Kept' });
    first.child.kill('SIGKILL');
    await first.exit;
    const second = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
    expect((await projects(second.address)).map((p) => p.name)).toEqual(['Kept']);
    await stop(second);
  });

  test('two at once share the data on ports of their own', async () => {
    const first = await start([], { KEEN_LADDER_DATA: data });
    const second = await start([], { KEEN_LADDER_DATA: data });
    expect(second.address).not.toBe(first.address);
    await post(second.address, { name: 'By the second' });
    expect((await projects(first.address)).map((p) => p.name)).toContain('By the second');
    await stop(second);
    await stop(first);
  });

  test('--reset-demo brings the demo back', async () => {
    const first = await start(['--port', '0'], { KEEN_LADDER_DATA: data });
    const [demo] = await projects(first.address);
    await fetch(`${first.address}/api/projects/${demo?.id ?? ''}`, { method: 'DELETE' });
    await stop(first);
    const second = await start(['--port', '0', '--reset-demo'], { KEEN_LADDER_DATA: data });
    expect((await projects(second.address)).map((p) => p.name)).toEqual(['Tarn Bridge Solvents']);
    await stop(second);
  });

  test('a port that is taken gets a clear sentence, and so does an option that is not known', async () => {
    const holder = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => holder.once('listening', resolve));
    const { port } = holder.address() as AddressInfo;
    const refused = run(['--port', String(port)], { KEEN_LADDER_DATA: data });
    expect(await refused.exit).toBe(1);
    expect(refused.said()).toContain(`Port ${port} is taken by another program.`);
    expect(refused.said()).not.toContain('at ');
    holder.close();
    const unknown = run(['--colour'], { KEEN_LADDER_DATA: data });
    expect(await unknown.exit).toBe(1);
    expect(unknown.said()).toContain('Known are --port N, --no-demo and --reset-demo.');
  });

  test('DATABASE_URL uses a database of yours', async () => {
    const cluster = await throwawayCluster();
    const started = await start(['--port', '0'], { KEEN_LADDER_DATA: data, DATABASE_URL: cluster.url });
    expect(await projects(started.address)).toHaveLength(1);
    expect(readdirSync(data)).toEqual([]);
    await stop(started);
    await cluster.stop();
  });
});
