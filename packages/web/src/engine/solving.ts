/** Keeps the results up with the document: one request at a time, and of those that wait only the newest. */
import { inputHashes } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { AppStore } from '../app/store.ts';
import type { Engine } from './engine.worker.ts';
import { caseSolved, engineFailed, estimateSolved, graphBesideSolved, ladderSolved } from './resultsSlice.ts';

/** On its own page the ladder follows every edit; elsewhere it waits for a pause. */
const isLadderShown = (): boolean => window.location.pathname.endsWith('/ladder');

/** Milliseconds without an edit after which what stands beside the drawing is worked out. */
const PAUSE = 120;

/** Milliseconds after which a column of a document that is no longer the newest is given up, with its engine. */
export const PATIENCE = 1000;

/** Milliseconds that a ladder is searched for, and where it was asked to be searched on. */
export const LONGEST = { usual: 2000, on: 20_000 };

/** Milliseconds after which an engine that does not answer at all is given up, and that is told. */
export const BUDGET = 40_000;

export interface RunningEngine {
  engine: Remote<Engine>;
  stop: () => void;
}

/** An engine in a worker of its own. */
function startWorker(store: AppStore): RunningEngine {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', (event) => store.dispatch(engineFailed(event.message || 'The engine did not start.')));
  return { engine: wrap<Engine>(worker), stop: () => worker.terminate() };
}

/** Starts an engine and follows the store until the returned function is called. */
export function followDocument(
  store: AppStore,
  unitOf: (document: CaseDocument) => string | undefined,
  start: (store: AppStore) => RunningEngine = startWorker,
): () => void {
  let running = start(store);
  let seen: CaseDocument | undefined;
  let seenSearch: string | null = null;
  let waiting: CaseDocument | undefined;
  /** The document whose ladder was solved last. */
  let ladderOf: CaseDocument | undefined;
  let busy = false;
  let patienceEnds = Infinity;
  let giveUp: () => void = () => undefined;
  let pause: number | undefined;
  let patience: number | undefined;

  async function attempt(work: () => Promise<void>): Promise<void> {
    busy = true;
    const givenUp = new Promise<void>((resolve) => (giveUp = resolve));
    const budget = window.setTimeout(overBudget, BUDGET);
    try {
      await Promise.race([work(), givenUp]);
    } catch (error) {
      store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
    }
    window.clearTimeout(budget);
    busy = false;
    patienceEnds = Infinity;
    if (waiting !== undefined) void solveWaiting();
  }

  /** An engine that is deep in a column hears nothing: the newest edit gets a new one, and what the old one would say is not waited for. */
  function replaceEngine(): void {
    running.stop();
    running = start(store);
    ladderOf = undefined;
    giveUp();
  }

  function overBudget(): void {
    replaceEngine();
    store.dispatch(
      engineFailed(`This case was not worked out within ${BUDGET / 1000} s. Change something, or ask for fewer stages first.`),
    );
  }

  async function solveWaiting(): Promise<void> {
    const document = waiting;
    waiting = undefined;
    const unit = document === undefined ? undefined : unitOf(document);
    if (document === undefined || unit === undefined) return;
    await attempt(async () => {
      const solved = await running.engine.solve(document, unit);
      store.dispatch(caseSolved(solved));
      if (isLadderShown() && waiting === undefined) await solveLadder(document, unit);
      pause = window.setTimeout(() => void solveBeside(document, unit, solved.results.absorption === null), PAUSE);
    });
  }

  async function solveLadder(document: CaseDocument, unit: string): Promise<void> {
    if (ladderOf === document) return;
    ladderOf = document;
    patienceEnds = performance.now() + PATIENCE;
    const isOn = store.getState().results.searchedOn === inputHashes(document, unit).ladder;
    store.dispatch(ladderSolved(await running.engine.ladder(document, unit, isOn ? LONGEST.on : LONGEST.usual)));
  }

  /** What takes longer is worked out when the engineer pauses. */
  async function solveBeside(document: CaseDocument, unit: string, isDistillation: boolean): Promise<void> {
    await attempt(async () => {
      if (isDistillation) {
        store.dispatch(graphBesideSolved(await running.engine.graphBeside(document, unit)));
        if (waiting === undefined) store.dispatch(estimateSolved(await running.engine.estimate(document, unit)));
      }
      if (waiting === undefined) await solveLadder(document, unit);
    });
  }

  function look(): void {
    const { document: history, results } = store.getState();
    const document = history.present;
    if (document === seen && results.searchedOn === seenSearch) return;
    if (document === seen) ladderOf = undefined;
    seen = document;
    seenSearch = results.searchedOn;
    waiting = document;
    window.clearTimeout(pause);
    window.clearTimeout(patience);
    if (!busy) void solveWaiting();
    else if (patienceEnds < Infinity) patience = window.setTimeout(replaceIfBusy, patienceEnds - performance.now());
  }

  function replaceIfBusy(): void {
    if (busy && waiting !== undefined) replaceEngine();
  }

  look();
  const unsubscribe = store.subscribe(look);
  return () => {
    unsubscribe();
    window.clearTimeout(pause);
    window.clearTimeout(patience);
    running.stop();
  };
}
