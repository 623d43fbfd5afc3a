// @vitest-environment happy-dom
import { proposedMixture, readyMixtures } from '@keen-ladder/core';
import { databankParts } from '@keen-ladder/core/databank';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test } from 'vitest';
import type { AppStore } from '../store/store.ts';
import { useAppSelector } from '../store/store.ts';
import { compositionSet, mixtureChosen } from '../document/documentSlice.ts';
import { renderedIn, storeOf } from '../testing/rendered.tsx';
import { CompositionFields } from './CompositionFields.tsx';

afterEach(cleanup);

function FirstFeed() {
  const stream = useAppSelector((state) => state.document.present.streams[0]);
  return stream === undefined ? null : <CompositionFields stream={stream} />;
}

const parts = (store: AppStore) => store.getState().document.present.streams[0]?.composition.parts ?? {};

/** The first feed of a case, its parts replaced. */
function feed(change: (present: Record<string, number>) => Record<string, number>) {
  const store = storeOf('Four-alcohol splitter');
  const [stream] = store.getState().document.present.streams;
  if (stream === undefined) throw new Error('no feed');
  store.dispatch(compositionSet({ stream: stream.id, composition: { basis: 'mole', parts: change(stream.composition.parts) } }));
  renderedIn(store, <FirstFeed />);
  return { store, user: userEvent.setup() };
}

test('parts that do not add up are told, and scaled to one on request', async () => {
  const { store, user } = feed((present) => Object.fromEntries(Object.entries(present).map(([id, part]) => [id, part / 2])));
  expect(screen.getByRole('alert').textContent).toMatch(/add up to .*, not 1/);
  await user.click(screen.getByRole('button', { name: 'Scale all to 1' }));
  expect(Object.values(parts(store)).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a column of numbers pasted into a field fills it and those beneath', async () => {
  const { store, user } = feed(() => ({}));
  const [first] = screen.getAllByRole('textbox');
  if (first === undefined) throw new Error('no field');
  await user.click(first);
  await user.paste('0.4\n0.3\n20 %\n0.1');
  expect(Object.values(parts(store))).toEqual([0.4, 0.3, 0.2, 0.1]);
});

test('air is offered where nothing is entered and its components are there', async () => {
  const store = storeOf('Four-alcohol splitter');
  const [air] = readyMixtures;
  if (air === undefined) throw new Error('no ready mixture');
  store.dispatch(mixtureChosen(proposedMixture(databankParts(Object.keys(air.parts)))));
  const [stream] = store.getState().document.present.streams;
  store.dispatch(compositionSet({ stream: stream?.id ?? '', composition: { basis: 'mass', parts: {} } }));
  renderedIn(store, <FirstFeed />);
  await userEvent.setup().click(screen.getByRole('button', { name: 'fill in dry air' }));
  expect(parts(store)).toEqual(air.parts);
  expect(store.getState().document.present.streams[0]?.composition.basis).toBe('mole');
  expect(screen.queryByRole('button', { name: 'fill in dry air' })).toBeNull();
});
