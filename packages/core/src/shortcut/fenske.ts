/**
 * Total reflux. Between any two components i and j of a column with N stages
 *   (dᵢ/bᵢ)/(dⱼ/bⱼ) = αᵢⱼ^N,
 * d and b the flows in distillate and bottoms, α the mean relative volatility; a partial condenser and the kettle count as stages.
 * Source: Fenske, Ind. Eng. Chem. 24 (1932) 482.
 */

/** d/b of both keys. */
export interface KeyRatios {
  light: number;
  heavy: number;
}

/**
 * Smallest number of equilibrium stages.
 * @param alpha volatility of the light key relative to the heavy one, above 1
 */
export function fenskeStages({ light, heavy }: KeyRatios, alpha: number): number {
  return Math.log(light / heavy) / Math.log(alpha);
}

/**
 * Flows overhead at total reflux, into `distillate`.
 * @param alpha  relative to the heavy key, length n
 * @param feed   flows, length n; the distillate comes in the same unit
 * @param stages from `fenskeStages`
 * @param heavy  d/b of the heavy key
 */
export function fenskeDistribution(
  alpha: Float64Array,
  feed: Float64Array,
  stages: number,
  heavy: number,
  distillate: Float64Array,
): void {
  for (let i = 0; i < feed.length; i++) {
    const b = 1 / (1 + heavy * alpha[i] ** stages); // of one mole fed: α^N may be beyond numbers, b then is 0
    distillate[i] = feed[i] * (1 - b);
  }
}

/** Geometric mean of the volatilities at two or three places. */
export function meanVolatility(...places: number[]): number {
  return Math.exp(places.reduce((sum, alpha) => sum + Math.log(alpha), 0) / places.length);
}
