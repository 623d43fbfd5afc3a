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

export const createSaver = (store: AppStore, drafts: Drafts): Saver => new CaseSaver(store, drafts);

class CaseSaver implements Saver {
  private readonly store: AppStore;
  private readonly drafts: Drafts;
  private caseId: string | undefined;
  private version = 0;
  /** The document the server has, or undefined when it has an older one than any we know. */
  private onServer: CaseDocument | undefined;
  /** Sent, but no reply came: the server may have it all the same. */
  private unanswered: CaseDocument | undefined;
  private seen: CaseDocument | undefined;
  private timer: number | undefined;
  private sending = false;
  private keepTimer: number | undefined;
  private lastKept = -Infinity;
  private retryAfter = RETRY_FIRST;

  constructor(store: AppStore, drafts: Drafts) {
    this.store = store;
    this.drafts = drafts;
    afterEveryAction(store, () => this.look());
    // The page goes: what was to be kept in a moment is kept now.
    window.addEventListener('pagehide', () => {
      if (this.keepTimer !== undefined) this.keepNow();
    });
    window.addEventListener('online', () => {
      if (this.timer !== undefined) window.clearTimeout(this.timer);
      this.timer = undefined;
      if (!this.isHeld()) this.schedule(0);
    });
  }

  async open(id: string): Promise<void> {
    this.caseId = undefined;
    const opened = await api.openCase(id);
    const [draft, ...older] = await this.drafts.left(id);
    for (const stale of older) await this.drafts.forget(id, stale.tab);
    this.version = opened.version;
    this.onServer = opened.document;
    const differs = draft !== undefined && !isEqual(draft.document, opened.document);
    this.show(opened, differs ? draft.document : opened.document);
    this.caseId = id;
    this.store.dispatch(stood({ state: 'saved', at: opened.updatedAt }));
    if (draft === undefined) return;
    if (draft.tab !== this.drafts.tab) await this.drafts.forget(id, draft.tab);
    if (!differs) return;
    this.drafts.keep(id, draft.version, draft.document);
    this.onServer = undefined;
    if (draft.version === opened.version) this.schedule(0);
    else this.store.dispatch(stood({ state: 'conflict', current: opened }));
  }

  close(): void {
    if (this.keepTimer !== undefined) this.keepNow();
    this.caseId = undefined;
    this.store.dispatch(factsKnown(null));
  }

  async takeTheirs(): Promise<void> {
    const current = this.conflictOf();
    this.version = current.version;
    this.onServer = current.document;
    this.seen = current.document;
    this.store.dispatch(documentReplaced(current.document));
    this.onServer = this.present();
    this.seen = this.onServer;
    await this.drafts.forget(current.id);
    this.store.dispatch(stood({ state: 'saved', at: current.updatedAt }));
  }

  keepMine(): void {
    this.version = this.conflictOf().version;
    this.onServer = undefined;
    this.store.dispatch(stood({ state: 'saving' }));
    this.schedule(0);
  }

  async keepMineAsVariant(): Promise<string> {
    const current = this.conflictOf();
    const variant = await api.duplicateCase(current.id, `${current.name} (mine)`.slice(0, 120));
    const saved = await api.saveCase(variant.id, variant.version, this.present());
    if (saved.state === 'conflict') throw new ApiError('refused', 'The variant was changed before it could be saved.');
    await this.drafts.forget(current.id);
    return variant.id;
  }

  private present(): CaseDocument {
    return this.store.getState().document.present;
  }

  private isHeld(): boolean {
    return ['conflict', 'gone', 'refused'].includes(this.store.getState().saving.standing.state);
  }

  private look(): void {
    const document = this.present();
    if (this.caseId === undefined || document === this.seen) return;
    this.seen = document;
    this.keepSoon();
    if (this.store.getState().saving.standing.state === 'refused') this.store.dispatch(stood({ state: 'saving' }));
    if (!this.isHeld()) this.schedule(GATHER);
  }

  private keepSoon(): void {
    if (this.keepTimer !== undefined) return;
    const wait = this.lastKept + KEEP_INTERVAL - performance.now();
    if (wait <= 0) this.keepNow();
    else this.keepTimer = window.setTimeout(() => this.keepNow(), wait);
  }

  private keepNow(): void {
    window.clearTimeout(this.keepTimer);
    this.keepTimer = undefined;
    this.lastKept = performance.now();
    if (this.caseId !== undefined && this.present() !== this.onServer) this.drafts.keep(this.caseId, this.version, this.present());
  }

  private schedule(delay: number): void {
    if (this.timer !== undefined || this.sending) return;
    this.timer = window.setTimeout(() => {
      this.timer = undefined;
      void this.send();
    }, delay);
  }

  private async send(): Promise<void> {
    const id = this.caseId;
    const document = this.present();
    if (id === undefined || document === this.onServer) return;
    this.sending = true;
    if (this.store.getState().saving.standing.state === 'saved') this.store.dispatch(stood({ state: 'saving' }));
    try {
      const reply = await api.saveCase(id, this.version, document);
      if (id === this.caseId) await this.received(id, document, reply);
    } catch (error) {
      this.unanswered = document;
      if (id === this.caseId) this.failed(error);
    } finally {
      this.sending = false;
    }
    if (id === this.caseId && !this.isHeld() && this.present() !== this.onServer)
      this.schedule(this.store.getState().saving.standing.state === 'kept' ? this.nextRetry() : GATHER);
  }

  private async received(id: string, document: CaseDocument, reply: Awaited<ReturnType<typeof api.saveCase>>): Promise<void> {
    this.retryAfter = RETRY_FIRST;
    const lost = this.unanswered;
    this.unanswered = undefined;
    if (reply.state === 'conflict') {
      const { current } = reply;
      // What stands there is what was sent from here: its reply was lost on the way, and nobody else saved.
      if (lost !== undefined && isEqual(current.document, lost)) {
        this.version = current.version;
        this.onServer = lost;
        if (this.present() === lost) this.store.dispatch(stood({ state: 'saved', at: current.updatedAt }));
      } else this.store.dispatch(stood({ state: 'conflict', current }));
      return;
    }
    this.version = reply.saved.version;
    this.onServer = document;
    if (this.present() === document) await this.drafts.forget(id);
    else this.drafts.keep(id, this.version, this.present());
    this.store.dispatch(stood({ state: 'saved', at: reply.saved.updatedAt }));
  }

  private failed(error: unknown): void {
    const kind = error instanceof ApiError ? error.kind : 'refused';
    const why = error instanceof Error ? error.message : String(error);
    this.store.dispatch(
      stood(kind === 'away' ? { state: 'kept' } : kind === 'gone' ? { state: 'gone' } : { state: 'refused', why }),
    );
  }

  private nextRetry(): number {
    const delay = this.retryAfter;
    this.retryAfter = Math.min(this.retryAfter * 2, RETRY_LONGEST);
    return delay;
  }

  /** Shows a document as the open case's, with nothing to undo before it. */
  private show(opened: OpenCase, document: CaseDocument): void {
    this.store.dispatch(resultsCleared());
    this.store.dispatch(factsKnown(factsOf(opened)));
    this.seen = document;
    this.store.dispatch(caseOpened(document));
    this.store.dispatch(ActionCreators.clearHistory());
    this.seen = this.present();
  }

  private conflictOf(): OpenCase {
    const { standing } = this.store.getState().saving;
    if (standing.state !== 'conflict') throw new Error('no conflict to decide');
    return standing.current;
  }
}

function factsOf({ id, projectId, projectName, parentId, parentName, name }: OpenCase) {
  return { id, projectId, projectName, parentId, parentName, name };
}
