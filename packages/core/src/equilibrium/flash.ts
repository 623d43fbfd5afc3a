/**
 * Flash at given temperature and pressure.
 *   1. First K-values; a few direct substitutions, xᵢ = zᵢ/(1 − β + βKᵢ), yᵢ = Kᵢxᵢ, Kᵢ = φᵢ(liquid)/φᵢ(vapour).
 *   2. If that leaves one phase, or two whose Gibbs energy is not below the feed's: the tangent plane decides, and gives better K-values.
 *   3. Substitution as long as it gains quickly, then Newton on the Gibbs energy in the vapour's mole numbers vᵢ, scaled by √(zᵢ/(xᵢyᵢ));
 *      a step that does not lower the Gibbs energy is replaced by a substitution.
 * Two phases at most: liquid and vapour, or two liquids where the feed is a liquid that splits. A liquid that splits further under its
 * vapour is not looked for.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 9 and 10.
 */
import { factorCholesky, outOfReach, solveCholesky, solved } from '../numerics/index.ts';
import type { Outcome, Report } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { vapourShare } from './rachfordRice.ts';
import { makeStabilityWork, trialPhase } from './stability.ts';
import type { StabilityWork } from './stability.ts';

/** x and y are the feed's where there is one phase. */
export interface Flash {
  /** Share of the second phase (the vapour, or the wider of two liquids), mol/mol. */
  beta: number;
  phases: Phase[];
  x: Float64Array;
  y: Float64Array;
}

/** Working space of flashes of one mixture, kept from one to the next. */
export interface FlashWork {
  /** What the second of two phases is sought as; the first is a liquid. */
  second: Phase;
  /** Share of the second phase in the last solution. */
  beta: number;
  liquid: PhaseProperties;
  vapour: PhaseProperties;
  stability: StabilityWork;
  d: Float64Array;
  lnK: Float64Array;
  K: Float64Array;
  x: Float64Array;
  y: Float64Array;
  v: Float64Array;
  l: Float64Array;
  step: Float64Array;
  hessian: Float64Array;
}

/** An empty working space for a model. */
export function makeFlashWork(n: number): FlashWork {
  return {
    second: 'vapour',
    beta: 0,
    liquid: new PhaseProperties(n),
    vapour: new PhaseProperties(n),
    stability: makeStabilityWork(n),
    d: new Float64Array(n),
    lnK: new Float64Array(n),
    K: new Float64Array(n),
    x: new Float64Array(n),
    y: new Float64Array(n),
    v: new Float64Array(n),
    l: new Float64Array(n),
    step: new Float64Array(n),
    hessian: new Float64Array(n * n),
  };
}

/**
 * @param T K
 * @param P Pa
 * @param z feed mole fractions, length model.n, Σz = 1; a component may be absent
 * @returns solved: one stable phase or two in equilibrium, ln of fugacities equal to 1e-11 (1e-9 where K-values lie very far apart); or out-of-reach: `no-convergence`
 * @throws RangeError when z has not model.n entries: our mistake, never the user's
 */
export function flashTP(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  w: FlashWork = makeFlashWork(model.n),
): Outcome<Flash> {
  if (z.length !== model.n) throw new RangeError(`a feed of ${z.length} for a model of ${model.n} components`);
  const feedPhase = feedReference(model, T, P, z, w);
  const feedGibbs = dot(z, w.d);
  w.second = 'vapour';
  model.firstLnK(T, P, w.lnK);
  let beta = 0;
  for (let k = 0; k < FIRST_SUBSTITUTIONS; k++) {
    beta = substitute(model, T, P, z, w);
    if (beta <= 0 || beta >= 1) break;
  }
  const isSplit = beta > 0 && beta < 1 && gibbs(z, beta, w) < feedGibbs - 1e-9;
  if (isSplit) {
    const outcome = converge(model, T, P, z, beta, feedPhase, w);
    if (outcome.state === 'solved') return outcome;
  }
  return flashByStability(model, T, P, z, feedPhase, w);
}

