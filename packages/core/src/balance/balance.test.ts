import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { CellKind } from '@keen-ladder/schema';
import { published } from '../testing/index.ts';
import { balanceSheet, cellValue, keysOf } from './index.ts';
import type { FixedCell, SheetAnswer, SheetFeed } from './index.ts';

const DISTILLATE = 0;
const BOTTOMS = 1;

function feedOf(flows: number[], products = 2, molarMass = flows.map((_, i) => 0.03 + 0.015 * i)): SheetFeed {
  return { flows: Float64Array.from(flows), molarMass: Float64Array.from(molarMass), products };
}

function cell(
  component: number | undefined,
  product: number,
  kind: CellKind,
  value: number,
  wish: FixedCell['wish'] = 'equal',
): FixedCell {
  return { component, product, kind, value, wish };
}

/** ln α falling from the first component to the last. */
const falling = (n: number, step = 0.6): Float64Array => Float64Array.from({ length: n }, (_, i) => -step * i);

function completeOf(answer: SheetAnswer): { flows: number[]; lines: { stages: number; bend: number } | undefined } {
  if (answer.standing.state !== 'complete') throw new Error(JSON.stringify(answer.standing));
  const flows = answer.flows.map((f) => {
    if (f === undefined) throw new Error('a complete sheet with a gap');
    return f;
  });
  return { flows, lines: answer.standing.lines };
}

describe('two components', () => {
  test('Treybal’s methanol and water, with the mole fractions that he rounds: two purities say both products', () => {
    const source = 'Treybal, Mass-Transfer Operations, 3rd ed. (1980), Illustration 9.8 (balances)';
    const feed = feedOf([216.8 * 0.36, 216.8 * 0.64]); // kmol/h in place of mol/s
    const cells = [cell(0, DISTILLATE, 'fraction', 0.915), cell(0, BOTTOMS, 'fraction', 0.00565)];
    const [D, W] = balanceSheet(feed, cells, undefined).totals.map((total) => total ?? Number.NaN);
    published(source, 'distillate, kmol/h', D, 84.4, 0.1);
    published(source, 'residue, kmol/h', W, 132.4, 0.1);
  });
  test('any two cells give back the sheet they were read from', () => {
    fc.assert(
      fc.property(sheetOf(2), fc.uniqueArray(fc.integer({ min: 0, max: 19 }), { minLength: 2, maxLength: 2 }), (truth, picks) => {
        const all = everyCell(truth);
        const cells = picks.map((k) => all[k % all.length]);
        const answer = balanceSheet(truth.feed, cells, undefined);
        if (answer.standing.state === 'open') {
          // Nothing that follows may be wrong, and what is wanting must truly be free: brute force over the other cells.
          expect(rankByBruteForce(truth.feed, cells)).toBeLessThan(2);
          answer.flows.forEach((f, k) => {
            if (f !== undefined) expect(f).toBeCloseTo(truth.flows[k], 7);
          });
          return;
        }
        const { flows } = completeOf(answer);
        flows.forEach((f, k) => {
          expect(Math.abs(f - truth.flows[k])).toBeLessThan(1e-5 * truth.feed.flows[k >> 1] + 1e-9);
        });
      }),
    );
  });
});

