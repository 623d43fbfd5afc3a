import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { sentence } from '@keen-ladder/schema';
import { pino } from 'pino';
import { ZodError } from 'zod';
import { createApp } from './app.ts';
import { connect, migrate } from './database/connect.ts';
import { loadDemo } from './demo.ts';
import { figuresThread, keepFigures } from './figures/keeper.ts';
import { servedNames } from './guard.ts';
import { numbersThread } from './numbers/routes.ts';
import { isLoopback, readSettings } from './settings.ts';
import type { Settings } from './settings.ts';

/** The port when none is asked for; when it is taken, the next free one. */
const FIRST_PORT = 4680;
const PORTS_TO_TRY = 50;
/** How `npm start` learns that the reason was told, and says nothing more. */
const EXIT_TOLD = 3;

const settings = settingsOrEnd();
const log = pino({ level: settings.LOG_LEVEL });
const db = connect(settings.DATABASE_URL, log);
await migrate(db);
await loadDemo(db, settings.KEEN_DEMO);

const figures = keepFigures(db, log, figuresThread());
figures.wake();
const numbers = numbersThread();

const siteFolder = join(dirname(fileURLToPath(import.meta.url)), '..', '..', 'web', 'dist');
const server = createServer(
  createApp({ db, log, figures, numbers, siteFolder, names: servedNames(settings), rate: settings.KEEN_RATE }),
);
const { port } = await listen(settings.PORT);
const address = `http://${settings.HOST === '127.0.0.1' ? 'localhost' : settings.HOST}:${port}`;
log.info({ address }, 'serving');
if (!isLoopback(settings.HOST))
  console.error(
    `\n!  Open to the network at ${settings.HOST}: everyone who reaches this address can read, change and delete every case. There are no accounts.\n`,
  );
process.send?.({ address, port });

process.once('SIGTERM', () => void stop());
process.once('SIGINT', () => void stop());
// Whoever started us and waits for our word is gone: go too, rather than hold the port for nobody.
process.once('disconnect', () => void stop());

/** What the environment holds, or the end with a sentence. */
function settingsOrEnd(): Settings {
  try {
    return readSettings(process.env);
  } catch (error) {
    if (!(error instanceof ZodError)) throw error;
    console.error(sentence(error));
    process.exit(EXIT_TOLD);
  }
}

/** Requests under way are finished, idle connections closed. */
async function stop(): Promise<void> {
  server.close();
  server.closeIdleConnections();
  setTimeout(() => {
    server.closeAllConnections();
  }, 2000).unref();
  await figures.close();
  await numbers.close();
  await db.destroy();
  process.exit();
}

async function listen(wanted: number | undefined): Promise<AddressInfo> {
  const first = wanted ?? FIRST_PORT;
  for (let port = first; port < first + PORTS_TO_TRY; port++) {
    const taken = await tryPort(port);
    if (taken === undefined) return server.address() as AddressInfo; // a TCP server that listens has one
    if (wanted !== undefined) {
      console.error(`Port ${port} is taken by another program. Choose another with --port, or leave it out for the next free one.`);
      process.exit(EXIT_TOLD);
    }
  }
  throw new Error(`No free port from ${first} to ${first + PORTS_TO_TRY - 1}.`);
}

/** undefined when the server listens, the error when the port is taken. @throws any other error */
function tryPort(port: number): Promise<Error | undefined> {
  return new Promise((resolve, reject) => {
    const refused = (error: NodeJS.ErrnoException): void => {
      if (error.code === 'EADDRINUSE') resolve(error);
      else reject(error);
    };
    server.once('error', refused);
    server.listen(port, settings.HOST, () => {
      server.off('error', refused);
      resolve(undefined);
    });
  });
}
