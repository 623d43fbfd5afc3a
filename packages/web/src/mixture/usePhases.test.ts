import { expect, test } from 'vitest';
import { newestOnly } from './usePhases.ts';

test('of the questions that wait behind one only the newest is asked', async () => {
  const newest = newestOnly<string>();
  const asked: string[] = [];
  const ends: (() => void)[] = [];
  const ask = (name: string) => () => {
    asked.push(name);
    return new Promise<string>((resolve) => ends.push(() => resolve(name)));
  };
  const first = newest(ask('first'));
  await Promise.resolve();
  const told: string[] = [];
  void newest(ask('second')).then((name) => told.push(name));
  void newest(ask('third')).then((name) => told.push(name));
  const last = newest(ask('last'));
  await new Promise((done) => setTimeout(done));
  expect(asked).toEqual(['first']);
  ends.shift()?.();
  expect(await first).toBe('first');
  await new Promise((done) => setTimeout(done));
  expect(asked).toEqual(['first', 'last']);
  ends.shift()?.();
  expect(await last).toBe('last');
  expect(told).toEqual([]);
});

test('a question that fails is told so, and the next one is asked all the same', async () => {
  const newest = newestOnly<string>();
  await expect(newest(() => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
  expect(await newest(() => Promise.resolve('next'))).toBe('next');
});
