/**
 * The multicomponent estimate of a column: volatilities from the model at the top, the feed and the bottom, Fenske for the fewest stages and the
 * non-keys, Underwood for the smallest reflux, Gilliland between them, the feed stage by two rules, duties by enthalpies. Top and bottom
 * temperatures need the products, and the products need the volatilities: both are renewed in turn until neither moves.
 * What it rests on: constant mean volatilities and constant molar overflow. Where the keys' volatility varies much along the column the
 * answer says so.
 * Source: Seader, Henley & Roper, Separation Process Principles, 3rd ed. (2011), ch. 9; Coulson & Richardson vol. 6, 3rd ed. (1999), ch. 11.
 */
import type { GillilandFit } from '@keen-ladder/schema';
import {
  bubbleTemperature,
  dewTemperature,
  enthalpyOf,
  evaluateFeedK,
  evaluateK,
  flashPBeta,
  makeTwoPhases,
  phaseEnthalpy,
  qualityOf as saturatedQuality,
  saturationOf,
} from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { outOfReach, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome, Warning } from '../numerics/index.ts';
import type { ColumnPlace } from './reasons.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { fenskeRatio, kirkbrideRatio } from './feedStage.ts';
import { fenskeDistribution, fenskeStages, meanVolatility } from './fenske.ts';
import { refluxAt, stagesAt } from './gilliland.ts';
import { underwood } from './underwood.ts';

/** What an estimate is asked. */
export interface EstimateInput {
  model: ThermoModel;
  /** mol/s by component, length n. */
  feed: Float64Array;
  /** K; J/mol from the elements at 298.15 K; mol/mol of it that is vapour. */
  feedState: { T: number; enthalpy: number; vapourFraction: number };
  /** Pa, at the condenser, the feed and the reboiler. */
  pressure: Record<ColumnPlace, number>;
  condenser: Condenser;
  /** Places of the keys, and how much of each goes overhead, mol/mol of it in the feed. */
  keys: { light: number; heavy: number; lightOverhead: number; heavyOverhead: number };
  find: Finding;
}

/** total: liquid distillate at its bubble point; partial: vapour distillate; mixed: so much of it vapour, mol/mol. The last two are a stage. */
export type Condenser = { kind: 'total' } | { kind: 'partial' } | { kind: 'mixed'; vapourShare: number };

/** Stages for a reflux (mol/mol, or times the smallest), or the reflux for so many equilibrium stages by one of the fits. */
export type Finding =
  { find: 'stages'; reflux: { kind: 'ratio' | 'multiple'; value: number } } | { find: 'reflux'; stages: number; fit: GillilandFit };

/** Temperatures, K, and volatilities relative to the heavy key at the three places. */
export type AtPlaces<T> = Record<ColumnPlace, T>;

/** What it answers. */
export interface Estimate {
  /** mol/s by component. */
  distillate: Float64Array;
  bottoms: Float64Array;
  temperature: AtPlaces<number>; // K: dew point of the distillate, bubble point of the feed, bubble point of the bottoms
  condenserTemperature: number; // K, of what leaves it
  alpha: AtPlaces<Float64Array>;
  /** Geometric means of the three, length n. */
  meanAlpha: Float64Array;
  q: number;
  /** Equilibrium stages, reboiler and a partial condenser included. */
  fewestStages: number;
  stages: Record<GillilandFit, number>;
  smallestReflux: number; // L/D
  reflux: number;
  roots: number[];
  /** Which components go to both ends at smallest reflux, length n. */
  distributes: boolean[];
  /** Stages above the feed over stages below. */
  feedRatio: { fenske: number; kirkbride: number };
  /** W; the condenser's is negative. */
  condenserDuty: number;
  reboilerDuty: number;
}

/**
 * @returns solved; or out-of-reach: `keys-turn` where the light key is not the more volatile at one of the places, `product-empty`,
 *          `split-too-easy` (no more than one stage), `estimate-below-minimum`, `stages-not-enough`, `not-condensable`, or what a bubble or dew point says
 * @throws RangeError when lengths differ, or a recovery is not between 0 and 1: our mistake, never the user's
 */
