/**
 * How a feed splits at given temperature and pressure: into vapour and as many liquids as are stable beside it.
 *   1. The two-phase flash.
 *   2. The tangent plane of what was found, tried from the vapour and from every pure liquid; the trial that lies lowest becomes a phase.
 *      (With free water one trial is pure water, which then stays pure.)
 *   3. All phases together: shares βₖ ≥ 0 that minimise Q = Σ βₖ − Σ zᵢ ln Eᵢ, Eᵢ = Σ βₖ/φᵢₖ, then xᵢₖ = zᵢ/(Eᵢφᵢₖ), then new φ; every few
 *      rounds a long step along the dominant direction. A phase whose share goes to zero is dropped; then 2 again.
 * Sources: Michelsen, Fluid Phase Equil. 9 (1982) 1 and 21; Computers chem. Engng 18 (1994) 545 (the function Q); Crowe & Nishio, AIChE J.
 * 21 (1975) 528 (the dominant eigenvalue).
 */
import { factorCholesky, outOfReach, passOn, solveCholesky, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { flashTP } from './flash.ts';
import { vapourShare } from './rachfordRice.ts';
import { makeStabilityWork, trialPhase } from './stability.ts';

/** One of the phases that a feed splits into. */
export interface SplitPhase {
  kind: Phase;
  /** Share of the feed, mol/mol. */
  share: number;
  x: Float64Array;
}

/** Which phases are looked for. */
export interface SplitOptions {
  /** Leaves the vapour out: liquids under a pressure that keeps them so, as in a decanter. */
  liquidsOnly?: boolean;
  /**
   * Place of water among hydrocarbons: what the hydrocarbons and the vapour do not dissolve is a liquid of water alone, as the solubility of
   * hydrocarbons in water allows, below some 10⁻⁴ of it. How much water they dissolve is the model's own: by Peng-Robinson with the databank's kᵢⱼ
   * of water with paraffins, naphthenes and aromatics.
   */
  freeWater?: number;
}

/**
 * @param T K
 * @param P Pa
 * @param z feed mole fractions, length model.n, Σz = 1
 * @returns solved: the phases in equilibrium, none of them unstable, vapour first, then liquids by falling share; or out-of-reach:
 *          `no-convergence`, `not-finite`
 * @throws RangeError when z has not model.n entries: our mistake, never the user's
 * @example phaseSplit(model of 1-butanol and water, 298.15, 101325, z) // two liquids; at 366 K and 101325 Pa, three phases
 */
export function phaseSplit(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  options: SplitOptions = {},
): Outcome<SplitPhase[]> {
  if (z.length !== model.n) throw new RangeError(`a feed of ${z.length} for a model of ${model.n} components`);
  const started = options.liquidsOnly === true ? solved(oneLiquid(model, T, P, z)) : fromFlash(model, T, P, z, options.freeWater);
  if (started.state !== 'solved') return started;
  let present = started.value;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const trial = lowestTrial(model, T, P, z, present, options);
    if (trial === undefined) return solved(sorted(present));
    const together = converge(model, T, P, z, [...present.map(copyOf), trial.phase]);
    if (together.state !== 'solved') return trial.tm > HARDLY_UNSTABLE ? solved(sorted(present)) : together;
    const isSame = together.value.length === present.length && isNear(together.value, present);
    present = together.value;
    if (isSame) return solved(sorted(present));
  }
  return outOfReach({ code: 'no-convergence', residual: 1, iterations: MAX_ROUNDS });
}

/** A phase with its ln φ at hand. */
interface Held extends SplitPhase {
  lnPhi: Float64Array;
  properties: PhaseProperties;
  /** The one component that a phase is made of; its composition stays. */
  only?: number;
}

