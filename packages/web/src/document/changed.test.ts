import { demoCases } from '@keen-ladder/demo';
import type { CaseDocument } from '@keen-ladder/schema';
import { expect, test } from 'vitest';
import { createStore } from '../store/store.ts';
import { changed, hasField } from './changed.ts';
import * as slice from './documentSlice.ts';

const documentOf = (name: string): CaseDocument => {
  const demo = demoCases().find((one) => one.name === name);
  if (demo === undefined) throw new Error(name);
  return demo.document;
};

type Action = Parameters<ReturnType<typeof createStore>['dispatch']>[0];

/** What a person does, and what is said when it is taken back. */
const STEPS: [Action, string, string][] = [
  [slice.amountSet({ stream: 'feed', amount: { value: 3, basis: 'mass' } }), 'flow of Mixed alkanes', 'streams.feed.amount'],
  [slice.streamRenamed({ stream: 'feed', name: 'Crude' }), 'name of ', 'streams.feed.name'],
  [slice.pressureSet({ column: 'column', end: 'top', pressure: 2e5 }), 'pressure at the top', 'units.column.pressure'],
  [slice.refluxSet({ column: 'column', reflux: { kind: 'ratio', value: 9 } }), 'reflux of the graph', 'units.column.graph.reflux'],
  [slice.estimateSet({ column: 'column', change: { fit: 'eduljee' } }), 'curve of the estimate', 'units.column.estimate.fit'],
  [slice.sheetCleared({ column: 'column' }), 'numbers of the balance sheet', 'units.column.balance'],
  [slice.ladderStagesSet({ column: 'column', stages: 20 }), 'rungs of the ladder', 'units.column.ladder.stages'],
  [
    slice.rungChosen({ column: 'column', of: 'feed', id: 'feed', stage: 5 }),
    'rung of Mixed alkanes',
    'units.column.ladder.feeds.feed',
  ],
  [slice.targetRemoved({ column: 'column', target: 'reflux' }), 'target: reflux ratio', 'units.column.ladder.targets.reflux'],
  [slice.unitsChosen({ pressure: 'psi' }), 'units', 'display.pressure'],
  [slice.siteSet({ barometricPressure: 9e4 }), 'barometric pressure of the site', 'site.barometricPressure'],
  [slice.notesWritten('new'), 'notes', 'notes'],
  [slice.drawRemoved({ column: 'column', draw: 'draw' }), 'side draw', 'units.column.draws'],
];

test.each(STEPS)('%o is told as what it changed and where', (action, what, path) => {
  const store = createStore();
  store.dispatch(slice.caseOpened(documentOf('Five alkanes with a side draw')));
  const before = store.getState().document.present;
  store.dispatch(action);
  const after = store.getState().document.present;
  for (const said of [changed(before, after), changed(after, before)]) {
    expect(said?.what).toContain(what);
    expect(said?.path.startsWith(path)).toBe(true);
    if (said !== undefined) expect(hasField(said)).toBe(!/^(display|site|notes)/.test(path));
  }
});

test('nothing changed is nothing to tell; another order of the same things is', () => {
  const document = documentOf('Four-alcohol splitter');
  expect(changed(document, structuredClone(document))).toBeUndefined();
  const turned = structuredClone(document);
  turned.mixture.components.reverse();
  expect(changed(document, turned)?.what).toBe('components of the mixture');
});
