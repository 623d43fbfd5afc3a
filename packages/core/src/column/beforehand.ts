/**
 * What can be told of a column's targets before any stage is solved, from the boiling points and heats of its components: bounds that no column passes.
 *   temperature  a liquid that stands with its vapour has activities of at most 1, so that P ≤ Σ Pᵢˢ(T): it is no colder than two liquids that do not mix
 *                would boil together; and hardly warmer than the heaviest boils, liquids that hold each other back strongly not counted
 *   heat         with reflux R and overhead D the condenser takes at most (R + 1) D λ, the products carry away at most what everything fed holds as liquid
 *                where the heaviest of it, as much as the bottoms are, boils; what feeds bring beyond both, the reboiler would have to take away
 * Source: the activities: Prigogine & Defay, Chemical Thermodynamics (1954), ch. 16; the balance: any textbook's.
 */
import { bubbleTemperature, dewTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { Reason } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { fedFlows, total } from './feeds.ts';
import { overheadRecoveries } from './quantities.ts';
import type { ColumnInput, Quantity } from './types.ts';

/** @returns undefined too where a handle is freed: then pressures, feeds or stages' heat are not what the bounds are reckoned with */
export function beyondBounds(input: ColumnInput): Reason | undefined {
  if (input.free.length > 0) return undefined;
  return tooHotOrCold(input) ?? endsTurned(input) ?? splitUpsideDown(input) ?? reboilerThatCools(input) ?? reboilerTooWeak(input);
}

/** The bottoms are heavier than what is fed and boil no colder, the overhead is lighter and condenses no hotter; the top is the colder end. */
function endsTurned({ model, stages, top, bottom, pressure, targets, feeds, subcooling }: ColumnInput): Reason | undefined {
  const at = (stage: number): number | undefined =>
    targets.find(({ quantity }) => quantity.kind === 'temperature' && quantity.stage === stage)?.value;
  const [first, last] = [at(1), at(stages)];
  if (top === 'none' || bottom === 'none' || (first === undefined && last === undefined)) return undefined;
  if (first !== undefined && last !== undefined && first > last)
    return { code: 'top-hotter-than-bottom', top: first, bottom: last };
  const fed = normal(fedFlows(feeds));
  const other = new Float64Array(model.n);
  const boils = last === undefined ? undefined : bubbleTemperature(model, pressure[stages - 1], fed, other);
  if (boils?.state === 'solved' && last !== undefined && last < boils.value - ALLOWED_BELOW)
    return { code: 'end-beyond-feed', end: 'reboiler', wanted: last, limit: boils.value };
  const condenses = first === undefined || subcooling !== null ? undefined : dewTemperature(model, pressure[0], fed, other);
  return condenses?.state === 'solved' && first !== undefined && first > condenses.value + ALLOWED_BELOW
    ? { code: 'end-beyond-feed', end: 'condenser', wanted: first, limit: condenses.value }
    : undefined;
}

/** More overhead of a component than of another that is far more volatile: alone, and in what is fed, where water may drive out what boils higher. */
function splitUpsideDown({ model, targets, feeds, pressure, top, bottom }: ColumnInput): Reason | undefined {
  if (top === 'none' || bottom === 'none') return undefined;
  const asked = overheadRecoveries(targets);
  if (asked.length !== 2) return undefined;
  const [more, less] = asked[0].value > asked[1].value ? asked : [asked[1], asked[0]];
  const fed = normal(fedFlows(feeds));
  const [y, alone, phases] = [new Float64Array(model.n), new Float64Array(model.n), makeTwoPhases(model.n)];
  const boils = bubbleTemperature(model, pressure[0], fed, y);
  if (boils.state !== 'solved') return undefined;
  model.firstLnK(boils.value, pressure[0], alone);
  evaluateK(model, boils.value, pressure[0], fed, y, phases, 'fugacity');
  const isFarMore = (lnK: Float64Array): boolean => lnK[less.key] > lnK[more.key] + Math.log(FAR_MORE);
  return isFarMore(alone) && isFarMore(phases.lnK)
    ? { code: 'split-upside-down', light: model.names[less.key], heavy: model.names[more.key] }
    : undefined;
}

/** Even without reflux an overhead has to be boiled, and the products brought to where the lightest boils. */
function reboilerTooWeak(input: ColumnInput): Reason | undefined {
  const { model, targets, feeds, pressure, bottom, draws, pumpArounds, heat } = input;
  const duty = targets.find(({ quantity }) => quantity.kind === 'duty' && quantity.of === 'reboiler')?.value;
  const overhead = targets.find(({ quantity }) => isOverhead(quantity))?.value;
  if (duty === undefined || overhead === undefined || bottom === 'none' || draws.length + pumpArounds.length > 0) return undefined;
  const boiling = boilingPoints(model, pressure[0]);
  if (boiling === undefined) return undefined;
  const fed = fedFlows(feeds);
  const coldest = Math.min(...boiling) - ALLOWED_BELOW;
  const carried = heatsOf(model, coldest, pressure[0]).liquid.reduce((sum, h, i) => sum + fed[i] * h, 0);
  const taken = overhead * Math.min(...boiling.map((T, i) => heatsOf(model, T, pressure[0]).vaporisation[i]));
  const brought = feeds.reduce((sum, { flows, enthalpy }) => sum + enthalpy * total(flows), 0) + heat.reduce((a, b) => a + b, 0);
  const least = carried + taken - brought;
  return duty < least ? { code: 'reboiler-heats-too-little', heat: duty, least } : undefined;
}

function tooHotOrCold({ model, pressure, targets, subcooling }: ColumnInput): Reason | undefined {
  for (const { quantity, value } of targets) {
    if (quantity.kind !== 'temperature' || (quantity.stage === 1 && subcooling !== null)) continue;
    const P = pressure[quantity.stage - 1];
    const range = boilingRange(model, P);
    if (range === undefined) continue;
    const [coldest, hottest] = range;
    if (value < coldest - ALLOWED_BELOW || value > hottest + ALLOWED_ABOVE)
      return { code: 'stage-beyond-boiling', stage: quantity.stage, wanted: value, coldest, hottest, P };
  }
  return undefined;
}

/**
 * K between which liquids of these components boil: where their vapour pressures add up to P, and where the last of them boils alone. Undefined where one of
 * them does not boil at P by itself.
 */
function boilingRange(model: ThermoModel, P: number): [number, number] | undefined {
  const boiling = boilingPoints(model, P);
  if (boiling === undefined) return undefined;
  let [low, high] = [0.5 * Math.min(...boiling), Math.min(...boiling)];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const T = (low + high) / 2;
    // ln Pˢ falls along 1/T by λ/R, which is taken small, so that the sum is rather too large.
    const sum = boiling.reduce((all, Tb) => all + Math.exp(STEEPNESS * (1 - Tb / T)), 0);
    if (sum < 1) low = T;
    else high = T;
  }
  return [low, Math.max(...boiling)];
}

