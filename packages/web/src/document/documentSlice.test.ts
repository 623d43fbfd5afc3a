import { USUAL_FIT, USUAL_UNCERTAINTY, withNumber } from '@keen-ladder/core';
import { demoCases, mixtureOf } from '@keen-ladder/demo';
import { ActionCreators } from 'redux-undo';
import { describe, expect, test } from 'vitest';
import { createStore } from '../store/store.ts';
import {
  caseOpened,
  cellCleared,
  cellSet,
  componentsExchanged,
  drawAdded,
  drawRemoved,
  feedAdded,
  disconnected,
  measuredKept,
  measuredRemoved,
  mixtureChosen,
  modelChosen,
  modelOptionsChosen,
  documentReplaced,
  pairsSet,
  puritySet,
  recordSet,
  refluxSet,
  unitsChosen,
} from './documentSlice.ts';
import { newGesture } from './gesture.ts';
import { firstColumn } from '../testing/firstColumn.ts';

const [ACETONE, WATER, METHANOL] = ['67-64-1', '7732-18-5', '67-56-1'] as const;

function demoStore() {
  const store = createStore();
  const [demo] = demoCases();
  if (demo === undefined) throw new Error('no demo');
  store.dispatch(caseOpened(demo.document));
  store.dispatch(ActionCreators.clearHistory());
  const purities = () => firstColumn(store.getState().document.present).balance.cells.map((c) => c.value);
  const past = () => store.getState().document.past.length;
  return { store, purities, past, demo: demo.document };
}

const purity = (value: number) => ({ column: 'column', product: 'distillate' as const, purity: { value, basis: 'mole' as const } });

describe('undo', () => {
  test('takes one gesture back in one step, and the next in another', () => {
    const { store, purities, past } = demoStore();
    for (const value of [0.94, 0.93, 0.92]) store.dispatch(puritySet(purity(value), 'drag-1'));
    store.dispatch(puritySet(purity(0.9), 'drag-2'));
    expect(past()).toBe(2);
    store.dispatch(ActionCreators.undo());
    expect(purities()).toEqual([0.02, 0.92]);
    store.dispatch(ActionCreators.undo());
    expect(purities()).toEqual([0.95, 0.02]);
    store.dispatch(ActionCreators.redo());
    expect(purities()).toEqual([0.02, 0.92]);
  });
  test('counts steps without a gesture one by one, and does not count the opening of a case', () => {
    const { store, past, demo } = demoStore();
    store.dispatch(refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 1 } }));
    store.dispatch(refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 2 } }));
    expect(past()).toBe(2);
    store.dispatch(caseOpened(demo));
    store.dispatch(ActionCreators.clearHistory());
    expect(past()).toBe(0);
  });
  test('can take back a version that was taken over from elsewhere', () => {
    const { store, demo } = demoStore();
    store.dispatch(documentReplaced({ ...demo, notes: 'theirs' }));
    store.dispatch(ActionCreators.undo());
    expect(store.getState().document.present.notes).toBe(demo.notes);
  });
});

describe('what a gesture does is drawn', () => {
  /** The purities that a subscriber (a page) sees when it is told, in the turn of the action. */
  function heardAtOnce(gesture: string | undefined) {
    const { store, purities } = demoStore();
    const heard: unknown[] = [];
    store.subscribe(() => heard.push(purities()[1]));
    store.dispatch(puritySet(purity(0.94), gesture));
    store.dispatch(puritySet(purity(0.93), gesture));
    return heard;
  }
  test('at once where it is a key or text: the next key steps from what is drawn', () => {
    expect(heardAtOnce(newGesture())).toEqual([0.94, 0.93]);
    expect(heardAtOnce(undefined)).toEqual([0.94, 0.93]);
  });
  test('with the next frame where it is a drag', () => {
    expect(heardAtOnce(newGesture('drag'))).toEqual([]);
  });
});

