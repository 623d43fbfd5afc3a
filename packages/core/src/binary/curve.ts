/**
 * The equilibrium curve of a binary mixture at one pressure: for any liquid composition x (mole fraction of the first component) the
 * vapour y*, the temperature and the slope dy/dx, from the model itself. A table of samples serves drawing and bracketing only; every
 * value that a construction uses is solved on the model.
 *
 * With z′ = d/dx₁ along the curve and gᵢ, hᵢ the slopes of ln φᵢ in its own phase, differentiating yᵢ = xᵢKᵢ gives two linear
 * equations in y′ and T′ that have no singular ends:
 *   y′(1 + K₁x₁h₁) − K₁x₁ (∂lnK₁/∂T) T′ = K₁(1 + x₁g₁)
 *   y′(−1 + K₂x₂h₂) − K₂x₂ (∂lnK₂/∂T) T′ = K₂(−1 + x₂g₂)
 */
import { bubbleTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import { bracketedRoot, outOfReach, passOn, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** The equilibrium curve of a pair, interpolated between samples. */
export interface BinaryCurve {
  readonly model: ThermoModel;
  /** Pa */
  readonly P: number;
  /** Samples for drawing and bracketing, x from 0 to 1, closer at the ends. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly T: Float64Array; // K
  readonly slope: Float64Array; // dy/dx
  /** Where y* = x between the ends, ordered in x. */
  readonly azeotropes: readonly { x: number; T: number }[];
  /**
   * Solves the point of the curve at liquid composition x into `out`; without one it interrupts (`rescued` in numerics/). At another pressure
   * than the curve's own where one is given, Pa.
   */
  at: (x: number, out: CurvePoint, P?: number) => void;
  /** The liquid in equilibrium with vapour y, into `out`. */
  atVapour: (y: number, out: CurvePoint, P?: number) => void;
}

/** A point of the curve with its slope. */
export interface CurvePoint {
  x: number;
  y: number;
  T: number; // K
  slope: number; // dy/dx
}

/** An empty point, to be written into. */
export const makeCurvePoint = (): CurvePoint => ({ x: 0, y: 0, T: 0, slope: 0 });

/**
 * @param model a model of two components
 * @param P     pressure, Pa
 * @returns the curve, or out-of-reach: `no-convergence` (no bubble point at this pressure), `two-liquids` (the liquid splits, so that
 *          stages cannot be stepped on one curve), `supercritical`
 */
export function binaryCurve(model: ThermoModel, P: number): Outcome<BinaryCurve> {
  if (model.n !== 2) throw new RangeError(`a binary curve of ${model.n} components`);
  const solve = curveSolver(model);
  const x = new Float64Array(SAMPLES + 1);
  const y = new Float64Array(SAMPLES + 1);
  const T = new Float64Array(SAMPLES + 1);
  const slope = new Float64Array(SAMPLES + 1);
  const point = makeCurvePoint();
  for (let k = 0; k <= SAMPLES; k++) {
    x[k] = k === SAMPLES ? 1 : (1 - Math.cos((Math.PI * k) / SAMPLES)) / 2;
    const bubble = solve(x[k], P, k === 0 ? undefined : T[k - 1], point);
    if (bubble !== undefined) return bubble;
    if (!Number.isFinite(point.y + point.slope)) return outOfReach({ code: 'not-finite', what: 'equilibrium curve' });
    y[k] = point.y;
    T[k] = point.T;
    slope[k] = point.slope;
  }
  const split = spinodal(x, slope);
  if (split !== undefined) return outOfReach({ code: 'two-liquids', ...split });

  function at(xWanted: number, out: CurvePoint, pressure = P): void {
    const k = interval(x, xWanted);
    const share = (xWanted - x[k]) / (x[k + 1] - x[k]);
    const failed = solve(xWanted, pressure, T[k] + share * (T[k + 1] - T[k]), out);
    if (failed !== undefined) valueOrInterrupt(failed);
  }

  /** Newton on y*(x) = y inside the two samples that hold it, at another pressure anywhere; y* rises in x wherever the liquid does not split. */
  function atVapour(yWanted: number, out: CurvePoint, pressure = P): void {
    const k = interval(y, yWanted);
    const tolerance = Math.max(Y_TOLERANCE * Math.min(yWanted, 1 - yWanted), Number.EPSILON);
    let low = pressure === P ? x[k] : 0;
    let high = pressure === P ? x[k + 1] : 1;
    let guess = x[k] + ((yWanted - y[k]) / (y[k + 1] - y[k])) * (x[k + 1] - x[k]);
    for (let iteration = 0; iteration < MAX_NEWTON; iteration++) {
      at(guess, out, pressure);
      const error = out.y - yWanted;
      if (Math.abs(error) <= tolerance) return;
      if (error > 0) high = guess;
      else low = guess;
      const next = guess - error / out.slope;
      guess = next > low && next < high ? next : (low + high) / 2;
    }
  }

  const curve = { model, P, x, y, T, slope, at, atVapour };
  return rescued(() => solved({ ...curve, azeotropes: findAzeotropes(curve) }));
}

/** Returns a function that solves one point, or says why there is none. */
function curveSolver(model: ThermoModel) {
  const w = makeTwoPhases(2);
  const liquid = new Float64Array(2);
  const vapour = new Float64Array(2);
  return (x: number, P: number, start: number | undefined, out: CurvePoint): Outcome<BinaryCurve> | undefined => {
    liquid[0] = x;
    liquid[1] = 1 - x;
    const bubble = bubbleTemperature(model, P, liquid, vapour, start, w);
    if (bubble.state !== 'solved') return passOn(bubble);
    out.x = x;
    out.T = bubble.value;
    out.y = vapour[0];
    evaluateK(model, out.T, P, liquid, vapour, w, 'slopes');
    out.slope = slopeOfCurve(x, Math.exp(w.lnK[0]), Math.exp(w.lnK[1]), w.liquid.dLnPhiDN, w.vapour.dLnPhiDN, w.dLnKDT);
    return undefined;
  };
}

function slopeOfCurve(x: number, K1: number, K2: number, g: Float64Array, h: Float64Array, dLnKDT: Float64Array): number {
  const g1 = g[0] - g[1];
  const g2 = g[2] - g[3];
  const h1 = h[0] - h[1];
  const h2 = h[2] - h[3];
  const a = 1 + K1 * x * h1;
  const b = -K1 * x * dLnKDT[0];
  const c = -1 + K2 * (1 - x) * h2;
  const d = -K2 * (1 - x) * dLnKDT[1];
  const right1 = K1 * (1 + x * g1);
  const right2 = K2 * (-1 + (1 - x) * g2);
  return (right1 * d - b * right2) / (a * d - b * c);
}

/** Index k of the interval [k, k+1] of a rising table that holds `value`. */
function interval(table: Float64Array, value: number): number {
  let low = 0;
  let high = table.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (table[middle] <= value) low = middle;
    else high = middle;
  }
  return low;
}

/** The liquid is unstable where the curve falls in x (Rowlinson & Swinton, Liquids and Liquid Mixtures, 3rd ed. (1982), ch. 4). */
function spinodal(x: Float64Array, slope: Float64Array): { from: number; to: number } | undefined {
  const first = slope.findIndex((s) => s < 0);
  return first < 0 ? undefined : { from: x[first], to: x[slope.findLastIndex((s) => s < 0)] };
}

function findAzeotropes(curve: Omit<BinaryCurve, 'azeotropes'>): { x: number; T: number }[] {
  const { x, y } = curve;
  const point = makeCurvePoint();
  const found: { x: number; T: number }[] = [];
  /** ln of relative volatility where it is not 0/0, its limit by the slope at the ends. */
  const lnAlpha = (k: number): number => {
    if (k === 0) return Math.log(curve.slope[0]);
    if (k === SAMPLES) return -Math.log(curve.slope[SAMPLES]);
    return Math.log((y[k] * (1 - x[k])) / (x[k] * (1 - y[k])));
  };
  for (let k = 0; k < SAMPLES; k++) {
    if (!(lnAlpha(k) * lnAlpha(k + 1) < 0)) continue;
    const low = Math.max(x[k], X_EDGE);
    const high = Math.min(x[k + 1], 1 - X_EDGE);
    const excess = (at: number) => {
      curve.at(at, point);
      return Math.log((point.y * (1 - at)) / (at * (1 - point.y)));
    };
    if (!(excess(low) * excess(high) < 0)) continue;
    const azeotrope = bracketedRoot(excess, low, high, 1e-12);
    curve.at(azeotrope, point);
    found.push({ x: azeotrope, T: point.T });
  }
  return found;
}

/** Enough that neighbouring samples bracket any feature that a drawing of 600 points shows. */
const SAMPLES = 128;
/** Of y or 1 − y, whichever is less: traces count as much as the bulk. */
const Y_TOLERANCE = 1e-13;
const MAX_NEWTON = 60;
/** An azeotrope nearer than this to a pure component is the pure component. */
const X_EDGE = 1e-9;
