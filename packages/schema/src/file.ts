/** A case file: what export writes and import reads; it names its schema, so that an older one can be brought up to date. */
import { z } from 'zod';
import { CaseDocument, SCHEMA_VERSION } from './document.ts';
import { text } from './primitives.ts';
import { upgrade } from './upgrades/index.ts';

/** What a case or a project may be called. */
export const CaseName = text(120)
  .transform((t) => t.trim())
  .refine((t) => t.length > 0, { message: 'a name is needed' });

/** A case as a file. */
export const CaseFile = z.strictObject({
  format: z.literal('keen-ladder case'),
  schemaVersion: z.int().min(1),
  name: CaseName,
  document: z.record(z.string(), z.unknown()),
});

/** A case that was read from a file. */
export interface ReadCase {
  name: string;
  document: CaseDocument;
}

/** A case, or the sentence that says what is wrong with its file. */
export type ReadResult = { ok: true; value: ReadCase } | { ok: false; problem: string };

/** Writes a case file's content. */
export function writeCaseFile(name: string, document: CaseDocument): z.infer<typeof CaseFile> {
  return { format: 'keen-ladder case', schemaVersion: SCHEMA_VERSION, name, document };
}

/** Reads what a file holds, of this or an older schema; a problem says what is wrong and where. */
export function readCaseFile(content: unknown): ReadResult {
  const file = CaseFile.safeParse(content);
  if (!file.success) return { ok: false, problem: `This is not a Keen Ladder case file. ${sentence(file.error)}` };
  const { name, schemaVersion } = file.data;
  if (schemaVersion > SCHEMA_VERSION) {
    return {
      ok: false,
      problem: `This file was written by a newer version (schema ${schemaVersion}; this one reads up to ${SCHEMA_VERSION}).`,
    };
  }
  const document = CaseDocument.safeParse(upgrade(file.data.document, schemaVersion));
  return document.success
    ? { ok: true, value: { name, document: document.data } }
    : { ok: false, problem: sentence(document.error) };
}

/** A document as a store kept it, of this or an older schema. @throws ZodError when what was stored does not fit: our mistake */
export function readStoredDocument(document: Record<string, unknown>, schemaVersion: number): CaseDocument {
  return CaseDocument.parse(upgrade(document, schemaVersion));
}

/** The first issues of a Zod error as one sentence with their places. */
export function sentence(error: z.ZodError): string {
  const first = error.issues.slice(0, 3).map((issue) => `${placeOf(issue.path)}${issue.message}`);
  const more = error.issues.length - first.length;
  return first.join('; ') + (more > 0 ? `; and ${more} more.` : '.');
}

function placeOf(path: readonly PropertyKey[]): string {
  return path.length === 0 ? '' : `At ${path.map(String).join('.')}: `;
}