describe('many components', () => {
  test('two recoveries send the others where total reflux sends them', () => {
    const feed = feedOf([30, 35, 20, 15]);
    const lnAlpha = falling(4, Math.log(2));
    const { flows, lines } = completeOf(
      balanceSheet(feed, [cell(1, DISTILLATE, 'recovery', 0.985), cell(2, BOTTOMS, 'recovery', 0.999)], lnAlpha),
    );
    const ratio = (i: number): number => flows[2 * i] / flows[2 * i + 1];
    const N = Math.log((0.985 / 0.015) * (0.999 / 0.001)) / Math.log(2); // Fenske (1932)
    expect(lines?.stages).toBeCloseTo(N, 7);
    expect(Math.log(ratio(0) / ratio(1))).toBeCloseTo(N * Math.log(2), 7);
    expect(Math.log(ratio(2) / ratio(3))).toBeCloseTo(N * Math.log(2), 7);
  });
  test('sheets made by total reflux are found again from any two numbers, and any more change nothing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 20 }).chain((n) => linesOf(n)),
        fc.array(fc.nat(), { minLength: 2, maxLength: 5 }),
        (truth, picks) => {
          const all = everyCell(truth).filter((c) => isInside(truth, c));
          const cells = [...new Set(picks.map((k) => k % all.length))].map((k) => all[k]);
          const answer = balanceSheet(truth.feed, cells, truth.lnAlpha);
          expect(['complete', 'open']).toContain(answer.standing.state);
          if (answer.standing.state !== 'complete') return;
          for (const asked of cells) {
            const value = cellValue(truth.feed, asked, answer) ?? Number.NaN;
            expect(Math.abs(value / asked.value - 1)).toBeLessThan(1e-7);
          }
          checkBalances(truth.feed, answer);
        },
      ),
      { numRuns: 300 },
    );
  });
  test('more numbers than a line takes bend it, and are met all the same', () => {
    const feed = feedOf([30, 35, 20, 15, 8]);
    const cells = [
      cell(0, DISTILLATE, 'recovery', 0.9),
      cell(1, DISTILLATE, 'recovery', 0.6),
      cell(3, DISTILLATE, 'recovery', 0.3),
    ];
    const answer = balanceSheet(feed, cells, falling(5));
    const { lines } = completeOf(answer);
    for (const asked of cells) expect(cellValue(feed, asked, answer)).toBeCloseTo(asked.value, 9);
    expect(lines?.bend).toBeGreaterThan(0.01);
  });
  test('a side draw asks two more numbers, and four do', () => {
    const feed = feedOf([30, 35, 20, 15], 3);
    const four = [
      cell(0, 0, 'recovery', 0.98),
      cell(1, 0, 'fraction', 0.02),
      cell(1, 1, 'fraction', 0.9),
      cell(3, 2, 'recovery', 0.97),
    ];
    const open = balanceSheet(feed, four.slice(0, 3), falling(4)).standing;
    expect(open).toMatchObject({ state: 'open', needed: 1 });
    const answer = balanceSheet(feed, four, falling(4));
    completeOf(answer);
    for (const asked of four) expect(cellValue(feed, asked, answer)).toBeCloseTo(asked.value, 9);
    checkBalances(feed, answer);
  });
  test('keys are the named components next to the cut', () => {
    const overhead = Float64Array.of(0.999, 0.99, 0.6, 0.3, 0.01);
    expect(keysOf(overhead, falling(5), [cell(1, 0, 'recovery', 0.99), cell(4, 1, 'recovery', 0.99)])).toEqual({
      light: 1,
      heavy: 4,
    });
    expect(keysOf(overhead, falling(5), [])).toEqual({ light: 2, heavy: 3 });
    expect(keysOf(Float64Array.of(0.9, 0.9), falling(2), [])).toBeUndefined();
  });
});

describe('what is missing', () => {
  test('an empty sheet wants two numbers, and what one number says is shown', () => {
    const feed = feedOf([30, 35, 20]);
    expect(balanceSheet(feed, [], falling(3)).standing).toMatchObject({
      state: 'open',
      needed: 2,
      propose: { component: 1, product: 0 },
    });
    const one = balanceSheet(feed, [cell(1, DISTILLATE, 'recovery', 0.9)], falling(3));
    expect(one.standing).toMatchObject({ state: 'open', needed: 1 });
    expect(one.flows[3]).toBeCloseTo(3.5, 10);
    expect(one.flows[0]).toBeUndefined();
  });
  test('what is proposed completes the sheet', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 8 }), fc.integer({ min: 2, max: 3 }), (n, products) => {
        const feed = feedOf(
          Array.from({ length: n }, (_, i) => 5 + i),
          products,
        );
        const cells: FixedCell[] = [];
        for (let left = 2 * (products - 1); left > 0; left--) {
          const { standing } = balanceSheet(feed, cells, falling(n));
          if (standing.state !== 'open' || standing.propose === undefined) throw new Error(standing.state);
          expect(standing.needed).toBe(left);
          cells.push(cell(standing.propose.component, standing.propose.product, 'recovery', 0.45));
        }
        expect(['complete', 'no-split']).toContain(balanceSheet(feed, cells, falling(n)).standing.state);
      }),
    );
  });
  test('without volatilities every component wants its number', () => {
    const feed = feedOf([30, 35, 20]);
    const cells = [cell(0, DISTILLATE, 'recovery', 0.9), cell(1, DISTILLATE, 'recovery', 0.5)];
    expect(balanceSheet(feed, cells, undefined).standing).toMatchObject({ state: 'open', needed: 1 });
    completeOf(balanceSheet(feed, [...cells, cell(2, DISTILLATE, 'recovery', 0.1)], undefined));
  });
  test('a cell that repeats another is told and counts for nothing', () => {
    const feed = feedOf([30, 35]);
    const answer = balanceSheet(feed, [cell(0, DISTILLATE, 'recovery', 0.9), cell(0, BOTTOMS, 'recovery', 0.1)], undefined);
    expect(answer.redundant).toEqual([1]);
    expect(answer.standing).toMatchObject({ state: 'open', needed: 1 });
  });
});

