import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { RatingQuantity } from '@keen-ladder/schema';
import {
  constantVolatility,
  designOf,
  GEANKOPLIS_TABLE,
  reasonOf,
  solvedValue,
  tabulatedCurve,
  published,
} from '../testing/index.ts';
import { bestRatedFeedStage, binaryCurve, designColumn, entriesOf, oneFeed, operatingLines, rateColumn } from './index.ts';
import type { BinaryCurve, RatedColumn, RatingInput } from './index.ts';

const volatility = (alpha: number): BinaryCurve => solvedValue(binaryCurve(constantVolatility(alpha), 101325));
const curve = volatility(2.5);

/** ../shared/validation-columns.md, B3: ten stages, D/F = 0.5, R = 2, checked there against a linear solve of the stage balances. */
const ten = (feedStage: number, q = 1, more: Partial<RatingInput> = {}): RatingInput => ({
  feeds: [{ flow: 1, z: 0.5, q, stage: feedStage }],
  draws: [],
  stages: 10,
  bottom: 'reboiler',
  efficiency: 1,
  hasPartialCondenser: false,
  known: { reflux: 2, distillate: 0.5 },
  ...more,
});

/** One feed of so many stages above and below it. */
const rating = (z: number, q: number, above: number, below: number, known: RatingInput['known']): RatingInput =>
  ten(above + 1, q, { feeds: [{ flow: 1, z, q, stage: above + 1 }], stages: above + 1 + below, known });

/** Whether the distillate's purity, or the bottoms', hardly moves with the distillate at this reflux. */
function isFold(own: BinaryCurve, base: RatingInput, rated: RatedColumn): boolean {
  const step = 1e-4;
  const moved = rateColumn(own, { ...base, known: { reflux: rated.reflux, distillate: rated.distillate + step } });
  const { xD, xB } = solvedValue(moved);
  return Math.min(Math.abs(xD - rated.xD), Math.abs(xB - rated.xB)) < 1e-3 * step;
}

function quantitiesOf({ xD, xB, reflux, distillate }: RatedColumn, q: number): Record<RatingQuantity, number> {
  const boilUp = ((reflux + 1) * distillate - (1 - q)) / (1 - distillate);
  return { reflux, 'boil-up': boilUp, distillate, 'distillate-purity': xD, 'bottoms-purity': xB };
}

