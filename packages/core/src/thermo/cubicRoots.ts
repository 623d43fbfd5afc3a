/**
 * The volume root of a cubic equation of state, as compressibility factor Z > B:
 *   Z³ + (uB − B − 1) Z² + (A + wB² − uB − uB²) Z − (AB + wB² + wB³) = 0,   u = δ₁ + δ₂, w = δ₁δ₂,
 *   A = aP/(RT)², B = bP/(RT).
 * @param out A and B on entry, Z in its third place on return: numbers that go from function to function as such are boxed
 * Cardano's closed form finds the largest root (or the only one), Newton removes what cancellation left of it. A liquid's, the smallest, is
 * a root of what remains when that one is divided out: below some pascals it lies so close to the middle one and to 0 that the discriminant of
 * the whole cubic is rounding, while that of the remaining square keeps its digits.
 */
export function compressibility(out: Float64Array, u: number, w: number, phase: 'liquid' | 'vapour'): void {
  const A = out[0];
  const B = out[1];
  const c2 = (u - 1) * B - 1;
  const c1 = A + w * B * B - u * B * (1 + B);
  const c0 = -B * (A + w * B * (1 + B));
  const shift = c2 / 3;
  const p = c1 / 3 - shift * shift;
  const q = shift * (shift * shift - c1 / 2) + c0 / 2;
  const discriminant = q * q + p * p * p;
  let Z: number;
  if (discriminant >= 0) {
    const root = Math.sqrt(discriminant);
    const larger = Math.cbrt(q > 0 ? -q - root : -q + root);
    Z = larger - (larger === 0 ? 0 : p / larger) - shift;
  } else {
    const size = Math.sqrt(-p);
    Z = 2 * size * Math.cos(Math.acos(Math.max(-1, Math.min(1, -q / (size * -p)))) / 3) - shift;
  }
  for (let k = 0; k < POLISHING_STEPS; k++) {
    const slope = (3 * Z + 2 * c2) * Z + c1;
    if (slope === 0) break;
    const step = (((Z + c2) * Z + c1) * Z + c0) / slope;
    Z -= step;
    if (Math.abs(step) <= 1e-16 * Math.abs(Z)) break;
  }
  out[2] = Z;
  if (phase === 'vapour') return;
  // Sum and product of the other two; the sum by the coefficient in which it does not cancel.
  const product = -c0 / Z;
  const sum = Z > -0.5 * c2 ? (c1 - product) / Z : -c2 - Z;
  const square = sum * sum - 4 * product;
  if (!(square >= 0) || !(sum > 0)) return;
  const smallest = (2 * product) / (sum + Math.sqrt(square));
  // A root below B has no volume behind it: then the large one.
  if (smallest > B && smallest < Z) out[2] = smallest;
}

/** Each doubles the digits that Cardano leaves, of which there are at least four. */
const POLISHING_STEPS = 3;
