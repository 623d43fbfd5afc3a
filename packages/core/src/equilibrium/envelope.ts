/**
 * The phase envelope of a mixture by an equation of state: dew line, critical point and bubble line in one continuation, from a dew point at low pressure.
 * Unknowns X = (ln K₁ … ln Kₙ, ln T, ln P), Kᵢ the incipient phase's fraction over the feed's zᵢ:
 *   ln Kᵢ + ln φᵢ(incipient) − ln φᵢ(feed) = 0,   Σ zᵢ(Kᵢ − 1) = 0,   X_s = S
 * Newton at each point; the next one along dX/dS, with the unknown that changes fastest as the one that is given. At the critical point every ln K is 0 and
 * the phases change their names; it is stepped over and found by interpolation.
 * Source: Michelsen, Fluid Phase Equil. 4 (1980) 1; Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 12.
 */
import { factorDense, outOfReach, passOn, solved, solveDense } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { dewTemperature } from './dew.ts';

/** A point of the phase envelope. */
export interface EnvelopePoint {
  T: number; // K
  P: number; // Pa
  /** What the feed is saturated as: a vapour on the dew line. */
  line: 'dew' | 'critical' | 'bubble';
}

/** Bubble and dew points with their critical point. */
export interface PhaseEnvelope {
  /** From the dew point at low pressure over the critical point to where the bubble line ends. */
  points: EnvelopePoint[];
  critical: { T: number; P: number } | null;
  /** The highest temperature and the highest pressure at which two phases are. */
  hottest: { T: number; P: number };
  highest: { T: number; P: number };
}

/**
 * @param model of one equation for both phases
 * @param z     mole fractions, none of them 0
 * @returns solved; out-of-reach: what the first dew point says, or `no-convergence`
 * @throws RangeError for a model of two equations, or a component that is not there: our mistake, never the user's
 */
export function phaseEnvelope(model: ThermoModel, z: Float64Array): Outcome<PhaseEnvelope> {
  if (!model.hasOneEquation) throw new RangeError('a phase envelope takes one equation for both phases');
  if (z.length !== model.n || z.some((x) => !(x > 0))) throw new RangeError('a phase envelope takes every component');
  const incipient = new Float64Array(model.n);
  const dew = dewTemperature(model, FIRST_P, z, incipient);
  if (dew.state !== 'solved') return passOn(dew);
  const walk = new Continuation(model, z);
  incipient.forEach((x, i) => (walk.X[i] = Math.log(Math.max(x, 1e-300) / z[i])));
  walk.X[model.n] = Math.log(dew.value);
  walk.X[model.n + 1] = Math.log(FIRST_P);
  if (!walk.newton(model.n + 1, walk.X[model.n + 1]))
    return outOfReach({ code: 'no-convergence', residual: walk.residual, iterations: MOST_NEWTON });
  const points: EnvelopePoint[] = [];
  const passed: Float64Array[] = [];
  let critical: PhaseEnvelope['critical'] = null;
  let step = FIRST_STEP;
  for (let count = 0; count < MOST_POINTS; count++) {
    passed.push(Float64Array.from(walk.X));
    points.push(walk.point());
    const { T, P } = points[points.length - 1];
    if (T < LOWEST_T || P > HIGHEST_P || (walk.isBeyond && P < FIRST_P)) break;
    const wasBeyond = walk.isBeyond;
    const taken = walk.advance(step);
    if (taken === undefined) break;
    step = taken;
    if (walk.isBeyond !== wasBeyond) {
      critical = criticalBetween([...passed.slice(-3), Float64Array.from(walk.X)], model.n);
      points.push({ ...critical, line: 'critical' });
    }
  }
  const top = (of: 'T' | 'P'): { T: number; P: number } => topOf(points, of);
  return solved({ points, critical, hottest: top('T'), highest: top('P') });
}

class Continuation {
  readonly X: Float64Array;
  /** Whether the critical point lies behind: the feed is then the liquid. */
  isBeyond = false;
  residual = Infinity;
  private readonly model: ThermoModel;
  private readonly z: Float64Array;
  private readonly J: Float64Array;
  private readonly F: Float64Array;
  private readonly pivots: Int32Array;
  private readonly incipient: Float64Array;
  private readonly ofFeed;
  private readonly ofIncipient;
  private given = 0;

