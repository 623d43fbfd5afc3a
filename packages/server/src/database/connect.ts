import { CamelCasePlugin, Kysely, Migrator, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Logger } from 'pino';
import { migrations } from './migrations.ts';
import type { Tables } from './tables.ts';

/** A pool of connections that outlives the database: one that breaks is logged and replaced. */
export function connect(url: string, log: Logger): Kysely<Tables> {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 5_000 });
  const onLost = (error: Error): void => {
    log.warn({ error: error.message }, 'a database connection was lost');
  };
  pool.on('error', onLost);
  // The pool hears its idle clients alone; one that is lent out and lost between two queries would end the process.
  pool.on('connect', (client) => client.on('error', onLost));
  return new Kysely<Tables>({
    dialect: new PostgresDialect({ pool }),
    // Keys inside documents are the document's own.
    plugins: [new CamelCasePlugin({ maintainNestedObjectKeys: true })],
  });
}

/** Brings the database to the newest shape; two servers at once are safe, Kysely takes a lock. */
export async function migrate(db: Kysely<Tables>): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(migrations) } });
  const { error } = await migrator.migrateToLatest();
  if (error !== undefined) throw error instanceof Error ? error : new Error(JSON.stringify(error));
}
