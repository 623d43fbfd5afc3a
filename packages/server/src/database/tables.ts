import type { Figures } from '@keen-ladder/schema';
import type { ColumnType, Generated } from 'kysely';

type Timestamp = ColumnType<Date, Date | undefined, Date>;
/** jsonb: read as an object, written as JSON text, so that nothing is guessed about it on the way. */
type Json<T> = ColumnType<T, string, string>;

export interface Tables {
  projects: {
    id: Generated<string>;
    name: string;
    createdAt: Timestamp;
    deletedAt: Date | null;
  };
  cases: {
    id: Generated<string>;
    projectId: string;
    /** The case that this one is a variant of. */
    parentId: string | null;
    name: string;
    version: Generated<number>;
    schemaVersion: number;
    document: Json<Record<string, unknown>>;
    figures: Json<Figures>;
    /** The version that the figures belong to; below `version` while they are waiting. */
    figuresVersion: Generated<number>;
    createdAt: Timestamp;
    updatedAt: Timestamp;
    deletedAt: Date | null;
  };
  history: {
    caseId: string;
    version: number;
    schemaVersion: number;
    document: Json<Record<string, unknown>>;
    savedAt: Timestamp;
  };
  /** Things done once in the life of a database, such as loading the demo. */
  marks: { name: string };
}
