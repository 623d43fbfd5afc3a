/**
 * Rating: what a column of given stages makes of a feed. Two things are known beside the stages; the rest follows from the balances
 *   1 = d + b,  z = d xD + b xB,  R d = L,  V' = (R + 1) d − (1 − q),  S = V'/b
 * and from stepping the stages from both ends, which closes the last freedom: both must come to the same liquid on the feed stage. That is one equation in
 * one unknown, looked for along its whole range:
 *   d and R known (also by S):         the distillate's purity, from that of the feed up;
 *   one purity and R or S known:       the distillate's share of the feed, or its purity;
 *   the split known (two of d, xD, xB): the reflux.
 * Stages count from the top; a total condenser is none, a partial one is stage 1, the kettle the last.
 * Source: McCabe & Thiele (1925); the check values of ../shared/validation-columns.md, B3, come from a linear solve of the stage balances.
 */
import { bracketedRoot, outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';
import { onLine, operatingLines } from './lines.ts';
import type { Split } from './lines.ts';
import type { Stage } from './staircase.ts';

/** mol/mol: reflux L/D, boil-up V'/B, distillate per feed, purities of the more volatile component. */
export type RatingQuantity = 'reflux' | 'boil-up' | 'distillate' | 'distillate-purity' | 'bottoms-purity';

export interface RatingInput {
  z: number;
  q: number;
  /** Stages above the feed stage, and below it with the reboiler. */
  above: number;
  below: number;
  known: Partial<Record<RatingQuantity, number>>;
}

/** The split and the reflux that the stages make. */
interface Rating extends Split {
  reflux: number;
}

export interface RatedColumn extends Rating {
  stages: Stage[];
}

/**
 * @returns solved; or out-of-reach: `rating-impossible` when the two that are known leave no column (a share of the feed outside 0 to 1, a purity on the
 *          wrong side of the feed, nothing to boil), or no value of the unknown makes these stages do it
 * @throws RangeError unless exactly two things are known, or a number of stages is not whole or below its least: our mistake, never the user's
 */
export function rateColumn(curve: BinaryCurve, input: RatingInput): Outcome<RatedColumn> {
  checkInput(input);
  const unknown = unknownOf(input);
  if (unknown === undefined || !(unknown.from < unknown.to)) return outOfReach({ code: 'rating-impossible' });
  const miss = (t: number): number => missedBy(curve, input, unknown.at(t));
  const root = firstRoot(miss, unknown.from, unknown.to, (t) => isColumn(unknown.at(t)));
  if (root === undefined) return outOfReach({ code: 'rating-impossible' });
  const rating = unknown.at(root);
  return solved({ ...rating, stages: stagesOf(curve, input, rating) });
}

/**
 * Where f vanishes between the ends. It is looked at along the way, since towards an end that is no column (nothing boils, an empty product) the
 * steps leave the diagram on either side; a leap from one side to the other is no root. With one purity and the reflux known there can be two
 * columns; the first is taken, with the smaller distillate or the leaner one.
 */
function firstRoot(f: (t: number) => number, from: number, to: number, isMeant: (t: number) => boolean): number | undefined {
  const at = looks(from, to);
  const values = at.map(f);
  for (let k = 1; k < at.length; k++) {
    const between = values[k - 1] * values[k] < 0 ? [at[k - 1], at[k]] : foldRoot(f, at, values, k);
    if (between === undefined) continue;
    const root = bracketedRoot(f, between[0], between[1], 1e-15);
    if (Math.abs(f(root)) < MET && isMeant(root)) return root;
  }
  return undefined;
}

/** Closer towards both ends, where purities crowd. */
function looks(from: number, to: number): number[] {
  return Array.from({ length: LOOKS + 1 }, (_, k) => {
    const share = (1 - Math.cos((Math.PI * k) / LOOKS)) / 2;
    return from + (to - from) * Math.min(Math.max(share, EDGE), 1 - EDGE);
  });
}

/** Where f bends back towards 0 between three looks, two roots may lie that no look parts: the bend is followed by golden section. */
function foldRoot(f: (t: number) => number, at: number[], values: number[], k: number): [number, number] | undefined {
  if (k + 1 >= at.length || !(values[k - 1] * values[k] > 0 && values[k] * values[k + 1] > 0)) return undefined;
  const sign = Math.sign(values[k]);
  if (!(sign * values[k] < sign * values[k - 1] && sign * values[k] < sign * values[k + 1])) return undefined;
  let [low, high] = [at[k - 1], at[k + 1]];
  for (let cut = 0; cut < CUTS; cut++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    const [fa, fb] = [sign * f(a), sign * f(b)];
    if (fa < 0) return [at[k - 1], a];
    if (fb < 0) return [at[k - 1], b];
    if (fa < fb) high = b;
    else low = a;
  }
  return undefined;
}

/**
 * The feed stage at which the same stages and the same two known quantities part most: the purities farthest apart, or with the split given the
 * least reflux. Climbed to from the stage given, since there is one best and everything falls away from it on both sides.
 */
export function bestRatedFeedStage(curve: BinaryCurve, input: RatingInput): number {
  const stages = input.above + 1 + input.below;
  const merit = (stage: number): number => {
    if (stage < 1 || stage >= stages) return -Infinity;
    const rated = rateColumn(curve, { ...input, above: stage - 1, below: stages - stage });
    if (rated.state !== 'solved') return -Infinity;
    return isSplitKnown(input) ? -rated.value.reflux : rated.value.xD - rated.value.xB;
  };
  let best = { stage: input.above + 1, merit: merit(input.above + 1) };
  for (const direction of [1, -1]) {
    for (let stage = best.stage + direction; ; stage += direction) {
      const here = merit(stage);
      if (!(here > best.merit)) break;
      best = { stage, merit: here };
    }
  }
  return best.stage;
}

/** The quantity that is sought and the column at any value of it. */
interface Unknown {
  from: number;
  to: number;
  at: (t: number) => Rating;
}

const isSplitKnown = ({ known }: RatingInput): boolean => known.reflux === undefined && known['boil-up'] === undefined;

function unknownOf(input: RatingInput): Unknown | undefined {
  const { z, q, known } = input;
  const { reflux: R, 'boil-up': S, distillate: d, 'distillate-purity': xD, 'bottoms-purity': xB } = known;
  /** Of the two internal flows the one that is given, at a distillate of so much. */
  const refluxAt = (D: number): number => R ?? ((S ?? 0) * (1 - D) + 1 - q) / D - 1;
  const column = (D: number, top: number, bottom: number): Rating => ({ z, q, xD: top, xB: bottom, reflux: refluxAt(D) });
  const share = d ?? (R !== undefined && S !== undefined ? (S + 1 - q) / (R + 1 + S) : undefined);
  if (share !== undefined && (R !== undefined || S !== undefined)) {
    if (!(share > 0 && share < 1)) return undefined;
    return { from: z, to: Math.min(1, z / share), at: (t) => column(share, t, (z - share * t) / (1 - share)) };
  }
  if (isSplitKnown(input)) return unknownReflux(input);
  if (xD !== undefined) {
    if (!(xD > z && xD < 1)) return undefined;
    return { from: 0, to: z / xD, at: (t) => column(t, xD, (z - t * xD) / (1 - t)) };
  }
  if (xB === undefined || !(xB > 0 && xB < z)) return undefined;
  return { from: z, to: 1, at: (t) => column((z - xB) / (t - xB), t, xB) };
}

/** With the split given the reflux is sought, from where the reboiler begins to boil. */
function unknownReflux({ z, q, known }: RatingInput): Unknown | undefined {
  const { distillate: d, 'distillate-purity': top, 'bottoms-purity': bottom } = known;
  const xD = top ?? (d === undefined || bottom === undefined ? Number.NaN : (z - (1 - d) * bottom) / d);
  const xB = bottom ?? (d === undefined ? Number.NaN : (z - d * xD) / (1 - d));
  if (!(xB > 0 && xB < z && xD > z && xD < 1)) return undefined;
  const least = Math.max(0, (1 - q) / ((z - xB) / (xD - xB)) - 1);
  /** t from 0 to 1 is a reflux from the least to no end. */
  return { from: 0, to: 1, at: (t) => ({ z, q, xD, xB, reflux: least + t / (1 - t) }) };
}

/**
 * By how much the liquid of the feed stage differs as stepped to from above and from below. Stepped through from one end only, errors would grow
 * with every stage beyond the feed; towards the feed they shrink. Where the steps leave the diagram they end, their sign clear.
 */
function missedBy(curve: BinaryCurve, input: RatingInput, rating: Rating): number {
  const { above, below } = operatingLines(rating, rating.reflux);
  const point = makeCurvePoint();
  let y = rating.xD;
  for (let stage = 0; stage < input.above && inDiagram(y); stage++) {
    curve.atVapour(y, point);
    y = onLine(above, point.x);
  }
  if (inDiagram(y)) curve.atVapour(y, point);
  const fromAbove = inDiagram(y) ? point.x : y;
  let x = rating.xB;
  for (let stage = 0; stage < input.below && inDiagram(x); stage++) {
    curve.at(x, point);
    x = (point.y - below.intercept) / below.slope;
  }
  return fromAbove - x;
}

const inDiagram = (share: number): boolean => share > 0 && share < 1;

/** The stages of a rating, from the top: down to the feed stage, and from the reboiler up to it. */
function stagesOf(curve: BinaryCurve, input: RatingInput, rating: Rating): Stage[] {
  const { above, below } = operatingLines(rating, rating.reflux);
  const point = makeCurvePoint();
  const stages: Stage[] = [];
  for (let y = rating.xD; stages.length <= input.above; y = onLine(above, point.x)) {
    curve.atVapour(y, point);
    stages.push({ x: point.x, y, T: point.T });
  }
  const fromBelow: Stage[] = [];
  for (let x = rating.xB; fromBelow.length < input.below; x = (point.y - below.intercept) / below.slope) {
    curve.at(x, point);
    fromBelow.push({ x, y: point.y, T: point.T });
  }
  return [...stages, ...fromBelow.reverse()];
}

function isColumn(rating: Rating): boolean {
  const { z, xD, xB, reflux } = rating;
  if (!(xB > 0 && xB < z && xD > z && xD < 1 && reflux >= 0)) return false;
  const { vapourBelow, liquidBelow } = operatingLines(rating, reflux);
  return vapourBelow > 0 && liquidBelow > 0;
}

function checkInput({ above, below, known }: RatingInput): void {
  if (!Number.isInteger(above) || !Number.isInteger(below) || above < 0 || below < 1)
    throw new RangeError(`${above} stages above the feed and ${below} below`);
  if (Object.keys(known).length !== 2) throw new RangeError('two quantities rate a column');
}

/** The ends themselves are no columns: an empty product, or purities alike. */
const EDGE = 1e-9;
const LOOKS = 60;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const CUTS = 40;
/** Mole fraction by which the two may differ. */
const MET = 1e-9;
