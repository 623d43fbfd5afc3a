/**
 * Drafts: what was typed and the server does not have yet, kept in the browser. Written in the same turn as the keystroke and committed
 * at once, so that it outlives a page that is closed in the next moment. Each tab has its own; a tab that is gone leaves its drafts to
 * the next that opens the case (a Web Lock tells who is alive).
 */
import { readStoredDocument, SCHEMA_VERSION } from '@keen-ladder/schema';
import type { CaseDocument } from '@keen-ladder/schema';
import { openDB } from 'idb';
import type { DBSchema, IDBPDatabase } from 'idb';
import { z } from 'zod';

/** As it is stored; an older product may have written it, so its document names its schema. */
const Stored = z.strictObject({
  caseId: z.string(),
  tab: z.string(),
  version: z.int(),
  at: z.number(),
  schemaVersion: z.int().default(1),
  document: z.record(z.string(), z.unknown()),
});

export type Draft = Omit<z.infer<typeof Stored>, 'document' | 'schemaVersion'> & { document: CaseDocument };

interface DraftBase extends DBSchema {
  drafts: { key: [string, string]; value: unknown; indexes: { byCase: string } };
}

export interface Drafts {
  readonly tab: string;
  keep: (caseId: string, version: number, document: CaseDocument) => void;
  forget: (caseId: string, tab?: string) => Promise<void>;
  /** Drafts of this case whose tab is gone (or is this one), newest first. */
  left: (caseId: string) => Promise<Draft[]>;
}

export async function openDrafts(): Promise<Drafts> {
  const base = await openDB<DraftBase>('keen-ladder', 1, {
    upgrade(db) {
      const store = db.createObjectStore('drafts', { keyPath: ['caseId', 'tab'] });
      store.createIndex('byCase', 'caseId');
    },
  });
  const tab = crypto.randomUUID();
  // Held until the page goes: the promise never ends.
  void navigator.locks.request(lockOf(tab), () => new Promise(() => undefined));
  return {
    tab,
    keep(caseId, version, document) {
      const transaction = base.transaction('drafts', 'readwrite');
      void transaction.store.put({ caseId, tab, version, at: Date.now(), schemaVersion: SCHEMA_VERSION, document });
      transaction.commit();
    },
    async forget(caseId, of = tab) {
      await base.delete('drafts', [caseId, of]);
    },
    left: (caseId) => leftDrafts(base, tab, caseId),
  };
}

async function leftDrafts(base: IDBPDatabase<DraftBase>, tab: string, caseId: string): Promise<Draft[]> {
  const alive = new Set(((await navigator.locks.query()).held ?? []).map((lock) => lock.name));
  const drafts = await base.getAllFromIndex('drafts', 'byCase', caseId);
  return drafts
    .flatMap(readDraft)
    .filter((draft) => draft.tab === tab || !alive.has(lockOf(draft.tab)))
    .sort((a, b) => b.at - a.at);
}

/** A draft brought up to today's schema. One that cannot be read is told to the console and stays where it is. */
function readDraft(stored: unknown): Draft[] {
  try {
    const { schemaVersion, document, ...draft } = Stored.parse(stored);
    return [{ ...draft, document: readStoredDocument(document, schemaVersion) }];
  } catch (error) {
    console.error('A draft in this browser cannot be read; it is kept.', error);
    return [];
  }
}

const lockOf = (tab: string): string => `keen-ladder-tab-${tab}`;
