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

export type Known =
  | { by: 'temperature'; T: number } // K
  | { by: 'pressure'; P: number } // Pa
  | { by: 'vapour-fraction'; beta: number } // mol/mol
  | { by: 'enthalpy'; h: number } // J/mol, from the elements at 298.15 K
  | { by: 'subcooling'; below: number } // K below the bubble point
  | { by: 'superheat'; above: number } // K above the dew point
  | { by: 'q'; q: number };

/** Where a feed begins and ends to boil at its pressure. */
export interface Saturation {
  bubblePoint: number; // K
  dewPoint: number; // K
  liquidEnthalpy: number; // J/mol, at the bubble point
  vapourEnthalpy: number; // J/mol, at the dew point
}

export interface FluidState {
  T: number; // K
  P: number; // Pa
  flash: Flash;
  enthalpy: number; // J/mol, from the elements at 298.15 K
  /** Out of reach where the feed has no bubble or dew point at this pressure. */
  saturation: Outcome<Saturation>;
  /** Undefined without a saturation. */
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

/** Bubble point, dew point and the enthalpies there. */
export function saturationOf(model: ThermoModel, z: Float64Array, P: number): Outcome<Saturation> {
  const other = new Float64Array(model.n);
  const bubble = bubbleTemperature(model, P, z, other);
  if (bubble.state !== 'solved') return passOn(bubble);
  const dew = dewTemperature(model, P, z, other);
  if (dew.state !== 'solved') return passOn(dew);
  return solved({
    bubblePoint: bubble.value,
    dewPoint: dew.value,
    liquidEnthalpy: phaseEnthalpy(model, 'liquid', bubble.value, P, z),
    vapourEnthalpy: phaseEnthalpy(model, 'vapour', dew.value, P, z),
  });
}

function withPressure(model: ThermoModel, z: Float64Array, P: number, known: Known): Outcome<FluidState> {
  const saturation = saturationOf(model, z, P);
  const at = flashAt(model, z, P, known, saturation);
  const enthalpy = known.by === 'enthalpy' ? known.h : enthalpyOf(model, at.T, P, at);
  const q = known.by === 'q' ? known.q : qualityOf(enthalpy, saturation);
  return solved({ T: at.T, P, flash: at, enthalpy, saturation, q });
}

function flashAt(model: ThermoModel, z: Float64Array, P: number, known: Known, saturation: Outcome<Saturation>): FlashAt {
  const atT = (T: number): FlashAt => ({ T, P, ...valueOrInterrupt(flashTP(model, T, P, z)) });
  switch (known.by) {
    case 'pressure':
      throw new RangeError('pressure given twice');
    case 'temperature':
      return atT(known.T);
    case 'vapour-fraction':
      if (known.beta === 0 || known.beta === 1) return saturated(known.beta, P, z, valueOrInterrupt(saturation));
      return valueOrInterrupt(flashPBeta(model, P, known.beta, z));
    case 'enthalpy':
      return valueOrInterrupt(flashPH(model, P, known.h, z));
    case 'subcooling':
      return atT(valueOrInterrupt(saturation).bubblePoint - known.below);
    case 'superheat':
      return atT(valueOrInterrupt(saturation).dewPoint + known.above);
    case 'q': {
      if (known.q === 0 || known.q === 1) return saturated(known.q === 0 ? 1 : 0, P, z, valueOrInterrupt(saturation));
      const { liquidEnthalpy, vapourEnthalpy } = valueOrInterrupt(saturation);
      return valueOrInterrupt(flashPH(model, P, vapourEnthalpy - known.q * (vapourEnthalpy - liquidEnthalpy), z));
    }
  }
}

function saturated(beta: 0 | 1, P: number, z: Float64Array, { bubblePoint, dewPoint }: Saturation): FlashAt {
  const [x, y] = [Float64Array.from(z), Float64Array.from(z)];
  return { T: beta === 0 ? bubblePoint : dewPoint, P, beta, phases: [beta === 0 ? 'liquid' : 'vapour'], x, y };
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

function qualityOf(h: number, saturation: Outcome<Saturation>): number | undefined {
  if (saturation.state !== 'solved') return undefined;
  const { liquidEnthalpy, vapourEnthalpy } = saturation.value;
  const q = (vapourEnthalpy - h) / (vapourEnthalpy - liquidEnthalpy);
  return Number.isFinite(q) ? q : undefined;
}

const LOWEST = Math.log(100); // Pa
const HIGHEST = Math.log(200e5); // Pa
const PRESSURE_STEPS = 24;
