import { sql } from 'kysely';
import type { Kysely, Migration } from 'kysely';

/** Each migration is written once and never changed after it has shipped. */
export const migrations: Record<string, Migration> = {
  '2026-11-25-projects-and-cases': {
    async up(db: Kysely<never>) {
      await db.schema
        .createTable('projects')
        .addColumn('id', 'uuid', (c) => c.primaryKey().defaultTo(sql`gen_random_uuid()`))
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('deleted_at', 'timestamptz')
        .execute();
      await db.schema
        .createTable('cases')
        .addColumn('id', 'uuid', (c) => c.primaryKey().defaultTo(sql`gen_random_uuid()`))
        .addColumn('project_id', 'uuid', (c) => c.notNull().references('projects.id').onDelete('cascade'))
        .addColumn('parent_id', 'uuid', (c) => c.references('cases.id').onDelete('set null'))
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('version', 'integer', (c) => c.notNull().defaultTo(1))
        .addColumn('schema_version', 'integer', (c) => c.notNull())
        .addColumn('document', 'jsonb', (c) => c.notNull())
        .addColumn('figures', 'jsonb', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('updated_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('deleted_at', 'timestamptz')
        .execute();
      await db.schema.createIndex('cases_by_project').on('cases').column('project_id').execute();
      await db.schema
        .createTable('history')
        .addColumn('case_id', 'uuid', (c) => c.notNull().references('cases.id').onDelete('cascade'))
        .addColumn('version', 'integer', (c) => c.notNull())
        .addColumn('schema_version', 'integer', (c) => c.notNull())
        .addColumn('document', 'jsonb', (c) => c.notNull())
        .addColumn('saved_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('history_key', ['case_id', 'version'])
        .execute();
      await db.schema
        .createTable('marks')
        .addColumn('name', 'text', (c) => c.primaryKey())
        .execute();
    },
  },
  '2026-11-30-figures-after-the-reply': {
    async up(db: Kysely<never>) {
      await db.schema
        .alterTable('cases')
        .addColumn('figures_version', 'integer', (c) => c.notNull().defaultTo(0))
        .execute();
      await sql`update cases set figures_version = version`.execute(db);
      await sql`create index cases_waiting_for_figures on cases (updated_at) where figures_version < version`.execute(db);
    },
  },
};
