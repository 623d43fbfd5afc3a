/**
 * The volume root of a cubic equation of state, as compressibility factor Z > B:
 *   Z³ + (uB − B − 1) Z² + (A + wB² − uB − uB²) Z − (AB + wB² + wB³) = 0,   u = δ₁ + δ₂, w = δ₁δ₂,
 *   A = aP/(RT)², B = bP/(RT).
 * Cardano's closed form finds the wanted root; Newton removes what cancellation left of it.
 */
export function compressibility(A: number, B: number, u: number, w: number, phase: 'liquid' | 'vapour'): number {
  const c2 = (u - 1) * B - 1;
  const c1 = A + w * B * B - u * B * (1 + B);
  const c0 = -B * (A + w * B * (1 + B));
  const shift = c2 / 3;
  const p = c1 / 3 - shift * shift;
  const q = shift * (shift * shift - c1 / 2) + c0 / 2;
  const discriminant = q * q + p * p * p;
  if (discriminant >= 0) {
    const root = Math.sqrt(discriminant);
    const larger = Math.cbrt(q > 0 ? -q - root : -q + root);
    const single = larger - (larger === 0 ? 0 : p / larger) - shift;
    return polished(single, c2, c1, c0);
  }
  const radius = Math.sqrt(-p);
  const angle = Math.acos(Math.max(-1, Math.min(1, -q / (radius * radius * radius)))) / 3;
  const largest = polished(2 * radius * Math.cos(angle) - shift, c2, c1, c0);
  if (phase === 'vapour') return largest;
  const smallest = polished(2 * radius * Math.cos(angle + (2 * Math.PI) / 3) - shift, c2, c1, c0);
  // A small root below B has no volume behind it.
  return smallest > B ? smallest : largest;
}

function polished(start: number, c2: number, c1: number, c0: number): number {
  let Z = start;
  for (let k = 0; k < POLISHING_STEPS; k++) {
    const slope = (3 * Z + 2 * c2) * Z + c1;
    if (slope === 0) return Z;
    const step = (((Z + c2) * Z + c1) * Z + c0) / slope;
    Z -= step;
    if (Math.abs(step) <= 1e-16 * Math.abs(Z)) return Z;
  }
  return Z;
}

/** Each doubles the digits that Cardano leaves, of which there are at least four. */
const POLISHING_STEPS = 3;
