// npm start: everything from a fresh clone to the address in the browser. Options: --port N, --no-demo, --reset-demo, --open-to-network;
// DATABASE_URL uses a database of yours; HOST another address than loopback, KEEN_HOSTS the names it is reached by.
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePostgres, lastingCluster } from './database.mjs';
import { ensureBuilt, ensurePackages, main, ROOT, say, Sentence } from './machine.mjs';

/** How the server ends when it has told why itself. */
const EXIT_TOLD = 3;

/** ms between two attempts to start a server that ended, and how many may fail in a row. */
const AGAIN = 1000;
const MOST_FAILURES = 10;

const KNOWN = 'Known are --port N, --no-demo, --reset-demo and --open-to-network.';

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string' },
        'no-demo': { type: 'boolean' },
        'reset-demo': { type: 'boolean' },
        'open-to-network': { type: 'boolean' },
      },
    });
    const port = values.port ?? process.env.PORT;
    if (port !== undefined && !(/^\d{1,5}$/.test(port) && Number(port) <= 65535))
      throw new Sentence(`"${port}" is no port: give a number from 0 to 65535, for instance --port 4680.`);
    const demo = values['reset-demo'] ? 'reset' : values['no-demo'] ? 'none' : 'once';
    return { port, demo, isOpen: values['open-to-network'] === true };
  } catch (error) {
    if (error instanceof Sentence) throw error;
    throw new Sentence(`${error.message} ${KNOWN}`);
  }
}

/** The server process; resolves with its address and port when it serves. */
function startServer(env) {
  return new Promise((resolve, reject) => {
    const child = fork(join(ROOT, 'packages', 'server', 'build', 'main.js'), [], {
      env: { ...process.env, ...env },
      detached: true,
    });
    child.on('message', ({ address, port }) => resolve({ child, address, port }));
    child.on('exit', (code) =>
      reject(new Sentence(code === EXIT_TOLD ? '' : `The server ended with ${code ?? 'a signal'} before it was ready.`)),
    );
  });
}

async function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await ended;
}

/** Keeps a server going until `asked` resolves: one that ends is started again on the port that it had. */
async function keepServing(first, env, asked) {
  let { child } = first;
  for (;;) {
    const ended = await Promise.race([asked, new Promise((resolve) => child.once('exit', () => resolve('server')))]);
    if (ended !== 'server') return stopServer(child);
    say('The application ended unexpectedly; starting it again.');
    child = (await startedAgain({ ...env, KEEN_DEMO: 'none', PORT: String(first.port) })).child;
    say('The application is ready again.');
  }
}

async function startedAgain(env) {
  for (let failures = 1; ; failures++) {
    try {
      return await startServer(env);
    } catch (error) {
      if (failures === MOST_FAILURES) throw error;
      await new Promise((done) => setTimeout(done, AGAIN));
    }
  }
}

await main(async () => {
  const { port, demo, isOpen } = readOptions();
  await ensurePackages();
  let cluster;
  if (process.env.DATABASE_URL === undefined) {
    ensurePostgres();
    say('Starting the database.');
    cluster = await lastingCluster();
    cluster.onDeath(() => say('The database ended unexpectedly; starting it again.'));
  }
  const asked = new Promise((resolve) => {
    process.once('SIGINT', () => resolve('asked'));
    process.once('SIGTERM', () => resolve('asked'));
  });
  try {
    await ensureBuilt();
    say('Starting the application.');
    const env = {
      DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
      ...(isOpen ? { KEEN_OPEN: 'yes' } : {}),
    };
    const first = await startServer({ ...env, KEEN_DEMO: demo, ...(port === undefined ? {} : { PORT: port }) });
    console.log(`\nKeen Ladder is ready:  ${first.address}\nCtrl-C stops it; everything is saved as you work.\n`);
    await keepServing(first, env, asked);
    say('Stopping.');
  } finally {
    await cluster?.stop();
  }
});
process.exit();
