/** What projects and cases have in common: a name, and a bin that nothing leaves for good. */
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';

type Named = 'projects' | 'cases';

/** @returns whether there was such a row outside the bin */
export async function rename(db: Kysely<Tables>, table: Named, id: string, name: string): Promise<boolean> {
  const row = await db
    .updateTable(table)
    .set({ name })
    .where('id', '=', id)
    .where('deletedAt', 'is', null)
    .returning('id')
    .executeTakeFirst();
  return row !== undefined;
}

/** Into the bin (deleted) or back out of it. @returns whether there was such a row on the other side */
export async function moveTo(db: Kysely<Tables>, table: Named, id: string, to: 'bin' | 'list'): Promise<boolean> {
  const row = await db
    .updateTable(table)
    .set({ deletedAt: to === 'bin' ? new Date() : null })
    .where('id', '=', id)
    .where('deletedAt', to === 'bin' ? 'is' : 'is not', null)
    .returning('id')
    .executeTakeFirst();
  return row !== undefined;
}