function held(model: ThermoModel, T: number, P: number, kind: Phase, share: number, x: Float64Array): Held {
  const properties = new PhaseProperties(model.n);
  model.evaluate(kind, x, properties.at(T, P), 'fugacity');
  return { kind, share, x: Float64Array.from(x), lnPhi: Float64Array.from(properties.lnPhi), properties };
}

/** A liquid of component j alone: nothing else goes into it. */
function pureLiquid(model: ThermoModel, T: number, P: number, j: number, share: number): Held {
  const phase = held(model, T, P, 'liquid', share, new Float64Array(model.n).fill(0).with(j, 1));
  return { ...phase, lnPhi: phase.lnPhi.map((value, i) => (i === j ? value : Infinity)), only: j };
}

const oneLiquid = (model: ThermoModel, T: number, P: number, z: Float64Array): Held[] => [held(model, T, P, 'liquid', 1, z)];

function fromFlash(model: ThermoModel, T: number, P: number, z: Float64Array, water: number | undefined): Outcome<Held[]> {
  const flash = flashTP(model, T, P, z);
  if (flash.state !== 'solved') return passOn(flash);
  const { beta, phases, x, y } = flash.value;
  if (phases.length === 1) return solved([held(model, T, P, phases[0], 1, z)]);
  const phase = (kind: Phase, share: number, of: Float64Array): Held =>
    water !== undefined && kind === 'liquid' && of[water] > MOSTLY
      ? pureLiquid(model, T, P, water, share)
      : held(model, T, P, kind, share, of);
  return solved([phase(phases[0], 1 - beta, x), phase(phases[1], beta, y)]);
}

/** The trial phase that lies furthest below the tangent plane, or undefined when none does. */
function lowestTrial(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  present: readonly Held[],
  { liquidsOnly, freeWater }: SplitOptions,
): { phase: Held; tm: number } | undefined {
  const n = model.n;
  const w = makeStabilityWork(n);
  const [reference = present[0]] = present.filter((phase) => phase.only === undefined);
  const d = Float64Array.from(reference.x, (xi, i) => Math.log(xi) + reference.lnPhi[i]);
  let lowest = -UNSTABLE;
  let found: Held | undefined;
  const consider = (kind: Phase): void => {
    const tm = trialPhase(model, kind, T, P, reference.x, d, w);
    if (!(tm < lowest)) return;
    const total = w.W.reduce((s, W) => s + W, 0);
    lowest = tm;
    found = held(
      model,
      T,
      P,
      kind,
      0,
      w.W.map((W) => W / total),
    );
  };
  if (freeWater !== undefined && z[freeWater] > 0 && !present.some((phase) => phase.only !== undefined)) {
    const water = pureLiquid(model, T, P, freeWater, 0);
    const tm = 1 - Math.exp(d[freeWater] - water.lnPhi[freeWater]);
    if (tm < lowest) [lowest, found] = [tm, water];
  }
  if (liquidsOnly !== true && !present.some((phase) => phase.kind === 'vapour')) {
    for (let i = 0; i < n; i++) w.W[i] = z[i] > 0 ? Math.exp(d[i]) : 0;
    consider('vapour');
  }
  for (let j = 0; j < n; j++) {
    if (z[j] < LEAST_PART || j === freeWater) continue;
    for (let i = 0; i < n; i++) w.W[i] = z[i] > 0 ? (i === j ? 1 : TRACE * z[i]) : 0;
    consider('liquid');
  }
  return found === undefined ? undefined : { phase: found, tm: lowest };
}

const copyOf = (phase: Held): Held => ({ ...phase, x: Float64Array.from(phase.x), lnPhi: Float64Array.from(phase.lnPhi) });

