import fc from 'fast-check';
import { expect, test } from 'vitest';
import { ticksOf } from './ticks.ts';

/** px of the letters as they are drawn, and where a number begins. */
const extent = ({ x, words, anchor }: ReturnType<typeof ticksOf>[number]) => {
  const width = 6 * words.length;
  const from = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2;
  return [from, from + width] as const;
};

test('whatever the range and the room, at least two numbers stand under a strip, none runs into another, and they rise', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -6, max: 6, noNaN: true }),
      fc.double({ min: 0.02, max: 8, noNaN: true }),
      fc.integer({ min: 72, max: 400 }),
      fc.boolean(),
      (begin, decades, width, isLogarithmic) => {
        const range: [number, number] = [10 ** begin, 10 ** (begin + decades)];
        const ticks = ticksOf(range, isLogarithmic, { from: 100, to: 100 + width });
        expect(ticks.length).toBeGreaterThanOrEqual(2);
        ticks.forEach((tick, k) => {
          const before = ticks[k - 1];
          if (before === undefined) return;
          expect(tick.value).toBeGreaterThan(before.value);
          expect(extent(tick)[0]).toBeGreaterThan(extent(before)[1]);
        });
      },
    ),
    { numRuns: 2000, seed: 7 },
  );
});

test('round numbers where they fit: temperatures, powers of ten, parts of a decade', () => {
  const words = (range: [number, number], isLogarithmic: boolean, width: number) =>
    ticksOf(range, isLogarithmic, { from: 0, to: width }).map((tick) => tick.words);
  expect(words([72, 112], false, 77)).toEqual(['80', '100']);
  expect(words([1e-6, 1], true, 120)).toEqual(['1e−6', '0.001', '1']);
  expect(words([1.4, 7], true, 80)).toEqual(['2', '5']);
});
