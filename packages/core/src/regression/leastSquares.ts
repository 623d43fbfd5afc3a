/**
 * Weighted least squares with bounds: Σ (rₖ/σₖ)² as small as can be. The steps are those of a registry package (Levenberg 1944, Marquardt 1963); what
 * stands around them here is a first look over the region, an end, and what the parameters are worth.
 * Covariance C = s² (JᵀWJ)⁻¹ with s² = Σ (r/σ)²/(N − p); the half width of 95 % confidence is t(0.975, N − p) √Cₖₖ.
 * Source: Bates & Watts, Nonlinear Regression Analysis and Its Applications (1988), ch. 2.
 */
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { inverse, Matrix } from 'ml-matrix';

/** A parameter that may move, between bounds. */
export interface FreeParameter {
  start: number;
  low: number;
  high: number;
  /** What it changes by, in order of size. */
  scale: number;
}

/** The parameters of the least sum of squares. */
export interface LeastSquares {
  values: number[];
  /** Half widths of 95 % confidence; null where the data do not say (too few, or parameters that stand in for each other). */
  halfWidths: (number | null)[];
  /** Correlation of every two parameters, row by row; empty where there is no covariance. */
  correlation: number[][];
  isAtBound: boolean[];
  /** Σ (r/σ)². */
  chiSquare: number;
  /** Observations more than parameters. */
  freedom: number;
  iterations: number;
}

/**
 * @param deviations of all observations, each over its standard uncertainty, at these parameters; undefined where they have none
 * @returns undefined where no parameters of the region have deviations
 */
export function leastSquares(
  parameters: readonly FreeParameter[],
  observations: number,
  deviations: (values: readonly number[]) => Float64Array | number[] | undefined,
): LeastSquares | undefined {
  const toValues = (scaled: readonly number[]): number[] => scaled.map((s, k) => s * parameters[k].scale);
  const kept = new Map<string, Float64Array | number[] | undefined>();
  const at = (scaled: readonly number[]): Float64Array | number[] | undefined => {
    const key = scaled.join();
    if (!kept.has(key)) kept.set(key, deviations(toValues(scaled)));
    return kept.get(key);
  };
  const sum = (scaled: readonly number[]): number => sumOfSquares(at(scaled));
  let best = firstLook(parameters, sum);
  if (!Number.isFinite(sum(best))) return undefined;
  const places = Array.from({ length: observations }, (_, k) => k);
  let iterations = 0;
  let damping = DAMPING;
  for (let round = 0; round < ROUNDS && parameters.length > 0; round++) {
    const from = best;
    const found = levenbergMarquardt(
      { x: places, y: new Float64Array(observations) },
      (scaled) => {
        const of = at(scaled);
        return (k) => of?.[k] ?? FAR;
      },
      {
        initialValues: best,
        minValues: parameters.map(({ low, scale }) => low / scale),
        maxValues: parameters.map(({ high, scale }) => high / scale),
        damping,
        gradientDifference: DIFFERENCE,
        maxIterations: STEPS_A_ROUND,
        errorTolerance: 0,
      },
    );
    iterations += found.iterations;
    // A round that brings nothing was too bold, as where two parameters do the same at first, or there is nothing more to bring.
    if (!(sum(found.parameterValues) < sum(best))) {
      if (damping > MOST_DAMPING) break;
      damping *= CALMER;
      continue;
    }
    best = found.parameterValues;
    if (best.every((value, k) => Math.abs(value - from[k]) < STILL)) break;
  }
  return { ...worth(best, parameters, observations, at), iterations };
}

const sumOfSquares = (of: Float64Array | number[] | undefined): number => {
  if (of === undefined) return Infinity;
  let sum = 0;
  for (const value of of) sum += value * value;
  return Number.isFinite(sum) ? sum : Infinity;
};

/** The start or, where that is better, the best place of a coarse lattice around it: two sets of parameters may both look like a minimum. */
function firstLook(parameters: readonly FreeParameter[], sum: (scaled: readonly number[]) => number): number[] {
  const start = parameters.map(({ start: at, scale }) => at / scale);
  let best = start;
  const varied = Math.min(parameters.length, 2);
  for (let place = 0; place < LATTICE.length ** varied; place++) {
    const trial = start.map((value, k) => {
      if (k >= varied) return value;
      const { low, high, scale } = parameters[k];
      return Math.max(low, Math.min(high, LATTICE[Math.floor(place / LATTICE.length ** k) % LATTICE.length] * scale)) / scale;
    });
    if (sum(trial) < sum(best)) best = trial;
  }
  return best;
}

