/**
 * Where a second phase begins: what bubble and dew points share. The feed z is one phase; of the other a first bubble or drop is sought.
 *   Unknowns: the n logarithms of Xᵢ (its mole numbers, not normalised) and ln T or ln P; equations
 *     Fᵢ = ln Xᵢ + ln φᵢ(X) − ln zᵢ − ln φᵢ(feed) = 0,   F₀ = Σ Xᵢ − 1 = 0.
 * Newton on all at once from a near start (`meet`). Where there is none, the tangent plane tells on which side of the boundary a state lies:
 * beyond it some trial phase lies below the plane, before it none does. `seek` goes from the first estimate until that turns, halves the step
 * it turned in and lets Newton end it. Near a critical point, where both phases are nearly one, nothing else was found to be safe.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 9 and 12.
 */
import { factorDense, outOfReach, solveDense, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { Phase, PhaseProperties, ThermoModel } from '../thermo/index.ts';
import { makeTwoPhases, T_HIGHEST, T_LOWEST } from './kValues.ts';
import type { TwoPhases } from './kValues.ts';
import { makeStabilityWork, trialPhase } from './stability.ts';
import type { StabilityWork } from './stability.ts';

/** What is sought, and what is given with it (Pa or K). */
export type Sought = { kind: 'T'; P: number } | { kind: 'P'; T: number };

/** Where the feed is stable, where it is not, and the trial phase that tells so. */
interface Bracket {
  before: number;
  beyond: number;
  trial: Float64Array;
}

/** Bubble and dew points of one composition by Newton's method. */
export class PhaseBoundary {
  readonly model: ThermoModel;
  /** The feed's phase: liquid for a bubble point, vapour for a dew point. */
  readonly feed: Phase;
  readonly other: Phase;
  readonly sought: Sought;
  readonly z: Float64Array;
  /** Mole fractions of the phase that begins. */
  readonly incipient: Float64Array;
  readonly phases: TwoPhases;
  private readonly X: Float64Array;
  private readonly d: Float64Array;
  private readonly jacobian: Float64Array;
  private readonly pivot: Int32Array;
  private readonly step: Float64Array;
  private trials: StabilityWork | undefined;
  private onlyGas = false;

  /** @param incipient out: its mole fractions, length model.n */
  constructor(model: ThermoModel, feed: Phase, sought: Sought, z: Float64Array, incipient: Float64Array, phases?: TwoPhases) {
    const { n } = model;
    this.model = model;
    this.feed = feed;
    this.other = feed === 'liquid' ? 'vapour' : 'liquid';
    this.sought = sought;
    this.z = z;
    this.incipient = incipient;
    this.phases = phases ?? makeTwoPhases(n);
    this.X = new Float64Array(n);
    this.d = new Float64Array(n);
    this.jacobian = new Float64Array((n + 1) * (n + 1));
    this.pivot = new Int32Array(n + 1);
    this.step = new Float64Array(n + 1);
  }

  /** Temperature, K, and pressure, Pa, of a trial value of what is sought. */
  private T(at: number): number {
    return this.sought.kind === 'T' ? at : this.sought.T;
  }

  private P(at: number): number {
    return this.sought.kind === 'T' ? this.sought.P : at;
  }

  /** The incipient phase's sum by the model's first K-values: 1 where they have the boundary. */
  private firstSum(at: number): number {
    const { model, phases, z, X } = this;
    model.firstLnK(this.T(at), this.P(at), phases.lnK);
    const sign = this.feed === 'liquid' ? 1 : -1;
    let sum = 0;
    for (let i = 0; i < z.length; i++) {
      X[i] = z[i] * Math.exp(sign * phases.lnK[i]);
      sum += X[i];
    }
    return sum;
  }

  /** What is sought by the model's first K-values alone, K or Pa; leaves their incipient phase. */
  first(): number {
    const isTemperature = this.sought.kind === 'T';
    let low = Math.log(isTemperature ? T_LOWEST : P_LOWEST);
    let high = Math.log(isTemperature ? T_HIGHEST : P_HIGHEST);
    // Σ zK rises with T and falls with P, Σ z/K the other way.
    const rises = isTemperature === (this.feed === 'liquid');
    for (let k = 0; k < FIRST_HALVINGS; k++) {
      const middle = (low + high) / 2;
      if (this.firstSum(Math.exp(middle)) > 1 === rises) high = middle;
      else low = middle;
    }
    const at = Math.exp((low + high) / 2);
    this.normalise(this.firstSum(at));
    return at;
  }

  private normalise(total: number): void {
    for (let i = 0; i < this.X.length; i++) this.incipient[i] = this.X[i] / total;
  }

  /** Both phases at a trial value; ln Kᵢ and its slopes are the vapour's over the liquid's, whichever begins. */
  evaluate(at: number): void {
    const { model, feed, other, phases, z, incipient } = this;
    const [T, P] = [this.T(at), this.P(at)];
    const ofFeed = this.propertiesOf(feed);
    const ofOther = this.propertiesOf(other);
    model.evaluate(feed, z, ofFeed.at(T, P), 'slopes');
    model.evaluate(other, incipient, ofOther.at(T, P), 'slopes');
    for (let i = 0; i < model.n; i++) {
      phases.lnK[i] = phases.liquid.lnPhi[i] - phases.vapour.lnPhi[i];
      phases.dLnKDT[i] = phases.liquid.dLnPhiDT[i] - phases.vapour.dLnPhiDT[i];
    }
  }

  private propertiesOf(phase: Phase): PhaseProperties {
    return phase === 'liquid' ? this.phases.liquid : this.phases.vapour;
  }

  /** A few direct substitutions from the incipient phase as it stands, the sum brought to 1 with each; returns where they came to. */
  substitute(first: number): number {
    const { z, X, phases, incipient } = this;
    const sign = this.feed === 'liquid' ? 1 : -1;
    let at = first;
    for (let k = 0; k < SUBSTITUTIONS; k++) {
      this.evaluate(at);
      let sum = 0;
      for (let i = 0; i < z.length; i++) {
        X[i] = z[i] * Math.exp(sign * phases.lnK[i]);
        sum += X[i];
      }
      this.normalise(sum);
      let slope = 0; // d ln sum / d ln at
      for (let i = 0; i < z.length; i++) slope -= incipient[i] * this.logSlope(at, i);
      at *= Math.exp(limited(-Math.log(sum) / slope));
    }
    return at;
  }

  /** ∂Fᵢ/∂ ln T or /∂ ln P. */
  private logSlope(at: number, i: number): number {
    const own = this.propertiesOf(this.other);
    const feeds = this.propertiesOf(this.feed);
    return this.sought.kind === 'T' ? at * (own.dLnPhiDT[i] - feeds.dLnPhiDT[i]) : at * (own.dLnPhiDP[i] - feeds.dLnPhiDP[i]);
  }

  /**
   * Newton from `first` and the incipient phase as it stands.
   * @returns solved with T (K) or P (Pa), the incipient phase filled; or out-of-reach: `no-convergence`, `phases-alike`, `not-finite`
   */
  meet(first: number): Outcome<number> {
    const { model, z, X, incipient, jacobian, pivot, step } = this;
    const { n } = model;
    X.set(incipient);
    let at = first;
    let error = Infinity;
    for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
      // Steps can leap out of all temperatures, where both phases are one and every equation is met.
      if (!this.isWithin(at)) return outOfReach({ code: 'no-convergence', residual: 1, iterations: iteration });
      let total = 0;
      for (let i = 0; i < n; i++) total += X[i];
      this.normalise(total);
      this.evaluate(at);
      error = this.fill(at, total);
      if (error < TOLERANCE) return this.ended(at, error, iteration);
      if (!(error < Infinity) || !factorDense(jacobian, pivot, n + 1)) break;
      solveDense(jacobian, pivot, step, n + 1);
      for (let i = 0; i < n; i++) X[i] = z[i] === 0 ? 0 : X[i] * Math.exp(limited(-step[i]));
      at *= Math.exp(limited(-step[n]));
    }
    if (!Number.isFinite(error)) return outOfReach({ code: 'not-finite', what: `${this.point} point` });
    return outOfReach({ code: 'no-convergence', residual: error, iterations: MAX_ITERATIONS });
  }

  private get given(): { P: number } | { T: number } {
    return this.sought.kind === 'T' ? { P: this.sought.P } : { T: this.sought.T };
  }

  get point(): 'bubble' | 'dew' {
    return this.feed === 'liquid' ? 'bubble' : 'dew';
  }

  private isWithin(at: number): boolean {
    return this.sought.kind === 'T' ? at > T_LOWEST && at < T_HIGHEST : at > P_LOWEST && at < P_HIGHEST;
  }

  /** Fills the Jacobian and the residuals (into `step`); returns the largest residual. */
  private fill(at: number, total: number): number {
    const { z, X, incipient, jacobian, step } = this;
    const own = this.propertiesOf(this.other);
    const feeds = this.propertiesOf(this.feed);
    const n = z.length;
    const size = n + 1;
    let worst = Math.abs(total - 1);
    for (let i = 0; i < n; i++) {
      const absent = z[i] === 0;
      step[i] = absent ? 0 : Math.log(X[i] / z[i]) + own.lnPhi[i] - feeds.lnPhi[i];
      const error = Math.abs(step[i]);
      if (!(error <= worst)) worst = error;
      for (let j = 0; j < n; j++) {
        const slope = absent ? 0 : incipient[j] * own.dLnPhiDN[i * n + j];
        jacobian[i * size + j] = slope + (i === j ? 1 : 0);
      }
      jacobian[i * size + n] = absent ? 0 : this.logSlope(at, i);
      jacobian[n * size + i] = X[i];
    }
    jacobian[n * size + n] = 0;
    step[n] = total - 1;
    return worst;
  }

  /**
   * The answer, unless both phases came out as one, which above its critical point is all that an equation of state has: their fugacities
   * then change alike with temperature (at an azeotrope K is 1 as well, but not its slope). Nor is it a dew point when what begins is the lighter
   * phase: that is a liquid's bubble point beyond its critical one, or two liquids.
   */
  private ended(at: number, residual: number, iterations: number): Outcome<number> {
    const { model, z, incipient, feed, phases } = this;
    const [T, P] = [this.T(at), this.P(at)];
    const apart = phases.dLnKDT.reduce((most, slope) => Math.max(most, Math.abs(slope) * T), 0);
    if (!(apart > ALIKE)) return outOfReach({ code: 'phases-alike', T, P });
    if (model.hasOneEquation) {
      const [liquid, vapour] = feed === 'liquid' ? [z, incipient] : [incipient, z];
      model.evaluate('liquid', liquid, phases.liquid.at(T, P), 'all');
      model.evaluate('vapour', vapour, phases.vapour.at(T, P), 'all');
      if (this.mass(liquid) / phases.liquid.volume < this.mass(vapour) / phases.vapour.volume) return this.noPoint('one-phase');
    }
    return solved(at, { iterations, residual });
  }

  /** kg/mol. */
  private mass(x: Float64Array): number {
    return x.reduce((sum, xi, i) => sum + xi * this.model.molarMass[i], 0);
  }

  private noPoint(why: 'one-phase' | 'two-phases'): Outcome<number> {
    return outOfReach({ code: 'no-saturation', point: this.point, given: this.given, why });
  }

  /** Smallest distance of a trial phase from the tangent plane of the feed there, from the first K-values and from `known`; leaves the trial in X. */
  private distance(at: number, known?: Float64Array): number {
    const { model, z, d, feed, other, X } = this;
    const [T, P] = [this.T(at), this.P(at)];
    const ofFeed = this.propertiesOf(feed);
    model.evaluate(feed, z, ofFeed.at(T, P), 'fugacity');
    for (let i = 0; i < z.length; i++) d[i] = Math.log(z[i]) + ofFeed.lnPhi[i];
    this.firstSum(at);
    const starts = [Float64Array.from(X), ...(known === undefined ? [] : [known])];
    if (other === 'liquid') starts.push(nearlyPure(z, this.mostCrowded(T, P)));
    const w = (this.trials ??= makeStabilityWork(model.n));
    let least = Infinity;
    for (const start of starts) {
      w.W.set(start);
      const tm = trialPhase(model, other, T, P, z, d, w, -Infinity);
      if (!(tm < least) || (this.onlyGas && !this.isGas(w.trial))) continue;
      least = tm;
      X.set(w.W);
    }
    return least;
  }

  /** Whether a trial is no second liquid: an equation of state calls both by one name. */
  private isGas(trial: PhaseProperties): boolean {
    const { model, z, phases, trials } = this;
    if (trials === undefined) return false;
    model.evaluate('liquid', z, phases.liquid.at(trial.T, trial.P), 'all');
    model.evaluate('vapour', trials.w, trial, 'all');
    return trial.volume > GAS_VOLUME * phases.liquid.volume;
  }

  /** The component whose own liquid lies lowest under the tangent plane: the likeliest to condense nearly pure. Needs d. */
  private mostCrowded(T: number, P: number): number {
    let most = 0;
    let highest = -Infinity;
    for (let j = 0; j < this.z.length; j++) {
      const activity = this.pureActivity(j, T, P);
      if (!(activity > highest)) continue;
      highest = activity;
      most = j;
    }
    return most;
  }

  /** ln of the feed's fugacity of component j over that of pure j in the other phase. */
  private pureActivity(j: number, T: number, P: number): number {
    const { model, d, incipient, other } = this;
    if (this.z[j] === 0) return -Infinity;
    const pure = this.propertiesOf(other);
    const kept = Float64Array.from(incipient);
    incipient.fill(0);
    incipient[j] = 1;
    model.evaluate(other, incipient, pure.at(T, P), 'fugacity');
    incipient.set(kept);
    return d[j] - pure.lnPhi[j];
  }

  /**
   * Seeks the boundary from `first` on by the tangent plane, then lets Newton end it.
   * @returns as `meet`, or out-of-reach: `no-saturation`, when no boundary lies between the ends of what is looked through
   */
  seek(first: number): Outcome<number> {
    let found = this.bracket(first);
    if ('why' in found && found.why === 'two-phases' && this.feed === 'liquid' && this.model.hasOneEquation) {
      // A liquid that parts in two by itself: its first bubble is sought among gases alone.
      this.onlyGas = true;
      found = this.bracket(first);
    }
    if ('why' in found) return this.noPoint(found.why);
    let { before, beyond, trial } = found;
    let last: Outcome<number> | undefined;
    for (let halving = 0; halving < MOST_HALVINGS; halving++) {
      if (halving % HALVINGS_EACH === 0) {
        this.takeTrial(trial);
        last = this.meet(beyond);
        if (last.state === 'solved' && isBetween(last.value, before, beyond)) return last;
      }
      const middle = Math.sqrt(before * beyond);
      const inside = this.trialBeyond(middle, trial);
      if (inside === undefined) before = middle;
      else {
        beyond = middle;
        trial = inside;
      }
    }
    if (this.onlyGas || last === undefined) return this.noPoint('two-phases');
    return last;
  }

  private takeTrial(trial: Float64Array): void {
    this.X.set(trial);
    this.normalise(trial.reduce((sum, x) => sum + x, 0));
  }

  /** Two neighbouring values, the feed alone stable at one and not at the other, with the trial phase that tells so. */
  private bracket(first: number): Bracket | { why: 'one-phase' | 'two-phases' } {
    const isTemperature = this.sought.kind === 'T';
    const ratio = isTemperature ? TEMPERATURE_RATIO : PRESSURE_RATIO;
    // Towards where the other phase is: a liquid is heated or let down, a vapour cooled or pressed.
    const onward = isTemperature === (this.feed === 'liquid') ? ratio : 1 / ratio;
    const start = this.isWithin(first) ? first : isTemperature ? USUAL_T : USUAL_P;
    let inside = this.trialBeyond(start);
    let last = start;
    if (inside === undefined) {
      const found = this.walk(start, onward);
      if (found !== undefined) return found;
      // Not one phase before the boundary, perhaps, but one beyond all of it: an equation of state tells no difference.
      const far = this.walk(start, 1 / onward);
      if (far === undefined) return { why: 'one-phase' };
      inside = far.trial;
      last = far.beyond;
    }
    for (let at = last / onward; this.isWithin(at); at /= onward) {
      const trial = this.trialBeyond(at, inside);
      if (trial === undefined) return { before: at, beyond: last, trial: inside };
      inside = trial;
      last = at;
    }
    return { why: 'two-phases' };
  }

  /** From a state where the feed is stable in steps of this ratio until it is not. */
  private walk(start: number, ratio: number): Bracket | undefined {
    for (let before = start, at = start * ratio; this.isWithin(at); before = at, at *= ratio) {
      const trial = this.trialBeyond(at);
      if (trial !== undefined) return { before, beyond: at, trial };
    }
    return undefined;
  }

  /** The trial phase that lies below the tangent plane of the feed; undefined where none does. */
  private trialBeyond(at: number, known?: Float64Array): Float64Array | undefined {
    return this.distance(at, known) < -UNSTABLE ? Float64Array.from(this.X) : undefined;
  }

  /**
   * A drop of another liquid that forms before the one just found: what is nearly pure may part from the rest. `at` and the incipient phase
   * are an answer; where some nearly pure liquid lies below the tangent plane there, the true point lies before it.
   * @returns that point, or undefined when the one found is the first
   */
  earlier(at: number): Outcome<number> | undefined {
    const { model, z, d, feed, other } = this;
    const [T, P] = [this.T(at), this.P(at)];
    const ofFeed = this.propertiesOf(feed);
    const kept = Float64Array.from(this.incipient);
    model.evaluate(feed, z, ofFeed.at(T, P), 'fugacity');
    for (let i = 0; i < z.length; i++) d[i] = Math.log(z[i]) + ofFeed.lnPhi[i];
    const w = (this.trials ??= makeStabilityWork(model.n));
    for (let j = 0; j < z.length; j++) {
      if (!(this.pureActivity(j, T, P) > CROWDED)) continue;
      w.W.set(nearlyPure(z, j));
      if (trialPhase(model, other, T, P, z, d, w) > -CLEARLY) continue;
      this.takeTrial(w.W);
      const found = this.meet(at);
      return found.state === 'solved' ? found : this.seek(at);
    }
    this.incipient.set(kept);
    return undefined;
  }
}

