import { createCaseSolver, showIn } from '@keen-ladder/core';
import type { Reason } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';
import { expect, test } from 'vitest';
import { transferProposals } from '../absorption/proposals.ts';
import { documentReplaced } from '../document/documentSlice.ts';
import { estimateProposals } from '../estimate/proposals.ts';
import { ladderProposals } from '../ladder/proposals.ts';
import { storeOf } from '../testing/rendered.tsx';
import type { Proposal } from './proposals.ts';
import { firstColumn } from '../testing/firstColumn.ts';

interface Stop {
  reason: (document: CaseDocument) => Reason | undefined;
  proposals: (reason: Reason, document: CaseDocument, unit: ColumnUnit) => Proposal[];
}

const outOf = (outcome: { state: string; reason?: Reason } | undefined): Reason | undefined => outcome?.reason;

const estimate: Stop = {
  reason: (document) => outOf(createCaseSolver().node(document, 'column', 'estimate').outcome),
  proposals: (reason, _document, unit) => estimateProposals(reason, unit),
};
const transfer: Stop = {
  reason: (document) => outOf(createCaseSolver().solve(document, 'column').absorption?.drawing),
  proposals: (reason, _document, unit) => transferProposals(reason, unit),
};
const ladder: Stop = {
  reason: (document) => outOf(createCaseSolver().ladder(document, 'column').outcome),
  proposals: (reason, document, unit) =>
    ladderProposals(reason, { document, column: unit, hash: '', show: (si) => showIn(document.display, document.site).count(si) }),
};

const targetOf = ({ ladder: inputs }: ColumnUnit, kind: string) => {
  const target = inputs?.targets.find(({ quantity }) => quantity.kind === kind);
  if (target === undefined) throw new Error(`no target of ${kind}`);
  return target;
};

/** Every button of these margins, with a column that offers it. */
const COMPLAINTS: [string, string, Stop, (unit: ColumnUnit, document: CaseDocument) => void][] = [
  ['estimate-below-minimum', 'Four-alcohol splitter', estimate, (unit) => (unit.estimate.reflux = { kind: 'ratio', value: 0.3 })],
  [
    'estimate-below-minimum',
    'Four-alcohol splitter',
    estimate,
    // So little is asked that the feed's flash alone nearly does it: the minimum is below zero.
    (unit) => {
      unit.balance.cells = [
        { component: '64-17-5', product: 'distillate', kind: 'recovery', wish: 'equal', value: 0.6 },
        { component: '71-23-8', product: 'bottoms', kind: 'recovery', wish: 'equal', value: 0.62 },
      ];
      unit.estimate.keys = null;
      unit.estimate.reflux = { kind: 'multiple', value: 1.3 };
    },
  ],
  [
    'flow-below-least',
    'Acetone from drying air',
    transfer,
    (unit, { streams }) => {
      unit.absorption.flow = { kind: 'stream' };
      const water = streams.find(({ name }) => name === 'Wash water');
      if (water?.amount) water.amount.value /= 10;
    },
  ],
  [
    'transfer-impossible',
    'Acetone from drying air',
    transfer,
    (unit, { streams }) => {
      const water = streams.find(({ name }) => name === 'Wash water');
      if (water) water.composition = { basis: 'mole', parts: { '7732-18-5': 0.9997, '67-64-1': 0.0003 } };
      unit.absorption.recovery = 0.99;
    },
  ],
  [
    'targets-repeat',
    'Four-alcohol splitter',
    ladder,
    (unit) => {
      const reflux = targetOf(unit, 'reflux-ratio');
      reflux.value = 100 / 3.6 - (targetOf(unit, 'flow').value ?? 0);
      reflux.quantity = { kind: 'flow', place: 'bottoms', components: [], basis: 'mole' };
    },
  ],
  ['targets-beyond-balance', 'Four-alcohol splitter', ladder, (unit) => (targetOf(unit, 'flow').value = 1000)],
  [
    'stopped-short',
    'Four-alcohol splitter',
    ladder,
    (unit) => {
      if (unit.ladder === null) return;
      unit.ladder.stages = 6;
      unit.ladder.feeds = { feed: { stage: 3, way: 'whole' } };
      const reflux = targetOf(unit, 'reflux-ratio');
      reflux.value = 0.999;
      reflux.quantity = { kind: 'recovery', place: 'overhead', components: ['64-17-5'], basis: 'mole' };
    },
  ],
];

test.each(COMPLAINTS)('%s, %s: the button of its sentence mends what it complains of', (code, name, stop, change) => {
  const store = storeOf(name);
  const document = structuredClone(store.getState().document.present);
  const unit = firstColumn(document);
  change(unit, document);
  store.dispatch(documentReplaced(document));
  const reason = stop.reason(document);
  expect(reason?.code).toBe(code);
  if (reason === undefined) return;
  const [proposal] = stop.proposals(reason, document, unit);
  expect(proposal?.label).toBeDefined();
  if (proposal !== undefined) store.dispatch(proposal.action);
  expect(stop.reason(store.getState().document.present)?.code).not.toBe(code);
});