/** The tangent plane says whether there are two phases, and from which trials to seek them. */
function flashByStability(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  feedPhase: Phase,
  w: FlashWork,
): Outcome<Flash> {
  const vapour = tried(model, 'vapour', T, P, z, firstTrial(model, T, P, z, 1, w), w);
  const liquids = [tried(model, 'liquid', T, P, z, firstTrial(model, T, P, z, -1, w), w)];
  // A light phase of a liquid that splits looks like a vapour at first, and is a liquid of that composition.
  if (feedPhase === 'liquid' && vapour.tm < 0) liquids.push(tried(model, 'liquid', T, P, z, vapour.W, w));
  if ([vapour, ...liquids].every(({ tm }) => tm >= -UNSTABLE)) {
    for (let j = 0; j < z.length; j++)
      if (isCrowdedOut(model, T, P, z, j, w)) liquids.push(tried(model, 'liquid', T, P, z, nearlyPure(z, j), w));
  }
  const liquid = liquids.reduce((a, b) => (b.tm < a.tm ? b : a));
  let best: { outcome: Outcome<Flash>; gibbs: number } | undefined;
  for (const second of secondPhases(vapour.tm, liquid.tm, feedPhase)) {
    w.second = second;
    startFrom(z, second === 'vapour' && vapour.tm < -UNSTABLE ? vapour.W : z, liquid.tm < -UNSTABLE ? liquid.W : z, w);
    const outcome = converge(model, T, P, z, substitute(model, T, P, z, w), feedPhase, w);
    const isSplit = outcome.state === 'solved' && outcome.value.phases.length === 2;
    const energy = isSplit ? gibbs(z, w.beta, w) : Infinity;
    if (best === undefined || energy < best.gibbs) best = { outcome, gibbs: energy };
  }
  const isAlike = best?.outcome.state === 'out-of-reach' && best.outcome.reason.code === 'phases-alike';
  if (best === undefined || (isAlike && Math.min(vapour.tm, liquid.tm) > HARDLY_UNSTABLE)) return solved(single(feedPhase, z));
  return best.outcome;
}

/** Wilson's (or the pure components') vapour over the feed, W = zK, or the liquid under it, W = z/K. */
function firstTrial(model: ThermoModel, T: number, P: number, z: Float64Array, sign: 1 | -1, w: FlashWork): Float64Array {
  model.firstLnK(T, P, w.lnK);
  return z.map((zi, i) => zi * Math.exp(sign * w.lnK[i]));
}

/**
 * Whether component j is held back in the feed so hardly, its activity near that of the pure liquid and well above its mole fraction, that it
 * might form a liquid of its own.
 */
function isCrowdedOut(model: ThermoModel, T: number, P: number, z: Float64Array, j: number, w: FlashWork): boolean {
  if (z[j] === 0) return false;
  const { w: pure, trial } = w.stability;
  pure.fill(0);
  pure[j] = 1;
  model.evaluate('liquid', pure, trial.at(T, P), 'fugacity');
  const activity = Math.exp(w.d[j] - trial.lnPhi[j]);
  return activity > CROWDED_ACTIVITY && activity > CROWDED_COEFFICIENT * z[j];
}

const nearlyPure = (z: Float64Array, j: number): Float64Array => z.map((zi, i) => (i === j && zi > 0 ? 1 : TRACE * zi));

function tried(model: ThermoModel, phase: Phase, T: number, P: number, z: Float64Array, start: Float64Array, w: FlashWork) {
  w.stability.W.set(start);
  const tm = trialPhase(model, phase, T, P, z, w.d, w.stability);
  return { tm, W: Float64Array.from(w.stability.W) };
}

/** What may stand beside a liquid. */
function secondPhases(vapour: number, liquid: number, feedPhase: Phase): Phase[] {
  const splits = liquid < -UNSTABLE && feedPhase === 'liquid';
  const boils = vapour < -UNSTABLE || (liquid < -UNSTABLE && feedPhase === 'vapour');
  return [...(boils || splits ? ['vapour' as const] : []), ...(splits ? ['liquid' as const] : [])];
}

/** ln K from trial phases: of the second over the first. */
function startFrom(z: Float64Array, second: Float64Array, first: Float64Array, w: FlashWork): void {
  for (let i = 0; i < z.length; i++) w.lnK[i] = z[i] > 0 ? Math.log(second[i] / first[i]) : 0;
}