  constructor(model: ThermoModel, z: Float64Array) {
    const size = model.n + 2;
    this.model = model;
    this.z = z;
    this.X = new Float64Array(size);
    this.J = new Float64Array(size * size);
    this.F = new Float64Array(size);
    this.pivots = new Int32Array(size);
    this.incipient = new Float64Array(model.n);
    this.ofFeed = new PhaseProperties(model.n);
    this.ofIncipient = new PhaseProperties(model.n);
  }

  point(): EnvelopePoint {
    const { n } = this.model;
    return { T: Math.exp(this.X[n]), P: Math.exp(this.X[n + 1]), line: this.isBeyond ? 'bubble' : 'dew' };
  }

  /** With the unknown `given` held at S; false where it does not arrive, X then being lost. */
  newton(given: number, S: number): boolean {
    const { X, F, J, pivots } = this;
    const size = X.length;
    this.given = given;
    for (let iteration = 1; iteration <= MOST_NEWTON; iteration++) {
      this.fill(S);
      if (!factorDense(J, pivots, size)) return false;
      solveDense(J, pivots, F, size);
      let largest = 0;
      for (let k = 0; k < size; k++) {
        X[k] -= F[k];
        largest = Math.max(largest, Math.abs(F[k]));
      }
      this.residual = largest;
      this.steps = iteration;
      if (!(largest < LOST)) return false;
      if (largest < CLOSED) return true;
    }
    return false;
  }

  private steps = 0;

  /**
   * To the next point, by a step that is halved until Newton arrives and stays beside the line.
   * @returns the step to try next; undefined where none arrives
   */
  advance(step: number): number | undefined {
    const { X } = this;
    const before = Float64Array.from(X);
    const beyond = this.isBeyond;
    const along = this.direction();
    for (let length = step; length > SHORTEST; length /= 2) {
      const to = this.predicted(before, along, length);
      X.set(to.X);
      this.isBeyond = to.isOver ? !beyond : beyond;
      if (this.newton(to.given, to.X[to.given]) && this.isApart()) {
        this.turn = Float64Array.from(X, (x, k) => x - before[k]);
        return Math.min(LONGEST, this.steps <= 3 ? length * 1.5 : this.steps > 5 ? length / 1.5 : length);
      }
    }
    X.set(before);
    this.isBeyond = beyond;
    return undefined;
  }

  /** The last step: the way on is the one that goes on with it. */
  private turn: Float64Array | undefined;

  /** The tangent, of length 1 in its fastest unknown. */
  private direction(): Float64Array {
    const { X, J, F, pivots, model } = this;
    const size = X.length;
    this.fill(X[this.given]);
    factorDense(J, pivots, size);
    F.fill(0);
    F[size - 1] = 1;
    solveDense(J, pivots, F, size);
    const fastest = F.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
    const isBack = this.turn === undefined ? F[model.n + 1] < 0 : F.reduce((sum, v, k) => sum + v * (this.turn?.[k] ?? 0), 0) < 0;
    return F.map((v) => (isBack ? -v : v) / fastest);
  }

  /** Where a step leads; one that would end among the ln K near 0 goes over the critical point, as far behind as it stood before. */
  private predicted(from: Float64Array, along: Float64Array, length: number): { X: Float64Array; given: number; isOver: boolean } {
    const { n } = this.model;
    const moved = (by: number): Float64Array => from.map((x, k) => x + by * along[k]);
    let widest = 0;
    for (let i = 1; i < n; i++) if (Math.abs(from[i]) > Math.abs(from[widest])) widest = i;
    const toZero = -from[widest] / along[widest];
    if (toZero > 0 && length > toZero - NEAR && Math.abs(from[widest]) < WIDE_NEAR) {
      const by = toZero * 2;
      return { X: moved(by), given: widest, isOver: true };
    }
    const isHeld = toZero > 0 && length > toZero - NEAR;
    const by = isHeld ? Math.max(toZero / 2, SHORTEST) : length;
    let given = 0;
    for (let k = 1; k < along.length; k++) if (Math.abs(along[k]) > Math.abs(along[given])) given = k;
    return { X: moved(by), given, isOver: false };
  }

  /** Whether the phases differ: alike they meet every equation. */
  private isApart(): boolean {
    for (let i = 0; i < this.model.n; i++) if (Math.abs(this.X[i]) > ALIKE) return true;
    return false;
  }

