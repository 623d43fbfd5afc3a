/**
 * Saves the open case by itself: each edit is kept in the browser in the same turn, and goes to the server within a second with the
 * version it started from. While the server is away it is tried again; when the case was saved elsewhere, a person chooses.
 */
import type { CaseDocument, OpenCase } from '@keen-ladder/schema';
import isEqual from 'fast-deep-equal';
import { ActionCreators } from 'redux-undo';
import { api, ApiError } from '../api/client.ts';
import { afterEveryAction } from '../store/store.ts';
import type { AppStore } from '../store/store.ts';
import { caseOpened, documentReplaced } from '../document/documentSlice.ts';
import { resultsCleared } from '../engine/resultsSlice.ts';
import type { Drafts } from './drafts.ts';
import { factsKnown, stood } from './savingSlice.ts';

/** Edits within this time go together. */
const GATHER = 600; // ms
/** During a drag the browser's copy is renewed so often; the first edit after a pause is kept at once. */
const KEEP_INTERVAL = 100; // ms
const RETRY_FIRST = 1000; // ms
const RETRY_LONGEST = 8000; // ms

export interface Saver {
  open: (id: string) => Promise<void>;
  close: () => void;
  /** A person's choice after a conflict. */
  takeTheirs: () => Promise<void>;
  keepMine: () => void;
  /** My document as a case of its own, a variant of the conflicting one. @returns its id */
  keepMineAsVariant: () => Promise<string>;
}

