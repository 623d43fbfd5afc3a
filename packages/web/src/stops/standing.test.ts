/** Whether what is shown is of the document as it stands: from the hashes alone, stop by stop. */
import { createCaseSolver } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { demoCases } from '@keen-ladder/demo';
import { beforeEach, describe, expect, test } from 'vitest';
import { createStore } from '../store/store.ts';
import type { AppStore } from '../store/store.ts';
import { amountSet, caseOpened, ladderSet, notesWritten, targetSet } from '../document/documentSlice.ts';
import { caseSolved, nodeSolved, ladderPassed, ladderReturned, ladderSearchedOn, ladderSolved } from '../engine/resultsSlice.ts';
import {
  selectBalanceStanding,
  selectEstimateStanding,
  selectFeedFacts,
  selectIsLadderStale,
  selectLadderStanding,
  selectLastLadder,
  selectMixtureStanding,
} from './standing.ts';
import { firstColumn } from '../testing/firstColumn.ts';

let store: AppStore;

const document = (): CaseDocument => store.getState().document.present;

/** What the engine's worker would send. */
function solveAll(): void {
  const solver = createCaseSolver();
  store.dispatch(caseSolved({ unit: 'column', results: solver.solve(document(), 'column'), milliseconds: 1 }));
  store.dispatch(nodeSolved({ unit: 'column', name: 'estimate', result: solver.node(document(), 'column', 'estimate') }));
  store.dispatch(ladderSolved({ unit: 'column', result: solver.ladder(document(), 'column'), milliseconds: 1 }));
}

const states = () => ({
  balance: selectBalanceStanding(store.getState()).state,
  estimate: selectEstimateStanding(store.getState()).state,
  ladder: selectLadderStanding(store.getState()).state,
});

const targetOf = (id: string) => {
  const target = firstColumn(document()).ladder?.targets.find((one) => one.id === id);
  if (target === undefined) throw new Error(`no target ${id}`);
  return target;
};

beforeEach(() => {
  const demo = demoCases().find(({ name }) => name === 'Four-alcohol splitter');
  if (demo === undefined) throw new Error('no demo');
  store = createStore();
  store.dispatch(caseOpened(demo.document));
});

describe('how stops stand', () => {
  test('ready before the first answer, solved after it', () => {
    expect(states()).toEqual({ balance: 'ready', estimate: 'ready', ladder: 'ready' });
    expect(selectMixtureStanding(store.getState()).state).toBe('solved');
    solveAll();
    expect(states()).toEqual({ balance: 'solved', estimate: 'solved', ladder: 'solved' });
    expect(selectFeedFacts(store.getState(), 'feed')?.molarFlow).toBeCloseTo(100 / 3.6, 9);
  });
  test('an edit makes stale what reads it and what follows, and nothing else', () => {
    solveAll();
    store.dispatch(targetSet({ column: 'column', target: { ...targetOf('reflux'), value: 2 } }));
    expect(states()).toEqual({ balance: 'solved', estimate: 'solved', ladder: 'stale' });
    solveAll();
    store.dispatch(amountSet({ stream: 'feed', amount: { value: 30, basis: 'molar' } }));
    expect(states()).toEqual({ balance: 'stale', estimate: 'stale', ladder: 'stale' });
  });
  test('a note makes nothing stale', () => {
    solveAll();
    store.dispatch(notesWritten('look at this again', 'typing'));
    expect(states()).toEqual({ balance: 'solved', estimate: 'solved', ladder: 'solved' });
  });
  test('what is undone is as it was: the old answer is the answer', () => {
    solveAll();
    const before = targetOf('reflux');
    store.dispatch(targetSet({ column: 'column', target: { ...before, value: 2 } }));
    store.dispatch(targetSet({ column: 'column', target: before }));
    expect(states().ladder).toBe('solved');
  });
});

describe('the ladder that is shown', () => {
  test('stays while there is none, and moves along a walk', () => {
    solveAll();
    const first = selectLastLadder(store.getState());
    store.dispatch(ladderSet({ column: 'column', change: { pressure: { by: 'ends', top: null, bottom: null } } }));
    store.dispatch(ladderSolved({ unit: 'column', result: createCaseSolver().ladder(document(), 'column'), milliseconds: 1 }));
    expect(states().ladder).toBe('open');
    expect(selectLastLadder(store.getState())).toBe(first);
    expect(selectIsLadderStale(store.getState())).toBe(false);
    if (first === null) throw new Error('no ladder');
    store.dispatch(ladderPassed({ unit: 'column', facts: { ...first, refluxRatio: 9 } }));
    expect(selectLastLadder(store.getState())?.refluxRatio).toBe(9);
  });
  test('is the document’s own again when a walk is left', () => {
    solveAll();
    const first = selectLastLadder(store.getState());
    if (first === null) throw new Error('no ladder');
    store.dispatch(ladderPassed({ unit: 'column', facts: { ...first, refluxRatio: 9 } }));
    store.dispatch(ladderReturned({ unit: 'column' }));
    expect(selectLastLadder(store.getState())).toBe(first);
  });
  test('is waited for again where the search goes on', () => {
    solveAll();
    store.dispatch(ladderSearchedOn({ unit: 'column', hash: 'hash' }));
    expect(states().ladder).toBe('ready');
    expect(selectLastLadder(store.getState())).not.toBeNull();
  });
});