function worth(
  best: readonly number[],
  parameters: readonly FreeParameter[],
  observations: number,
  at: (scaled: readonly number[]) => Float64Array | number[] | undefined,
): Omit<LeastSquares, 'iterations'> {
  const count = parameters.length;
  const chiSquare = sumOfSquares(at(best));
  const freedom = observations - count;
  const isAtBound = best.map((s, k) => {
    const { low, high, scale } = parameters[k];
    return Math.min(s - low / scale, high / scale - s) < STILL;
  });
  const values = best.map((s, k) => s * parameters[k].scale);
  const unknown = { values, halfWidths: best.map(() => null), correlation: [], isAtBound, chiSquare, freedom };
  const J = slopesAt(best, observations, at);
  if (J === undefined || freedom < 1) return unknown;
  const normal = J.transpose().mmul(J);
  const sizes = best.map((_, k) => Math.sqrt(normal.get(k, k)));
  if (sizes.some((size) => !(size > 0))) return unknown;
  const scaled = new Matrix(best.map((_, i) => best.map((__, j) => normal.get(i, j) / (sizes[i] * sizes[j]))));
  const [reciprocal, isSingular] = invertedOf(scaled);
  if (isSingular) return unknown;
  const variance = (k: number): number => ((reciprocal.get(k, k) / sizes[k] ** 2) * chiSquare) / freedom;
  const t = studentT(freedom);
  return {
    ...unknown,
    halfWidths: best.map((_, k) => t * Math.sqrt(variance(k)) * parameters[k].scale),
    correlation: best.map((_, i) =>
      best.map((__, j) => reciprocal.get(i, j) / Math.sqrt(reciprocal.get(i, i) * reciprocal.get(j, j))),
    ),
  };
}

function invertedOf(matrix: Matrix): [Matrix, boolean] {
  const inverted = inverse(matrix, true);
  const largest = inverted.to1DArray().reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return [inverted, !(largest < ALIKE)];
}

function slopesAt(
  best: readonly number[],
  observations: number,
  at: (scaled: readonly number[]) => Float64Array | number[] | undefined,
): Matrix | undefined {
  const J = Matrix.zeros(observations, best.length);
  for (let k = 0; k < best.length; k++) {
    const [up, down] = [1, -1].map((sign) => at(best.map((value, other) => (other === k ? value + sign * WIDE : value))));
    if (up === undefined || down === undefined) return undefined;
    for (let o = 0; o < observations; o++) J.set(o, k, (up[o] - down[o]) / (2 * WIDE));
  }
  return J;
}

/**
 * The 97.5 % point of Student's distribution: exact for one and two degrees of freedom, else by the expansion from the normal distribution, good to
 * 1 % from three on. Source: Abramowitz & Stegun, Handbook of Mathematical Functions (1964), eq. 26.7.5.
 */
export function studentT(freedom: number): number {
  if (freedom === 1) return 12.7062;
  if (freedom === 2) return 4.3027;
  const z = 1.959964;
  const terms = [
    (z ** 3 + z) / 4,
    (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96,
    (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384,
    (79 * z ** 9 + 776 * z ** 7 + 1482 * z ** 5 - 1920 * z ** 3 - 945 * z) / 92160,
  ];
  return terms.reduce((sum, term, k) => sum + term / freedom ** (k + 1), z);
}

/** Of a scale. */
const LATTICE = [-1, 0, 1, 2.5];
const DIFFERENCE = 1e-5;
const WIDE = 1e-4;
const STILL = 1e-7;
const DAMPING = 1e-3;
const CALMER = 1e3;
const MOST_DAMPING = 1e3;
const STEPS_A_ROUND = 6;
const ROUNDS = 15;
/** Where parameters have no equilibrium: a deviation nobody wants. */
const FAR = 1e3;
/** Parameters whose effects are one and the same to this many digits have no values of their own. */
const ALIKE = 1e10;