export function createSaver(store: AppStore, drafts: Drafts): Saver {
  let caseId: string | undefined;
  let version = 0;
  /** The document the server has, or undefined when it has an older one than any we know. */
  let onServer: CaseDocument | undefined;
  /** Sent, but no reply came: the server may have it all the same. */
  let unanswered: CaseDocument | undefined;
  let seen: CaseDocument | undefined;
  let timer: number | undefined;
  let sending = false;
  let keepTimer: number | undefined;
  let lastKept = -Infinity;
  let retryAfter = RETRY_FIRST;

  const present = (): CaseDocument => store.getState().document.present;
  const isHeld = (): boolean => ['conflict', 'gone', 'refused'].includes(store.getState().saving.standing.state);

  function look(): void {
    const document = present();
    if (caseId === undefined || document === seen) return;
    seen = document;
    keepSoon();
    if (store.getState().saving.standing.state === 'refused') store.dispatch(stood({ state: 'saving' }));
    if (!isHeld()) schedule(GATHER);
  }

  function keepSoon(): void {
    if (keepTimer !== undefined) return;
    const wait = lastKept + KEEP_INTERVAL - performance.now();
    if (wait <= 0) keepNow();
    else keepTimer = window.setTimeout(keepNow, wait);
  }

  function keepNow(): void {
    window.clearTimeout(keepTimer);
    keepTimer = undefined;
    lastKept = performance.now();
    if (caseId !== undefined && present() !== onServer) drafts.keep(caseId, version, present());
  }

  function schedule(delay: number): void {
    if (timer !== undefined || sending) return;
    timer = window.setTimeout(() => {
      timer = undefined;
      void send();
    }, delay);
  }

  async function send(): Promise<void> {
    const id = caseId;
    const document = present();
    if (id === undefined || document === onServer) return;
    sending = true;
    if (store.getState().saving.standing.state === 'saved') store.dispatch(stood({ state: 'saving' }));
    try {
      const reply = await api.saveCase(id, version, document);
      if (id === caseId) await received(id, document, reply);
    } catch (error) {
      unanswered = document;
      if (id === caseId) failed(error);
    } finally {
      sending = false;
    }
    if (id === caseId && !isHeld() && present() !== onServer)
      schedule(store.getState().saving.standing.state === 'kept' ? nextRetry() : GATHER);
  }

  async function received(id: string, document: CaseDocument, reply: Awaited<ReturnType<typeof api.saveCase>>): Promise<void> {
    retryAfter = RETRY_FIRST;
    const lost = unanswered;
    unanswered = undefined;
    if (reply.state === 'conflict') {
      const { current } = reply;
      // What stands there is what was sent from here: its reply was lost on the way, and nobody else saved.
      if (lost !== undefined && isEqual(current.document, lost)) {
        version = current.version;
        onServer = lost;
        if (present() === lost) store.dispatch(stood({ state: 'saved', at: current.updatedAt }));
      } else store.dispatch(stood({ state: 'conflict', current }));
      return;
    }
    version = reply.saved.version;
    onServer = document;
    if (present() === document) await drafts.forget(id);
    else drafts.keep(id, version, present());
    store.dispatch(stood({ state: 'saved', at: reply.saved.updatedAt }));
  }

  function failed(error: unknown): void {
    const kind = error instanceof ApiError ? error.kind : 'refused';
    const why = error instanceof Error ? error.message : String(error);
    store.dispatch(stood(kind === 'away' ? { state: 'kept' } : kind === 'gone' ? { state: 'gone' } : { state: 'refused', why }));
  }

  function nextRetry(): number {
    const delay = retryAfter;
    retryAfter = Math.min(retryAfter * 2, RETRY_LONGEST);
    return delay;
  }

  /** Shows a document as the open case's, with nothing to undo before it. */
  function show(opened: OpenCase, document: CaseDocument): void {
    store.dispatch(resultsCleared());
    store.dispatch(factsKnown(factsOf(opened)));
    seen = document;
    store.dispatch(caseOpened(document));
    store.dispatch(ActionCreators.clearHistory());
    seen = present();
  }

  function conflictOf(): OpenCase {
    const { standing } = store.getState().saving;
    if (standing.state !== 'conflict') throw new Error('no conflict to decide');
    return standing.current;
  }

  afterEveryAction(store, look);
  // The page goes: what was to be kept in a moment is kept now.
  window.addEventListener('pagehide', () => {
    if (keepTimer !== undefined) keepNow();
  });
  window.addEventListener('online', () => {
    if (timer !== undefined) window.clearTimeout(timer);
    timer = undefined;
    if (!isHeld()) schedule(0);
  });

  return {
    async open(id) {
      caseId = undefined;
      const opened = await api.openCase(id);
      const [draft, ...older] = await drafts.left(id);
      for (const stale of older) await drafts.forget(id, stale.tab);
      version = opened.version;
      onServer = opened.document;
      const differs = draft !== undefined && !isEqual(draft.document, opened.document);
      show(opened, differs ? draft.document : opened.document);
      caseId = id;
      store.dispatch(stood({ state: 'saved', at: opened.updatedAt }));
      if (draft === undefined) return;
      if (draft.tab !== drafts.tab) await drafts.forget(id, draft.tab);
      if (!differs) return;
      drafts.keep(id, draft.version, draft.document);
      onServer = undefined;
      if (draft.version === opened.version) schedule(0);
      else store.dispatch(stood({ state: 'conflict', current: opened }));
    },
    close() {
      if (keepTimer !== undefined) keepNow();
      caseId = undefined;
      store.dispatch(factsKnown(null));
    },
    async takeTheirs() {
      const current = conflictOf();
      version = current.version;
      onServer = current.document;
      seen = current.document;
      store.dispatch(documentReplaced(current.document));
      onServer = present();
      seen = onServer;
      await drafts.forget(current.id);
      store.dispatch(stood({ state: 'saved', at: current.updatedAt }));
    },
    keepMine() {
      version = conflictOf().version;
      onServer = undefined;
      store.dispatch(stood({ state: 'saving' }));
      schedule(0);
    },
    async keepMineAsVariant() {
      const current = conflictOf();
      const variant = await api.duplicateCase(current.id, `${current.name} (mine)`.slice(0, 120));
      const saved = await api.saveCase(variant.id, variant.version, present());
      if (saved.state === 'conflict') throw new ApiError('refused', 'The variant was changed before it could be saved.');
      await drafts.forget(current.id);
      return variant.id;
    },
  };
}

function factsOf({ id, projectId, projectName, parentId, parentName, name }: OpenCase) {
  return { id, projectId, projectName, parentId, parentName, name };
}
