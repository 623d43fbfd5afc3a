/** Keeps the results up with the document: one request at a time, and of those that wait only the newest. */
import type { CaseDocument } from '@keen-ladder/schema';
import { wrap } from 'comlink';
import type { AppStore } from '../app/store.ts';
import type { Engine } from './engine.worker.ts';
import { caseSolved, engineFailed, estimateSolved, graphBesideSolved } from './resultsSlice.ts';

/** Starts a worker and follows the store until the returned function is called. */
export function followDocument(store: AppStore, unitOf: (document: CaseDocument) => string | undefined): () => void {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  const engine = wrap<Engine>(worker);
  worker.addEventListener('error', (event) => store.dispatch(engineFailed(event.message || 'The engine did not start.')));
  let seen: CaseDocument | undefined;
  let waiting: CaseDocument | undefined;
  let busy = false;

  const isNewest = (): boolean => waiting === undefined;

  async function solveWaiting(): Promise<void> {
    busy = true;
    while (waiting !== undefined) {
      const document = waiting;
      waiting = undefined;
      const unit = unitOf(document);
      if (unit === undefined) continue;
      try {
        const solved = await engine.solve(document, unit);
        store.dispatch(caseSolved(solved));
        if (solved.results.absorption !== null) continue;
        if (isNewest()) store.dispatch(graphBesideSolved(await engine.graphBeside(document, unit)));
        if (isNewest()) store.dispatch(estimateSolved(await engine.estimate(document, unit)));
      } catch (error) {
        store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
      }
    }
    busy = false;
  }

  function look(): void {
    const document = store.getState().document.present;
    if (document === seen) return;
    seen = document;
    waiting = document;
    if (!busy) void solveWaiting();
  }

  look();
  const unsubscribe = store.subscribe(look);
  return () => {
    unsubscribe();
    worker.terminate();
  };
}
