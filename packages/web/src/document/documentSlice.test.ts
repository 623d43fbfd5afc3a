import { demoCases, mixtureOf } from '@keen-ladder/schema/demo';
import { ActionCreators } from 'redux-undo';
import { describe, expect, test } from 'vitest';
import { createStore } from '../app/store.ts';
import {
  caseOpened,
  componentsExchanged,
  mixtureChosen,
  modelOptionsChosen,
  documentReplaced,
  puritySet,
  refluxSet,
  unitChosen,
} from './documentSlice.ts';

function demoStore() {
  const store = createStore();
  const [demo] = demoCases();
  if (demo === undefined) throw new Error('no demo');
  store.dispatch(caseOpened(demo.document));
  store.dispatch(ActionCreators.clearHistory());
  const graph = () => store.getState().document.present.units[0]?.graph;
  const past = () => store.getState().document.past.length;
  return { store, graph, past, demo: demo.document };
}

const purity = (value: number) => ({ column: 'column', product: 'distillate' as const, purity: { value, basis: 'mole' as const } });

describe('undo', () => {
  test('takes one gesture back in one step, and the next in another', () => {
    const { store, graph, past } = demoStore();
    for (const value of [0.94, 0.93, 0.92]) store.dispatch(puritySet(purity(value), 'drag-1'));
    store.dispatch(puritySet(purity(0.9), 'drag-2'));
    expect(past()).toBe(2);
    store.dispatch(ActionCreators.undo());
    expect(graph()?.distillate?.value).toBe(0.92);
    store.dispatch(ActionCreators.undo());
    expect(graph()?.distillate?.value).toBe(0.95);
    store.dispatch(ActionCreators.redo());
    expect(graph()?.distillate?.value).toBe(0.92);
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

describe('the document', () => {
  test('exchanging the components keeps the meaning of every fraction', () => {
    const { store, graph } = demoStore();
    store.dispatch(componentsExchanged());
    const { mixture, streams } = store.getState().document.present;
    expect(mixture.components.map((c) => c.name)).toEqual(['water', 'acetone']);
    expect(streams[0]?.composition?.value).toBe(0.65);
    expect(graph()?.distillate?.value).toBe(0.98);
    expect(graph()?.bottoms?.value).toBe(0.05);
  });
  test('a new pair brings its own parameters; an option of the model changes by itself', () => {
    const { store } = demoStore();
    store.dispatch(mixtureChosen(mixtureOf(['67-56-1', '7732-18-5'])));
    expect(store.getState().document.present.mixture).toMatchObject({ model: 'nrtl', nrtlPairs: [{ alpha: 0.2994 }] });
    store.dispatch(modelOptionsChosen({ vapour: 'virial' }));
    expect(store.getState().document.present.mixture.options).toMatchObject({ vapour: 'virial', poynting: false });
  });
  test('an action for a unit that is not there changes nothing', () => {
    const { store, demo } = demoStore();
    store.dispatch(puritySet({ ...purity(0.5), column: 'another' }));
    expect(store.getState().document.present).toEqual(demo);
  });
  test('units of display are of the case, not of its numbers', () => {
    const { store, demo } = demoStore();
    store.dispatch(unitChosen({ quantity: 'pressure', unit: 'psi' }));
    expect(store.getState().document.present.units).toEqual(demo.units);
    expect(store.getState().document.present.display.pressure).toBe('psi');
  });
});
