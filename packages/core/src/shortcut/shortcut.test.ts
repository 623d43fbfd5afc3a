import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { published } from '../testing/index.ts';
import {
  effectiveFactor,
  fenskeDistribution,
  fenskeRatio,
  fenskeStages,
  gillilandY,
  kirkbrideRatio,
  kremserAbsorbed,
  kremserLoss,
  kremserStages,
  meanVolatility,
  oConnell,
  refluxAt,
  stagesAt,
  underwood,
} from './index.ts';

/** Butanes from pentanes: C3, iC4, nC4 (light key), iC5 (heavy key), nC5. */
const splitter = {
  alpha: Float64Array.of(5, 2.6, 2, 1, 0.85),
  feed: Float64Array.of(5, 15, 25, 20, 35),
  q: 1,
};
const COULSON = 'Coulson & Richardson, Chemical Engineering vol. 6, 3rd ed. (1999), Examples 11.5, 11.7 and 11.8';
const WANKAT = 'Wankat, Separation Process Engineering, 2nd ed. (2007), Examples 7-1 and 7-2';
const GEANKOPLIS = 'Geankoplis, Transport Processes and Unit Operations, 3rd ed. (1993), Example 11.7-2';

describe('published examples', () => {
  test('butane–pentane splitter: stages, root, reflux, feed stage', () => {
    published(COULSON, 'fewest stages', fenskeStages({ light: 24, heavy: 1 / 19 }, 2), 8.8, 0.05);
    const found = underwood(splitter, { light: 2, heavy: 3, overheadLight: 24, overheadHeavy: 1 });
    const between = found.roots.find((theta) => theta > 1 && theta < 2) ?? 0;
    published(COULSON, 'root between the keys (book: by trial)', between, 1.35, 0.006);
    published(COULSON, 'smallest reflux ratio (book: at θ = 1.35)', found.reflux, 1.42, 0.03);
    const ratio = kirkbrideRatio({ light: 0.25, heavy: 0.2 }, 1 / 45, 1 / 55, 45, 55);
    published(COULSON, 'stages above to below the feed by Kirkbride', ratio, 0.91, 0.008);
    published(COULSON, 'overall efficiency of the trays (O’Connell; book: its own line), %', 100 * oConnell(2, 0.12e-3), 71, 2);
  });
  test('benzene, toluene and cumene: a vapour feed, benzene beside the keys', () => {
    const alpha = Float64Array.of(2.25, 1, 0.21);
    const feed = Float64Array.of(400, 300, 300);
    const stages = fenskeStages({ light: 19, heavy: 1 / 19 }, 1 / 0.21);
    published(WANKAT, 'fewest stages', stages, 3.8, 0.05);
    const distillate = new Float64Array(3);
    fenskeDistribution(
      alpha.map((a) => a / 0.21),
      feed,
      stages,
      1 / 19,
      distillate,
    );
    published(WANKAT, 'benzene overhead at total reflux', distillate[0] / 400, 0.998, 0.0006);
    const found = underwood({ alpha, feed, q: 0 }, { light: 1, heavy: 2, overheadLight: 285, overheadHeavy: 15 });
    published(WANKAT, 'root between the keys', found.roots.find((theta) => theta < 1) ?? 0, 0.5454, 0.0001);
    expect(found.distributes).toEqual([false, true, true]);
    expect(found.vapour).toBeCloseTo(1145.47, 1); // recomputed, all benzene overhead
    expect(found.reflux).toBeCloseTo(0.63638, 4);
  });
  test('butane to heptane: mean volatilities, stages, distribution', () => {
    published(GEANKOPLIS, 'mean α of the light key', meanVolatility(2.5, 2.04), 2.258, 0.0005);
    published(GEANKOPLIS, 'mean α of n-butane', meanVolatility(6.73, 4.348), 5.409, 0.001);
    published(GEANKOPLIS, 'mean α of n-heptane', meanVolatility(0.415, 0.522), 0.465, 0.0005);
    const light = (0.349 * 64.5) / (0.07 * 35.5);
    const heavy = (0.031 * 64.5) / (0.507 * 35.5);
    const stages = fenskeStages({ light, heavy }, 2.258);
    published(GEANKOPLIS, 'fewest stages', stages, 5.404, 0.002);
    const distillate = new Float64Array(2);
    fenskeDistribution(Float64Array.of(5.409, 0.465), Float64Array.of(40, 15), stages, heavy, distillate);
    published(GEANKOPLIS, 'n-butane in the bottoms', 40 - distillate[0], 0.039, 0.0005);
    published(GEANKOPLIS, 'n-heptane in the distillate', distillate[1], 0.027, 0.0005);
  });
  test('a debutaniser’s feed stage', () => {
    const source = 'Seader, Henley & Roper, Separation Process Principles, 3rd ed. (2011), ch. 9';
    const feed = { light: 448 / 876.3, heavy: 36 / 876.3 };
    published(
      source,
      'stages above to below the feed by Kirkbride',
      kirkbrideRatio(feed, 13 / 467.8, 6 / 408.3, 467.8, 408.3),
      0.445,
      0.001,
    );
  });
  test('three components of volatility 4, 2, 1: the middle one distributes', () => {
    const source = 'Halvorsen & Skogestad, Ind. Eng. Chem. Res. 42 (2003) 596 (minimum-vapour diagrams)';
    const feed = { alpha: Float64Array.of(4, 2, 1), feed: new Float64Array(3).fill(1 / 3), q: 1 };
    const preferred = underwood(feed, { light: 0, heavy: 2, overheadLight: 1 / 3, overheadHeavy: 0 });
    expect(preferred.roots[0]).toBeCloseTo(2 + 2 / Math.sqrt(7), 12);
    expect(preferred.roots[1]).toBeCloseTo(2 - 2 / Math.sqrt(7), 12);
    expect(preferred.vapour).toBeCloseTo(7 / 9, 12);
    expect(preferred.distillate[1]).toBeCloseTo(1 / 9, 12); // a third of it, by the rule of Shiras too
    const sharp = underwood(feed, { light: 1, heavy: 2, overheadLight: 1 / 3, overheadHeavy: 0 });
    published(source, 'smallest vapour for the sharp split AB/C', sharp.vapour, 1.366, 0.0005);
    expect(underwood(feed, { light: 0, heavy: 1, overheadLight: 1 / 3, overheadHeavy: 0 }).vapour).toBeCloseTo(1.071750146, 9);
  });
  test('anchors of Gilliland’s fits, and back', () => {
    for (const [X, molokanov, eduljee] of [
      [0.05, 0.608354, 0.61271],
      [0.1, 0.553678, 0.546642],
      [0.3, 0.380928, 0.370953],
      [0.6, 0.192345, 0.188542],
    ]) {
      expect(gillilandY(X, 'molokanov')).toBeCloseTo(molokanov, 6);
      expect(gillilandY(X, 'eduljee')).toBeCloseTo(eduljee, 6);
    }
    for (const fit of ['molokanov', 'eduljee'] as const) {
      const stages = stagesAt(1.9, 1.4, 8.8, fit);
      expect(refluxAt(stages, 1.4, 8.8, fit)).toBeCloseTo(1.9, 9);
      expect(refluxAt(8.7, 1.4, 8.8, fit)).toBeUndefined();
    }
    expect(stagesAt(1.4, 1.4, 8.8, 'molokanov')).toBe(Infinity);
  });
  test('a six-stage oil absorber by Kremser', () => {
    const source = 'Seader, Henley & Roper, Separation Process Principles, 3rd ed. (2011), Example 5.3';
    const rows: [string, number, number, number, number, number, number][] = [
      // name, K, in gas, in oil, φ printed, out printed, tolerance of it
      ['methane', 6.65, 160, 0, 0.969, 155, 0.06],
      ['ethane', 1.64, 370, 0, 0.874, 323.5, 0.06],
      ['propane', 0.584, 240, 0, 0.647, 155.4, 0.06],
      ['n-butane', 0.195, 25, 0.05, 0.119, 3.02, 0.0302],
      ['n-pentane', 0.0713, 5, 0.78, 0.00112, 0.28, 0.006],
    ];
    for (const [name, K, gas, oil, phi, out, tolerance] of rows) {
      const A = 165 / (800 * K);
      const stays = kremserLoss(A, 6);
      published(source, `part of ${name} not absorbed`, stays, phi, 0.01 * phi);
      published(source, `${name} in the gas out, lbmol/h`, gas * stays + oil * kremserAbsorbed(1 / A, 6), out, tolerance);
    }
  });
  test('a rich-gas absorber on six trays, its oil found from what propane asks', () => {
    const source = 'Gas Processors Suppliers Association, Engineering Data Book, absorber example (chart of absorption factors)';
    let [low, high] = [0.1, 2];
    for (let cut = 0; cut < 60; cut++) {
      const middle = (low + high) / 2;
      if (kremserAbsorbed(middle, 6) < 0.75) low = middle;
      else high = middle;
    }
    published(source, 'absorption factor that takes 75 % of the propane (chart)', low, 0.8, 0.006, 'reading');
    const rows: [string, number, number][] = [
      // name, K, part absorbed printed; the oil is 29.6 mol per 100 mol of gas
      ['methane', 3.25, 0.091],
      ['ethane', 0.9, 0.329],
      ['propane', 0.37, 0.75],
      ['isobutane', 0.21, 0.96],
      ['n-butane', 0.17, 0.985],
      ['n-hexane', 0.035, 1],
    ];
    for (const [name, K, absorbed] of rows) {
      const A = 29.6 / (100 * K);
      published(source, `part of ${name} absorbed (chart)`, kremserAbsorbed(A, 6), absorbed, 0.004, 'reading');
    }
  });
  test('ammonia stripped by air on seven trays', () => {
    const source = 'McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed. (1993), Example 17.2';
    const stages = kremserStages(0.8 * 1.5, 0.1);
    published(source, 'ideal stages for 90 % at 1.5 mol of gas per mol of liquid', stages, 5.02, 0.01);
    published(source, 'efficiency of the trays', stages / 7, 0.72, 0.003);
    published(source, 'part removed at 2.0 mol/mol', kremserAbsorbed(0.8 * 2, stages), 0.962, 0.001);
  });
});

