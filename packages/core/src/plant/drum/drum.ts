/**
 * A flash drum: everything that enters is mixed, brought to the two things known of it, and parted into vapour and liquid at equilibrium. A duty is
 * what is put into the mixture, so that with it the enthalpy is known. Source: Smith, Van Ness & Abbott, Introduction to Chemical Engineering
 * Thermodynamics, 7th ed. (2005), ch. 10.
 */
import type { DrumKnown, DrumQuantity, DrumUnit } from '@keen-ladder/schema';
import { phaseEnthalpy, phaseSplit, stateFrom } from '../../equilibrium/index.ts';
import type { Flash, FluidState, Known } from '../../equilibrium/index.ts';
import { open, outOfReach, passOn, solved } from '../../numerics/index.ts';
import type { OpenPoint, Outcome, Warning } from '../../numerics/index.ts';
import type { ThermoModel } from '../../thermo/index.ts';
import { extrapolations } from '../../mixture/index.ts';
import { pressureOf } from './pressure.ts';
import { statePoint } from '../streams/feed.ts';
import type { FeedFacts, Leaving } from '../streams/feed.ts';
import type { UnitInputs } from '../inputs.ts';

/** A solved drum. */
export interface DrumFacts {
  T: number; // K
  P: number; // Pa
  /** W put into what enters; taken from it where negative. */
  duty: number;
  vapourFraction: number; // mol/mol
  /** mol/s of all that enters. */
  flow: number;
  /** What leaves, by outlet: `vapour` and `liquid`, either of which may be empty. */
  outlets: Record<'vapour' | 'liquid', DrumOutlet>;
}

/** What leaves a drum one way. */
export interface DrumOutlet extends Leaving {
  flows: number[]; // mol/s
  flow: number; // mol/s
  T: number; // K
  fractions: number[]; // mol/mol; all 0 where nothing leaves
}

/** What is known of all that enters, mixed. */
interface Mixed {
  flow: number; // mol/s
  z: Float64Array;
  heat: number; // W, from the elements at 298.15 K
}

/**
 * @param feeds of its inlets, in their order
 * @returns solved; open with what is missing; or out of reach with what a feed or the flash says
 */
export function solveDrum(
  unitInputs: UnitInputs,
  drum: DrumUnit,
  { model, feeds }: { model: Outcome<ThermoModel>; feeds: readonly Outcome<FeedFacts>[] },
): Outcome<DrumFacts> {
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  points.push(...unitInputs.connectionPoints);
  if (feeds.length === 0) points.push({ code: 'missing', path: `units.${drum.id}.inlets`, what: 'stream that enters' });
  points.push(...knownPoints(drum));
  // A feed that comes at the drum's pressure waits for it without a point of its own.
  const isPressureKnown = pressureOf(drum) !== undefined;
  if (!isPressureKnown && points.length === 0 && feeds.some(({ state }) => state === 'open'))
    points.push({ code: 'missing', path: `units.${drum.id}.known.0`, what: 'pressure of the drum, at which a feed comes' });
  if (points.length > 0) return open(points);
  for (const feed of feeds) if (feed.state !== 'solved') return passOn(feed);
  if (model.state !== 'solved') return passOn(model);
  const mixed = mixedOf(feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : [])));
  const [first, second] = drum.known.map((known) => knownOf(known, mixed));
  const state = stateFrom(model.value, mixed.z, first, second);
  if (state.state !== 'solved') return passOn(state);
  // A duty that is asked is had to the last digit, not with the rounding of two large heats.
  const asked = drum.known.find(({ by }) => by === 'duty')?.value ?? undefined;
  const facts = described(model.value, mixed, state.value, asked);
  const { vapour, liquid } = facts.outlets;
  const isFinite = [facts.T, facts.P, facts.duty, facts.flow, vapour.enthalpy, liquid.enthalpy].every(Number.isFinite);
  if (!isFinite) return outOfReach({ code: 'not-finite', what: 'state of the drum' });
  return solved(facts, undefined, [...extrapolations(model.value, facts.T), ...partingOf(model.value, facts)]);
}