/** dᵢ = ln zᵢ + ln φᵢ of the feed in whichever of the two phases has the lower Gibbs energy. */
function feedReference(model: ThermoModel, T: number, P: number, z: Float64Array, w: FlashWork): Phase {
  model.evaluate('liquid', z, w.liquid.at(T, P), 'fugacity');
  model.evaluate('vapour', z, w.vapour.at(T, P), 'fugacity');
  const difference = dot(z, w.liquid.lnPhi) - dot(z, w.vapour.lnPhi);
  const lnPhi = difference <= 0 ? w.liquid.lnPhi : w.vapour.lnPhi;
  for (let i = 0; i < model.n; i++) w.d[i] = Math.log(z[i]) + lnPhi[i];
  if (difference !== 0) return difference < 0 ? 'liquid' : 'vapour';
  if (!model.hasOneEquation) return 'liquid';
  model.evaluate('liquid', z, w.liquid.at(T, P), 'all');
  return kindOf(w.liquid, P);
}

function converge(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  start: number,
  feedPhase: Phase,
  w: FlashWork,
): Outcome<Flash> {
  let beta = start;
  let error = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    // Near a phase boundary the K-values may say "one phase" for a while though the tangent plane says two.
    if (beta <= 0 || beta >= 1) beta = beta <= 0 ? EDGE : 1 - EDGE;
    compositions(z, beta, w);
    evaluatePhases(model, T, P, w, iteration > SUBSTITUTIONS ? 'slopes' : 'fugacity');
    const before = error;
    error = largestGap(z, w);
    if (!Number.isFinite(error)) return outOfReach({ code: 'not-finite', what: 'flash' });
    const isRounding = error < ROUNDING && error > before / 2;
    if (error < TOLERANCE || isRounding)
      return settled(model, T, P, z, beta, feedPhase, w, { iterations: iteration, residual: error });
    if (Math.min(beta, 1 - beta) < GONE && iteration > SUBSTITUTIONS) break;
    if (iteration <= SUBSTITUTIONS) beta = renew(z, w);
    else {
      newtonStep(z, beta, w);
      beta = lineSearch(model, T, P, z, beta, w);
    }
  }
  return outOfReach({ code: 'no-convergence', residual: error, iterations: MAX_ITERATIONS });
}

function settled(
  model: ThermoModel,
  T: number,
  P: number,
  z: Float64Array,
  beta: number,
  feedPhase: Phase,
  w: FlashWork,
  report: Report,
): Outcome<Flash> {
  // Both phases alike is the trivial solution, which only a feed that is stable after all can come to.
  let distance = 0;
  for (let i = 0; i < z.length; i++) distance = Math.max(distance, Math.abs(w.x[i] - w.y[i]));
  if (distance < 1e-9) return outOfReach({ code: 'phases-alike', T, P });
  if (beta <= EDGE || beta >= 1 - EDGE) return solved(single(feedPhase, z), report);
  w.beta = beta;
  model.evaluate('liquid', w.x, w.liquid.at(T, P), 'all');
  model.evaluate(w.second, w.y, w.vapour.at(T, P), 'all');
  const [x, y] = [Float64Array.from(w.x), Float64Array.from(w.y)];
  // One equation for both phases does not know which is which: the second is the wider one.
  const turned = w.liquid.volume > w.vapour.volume && (model.hasOneEquation || w.second === 'liquid');
  const phases: Phase[] = ['liquid', model.hasOneEquation ? kindOf(turned ? w.liquid : w.vapour, P) : w.second];
  return solved(turned ? { beta: 1 - beta, phases, x: y, y: x } : { beta, phases, x, y }, report);
}

/** −(P/V) ∂V/∂P is 1 for an ideal gas and nearly 0 for a liquid: what a phase is called where an equation has one root only. */
function kindOf(phase: PhaseProperties, P: number): Phase {
  return (-phase.dVolumeDP * P) / phase.volume > 0.5 ? 'vapour' : 'liquid';
}

function single(phase: Phase, z: Float64Array): Flash {
  return { beta: phase === 'vapour' ? 1 : 0, phases: [phase], x: Float64Array.from(z), y: Float64Array.from(z) };
}

