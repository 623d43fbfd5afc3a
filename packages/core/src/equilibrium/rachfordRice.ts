/**
 * The vapour share of a flash with given K-values:  g(β) = Σ zᵢ(Kᵢ − 1)/(1 − β + βKᵢ) = 0, falling in β.
 * Newton inside a bracket that every step narrows. Without a root between 0 and 1 the feed is one phase.
 * Source: Rachford & Rice, J. Pet. Technol. 4 (1952) 19; Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 10.
 * @param z  feed mole fractions
 * @param K  K-values
 * @returns β from 0 to 1: exactly 0 when g(0) ≤ 0 (no vapour), exactly 1 when g(1) ≥ 0 (no liquid)
 */
export function vapourShare(z: Float64Array, K: Float64Array): number {
  let atZero = 0;
  let atOne = 0;
  let low = 0;
  let high = 1;
  for (let i = 0; i < z.length; i++) {
    if (z[i] === 0) continue;
    atZero += z[i] * (K[i] - 1);
    atOne += z[i] * (1 - 1 / K[i]);
    // yᵢ ≤ 1 and xᵢ ≤ 1 bound β.
    if (K[i] > 1) low = Math.max(low, (K[i] * z[i] - 1) / (K[i] - 1));
    else if (K[i] < 1) high = Math.min(high, (1 - z[i]) / (1 - K[i]));
  }
  if (!(atZero > 0)) return 0;
  if (!(atOne < 0)) return 1;
  let beta = (low + high) / 2;
  for (let iteration = 0; iteration < MAX_ITERATIONS; iteration++) {
    let g = 0;
    let slope = 0;
    for (let i = 0; i < z.length; i++) {
      const part = (K[i] - 1) / (1 + beta * (K[i] - 1));
      g += z[i] * part;
      slope -= z[i] * part * part;
    }
    if (g > 0) low = beta;
    else high = beta;
    const next = beta - g / slope;
    const step = (next > low && next < high ? next : (low + high) / 2) - beta;
    beta += step;
    if (Math.abs(step) < 1e-15) return beta;
  }
  return beta;
}

const MAX_ITERATIONS = 100;
