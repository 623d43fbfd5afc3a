/** Keeps the results up with the document: one request at a time, and of those that wait only the newest. */
import { inputHashes, nodesOf, unitOf, upstreamOf } from '@keen-ladder/core';
import type { CaseDocument, UnitKind } from '@keen-ladder/schema';
import { afterEveryAction } from '../store/store.ts';
import type { AppStore } from '../store/store.ts';
import { startEngine } from './engines.ts';
import type { RunningEngine } from './engines.ts';
import { selectUnit } from '../document/selectors.ts';
import { caseSolved, engineFailed, ladderSolved, nodeSolved, unitSolved } from './resultsSlice.ts';

/** On its own page the ladder follows every edit; elsewhere it waits for a pause. */
const isLadderShown = (): boolean => window.location.pathname.endsWith('/ladder');

/** So does the hardware. */
const isHardwareShown = (): boolean => window.location.pathname.endsWith('/hardware');

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
  const follower = new Follower(store, start);
  follower.look();
  const unfollow = afterEveryAction(store, () => follower.look());
  return () => {
    unfollow();
    follower.end();
  };
}

class Follower {
  private readonly store: AppStore;
  private readonly start: (store: AppStore) => RunningEngine;
  private running: RunningEngine;
  private seen: Looked | undefined;
  private seenSearch: string | null = null;
  private waiting: Looked | undefined;
  /** What the ladder was solved of last. */
  private ladderOf: Looked | undefined;
  private isBusy = false;
  private patienceEnds = Infinity;
  private giveUp: () => void = () => undefined;
  private pause: number | undefined;
  private patience: number | undefined;

  constructor(store: AppStore, start: (store: AppStore) => RunningEngine) {
    this.store = store;
    this.start = start;
    this.running = start(store);
  }

  /** What is new in the store is solved at once, or when the engine is free; an engine deep in a column that nobody waits for is replaced. */
  look(): void {
    const state = this.store.getState();
    const { searchedOn } = state.results;
    const document = state.document.present;
    const unit = selectUnit(state);
    if (unit === undefined) return;
    const isSame = document === this.seen?.document && unit.id === this.seen.unit;
    if (isSame && searchedOn === this.seenSearch) return;
    this.seen = { document, unit: unit.id, kind: unit.kind };
    this.seenSearch = searchedOn;
    this.waiting = this.seen;
    window.clearTimeout(this.pause);
    window.clearTimeout(this.patience);
    if (!this.isBusy) void this.solveWaiting();
    else if (this.patienceEnds < Infinity)
      this.patience = window.setTimeout(() => this.replaceIfBusy(), this.patienceEnds - performance.now());
  }

  end(): void {
    window.clearTimeout(this.pause);
    window.clearTimeout(this.patience);
    this.running.stop();
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.isBusy = true;
    const givenUp = new Promise<void>((resolve) => (this.giveUp = resolve));
    const budget = window.setTimeout(() => this.overBudget(), BUDGET);
    try {
      await Promise.race([work(), givenUp]);
    } catch (error) {
      this.store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
    }
    window.clearTimeout(budget);
    this.isBusy = false;
    this.patienceEnds = Infinity;
    if (this.waiting !== undefined) void this.solveWaiting();
  }

  /** An engine that is deep in a column hears nothing: the newest edit gets a new one, and what the old one would say is not waited for. */
  private replaceEngine(): void {
    this.running.stop();
    this.running = this.start(this.store);
    this.ladderOf = undefined;
    this.giveUp();
  }

  private replaceIfBusy(): void {
    if (this.isBusy && this.waiting !== undefined) this.replaceEngine();
  }

  private overBudget(): void {
    this.replaceEngine();
    this.store.dispatch(
      engineFailed(`This case was not worked out within ${BUDGET / 1000} s. Change something, or ask for fewer stages first.`),
    );
  }

  private async solveWaiting(): Promise<void> {
    const looked = this.waiting;
    this.waiting = undefined;
    if (looked === undefined) return;
    await this.attempt(() => (looked.kind === 'column' ? this.solveColumn(looked) : this.solveUnit(looked)));
  }

  private async solveUnit({ document, unit, kind }: Looked): Promise<void> {
    this.patienceEnds = performance.now() + PATIENCE;
    this.store.dispatch(unitSolved({ unit, ...(await this.running.engine.unit(document, unit, kind, LONGEST.usual)) }));
  }

  private async solveColumn(looked: Looked): Promise<void> {
    const { document, unit } = looked;
    // What is upstream may be rigorous columns: a newer edit does not wait for them.
    if (upstreamOf(document, unit).length > 0) this.patienceEnds = performance.now() + PATIENCE;
    if (!this.isSolved(looked)) {
      const solved = await this.running.engine.solve(document, unit, LONGEST.usual);
      this.store.dispatch(caseSolved({ unit, ...solved }));
    }
    if (isLadderShown() && this.waiting === undefined) await this.solveLadder(looked);
    if (isHardwareShown() && this.waiting === undefined) await this.solveHardware(looked);
    this.pause = window.setTimeout(() => void this.solveBeside(looked), PAUSE);
  }

  /** Whether feeds, sheet and graph are known as they are: an edit of ladder or hardware changes nothing of them. What had no answer is asked for again. */
  private isSolved({ document, unit }: Looked): boolean {
    const results = this.store.getState().results.byUnit[unit]?.solved?.results;
    if (results === undefined) return false;
    const { balance, graph, absorption } = results;
    const hashes = inputHashes(document, unit);
    const isAsIs = balance.inputHash === hashes.balance && graph.inputHash === hashes.graph;
    const isWashAsIs = absorption === null || absorption.inputHash === hashes.absorption;
    return isAsIs && isWashAsIs && balance.outcome.state !== 'out-of-reach' && graph.outcome.state !== 'out-of-reach';
  }

  private async solveLadder(looked: Looked): Promise<void> {
    if (this.ladderOf === looked) return;
    this.ladderOf = looked;
    const { document, unit } = looked;
    this.patienceEnds = performance.now() + PATIENCE;
    const isOn = this.store.getState().results.searchedOn === inputHashes(document, unit).ladder;
    const longest = isOn ? LONGEST.on : LONGEST.usual;
    this.store.dispatch(ladderSolved({ unit, ...(await this.running.engine.ladder(document, unit, longest)) }));
  }

  private async solveHardware({ document, unit }: Looked): Promise<void> {
    if (!nodesOf(unitOf(document, unit)).includes('hardware')) return;
    this.patienceEnds = performance.now() + PATIENCE;
    const result = await this.running.engine.node(document, unit, 'hardware', LONGEST.usual);
    this.store.dispatch(nodeSolved({ unit, name: 'hardware', result }));
  }

  /** What takes longer is worked out when the engineer pauses. */
  private async solveBeside(looked: Looked): Promise<void> {
    const { document, unit } = looked;
    const { engine } = this.running;
    await this.attempt(async () => {
      for (const name of nodesOf(unitOf(document, unit))) {
        if (this.waiting !== undefined) return;
        this.store.dispatch(nodeSolved({ unit, name, result: await engine.node(document, unit, name, LONGEST.usual) }));
      }
      if (this.waiting === undefined) await this.solveLadder(looked);
    });
  }
}
