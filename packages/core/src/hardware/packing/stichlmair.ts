/**
 * Pressure drop and flooding by friction around particles: Stichlmair, Bravo & Fair, Gas Sep. Purif. 3 (1989) 19. The drop is implicit, since liquid is
 * held back by it; where no drop solves the equation the packing is flooded.
 */
import { GRAVITY } from '../loads.ts';
import type { Fluids } from './billetSchultes.ts';

/** What the method asks of a packing. */
export interface Particles {
  area: number; // m²/m³
  voidFraction: number;
  constants: readonly [C1: number, C2: number, C3: number];
}

/** Dry drop, Pa/m, and the slope of its friction factor. @param u superficial, m/s */
export function stichlmairDry(
  u: number,
  { area, voidFraction, constants: [C1, C2, C3] }: Particles,
  fluids: Fluids,
): { value: number; slope: number } {
  const size = (6 * (1 - voidFraction)) / area;
  const Re = (u * fluids.vapourDensity * size) / fluids.vapourViscosity;
  const friction = C1 / Re + C2 / Math.sqrt(Re) + C3;
  const value = (0.75 * friction * ((1 - voidFraction) / voidFraction ** 4.65) * fluids.vapourDensity * u * u) / size;
  return { value, slope: -(C1 / Re + C2 / (2 * Math.sqrt(Re))) / friction };
}

/** Hold-up below loading, m³/m³: 0.555 [a uL²/(g ε^4.65)]^⅓ */
const heldUp = (uL: number, { area, voidFraction }: Particles): number =>
  0.555 * Math.cbrt((area * uL * uL) / (GRAVITY * voidFraction ** 4.65));

/** Irrigated over dry, less the drop over the dry one: 0 where a drop (over ρL g) holds itself. */
function miss(drop: number, dry: number, slope: number, h0: number, { voidFraction }: Particles): number {
  const h = h0 * (1 + 20 * drop * drop);
  if (h >= voidFraction) return Number.POSITIVE_INFINITY;
  return dry * ((1 - voidFraction + h) / (1 - voidFraction)) ** ((2 + slope) / 3) * (1 - h / voidFraction) ** -4.65 - drop;
}

/**
 * Irrigated drop, Pa/m; undefined where the packing is flooded. The lower root: `miss` is convex, falls from above to it and rises again.
 * @param uL, uV superficial, m/s
 */
export function stichlmairDrop(uL: number, uV: number, packing: Particles, fluids: Fluids): number | undefined {
  const weight = fluids.liquidDensity * GRAVITY;
  const { value, slope } = stichlmairDry(uV, packing, fluids);
  const h0 = heldUp(uL, packing);
  const f = (drop: number): number => miss(drop, value / weight, slope, h0, packing);
  const lowest = lowestOf(f);
  if (!(f(lowest) <= 0)) return undefined;
  let [low, high] = [0, lowest];
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (f(middle) > 0) low = middle;
    else high = middle;
  }
  return weight * ((low + high) / 2);
}

/** Where a convex function between no drop and a standing column of liquid is lowest, by golden section. */
function lowestOf(f: (drop: number) => number): number {
  let [low, high] = [0, 1];
  for (let step = 0; step < SECTIONS; step++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (f(a) <= f(b)) high = b;
    else low = a;
  }
  return (low + high) / 2;
}

/** Vapour velocity at flooding, m/s, at a constant ratio of liquid to vapour or at constant liquid. @param uLof liquid at a vapour velocity */
export function stichlmairFlooding(uLof: (uV: number) => number, packing: Particles, fluids: Fluids): number {
  let [low, high] = [1e-4, 100];
  for (let step = 0; step < HALVINGS; step++) {
    const middle = Math.sqrt(low * high);
    if (stichlmairDrop(uLof(middle), middle, packing, fluids) === undefined) high = middle;
    else low = middle;
  }
  return Math.sqrt(low * high);
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
const SECTIONS = 80;
const HALVINGS = 60;
