import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import type { Kysely } from 'kysely';
import { pino } from 'pino';
import { inject } from 'vitest';
import { createApp } from '../app.ts';
import { connect, migrate } from '../database/connect.ts';
import type { Tables } from '../database/tables.ts';
import { numbersThread } from '../numbers/routes.ts';
import { figuresThread, keepFigures } from '../figures/keeper.ts';
import type { FiguresKeeper } from '../figures/keeper.ts';

const log = pino({ level: 'silent' });

export interface Api {
  db: Kysely<Tables>;
  figures: FiguresKeeper;
  url: string;
  /** Sends JSON (or raw text as it is) and returns status and parsed reply. */
  call: (method: string, path: string, body?: unknown) => Promise<{ status: number; type: string; body: unknown }>;
  raw: (
    method: string,
    path: string,
    text: string,
    contentType?: string,
  ) => Promise<{ status: number; type: string; body: unknown }>;
  close: () => Promise<void>;
}

interface Options {
  siteFolder?: string;
  working?: ReturnType<typeof figuresThread>;
  /** Requests taken in ten seconds. */
  rate?: number;
}

/** The real application on a port of its own, with the test's database. */
export async function startApi({ siteFolder = '/nowhere', working = figuresThread(), rate = 1e6 }: Options = {}): Promise<Api> {
  const db = connect(inject('databaseUrl'), log);
  await migrate(db);
  const figures = keepFigures(db, log, working);
  const numbers = numbersThread();
  const server = createServer(createApp({ db, log, figures, numbers, siteFolder, names: new Set(['127.0.0.1']), rate }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const raw: Api['raw'] = async (method, path, text, contentType = 'application/json') => {
    const sends = method !== 'GET' && text !== '';
    const reply = await fetch(url + path, { method, ...(sends ? { body: text, headers: { 'content-type': contentType } } : {}) });
    const type = reply.headers.get('content-type') ?? '';
    const content = await reply.text();
    return { status: reply.status, type, body: type.includes('json') ? JSON.parse(content) : content };
  };
  return {
    db,
    figures,
    url,
    raw,
    call: (method, path, body) => raw(method, path, body === undefined ? '' : JSON.stringify(body)),
    close: async () => {
      await new Promise((resolve) => server.close(resolve));
      await figures.close();
      await numbers.close();
      await db.destroy();
    },
  };
}

/** The reply as its schema says, or the test fails with what came. */
export function shaped<T>(schema: { parse: (value: unknown) => T }, reply: { status: number; body: unknown }, status = 200): T {
  if (reply.status !== status) throw new Error(`status ${reply.status}: ${JSON.stringify(reply.body)}`);
  return schema.parse(reply.body);
}
