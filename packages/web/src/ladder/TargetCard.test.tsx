// @vitest-environment happy-dom
import type { LadderFacts } from '@keen-ladder/core';
import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test } from 'vitest';
import type { LadderTarget } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { ladderSet } from '../document/documentSlice.ts';
import { renderedIn, storeOf } from '../testing/rendered.tsx';
import { TargetCard } from './TargetCard.tsx';
import { firstColumn } from '../testing/firstColumn.ts';

afterEach(cleanup);

const reflux: LadderTarget = {
  id: 'reflux',
  quantity: { kind: 'reflux-ratio', basis: 'mole' },
  wish: 'equal',
  value: 2,
  isInForce: true,
  moves: null,
};
const duty: LadderTarget = { ...reflux, id: 'duty', quantity: { kind: 'duty', of: 'reboiler' }, value: null, isInForce: false };

/** Only what a card reads. */
const facts = {
  targets: {
    reflux: { now: 2, isHolding: true, moves: 'reflux ratio' },
    duty: { now: 3e6, isHolding: false, moves: null },
  },
  handles: [{ name: 'reflux ratio', quantity: { kind: 'reflux-ratio', basis: 'mole' }, value: 2 }],
} as unknown as LadderFacts;

function Cards() {
  const column = useAppSelector((state) => firstColumn(state.document.present));
  const { ladder } = column;
  if (!ladder) return null;
  return ladder.targets.map((target) => (
    <TargetCard key={target.id} column={column} ladder={ladder} target={target} facts={facts} />
  ));
}

function cards() {
  const store = storeOf('Five alkanes with a side draw');
  store.dispatch(ladderSet({ column: 'column', change: { targets: [reflux, duty] } }));
  renderedIn(store, <Cards />);
  const targets = () => firstColumn(store.getState().document.present).ladder?.targets ?? [];
  return { targets, user: userEvent.setup() };
}

test('a target in force says that it is met and what it moves; one kept for later says what the quantity is now', () => {
  cards();
  const held = screen.getByRole('listitem', { name: 'Reflux ratio' });
  expect(held.textContent).toContain('met');
  expect(within(held).getAllByTitle('reflux ratio, as proposed')).not.toHaveLength(0);
  const kept = screen.getByRole('listitem', { name: /duty/i });
  expect(kept.textContent).toContain('not in force');
  expect(kept.textContent).toContain('3000 kW');
});

test('put into force without a value, a target asks for what the quantity is now, so that nothing jumps', async () => {
  const { targets, user } = cards();
  await user.click(within(screen.getByRole('listitem', { name: /duty/i })).getByRole('switch'));
  expect(targets()).toMatchObject([reflux, { ...duty, value: 3e6, isInForce: true }]);
});

test('held at what it is now in place of another, it takes over and the other rests', async () => {
  const { targets, user } = cards();
  await user.click(screen.getByRole('button', { name: 'Reboiler duty' }));
  await user.click(within(screen.getByRole('listitem', { name: /duty/i })).getByRole('button', { name: 'Hold what it is now' }));
  await user.click(await screen.findByText('in place of reflux ratio'));
  expect(targets()).toMatchObject([
    { ...reflux, isInForce: false },
    { ...duty, value: 3e6, isInForce: true },
  ]);
});

test('taken away, a target is gone', async () => {
  const { targets, user } = cards();
  await user.click(screen.getByRole('button', { name: 'Take Reflux ratio away' }));
  expect(targets().map((t) => t.id)).toEqual(['duty']);
});

test('a flow carried by moles takes kg/h: the target is then one by mass', async () => {
  const store = storeOf('Five alkanes with a side draw');
  const flow: LadderTarget = {
    ...reflux,
    id: 'distillate',
    quantity: { kind: 'flow', place: 'overhead', components: [], basis: 'mole' },
    value: 10,
  };
  store.dispatch(ladderSet({ column: 'column', change: { targets: [flow] } }));
  renderedIn(store, <Cards />);
  const user = userEvent.setup();
  const wanted = screen.getByRole('textbox', { name: /^wanted/ });
  await user.clear(wanted);
  await user.type(wanted, '7200 kg/h{Enter}');
  const [target] = firstColumn(store.getState().document.present).ladder?.targets ?? [];
  expect(target).toMatchObject({ value: 2, quantity: { kind: 'flow', basis: 'mass' } });
  expect(screen.getByRole('listitem', { name: 'Distillate flow by mass' })).toBeDefined();
});
