/**
 * Dew points. Unknowns: the n logarithms of Xᵢ (liquid mole numbers, not normalised) and ln T or ln P; equations
 *   Fᵢ = ln Xᵢ + ln φᵢ(liquid, x) − ln yᵢ − ln φᵢ(vapour, y) = 0,   F₀ = Σ Xᵢ − 1 = 0.
 * A few direct substitutions, x ∝ y/K with f = ln Σ y/K brought to zero, then Newton on all at once: substitution alone is slow or
 * swings for strongly non-ideal liquids. Where that finds nothing (near critical points) the flash at a vapour share of nearly 1 is sought
 * instead, and Newton starts again from there.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 12.
 */
import { factorDense, outOfReach, solveDense, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { flashPBeta, flashTBeta, restarted } from './flashSpecified.ts';
import { checkLengths, evaluateK, makeTwoPhases, T_HIGHEST, T_LOWEST } from './kValues.ts';
import type { TwoPhases } from './kValues.ts';

/**
 * Dew-point temperature of a vapour.
 * @param P  pressure, Pa
 * @param y  vapour mole fractions, length model.n, Σy = 1; a component with y = 0 stays out
 * @param x  out: mole fractions of the first liquid, length model.n
 * @returns solved with T in K, or out-of-reach: `no-convergence`, `not-finite`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function dewTemperature(model: ThermoModel, P: number, y: Float64Array, x: Float64Array): Outcome<number> {
  return solveDew(model, { kind: 'T', P }, y, x);
}

/**
 * Dew-point pressure of a vapour.
 * @param T  temperature, K
 * @param y  vapour mole fractions, length model.n, Σy = 1; a component with y = 0 stays out
 * @param x  out: mole fractions of the first liquid, length model.n
 * @returns solved with P in Pa, or out-of-reach: `no-convergence`, `not-finite`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function dewPressure(model: ThermoModel, T: number, y: Float64Array, x: Float64Array): Outcome<number> {
  return solveDew(model, { kind: 'P', T }, y, x);
}

/** What is sought, and what is given with it (Pa or K). */
type Sought = { kind: 'T'; P: number } | { kind: 'P'; T: number };

function solveDew(model: ThermoModel, sought: Sought, y: Float64Array, x: Float64Array): Outcome<number> {
  checkLengths(model.n, x, y);
  const w = makeTwoPhases(model.n);
  x.set(y);
  let at = sought.kind === 'T' ? FIRST_TEMPERATURE : ATMOSPHERE;
  for (let k = 0; k < SUBSTITUTIONS; k++) {
    evaluateAt(model, sought, at, x, y, w);
    at *= Math.exp(limited(-substitute(x, y, w) / slopeInLog(sought, at, x, w)));
  }
  return restarted(
    newton(model, sought, at, y, x, w),
    () => (sought.kind === 'T' ? flashPBeta(model, sought.P, 1, y) : flashTBeta(model, sought.T, 1, y)),
    (flash) => {
      x.set(flash.x);
      return newton(model, sought, sought.kind === 'T' ? flash.T : flash.P, y, x, w);
    },
  );
}

function newton(
  model: ThermoModel,
  sought: Sought,
  first: number,
  y: Float64Array,
  x: Float64Array,
  w: TwoPhases,
): Outcome<number> {
  const n = model.n;
  const size = n + 1;
  const jacobian = new Float64Array(size * size);
  const pivot = new Int32Array(size);
  const step = new Float64Array(size);
  const X = Float64Array.from(x);
  let at = first;
  let error = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    // Substitutions can leap out of all temperatures, where both phases are one and every equation is met.
    if (sought.kind === 'T' && !(at > T_LOWEST && at < T_HIGHEST))
      return outOfReach({ code: 'no-convergence', residual: 1, iterations: SUBSTITUTIONS + iteration });
    let total = 0;
    for (let i = 0; i < n; i++) total += X[i];
    for (let i = 0; i < n; i++) x[i] = X[i] / total;
    evaluateAt(model, sought, at, x, y, w);
    error = equations(sought, at, X, total, x, y, w, jacobian, step);
    if (error < TOLERANCE) return solved(at, { iterations: SUBSTITUTIONS + iteration, residual: error });
    if (!(error < Infinity) || !factorDense(jacobian, pivot, size)) break;
    solveDense(jacobian, pivot, step, size);
    for (let i = 0; i < n; i++) X[i] *= Math.exp(limited(-step[i]));
    at *= Math.exp(limited(-step[n]));
  }
  if (!Number.isFinite(error)) return outOfReach({ code: 'not-finite', what: 'dew point' });
  return outOfReach({ code: 'no-convergence', residual: error, iterations: SUBSTITUTIONS + MAX_ITERATIONS });
}

/** Fills the Jacobian and the residuals (into `step`); returns the largest residual. */
function equations(
  sought: Sought,
  at: number,
  X: Float64Array,
  total: number,
  x: Float64Array,
  y: Float64Array,
  w: TwoPhases,
  jacobian: Float64Array,
  step: Float64Array,
): number {
  const n = x.length;
  const size = n + 1;
  let worst = 0;
  for (let i = 0; i < n; i++) {
    const absent = y[i] === 0;
    step[i] = absent ? 0 : Math.log(X[i]) + w.lnK[i] - Math.log(y[i]);
    worst = Math.max(worst, Math.abs(step[i]));
    for (let j = 0; j < n; j++) {
      const slope = absent ? 0 : x[j] * w.liquid.dLnPhiDN[i * n + j];
      jacobian[i * size + j] = slope + (i === j ? 1 : 0);
    }
    jacobian[i * size + n] = absent ? 0 : logSlope(sought, at, w, i);
    jacobian[n * size + i] = X[i];
  }
  jacobian[n * size + n] = 0;
  step[n] = total - 1;
  return Math.max(worst, Math.abs(total - 1));
}

/** ∂ ln Kᵢ/∂ ln T or ∂ ln Kᵢ/∂ ln P. */
function logSlope(sought: Sought, at: number, w: TwoPhases, i: number): number {
  return at * (sought.kind === 'T' ? w.dLnKDT[i] : w.liquid.dLnPhiDP[i] - w.vapour.dLnPhiDP[i]);
}

/** d(ln Σ y/K)/d ln T or /d ln P. */
function slopeInLog(sought: Sought, at: number, x: Float64Array, w: TwoPhases): number {
  let slope = 0;
  for (let i = 0; i < x.length; i++) slope -= x[i] * logSlope(sought, at, w, i);
  return slope;
}

/** x ∝ y/K; returns ln Σ y/K. */
function substitute(x: Float64Array, y: Float64Array, w: TwoPhases): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) {
    x[i] = y[i] * Math.exp(-w.lnK[i]);
    sum += x[i];
  }
  for (let i = 0; i < x.length; i++) x[i] /= sum;
  return Math.log(sum);
}

function evaluateAt(model: ThermoModel, sought: Sought, at: number, x: Float64Array, y: Float64Array, w: TwoPhases): void {
  if (sought.kind === 'T') evaluateK(model, at, sought.P, x, y, w, 'slopes');
  else evaluateK(model, sought.T, at, x, y, w, 'slopes');
}

function limited(logStep: number): number {
  return Math.max(-LARGEST_LOG_STEP, Math.min(LARGEST_LOG_STEP, logStep));
}

const FIRST_TEMPERATURE = 350;
const ATMOSPHERE = 101325;
const SUBSTITUTIONS = 8;
const TOLERANCE = 1e-11;
/** No unknown changes by more than a factor of 2.7 in a step. */
const LARGEST_LOG_STEP = 1;
const MAX_ITERATIONS = 60;