export function estimateColumn(input: EstimateInput): Outcome<Estimate> {
  const { model, feed, keys } = input;
  if (feed.length !== model.n) throw new RangeError(`a feed of ${feed.length} for a model of ${model.n} components`);
  for (const part of [keys.lightOverhead, keys.heavyOverhead])
    if (!(part > 0 && part < 1)) throw new RangeError(`a recovery of ${part}`);
  return rescued(() => {
    const state = startOf(input);
    atFeed(input, state);
    for (let round = 1; round <= MOST_ROUNDS; round++) {
      const refusal = renewVolatilities(input, state);
      if (refusal !== undefined) return refusal;
      const before = Float64Array.from(state.distillate);
      const ratio = keys.heavyOverhead / (1 - keys.heavyOverhead);
      state.fewestStages = fenskeStages(
        { light: keys.lightOverhead / (1 - keys.lightOverhead), heavy: ratio },
        state.meanAlpha[keys.light],
      );
      fenskeDistribution(state.meanAlpha, feed, state.fewestStages, ratio, state.distillate);
      const moved = before.reduce((most, d, i) => Math.max(most, Math.abs(d - state.distillate[i])), 0);
      if (moved < SETTLED * state.total) return finished(input, state, { iterations: round, residual: moved / state.total });
    }
    return outOfReach({ code: 'no-convergence', residual: 1, iterations: MOST_ROUNDS });
  });
}

interface Working {
  total: number; // mol/s
  distillate: Float64Array;
  alpha: AtPlaces<Float64Array>;
  temperature: AtPlaces<number>;
  meanAlpha: Float64Array;
  fewestStages: number;
  /** Of the feed. */
  hasBubblePoint: boolean;
  phases: TwoPhases;
}

/** Keys as wanted; what boils below the light key all overhead, what boils above the heavy one all in the bottoms, between them by half. */
function startOf({ model, feed, keys, pressure }: EstimateInput): Working {
  const lnK = new Float64Array(model.n);
  model.firstLnK(FIRST_TEMPERATURE, pressure.feed, lnK);
  const share = (i: number): number => {
    if (i === keys.light) return keys.lightOverhead;
    if (i === keys.heavy) return keys.heavyOverhead;
    return lnK[i] > lnK[keys.light] ? 1 - TRACE : lnK[i] < lnK[keys.heavy] ? TRACE : 0.5;
  };
  const blank = (): Float64Array => new Float64Array(model.n);
  return {
    total: feed.reduce((sum, f) => sum + f, 0),
    distillate: feed.map((f, i) => f * share(i)),
    alpha: { top: blank(), feed: blank(), bottom: blank() },
    temperature: { top: 0, feed: 0, bottom: 0 },
    meanAlpha: blank(),
    fewestStages: 0,
    hasBubblePoint: false,
    phases: makeTwoPhases(model.n),
  };
}

/** Volatilities at the feed, which no round changes. */
function atFeed({ model, feed, pressure, keys, feedState }: EstimateInput, state: Working): void {
  const z = new Float64Array(model.n);
  fractions(feed, z);
  const { T, isBubblePoint } = evaluateFeedK(model, pressure.feed, z, feedState.T, state.phases);
  state.hasBubblePoint = isBubblePoint;
  setVolatilities(state, 'feed', T, keys.heavy);
}

/** From the K-values as last evaluated. */
function setVolatilities({ temperature, alpha, phases }: Working, place: ColumnPlace, T: number, heavy: number): void {
  temperature[place] = T;
  for (let i = 0; i < phases.lnK.length; i++) alpha[place][i] = Math.exp(phases.lnK[i] - phases.lnK[heavy]);
}

/** Volatilities at both ends for the products as they stand; a reason where the keys are the wrong way round. */
function renewVolatilities(input: EstimateInput, state: Working): Outcome<never> | undefined {
  const { model, feed, pressure, keys } = input;
  const { distillate, phases } = state;
  const n = model.n;
  const [x, y] = [new Float64Array(n), new Float64Array(n)];
  const relative = (place: ColumnPlace, T: number): void => {
    evaluateK(model, T, pressure[place], x, y, phases, 'fugacity');
    setVolatilities(state, place, T, keys.heavy);
  };
  fractions(distillate, y);
  relative('top', valueOrInterrupt(dewTemperature(model, pressure.top, y, x)));
  fractions(
    feed.map((f, i) => f - distillate[i]),
    x,
  );
  relative('bottom', valueOrInterrupt(bubbleTemperature(model, pressure.bottom, x, y)));
  for (const place of PLACES) {
    const alpha = state.alpha[place][keys.light];
    if (!(alpha > 1))
      return outOfReach({
        code: 'keys-turn',
        name: model.names[keys.light],
        other: model.names[keys.heavy],
        place,
        T: state.temperature[place],
        alpha,
      });
  }
  for (let i = 0; i < n; i++) state.meanAlpha[i] = meanVolatility(...PLACES.map((place) => state.alpha[place][i]));
  return undefined;
}