describe('rating', () => {
  test.each([
    [5, 1, 0.946587527],
    [5, 0.5, 0.9273238148],
    [3, 1, 0.925021568],
    [4, 1, 0.941220088],
    [6, 1, 0.94359961],
    [7, 1, 0.931282865],
  ])('ten stages, feed on %i, q = %d: the distillate that a linear solve of the balances gives', (feedStage, q, xD) => {
    const rated = solvedValue(rateColumn(curve, ten(feedStage, q)));
    expect(rated.xD).toBeCloseTo(xD, 8);
    expect(rated.xB).toBeCloseTo(1 - xD, 8);
  });
  test('B3b: the liquid on stage 5', () => {
    expect(solvedValue(rateColumn(curve, ten(5))).stages[4].x).toBeCloseTo(0.4728549782, 8);
  });
  test('a feed far from its best place, the lines pinched below it, is rated all the same', () => {
    const long = solvedValue(rateColumn(curve, rating(0.5, 1, 3, 36, { reflux: 2, distillate: 0.5 })));
    expect(long.stages).toHaveLength(40);
    long.stages.slice(1).forEach((stage, k) => {
      expect(stage.x).toBeLessThanOrEqual(long.stages[k].x + 1e-9);
    });
  });
  test('the best feed stage is the one where the purities lie farthest apart', () => {
    expect(bestRatedFeedStage(curve, ten(7), 0)).toMatchObject({
      stage: 5,
      column: { xD: expect.closeTo(0.946587527, 8) as number },
    });
    // With the split given it is where the least reflux does.
    expect(bestRatedFeedStage(curve, { ...ten(8), known: { 'distillate-purity': 0.93, 'bottoms-purity': 0.07 } }, 0).stage).toBe(5);
  });
  test('Geankoplis’s stripping column: no reflux, the liquid feed on top', () => {
    const source = 'Geankoplis, Transport Processes and Unit Operations, 3rd ed. (1993), Example 11.4-3';
    const table = tabulatedCurve(GEANKOPLIS_TABLE);
    // 5.3 steps with the reboiler lie between 5 and 6: so do the bottoms they leave.
    const of = (stages: number) =>
      solvedValue(rateColumn(table, rating(0.7, 1, 0, stages - 1, { reflux: 0, distillate: 340 / 400 })));
    expect(of(5).xB).toBeGreaterThan(0.1);
    expect(of(6).xB).toBeLessThan(0.1);
    const column = oneFeed({ z: 0.7, xD: 0.806, xB: 0.1, q: 1 });
    const [{ line: above }, { line: below }] = operatingLines(column, entriesOf(table, column), 0).sections;
    expect(above.slope).toBe(0);
    published(source, 'slope of the operating line', below.slope, 1.176, 0.001);
    published(source, 'its intercept', below.intercept, -0.0176, 0.0001);
  });
  test('any two of the five quantities give back the column they were read from', () => {
    const quantities = ['reflux', 'boil-up', 'distillate', 'distillate-purity', 'bottoms-purity'] as const;
    fc.assert(
      fc.property(
        fc.record({
          alpha: fc.double({ min: 1.6, max: 5, noNaN: true }),
          z: fc.double({ min: 0.25, max: 0.75, noNaN: true }),
          q: fc.double({ min: 0.2, max: 1.2, noNaN: true }),
          above: fc.integer({ min: 1, max: 6 }),
          below: fc.integer({ min: 2, max: 6 }),
          reflux: fc.double({ min: 1.5, max: 6, noNaN: true }),
          distillate: fc.double({ min: 0.3, max: 0.7, noNaN: true }),
          pair: fc.shuffledSubarray([...quantities], { minLength: 2, maxLength: 2 }),
        }),
        ({ alpha, z, q, above, below, reflux, distillate, pair }) => {
          fc.pre((reflux + 1) * distillate > 1.2 - q); // something is left to boil
          const own = volatility(alpha);
          const base = rating(z, q, above, below, { reflux, distillate });
          const first = solvedValue(rateColumn(own, base));
          const all = quantitiesOf(first, q);
          expect(Math.abs(all.distillate - distillate)).toBeLessThan(1e-9);
          const again = rateColumn(own, { ...base, known: Object.fromEntries(pair.map((k) => [k, all[k]])) });
          // At the very fold, where the two columns of a purity and a reflux are one, rounding may leave none.
          if (again.state !== 'solved' && isFold(own, base, first)) return;
          const found = solvedValue(again);
          // One purity and the reflux may leave two columns: the one found must be a column of these stages that has what was asked.
          const asked = quantitiesOf(found, q);
          for (const k of pair) expect(Math.abs(asked[k] / all[k] - 1), k).toBeLessThan(1e-6);
          const same = rateColumn(own, { ...base, known: { reflux: found.reflux, distillate: asked.distillate } });
          expect(Math.abs(solvedValue(same).xD - found.xD)).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 200 },
    );
  });
  test('is design turned round: the stages of a design make its split', () => {
    const split = { z: 0.45, xD: 0.96, xB: 0.04, q: 0.8 };
    const designed = solvedValue(designColumn(curve, designOf(oneFeed(split), 2.4)).outcome);
    const rated = solvedValue(
      rateColumn(
        curve,
        rating(split.z, split.q, designed.feedStages[0] - 1, designed.whole - designed.feedStages[0], {
          reflux: 2.4,
          'distillate-purity': 0.96,
        }),
      ),
    );
    // The last stage of a design is a share of one: all of it leaves the bottoms a little leaner.
    expect(rated.xB).toBeLessThan(0.04);
    const stepped = designed.stages.map((stage) => stage.x);
    rated.stages.slice(0, -1).forEach((stage, k) => {
      expect(Math.abs(stage.x - stepped[k])).toBeLessThan(0.01);
    });
  });
  test('what no column does is refused', () => {
    const refused = (known: RatingInput['known']) => reasonOf(rateColumn(curve, { ...ten(5), known })).code;
    expect(refused({ reflux: 2, distillate: 1.2 })).toBe('rating-impossible');
    expect(refused({ reflux: 2, 'distillate-purity': 0.4 })).toBe('rating-impossible');
    expect(refused({ 'distillate-purity': 0.999, 'bottoms-purity': 0.001 })).toBe('rating-impossible');
    expect(() => rateColumn(curve, { ...ten(5), known: { reflux: 2 } })).toThrow(RangeError);
    expect(() => rateColumn(curve, { ...ten(5), stages: 4 })).toThrow(RangeError);
  });
});
