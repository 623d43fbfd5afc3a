import { DEMO_PROJECT } from '@keen-ladder/demo/names';
import { demoProject } from '@keen-ladder/demo';
import type { Kysely } from 'kysely';
import { createCase } from './cases/queries.ts';
import type { Tables } from './database/tables.ts';
import { createProject } from './projects/queries.ts';

/**
 * Loads the demo project.
 * @param when once: unless it was loaded before, even if it has been deleted since; reset: it is removed, changes and all, and loaded
 *             anew; none: not at all
 */
export async function loadDemo(db: Kysely<Tables>, when: 'once' | 'none' | 'reset'): Promise<void> {
  if (when === 'none') return;
  if (when === 'reset') await removeDemo(db);
  // The mark is the lock: of two servers that start at once, one inserts it.
  const mark = await db
    .insertInto('marks')
    .values({ name: 'demo' })
    .onConflict((oc) => oc.doNothing())
    .returning('name')
    .executeTakeFirst();
  if (mark === undefined) return;
  const project = await createProject(db, DEMO_PROJECT);
  for (const { name, document } of demoProject()) await createCase(db, project.id, name, document);
}

async function removeDemo(db: Kysely<Tables>): Promise<void> {
  await db.deleteFrom('projects').where('name', '=', DEMO_PROJECT).execute();
  await db.deleteFrom('marks').where('name', '=', 'demo').execute();
}