function boilingPoints(model: ThermoModel, P: number): number[] | undefined {
  const y = new Float64Array(model.n);
  const boiling: number[] = [];
  for (let i = 0; i < model.n; i++) {
    const found = bubbleTemperature(model, P, pureOf(model.n, i), y);
    if (found.state !== 'solved') return undefined;
    boiling.push(found.value);
  }
  return boiling;
}

function reboilerThatCools(input: ColumnInput): Reason | undefined {
  const { model, targets, feeds, pressure, stages, bottom, draws, pumpArounds, heat } = input;
  const reflux = targets.find(({ quantity }) => isReflux(quantity))?.value;
  const overhead = targets.find(({ quantity }) => isOverhead(quantity))?.value;
  if (reflux === undefined || overhead === undefined || bottom === 'none') return undefined;
  if (draws.length + pumpArounds.length > 0) return undefined;
  const fed = fedFlows(feeds);
  const P = pressure[stages - 1];
  const bottoms = heaviestOf(model, fed, total(fed) - overhead, feeds[0].T, P);
  const hottest = bottoms === undefined ? undefined : boilingPoint(model, P, bottoms);
  const vaporisation = largestVaporisation(model, pressure[0]);
  if (hottest === undefined || vaporisation === undefined) return undefined;
  const carried = heatsOf(model, hottest + ALLOWED_ABOVE / 3, P).liquid.reduce((sum, h, i) => sum + fed[i] * h, 0);
  const taken = (reflux + 1) * overhead * COLDER * vaporisation;
  const brought = feeds.reduce((sum, { flows, enthalpy }) => sum + enthalpy * total(flows), 0) + heat.reduce((a, b) => a + b, 0);
  const most = carried + taken - brought;
  return most < 0 ? { code: 'reboiler-would-cool', reflux, heat: -most } : undefined;
}

