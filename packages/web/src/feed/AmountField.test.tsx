// @vitest-environment happy-dom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test } from 'vitest';
import type { Stream } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { conditionSet } from '../document/documentSlice.ts';
import { renderedIn, storeOf } from '../testing/rendered.tsx';
import { AmountField } from './AmountField.tsx';

afterEach(cleanup);

function Feed() {
  const [stream] = useAppSelector((state) => state.document.present.streams);
  return stream === undefined ? null : <AmountField stream={stream} />;
}

/** Not solved: what the stream is follows from its conditions alone. */
async function typed(text: string, condition: Stream['condition'][1]) {
  const store = storeOf('Four-alcohol splitter');
  store.dispatch(conditionSet({ stream: 'feed', place: 1, condition }));
  renderedIn(store, <Feed />);
  const user = userEvent.setup();
  const flow = screen.getByRole('textbox', { name: /^Flow/ });
  await user.clear(flow);
  await user.type(flow, `${text}{Enter}`);
  return { amount: () => store.getState().document.present.streams[0]?.amount, user };
}

test('a vapour’s m³/h is the volume that flows, a liquid’s its standard volume', async () => {
  const vapour = await typed('360 m³/h', { by: 'saturated-vapour' });
  expect(vapour.amount()).toEqual({ value: 0.1, basis: 'actual' });
  cleanup();
  const liquid = await typed('360 m³/h', { by: 'saturated-liquid' });
  expect(liquid.amount()).toEqual({ value: 0.1, basis: 'standard-liquid' });
});

test('which of the two is meant can be said', async () => {
  const { amount, user } = await typed('360 m³/h', { by: 'saturated-liquid' });
  await user.click(screen.getByRole('combobox', { name: 'This volume' }));
  await user.click(screen.getByText('as it flows'));
  expect(amount()).toEqual({ value: 0.1, basis: 'actual' });
});

test('a flow that is no volume asks nothing', async () => {
  await typed('100 kmol/h', { by: 'saturated-vapour' });
  expect(screen.queryByRole('combobox', { name: 'This volume' })).toBeNull();
});
