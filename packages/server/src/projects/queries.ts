import type { CaseSummary, ProjectSummary } from '@keen-ladder/schema';
import type { Kysely } from 'kysely';
import { summaryColumns, toSummary } from '../cases/queries.ts';
import type { Tables } from '../database/tables.ts';

/** Every project that is not in the bin, oldest first, with its cases, last changed first. */
export async function listProjects(db: Kysely<Tables>): Promise<ProjectSummary[]> {
  const projects = await db
    .selectFrom('projects')
    .select(['id', 'name'])
    .where('deletedAt', 'is', null)
    .orderBy('createdAt')
    .execute();
  const rows = await db
    .selectFrom('cases')
    .select(summaryColumns)
    .where('deletedAt', 'is', null)
    .orderBy('updatedAt', 'desc')
    .execute();
  const byProject = new Map<string, CaseSummary[]>();
  for (const row of rows) byProject.set(row.projectId, [...(byProject.get(row.projectId) ?? []), toSummary(row)]);
  return projects.map((p) => ({ ...p, cases: byProject.get(p.id) ?? [] }));
}

export async function createProject(db: Kysely<Tables>, name: string): Promise<ProjectSummary> {
  const row = await db.insertInto('projects').values({ name, deletedAt: null }).returning(['id', 'name']).executeTakeFirstOrThrow();
  return { ...row, cases: [] };
}

/** @returns whether there was such a project */
export async function renameProject(db: Kysely<Tables>, id: string, name: string): Promise<boolean> {
  const row = await db
    .updateTable('projects')
    .set({ name })
    .where('id', '=', id)
    .where('deletedAt', 'is', null)
    .returning('id')
    .executeTakeFirst();
  return row !== undefined;
}

/** Into the bin (deleted) or back out of it. @returns whether there was such a project on the other side */
export async function moveProject(db: Kysely<Tables>, id: string, to: 'bin' | 'list'): Promise<boolean> {
  const row = await db
    .updateTable('projects')
    .set({ deletedAt: to === 'bin' ? new Date() : null })
    .where('id', '=', id)
    .where('deletedAt', to === 'bin' ? 'is' : 'is not', null)
    .returning('id')
    .executeTakeFirst();
  return row !== undefined;
}
