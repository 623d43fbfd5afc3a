/**
 * Bubble points:  f = ln Σᵢ xᵢ Kᵢ(T, P, x, y) = 0,  yᵢ ∝ xᵢ Kᵢ.
 * Newton in 1/T (for T) or ln P (for P), where f is nearly straight; y is renewed between steps. Where that finds nothing (near critical
 * points) the tangent plane seeks it.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 12.
 */
import { outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { checkLengths, evaluateK, makeTwoPhases, T_HIGHEST, T_LOWEST } from './kValues.ts';
import type { TwoPhases } from './kValues.ts';
import { PhaseBoundary } from './phaseBoundary.ts';

/**
 * Bubble-point temperature of a liquid.
 * @param P      pressure, Pa
 * @param x      liquid mole fractions, length model.n, Σx = 1
 * @param y      out: vapour mole fractions, length model.n; the last iterate when there is no answer
 * @param start  first temperature, K; left out: where the model's first K-values say
 * @returns solved with T in K, or out-of-reach: `no-saturation`, `no-convergence`, `phases-alike`, `not-finite`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function bubbleTemperature(
  model: ThermoModel,
  P: number,
  x: Float64Array,
  y: Float64Array,
  start?: number,
  w: TwoPhases = makeTwoPhases(model.n),
): Outcome<number> {
  checkLengths(model.n, x, y);
  const first = start ?? firstTemperature(model, P, x, w);
  firstVapour(model, first, P, x, y, w);
  const found = temperatureFrom(first, model, P, x, y, w);
  return found.state === 'solved' ? found : new PhaseBoundary(model, 'liquid', { kind: 'T', P }, x, y).seek(first);
}

function temperatureFrom(
  first: number,
  model: ThermoModel,
  P: number,
  x: Float64Array,
  y: Float64Array,
  w: TwoPhases,
): Outcome<number> {
  let T = first;
  let error = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    evaluateK(model, T, P, x, y, w, 'fugacity');
    const change = renewVapour(model, x, y, w);
    error = w.logSum;
    if (Math.abs(error) < TOLERANCE && change < TOLERANCE) return ended(T, w, T, P, iteration);
    let slope = 0; // df/d(1/T), K
    for (let i = 0; i < model.n; i++) slope -= y[i] * w.dLnKDT[i] * T * T;
    const inverse = 1 / T - error / slope;
    const next = 1 / Math.min(Math.max(inverse, 1 / (T * LARGEST_STEP)), LARGEST_STEP / T);
    if (!(next > T_LOWEST && next < T_HIGHEST)) break;
    T = next;
  }
  return noAnswer(error);
}

/**
 * Bubble-point pressure of a liquid.
 * @param T  temperature, K
 * @param x  liquid mole fractions, length model.n, Σx = 1
 * @param y  out: vapour mole fractions, length model.n
 * @returns solved with P in Pa, or out-of-reach: `no-saturation`, `no-convergence`, `phases-alike`, `not-finite`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function bubblePressure(model: ThermoModel, T: number, x: Float64Array, y: Float64Array): Outcome<number> {
  checkLengths(model.n, x, y);
  const w = makeTwoPhases(model.n);
  firstVapour(model, T, ATMOSPHERE, x, y, w);
  const first = Math.log(ATMOSPHERE) + w.logSum; // first K-values go as 1/P
  const found = pressureFrom(first, model, T, x, y, w);
  return found.state === 'solved' ? found : new PhaseBoundary(model, 'liquid', { kind: 'P', T }, x, y).seek(Math.exp(first));
}

function pressureFrom(
  first: number,
  model: ThermoModel,
  T: number,
  x: Float64Array,
  y: Float64Array,
  w: TwoPhases,
): Outcome<number> {
  let lnP = first;
  let error = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    evaluateK(model, T, Math.exp(lnP), x, y, w, 'slopes');
    const change = renewVapour(model, x, y, w);
    error = w.logSum;
    if (Math.abs(error) < TOLERANCE && change < TOLERANCE) return ended(Math.exp(lnP), w, T, Math.exp(lnP), iteration);
    let slope = 0; // df/d ln P; −1 for an ideal vapour
    for (let i = 0; i < model.n; i++) slope += y[i] * (w.liquid.dLnPhiDP[i] - w.vapour.dLnPhiDP[i]) * Math.exp(lnP);
    lnP -= error / slope;
    if (!Number.isFinite(lnP)) break;
  }
  return noAnswer(error);
}

/** Where ln Σ xK of the model's first K-values is 0, to a tenth of a kelvin: bisection in 1/T, in which it falls. */
function firstTemperature(model: ThermoModel, P: number, x: Float64Array, w: TwoPhases): number {
  let cold = 1 / T_LOWEST;
  let hot = 1 / T_HIGHEST;
  for (let k = 0; k < FIRST_HALVINGS; k++) {
    const middle = (cold + hot) / 2;
    model.firstLnK(1 / middle, P, w.lnK);
    let sum = 0;
    for (let i = 0; i < x.length; i++) sum += x[i] * Math.exp(w.lnK[i]);
    if (sum > 1) hot = middle;
    else cold = middle;
  }
  return 2 / (cold + hot);
}

/** y by the model's first K-values; leaves ln Σ xK in w. */
function firstVapour(model: ThermoModel, T: number, P: number, x: Float64Array, y: Float64Array, w: TwoPhases): void {
  model.firstLnK(T, P, w.lnK);
  renewVapour(model, x, y, w);
}

/**
 * The answer, unless both phases came out as one, which above its critical point is all that an equation of state has: their fugacities
 * then change alike with temperature. (At an azeotrope K is 1 as well, but not its slope.)
 */
function ended(value: number, w: TwoPhases, T: number, P: number, iterations: number): Outcome<number> {
  const apart = w.dLnKDT.reduce((most, slope) => Math.max(most, Math.abs(slope) * T), 0);
  return apart > ALIKE ? solved(value, { iterations, residual: Math.abs(w.logSum) }) : outOfReach({ code: 'phases-alike', T, P });
}

function noAnswer(error: number): Outcome<number> {
  if (!Number.isFinite(error)) return outOfReach({ code: 'not-finite', what: 'bubble point' });
  return outOfReach({ code: 'no-convergence', residual: Math.abs(error), iterations: MAX_ITERATIONS });
}

/** y ∝ x K, with f = ln Σ x K left in w; returns the largest change of y. An ideal vapour's y is right at the first. */
function renewVapour(model: ThermoModel, x: Float64Array, y: Float64Array, w: TwoPhases): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i] * Math.exp(w.lnK[i]);
  let change = 0;
  for (let i = 0; i < x.length; i++) {
    const next = (x[i] * Math.exp(w.lnK[i])) / sum;
    // Of traces the relative change counts, so that theirs are in equilibrium too.
    if (!model.hasIdealVapour && next > 0)
      change = Math.max(change, Math.min(Math.abs(next - y[i]) / next, 1) * Math.max(next, TRACE));
    y[i] = next;
  }
  w.logSum = Math.log(sum);
  return change;
}

const ATMOSPHERE = 101325;
/** ln of a sum of terms near 1 is known to some 1e-16; this leaves 1e-10 K. */
const TOLERANCE = 1e-12;
/** A trace's relative change is settled at 1e-9. */
const TRACE = 1e-3;
/** T changes at most by this factor in a step, so that a far start cannot leap out of the search range. */
const LARGEST_STEP = 1.5;
const MAX_ITERATIONS = 100;
const FIRST_HALVINGS = 16;
/** |∂ ln K/∂ ln T| is some 10 at a boiling point and 0 where both phases are one. */
const ALIKE = 1e-5;
