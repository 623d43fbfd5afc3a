/** The whole product for a test: a throw-away database and the built server, each of which a test may kill. */
import { fork } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { ensurePostgres, throwawayCluster } from '../scripts/database.mjs';

const SERVER = join(import.meta.dirname, '..', 'packages', 'server', 'build', 'main.js');

export interface Service {
  readonly url: string;
  killServer: () => Promise<void>;
  /** On the port that it had. */
  startServer: () => Promise<void>;
  killDatabase: () => void;
  startDatabase: () => Promise<void>;
  stop: () => Promise<void>;
}

/** @param durable for tests that kill the database and want everything back */
export async function startService(durable = false): Promise<Service> {
  ensurePostgres();
  const cluster = await throwawayCluster({ durable });
  let running = await launch(cluster.url, 0);
  const { port } = running;
  return {
    url: `http://localhost:${port}`,
    killServer: () => ended(running.child, 'SIGKILL'),
    startServer: async () => {
      running = await launch(cluster.url, port);
    },
    killDatabase: () => process.kill(cluster.pid, 'SIGKILL'),
    startDatabase: () => cluster.restart(),
    stop: async () => {
      await ended(running.child, 'SIGTERM');
      await cluster.stop();
    },
  };
}

function launch(databaseUrl: string, port: number): Promise<{ child: ChildProcess; port: number }> {
  const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), LOG_LEVEL: 'error', KEEN_DEMO: 'once' };
  const child = fork(SERVER, [], { env });
  return new Promise((resolve, reject) => {
    child.once('message', (message) => {
      resolve({ child, port: (message as { port: number }).port }); // the server says this and nothing else
    });
    child.once('exit', (code) => {
      reject(new Error(`the server ended with ${String(code)}`));
    });
  });
}

function ended(child: ChildProcess, signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', () => {
      resolve();
    });
    child.kill(signal);
  });
}