/** One direct substitution from w.lnK: compositions, then new K-values. Returns the vapour share they were made with. */
function substitute(model: ThermoModel, T: number, P: number, z: Float64Array, w: FlashWork): number {
  const beta = shareOf(z, w);
  compositions(z, Math.min(Math.max(beta, EDGE), 1 - EDGE), w);
  evaluatePhases(model, T, P, w, 'fugacity');
  for (let i = 0; i < z.length; i++) w.lnK[i] = w.liquid.lnPhi[i] - w.vapour.lnPhi[i];
  return beta;
}

/** New K-values from the phases as evaluated, and the vapour share that belongs to them. */
function renew(z: Float64Array, w: FlashWork): number {
  for (let i = 0; i < z.length; i++) w.lnK[i] = w.liquid.lnPhi[i] - w.vapour.lnPhi[i];
  return shareOf(z, w);
}

function shareOf(z: Float64Array, w: FlashWork): number {
  for (let i = 0; i < z.length; i++) w.K[i] = Math.exp(w.lnK[i]);
  return vapourShare(z, w.K);
}

function compositions(z: Float64Array, beta: number, w: FlashWork): void {
  let sumX = 0;
  let sumY = 0;
  for (let i = 0; i < z.length; i++) {
    const K = Math.exp(w.lnK[i]);
    w.x[i] = z[i] / (1 - beta + beta * K);
    w.y[i] = K * w.x[i];
    sumX += w.x[i];
    sumY += w.y[i];
  }
  for (let i = 0; i < z.length; i++) {
    w.x[i] /= sumX;
    w.y[i] /= sumY;
  }
}

function evaluatePhases(model: ThermoModel, T: number, P: number, w: FlashWork, extent: 'fugacity' | 'slopes'): void {
  model.evaluate('liquid', w.x, w.liquid.at(T, P), extent);
  model.evaluate(w.second, w.y, w.vapour.at(T, P), extent);
}

/** Gibbs energy of the two phases over RT, without what depends on T and P alone. */
function gibbs(z: Float64Array, beta: number, w: FlashWork): number {
  let sum = 0;
  for (let i = 0; i < z.length; i++) {
    if (z[i] === 0) continue;
    sum += (1 - beta) * w.x[i] * (Math.log(w.x[i]) + w.liquid.lnPhi[i]);
    sum += beta * w.y[i] * (Math.log(w.y[i]) + w.vapour.lnPhi[i]);
  }
  return sum;
}

/** Largest |ln fᵢ(vapour) − ln fᵢ(liquid)|. */
function largestGap(z: Float64Array, w: FlashWork): number {
  let most = 0;
  for (let i = 0; i < z.length; i++) if (z[i] > 0) most = Math.max(most, Math.abs(gap(w, i)));
  return most;
}

const gap = (w: FlashWork, i: number): number => Math.log(w.y[i] / w.x[i]) + w.vapour.lnPhi[i] - w.liquid.lnPhi[i];

/**
 * Solves the scaled Newton system for the change of v. With sᵢ = √(xᵢyᵢ/zᵢ):
 *   Σⱼ [δᵢⱼ + sᵢsⱼ((1 − β) φⱽᵢⱼ + β φᴸᵢⱼ − 1)] (Δvⱼ/sⱼ) = −β(1 − β) sᵢ gapᵢ.
 * Where the matrix is not positive definite (between a critical point and the split) its diagonal is raised until it is: the step then
 * follows the direction of negative curvature, which leads out.
 */
function newtonStep(z: Float64Array, beta: number, w: FlashWork): void {
  const n = z.length;
  let raised = 0;
  do {
    fillNewton(z, beta, raised, w);
    raised = raised === 0 ? FIRST_RAISE : raised * 8;
  } while (!factorCholesky(w.hessian, n) && raised < MOST_RAISED);
  solveCholesky(w.hessian, w.step, n);
  for (let i = 0; i < n; i++) w.step[i] *= scaleOf(z, w, i);
}