const isBetween = (value: number, a: number, b: number): boolean =>
  value >= Math.min(a, b) * (1 - SLACK) && value <= Math.max(a, b) * (1 + SLACK);

const nearlyPure = (z: Float64Array, j: number): Float64Array => z.map((zi, i) => (i === j ? 1 : TRACE * zi));

function limited(logStep: number): number {
  return Math.max(-LARGEST_LOG_STEP, Math.min(LARGEST_LOG_STEP, logStep));
}

/** Pressures between which saturation is sought, Pa. */
const P_LOWEST = 1e-20;
const P_HIGHEST = 1e9;
const USUAL_T = 350;
const USUAL_P = 101325;
const FIRST_HALVINGS = 30;
const SUBSTITUTIONS = 8;
const TOLERANCE = 1e-11;
/** No unknown changes by more than a factor of 2.7 in a step. */
const LARGEST_LOG_STEP = 1;
const MAX_ITERATIONS = 60;
/** |∂ ln K/∂ ln T| is some 10 at a boiling point and 0 where both phases are one. */
const ALIKE = 1e-5;
/** tm below this is no rounding. */
const UNSTABLE = 1e-10;
/** A liquid that parts earlier lies below the plane by more than the answer's own error. */
const CLEARLY = 1e-8;
/** Steps of the search: two phases nearer to each other than this are taken for one, which only a critical point brings. */
const TEMPERATURE_RATIO = 1.02;
const PRESSURE_RATIO = 1.15;
const MOST_HALVINGS = 40;
/** Newton is tried after so many halvings each. */
const HALVINGS_EACH = 4;
/** A root of Newton's may lie beyond the bracket by so much: the plane is known to some digits only. */
const SLACK = 1e-6;
/** A gas has so many times the volume of a liquid, far from the critical point, where a liquid that parts in two is. */
const GAS_VOLUME = 3;
/** ln of the activity from which a component is tried as a liquid of its own: 0.2. */
const CROWDED = Math.log(0.2);
/** The other components in a trial liquid that is nearly pure. */
const TRACE = 1e-3;
