/** Keeps the results up with the document: one request at a time, and of those that wait only the newest. */
import { inputHashes, upstreamOf } from '@keen-ladder/core';
import type { CaseDocument, UnitKind } from '@keen-ladder/schema';
import type { AppStore } from '../store/store.ts';
import { startEngine } from './engines.ts';
import type { RunningEngine } from './engines.ts';
import { selectUnit } from '../document/selectors.ts';
import { caseSolved, drumSolved, engineFailed, estimateSolved, graphBesideSolved, ladderSolved } from './resultsSlice.ts';

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

const startTold = (store: AppStore): RunningEngine => startEngine((message) => store.dispatch(engineFailed(message)));

/** What is to be solved: a document, and the unit of it that is looked at. */
interface Looked {
  document: CaseDocument;
  unit: string;
  kind: UnitKind;
}

/** Starts an engine and follows the store until the returned function is called. */
export function followDocument(store: AppStore, start: (store: AppStore) => RunningEngine = startTold): () => void {
  let running = start(store);
  let seen: Looked | undefined;
  let seenSearch: string | null = null;
  let waiting: Looked | undefined;
  /** What the ladder was solved of last. */
  let ladderOf: Looked | undefined;
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
    const looked = waiting;
    waiting = undefined;
    if (looked === undefined) return;
    await attempt(() => (looked.kind === 'drum' ? solveDrum(looked) : solveColumn(looked)));
  }

  async function solveDrum({ document, unit }: Looked): Promise<void> {
    patienceEnds = performance.now() + PATIENCE;
    store.dispatch(drumSolved({ unit, ...(await running.engine.drum(document, unit, LONGEST.usual)) }));
  }

  async function solveColumn(looked: Looked): Promise<void> {
    const { document, unit } = looked;
    // What is upstream may be rigorous columns: a newer edit does not wait for them.
    if (upstreamOf(document, unit).length > 0) patienceEnds = performance.now() + PATIENCE;
    const solved = await running.engine.solve(document, unit, LONGEST.usual);
    store.dispatch(caseSolved({ unit, ...solved }));
    if (isLadderShown() && waiting === undefined) await solveLadder(looked);
    pause = window.setTimeout(() => void solveBeside(looked, solved.results.absorption === null), PAUSE);
  }

  async function solveLadder(looked: Looked): Promise<void> {
    if (ladderOf === looked) return;
    ladderOf = looked;
    const { document, unit } = looked;
    patienceEnds = performance.now() + PATIENCE;
    const isOn = store.getState().results.searchedOn === inputHashes(document, unit).ladder;
    store.dispatch(ladderSolved({ unit, ...(await running.engine.ladder(document, unit, isOn ? LONGEST.on : LONGEST.usual)) }));
  }

  /** What takes longer is worked out when the engineer pauses. */
  async function solveBeside(looked: Looked, isDistillation: boolean): Promise<void> {
    const { document, unit } = looked;
    await attempt(async () => {
      if (isDistillation) {
        store.dispatch(graphBesideSolved({ unit, graphBeside: await running.engine.graphBeside(document, unit, LONGEST.usual) }));
        if (waiting === undefined)
          store.dispatch(estimateSolved({ unit, estimate: await running.engine.estimate(document, unit, LONGEST.usual) }));
      }
      if (waiting === undefined) await solveLadder(looked);
    });
  }

  function look(): void {
    const state = store.getState();
    const { results } = state;
    const document = state.document.present;
    const unit = selectUnit(state);
    if (unit === undefined) return;
    const isSame = document === seen?.document && unit.id === seen.unit;
    if (isSame && results.searchedOn === seenSearch) return;
    seen = { document, unit: unit.id, kind: unit.kind };
    seenSearch = results.searchedOn;
    waiting = seen;
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