function fractions(flows: Float64Array, out: Float64Array): void {
  const total = flows.reduce((sum, f) => sum + f, 0);
  for (let i = 0; i < flows.length; i++) out[i] = flows[i] / total;
}

function finished(input: EstimateInput, state: Working, report: { iterations: number; residual: number }): Outcome<Estimate> {
  const { model, feed, keys } = input;
  const { distillate, meanAlpha, fewestStages, total, alpha } = state;
  const bottoms = feed.map((f, i) => f - distillate[i]);
  const [D, B] = [distillate, bottoms].map((flows) => flows.reduce((sum, f) => sum + f, 0));
  if (D < EMPTY * total) return outOfReach({ code: 'product-empty', product: 'distillate' });
  if (B < EMPTY * total) return outOfReach({ code: 'product-empty', product: 'bottoms' });
  if (fewestStages < FEWEST) return outOfReach({ code: 'split-too-easy', stages: fewestStages });
  const ends = condenserOf(input, distillate);
  const q = qualityOf(input, state.hasBubblePoint);
  const smallest = underwood(
    { alpha: meanAlpha, feed, q },
    { light: keys.light, heavy: keys.heavy, overheadLight: distillate[keys.light], overheadHeavy: distillate[keys.heavy] },
  );
  if (!Number.isFinite(smallest.reflux)) return outOfReach({ code: 'not-finite', what: 'smallest reflux' });
  const floor = Math.max(smallest.reflux, 0);
  const reflux = refluxOf(input.find, floor, fewestStages);
  if (reflux === undefined)
    return outOfReach({ code: 'stages-not-enough', stages: stagesWanted(input.find), fewest: fewestStages });
  if (!(reflux > floor)) return outOfReach({ code: 'estimate-below-minimum', reflux, minimum: floor });
  const condenserDuty =
    -D * ((reflux + 1) * overheadEnthalpy(input, reflux, ends, distillate) - reflux * ends.refluxEnthalpy - ends.distillate);
  const hB = bottomsEnthalpy(model, bottoms, input.pressure.bottom);
  const value: Estimate = {
    distillate,
    bottoms,
    temperature: state.temperature,
    condenserTemperature: ends.T,
    alpha,
    meanAlpha,
    q,
    fewestStages,
    stages: {
      molokanov: stagesAt(reflux, floor, fewestStages, 'molokanov'),
      eduljee: stagesAt(reflux, floor, fewestStages, 'eduljee'),
    },
    smallestReflux: smallest.reflux,
    reflux,
    roots: smallest.roots,
    distributes: smallest.distributes,
    feedRatio: feedRatios(input, state, bottoms),
    condenserDuty,
    reboilerDuty: D * ends.distillate + B * hB - condenserDuty - total * input.feedState.enthalpy,
  };
  const warnings: Warning[] = [];
  const own = PLACES.map((place) => alpha[place][keys.light]);
  const [lowest, highest] = [Math.min(...own), Math.max(...own)];
  if (highest > VARIES * lowest)
    warnings.push({ code: 'volatility-varies', name: model.names[keys.light], other: model.names[keys.heavy], lowest, highest });
  if (smallest.reflux < 0) warnings.push({ code: 'no-reflux-needed', minimum: smallest.reflux });
  return solved(value, report, warnings);
}

const stagesWanted = (find: Finding): number => (find.find === 'reflux' ? find.stages : 0);

/** mol/mol; undefined where no reflux gives so few stages. */
function refluxOf(find: Finding, smallest: number, fewest: number): number | undefined {
  if (find.find === 'reflux') return refluxAt(find.stages, smallest, fewest, find.fit);
  return find.reflux.kind === 'ratio' ? find.reflux.value : find.reflux.value * smallest;
}

/** By the enthalpies of the saturated feed; where it has no bubble or dew point, the share of it that is liquid. */
function qualityOf({ model, feed, pressure, feedState }: EstimateInput, hasBubblePoint: boolean): number {
  if (!hasBubblePoint) return 1 - feedState.vapourFraction;
  const z = new Float64Array(model.n);
  fractions(feed, z);
  return saturatedQuality(feedState.enthalpy, saturationOf(model, z, pressure.feed)) ?? 1 - feedState.vapourFraction;
}

