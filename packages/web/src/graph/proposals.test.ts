import { createCaseSolver, proposedMixture } from '@keen-ladder/core';
import { databankParts } from '@keen-ladder/core/databank';
import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';
import { expect, test } from 'vitest';
import { documentReplaced } from '../document/documentSlice.ts';
import { storeOf } from '../testing/rendered.tsx';
import { proposalsFor } from './proposals.ts';
import { firstColumn } from '../testing/firstColumn.ts';

const reasonOf = (document: CaseDocument) => {
  const { outcome } = createCaseSolver().solve(document, 'column').graph;
  return outcome.state === 'out-of-reach' ? outcome.reason : undefined;
};

const ETHANOL_WATER = proposedMixture(databankParts(['64-17-5', '7732-18-5']));

/** Every button of the graph's margin, with a column that offers it. */
const COMPLAINTS: [string, (unit: ColumnUnit, document: CaseDocument) => void][] = [
  ['below-minimum-reflux', (unit) => (unit.graph.reflux = { kind: 'ratio', value: 0.1 })],
  ['reflux-not-positive', (unit) => (unit.graph.reflux = { kind: 'ratio', value: -1 })],
  [
    'reflux-not-positive',
    (unit) => {
      // So deep a vacuum that the feed, let down to it, boils almost to the split: it asks less than no reflux, of which any multiple is none.
      unit.pressure = { top: 400, bottom: 400 };
      unit.graph.reflux = { kind: 'multiple', value: 1.3 };
    },
  ],
  [
    'not-more-volatile',
    (unit, document) => {
      document.mixture.components.reverse();
      unit.balance.cells = unit.balance.cells.map((cell) => ({ ...cell, component: '7732-18-5' }));
    },
  ],
  [
    'azeotrope-in-range',
    (unit, document) => {
      document.mixture = { ...ETHANOL_WATER, measured: [] };
      document.streams = document.streams.map((s) => ({
        ...s,
        composition: { basis: 'mole', parts: { '64-17-5': 0.3, '7732-18-5': 0.7 } },
      }));
      unit.balance.cells = [
        { component: '64-17-5', product: 'distillate', kind: 'fraction', wish: 'equal', value: 0.97 },
        { component: '64-17-5', product: 'bottoms', kind: 'fraction', wish: 'equal', value: 0.02 },
      ];
    },
  ],
  ['feed-stage-out-of-range', (unit, { streams }) => (unit.graph.feedStages = { [streams[0]?.id ?? '']: 60 })],
];

test.each(COMPLAINTS)('%s: the button of its sentence mends what it complains of', (code, change) => {
  const store = storeOf('Acetone from wash water');
  const document = structuredClone(store.getState().document.present);
  const unit = firstColumn(document);
  change(unit, document);
  store.dispatch(documentReplaced(document));
  const reason = reasonOf(document);
  expect(reason?.code).toBe(code);
  if (reason === undefined) return;
  const [proposal] = proposalsFor(reason, unit);
  expect(proposal?.label).toBeDefined();
  if (proposal !== undefined) store.dispatch(proposal.action);
  expect(reasonOf(store.getState().document.present)?.code).not.toBe(code);
});
