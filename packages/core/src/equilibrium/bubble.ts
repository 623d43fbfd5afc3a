/**
 * Bubble points:  f = ln Σᵢ xᵢ Kᵢ(T, P, x, y) = 0,  yᵢ ∝ xᵢ Kᵢ.
 * Newton in 1/T (for T) or ln P (for P), where f is nearly straight; y is renewed between steps.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 12.
 */
import { outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { checkLengths, evaluateK, makeTwoPhases, T_HIGHEST, T_LOWEST } from './kValues.ts';
import type { TwoPhases } from './kValues.ts';

/**
 * Bubble-point temperature of a liquid.
 * @param P      pressure, Pa
 * @param x      liquid mole fractions, length model.n, Σx = 1
 * @param y      out: vapour mole fractions, length model.n; the last iterate when there is no answer
 * @param start  first temperature, K
 * @returns solved with T in K, or out-of-reach: `no-convergence`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function bubbleTemperature(
  model: ThermoModel,
  P: number,
  x: Float64Array,
  y: Float64Array,
  start = FIRST_TEMPERATURE,
  w: TwoPhases = makeTwoPhases(model.n),
): Outcome<number> {
  checkLengths(model.n, x, y);
  y.set(x);
  let T = start;
  let error = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    evaluateK(model, T, P, x, y, w, 'fugacity');
    error = renewVapour(x, y, w);
    if (Math.abs(error) < TOLERANCE) return solved(T, { iterations: iteration, residual: Math.abs(error) });
    let slope = 0; // df/d(1/T), K
    for (let i = 0; i < model.n; i++) slope -= y[i] * w.dLnKDT[i] * T * T;
    const inverse = 1 / T - error / slope;
    const next = 1 / Math.min(Math.max(inverse, 1 / (T * LARGEST_STEP)), LARGEST_STEP / T);
    if (!(next > T_LOWEST && next < T_HIGHEST)) break;
    T = next;
  }
  return outOfReach({ code: 'no-convergence', residual: Math.abs(error), iterations: MAX_ITERATIONS });
}

/**
 * Bubble-point pressure of a liquid.
 * @param T  temperature, K
 * @param x  liquid mole fractions, length model.n, Σx = 1
 * @param y  out: vapour mole fractions, length model.n
 * @returns solved with P in Pa, or out-of-reach: `no-convergence`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function bubblePressure(model: ThermoModel, T: number, x: Float64Array, y: Float64Array): Outcome<number> {
  checkLengths(model.n, x, y);
  const w = makeTwoPhases(model.n);
  y.set(x);
  let lnP = Math.log(ATMOSPHERE);
  let error = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    evaluateK(model, T, Math.exp(lnP), x, y, w, 'slopes');
    error = renewVapour(x, y, w);
    if (Math.abs(error) < TOLERANCE) return solved(Math.exp(lnP), { iterations: iteration, residual: Math.abs(error) });
    let slope = 0; // df/d ln P; −1 for an ideal vapour
    for (let i = 0; i < model.n; i++) slope += y[i] * (w.liquid.dLnPhiDP[i] - w.vapour.dLnPhiDP[i]) * Math.exp(lnP);
    lnP -= error / slope;
    if (!Number.isFinite(lnP)) break;
  }
  return outOfReach({ code: 'no-convergence', residual: Math.abs(error), iterations: MAX_ITERATIONS });
}

/** y ∝ x K; returns f = ln Σ x K. */
function renewVapour(x: Float64Array, y: Float64Array, w: TwoPhases): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) {
    y[i] = x[i] * Math.exp(w.lnK[i]);
    sum += y[i];
  }
  for (let i = 0; i < x.length; i++) y[i] /= sum;
  return Math.log(sum);
}

/** Between the boiling points of most of what is distilled; Newton in 1/T comes from anywhere. */
const FIRST_TEMPERATURE = 350;
const ATMOSPHERE = 101325;
/** ln of a sum of terms near 1 is known to some 1e-16; this leaves 1e-10 K. */
const TOLERANCE = 1e-12;
/** T changes at most by this factor in a step, so that a far start cannot leap out of the search range. */
const LARGEST_STEP = 1.5;
const MAX_ITERATIONS = 50;
