/**
 * The multicomponent estimate of a column: volatilities from the model at the top, the feed and the bottom, Fenske for the fewest stages and the
 * non-keys, Underwood for the smallest reflux, Gilliland between them, the feed stage by two rules, duties by enthalpies. Top and bottom
 * temperatures need the products, and the products need the volatilities: both are renewed in turn until neither moves.
 * What it rests on: constant mean volatilities and constant molar overflow. Where the keys' volatility varies much along the column the
 * answer says so.
 * Source: Seader, Henley & Roper, Separation Process Principles, 3rd ed. (2011), ch. 9; Coulson & Richardson vol. 6, 3rd ed. (1999), ch. 11.
 */
import { bubbleTemperature, dewTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { outOfReach, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { ColumnPlace, Outcome, Warning } from '../numerics/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { fenskeRatio, kirkbrideRatio } from './feedStage.ts';
import { fenskeDistribution, fenskeStages, meanVolatility } from './fenske.ts';
import { stagesAt } from './gilliland.ts';
import type { GillilandFit } from './gilliland.ts';
import { underwood } from './underwood.ts';

export interface EstimateInput {
  model: ThermoModel;
  /** mol/s by component, length n. */
  feed: Float64Array;
  /** J/mol, from the elements at 298.15 K. */
  feedEnthalpy: number;
  /** Pa, at the condenser, the feed and the reboiler. */
  pressure: Record<ColumnPlace, number>;
  /** total: liquid distillate at its bubble point; partial: vapour distillate, the condenser being one more stage. */
  condenser: 'total' | 'partial';
  /** Places of the keys, and how much of each goes overhead, mol/mol of it in the feed. */
  keys: { light: number; heavy: number; lightOverhead: number; heavyOverhead: number };
  /** mol/mol, or times the smallest. */
  reflux: { kind: 'ratio' | 'multiple'; value: number };
}

/** Temperatures, K, and volatilities relative to the heavy key at the three places. */
export type AtPlaces<T> = Record<ColumnPlace, T>;

export interface Estimate {
  /** mol/s by component. */
  distillate: Float64Array;
  bottoms: Float64Array;
  temperature: AtPlaces<number>; // K: dew point of the distillate, bubble point of the feed, bubble point of the bottoms
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
  /** Stages above the feed over stages below. */
  feedRatio: { fenske: number; kirkbride: number };
  /** W; the condenser's is negative. */
  condenserDuty: number;
  reboilerDuty: number;
}

/**
 * @returns solved; or out-of-reach: `keys-turn` where the light key is not the more volatile at one of the places, `product-empty`,
 *          `split-too-easy` (no more than one stage), `estimate-below-minimum`, or what a bubble or dew point says
 * @throws RangeError when lengths differ, or a recovery is not between 0 and 1: our mistake, never the user's
 */
export function estimateColumn(input: EstimateInput): Outcome<Estimate> {
  const { model, feed, keys } = input;
  if (feed.length !== model.n) throw new RangeError(`a feed of ${feed.length} for a model of ${model.n} components`);
  for (const part of [keys.lightOverhead, keys.heavyOverhead])
    if (!(part > 0 && part < 1)) throw new RangeError(`a recovery of ${part}`);
  return rescued(() => {
    const state = startOf(input);
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
    phases: makeTwoPhases(model.n),
  };
}

/** Volatilities at the three places for the products as they stand; a reason where the keys are the wrong way round. */
function renewVolatilities(input: EstimateInput, state: Working): Outcome<never> | undefined {
  const { model, feed, pressure, keys } = input;
  const { distillate, phases } = state;
  const n = model.n;
  const [x, y] = [new Float64Array(n), new Float64Array(n)];
  const relative = (place: ColumnPlace, T: number): void => {
    state.temperature[place] = T;
    evaluateK(model, T, pressure[place], x, y, phases, 'fugacity');
    for (let i = 0; i < n; i++) state.alpha[place][i] = Math.exp(phases.lnK[i] - phases.lnK[keys.heavy]);
  };
  fractions(distillate, y);
  relative('top', valueOrInterrupt(dewTemperature(model, pressure.top, y, x)));
  fractions(feed, x);
  relative('feed', valueOrInterrupt(bubbleTemperature(model, pressure.feed, x, y)));
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
  const { model, feed, keys, reflux: wanted } = input;
  const { distillate, meanAlpha, fewestStages, total, alpha } = state;
  const bottoms = feed.map((f, i) => f - distillate[i]);
  const [D, B] = [distillate, bottoms].map((flows) => flows.reduce((sum, f) => sum + f, 0));
  if (D < EMPTY * total) return outOfReach({ code: 'product-empty', product: 'distillate' });
  if (B < EMPTY * total) return outOfReach({ code: 'product-empty', product: 'bottoms' });
  if (fewestStages < FEWEST) return outOfReach({ code: 'split-too-easy', stages: fewestStages });
  const heat = heatsOf(input, distillate, bottoms);
  const q = (heat.feedVapour - input.feedEnthalpy) / (heat.feedVapour - heat.feedLiquid);
  const { reflux: smallest, roots } = underwood(
    { alpha: meanAlpha, feed, q },
    { light: keys.light, heavy: keys.heavy, overheadLight: distillate[keys.light], overheadHeavy: distillate[keys.heavy] },
  );
  if (!Number.isFinite(smallest)) return outOfReach({ code: 'not-finite', what: 'smallest reflux' });
  const floor = Math.max(smallest, 0);
  const reflux = wanted.kind === 'ratio' ? wanted.value : wanted.value * floor;
  if (!(reflux > floor)) return outOfReach({ code: 'estimate-below-minimum', reflux, minimum: floor });
  const condenserDuty = -D * (reflux * (heat.overheadVapour - heat.refluxLiquid) + heat.overheadVapour - heat.distillate);
  const value: Estimate = {
    distillate,
    bottoms,
    temperature: state.temperature,
    alpha,
    meanAlpha,
    q,
    fewestStages,
    stages: {
      molokanov: stagesAt(reflux, floor, fewestStages, 'molokanov'),
      eduljee: stagesAt(reflux, floor, fewestStages, 'eduljee'),
    },
    smallestReflux: smallest,
    reflux,
    roots,
    feedRatio: feedRatios(input, state, bottoms),
    condenserDuty,
    reboilerDuty: D * heat.distillate + B * heat.bottoms - condenserDuty - total * input.feedEnthalpy,
  };
  const warnings: Warning[] = [];
  const own = PLACES.map((place) => alpha[place][keys.light]);
  const [lowest, highest] = [Math.min(...own), Math.max(...own)];
  if (highest > VARIES * lowest)
    warnings.push({ code: 'volatility-varies', name: model.names[keys.light], other: model.names[keys.heavy], lowest, highest });
  if (smallest < 0) warnings.push({ code: 'no-reflux-needed', minimum: smallest });
  return solved(value, report, warnings);
}

/** Molar enthalpies, J/mol. The vapour to a condenser has the distillate's composition, near enough for an estimate. */
function heatsOf({ model, feed, pressure, condenser }: EstimateInput, distillate: Float64Array, bottoms: Float64Array) {
  const n = model.n;
  const [z, other] = [new Float64Array(n), new Float64Array(n)];
  const enthalpy = (phase: Phase, T: number, P: number): number => {
    const out = makePhaseProperties(n);
    model.evaluate(phase, T, P, z, out, 'all');
    return out.enthalpy;
  };
  const saturated = (flows: Float64Array, phase: Phase, P: number): number => {
    fractions(flows, z);
    const T = phase === 'vapour' ? dewTemperature(model, P, z, other) : bubbleTemperature(model, P, z, other);
    return enthalpy(phase, valueOrInterrupt(T), P);
  };
  const overheadVapour = saturated(distillate, 'vapour', pressure.top);
  const topLiquid = saturated(distillate, 'liquid', pressure.top);
  return {
    overheadVapour,
    refluxLiquid: topLiquid,
    distillate: condenser === 'total' ? topLiquid : overheadVapour,
    bottoms: saturated(bottoms, 'liquid', pressure.bottom),
    feedVapour: saturated(feed, 'vapour', pressure.feed),
    feedLiquid: saturated(feed, 'liquid', pressure.feed),
  };
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
