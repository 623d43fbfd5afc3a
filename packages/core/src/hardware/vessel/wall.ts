/** Walls of a pressure vessel, m; pressures and stresses in Pa. Corrosion allowance is added by `wallOf`. */

/** Design pressure above gauge: a tenth more, common practice. */
export const DESIGN_MARGIN = 1.1;

/** Cylinder by Coulson & Richardson, vol. 6, chapter 13: P D/(2f − P). */
export const cylinder = (P: number, D: number, f: number): number => (P * D) / (2 * f - P);

/** Torispherical head with a crown as wide as the vessel and a knuckle of 6 %: C&R, vol. 6. */
export function torisphericalHead(P: number, D: number, f: number): { Cs: number; thickness: number } {
  const Cs = (3 + Math.sqrt(1 / 0.06)) / 4;
  return { Cs, thickness: (P * D * Cs) / (2 * f + P * (Cs - 0.2)) };
}

/** Ellipsoidal head of 2 to 1: C&R, vol. 6. */
export const ellipsoidalHead = (P: number, D: number, f: number): number => (P * D) / (2 * f - 0.2 * P);

/** Flat end: Cp De √(P/f). */
export const flatEnd = (P: number, De: number, f: number, Cp = 0.4): number => Cp * De * Math.sqrt(P / f);

/** ASME VIII-1, UG-27: P R/(S E − 0.6 P); P below 0.385 S E. */
export const asmeCylinder = (P: number, D: number, S: number, joint: number): number => (P * D) / 2 / (S * joint - 0.6 * P);

/** ASME VIII-1, UG-32, torispherical with a knuckle of 6 %: 0.885 P L/(S E − 0.1 P). */
export const asmeTorispherical = (P: number, D: number, S: number, joint: number): number =>
  (0.885 * P * D) / (S * joint - 0.1 * P);

/** ASME VIII-1, UG-32, ellipsoidal of 2 to 1. */
export const asmeEllipsoidal = (P: number, D: number, S: number, joint: number): number => (P * D) / (2 * S * joint - 0.2 * P);

/** Pressure from outside at which a cylinder collapses, Pa: Windenburg & Trilling, Trans. ASME 56 (1934) 819. @param length between rings, m */
export function collapsePressure(t: number, D: number, length: number, E = STEEL, nu = POISSON): number {
  if (length > 1.11 * D * Math.sqrt(D / t)) return longCollapse(t, D, E, nu);
  return (2.42 * E * (t / D) ** 2.5) / ((1 - nu ** 2) ** 0.75 * (length / D - 0.45 * Math.sqrt(t / D)));
}

/** Of a cylinder so long that its ends do not help: 2E/(1 − ν²)(t/D)³. */
export const longCollapse = (t: number, D: number, E = STEEL, nu = POISSON): number => ((2 * E) / (1 - nu ** 2)) * (t / D) ** 3;

/** m of wall that bears a pressure from outside with this safety. */
export function vacuumWall(outside: number, D: number, length: number, safety: number): number {
  let [low, high] = [1e-5, 0.02 * D];
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (collapsePressure(middle, D, length) < safety * outside) low = middle;
    else high = middle;
  }
  return high;
}

const STEEL = 2e11; // Pa
const POISSON = 0.3;
const HALVINGS = 60;

/** Second moment that a stiffening ring needs, m⁴: P L D³ safety/(24 E). */
export const ringMoment = (P: number, spacing: number, D: number, safety: number, E = STEEL): number =>
  (P * spacing * D ** 3 * safety) / (24 * E);

/** Least wall with its allowance, m, by diameter: C&R, vol. 6, practice. */
export function leastWall(D: number): number {
  const row = LEAST.find(([most]) => D <= most);
  return 1e-3 * (row?.[1] ?? 12);
}

/** Diameter up to, m; wall, mm. */
const LEAST = [
  [1, 5],
  [2, 7],
  [2.5, 9],
  [3, 10],
  [3.5, 12],
] as const;

/** What a wall is asked to bear. */
export interface WallDuty {
  /** Pa, absolute, in use. */
  pressure: number;
  barometric: number; // Pa
  diameter: number; // m
  /** Between rings or ends, m. */
  length: number;
  stress: number; // Pa
  joint: number;
  corrosion: number; // m
}

/** A wall's thickness with its allowance, to the next mm, and what decides it. */
export function wallOf({ pressure, barometric, diameter, length, stress, joint, corrosion }: WallDuty): {
  thickness: number;
  decides: 'inside' | 'outside' | 'stiffness';
} {
  const above = Math.max(0, pressure - barometric) * DESIGN_MARGIN;
  const inside = asmeCylinder(above, diameter, stress, joint) + corrosion;
  const outside = pressure < barometric ? vacuumWall(barometric, diameter, length, 3) + corrosion : 0;
  const stiff = leastWall(diameter);
  const thickness = Math.max(inside, outside, stiff);
  const decides = thickness === stiff ? 'stiffness' : thickness === inside ? 'inside' : 'outside';
  return { thickness: Math.ceil(1e3 * thickness - 1e-9) / 1e3, decides };
}
