/**
 * A feed, from the document to numbers: composition by any basis, amount by any basis, state by any two conditions. What is missing or does
 * not add up is an open point with its field.
 */
import type { Amount, ComponentRecord, Condition, ConditionQuantity, Stream } from '@keen-ladder/schema';
import { stateFrom } from '../../equilibrium/index.ts';
import type { FluidState, Known } from '../../equilibrium/index.ts';
import { extrapolations } from '../../mixture/index.ts';
import { open, outOfReach, passOn, solved } from '../../numerics/index.ts';
import type { Dimension } from '../../measures/index.ts';
import type { OpenPoint, Outcome } from '../../numerics/index.ts';
import { PhaseProperties } from '../../thermo/index.ts';
import type { Phase, ThermoModel } from '../../thermo/index.ts';
import { countPerMole, isFlowBasis, normalised, partsOf, perMoleOf, toMoles } from './composition.ts';
import { freezing } from './freezing.ts';

/** Everything that is known of a stream. */
export interface FeedFacts {
  moleFractions: number[];
  massFractions: number[];
  volumeFractions: number[];
  molarFlow: number; // mol/s
  massFlow: number; // kg/s
  standardLiquidFlow: number; // m³/s
  volumeFlow: number; // m³/s, as it flows
  molarMass: number; // kg/mol
  T: number; // K
  P: number; // Pa
  enthalpy: number; // J/mol, from the elements at 298.15 K
  vapourFraction: number; // mol/mol
  /** K; null: it has none at its pressure, since a gas dissolved in it keeps it boiling or it is above its critical point. */
  bubblePoint: number | null;
  dewPoint: number | null;
  q: number | null;
  phases: FeedPhase[];
}

/** One of its phases. */
export interface FeedPhase {
  phase: Phase;
  share: number; // mol/mol of the feed
  fractions: number[]; // mole fractions
  density: number; // kg/m³
  molarMass: number; // kg/mol
}

/** What leaves a unit: flows by component, and its state by pressure and enthalpy, so that nothing is lost on the way. */
export interface Leaving {
  flows: readonly number[]; // mol/s
  P: number; // Pa
  enthalpy: number; // J/mol, from the elements at 298.15 K
}

/** What leaves a unit, said as a feed would be. */
export function streamOf(
  { flows, P, enthalpy }: Leaving,
  { id, name }: { id: string; name: string },
  components: readonly ComponentRecord[],
): Stream {
  const parts = Object.fromEntries(components.map((c, i) => [c.id, flows[i]]));
  return {
    id,
    name,
    amount: null,
    composition: { basis: 'molar-flow', parts },
    condition: [
      { by: 'pressure', value: P },
      { by: 'enthalpy', value: enthalpy },
    ],
  };
}

/** What the feed needs of its surroundings. */
export interface FeedSurroundings {
  components: readonly ComponentRecord[];
  model: Outcome<ThermoModel>;
  columnPressure: number | undefined; // Pa
  standardTemperature: number; // K
}

/** Composition and amount alone: what a balance needs. */
export interface FeedAmounts {
  /** mol/s by component. */
  flows: Float64Array;
  fractions: Float64Array;
}

/** Mole fractions of the stream, with what is wrong in `points`. */
export function fractionsOf(
  stream: Stream,
  { components, standardTemperature }: FeedSurroundings,
  points: OpenPoint[],
): Float64Array {
  const path = `streams.${stream.id}.composition`;
  const what = `composition of ${stream.name === '' ? 'the feed' : stream.name}`;
  const parts = partsOf(components, stream.composition);
  const sum = parts.reduce((all, part) => all + part, 0);
  const isFlow = isFlowBasis(stream.composition.basis);
  for (const [id, part] of Object.entries(stream.composition.parts))
    if (part !== 0 && components.length > 0 && !components.some((c) => c.id === id))
      points.push({ code: 'part-not-in-mixture', path, feed: stream.name, id });
  const worst = parts.findIndex((part) => part < 0 || !Number.isFinite(part));
  if (worst >= 0)
    points.push({
      code: 'negative',
      path: `${path}.${components[worst].id}`,
      what: `${components[worst].name} in the feed`,
      value: parts[worst],
    });
  else if (components.length > 0 && sum === 0) points.push({ code: 'missing', path, what });
  else if (!isFlow && components.length > 0 && Math.abs(sum - 1) > ADDS_UP) points.push({ code: 'sum-not-one', path, what, sum });
  return normalised(toMoles(parts, countPerMole(components, perMoleOf(stream.composition.basis), standardTemperature)));
}