describe('what cannot be', () => {
  test('more than is fed', () => {
    const feed = feedOf([30, 35, 20]);
    const cells = [cell(0, DISTILLATE, 'recovery', 0.9), cell(1, BOTTOMS, 'flow', 40), cell(2, DISTILLATE, 'recovery', 0.1)];
    expect(balanceSheet(feed, cells, falling(3)).standing).toEqual({ state: 'contradiction', cells: [1] });
  });
  test('purity, recovery and flow that do not fit are named, and the fourth is not', () => {
    const feed = feedOf([30, 35, 20]);
    const cells = [
      cell(0, DISTILLATE, 'fraction', 0.9),
      cell(1, BOTTOMS, 'recovery', 0.99),
      cell(0, DISTILLATE, 'recovery', 0.95),
      cell(undefined, DISTILLATE, 'flow', 40),
    ];
    expect(balanceSheet(feed, cells, falling(3)).standing).toEqual({ state: 'contradiction', cells: [0, 3] });
  });
  test('a conflict that is named is one: without any of its cells the rest is possible', () => {
    fc.assert(
      fc.property(
        sheetOf(4),
        fc.array(fc.nat(), { minLength: 3, maxLength: 6 }),
        fc.double({ min: 1.3, max: 3, noNaN: true }),
        (truth, picks, off) => {
          const all = everyCell(truth);
          const cells = [...new Set(picks.map((k) => k % all.length))].map((k) => all[k]);
          const spoilt = cells.map((c, k) =>
            k === 0
              ? { ...c, value: Math.min(c.value * off, c.kind.endsWith('flow') || c.kind === 'ratio' ? Infinity : 0.999) }
              : c,
          );
          const { standing } = balanceSheet(truth.feed, spoilt, undefined);
          if (standing.state !== 'contradiction') return;
          for (const left of standing.cells) {
            const rest = standing.cells.filter((k) => k !== left).map((k) => spoilt[k]);
            expect(balanceSheet(truth.feed, rest, undefined).standing.state).not.toBe('contradiction');
          }
        },
      ),
    );
  });
});

describe('wishes', () => {
  const feed = feedOf([30, 35, 20]);
  test('a wish is held at its limit where a number is missing', () => {
    const cells = [cell(0, DISTILLATE, 'recovery', 0.99), cell(1, DISTILLATE, 'fraction', 0.002, 'not-above')];
    const answer = balanceSheet(feed, cells, falling(3));
    expect(answer.held).toEqual([1]);
    expect(cellValue(feed, cells[1], answer)).toBeCloseTo(0.002, 10);
  });
  test('a wish beside a complete sheet is met or not, by so much', () => {
    const equal = [cell(0, DISTILLATE, 'recovery', 0.99), cell(1, DISTILLATE, 'recovery', 0.01)];
    const standing = (wish: FixedCell) => balanceSheet(feed, [...equal, wish], falling(3)).standing;
    expect(standing(cell(2, DISTILLATE, 'fraction', 0.01, 'not-above'))).toMatchObject({ state: 'complete', unmet: [] });
    expect(standing(cell(0, DISTILLATE, 'fraction', 0.995, 'not-below'))).toMatchObject({
      state: 'complete',
      unmet: [{ cell: 2 }],
    });
  });
});

test('a share of nothing or everything is our mistake', () => {
  expect(() => balanceSheet(feedOf([1, 1]), [cell(0, 0, 'recovery', 1)], undefined)).toThrow(RangeError);
  expect(() => balanceSheet(feedOf([1, 0]), [], undefined)).toThrow(RangeError);
  expect(() => balanceSheet(feedOf([1, 1]), [cell(undefined, 0, 'fraction', 0.5)], undefined)).toThrow(RangeError);
});

interface Truth {
  feed: SheetFeed;
  flows: number[];
  lnAlpha: Float64Array;
}