/**
 * Molar enthalpy of the vapour that comes to the condenser, J/mol: at its dew point, (R x + d)/(R + 1) by the balance round the condenser. Only
 * in a total condenser is that the distillate; a vapour drawn from equilibrium is leaner in what the reflux holds, and its dew point lower.
 */
function overheadEnthalpy({ model, pressure }: EstimateInput, R: number, ends: CondenserEnds, distillate: Float64Array): number {
  const P = pressure.top;
  const [y, d, x] = [new Float64Array(model.n), new Float64Array(model.n), new Float64Array(model.n)];
  fractions(distillate, d);
  for (let i = 0; i < model.n; i++) y[i] = (R * ends.reflux[i] + d[i]) / (R + 1);
  return phaseEnthalpy(model, 'vapour', valueOrInterrupt(dewTemperature(model, P, y, x)), P, y);
}

/** What leaves a condenser: temperature, K, the liquid that returns with its molar enthalpy, J/mol, and the distillate's, J/mol. */
interface CondenserEnds {
  T: number;
  reflux: Float64Array;
  refluxEnthalpy: number;
  distillate: number;
}

function condenserOf({ model, pressure, condenser }: EstimateInput, distillate: Float64Array): CondenserEnds {
  const n = model.n;
  const P = pressure.top;
  const [d, other] = [new Float64Array(n), new Float64Array(n)];
  fractions(distillate, d);
  switch (condenser.kind) {
    case 'total': {
      const T = bubbleTemperature(model, P, d, other);
      if (T.state !== 'solved') return valueOrInterrupt<never>(outOfReach({ code: 'not-condensable', P }));
      const liquid = phaseEnthalpy(model, 'liquid', T.value, P, d);
      return { T: T.value, reflux: d, refluxEnthalpy: liquid, distillate: liquid };
    }
    case 'partial': {
      const T = valueOrInterrupt(dewTemperature(model, P, d, other));
      const vapour = phaseEnthalpy(model, 'vapour', T, P, d);
      return { T, reflux: other, refluxEnthalpy: phaseEnthalpy(model, 'liquid', T, P, other), distillate: vapour };
    }
    case 'mixed': {
      const at = valueOrInterrupt(flashPBeta(model, P, condenser.vapourShare, d));
      const refluxEnthalpy = phaseEnthalpy(model, 'liquid', at.T, P, at.x);
      return { T: at.T, reflux: at.x, refluxEnthalpy, distillate: enthalpyOf(model, at.T, P, at) };
    }
  }
}

/** J/mol of the bottoms at their bubble point. */
function bottomsEnthalpy(model: ThermoModel, bottoms: Float64Array, P: number): number {
  const [x, y] = [new Float64Array(model.n), new Float64Array(model.n)];
  fractions(bottoms, x);
  return phaseEnthalpy(model, 'liquid', valueOrInterrupt(bubbleTemperature(model, P, x, y)), P, x);
}

function feedRatios({ feed, keys }: EstimateInput, { distillate, alpha }: Working, bottoms: Float64Array): Estimate['feedRatio'] {
  const { light, heavy } = keys;
  const of = (flows: Float64Array) => {
    const total = flows.reduce((sum, f) => sum + f, 0);
    return { light: flows[light] / total, heavy: flows[heavy] / total, total };
  };
  const [z, top, bottom] = [of(feed), of(distillate), of(bottoms)];
  const above = meanVolatility(alpha.top[light], alpha.feed[light]);
  const below = meanVolatility(alpha.feed[light], alpha.bottom[light]);
  return {
    fenske: fenskeRatio(z, top, bottom, above, below),
    kirkbride: kirkbrideRatio(z, top.heavy, bottom.light, top.total, bottom.total),
  };
}

const PLACES: readonly ColumnPlace[] = ['top', 'feed', 'bottom'];
const FIRST_TEMPERATURE = 350; // K
const TRACE = 1e-6;
const MOST_ROUNDS = 200;
/** Part of the feed by which no product moves any more. */
const SETTLED = 1e-10;
/** Part of the feed that is no product. */
const EMPTY = 1e-9;
/** A stage is what a flash does. */
const FEWEST = 1;
/** Highest over lowest volatility of the keys beyond which a constant one is not to be trusted (common practice). */
const VARIES = 1.5;