describe('what must hold', () => {
  test('two components: Underwood is the graph’s minimum reflux, whatever the feed', () => {
    // Exact by the crossing of q-line and curve: ../shared/validation-columns.md, B1.
    const at = (q: number): number => {
      const feed = { alpha: Float64Array.of(2.5, 1), feed: Float64Array.of(0.5, 0.5), q };
      return underwood(feed, { light: 0, heavy: 1, overheadLight: 0.475, overheadHeavy: 0.025 }).reflux;
    };
    expect(at(1)).toBeCloseTo(1.1, 10);
    expect(at(0)).toBeCloseTo(2.1, 10);
    expect(at(0.5)).toBeCloseTo(1.4986833, 7);
    expect(at(1.2)).toBeCloseTo(0.988815174, 9);
    expect(fenskeStages({ light: 19, heavy: 1 / 19 }, 2.5)).toBeCloseTo(6.42686623, 8);
  });
  test('Kremser’s anchors, and stages back from losses', () => {
    expect(kremserAbsorbed(1.4, 6)).toBeCloseTo(0.9580772131, 9);
    expect(kremserAbsorbed(1, 6)).toBeCloseTo(6 / 7, 12);
    expect(kremserAbsorbed(0.8, 1e6)).toBeCloseTo(0.8, 9);
    expect(kremserStages(1.4, 0.01)).toBeCloseTo(10.03678599, 8);
    expect(kremserStages(0.8, 0.1)).toBe(Infinity);
    expect(kremserStages(1, 0.1)).toBeCloseTo(9, 12);
    expect(kremserLoss(50, 1e4)).toBe(0);
    expect(effectiveFactor(1.2, 1.8)).toBeCloseTo(1.551828453, 9);
    const exact = 1 / (1.2 * 1.8 + 1.8 + 1);
    expect(kremserLoss(effectiveFactor(1.2, 1.8), 2)).toBeCloseTo(exact, 12);
  });
  test('the feed stage by total reflux: a feed like the distillate enters at the top', () => {
    const [D, B] = [
      { light: 0.95, heavy: 0.05 },
      { light: 0.05, heavy: 0.95 },
    ];
    expect(fenskeRatio({ light: 0.5, heavy: 0.5 }, D, B, 2, 2)).toBeCloseTo(1, 12);
    expect(fenskeRatio({ light: 0.95, heavy: 0.05 }, D, B, 2, 2)).toBeCloseTo(0, 12);
  });
  const feeds = fc.integer({ min: 2, max: 8 }).chain((n) =>
    fc.record({
      steps: fc.array(fc.double({ min: 1.02, max: 4, noNaN: true }), { minLength: n - 1, maxLength: n - 1 }),
      parts: fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: n, maxLength: n }),
      q: fc.double({ min: -0.5, max: 1.5, noNaN: true }),
      key: fc.integer({ min: 0, max: n - 2 }),
      apart: fc.integer({ min: 1, max: n - 1 }),
      recovery: fc.double({ min: 0.9, max: 0.999, noNaN: true }),
    }),
  );
  test('Underwood: the equations hold, no component leaves more than it entered, order and scale do not matter', () => {
    fc.assert(
      fc.property(feeds, ({ steps, parts, q, key, apart, recovery }) => {
        const alpha = Float64Array.from(
          [
            1,
            ...steps.map(
              (
                (product) => (s: number) =>
                  (product *= s)
              )(1),
            ),
          ].reverse(),
        );
        const feed = Float64Array.from(parts);
        const n = feed.length;
        const heavy = Math.min(key + apart, n - 1);
        const keys = { light: key, heavy, overheadLight: recovery * feed[key], overheadHeavy: (1 - recovery) * feed[heavy] };
        const found = underwood({ alpha, feed, q }, keys);
        fc.pre(found.reflux > 0); // below 0 the split asks less than one flash gives, and shares overhead mean nothing
        const total = feed.reduce((sum, f) => sum + f, 0);
        for (const theta of found.roots) {
          const [feedSum, topSum] = [feed, found.distillate].map((flows) =>
            flows.reduce((sum, f, i) => sum + (alpha[i] * f) / (alpha[i] - theta), 0),
          );
          expect(Math.abs(feedSum - (1 - q) * total)).toBeLessThan(1e-6 * total * n);
          expect(Math.abs(topSum - found.vapour)).toBeLessThan(1e-6 * (total + Math.abs(found.vapour)) * n);
        }
        for (let i = 0; i < n; i++) {
          if (i > key && i < heavy) continue; // between the keys a share is what the equations say
          expect(found.distillate[i]).toBeGreaterThanOrEqual(-1e-9);
          expect(found.distillate[i]).toBeLessThanOrEqual(feed[i] * (1 + 1e-9));
        }
        const turned = underwood(
          { alpha: alpha.toReversed().map((a) => 7 * a), feed: feed.toReversed(), q },
          { ...keys, light: n - 1 - key, heavy: n - 1 - heavy },
        );
        expect(Math.abs(turned.vapour - found.vapour)).toBeLessThan(1e-7 * (total + Math.abs(found.vapour)));
      }),
      { numRuns: 500 },
    );
  });
  test('isomers of one volatility share one fate; a component that is not in the feed does not matter', () => {
    const keys = { light: 2, heavy: 3, overheadLight: 24, overheadHeavy: 1 };
    const plain = underwood(splitter, keys);
    const { alpha, feed } = splitter;
    const twins = { alpha: Float64Array.of(...alpha, 1.5, 0.85), feed: Float64Array.of(...feed.with(4, 20), 0, 15), q: 1 };
    const found = underwood(twins, keys);
    expect(found.vapour).toBeCloseTo(plain.vapour, 9);
    expect(found.distillate[4] / 20).toBeCloseTo(found.distillate[6] / 15, 12);
    expect(found.distillate[5]).toBe(0);
  });
  test('inverted keys are the caller’s mistake', () => {
    expect(() => underwood(splitter, { light: 3, heavy: 2, overheadLight: 1, overheadHeavy: 1 })).toThrow(RangeError);
  });
});