/** What leaves as one liquid may be two. */
function partingOf(model: ThermoModel, { T, P, outlets: { liquid } }: DrumFacts): Warning[] {
  if (!(liquid.flow > 0)) return [];
  const liquids = phaseSplit(model, T, P, Float64Array.from(liquid.fractions), { liquidsOnly: true });
  if (liquids.state !== 'solved' || liquids.value.length < 2) return [];
  return [{ code: 'liquid-parts', T, smaller: Math.min(...liquids.value.map(({ share }) => share)) }];
}

function mixedOf(feeds: readonly FeedFacts[]): Mixed {
  const n = feeds[0].moleFractions.length;
  const flow = feeds.reduce((sum, { molarFlow }) => sum + molarFlow, 0);
  const z = Float64Array.from({ length: n }, (_, i) => feeds.reduce((sum, f) => sum + f.molarFlow * f.moleFractions[i], 0) / flow);
  return { flow, z, heat: feeds.reduce((sum, { molarFlow, enthalpy }) => sum + molarFlow * enthalpy, 0) };
}

function knownOf({ by, value }: DrumKnown, { flow, heat }: Mixed): Known {
  const given = value ?? NaN; // an open point has told of it
  switch (by) {
    case 'temperature':
      return { by, T: given };
    case 'pressure':
      return { by, P: given };
    case 'vapour-fraction':
      return { by, beta: given };
    case 'duty':
      return { by: 'enthalpy', h: (heat + given) / flow };
  }
}

function described(
  model: ThermoModel,
  { flow, z, heat }: Mixed,
  { T, P, flash, enthalpy }: FluidState,
  duty = enthalpy * flow - heat,
): DrumFacts {
  const isVapour = flash.phases[0] === 'vapour';
  const isSplit = !isVapour && flash.phases.includes('vapour');
  const beta = isSplit ? flash.beta : isVapour ? 1 : 0;
  const [vapourEnthalpy, liquidEnthalpy] = isSplit ? ofPhases(model, T, P, flash, enthalpy) : [enthalpy, enthalpy];
  const outlet = (share: number, fractions: Float64Array, h: number): DrumOutlet => ({
    flow: share * flow,
    flows: Array.from(fractions, (x) => x * share * flow),
    fractions: share > 0 ? Array.from(fractions) : Array.from(fractions, () => 0),
    T,
    P,
    enthalpy: h,
  });
  return {
    T,
    P,
    duty,
    vapourFraction: beta,
    flow,
    outlets: {
      vapour: outlet(beta, isSplit ? flash.y : z, vapourEnthalpy),
      liquid: outlet(1 - beta, isSplit ? flash.x : z, liquidEnthalpy),
    },
  };
}

/** J/mol of vapour and liquid: that of the smaller part by the model, the other follows from the whole, so that not a joule is lost. */
function ofPhases(model: ThermoModel, T: number, P: number, { beta, x, y }: Flash, whole: number): [number, number] {
  if (beta < 0.5) {
    const vapour = phaseEnthalpy(model, 'vapour', T, P, y);
    return [vapour, (whole - beta * vapour) / (1 - beta)];
  }
  const liquid = phaseEnthalpy(model, 'liquid', T, P, x);
  return [(whole - (1 - beta) * liquid) / beta, liquid];
}

/** What is missing or impossible by itself. */
function knownPoints({ id, known }: DrumUnit): OpenPoint[] {
  const points = known.flatMap(
    ({ by, value }, k) => statePoint(by, value, { path: `units.${id}.known.${k}`, what: WORDS[by] }) ?? [],
  );
  if (known[0].by === known[1].by)
    points.push({ code: 'missing', path: `units.${id}.known.1`, what: 'second, different thing known of the drum' });
  return points;
}

const WORDS: Record<DrumQuantity, string> = {
  temperature: 'temperature of the drum',
  pressure: 'pressure of the drum (absolute)',
  duty: 'heat put into the drum',
  'vapour-fraction': 'vapour fraction in the drum',
};
