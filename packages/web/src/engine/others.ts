/**
 * Keeps the units that are not looked at up with the document, one after the other while the engineer pauses, in an engine of their own: so that the list of
 * units says how each stands, and a unit that is opened is there at once.
 */
import { inputHashes, nodeHash, nodesOf } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, Unit } from '@keen-ladder/schema';
import { afterEveryAction } from '../store/store.ts';
import type { AppStore } from '../store/store.ts';
import { selectUnit } from '../document/selectors.ts';
import { startEngine } from './engines.ts';
import type { RunningEngine } from './engines.ts';
import { caseSolved, engineFailed, ladderSolved, nodeSolved, unitLookedAfter, unitSolved } from './resultsSlice.ts';
import { LONGEST } from './solving.ts';

/** Milliseconds without an edit after which other units are looked after. */
export const PAUSE = 400;

/** Of everything that any stop of a unit reads: an undone step may change a graph that nobody looks at. */
function hashOfStops(document: CaseDocument, unit: Unit): string {
  const hashes = inputHashes(document, unit.id);
  const ofNodes = unit.kind === 'column' ? nodesOf(unit).map((name) => nodeHash(document, unit, hashes, name)) : [];
  return JSON.stringify([hashes, ofNodes]);
}

/** Follows the store until the returned function is called; no engine is started for a case of one unit. */
export function followOthers(store: AppStore, start: () => RunningEngine = startEngine): () => void {
  let running: RunningEngine | undefined;
  let seen: { document: CaseDocument; unit: string | undefined } | undefined;
  let pause: number | undefined;
  /** Grows with every edit: what was begun before it is not gone on with. */
  let turn = 0;
  let underWay: Promise<void> = Promise.resolve();

  async function solveOthers(mine: number): Promise<void> {
    const { document, results } = store.getState();
    const shown = selectUnit(store.getState())?.id;
    for (const unit of document.present.units) {
      if (mine !== turn) return;
      if (unit.id === shown || results.byUnit[unit.id]?.whole === hashOfStops(document.present, unit)) continue;
      running ??= start();
      await solveUnit(running.engine, document.present, unit, () => mine === turn);
    }
  }

  async function solveUnit(
    engine: RunningEngine['engine'],
    document: CaseDocument,
    unit: Unit,
    isAsked: () => boolean,
  ): Promise<void> {
    const { id } = unit;
    if (unit.kind === 'column') await solveColumn(engine, document, unit, isAsked);
    else {
      const solved = await engine.unit(document, id, unit.kind, LONGEST.usual);
      if (isAsked()) store.dispatch(unitSolved({ unit: id, ...solved }));
    }
    if (isAsked()) store.dispatch(unitLookedAfter({ unit: id, whole: hashOfStops(document, unit) }));
  }

  async function solveColumn(
    engine: RunningEngine['engine'],
    document: CaseDocument,
    column: ColumnUnit,
    isAsked: () => boolean,
  ): Promise<void> {
    const { id } = column;
    const solved = await engine.solve(document, id, LONGEST.usual);
    if (isAsked()) store.dispatch(caseSolved({ unit: id, ...solved }));
    for (const name of nodesOf(column)) {
      if (!isAsked()) return;
      const result = await engine.node(document, id, name, LONGEST.usual);
      if (isAsked()) store.dispatch(nodeSolved({ unit: id, name, result }));
    }
    if (!isAsked() || column.ladder === null) return;
    const found = await engine.ladder(document, id, LONGEST.usual);
    if (isAsked()) store.dispatch(ladderSolved({ unit: id, ...found }));
  }

  function look(): void {
    const state = store.getState();
    const document = state.document.present;
    const unit = selectUnit(state)?.id;
    if (document === seen?.document && unit === seen.unit) return;
    seen = { document, unit };
    const mine = ++turn;
    window.clearTimeout(pause);
    if (document.units.length < 2) return;
    pause = window.setTimeout(() => {
      underWay = underWay
        .then(() => solveOthers(mine))
        .catch((error: unknown) => {
          store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
        });
    }, PAUSE);
  }

  look();
  const unfollow = afterEveryAction(store, look);
  return () => {
    turn++;
    unfollow();
    window.clearTimeout(pause);
    running?.stop();
  };
}