  private fill(S: number): void {
    const { X, F, J, z, model, incipient, ofFeed, ofIncipient, given } = this;
    const { n } = model;
    const size = n + 2;
    const [T, P] = [Math.exp(X[n]), Math.exp(X[n + 1])];
    const [feed, other]: [Phase, Phase] = this.isBeyond ? ['liquid', 'vapour'] : ['vapour', 'liquid'];
    let sum = 0;
    for (let i = 0; i < n; i++) sum += incipient[i] = z[i] * Math.exp(X[i]);
    for (let i = 0; i < n; i++) incipient[i] /= sum;
    model.evaluate(feed, z, ofFeed.at(T, P), 'slopes');
    model.evaluate(other, incipient, ofIncipient.at(T, P), 'slopes');
    J.fill(0);
    for (let i = 0; i < n; i++) {
      F[i] = X[i] + ofIncipient.lnPhi[i] - ofFeed.lnPhi[i];
      for (let j = 0; j < n; j++) J[i * size + j] = incipient[j] * ofIncipient.dLnPhiDN[i * n + j] + (i === j ? 1 : 0);
      J[i * size + n] = T * (ofIncipient.dLnPhiDT[i] - ofFeed.dLnPhiDT[i]);
      J[i * size + n + 1] = P * (ofIncipient.dLnPhiDP[i] - ofFeed.dLnPhiDP[i]);
      J[n * size + i] = z[i] * Math.exp(X[i]);
    }
    F[n] = sum - 1;
    J[(n + 1) * size + given] = 1;
    F[n + 1] = X[given] - S;
  }
}

/** Where the widest ln K is 0, by a cubic through the last points before and the first behind. */
function criticalBetween(around: readonly Float64Array[], n: number): { T: number; P: number } {
  const last = around[around.length - 1];
  let widest = 0;
  for (let i = 1; i < n; i++) if (Math.abs(last[i]) > Math.abs(last[widest])) widest = i;
  const s = around.map((X) => X[widest]);
  const at = (place: number): number =>
    around.reduce(
      (sum, X, k) => sum + X[place] * s.reduce((w, other, l) => (l === k ? w : (w * (0 - other)) / (s[k] - other)), 1),
      0,
    );
  return { T: Math.exp(at(n)), P: Math.exp(at(n + 1)) };
}

/** The top of a parabola along the curve, through its highest point and both neighbours. */
function topOf(points: readonly EnvelopePoint[], of: 'T' | 'P'): { T: number; P: number } {
  let best = 0;
  points.forEach((point, k) => {
    if (point[of] > points[best][of]) best = k;
  });
  const b = points[best];
  if (best === 0 || best === points.length - 1) return { T: b.T, P: b.P };
  const [a, c] = [points[best - 1], points[best + 1]];
  const [u, v] = [-wayBetween(a, b), wayBetween(b, c)];
  const parabola = (key: 'T' | 'P'): [first: number, second: number] => {
    const [fu, fv] = [a[key] - b[key], c[key] - b[key]];
    const second = (fu / u - fv / v) / (u - v);
    return [fu / u - second * u, second];
  };
  const [first, second] = parabola(of);
  const place = second < 0 ? -first / (2 * second) : 0;
  const at = (key: 'T' | 'P'): number => {
    const [slope, bend] = parabola(key);
    return b[key] + place * (slope + bend * place);
  };
  return { T: at('T'), P: at('P') };
}

/** How far along the curve: pressures change some ten times as fast as temperatures. */
const wayBetween = (a: EnvelopePoint, b: EnvelopePoint): number => Math.hypot(10 * Math.log(b.T / a.T), Math.log(b.P / a.P));

/** Pa */
const FIRST_P = 2e4;
const HIGHEST_P = 1e8;
/** K */
const LOWEST_T = 60;
const MOST_POINTS = 900;
const MOST_NEWTON = 12;
const CLOSED = 1e-9;
const LOST = 50;
/** In the logarithm that changes fastest. */
const FIRST_STEP = 0.1;
const LONGEST = 0.12;
const SHORTEST = 1e-5;
/** Of the widest ln K: nearer to the critical point than this no point is sought. */
const NEAR = 0.02;
const WIDE_NEAR = 0.06;
const ALIKE = 1e-4;
