/**
 * Rating a binary column: the stages are there, two things are known beside them, and the split follows.
 *
 * With distillate and reflux the flows stand everywhere, and the stages' own balances with the equilibrium (or Murphree's share of it) are as many
 * equations as there are compositions: solved by Newton's method. Of the other pairs one is met by these
 * flows at once and the other looked for along its whole range:
 *   two of d, R and S known:           the flows themselves;
 *   one purity and R or S known:       the distillate's share of the feed;
 *   one purity and d, or both known:   the reflux (without draws and steam both purities say the distillate).
 * Stages count from the top; a total condenser is none, a partial one is stage 1, the kettle the last.
 * Source: McCabe & Thiele (1925); the check values of ../shared/validation-columns.md, B3 to B6, come from a linear solve of the stage balances.
 */
import type { RatingQuantity } from '@keen-ladder/schema';
import { bracketedRoot, factorDense, outOfReach, solved, solveDense } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { BinaryDraw, BinaryFeed } from './column.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';
import type { Stage } from './staircase.ts';

/** Stages there are, and what is known besides. */
export interface RatingInput {
  feeds: readonly (BinaryFeed & { stage: number })[];
  draws: readonly (Omit<BinaryDraw, 'x'> & { stage: number })[];
  /** In all, with the reboiler and a partial condenser. */
  stages: number;
  bottom: 'reboiler' | 'steam';
  /** Murphree's of the vapour, 0 to 1; a partial condenser and a reboiler are whole stages. */
  efficiency: number;
  hasPartialCondenser: boolean;
  /** Pa on each stage where it is not the curve's own. */
  pressureOn?: (stage: number) => number;
  known: Partial<Record<RatingQuantity, number>>;
}

/** The split that given stages make. */
export interface RatedColumn {
  xD: number;
  xB: number;
  /** mol/mol inside the column, and per mole of feed. */
  reflux: number;
  distillate: number;
  /** Composition of each draw. */
  draws: number[];
  stages: Stage[];
}

/**
 * @returns solved; or out-of-reach: `rating-impossible` when the two that are known leave no column (a share of the feed outside 0 to 1, a purity on the
 *          wrong side of the feed, nothing to boil), or no value of the unknown makes these stages do it
 * @throws RangeError unless exactly two things are known, or a stage does not exist: our mistake, never the user's
 */
export function rateColumn(curve: BinaryCurve, input: RatingInput): Outcome<RatedColumn> {
  checkInput(input);
  const profile = new Profile(curve, input);
  const flows = knownFlows(input);
  const rated = flows === undefined ? searched(input, profile) : profile.solve(flows);
  return rated === undefined ? outOfReach({ code: 'rating-impossible' }) : solved(rated);
}

/** Distillate per feed and reflux ratio inside: with them every flow stands. */
interface Flows {
  distillate: number;
  reflux: number;
}

/** Sums over feeds and draws: all of them, what they add to the liquid, what of the light component they bring (draws apart). */
function sumsOf({ feeds, draws }: RatingInput) {
  const drawn = draws.reduce((sum, { flow }) => sum + flow, 0);
  const liquidDrawn = draws.reduce((sum, { flow, phase }) => sum + (phase === 'liquid' ? flow : 0), 0);
  return {
    left: 1 - drawn,
    liquid: feeds.reduce((sum, { flow, q }) => sum + flow * q, 0) - liquidDrawn,
    light: feeds.reduce((sum, { flow, z }) => sum + flow * z, 0),
  };
}

/** The reflux at which a distillate leaves a boil-up ratio of S: V = S B, B being what is left, or under steam all the liquid. */
function refluxFor(input: RatingInput, D: number, S: number): number {
  const { left, liquid } = sumsOf(input);
  const takenFromVapour = left - liquid; // what the streams take from V on its way down, per mole of feed
  const top = input.bottom === 'steam' ? (S * liquid + takenFromVapour - D) / (1 - S) : S * (left - D) + takenFromVapour - D;
  return top / D;
}

/** Where two of distillate, reflux and boil-up are given, or where two purities say the distillate. */
function knownFlows(input: RatingInput): Flows | undefined {
  const { reflux: R, 'boil-up': S, distillate: D } = input.known;
  if (D !== undefined && R !== undefined) return { distillate: D, reflux: R };
  if (D !== undefined && S !== undefined) return { distillate: D, reflux: refluxFor(input, D, S) };
  if (R === undefined || S === undefined) return undefined;
  const { left, liquid } = sumsOf(input);
  const distillate =
    input.bottom === 'steam' ? (S * liquid + left - liquid) / (R * (1 - S) + 1) : (S * left + left - liquid) / (R + 1 + S);
  return { distillate, reflux: R };
}

