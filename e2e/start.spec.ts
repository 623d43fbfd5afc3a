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

/** One that has ended and waits to be reaped does not run. */
function isRunning(pid: number): boolean {
  const file = `/proc/${pid}/stat`;
  return existsSync(file) && !readFileSync(file, 'utf8').includes(') Z ');
}

const commandOf = (pid: number): string => readFileSync(`/proc/${pid}/cmdline`, 'utf8');

function childrenOf(parent: number): number[] {
  return readFileSync(`/proc/${parent}/task/${parent}/children`, 'utf8').trim().split(' ').map(Number);
}

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
    expect(isRunning(pid ?? 0)).toBe(false);

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
    expect(unknown.said()).toContain('Known are --port N, --no-demo, --reset-demo and --open-to-network.');
    const beyond = run(['--port', '99999'], { KEEN_LADDER_DATA: data });
    expect(await beyond.exit).toBe(1);
    expect(beyond.said()).toContain('"99999" is no port: give a number from 0 to 65535');
    expect(beyond.said()).not.toContain('    at ');
  });

  test('an address that other machines reach is refused without an explicit word, and told loudly with it', async () => {
    const refused = run(['--port', '0'], { KEEN_LADDER_DATA: data, HOST: '0.0.0.0' });
    expect(await refused.exit).toBe(1);
    expect(refused.said()).toContain('--open-to-network');
    expect(refused.said()).not.toContain('    at ');
    const opened = run(['--port', '0', '--open-to-network'], { KEEN_LADDER_DATA: data, HOST: '0.0.0.0' });
    await expect.poll(opened.said, { timeout: 60_000 }).toMatch(/ready: {2}http/);
    expect(opened.said()).toContain('everyone who reaches this address can read, change and delete every case');
    await stop(opened);
  });

  /** Whether the application answers from its database. */
  const answers = async (address: string): Promise<boolean> => {
    try {
      return (await fetch(`${address}/api/health`)).ok;
    } catch {
      return false;
    }
  };
  const backAgain = (address: string) => expect.poll(() => answers(address), { timeout: 40_000 }).toBe(true);
  const killDatabase = () => {
    const pid = databasePid();
    if (pid === undefined) throw new Error('no database runs');
    process.kill(pid, 'SIGKILL');
    return pid;
  };

  test('of two, the second goes on when the first has ended, and looks after the database from then on', async () => {
    for (const end of ['asked', 'killed'] as const) {
      const first = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
      const second = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
      if (end === 'asked') await stop(first);
      else {
        first.child.kill('SIGKILL');
        await first.exit;
      }
      expect(await answers(second.address)).toBe(true);
      killDatabase();
      await expect.poll(() => answers(second.address), { timeout: 10_000 }).toBe(false);
      await backAgain(second.address);
      await stop(second);
      expect(databasePid()).toBeUndefined();
    }
  });

  test('begun at once after everything was killed, it looks after the database that it finds or starts', async () => {
    const first = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
    await post(first.address, { name: 'Kept' });
    first.child.kill('SIGKILL');
    killDatabase();
    const second = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
    expect((await projects(second.address)).map((p) => p.name)).toEqual(['Kept']);
    killDatabase();
    await expect.poll(() => answers(second.address), { timeout: 10_000 }).toBe(false);
    await backAgain(second.address);
    expect((await projects(second.address)).map((p) => p.name)).toEqual(['Kept']);
    await stop(second);
  });

  test('a database that dies again while it recovers is started again until it lives', async () => {
    const running = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
    let pid = killDatabase();
    for (let deaths = 0; deaths < 3; deaths++) {
      await expect.poll(() => databasePid() ?? pid, { timeout: 20_000, intervals: [20] }).not.toBe(pid);
      pid = killDatabase();
    }
    await backAgain(running.address);
    await stop(running);
  });

  test('a server that dies alone is started again where it was', async () => {
    const running = await start(['--port', '0', '--no-demo'], { KEEN_LADDER_DATA: data });
    await post(running.address, { name: 'Kept' });
    const server = childrenOf(running.child.pid ?? 0).find((pid) => commandOf(pid).includes('main.js'));
    process.kill(server ?? 0, 'SIGKILL');
    await expect.poll(running.said, { timeout: 30_000 }).toContain('The application is ready again.');
    expect((await projects(running.address)).map((p) => p.name)).toEqual(['Kept']);
    await stop(running);
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