/**
 * The feed's facts.
 * @returns solved; open with every field that is missing; or out-of-reach with what the flash says
 */
export function feedFacts(stream: Stream, around: FeedSurroundings): Outcome<FeedFacts> {
  const points: OpenPoint[] = [];
  const z = fractionsOf(stream, around, points);
  checkAmount(stream, points);
  const known = conditionsOf(stream, around.columnPressure, points);
  if (around.components.length === 0) points.push({ code: 'missing', path: 'mixture.components', what: 'choice of components' });
  if (around.model.state === 'open') points.push(...around.model.points);
  if (points.length > 0 || known === undefined) return open(points);
  if (around.model.state !== 'solved') return passOn(around.model);
  const model = around.model.value;
  const state = stateFrom(model, z, ...known);
  if (state.state === 'out-of-reach') return outOfReach({ code: 'in-feed', name: stream.name, reason: state.reason }, state.report);
  if (state.state !== 'solved') return passOn(state);
  return described(stream, around, model, z, state.value);
}

function described(
  stream: Stream,
  around: FeedSurroundings,
  model: ThermoModel,
  z: Float64Array,
  state: FluidState,
): Outcome<FeedFacts> {
  const { components, standardTemperature } = around;
  const [mass, liquid] = (['mass', 'volume'] as const).map((per) => countPerMole(components, per, standardTemperature));
  const [molarMass, molarLiquid] = [mass, liquid].map((per) => weighed(z, per));
  const phases = phasesOf(model, state, mass);
  const molarVolume = phases.reduce((sum, p) => sum + (p.share * p.molarMass) / p.density, 0);
  const molarFlow = molesPerSecond(stream, around, { molarMass, molarLiquid, molarVolume });
  const { bubble, dew } = state.saturation;
  const facts: FeedFacts = {
    moleFractions: [...z],
    massFractions: [...normalised(z.map((x, i) => x * mass[i]))],
    volumeFractions: [...normalised(z.map((x, i) => x * liquid[i]))],
    molarFlow,
    massFlow: molarFlow * molarMass,
    standardLiquidFlow: molarFlow * molarLiquid,
    volumeFlow: molarFlow * molarVolume,
    molarMass,
    T: state.T,
    P: state.P,
    enthalpy: state.enthalpy,
    vapourFraction: phases.reduce((sum, { phase, share }) => sum + (phase === 'vapour' ? share : 0), 0),
    bubblePoint: bubble.state === 'solved' ? bubble.value.T : null,
    dewPoint: dew.state === 'solved' ? dew.value.T : null,
    q: state.q ?? null,
    phases,
  };
  const numbers = [facts.molarFlow, facts.massFlow, facts.standardLiquidFlow, facts.volumeFlow, facts.T, facts.P, facts.enthalpy];
  if (!numbers.every(Number.isFinite)) return outOfReach({ code: 'not-finite', what: 'feed' });
  const where = stream.name === '' ? 'in the feed' : `in ${stream.name}`;
  const liquids = phases.flatMap(({ phase, fractions }) => (phase === 'liquid' ? [{ place: where, T: facts.T, fractions }] : []));
  return solved(facts, undefined, [...extrapolations(model, facts.T), ...freezing(components, liquids)]);
}

/** Mean of a molar property, weighed by mole fractions. */
function weighed(z: Float64Array, perMole: Float64Array): number {
  return z.reduce((sum, x, i) => sum + x * perMole[i], 0);
}

function phasesOf(model: ThermoModel, { T, P, flash }: FluidState, mass: Float64Array): FeedPhase[] {
  const { beta, phases, x, y } = flash;
  const parts: [Phase, number, Float64Array][] =
    phases.length === 1
      ? [[phases[0], 1, x]]
      : [
          [phases[0], 1 - beta, x],
          [phases[1], beta, y],
        ];
  const properties = new PhaseProperties(model.n);
  return parts.map(([phase, share, fractions]) => {
    model.evaluate(phase, fractions, properties.at(T, P), 'all');
    const molarMass = weighed(fractions, mass);
    return { phase, share, fractions: [...fractions], density: molarMass / properties.volume, molarMass };
  });
}

/** m³/mol and kg/mol of the feed, by which its amount is counted. */
interface PerMoleOfFeed {
  molarMass: number;
  molarLiquid: number;
  molarVolume: number;
}