/** A quantity looked for and the flows at any value of it. */
interface Unknown {
  from: number;
  to: number;
  flowsAt: (t: number) => Flows;
  /** By how much the column at these flows misses what else is known. */
  missed: (rated: RatedColumn) => number;
}

function searched(input: RatingInput, profile: Profile): RatedColumn | undefined {
  const unknown = unknownOf(input);
  if (unknown === undefined || !(unknown.from < unknown.to)) return undefined;
  const { flowsAt, missed, from, to } = unknown;
  const at = (t: number): number => {
    const rated = profile.solve(flowsAt(t));
    return rated === undefined ? Number.NaN : missed(rated);
  };
  const root = firstRoot(at, from, to);
  return root === undefined ? undefined : profile.solve(flowsAt(root));
}

function unknownOf(input: RatingInput): Unknown | undefined {
  const { reflux: R, 'boil-up': S, distillate: d, 'distillate-purity': xD, 'bottoms-purity': xB } = input.known;
  const { left, light } = sumsOf(input);
  const missed = (rated: RatedColumn): number => (xD === undefined ? rated.xB - (xB ?? 0) : rated.xD - xD);
  const isFraction = (x: number | undefined): boolean => x === undefined || (x > 0 && x < 1);
  if (!isFraction(xD) || !isFraction(xB)) return undefined;
  if (R !== undefined || S !== undefined) {
    const refluxAt = (D: number): number => R ?? refluxFor(input, D, S ?? 0);
    return { from: 0, to: left, flowsAt: (D) => ({ distillate: D, reflux: refluxAt(D) }), missed };
  }
  const D = d ?? bothPurities(input, xD ?? 1, xB ?? 0, light);
  if (D === undefined || !(D > 0 && D < left)) return undefined;
  const least = Math.max(0, refluxFor(input, D, 0));
  /** t from 0 to 1 is a reflux from the least to no end. */
  return { from: 0, to: 1, flowsAt: (t) => ({ distillate: D, reflux: least + t / (1 - t) }), missed };
}

function bothPurities({ draws, bottom }: RatingInput, xD: number, xB: number, light: number): number | undefined {
  return draws.length > 0 || bottom === 'steam' ? undefined : (light - xB) / (xD - xB);
}

/**
 * Where f vanishes between the ends, looked at along the way; where it is not a number the flows make no column. With one purity and the reflux known
 * there can be two columns; the first is taken, with the smaller distillate.
 */
