/**
 * A binary column as its streams: what enters and leaves between distillate and bottoms, each by its flow, its composition and its quality, per mole
 * of all feeds together. A side draw is a feed taken away: a liquid one of quality 1, a vapour one of quality 0.
 */
import { bracketedRoot } from '../numerics/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve, CurvePoint } from './curve.ts';

/** A feed of the drawing. */
export interface BinaryFeed {
  /** Part of all feeds, mol/mol. */
  flow: number;
  /** Mole fraction of the more volatile component. */
  z: number;
  /** Moles of liquid that a mole of it adds below: 1 saturated liquid, 0 saturated vapour. */
  q: number;
}

/** A side draw of the drawing. */
export interface BinaryDraw {
  /** Per mole of all feeds, mol/mol. */
  flow: number;
  phase: 'liquid' | 'vapour';
  /** Mole fraction of the more volatile component in it. */
  x: number;
}

/** What the drawing takes of a column: feeds, products, draws, ends. */
export interface BinaryColumn {
  feeds: readonly BinaryFeed[];
  draws: readonly BinaryDraw[];
  /** A kettle reboiler, or vapour of the pure heavy component (steam) blown in under the last stage. */
  bottom: 'reboiler' | 'steam';
  /** Mole fractions of the more volatile component in distillate and bottoms. */
  xD: number;
  xB: number;
}

/** A feed or a side draw where it belongs on the drawing, from the top down. */
export interface Entry {
  kind: 'feed' | 'draw';
  /** Its place among the feeds or the draws. */
  index: number;
  /** Negative for a draw. */
  flow: number;
  z: number;
  q: number;
  /** Where its line meets the curve. */
  pinch: CurvePoint;
}

/** A column of one feed and no draws. */
export interface Split {
  z: number;
  xD: number;
  xB: number;
  q: number;
}

/** A column of one feed, as most are. */
export const oneFeed = ({ z, xD, xB, q }: Split): BinaryColumn => ({
  feeds: [{ flow: 1, z, q }],
  draws: [],
  bottom: 'reboiler',
  xD,
  xB,
});

/**
 * Feeds and draws in the order in which a liquid going down the column comes to resemble them: by where their lines
 *   x = z + (q − 1) t,  y = z + q t
 * meet the curve. t = y − x is the height above the diagonal.
 */
export function entriesOf(curve: BinaryCurve, column: BinaryColumn): Entry[] {
  const feeds = column.feeds.map(({ flow, z, q }, index): Entry => ({
    kind: 'feed',
    index,
    flow,
    z,
    q,
    pinch: pinchOf(curve, z, q),
  }));
  const draws = column.draws.map(({ flow, phase, x }, index): Entry => {
    const q = phase === 'liquid' ? 1 : 0;
    return { kind: 'draw', index, flow: -flow, z: x, q, pinch: pinchOf(curve, x, q) };
  });
  return [...feeds, ...draws].sort((a, b) => b.pinch.x - a.pinch.x);
}

/**
 * The first crossing of a q-line and the curve, counted from the diagonal: bracketed by the samples, solved on the model. A q-line can cross a
 * curve with a flat part more than once.
 */
function pinchOf(curve: BinaryCurve, z: number, q: number): CurvePoint {
  const { x, y } = curve;
  const point = makeCurvePoint();
  /** How far right of the q-line the curve is at x; 0 where they cross. */
  const beside = (at: number): number => {
    curve.at(at, point);
    return at - z - (q - 1) * (point.y - at);
  };
  const sampled = (k: number): number => x[k] - z - (q - 1) * (y[k] - x[k]);
  let best = -1;
  for (let k = 0; k + 1 < x.length; k++) {
    if (sampled(k) * sampled(k + 1) > 0 || (y[k] <= x[k] && y[k + 1] <= x[k + 1])) continue;
    if (best < 0 || y[k] - x[k] < y[best] - x[best]) best = k;
  }
  if (best < 0) throw new RangeError('the q-line leaves the unit square without meeting the curve');
  const [low, high] = [x[best], x[best + 1]];
  // A sample that lies on the q-line to the last figure needs no search.
  const nearer = Math.abs(sampled(best)) < Math.abs(sampled(best + 1)) ? low : high;
  beside(beside(low) * beside(high) < 0 ? bracketedRoot(beside, low, high, 1e-14) : nearer);
  // On the q-line by its better-conditioned side: a curve that is all but vertical leaves y with no figures.
  const t = Math.abs(1 - q) > 0.5 ? (z - point.x) / (1 - q) : point.y - point.x;
  point.x = z + (q - 1) * t;
  point.y = z + q * t;
  return point;
}

/**
 * The distillate per mole of feed, from the balances around the column, as d0 + d1 L with the liquid L that runs down its top. With a reboiler it
 * stands by the split alone; steam dilutes the bottoms, the more the more liquid there is:
 *   reboiler  Σ f z = D xD + (Σ f − D) xB;   steam  Σ f z = D xD + (L + Σ f q) xB
 */
export function distillateLaw(column: BinaryColumn, entries: readonly Entry[]): { d0: number; d1: number } {
  const { xD, xB } = column;
  const light = sum(entries, ({ flow, z }) => flow * z);
  if (column.bottom === 'reboiler') return { d0: (light - sum(entries, ({ flow }) => flow) * xB) / (xD - xB), d1: 0 };
  return { d0: (light - xB * sum(entries, ({ flow, q }) => flow * q)) / xD, d1: -xB / xD };
}

const sum = (entries: readonly Entry[], of: (entry: Entry) => number): number =>
  entries.reduce((total, entry) => total + of(entry), 0);