function molesPerSecond(stream: Stream, around: FeedSurroundings, per: PerMoleOfFeed): number {
  const { composition, amount } = stream;
  if (isFlowBasis(composition.basis)) {
    const perMole = countPerMole(around.components, perMoleOf(composition.basis), around.standardTemperature);
    return toMoles(partsOf(around.components, composition), perMole).reduce((sum, n) => sum + n, 0);
  }
  return amount === null ? 0 : amount.value / sizeOfMole(amount, per);
}

function sizeOfMole({ basis }: Amount, { molarMass, molarLiquid, molarVolume }: PerMoleOfFeed): number {
  switch (basis) {
    case 'molar':
    case 'standard-gas':
      return 1;
    case 'mass':
      return molarMass;
    case 'standard-liquid':
      return molarLiquid;
    case 'actual':
      return molarVolume;
  }
}

function checkAmount({ id, composition, amount }: Stream, points: OpenPoint[]): void {
  if (isFlowBasis(composition.basis)) return;
  const path = `streams.${id}.amount`;
  const what = 'feed flow';
  if (amount === null) points.push({ code: 'missing', path, what });
  else if (!(amount.value > 0))
    points.push({ code: 'not-positive', path, what, value: amount.value, measured: AMOUNT_MEASURED[amount.basis] });
}

/** Both conditions; undefined with a point for each that is missing. */
function conditionsOf(stream: Stream, columnPressure: number | undefined, points: OpenPoint[]): [Known, Known] | undefined {
  const [a, b] = stream.condition.map((condition, k) =>
    knownOf(condition, `streams.${stream.id}.condition.${k}`, columnPressure, points),
  );
  return a === undefined || b === undefined ? undefined : [a, b];
}

const AMOUNT_MEASURED = {
  molar: 'molarFlow',
  mass: 'massFlow',
  'standard-liquid': 'standardLiquidFlow',
  'standard-gas': 'standardGasFlow',
  actual: 'volumeFlow',
} as const satisfies Record<Amount['basis'], Dimension>;

/** K; correlations end long before, and nothing that is distilled is still what it was. */
const HOTTEST = 2000;

const CONDITION_WORDS: Record<ConditionQuantity, string> = {
  temperature: 'feed temperature',
  pressure: 'feed pressure (absolute)',
  'vapour-fraction': 'vapour fraction of the feed',
  enthalpy: 'feed enthalpy',
  subcooling: 'degrees below the bubble point',
  superheat: 'degrees above the dew point',
  q: 'feed quality q',
};

/** What is wrong by itself with a thing known of a state, of a feed or of a drum: not there, or what no state has. */
export function statePoint(by: string, value: number | null, at: { path: string; what: string }): OpenPoint | undefined {
  if (value === null) return { code: 'missing', ...at };
  if (by === 'temperature' && !(value > 0)) return { code: 'below-zero-kelvin', ...at };
  if (by === 'temperature' && value > HOTTEST) return { code: 'beyond-sense', ...at, T: value, highest: HOTTEST };
  if (by === 'pressure' && !(value > 0)) return { code: 'not-positive', ...at, value, measured: 'pressure' };
  if (by === 'vapour-fraction' && !(value >= 0 && value <= 1)) return { code: 'not-a-fraction', ...at, value };
  return undefined;
}

function knownOf(condition: Condition, path: string, columnPressure: number | undefined, points: OpenPoint[]): Known | undefined {
  // The column says itself that its pressure is missing.
  if (condition.by === 'column-pressure') return columnPressure === undefined ? undefined : { by: 'pressure', P: columnPressure };
  if (!('value' in condition)) return { by: 'vapour-fraction', beta: condition.by === 'saturated-liquid' ? 0 : 1 };
  const { by, value } = condition;
  const what = CONDITION_WORDS[by];
  const point = statePoint(by, value, { path, what });
  if (point !== undefined) points.push(point);
  else if (value === null) return undefined;
  else if ((by === 'subcooling' || by === 'superheat') && value < 0)
    points.push({ code: 'negative', path, what, value, measured: 'temperatureDifference' });
  else return quantityKnown(by, value);
  return undefined;
}

function quantityKnown(by: ConditionQuantity, value: number): Known {
  switch (by) {
    case 'temperature':
      return { by, T: value };
    case 'pressure':
      return { by, P: value };
    case 'vapour-fraction':
      return { by, beta: value };
    case 'enthalpy':
      return { by, h: value };
    case 'subcooling':
      return { by, below: value };
    case 'superheat':
      return { by, above: value };
    case 'q':
      return { by, q: value };
  }
}

/** How far from one typed fractions may add up and still be one. */
const ADDS_UP = 1e-9;