/** A sheet with arbitrary flows. */
function sheetOf(n: number): fc.Arbitrary<Truth> {
  return fc
    .array(fc.tuple(fc.double({ min: 1, max: 100, noNaN: true }), fc.double({ min: 0.02, max: 0.98, noNaN: true })), {
      minLength: n,
      maxLength: n,
    })
    .map((parts) => ({
      feed: feedOf(parts.map(([f]) => f)),
      flows: parts.flatMap(([f, up]) => [f * up, f * (1 - up)]),
      lnAlpha: falling(n),
    }));
}

/** A sheet on a total-reflux line. */
function linesOf(n: number): fc.Arbitrary<Truth> {
  return fc
    .tuple(
      fc.array(fc.double({ min: 1, max: 100, noNaN: true }), { minLength: n, maxLength: n }),
      fc.array(fc.double({ min: 0.1, max: 0.8, noNaN: true }), { minLength: n, maxLength: n }),
      fc.double({ min: 3, max: 25, noNaN: true }),
      fc.double({ min: 0.15, max: 0.85, noNaN: true }),
    )
    .map(([flows, steps, stages, cut]) => {
      let sum = 0;
      const lnAlpha = Float64Array.from(steps, (s) => (sum -= s));
      const at = lnAlpha[0] + cut * (lnAlpha[n - 1] - lnAlpha[0]);
      const up = Array.from(lnAlpha, (a) => 1 / (1 + Math.exp(-stages * (a - at))));
      return { feed: feedOf(flows), flows: flows.flatMap((f, i) => [f * up[i], f * (1 - up[i])]), lnAlpha };
    });
}

function everyCell({ feed, flows }: Truth): FixedCell[] {
  const n = feed.flows.length;
  const sum = (p: number, isMass = false): number =>
    feed.flows.reduce((s, _, i) => s + flows[2 * i + p] * (isMass ? feed.molarMass[i] : 1), 0);
  const F = feed.flows.reduce((s, f) => s + f, 0);
  const cells: FixedCell[] = [];
  for (const p of [0, 1]) {
    for (let i = 0; i < n; i++) {
      const f = flows[2 * i + p];
      cells.push(cell(i, p, 'flow', f), cell(i, p, 'mass-flow', f * feed.molarMass[i]), cell(i, p, 'recovery', f / feed.flows[i]));
      cells.push(cell(i, p, 'fraction', f / sum(p)), cell(i, p, 'mass-fraction', (f * feed.molarMass[i]) / sum(p, true)));
    }
    cells.push(
      cell(undefined, p, 'flow', sum(p)),
      cell(undefined, p, 'mass-flow', sum(p, true)),
      cell(undefined, p, 'recovery', sum(p) / F),
    );
  }
  cells.push({ ...cell(undefined, 0, 'ratio', sum(0) / sum(1)), over: 1 });
  return cells;
}

/** Not so near to nothing or everything that its number has no figures left. */
function isInside({ feed, flows }: Truth, { component, product, kind, value }: FixedCell): boolean {
  const share = component === undefined ? 0.5 : flows[2 * component + product] / feed.flows[component];
  return share > 1e-4 && share < 1 - 1e-4 && (kind.endsWith('flow') || kind === 'ratio' || (value > 1e-4 && value < 1 - 1e-4));
}

/** How many independent numbers these cells are, by moving both free flows a little and looking whether anything asked stands still. */
function rankByBruteForce(feed: SheetFeed, cells: readonly FixedCell[]): number {
  const values = (u: readonly number[]): number[] => {
    const flows = feed.flows.reduce<number[]>((all, f, i) => [...all, f * u[i], f * (1 - u[i])], []);
    return cells.map(
      (c) =>
        everyCell({ feed, flows, lnAlpha: falling(2) }).find(
          (e) => e.component === c.component && e.product === c.product && e.kind === c.kind,
        )?.value ?? 0,
    );
  };
  const at = [0.37, 0.61];
  const base = values(at);
  const [a, b] = [0, 1].map((k) => values(at.map((u, j) => (j === k ? u + 1e-6 : u))).map((v, c) => (v / base[c] - 1) / 1e-6));
  const determinant = a[0] * b[1] - a[1] * b[0];
  return Math.abs(determinant) > 1e-4 ? 2 : 1;
}

function checkBalances(feed: SheetFeed, { flows }: SheetAnswer): void {
  const { products } = feed;
  feed.flows.forEach((f, i) => {
    const out = flows.slice(i * products, (i + 1) * products).reduce<number>((s, v) => s + (v ?? Number.NaN), 0);
    expect(Math.abs(out / f - 1)).toBeLessThan(1e-9);
  });
}
