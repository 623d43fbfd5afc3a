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

/** Working space of stability tests. */
export interface StabilityWork {
  trial: PhaseProperties;
  W: Float64Array;
  /** √W where a step of Newton's began. */
  root: Float64Array;
  w: Float64Array;
  gradient: Float64Array;
  hessian: Float64Array;
  pivot: Int32Array;
}

/** An empty working space for a model. */
export function makeStabilityWork(n: number): StabilityWork {
  return {
    trial: new PhaseProperties(n),
    W: new Float64Array(n),
    root: new Float64Array(n),
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
 * @param enough a tm below this ends the search: that the feed is unstable is then certain; −∞ to go to the bottom
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
  enough = CLEARLY_UNSTABLE,
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
  return newton(model, phase, T, P, z, d, w, enough);
}

function newton(
  model: ThermoModel,
  phase: Phase,
  T: number,
  P: number,
  z: Float64Array,
  d: Float64Array,
  w: StabilityWork,
  enough: number,
): number {
  const n = model.n;
  let tm = evaluateNewton(model, phase, T, P, z, d, w);
  for (let iteration = 0; iteration < MAX_NEWTON; iteration++) {
    if (largest(w.gradient) < TOLERANCE || tm < enough || !Number.isFinite(tm)) break;
    if (!factorDense(w.hessian, w.pivot, n)) break;
    for (let i = 0; i < n; i++) w.root[i] = Math.sqrt(w.W[i]);
    solveDense(w.hessian, w.pivot, w.gradient, n);
    const before = tm;
    let length = 1;
    // tm never rises: where the Hessian is not that of a valley, less of the step or a substitution goes down.
    for (let halving = 0; ; halving++) {
      for (let i = 0; i < n; i++) {
        const next = w.root[i] - (length * w.gradient[i]) / 2;
        const kept = Math.min(Math.max(next, w.root[i] / MOST_IN_A_STEP), w.root[i] * MOST_IN_A_STEP);
        w.W[i] = kept * kept;
      }
      if (halving === HALVINGS) {
        substitute(model, phase, T, P, z, d, w);
        break;
      }
      if (tmOf(model, phase, T, P, z, d, w) <= before + 1e-12 * (1 + Math.abs(before))) break;
      length /= 3;
    }
    if (isFeed(z, w.W)) return 0;
    tm = evaluateNewton(model, phase, T, P, z, d, w);
  }
  return Number.isFinite(tm) ? tm : 0;
}

/** One substitution from where the step began. */
function substitute(
  model: ThermoModel,
  phase: Phase,
  T: number,
  P: number,
  z: Float64Array,
  d: Float64Array,
  w: StabilityWork,
): void {
  for (let i = 0; i < model.n; i++) w.W[i] = w.root[i] * w.root[i];
  evaluateTrial(model, phase, T, P, w, 'fugacity');
  for (let i = 0; i < model.n; i++) w.W[i] = z[i] === 0 ? 0 : Math.exp(d[i] - w.trial.lnPhi[i]);
}

function tmOf(model: ThermoModel, phase: Phase, T: number, P: number, z: Float64Array, d: Float64Array, w: StabilityWork): number {
  evaluateTrial(model, phase, T, P, w, 'fugacity');
  let tm = 1;
  for (let i = 0; i < model.n; i++) if (z[i] > 0 && w.W[i] > 0) tm += w.W[i] * (Math.log(w.W[i]) + w.trial.lnPhi[i] - d[i] - 1);
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
    const absent = z[i] === 0 || w.W[i] === 0;
    const distance = absent ? 0 : Math.log(w.W[i]) + w.trial.lnPhi[i] - d[i];
    tm += absent ? 0 : w.W[i] * (distance - 1);
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
/** √W changes at most by this factor in a step, and the step is cut so often before a substitution takes its place. */
const MOST_IN_A_STEP = 2;
const HALVINGS = 4;
const TOLERANCE = 1e-10;
/** Below this the split is certain, and the trial a good start for it; no need to go to the bottom. */
const CLEARLY_UNSTABLE = -1e-3;
/** Mean |ln(W/z)| under which a trial is the feed; near a critical point the phases of a real split differ by more. */
const FEED_DISTANCE = 1e-5;
