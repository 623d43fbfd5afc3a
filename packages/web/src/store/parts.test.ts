import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fetchParts, part } from './parts.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

test('a part that cannot be fetched is tried again until it can', async () => {
  let tries = 0;
  const load = part(() => (++tries < 3 ? Promise.reject(new Error('away')) : Promise.resolve('part')));
  const waiting = load();
  await vi.advanceTimersByTimeAsync(10_000);
  expect(await waiting).toBe('part');
  expect(tries).toBe(3);
});

test('at rest every part is fetched once, those that a part brings with it too, and one that fails holds nothing up', async () => {
  const fetched: string[] = [];
  part(() => {
    fetched.push('outer');
    part(() => {
      fetched.push('inner');
      return Promise.resolve();
    });
    return Promise.resolve();
  });
  part(() => Promise.reject(new Error('away')));
  part(() => Promise.resolve(fetched.push('last')));
  await fetchParts();
  expect(fetched).toEqual(['outer', 'last', 'inner']);
});