function firstRoot(f: (t: number) => number, from: number, to: number): number | undefined {
  const at = looks(from, to);
  const values = at.map(f);
  for (let k = 1; k < at.length; k++) {
    if (Math.abs(values[k]) < EXACT) return at[k];
    const between = values[k - 1] * values[k] < 0 ? [at[k - 1], at[k]] : foldRoot(f, at, values, k);
    if (between === undefined) continue;
    const root = bracketedRoot(f, between[0], between[1], 1e-15);
    if (Math.abs(f(root)) < MET) return root;
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

/** The compositions on every stage for given flows, begun from the last ones found. */
class Profile {
  private readonly curve: BinaryCurve;
  private readonly input: RatingInput;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly T: Float64Array;
  private readonly slope: Float64Array;
  private readonly liquid: Float64Array;
  /** Vapour that leaves each stage for the one above; of the first the distillate's share alone, since a total condenser sends the rest back. */
  private readonly vapour: Float64Array;
  private readonly right: Float64Array;
  private readonly tried: Float64Array;
  private readonly matrix: Float64Array;
  private readonly pivots: Int32Array;
  private isStarted = false;

  constructor(curve: BinaryCurve, input: RatingInput) {
    const n = input.stages;
    this.curve = curve;
    this.input = input;
    [this.x, this.y, this.T, this.slope, this.liquid, this.right, this.tried] = Array.from(
      { length: 7 },
      () => new Float64Array(n),
    );
    this.vapour = new Float64Array(n + 1);
    this.matrix = new Float64Array(n * n);
    this.pivots = new Int32Array(n);
  }

  /** undefined where the flows make no column or Newton's method finds no compositions. */
  solve(flows: Flows): RatedColumn | undefined {
    if (!(flows.distillate > 0 && flows.reflux >= 0) || !this.setFlows(flows)) return undefined;
    if (!this.isStarted) this.start();
    if (!this.converge()) {
      this.start();
      if (!this.converge()) return undefined;
    }
    this.isStarted = true;
    const { x, y, T, input } = this;
    return {
      xD: y[0],
      xB: x[x.length - 1],
      reflux: flows.reflux,
      distillate: flows.distillate,
      draws: input.draws.map(({ phase, stage }) => (phase === 'liquid' ? x[stage - 1] : y[stage - 1])),
      stages: Array.from(x, (xAt, j) => ({ x: xAt, y: y[j], T: T[j] })),
    };
  }

  /** Flows of every stage; false where one is not positive. */
  private setFlows({ distillate, reflux }: Flows): boolean {
    const { liquid, vapour, input } = this;
    const n = input.stages;
    let [down, up] = [reflux * distillate, (reflux + 1) * distillate];
    for (let j = 0; j < n; j++) {
      vapour[j] = up;
      for (const { stage, flow, q } of input.feeds)
        if (stage === j + 1) {
          down += q * flow;
          up -= (1 - q) * flow;
        }
      for (const { stage, flow, phase } of input.draws)
        if (stage === j + 1) {
          if (phase === 'liquid') down -= flow;
          else up += flow;
        }
      liquid[j] = down;
      if (!(down > 0 && (up > 0 || (j === n - 1 && input.bottom === 'reboiler')))) return false;
    }
    // Below the last stage: nothing over a reboiler, whose vapour is its own; the steam where there is none.
    if (input.bottom === 'reboiler') liquid[n - 1] = down - up;
    vapour[n] = input.bottom === 'reboiler' ? 0 : up;
    vapour[0] = distillate;
    return liquid[n - 1] > 0;
  }

  private start(): void {
    const { light } = sumsOf(this.input);
    const n = this.x.length;
    for (let j = 0; j < n; j++) {
      const toEnd = n === 1 ? 0 : (2 * j) / (n - 1) - 1; // −1 at the top, 1 at the bottom
      this.x[j] = toEnd < 0 ? light - toEnd * 0.8 * (1 - light) : light * (1 - 0.8 * toEnd);
    }
  }

  private efficiency(j: number): number {
    const { efficiency, hasPartialCondenser, bottom, stages } = this.input;
    return (j === 0 && hasPartialCondenser) || (j === stages - 1 && bottom === 'reboiler') ? 1 : efficiency;
  }

  /** Vapours and the light component's balance of every stage at liquids x; the sum of what does not close. */
  private evaluate(x: Float64Array): number {
    const { curve, y, T, slope, liquid, vapour, right, input } = this;
    const n = x.length;
    const point = makeCurvePoint();
    let rising = 0;
    for (let j = n - 1; j >= 0; j--) {
      curve.at(x[j], point, input.pressureOn?.(j + 1));
      T[j] = point.T;
      slope[j] = point.slope;
      const E = this.efficiency(j);
      y[j] = E * point.y + (1 - E) * rising;
      rising = y[j];
    }
    for (let j = 0; j < n; j++) {
      const above = j === 0 ? 0 : liquid[j - 1] * x[j - 1];
      const below = j === n - 1 ? 0 : vapour[j + 1] * y[j + 1];
      right[j] = above + below - liquid[j] * x[j] - vapour[j] * y[j];
    }
    for (const { stage, flow, z } of input.feeds) right[stage - 1] += flow * z;
    for (const { stage, flow, phase } of input.draws) right[stage - 1] -= flow * (phase === 'liquid' ? x[stage - 1] : y[stage - 1]);
    return right.reduce((sum, r) => sum + Math.abs(r), 0);
  }

  /**
   * Newton's method as the end of a walk through time: every step is an implicit one of the stages' own filling and emptying, shorter where it would carry
   * a composition out of 0 to 1, longer from step to step until it is Newton's. The stages have one steady state, and time leads there.
   */
  private converge(): boolean {
    const { x, right, tried } = this;
    const n = x.length;
    let miss = this.evaluate(x);
    let time = FIRST_TIME;
    for (let iteration = 0; iteration < MOST_STEPS; iteration++) {
      if (!(miss > CLOSED)) return miss <= CLOSED;
      this.fillMatrix();
      for (let j = 0; j < n; j++) this.matrix[j * (n + 1)] += 1 / time;
      if (!factorDense(this.matrix, this.pivots, n)) return false;
      tried.set(right);
      solveDense(this.matrix, this.pivots, tried, n);
      for (let j = 0; j < n; j++) tried[j] += x[j];
      if (!tried.every((share) => share > 0 && share < 1)) {
        time /= SHORTER;
        miss = this.evaluate(x);
        continue;
      }
      const reached = this.evaluate(tried);
      // Where rounding is all that is left, a step no longer brings anything.
      if (!(reached < miss) && miss < NEARLY_CLOSED) return this.evaluate(x) < NEARLY_CLOSED;
      x.set(tried);
      miss = reached;
      time *= LONGER;
    }
    return miss < NEARLY_CLOSED;
  }

  /** −∂right/∂x. */
  private fillMatrix(): void {
    const { matrix, x, slope, liquid, vapour, input } = this;
    const n = x.length;
    matrix.fill(0);
    /** Vapour of stage j leaves as much as `flow` from the balance of stage `row`. */
    const addVapour = (row: number, j: number, flow: number): void => {
      let part = flow;
      for (let m = j; m < n && part !== 0; m++) {
        const E = this.efficiency(m);
        matrix[row * n + m] += part * E * slope[m];
        part *= 1 - E;
      }
    };
    for (let j = 0; j < n; j++) {
      matrix[j * n + j] += liquid[j];
      addVapour(j, j, vapour[j]);
      if (j > 0) matrix[j * n + j - 1] -= liquid[j - 1];
      if (j < n - 1) addVapour(j, j + 1, -vapour[j + 1]);
    }
    for (const { stage, flow, phase } of input.draws) {
      if (phase === 'liquid') matrix[(stage - 1) * (n + 1)] += flow;
      else addVapour(stage - 1, stage - 1, flow);
    }
  }
}

/** The best stage of a feed in a rating, with what the same stages then make; null of the column where none of them does. */
export interface BestFeedStage {
  stage: number;
  column: RatedColumn | null;
}

/**
 * The stage of a feed at which the same stages and the same two known quantities part most: the purities farthest apart, or with distillate and purity
 * given the least reflux. Climbed to from the stage it has, since there is one best and everything falls away from it on both sides.
 */
export function bestRatedFeedStage(curve: BinaryCurve, input: RatingInput, feed: number): BestFeedStage {
  const isRefluxSought = input.known.reflux === undefined && input.known['boil-up'] === undefined;
  const at = (stage: number): BestFeedStage => {
    if (stage < 1 || stage >= input.stages) return { stage, column: null };
    const feeds = input.feeds.map((f, k) => (k === feed ? { ...f, stage } : f));
    const rated = rateColumn(curve, { ...input, feeds });
    return { stage, column: rated.state === 'solved' ? rated.value : null };
  };
  const merit = ({ column }: BestFeedStage): number => {
    if (column === null) return -Infinity;
    return isRefluxSought ? -column.reflux : column.xD - column.xB;
  };
  let best = at(input.feeds[feed].stage);
  for (const direction of [1, -1]) {
    for (let stage = best.stage + direction; ; stage += direction) {
      const here = at(stage);
      if (!(merit(here) > merit(best))) break;
      best = here;
    }
  }
  return best;
}

function checkInput({ stages, feeds, draws, known }: RatingInput): void {
  const exists = ({ stage }: { stage: number }): boolean => Number.isInteger(stage) && stage >= 1 && stage <= stages;
  if (!Number.isInteger(stages) || stages < 1 || ![...feeds, ...draws].every(exists))
    throw new RangeError(`feeds or draws outside ${stages} stages`);
  if (Object.keys(known).length !== 2) throw new RangeError('two quantities rate a column');
}

/** The ends themselves are no columns: an empty product, or no end of reflux. */
const EDGE = 1e-9;
const LOOKS = 30;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const CUTS = 40;
/** Mole fraction by which a purity may differ. */
const MET = 1e-9;
/** So little is rounding: no sign can be read from it. */
const EXACT = 1e-12;
const MOST_STEPS = 100;
/** In the time in which the feed would fill one stage; then longer and longer. */
const FIRST_TIME = 10;
const LONGER = 8;
const SHORTER = 10;
/** Sum of the balances' errors per mole of feed: what rounding leaves, and what is still no error to speak of. */
const CLOSED = 1e-14;
const NEARLY_CLOSED = 1e-11;
