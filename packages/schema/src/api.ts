/** Requests and replies of the HTTP API. Times are ISO 8601 text, identifiers UUIDs. */
import { z } from 'zod';
import { CaseDocument } from './document.ts';
import { CaseName } from './file.ts';

/** A UUID. */
export const Id = z.guid();
/** The id in a request's path. */
export const IdParams = z.strictObject({ id: Id });
/** A case and one of its saved versions, in a request's path. */
export const VersionParams = z.strictObject({ id: Id, version: z.coerce.number().int().positive().max(2_147_483_647) });

const partedBySemicolons = z
  .string()
  .max(4000)
  .transform((list) => list.split(';').filter((id) => id !== ''));

const groupNumbers = partedBySemicolons
  .transform((list) => list.map(Number))
  .pipe(z.array(z.int().positive()).max(200))
  .default([]);

/** Components of a mixture by CAS number or name, and groups of components that the databank does not know; all parted by semicolons. */
export const ComponentList = z.strictObject({
  components: partedBySemicolons.refine((ids) => ids.length <= 60, { message: 'at most 60 components' }),
  unifac: groupNumbers,
  modifiedUnifac: groupNumbers,
  ppr78: partedBySemicolons.default([]),
});

/** What the source keys of records stand for. */
export const SourceNames = z.record(z.string(), z.string());

const GroupName = z.strictObject({ id: z.int().positive(), name: z.string() });
/** Subgroups of both tables of activity coefficients. */
export const GroupNames = z.strictObject({ unifac: z.array(GroupName), modifiedUnifac: z.array(GroupName) });
export type GroupNames = z.infer<typeof GroupNames>;

/** A project to be made. */
export const NewProject = z.strictObject({ name: CaseName });
/** Another name. */
export const Rename = z.strictObject({ name: CaseName });
/** A case to be made. */
export const NewCase = z.strictObject({ name: CaseName, document: CaseDocument });
/** A document and the version it was made on. */
export const SaveCase = z.strictObject({ version: z.int().positive().max(2_147_483_647), document: CaseDocument });
/** The name of a variant. */
export const Duplicate = z.strictObject({ name: CaseName });
/** Import takes whatever a file holds; `readCaseFile` says what is wrong with it. */
export const Import = z.strictObject({ file: z.unknown() });

/** What a list shows of a case without opening it: its state in a word, and figures where it is solved. */
export const Figures = z.strictObject({
  state: z.enum(['open', 'solved', 'out-of-reach', 'over-time', 'failed']),
  mixture: z.string(),
  stages: z.number().nullable(),
  reflux: z.number().nullable(),
  /** Curve and staircase as [x, y] from 0 to 1. */
  curve: z.array(z.tuple([z.number(), z.number()])),
  staircase: z.array(z.tuple([z.number(), z.number()])),
});

/** A case as the list shows it. */
export const CaseSummary = z.strictObject({
  id: Id,
  projectId: Id,
  parentId: Id.nullable(),
  name: z.string(),
  version: z.int(),
  updatedAt: z.string(),
  figures: Figures,
  /** Whether the figures are of this version; else they are being worked out. */
  isCurrent: z.boolean(),
});

/** A project with its cases. */
export const ProjectSummary = z.strictObject({ id: Id, name: z.string(), cases: z.array(CaseSummary) });
/** All projects. */
export const ProjectList = z.strictObject({ projects: z.array(ProjectSummary) });

/** A case with its document. */
export const OpenCase = z.strictObject({
  id: Id,
  projectId: Id,
  projectName: z.string(),
  parentId: Id.nullable(),
  parentName: z.string().nullable(),
  name: z.string(),
  version: z.int(),
  updatedAt: z.string(),
  document: CaseDocument,
});

/** What a save made. */
export const Saved = z.strictObject({ version: z.int(), updatedAt: z.string() });

/** A saved version. */
export const HistoryLine = z.strictObject({ version: z.int(), savedAt: z.string() });
/** The saved versions of a case, newest first. */
export const History = z.strictObject({ lines: z.array(HistoryLine) });

/** Something that was deleted. */
export const BinItem = z.strictObject({ id: Id, kind: z.enum(['case', 'project']), name: z.string(), deletedAt: z.string() });
/** All of it, newest first. */
export const Bin = z.strictObject({ items: z.array(BinItem) });

/** RFC 9457, with the newer case where a save came too late. */
export const ProblemReply = z.looseObject({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
});
/** The newer case that a save met. */
export const Conflict = z.looseObject({ current: OpenCase });

export type Bin = z.infer<typeof Bin>;
export type BinItem = z.infer<typeof BinItem>;
export type CaseSummary = z.infer<typeof CaseSummary>;
export type Figures = z.infer<typeof Figures>;
export type History = z.infer<typeof History>;
export type OpenCase = z.infer<typeof OpenCase>;
export type ProjectList = z.infer<typeof ProjectList>;
export type ProjectSummary = z.infer<typeof ProjectSummary>;
export type HistoryLine = z.infer<typeof HistoryLine>;
export type Saved = z.infer<typeof Saved>;
