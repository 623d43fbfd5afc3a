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