test('Underwood’s roots are those that plain bisection finds between the same two volatilities', () => {
  const flow = fc.double({ min: 1, max: 100, noNaN: true });
  const step = fc.double({ min: 1.15, max: 3, noNaN: true });
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 8 }).chain((n) => fc.array(fc.tuple(flow, step), { minLength: n, maxLength: n })),
      fc.double({ min: -0.3, max: 1.4, noNaN: true }),
      fc.nat(),
      (parts, q, pick) => {
        const feed = Float64Array.from(parts, ([f]) => f);
        let above = 1;
        const alpha = Float64Array.from(parts.toReversed(), ([, s]) => (above *= s)).reverse(); // falling
        const light = pick % (parts.length - 1);
        const keys = { light, heavy: light + 1, overheadLight: 0.98 * feed[light], overheadHeavy: 0.02 * feed[light + 1] };
        const total = feed.reduce((sum, f) => sum + f, 0);
        const excess = (theta: number): number =>
          feed.reduce((sum, f, i) => sum + (alpha[i] * f) / (alpha[i] - theta), 0) - (1 - q) * total;
        const { roots } = underwood({ alpha, feed, q }, keys);
        expect(roots.length).toBeGreaterThan(0);
        for (const root of roots) {
          const upper = alpha.findLastIndex((a) => a > root);
          let [low, high] = [alpha[upper + 1], alpha[upper]]; // from −∞ at the lower volatility to +∞ at the upper one
          for (let k = 0; k < 200; k++) {
            const middle = (low + high) / 2;
            if (excess(middle) > 0) high = middle;
            else low = middle;
          }
          expect(Math.abs(root / low - 1)).toBeLessThan(1e-9);
        }
      },
    ),
  );
});