describe('the document', () => {
  test('exchanging the components keeps the meaning of every fraction', () => {
    const { store } = demoStore();
    store.dispatch(componentsExchanged());
    const { mixture, streams } = store.getState().document.present;
    expect(mixture.components.map((c) => c.name)).toEqual(['water', 'acetone']);
    expect(streams[0]?.composition.parts).toEqual({ [ACETONE]: 0.35, [WATER]: 0.65 });
    expect(firstColumn(store.getState().document.present).balance.cells).toMatchObject([
      { component: WATER, product: 'bottoms', value: 0.05 },
      { component: WATER, product: 'distillate', value: 0.98 },
    ]);
  });
  test('a new pair brings its own parameters; an option of the model changes by itself', () => {
    const { store, purities } = demoStore();
    store.dispatch(mixtureChosen(mixtureOf([METHANOL, WATER])));
    expect(store.getState().document.present.streams[0]?.composition.parts).toEqual({ [METHANOL]: 0.35, [WATER]: 0.65 });
    expect(purities()).toEqual([0.95, 0.02]);
    expect(store.getState().document.present.mixture).toMatchObject({ model: 'nrtl', nrtlPairs: [{ alpha: 0.2994 }] });
    store.dispatch(modelOptionsChosen({ vapour: 'virial' }));
    expect(store.getState().document.present.mixture.options).toMatchObject({ vapour: 'virial', poynting: false });
  });
  test('an action for a unit that is not there changes nothing', () => {
    const { store, demo } = demoStore();
    store.dispatch(puritySet({ ...purity(0.5), column: 'another' }));
    expect(store.getState().document.present).toEqual(demo);
  });
  test('a component that is gone takes its part of the feed and its numbers with it', () => {
    const { store, purities } = demoStore();
    store.dispatch(mixtureChosen(mixtureOf([WATER, METHANOL, '64-17-5'])));
    expect(store.getState().document.present.streams[0]?.composition.parts).toEqual({ [WATER]: 0.65 });
    expect(purities()).toEqual([]);
  });
  test('a mixture that grows keeps the case’s own pairs, records, data and model', () => {
    const { store } = demoStore();
    const mixture = () => store.getState().document.present.mixture;
    const [pair] = mixture().nrtlPairs;
    const [acetone] = mixture().components;
    if (pair === undefined || acetone === undefined) throw new Error('no pair');
    store.dispatch(pairsSet([withNumber(pair, 'b12', 400)]));
    store.dispatch(recordSet({ ...acetone, acentricFactor: { value: 0.31, source: 'typed in this case', how: 'typed' } }));
    const set = {
      id: 'measured-1',
      name: 'ours',
      components: [ACETONE, WATER] as [string, string],
      points: [{ x: 0.1, y: 0.75, T: 342, P: 101325, gamma: [null, null] as [null, null] }],
      uncertainty: { ...USUAL_UNCERTAINTY },
      choice: { ...USUAL_FIT },
    };
    store.dispatch(measuredKept({ set, pair: null }));
    store.dispatch(modelChosen('wilson'));
    store.dispatch(mixtureChosen(mixtureOf([ACETONE, WATER, METHANOL])));
    expect(mixture().nrtlPairs).toHaveLength(3);
    expect(mixture().nrtlPairs.find(({ how }) => how === 'typed')?.b[0]).toBe(400);
    expect(mixture().components[0]?.acentricFactor.value).toBe(0.31);
    expect(mixture()).toMatchObject({ model: 'wilson', measured: [{ id: 'measured-1' }] });
    store.dispatch(mixtureChosen(mixtureOf([METHANOL, WATER])));
    expect(mixture().measured).toEqual([]);
    store.dispatch(ActionCreators.undo());
    store.dispatch(measuredRemoved('measured-1'));
    expect(mixture().measured).toEqual([]);
  });
  test('a fit that is taken is kept with its data, in one step', () => {
    const { store, past } = demoStore();
    const [pair] = store.getState().document.present.mixture.nrtlPairs;
    if (pair === undefined) throw new Error('no pair');
    const set = {
      id: 'measured-1',
      name: 'ours',
      components: [ACETONE, WATER] as [string, string],
      points: [],
      uncertainty: { ...USUAL_UNCERTAINTY },
      choice: { ...USUAL_FIT },
    };
    const before = past();
    store.dispatch(measuredKept({ set, pair: { ...pair, b: [1, 2], how: 'fitted', source: 'fitted to ours' } }));
    expect(past()).toBe(before + 1);
    expect(store.getState().document.present.mixture).toMatchObject({
      nrtlPairs: [{ b: [1, 2], how: 'fitted' }],
      measured: [{ name: 'ours' }],
    });
  });
  test('a cell of the sheet holds one number of each kind, and is cleared alone', () => {
    const { store, purities } = demoStore();
    const cell = { component: ACETONE, product: 'distillate', kind: 'recovery', wish: 'equal', value: 0.9 } as const;
    store.dispatch(cellSet({ column: 'column', cell }));
    store.dispatch(cellSet({ column: 'column', cell: { ...cell, value: 0.91 } }));
    expect(purities()).toEqual([0.95, 0.02, 0.91]);
    store.dispatch(cellCleared({ column: 'column', cell: { component: ACETONE, product: 'distillate', kind: 'fraction' } }));
    expect(purities()).toEqual([0.02, 0.91]);
  });
  test('feeds and side draws come and go with what belongs to them', () => {
    const { store, demo } = demoStore();
    store.dispatch(feedAdded({ unit: 'column' }));
    expect(store.getState().document.present.connections).toHaveLength(2);
    const added = store.getState().document.present.connections[1]?.to;
    if (added === undefined) throw new Error('no second inlet');
    store.dispatch(disconnected(added));
    store.dispatch(drawAdded({ column: 'column' }));
    const draw = firstColumn(store.getState().document.present).draws[0]?.id ?? '';
    store.dispatch(
      cellSet({ column: 'column', cell: { component: ACETONE, product: draw, kind: 'flow', wish: 'equal', value: 1 } }),
    );
    store.dispatch(drawRemoved({ column: 'column', draw }));
    expect(store.getState().document.present).toEqual(demo);
  });
  test('units of display are of the case, not of its numbers', () => {
    const { store, demo } = demoStore();
    store.dispatch(unitsChosen({ pressure: 'psi' }));
    expect(store.getState().document.present.units).toEqual(demo.units);
    expect(store.getState().document.present.display.pressure).toBe('psi');
  });
});
