import type { ProjectSummary } from '@keen-ladder/schema';
import { sql } from 'kysely';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/tables.ts';

/**
 * Every project that is not in the bin, oldest first, with its cases, last changed first: JSON as PostgreSQL writes it. The list is asked for
 * more often than anything else, and its figures are passed on as they are stored.
 */
export async function listProjects(db: Kysely<Tables>): Promise<string> {
  const { rows } = await sql<{ projects: string }>`
    select coalesce(json_agg(json_build_object('id', p.id, 'name', p.name, 'cases', coalesce(listed.cases, '[]')) order by p.created_at), '[]')::text
      as projects
    from projects p
    left join lateral (
      select json_agg(
        json_build_object(
          'id', c.id,
          'projectId', c.project_id,
          'parentId', c.parent_id,
          'name', c.name,
          'version', c.version,
          'updatedAt', to_char(c.updated_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'),
          'figures', c.figures,
          'isCurrent', c.figures_version = c.version
        )
        order by c.updated_at desc
      ) as cases
      from cases c
      where c.project_id = p.id and c.deleted_at is null
    ) listed on true
    where p.deleted_at is null`.execute(db);
  return rows[0]?.projects ?? '[]';
}

export async function createProject(db: Kysely<Tables>, name: string): Promise<ProjectSummary> {
  const row = await db.insertInto('projects').values({ name, deletedAt: null }).returning(['id', 'name']).executeTakeFirstOrThrow();
  return { ...row, cases: [] };
}
