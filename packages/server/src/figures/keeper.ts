/**
 * Keeps the figures of the list up with the cases, after the reply to whoever saved. What is waiting stands in the database (`figures_version` below
 * `version`), so that nothing is forgotten when the server ends; it is worked out in a thread of its own, with a limit of time.
 */
import { readStoredDocument } from '@keen-ladder/schema';
import type { CaseDocument, Figures } from '@keen-ladder/schema';
import { sql } from 'kysely';
import type { Kysely } from 'kysely';
import type { Logger } from 'pino';
import type { Tables } from '../database/tables.ts';
import { isOverTime, startThread } from '../thread.ts';
import type { Thread } from '../thread.ts';
import { blankFigures } from './figures.ts';

/** ms that the figures of one case may take before the thread is ended. */
export const LONGEST = 10_000;
/** ms until a database that was away is asked again. */
const AGAIN = 2000;

export interface FiguresKeeper {
  /** Says that cases were saved or made; the figures follow in their own time. */
  wake: () => void;
  /** Resolves when nothing is waiting any more. */
  settled: () => Promise<void>;
  close: () => Promise<void>;
}

export type FiguresThread = Thread<CaseDocument, Figures>;

export const figuresThread = (longest = LONGEST): FiguresThread =>
  startThread({ source: './figures/worker.ts', built: './figures.js' }, longest);

export function keepFigures(db: Kysely<Tables>, log: Logger, { work, close }: FiguresThread): FiguresKeeper {
  let isAsked = false;
  const ending = new AbortController();
  const isClosed = (): boolean => ending.signal.aborted;
  let running: Promise<void> | undefined;

  async function run(): Promise<void> {
    while (isAsked && !isClosed()) {
      isAsked = false;
      try {
        for (let row = await nextOf(db); row !== undefined && !isClosed(); row = await nextOf(db)) await figuresFor(row);
      } catch (error) {
        if (isClosed()) return;
        log.warn({ error: messageOf(error) }, 'figures wait for the database');
        setTimeout(wake, AGAIN).unref();
      }
    }
  }

  async function figuresFor({ id, version, schemaVersion, document }: Waiting): Promise<void> {
    const figures = await workedOut(id, document, schemaVersion);
    if (isClosed()) return;
    await db
      .updateTable('cases')
      .set({ figuresVersion: version, ...(figures === undefined ? {} : { figures: JSON.stringify(figures) }) })
      .where('id', '=', id)
      .where('version', '=', version)
      .execute();
  }

  /** undefined where the document cannot be read: its case keeps the figures it has. */
  async function workedOut(id: string, stored: Record<string, unknown>, schemaVersion: number): Promise<Figures | undefined> {
    let document: CaseDocument | undefined;
    try {
      document = readStoredDocument(stored, schemaVersion);
      return await work(document);
    } catch (error) {
      if (!isClosed()) log.warn({ case: id, error: messageOf(error) }, 'the figures of a case were given up');
      return document === undefined ? undefined : blankFigures(document, isOverTime(error) ? 'over-time' : 'failed');
    }
  }

  function wake(): void {
    isAsked = true;
    running ??= run().finally(() => {
      running = undefined;
      // Asked between the last look and now.
      if (isAsked && !isClosed()) wake();
    });
  }

  return {
    wake,
    settled: async () => {
      while (running !== undefined) await running;
    },
    close: async () => {
      ending.abort();
      await close();
      await running;
    },
  };
}

type Waiting = Pick<Awaited<ReturnType<typeof rowsWaiting>>[number], 'id' | 'version' | 'schemaVersion' | 'document'>;

async function nextOf(db: Kysely<Tables>): Promise<Waiting | undefined> {
  return (await rowsWaiting(db)).at(0);
}

/** The case that was saved last, of those whose figures are of an earlier version. */
function rowsWaiting(db: Kysely<Tables>) {
  return db
    .selectFrom('cases')
    .select(['id', 'version', 'schemaVersion', 'document'])
    .where('deletedAt', 'is', null)
    .where('figuresVersion', '<', sql<number>`version`)
    .orderBy('updatedAt', 'desc')
    .limit(1)
    .execute();
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
