/**
 * Flashes with something else given than temperature and pressure: pressure and enthalpy, pressure and vapour share, temperature and
 * vapour share. Each is one unknown around the flash at T and P: enthalpy and vapour share rise with temperature, the vapour share falls
 * with pressure, so a bracket that grows from a first guess finds the root, and Brent's method ends it.
 * Where the vapour share leaps at one temperature (a pure component, an azeotrope) the given enthalpy or share divides the two phases.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 10 (nested loops, there advised as the safe way).
 */
import { bracketedRoot, outOfReach, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { R } from '../properties/index.ts';
import { PhaseProperties, phaseEntropy } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { flashTP, makeFlashWork } from './flash.ts';
import type { Flash, FlashWork } from './flash.ts';
import { T_HIGHEST, T_LOWEST } from './kValues.ts';

/** A flash with the temperature and pressure that it came to. */
export interface FlashAt extends Flash {
  T: number; // K
  P: number; // Pa
}

/**
 * @param P Pa
 * @param h molar enthalpy of the feed, J/mol, from the elements at 298.15 K
 * @param z feed mole fractions, length model.n
 * @returns solved; or out-of-reach: `no-such-state`, when no temperature from 40 to 2000 K has this enthalpy; `three-phases`; or what the flash inside says
 */
export function flashPH(model: ThermoModel, P: number, h: number, z: Float64Array): Outcome<FlashAt> {
  return atProperty('enthalpy', R_TIMES_T, phaseEnthalpy, model, P, h, z);
}

/**
 * @param s molar entropy of the feed, J/(mol K), from the elements at 298.15 K and 1 bar
 * @returns as flashPH; `no-such-state` when no temperature from 40 to 2000 K has this entropy
 */
export function flashPS(model: ThermoModel, P: number, s: number, z: Float64Array): Outcome<FlashAt> {
  return atProperty('entropy', R, phaseEntropy, model, P, s, z);
}

/** A molar property of one phase. */
type PhaseProperty = (model: ThermoModel, phase: Phase, T: number, P: number, x: Float64Array) => number;

/** @param much what counts as much of the property */
function atProperty(
  what: string,
  much: number,
  property: PhaseProperty,
  model: ThermoModel,
  P: number,
  wanted: number,
  z: Float64Array,
): Outcome<FlashAt> {
  const w = makeFlashWork(model.n);
  const excess = (T: number): number => ofFlash(property, model, T, P, flashed(model, T, P, z, w)) - wanted;
  return atTemperature(what, much, model, P, z, w, excess, (T) => {
    const liquid = property(model, 'liquid', T, P, z);
    const vapour = property(model, 'vapour', T, P, z);
    return (wanted - liquid) / (vapour - liquid);
  });
}

/** @param beta vapour share, mol/mol, from 0 (its bubble point) to 1 (its dew point) */
export function flashPBeta(model: ThermoModel, P: number, beta: number, z: Float64Array): Outcome<FlashAt> {
  checkShare(beta);
  const w = makeFlashWork(model.n);
  const inside = within(beta);
  return atTemperature(
    'vapour share',
    1,
    model,
    P,
    z,
    w,
    (T) => vapourOf(flashed(model, T, P, z, w)) - inside,
    () => beta,
  );
}

/** @param beta vapour share, mol/mol, from 0 (its bubble point) to 1 (its dew point) */
export function flashTBeta(model: ThermoModel, T: number, beta: number, z: Float64Array): Outcome<FlashAt> {
  checkShare(beta);
  const w = makeFlashWork(model.n);
  const inside = within(beta);
  const excess = (lnP: number): number => inside - vapourOf(flashed(model, T, Math.exp(lnP), z, w));
  return rescued(() => {
    const root = rootFrom(excess, Math.log(FIRST_PRESSURE), 1, Math.log(LOWEST_PRESSURE), Math.log(HIGHEST_PRESSURE));
    return root === undefined
      ? outOfReach({ code: 'no-such-state', what: 'vapour share' })
      : settledAt(
          model,
          T,
          Math.exp(root),
          z,
          w,
          () => excess(root),
          () => beta,
        );
  });
}

/** Molar enthalpy of a flashed feed, J/mol. */
export const enthalpyOf = (model: ThermoModel, T: number, P: number, flash: Flash): number =>
  ofFlash(phaseEnthalpy, model, T, P, flash);

/** Molar entropy of a flashed feed, J/(mol K). */
export const entropyOf = (model: ThermoModel, T: number, P: number, flash: Flash): number =>
  ofFlash(phaseEntropy, model, T, P, flash);

function ofFlash(property: PhaseProperty, model: ThermoModel, T: number, P: number, { beta, phases, x, y }: Flash): number {
  const first = beta < 1 ? (1 - beta) * property(model, beta > 0 ? 'liquid' : phases[0], T, P, x) : 0;
  const second = beta > 0 ? beta * property(model, phases[phases.length - 1], T, P, y) : 0;
  return first + second;
}

/** Molar enthalpy of one phase, J/mol. */
export function phaseEnthalpy(model: ThermoModel, phase: Phase, T: number, P: number, x: Float64Array): number {
  const properties = new PhaseProperties(model.n);
  model.evaluate(phase, x, properties.at(T, P), 'all');
  return properties.enthalpy;
}

function atTemperature(
  what: string,
  scale: number,
  model: ThermoModel,
  P: number,
  z: Float64Array,
  w: FlashWork,
  excess: (T: number) => number,
  shareAtLeap: (T: number) => number,
): Outcome<FlashAt> {
  return rescued(() => {
    const root = rootFrom(excess, FIRST_TEMPERATURE, FIRST_STEP, T_LOWEST, T_HIGHEST);
    return root === undefined
      ? outOfReach({ code: 'no-such-state', what })
      : settledAt(model, root, P, z, w, () => excess(root) / scale, shareAtLeap);
  });
}

/**
 * The flash at the root; where one hair colder is all liquid and one hair hotter all vapour, the phases are shared out as
 * asked. Where two phases leap to two others there are three at that temperature, which a flash of two phases cannot tell.
 * @param missed by how much the flash at the root misses what was asked, 1 being much
 */
function settledAt(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  w: FlashWork,
  missed: () => number,
  shareAtLeap: (T: number) => number,
): Outcome<FlashAt> {
  const colder = flashed(model, T * (1 - HAIR), P, z, w);
  const hotter = flashed(model, T * (1 + HAIR), P, z, w);
  if (colder.beta === 0 && hotter.beta === 1) {
    const beta = Math.min(Math.max(shareAtLeap(T), 0), 1);
    return solved({ T, P, beta, phases: ['liquid', 'vapour'], x: Float64Array.from(z), y: Float64Array.from(z) });
  }
  if (Math.abs(missed()) > LEAP) return outOfReach({ code: 'three-phases', T, P });
  return solved({ T, P, ...flashed(model, T, P, z, w) });
}

/** Share of the vapour: none in a liquid that splits. */
const vapourOf = ({ beta, phases }: Flash): number => (phases.includes('vapour') ? beta : 0);

/** A root of a rising f: the bracket grows from `start` towards the side where f changes its sign. Undefined where it never does. */
function rootFrom(f: (at: number) => number, start: number, step: number, lowest: number, highest: number): number | undefined {
  let at = start;
  let value = f(at);
  for (let size = step; value !== 0; size *= 1.5) {
    if (!Number.isFinite(value)) return undefined;
    const next = Math.min(Math.max(at - Math.sign(value) * size, lowest), highest);
    if (next === at) return undefined;
    const nextValue = f(next);
    if (value * nextValue <= 0) return bracketedRoot(f, at, next, 1e-11 * Math.abs(next));
    at = next;
    value = nextValue;
  }
  return at;
}

const flashed = (model: ThermoModel, T: number, P: number, z: Float64Array, w: FlashWork): Flash =>
  valueOrInterrupt(flashTP(model, T, P, z, w));

function checkShare(beta: number): void {
  if (!(beta >= 0 && beta <= 1)) throw new RangeError(`a vapour share of ${beta}`);
}

/** At exactly 0 or 1 every colder or hotter feed is right; the point sought is where the other phase begins. */
function within(beta: number): number {
  return Math.min(Math.max(beta, BEGINNING), 1 - BEGINNING);
}

/** What counts as much enthalpy, J/mol. */
const R_TIMES_T = R * 1000;
const FIRST_TEMPERATURE = 350; // K
const FIRST_STEP = 15; // K
const FIRST_PRESSURE = 101325; // Pa
const LOWEST_PRESSURE = 1e-3; // Pa
const HIGHEST_PRESSURE = 1e9; // Pa
const HAIR = 1e-8;
/** A part of what was asked: far more than rounding, far less than a third phase. */
const LEAP = 1e-6;
const BEGINNING = 1e-9;
