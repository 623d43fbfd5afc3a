/**
 * Stability of one phase by the tangent plane: the feed z is unstable when some trial phase W has
 *   tm(W) = 1 + Σ Wᵢ (ln Wᵢ + ln φᵢ(W) − dᵢ − 1) < 0,   dᵢ = ln zᵢ + ln φᵢ(z).
 * From a given trial: direct substitution ln Wᵢ = dᵢ − ln φᵢ(W), then Newton in αᵢ = 2√Wᵢ, where the Hessian is
 * nearly the unit matrix. A trial that falls back to the feed tells nothing.
 * Source: Michelsen, Fluid Phase Equil. 9 (1982) 1; Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 9.
 */
import { factorDense, solveDense } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';

export interface StabilityWork {
  trial: PhaseProperties;
  W: Float64Array;
  w: Float64Array;
  gradient: Float64Array;
  hessian: Float64Array;
  pivot: Int32Array;
}

export function makeStabilityWork(n: number): StabilityWork {
  return {
    trial: new PhaseProperties(n),
    W: new Float64Array(n),
    w: new Float64Array(n),
    gradient: new Float64Array(n),
    hessian: new Float64Array(n * n),
    pivot: new Int32Array(n),
  };
}

/**
 * Whether a trial phase of this kind lies below the tangent plane of the feed.
 * @param d      dᵢ of the feed; −∞ where zᵢ = 0
 * @param w      w.W on entry: the first trial's mole numbers; on return: the last's
 * @returns the smallest tm found, 0 when the trial came back to the feed
 */
export function trialPhase(
  model: ThermoModel,
  phase: Phase,
  T: number,
  P: number,
  z: Float64Array,
  d: Float64Array,
  w: StabilityWork,
): number {
  const n = model.n;
  for (let iteration = 0; iteration < SUBSTITUTIONS; iteration++) {
    evaluateTrial(model, phase, T, P, w, 'fugacity');
    let change = 0;
    for (let i = 0; i < n; i++) {
      const next = z[i] === 0 ? 0 : Math.exp(d[i] - w.trial.lnPhi[i]);
      change = Math.max(change, Math.abs(next - w.W[i]) / (next + w.W[i] + 1e-300));
      w.W[i] = next;
    }
    if (isFeed(z, w.W)) return 0;
    if (change < 1e-11) break;
  }
  return newton(model, phase, T, P, z, d, w);
}

function newton(
  model: ThermoModel,
  phase: Phase,
  T: number,
  P: number,
  z: Float64Array,
  d: Float64Array,
  w: StabilityWork,
): number {
  let tm = evaluateNewton(model, phase, T, P, z, d, w);
  for (let iteration = 0; iteration < MAX_NEWTON; iteration++) {
    const error = largest(w.gradient);
    if (error < TOLERANCE || tm < CLEARLY_UNSTABLE) return tm;
    if (!factorDense(w.hessian, w.pivot, model.n)) return tm;
    solveDense(w.hessian, w.pivot, w.gradient, model.n);
    for (let i = 0; i < model.n; i++) {
      const alpha = 2 * Math.sqrt(w.W[i]);
      const next = Math.max(alpha - w.gradient[i], alpha / 4);
      w.W[i] = (next * next) / 4;
    }
    if (isFeed(z, w.W)) return 0;
    tm = evaluateNewton(model, phase, T, P, z, d, w);
    if (!Number.isFinite(tm)) return 0;
  }
  return tm;
}

/** Fills gradient and Hessian in α; returns tm. */
function evaluateNewton(
  model: ThermoModel,
  phase: Phase,
  T: number,
  P: number,
  z: Float64Array,
  d: Float64Array,
  w: StabilityWork,
): number {
  const n = model.n;
  const total = evaluateTrial(model, phase, T, P, w, 'slopes');
  let tm = 1;
  for (let i = 0; i < n; i++) {
    const root = Math.sqrt(w.W[i]);
    const distance = z[i] === 0 ? 0 : Math.log(w.W[i]) + w.trial.lnPhi[i] - d[i];
    tm += z[i] === 0 ? 0 : w.W[i] * (distance - 1);
    w.gradient[i] = root * distance;
    for (let j = 0; j < n; j++) {
      const slope = (root * Math.sqrt(w.W[j]) * w.trial.dLnPhiDN[i * n + j]) / total;
      w.hessian[i * n + j] = slope + (i === j ? 1 : 0);
    }
  }
  return tm;
}

/** Evaluates the trial at W normalised; returns ΣW. */
function evaluateTrial(
  model: ThermoModel,
  phase: Phase,
  T: number,
  P: number,
  w: StabilityWork,
  extent: 'fugacity' | 'slopes',
): number {
  let total = 0;
  for (let i = 0; i < model.n; i++) total += w.W[i];
  for (let i = 0; i < model.n; i++) w.w[i] = w.W[i] / total;
  model.evaluate(phase, w.w, w.trial.at(T, P), extent);
  return total;
}

/** The trivial solution: the trial has come back to the feed. */
function isFeed(z: Float64Array, W: Float64Array): boolean {
  let distance = 0;
  for (let i = 0; i < z.length; i++) if (z[i] > 0) distance += z[i] * Math.abs(Math.log(W[i] / z[i]));
  return distance < FEED_DISTANCE;
}

function largest(values: Float64Array): number {
  let most = 0;
  for (const value of values) most = Math.max(most, Math.abs(value));
  return most;
}

const SUBSTITUTIONS = 5;
const MAX_NEWTON = 60;
const TOLERANCE = 1e-10;
/** Below this the split is certain, and the trial a good start for it; no need to go to the bottom. */
const CLEARLY_UNSTABLE = -1e-3;
/** Mean |ln(W/z)| under which a trial is the feed; near a critical point the phases of a real split differ by more. */
const FEED_DISTANCE = 1e-5;
