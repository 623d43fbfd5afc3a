// @vitest-environment happy-dom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import { SaverContext } from '../saving/SaverContext.tsx';
import type { Saver } from '../saving/saver.ts';
import { stood } from '../saving/savingSlice.ts';
import type { Standing } from '../saving/savingSlice.ts';
import { renderedIn, storeOf } from '../testing/rendered.tsx';
import { ConflictDialog } from './ConflictDialog.tsx';

afterEach(cleanup);

function dialog(standing: Standing) {
  const store = storeOf('Four-alcohol splitter');
  store.dispatch(stood(standing));
  const saver = { keepMineAsVariant: vi.fn(() => Promise.resolve('2')), takeTheirs: vi.fn(), keepMine: vi.fn() };
  renderedIn(
    store,
    <SaverContext value={saver as unknown as Saver}>
      <ConflictDialog />
    </SaverContext>,
  );
  return saver;
}

const current = { name: 'Splitter', updatedAt: '2026-11-30T10:00:00Z' };
const conflict = { state: 'conflict', current } as unknown as Standing;

test('nothing is asked while the case is saved', () => {
  dialog({ state: 'saved', at: current.updatedAt });
  expect(screen.queryByRole('dialog')).toBeNull();
});

test('a case saved elsewhere asks which version stands, and does only what was chosen', async () => {
  const saver = dialog(conflict);
  expect(screen.getByRole('dialog').textContent).toContain('“Splitter” was saved in another window');
  await userEvent.setup().click(screen.getByRole('button', { name: 'Take the other version' }));
  expect(saver.takeTheirs).toHaveBeenCalledOnce();
  expect(saver.keepMine).not.toHaveBeenCalled();
  expect(saver.keepMineAsVariant).not.toHaveBeenCalled();
});

test('a dialog that asks has no way out without a choice', async () => {
  const saver = dialog(conflict);
  await userEvent.setup().keyboard('{Escape}');
  expect(screen.getByRole('dialog')).toBeDefined();
  for (const choice of [saver.takeTheirs, saver.keepMine, saver.keepMineAsVariant]) expect(choice).not.toHaveBeenCalled();
});
