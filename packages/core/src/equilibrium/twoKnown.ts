/**
 * The state of a feed from any two things known of it: temperature, pressure, vapour share, enthalpy, degrees below its bubble point or above
 * its dew point, or feed quality
 *   q = (h_V − h)/(h_V − h_L),
 * h_V and h_L the enthalpies of the whole feed as saturated vapour and saturated liquid at its own pressure (McCabe, Smith & Harriott, Unit
 * Operations, 5th ed. (1993), ch. 18). With a pressure it is one flash; without one, the pressure at which the second thing comes true is
 * sought between 100 Pa and 200 bar.
 */
import { bracketedRoot, outOfReach, passOn, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { bubblePressure, bubbleTemperature } from './bubble.ts';
import { dewPressure, dewTemperature } from './dew.ts';
import { flashTP } from './flash.ts';
import type { Flash } from './flash.ts';
import { enthalpyOf, flashPBeta, flashPH, flashTBeta, phaseEnthalpy } from './flashSpecified.ts';
import type { FlashAt } from './flashSpecified.ts';

/** One of the two things known of a state. */
export type Known =
  | { by: 'temperature'; T: number } // K
  | { by: 'pressure'; P: number } // Pa
  | { by: 'vapour-fraction'; beta: number } // mol/mol
  | { by: 'enthalpy'; h: number } // J/mol, from the elements at 298.15 K
  | { by: 'subcooling'; below: number } // K below the bubble point
  | { by: 'superheat'; above: number } // K above the dew point
  | { by: 'q'; q: number };

/** A feed as a liquid that just begins to boil, or as a vapour that just begins to condense. */
export interface SaturationPoint {
  T: number; // K
  enthalpy: number; // J/mol
}

/** Where a feed begins and ends to boil at its pressure; each by itself, since a feed may have the one without the other. */
export interface Saturation {
  bubble: Outcome<SaturationPoint>;
  dew: Outcome<SaturationPoint>;
}

/** A state of which two things were known. */
export interface FluidState {
  T: number; // K
  P: number; // Pa
  flash: Flash;
  enthalpy: number; // J/mol, from the elements at 298.15 K
  saturation: Saturation;
  /** Undefined unless both points are there. */
  q: number | undefined;
}

/**
 * @param z mole fractions, length model.n, Σz = 1
 * @returns solved; or out-of-reach: `same-knowledge` when the two say the same thing, `no-such-state` when no pressure brings both together,
 *          or what the flash inside says
 * @throws RangeError for a pressure or temperature that is not above zero, or a vapour share outside 0 to 1: our mistake, never the user's
 */
export function stateFrom(model: ThermoModel, z: Float64Array, a: Known, b: Known): Outcome<FluidState> {
  const known = [a, b];
  const pressure = known.find((k) => k.by === 'pressure');
  const other = known.find((k) => k !== pressure);
  if (pressure !== undefined && other !== undefined && other.by !== 'pressure')
    return rescued(() => withPressure(model, z, pressure.P, other));
  const temperature = known.find((k) => k.by === 'temperature');
  const second = known.find((k) => k !== temperature);
  if (temperature !== undefined && second !== undefined && second.by !== 'temperature')
    return rescued(() => withTemperature(model, z, temperature.T, second));
  const enthalpy = known.find((k) => k.by === 'enthalpy');
  const third = known.find((k) => k !== enthalpy);
  if (enthalpy === undefined || third === undefined || third.by === 'enthalpy') return outOfReach({ code: 'same-knowledge' });
  return rescued(() => atPressureOf(model, z, third, (state) => state.enthalpy - enthalpy.h));
}

/** Bubble point and dew point of z at P, Pa, with the enthalpies there. */
export function saturationOf(model: ThermoModel, z: Float64Array, P: number): Saturation {
  const other = new Float64Array(model.n);
  const point = (phase: 'liquid' | 'vapour', T: Outcome<number>): Outcome<SaturationPoint> =>
    T.state === 'solved' ? solved({ T: T.value, enthalpy: phaseEnthalpy(model, phase, T.value, P, z) }, T.report) : passOn(T);
  return {
    bubble: point('liquid', bubbleTemperature(model, P, z, other)),
    dew: point('vapour', dewTemperature(model, P, z, other)),
  };
}

/**
 * Feed quality of a feed of enthalpy h, J/mol.
 * @returns undefined unless both saturation points are there
 */
export function qualityOf(h: number, { bubble, dew }: Saturation): number | undefined {
  if (bubble.state !== 'solved' || dew.state !== 'solved') return undefined;
  const q = (dew.value.enthalpy - h) / (dew.value.enthalpy - bubble.value.enthalpy);
  return Number.isFinite(q) ? q : undefined;
}

function withPressure(model: ThermoModel, z: Float64Array, P: number, known: Known): Outcome<FluidState> {
  const saturation = saturationOf(model, z, P);
  const at = flashAt(model, z, P, known, saturation);
  const enthalpy = known.by === 'enthalpy' ? known.h : enthalpyOf(model, at.T, P, at);
  const q = known.by === 'q' ? known.q : qualityOf(enthalpy, saturation);
  return solved({ T: at.T, P, flash: at, enthalpy, saturation, q });
}

function flashAt(model: ThermoModel, z: Float64Array, P: number, known: Known, { bubble, dew }: Saturation): FlashAt {
  const atT = (T: number): FlashAt => ({ T, P, ...valueOrInterrupt(flashTP(model, T, P, z)) });
  switch (known.by) {
    case 'pressure':
      throw new RangeError('pressure given twice');
    case 'temperature':
      return atT(known.T);
    case 'vapour-fraction':
      if (known.beta === 0) return saturated('liquid', P, z, valueOrInterrupt(bubble));
      if (known.beta === 1) return saturated('vapour', P, z, valueOrInterrupt(dew));
      return valueOrInterrupt(flashPBeta(model, P, known.beta, z));
    case 'enthalpy':
      return valueOrInterrupt(flashPH(model, P, known.h, z));
    case 'subcooling':
      return atT(valueOrInterrupt(bubble).T - known.below);
    case 'superheat':
      return atT(valueOrInterrupt(dew).T + known.above);
    case 'q': {
      if (known.q === 1) return saturated('liquid', P, z, valueOrInterrupt(bubble));
      if (known.q === 0) return saturated('vapour', P, z, valueOrInterrupt(dew));
      const [hL, hV] = [valueOrInterrupt(bubble).enthalpy, valueOrInterrupt(dew).enthalpy];
      return valueOrInterrupt(flashPH(model, P, hV - known.q * (hV - hL), z));
    }
  }
}

function saturated(phase: 'liquid' | 'vapour', P: number, z: Float64Array, { T }: SaturationPoint): FlashAt {
  const [x, y] = [Float64Array.from(z), Float64Array.from(z)];
  return { T, P, beta: phase === 'liquid' ? 0 : 1, phases: [phase], x, y };
}

function withTemperature(model: ThermoModel, z: Float64Array, T: number, known: Known): Outcome<FluidState> {
  const other = new Float64Array(model.n);
  const at = (P: Outcome<number>): Outcome<FluidState> => withPressure(model, z, valueOrInterrupt(P), { by: 'temperature', T });
  switch (known.by) {
    case 'temperature':
    case 'pressure':
      throw new RangeError(`${known.by} has a case of its own`);
    case 'vapour-fraction': {
      const { P } = valueOrInterrupt(flashTBeta(model, T, known.beta, z));
      return withPressure(model, z, P, known);
    }
    case 'subcooling':
      return at(bubblePressure(model, T + known.below, z, other));
    case 'superheat':
      return at(dewPressure(model, T - known.above, z, other));
    case 'enthalpy':
      return atPressureOf(model, z, { by: 'temperature', T }, (state) => state.enthalpy - known.h);
    case 'q':
      return atPressureOf(model, z, { by: 'temperature', T }, (state) => (state.q ?? Number.NaN) - known.q);
  }
}

/** The state at the pressure at which `excess` vanishes; pressures at which there is no state are passed over. */
function atPressureOf(
  model: ThermoModel,
  z: Float64Array,
  known: Known,
  excess: (state: FluidState) => number,
): Outcome<FluidState> {
  const at = (lnP: number): Outcome<FluidState> => rescued(() => withPressure(model, z, Math.exp(lnP), known));
  const trial = (lnP: number): number => {
    const state = at(lnP);
    return state.state === 'solved' ? excess(state.value) : Number.NaN;
  };
  let before = Number.NaN;
  for (let k = 0; k <= PRESSURE_STEPS; k++) {
    const lnP = LOWEST + (k / PRESSURE_STEPS) * (HIGHEST - LOWEST);
    const here = trial(lnP);
    if (here === 0) return at(lnP);
    if (here * before < 0) return at(bracketedRoot(trial, lnP - (HIGHEST - LOWEST) / PRESSURE_STEPS, lnP, 1e-12));
    before = here;
  }
  return outOfReach({ code: 'no-such-state', what: 'pair of conditions' });
}

const LOWEST = Math.log(100); // Pa
const HIGHEST = Math.log(200e5); // Pa
const PRESSURE_STEPS = 24;
