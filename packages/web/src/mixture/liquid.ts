/** The composition at which a whole mixture is looked at. */
import { createSelector } from '@reduxjs/toolkit';
import { selectComponents, selectFeed } from '../document/selectors.ts';

interface Composition {
  basis: string;
  parts: Readonly<Record<string, number>>;
}

/** The feed's mole fractions where it is given by them, else equal parts. */
function liquidOf(components: readonly { id: string }[], composition: Composition | undefined): { x: number[]; isFeed: boolean } {
  const parts = components.map(({ id }) => composition?.parts[id] ?? 0);
  const sum = parts.reduce((a, b) => a + b, 0);
  const isFeed = composition?.basis === 'mole' && Math.abs(sum - 1) < 1e-6;
  return { x: isFeed ? parts.map((part) => part / sum) : components.map(() => 1 / components.length), isFeed };
}

export const selectLiquid = createSelector([selectComponents, selectFeed], (components, feed) =>
  liquidOf(components, feed?.stream.composition),
);
