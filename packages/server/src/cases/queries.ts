import { readStoredDocument, SCHEMA_VERSION } from '@keen-ladder/schema';
import type { BinItem, CaseDocument, HistoryLine, OpenCase } from '@keen-ladder/schema';
import type { Kysely, Transaction } from 'kysely';
import type { Tables } from '../database/tables.ts';
import { blankFigures } from '../figures/figures.ts';

/** A case with its document, or undefined when it is not there or in the bin (itself or its project). */
export async function openCase(db: Kysely<Tables>, id: string): Promise<OpenCase | undefined> {
  const row = await db
    .selectFrom('cases')
    .innerJoin('projects', 'projects.id', 'cases.projectId')
    .leftJoin('cases as parents', 'parents.id', 'cases.parentId')
    .select(['cases.id', 'cases.projectId', 'cases.parentId', 'cases.name', 'cases.version', 'cases.updatedAt', 'cases.document'])
    .select(['cases.schemaVersion', 'projects.name as projectName', 'parents.name as parentName'])
    .where('cases.id', '=', id)
    .where('cases.deletedAt', 'is', null)
    .where('projects.deletedAt', 'is', null)
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { schemaVersion, ...rest } = row;
  return { ...rest, updatedAt: row.updatedAt.toISOString(), document: readStoredDocument(row.document, schemaVersion) };
}

/** A new case with its first line of history, its figures still to be worked out; undefined when the project is not there. */
export function createCase(
  db: Kysely<Tables>,
  projectId: string,
  name: string,
  document: CaseDocument,
  parentId: string | null = null,
): Promise<OpenCase | undefined> {
  const body = JSON.stringify(document);
  return db.transaction().execute(async (trx) => {
    const project = await trx
      .selectFrom('projects')
      .select('id')
      .where('id', '=', projectId)
      .where('deletedAt', 'is', null)
      .executeTakeFirst();
    if (project === undefined) return undefined;
    const row = await trx
      .insertInto('cases')
      .values({
        projectId,
        parentId,
        name,
        document: body,
        schemaVersion: SCHEMA_VERSION,
        figures: JSON.stringify(blankFigures(document, 'open')),
        deletedAt: null,
      })
      .returning(['id', 'version'])
      .executeTakeFirstOrThrow();
    await addHistory(trx, row.id, row.version, body);
    return openCase(trx, row.id);
  });
}

export type SaveResult = { state: 'saved'; version: number; updatedAt: string } | { state: 'conflict' };

/**
 * Saves, unless the case changed since version `seen`. The document and its line of history go in together or not at all; the figures follow.
 * @returns saved with the new version, or conflict: changed or removed meanwhile
 */
export function saveCase(db: Kysely<Tables>, id: string, seen: number, document: CaseDocument): Promise<SaveResult> {
  const body = JSON.stringify(document);
  return db.transaction().execute(async (trx) => {
    const row = await trx
      .updateTable('cases')
      .set((eb) => ({
        document: body,
        schemaVersion: SCHEMA_VERSION,
        version: eb('version', '+', 1),
        updatedAt: new Date(),
      }))
      .where('id', '=', id)
      .where('version', '=', seen)
      .where('deletedAt', 'is', null)
      .returning(['version', 'updatedAt'])
      .executeTakeFirst();
    if (row === undefined) return { state: 'conflict' };
    await addHistory(trx, id, row.version, body);
    return { state: 'saved', version: row.version, updatedAt: row.updatedAt.toISOString() };
  });
}

async function addHistory(trx: Transaction<Tables>, caseId: string, version: number, document: string): Promise<void> {
  await trx.insertInto('history').values({ caseId, version, document, schemaVersion: SCHEMA_VERSION }).execute();
}

/** The lines of a case's history, newest first. */
export async function listHistory(db: Kysely<Tables>, id: string): Promise<HistoryLine[]> {
  const rows = await db
    .selectFrom('history')
    .select(['version', 'savedAt'])
    .where('caseId', '=', id)
    .orderBy('version', 'desc')
    .execute();
  return rows.map((row) => ({ version: row.version, savedAt: row.savedAt.toISOString() }));
}

/** The document of one version, or undefined. */
export async function historicDocument(db: Kysely<Tables>, id: string, version: number): Promise<CaseDocument | undefined> {
  const row = await db
    .selectFrom('history')
    .select(['document', 'schemaVersion'])
    .where('caseId', '=', id)
    .where('version', '=', version)
    .executeTakeFirst();
  return row === undefined ? undefined : readStoredDocument(row.document, row.schemaVersion);
}

/** Deleted cases of living projects, and deleted projects, newest first. */
export async function listBin(db: Kysely<Tables>): Promise<BinItem[]> {
  const cases = await db
    .selectFrom('cases')
    .innerJoin('projects', 'projects.id', 'cases.projectId')
    .select(['cases.id', 'cases.name', 'cases.deletedAt'])
    .where('cases.deletedAt', 'is not', null)
    .where('projects.deletedAt', 'is', null)
    .execute();
  const projects = await db.selectFrom('projects').select(['id', 'name', 'deletedAt']).where('deletedAt', 'is not', null).execute();
  const items = [
    ...cases.map((c) => ({ kind: 'case' as const, ...c })),
    ...projects.map((p) => ({ kind: 'project' as const, ...p })),
  ];
  return items
    .flatMap(({ deletedAt, ...item }) => (deletedAt === null ? [] : [{ ...item, deletedAt: deletedAt.toISOString() }]))
    .sort((a, b) => b.deletedAt.localeCompare(a.deletedAt));
}