/** Direct substitution of all phases together from their present φ. */
function converge(model: ThermoModel, T: number, P: number, z: Float64Array, start: Held[]): Outcome<Held[]> {
  let phases = start;
  const n = model.n;
  let error = Infinity;
  let last = new Float64Array(phases.length * n);
  let lastNorm = 0;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    const shares = phaseShares(z, phases);
    const kept = phases.filter((_, k) => shares[k] > 0);
    for (const [k, phase] of phases.entries()) phase.share = shares[k];
    if (kept.length < phases.length) {
      phases = kept;
      last = new Float64Array(phases.length * n);
      lastNorm = 0;
    }
    compositions(z, phases);
    const change = new Float64Array(phases.length * n);
    error = 0;
    for (const [k, phase] of phases.entries()) {
      if (phase.only !== undefined) continue;
      model.evaluate(phase.kind, phase.x, phase.properties.at(T, P), 'fugacity');
      for (let i = 0; i < n; i++) {
        if (z[i] === 0) continue;
        const step = phase.properties.lnPhi[i] - phase.lnPhi[i];
        change[k * n + i] = step;
        error = Math.max(error, Math.abs(step));
        phase.lnPhi[i] = phase.properties.lnPhi[i];
      }
    }
    if (!Number.isFinite(error)) return outOfReach({ code: 'not-finite', what: 'phase split' });
    if (error < TOLERANCE) return solved(phases, { iterations: iteration, residual: error });
    const norm = dot(change, change);
    const along = lastNorm > 0 ? dot(change, last) / lastNorm : 0;
    if (iteration % ACCELERATE_EVERY === 0 && along > 0.1 && along < 0.999) {
      const more = along / (1 - along);
      for (const [k, phase] of phases.entries())
        for (let i = 0; i < n; i++) if (phase.only === undefined) phase.lnPhi[i] += more * change[k * n + i];
      lastNorm = 0;
      continue;
    }
    last = change;
    lastNorm = norm;
  }
  return outOfReach({ code: 'no-convergence', residual: error, iterations: MAX_ITERATIONS });
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
}

/**
 * Shares that minimise Q; convex, so Newton with the shares that are at zero left out, and one of them let in where that lowers Q. A
 * step stops at the first share that becomes zero.
 */
function phaseShares(z: Float64Array, phases: readonly Held[]): Float64Array {
  const m = phases.length;
  if (m === 2 && phases.every(({ only }) => only === undefined)) return twoShares(z, phases[0].lnPhi, phases[1].lnPhi);
  const inverse = phases.map(({ lnPhi }) => lnPhi.map((value) => Math.exp(-value)));
  const beta = new Float64Array(m).fill(1 / m);
  const active = new Array<boolean>(m).fill(true);
  const gradient = new Float64Array(m);
  for (let iteration = 0; iteration < MAX_SHARE_STEPS; iteration++) {
    const E = z.map((_, i) => beta.reduce((sum, b, k) => sum + b * inverse[k][i], 0));
    for (let k = 0; k < m; k++) gradient[k] = 1 - z.reduce((sum, zi, i) => sum + (zi > 0 ? (zi * inverse[k][i]) / E[i] : 0), 0);
    const worst = active.reduce((most, isIn, k) => (isIn ? Math.max(most, Math.abs(gradient[k])) : most), 0);
    if (worst < SHARE_TOLERANCE) {
      const entering = active.findIndex((isIn, k) => !isIn && gradient[k] < -SHARE_TOLERANCE);
      if (entering < 0) break;
      active[entering] = true;
      beta[entering] = FIRST_SHARE;
      continue;
    }
    newtonShares(z, inverse, E, gradient, active, beta);
  }
  return beta;
}

/** Of two phases Q has its least where Rachford and Rice have their root. */
function twoShares(z: Float64Array, first: Float64Array, second: Float64Array): Float64Array {
  const beta = vapourShare(
    z,
    first.map((value, i) => Math.exp(value - second[i])),
  );
  return Float64Array.of(1 - beta, beta);
}

