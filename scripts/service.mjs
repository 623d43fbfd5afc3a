// The built server over a throw-away database with the demo, for as long as a piece of work takes.
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { throwawayCluster } from './database.mjs';
import { ROOT } from './machine.mjs';

/** @param work gets the server's address */
export async function withService(work) {
  const cluster = await throwawayCluster();
  const env = { ...process.env, DATABASE_URL: cluster.url, PORT: '0', LOG_LEVEL: 'error', KEEN_DEMO: 'once' };
  const server = fork(join(ROOT, 'packages', 'server', 'build', 'main.js'), [], { env });
  try {
    const { port } = await new Promise((resolve) => server.once('message', resolve));
    return await work(`http://localhost:${port}`);
  } finally {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
    await cluster.stop();
  }
}
