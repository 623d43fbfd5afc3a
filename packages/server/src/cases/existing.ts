/** The case that a request names. */
import { IdParams } from '@keen-ladder/schema';
import type { OpenCase } from '@keen-ladder/schema';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/tables.ts';
import { Problem } from '../problems.ts';
import { openCase } from './queries.ts';

/** @throws Problem 404 where there is none */
export async function existing(db: Kysely<Tables>, params: unknown): Promise<OpenCase> {
  const { id } = IdParams.parse(params);
  const found = await openCase(db, id);
  if (found === undefined) throw noSuchCase();
  return found;
}

export function noSuchCase(): Problem {
  return new Problem(404, 'no-such-case', 'There is no such case; it may have been deleted.');
}