function newtonShares(
  z: Float64Array,
  inverse: readonly Float64Array[],
  E: Float64Array,
  gradient: Float64Array,
  active: boolean[],
  beta: Float64Array,
): void {
  const places = active.flatMap((isIn, k) => (isIn ? [k] : []));
  const size = places.length;
  const hessian = new Float64Array(size * size);
  const step = Float64Array.from(places, (k) => -gradient[k]);
  for (const [a, k] of places.entries()) {
    for (const [b, l] of places.entries())
      hessian[a * size + b] = z.reduce(
        (sum, zi, i) => sum + (zi > 0 ? (zi * inverse[k][i] * inverse[l][i]) / (E[i] * E[i]) : 0),
        0,
      );
    hessian[a * size + a] *= 1 + 1e-13; // two phases nearly alike
  }
  const twin = places[mostAlike(hessian, size)];
  if (!factorCholesky(hessian, size)) {
    active[twin] = false;
    beta[twin] = 0;
    return;
  }
  solveCholesky(hessian, step, size);
  let length = 1;
  let leaving = -1;
  for (const [a, k] of places.entries()) {
    if (beta[k] + length * step[a] >= 0) continue;
    length = -beta[k] / step[a];
    leaving = k;
  }
  for (const [a, k] of places.entries()) beta[k] += length * step[a];
  if (leaving < 0) return;
  beta[leaving] = 0;
  active[leaving] = false;
}

/** The first of the two phases whose rows of the Hessian are the most nearly parallel: what makes it singular. */
function mostAlike(hessian: Float64Array, size: number): number {
  let most = -Infinity;
  let place = 0;
  for (let a = 0; a < size; a++) {
    for (let b = a + 1; b < size; b++) {
      const cosine = hessian[a * size + b] / Math.sqrt(hessian[a * size + a] * hessian[b * size + b]);
      if (cosine > most) [most, place] = [cosine, a];
    }
  }
  return place;
}

function compositions(z: Float64Array, phases: readonly Held[]): void {
  for (let i = 0; i < z.length; i++) {
    let E = 0;
    for (const { share, lnPhi } of phases) E += share * Math.exp(-lnPhi[i]);
    for (const { x, lnPhi } of phases) x[i] = z[i] === 0 ? 0 : (z[i] * Math.exp(-lnPhi[i])) / E;
  }
  for (const { x } of phases) {
    const total = x.reduce((sum, xi) => sum + xi, 0);
    for (let i = 0; i < x.length; i++) x[i] /= total;
  }
}

/** Whether each phase of a is one of b, in whatever order: a trial may have taken the place of a phase that was there. */
function isNear(a: readonly Held[], b: readonly Held[]): boolean {
  const isSame = (p: Held, q: Held): boolean => p.kind === q.kind && p.x.every((xi, i) => Math.abs(xi - q.x[i]) < SAME_PHASE);
  return a.every((phase) => b.some((other) => isSame(phase, other)));
}

function sorted(phases: readonly Held[]): SplitPhase[] {
  return phases
    .map(({ kind, share, x }) => ({ kind, share, x }))
    .sort((a, b) => Number(b.kind === 'vapour') - Number(a.kind === 'vapour') || b.share - a.share);
}

/** A liquid with more water than this is the water. */
const MOSTLY = 0.5;
/** More than the phases of any feed that was met. */
const MAX_ROUNDS = 12;
const MAX_ITERATIONS = 2000;
const ACCELERATE_EVERY = 5;
const TOLERANCE = 1e-11;
/** tm below this is no rounding. */
const UNSTABLE = 1e-9;
/** A phase this close to the plane, with which the others do not converge, is nearly critical: it is not there. */
const HARDLY_UNSTABLE = -1e-7;
/** A component with less of it than this does not make a liquid of its own. */
const LEAST_PART = 1e-12;
/** The other components in a trial liquid that is nearly pure. */
const TRACE = 1e-3;
const MAX_SHARE_STEPS = 200;
const SHARE_TOLERANCE = 1e-13;
const FIRST_SHARE = 1e-6;
const SAME_PHASE = 1e-9;