/** J/mol: the most that one of the components takes where it boils alone; what does not boil at P by itself takes less than those that do. */
function largestVaporisation(model: ThermoModel, P: number): number | undefined {
  const y = new Float64Array(model.n);
  const heats = Array.from(y, (_, i) => {
    const found = bubbleTemperature(model, P, pureOf(model.n, i), y);
    return found.state === 'solved' ? heatsOf(model, found.value, P).vaporisation[i] : 0;
  });
  const most = Math.max(...heats);
  return most > 0 ? most : undefined;
}

/** A component with a trace of the others. */
function pureOf(n: number, i: number): Float64Array {
  const pure = new Float64Array(n).fill(TRACE);
  pure[i] = 1 - TRACE * (n - 1);
  return pure;
}

/** So much of the heaviest of what is fed, as volatile as the first K-values say: mol/s by component; undefined where there is not so much. */
function heaviestOf(model: ThermoModel, fed: Float64Array, flow: number, T: number, P: number): Float64Array | undefined {
  const lnK = new Float64Array(model.n);
  model.firstLnK(T, P, lnK);
  const taken = new Float64Array(model.n);
  let left = flow;
  for (const i of Array.from(lnK.keys()).sort((a, b) => lnK[a] - lnK[b])) {
    taken[i] = Math.min(left, fed[i]);
    left -= taken[i];
  }
  return flow > 0 && left <= 0 ? taken : undefined;
}

/** K of a liquid of these flows; undefined where it has none. */
function boilingPoint(model: ThermoModel, P: number, flows: Float64Array): number | undefined {
  const found = bubbleTemperature(model, P, normal(flows), new Float64Array(model.n));
  return found.state === 'solved' ? found.value : undefined;
}

const normal = (flows: Float64Array): Float64Array => {
  const sum = total(flows);
  return flows.map((flow) => Math.max(flow / sum, TRACE));
};

const isReflux = (q: Quantity): boolean => q.kind === 'ratio' && q.over.place.at === 'reflux' && q.under?.place.at === 'overhead';

const isOverhead = (q: Quantity): boolean =>
  q.kind === 'ratio' && q.under === null && q.over.place.at === 'overhead' && q.over.weights.every((w) => w === 1);

/** J/mol of each component alone: as liquid, and as vapour more than that. */
function heatsOf(model: ThermoModel, T: number, P: number): { liquid: number[]; vaporisation: number[] } {
  const out = new PhaseProperties(model.n);
  const heat = (phase: 'liquid' | 'vapour', i: number): number => {
    model.evaluate(phase, pureOf(model.n, i), out.at(T, P), 'all');
    return out.enthalpy;
  };
  const liquid = Array.from({ length: model.n }, (_, i) => heat('liquid', i));
  return { liquid, vaporisation: liquid.map((h, i) => heat('vapour', i) - h) };
}

/** A component that condenses with lighter ones does so colder than it boils, and gives more heat then: up to half as much again. */
const COLDER = 1.5;
/** Times as volatile. */
const FAR_MORE = 3;
/** mol/mol of the others in a component that is looked at alone. */
const TRACE = 1e-9;
const HALVINGS = 40;
/** λ/(R T) at boiling: 10.5 by Trouton's rule, 7 to 8 of acids whose vapour pairs. */
const STEEPNESS = 8;
/** K by which the bounds are widened: for what a vapour that is not ideal does, and for liquids that boil above the heavier of them. */
const ALLOWED_BELOW = 10;
const ALLOWED_ABOVE = 30;
