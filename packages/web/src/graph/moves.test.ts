import { createCaseSolver, moleToMass } from '@keen-ladder/core';
import { demoCases } from '@keen-ladder/demo';
import { ActionCreators } from 'redux-undo';
import { describe, expect, test } from 'vitest';
import { createStore } from '../store/store.ts';
import { caseOpened, puritySet, refluxSet } from '../document/documentSlice.ts';
import { caseSolved } from '../engine/resultsSlice.ts';
import { moveTo, purityOf, selectDrawingPoints, stepBy } from './moves.ts';
import type { Movables } from './moves.ts';
import { proposalsFor } from './proposals.ts';
import { selectGraphStanding } from '../stops/standing.ts';
import { firstColumn } from '../testing/firstColumn.ts';

function solvedStore() {
  const store = createStore();
  const [demo] = demoCases();
  if (demo === undefined) throw new Error('no demo');
  store.dispatch(caseOpened(demo.document));
  store.dispatch(ActionCreators.clearHistory());
  const { solve } = createCaseSolver();
  const solveNow = () =>
    store.dispatch(caseSolved({ unit: 'column', results: solve(store.getState().document.present, 'column'), milliseconds: 1 }));
  solveNow();
  const movables = (): Movables => {
    const { document, results } = store.getState();
    const column = firstColumn(document.present);
    const solved = results.byUnit['column']?.solved ?? null;
    const [feed] = document.present.streams;
    if (feed === undefined || solved === null) throw new Error('not solved');
    return {
      document: document.present,
      components: document.present.mixture.components,
      column,
      feed,
      result: solved.results.graph,
      points: selectDrawingPoints(store.getState()),
    };
  };
  return { store, solveNow, movables };
}

describe('a drag', () => {
  test('of the q-line goes through the pointer: q = 0.5 is the line of slope −1', () => {
    const { store, movables } = solvedStore();
    moveTo(store.dispatch, movables(), 'q', 0.35 - 0.1, 0.35 + 0.1, 'g');
    expect(movables().feed.condition).toEqual([{ by: 'column-pressure' }, { by: 'q', value: 0.5 }]);
  });
  test('of the operating line meets the axis under the pointer, and stays a multiple of the minimum', () => {
    const { store, solveNow, movables } = solvedStore();
    moveTo(store.dispatch, movables(), 'reflux', 0, 0.5, 'g');
    solveNow();
    const { basis } = movables().result;
    expect(movables().column.graph.reflux?.kind).toBe('multiple');
    expect(basis?.lines.sections[0]?.line.intercept).toBeCloseTo(0.5, 3);
    store.dispatch(refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 1 } }));
    moveTo(store.dispatch, movables(), 'reflux', 0, 0.38, 'g');
    expect(movables().column.graph.reflux).toEqual({ kind: 'ratio', value: 1.5 });
  });
  test('of a purity typed in mass keeps it in mass', () => {
    const { store, movables } = solvedStore();
    store.dispatch(puritySet({ column: 'column', product: 'distillate', purity: { value: 0.98, basis: 'mass' } }));
    moveTo(store.dispatch, movables(), 'distillate', 0.91, 0.89, 'g');
    const distillate = purityOf(movables().document, movables().column, 'distillate');
    expect(distillate?.basis).toBe('mass');
    expect(distillate?.value).toBeCloseTo(moleToMass(movables().components, 0.9), 4);
  });
  test('never leaves the drawing', () => {
    const { store, movables } = solvedStore();
    moveTo(store.dispatch, movables(), 'bottoms', -3, -3, 'g');
    expect(purityOf(movables().document, movables().column, 'bottoms')?.value).toBe(0.0001);
    moveTo(store.dispatch, movables(), 'q', 0.4, 0.1, 'g');
    expect(movables().feed.condition[1]).toEqual({ by: 'q', value: -5 });
  });
  test('by arrow keys steps from where it stands', () => {
    const { store, movables } = solvedStore();
    stepBy(store.dispatch, movables(), 'feed', 5, 'g');
    expect(Object.values(movables().feed.composition.parts)).toEqual([0.355, 0.645]);
    stepBy(store.dispatch, movables(), 'q', -2, 'g');
    expect(movables().feed.condition[1]).toEqual({ by: 'q', value: 0.9 });
  });
});

describe('standing', () => {
  test('is stale from the edit until the answer to it, and solved again after', () => {
    const { store, solveNow } = solvedStore();
    expect(selectGraphStanding(store.getState()).state).toBe('solved');
    store.dispatch(refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 1 } }));
    expect(selectGraphStanding(store.getState()).state).toBe('stale');
    solveNow();
    expect(selectGraphStanding(store.getState()).state).toBe('solved');
    store.dispatch(refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 0.1 } }));
    solveNow();
    expect(selectGraphStanding(store.getState()).state).toBe('out-of-reach');
    store.dispatch(refluxSet({ column: 'column', reflux: null }));
    solveNow();
    expect(selectGraphStanding(store.getState())).toMatchObject({ state: 'open', points: [{ path: 'units.column.graph.reflux' }] });
  });
});

describe('proposals', () => {
  test('each that is made solves the case it is made for', () => {
    const { store, solveNow, movables } = solvedStore();
    store.dispatch(refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 0.1 } }));
    solveNow();
    const standing = selectGraphStanding(store.getState());
    if (standing.state !== 'out-of-reach') throw new Error(standing.state);
    const [proposal] = proposalsFor(standing.reason, movables().column);
    if (proposal === undefined) throw new Error('no proposal');
    store.dispatch(proposal.action);
    solveNow();
    expect(selectGraphStanding(store.getState()).state).toBe('solved');
  });
  test('a purity beyond an azeotrope is brought to its near side', () => {
    const { movables } = solvedStore();
    const reason = { code: 'azeotrope-in-range', name: 'ethanol', x: 0.894, T: 351, xB: 0.01, xD: 0.95 } as const;
    expect(proposalsFor(reason, movables().column)[0]?.label).toBe('Ask for 0.884 mol/mol in the distillate');
  });
});
