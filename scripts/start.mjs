// npm start: everything from a fresh clone to the address in the browser. Options: --port N, --no-demo, --reset-demo; DATABASE_URL uses
// a database of yours; HOST another address than loopback.
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePostgres, lastingCluster } from './database.mjs';
import { ensureBuilt, ensurePackages, main, ROOT, say, Sentence } from './machine.mjs';

function readOptions() {
  try {
    const { values } = parseArgs({
      options: { port: { type: 'string' }, 'no-demo': { type: 'boolean' }, 'reset-demo': { type: 'boolean' } },
    });
    const port = values.port ?? process.env.PORT;
    if (port !== undefined && !/^\d{1,5}$/.test(port))
      throw new Sentence(`"${port}" is no port: give a number, for instance --port 4680.`);
    const demo = values['reset-demo'] ? 'reset' : values['no-demo'] ? 'none' : 'once';
    return { port, demo };
  } catch (error) {
    if (error instanceof Sentence) throw error;
    throw new Sentence(`${error.message} Known are --port N, --no-demo and --reset-demo.`);
  }
}

/** The server process; resolves with its address when it serves. */
function startServer(env) {
  return new Promise((resolve, reject) => {
    const child = fork(join(ROOT, 'packages', 'server', 'build', 'main.js'), [], {
      env: { ...process.env, ...env },
      detached: true,
    });
    child.on('message', (message) => resolve({ child, address: message.address }));
    child.on('exit', (code) =>
      reject(new Sentence(code === 3 ? '' : `The server ended with ${code ?? 'a signal'} before it was ready.`)),
    );
  });
}

async function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await ended;
}

await main(async () => {
  const { port, demo } = readOptions();
  await ensurePackages();
  let cluster;
  if (process.env.DATABASE_URL === undefined) {
    ensurePostgres();
    say('Starting the database.');
    cluster = await lastingCluster();
  }
  try {
    await ensureBuilt();
    say('Starting the application.');
    const { child, address } = await startServer({
      DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
      KEEN_DEMO: demo,
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
      ...(port === undefined ? {} : { PORT: port }),
    });
    cluster?.onDeath(() => {
      say('The database ended unexpectedly; starting it again.');
      cluster.restart().catch((error) => console.error(error.message));
    });
    console.log(`\nKeen Ladder is ready:  ${address}\nCtrl-C stops it; everything is saved as you work.\n`);
    const ended = await new Promise((resolve) => {
      process.once('SIGINT', () => resolve('asked'));
      process.once('SIGTERM', () => resolve('asked'));
      child.once('exit', () => resolve('server'));
    });
    if (ended === 'server') throw new Sentence('The server ended unexpectedly.');
    say('Stopping.');
    await stopServer(child);
  } finally {
    await cluster?.stop();
  }
});
process.exit();