function fillNewton(z: Float64Array, beta: number, raised: number, w: FlashWork): void {
  const n = z.length;
  for (let i = 0; i < n; i++) {
    const si = scaleOf(z, w, i);
    w.step[i] = z[i] > 0 ? -beta * (1 - beta) * si * gap(w, i) : 0;
    for (let j = 0; j <= i; j++) {
      const p = i * n + j;
      const curvature = (1 - beta) * w.vapour.dLnPhiDN[p] + beta * w.liquid.dLnPhiDN[p] - 1;
      w.hessian[p] = si * scaleOf(z, w, j) * curvature + (i === j ? 1 + raised : 0);
    }
  }
}

const scaleOf = (z: Float64Array, w: FlashWork, i: number): number => (z[i] > 0 ? Math.sqrt((w.x[i] * w.y[i]) / z[i]) : 0);

/**
 * Goes along w.step, both phases' mole numbers kept above 0, halving until the Gibbs energy is lower; returns β and leaves its K-values
 * in w.lnK. Both phases are carried, not their difference to the feed: a phase that is nearly gone keeps its figures.
 */
function lineSearch(model: ThermoModel, T: number, P: number, z: Float64Array, beta: number, w: FlashWork): number {
  const n = z.length;
  const before = gibbs(z, beta, w);
  for (let i = 0; i < n; i++) {
    w.v[i] = beta * w.y[i];
    w.l[i] = (1 - beta) * w.x[i];
  }
  let length = 1;
  for (let i = 0; i < n; i++) {
    if (w.step[i] < 0) length = Math.min(length, (-BOUNDARY_SHARE * w.v[i]) / w.step[i]);
    else if (w.step[i] > 0) length = Math.min(length, (BOUNDARY_SHARE * w.l[i]) / w.step[i]);
  }
  for (let halving = 0; halving < MAX_HALVINGS; halving++, length /= 2) {
    let vapour = 0;
    let liquid = 0;
    for (let i = 0; i < n; i++) {
      vapour += w.v[i] + length * w.step[i];
      liquid += w.l[i] - length * w.step[i];
    }
    for (let i = 0; i < n; i++) {
      w.y[i] = (w.v[i] + length * w.step[i]) / vapour;
      w.x[i] = (w.l[i] - length * w.step[i]) / liquid;
    }
    const share = vapour / (vapour + liquid);
    evaluatePhases(model, T, P, w, 'fugacity');
    if (gibbs(z, share, w) <= before + GIBBS_NOISE) {
      for (let i = 0; i < n; i++) w.lnK[i] = z[i] > 0 ? Math.log(w.y[i] / w.x[i]) : 0;
      return share;
    }
  }
  return renew(z, w);
}

function dot(z: Float64Array, values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < z.length; i++) if (z[i] > 0) sum += z[i] * values[i];
  return sum;
}

const FIRST_SUBSTITUTIONS = 3;
/** Substitution gains a digit a step far from critical points and little near them: Newton takes over early. */
const SUBSTITUTIONS = 5;
const MAX_ITERATIONS = 120;
/** ln φ is good to some 1e-13; this leaves two digits. */
const TOLERANCE = 1e-11;
/** Where K-values are very far apart (wax and gas) rounding leaves more: an error this small that gains no more is as good as it gets. */
const ROUNDING = 1e-9;
/** tm below this is no rounding. */
const UNSTABLE = 1e-10;
/** Activity and activity coefficient from which a component of a liquid is tried as a liquid of its own. */
const CROWDED_ACTIVITY = 0.2;
const CROWDED_COEFFICIENT = 1.3;
/** A feed this close to its critical point whose two phases come out alike is one. */
const HARDLY_UNSTABLE = -1e-7;
/** The other components in a trial liquid that is nearly pure. */
const TRACE = 1e-3;
const EDGE = 1e-13;
/** A share that Newton has brought down to this goes on to 0: that phase is not there. */
const GONE = 1e-18;
const BOUNDARY_SHARE = 0.95;
const MAX_HALVINGS = 12;
/** The Gibbs energy of a mixture is known to so much; near a critical point it is flat to the last digit. */
const GIBBS_NOISE = 1e-13;
/** A first addition to a diagonal of ones: less than the curvature between two nearly alike phases, which a larger one would drown. */
const FIRST_RAISE = 1e-9;
/** Beyond this the matrix holds what is no number: the largest gap then says so. */
const MOST_RAISED = 1e12;
