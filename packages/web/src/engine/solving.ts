/** Keeps the results up with the document: one request at a time, and of those that wait only the newest. */
import type { CaseDocument } from '@keen-ladder/schema';
import { wrap } from 'comlink';
import type { AppStore } from '../app/store.ts';
import type { Engine } from './engine.worker.ts';
import { caseSolved, engineFailed, estimateSolved, graphBesideSolved, ladderSolved } from './resultsSlice.ts';

/** On its own page the ladder follows every edit; elsewhere it waits for a pause. */
const isLadderShown = (): boolean => window.location.pathname.endsWith('/ladder');

/** Milliseconds without an edit after which what stands beside the drawing is worked out. */
const PAUSE = 120;

/** Starts a worker and follows the store until the returned function is called. */
export function followDocument(store: AppStore, unitOf: (document: CaseDocument) => string | undefined): () => void {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  const engine = wrap<Engine>(worker);
  worker.addEventListener('error', (event) => store.dispatch(engineFailed(event.message || 'The engine did not start.')));
  let seen: CaseDocument | undefined;
  let waiting: CaseDocument | undefined;
  /** The document whose ladder was solved last. */
  let ladderOf: CaseDocument | undefined;
  let busy = false;
  let pause: number | undefined;

  async function attempt(work: () => Promise<void>): Promise<void> {
    busy = true;
    try {
      await work();
    } catch (error) {
      store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
    }
    busy = false;
    if (waiting !== undefined) void solveWaiting();
  }

  async function solveWaiting(): Promise<void> {
    const document = waiting;
    waiting = undefined;
    const unit = document === undefined ? undefined : unitOf(document);
    if (document === undefined || unit === undefined) return;
    await attempt(async () => {
      const solved = await engine.solve(document, unit);
      store.dispatch(caseSolved(solved));
      if (isLadderShown() && waiting === undefined) await solveLadder(document, unit);
      pause = window.setTimeout(() => void solveBeside(document, unit, solved.results.absorption === null), PAUSE);
    });
  }

  async function solveLadder(document: CaseDocument, unit: string): Promise<void> {
    if (ladderOf === document) return;
    ladderOf = document;
    store.dispatch(ladderSolved(await engine.ladder(document, unit)));
  }

  /** What takes longer is worked out when the engineer pauses. */
  async function solveBeside(document: CaseDocument, unit: string, isDistillation: boolean): Promise<void> {
    await attempt(async () => {
      if (isDistillation) {
        store.dispatch(graphBesideSolved(await engine.graphBeside(document, unit)));
        if (waiting === undefined) store.dispatch(estimateSolved(await engine.estimate(document, unit)));
      }
      if (waiting === undefined) await solveLadder(document, unit);
    });
  }

  function look(): void {
    const document = store.getState().document.present;
    if (document === seen) return;
    seen = document;
    waiting = document;
    window.clearTimeout(pause);
    if (!busy) void solveWaiting();
  }

  look();
  const unsubscribe = store.subscribe(look);
  return () => {
    unsubscribe();
    window.clearTimeout(pause);
    worker.terminate();
  };
}
