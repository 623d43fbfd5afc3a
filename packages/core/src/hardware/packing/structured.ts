/**
 * Structured packing by its channels: Bravo, Rocha & Fair, Hydrocarbon Processing 64 (Jan. 1985) 91, for gauze; Rocha, Bravo & Fair, Ind. Eng. Chem. Res.
 * 32 (1993) 641 and 35 (1996) 1660, for sheet. Velocities superficial.
 */
import { GRAVITY } from '../loads.ts';
import type { Fluids } from './billetSchultes.ts';

/** A channel of corrugated sheet. */
export interface Channels {
  side: number; // m
  angle: number; // degrees to the horizontal
  /** FSE, by which the surface is the better to wet. */
  surface: number;
}

/** Drop at which sheet packing floods, Pa/m: Rocha, Bravo & Fair (1993). */
export const SHEET_FLOODING_DROP = 1025;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Ft: wetted area and hold-up of sheet by Shi & Mersmann, with the contact angle γ of the liquid. */
function wetting(
  uL: number,
  { side, angle }: Channels,
  voidFraction: number,
  { liquidDensity, liquidViscosity, surfaceTension }: Wet,
): number {
  const We = (uL * uL * liquidDensity * side) / surfaceTension;
  const Fr = (uL * uL) / (side * GRAVITY);
  const Re = (uL * side * liquidDensity) / liquidViscosity;
  const cosine = surfaceTension < 0.055 ? 0.9 : 5.211 * 10 ** (-16.835 * surfaceTension);
  return (
    (29.12 * (We * Fr) ** 0.15 * side ** 0.359) /
    (Re ** 0.2 * voidFraction ** 0.6 * (1 - 0.93 * cosine) * Math.sin(radians(angle)) ** 0.3)
  );
}

type Wet = Fluids & { surfaceTension: number };

/** Dry drop of sheet, Pa/m. */
export function sheetDry(
  uV: number,
  { side, angle }: Channels,
  voidFraction: number,
  { vapourDensity, vapourViscosity }: Fluids,
): number {
  const sine = Math.sin(radians(angle));
  return (
    (0.177 * vapourDensity * uV * uV) / (side * voidFraction ** 2 * sine ** 2) +
    (88.774 * vapourViscosity * uV) / (side * side * voidFraction * sine)
  );
}

/**
 * Irrigated drop of sheet, Pa/m, with the hold-up; undefined where it is flooded. Implicit: the drop holds liquid back. The equation is walked up from the dry
 * drop, which it exceeds, so that the first root is found where there is one.
 */
export function sheetDrop(
  uL: number,
  uV: number,
  channels: Channels,
  voidFraction: number,
  fluids: Wet,
): { value: number; holdUp: number; Ft: number } | undefined {
  const { side, angle } = channels;
  const { liquidDensity, vapourDensity, liquidViscosity } = fluids;
  const dry = sheetDry(uV, channels, voidFraction, fluids);
  const Ft = wetting(uL, channels, voidFraction, fluids);
  const sine = Math.sin(radians(angle));
  const holdUpAt = (drop: number): number => {
    const g = (GRAVITY * (liquidDensity - vapourDensity) * (1 - drop / SHEET_FLOODING_DROP)) / liquidDensity;
    return ((4 * Ft) / side) ** (2 / 3) * Math.cbrt((3 * liquidViscosity * uL) / (liquidDensity * sine * voidFraction * g));
  };
  const irrigated = (drop: number): number => {
    const open = 1 - (0.614 + 71.35 * side) * holdUpAt(drop);
    return open > 0 ? dry / open ** 5 : Number.POSITIVE_INFINITY;
  };
  let drop = dry;
  for (let step = 0; step < MOST_STEPS; step++) {
    const next = irrigated(drop);
    // Each pass rises and none can pass the root: beyond the drop of flooding there is none.
    if (!(next < SHEET_FLOODING_DROP)) return undefined;
    if (Math.abs(next - drop) < 1e-10 * next) return { value: next, holdUp: holdUpAt(next), Ft };
    drop = next;
  }
  return undefined;
}

const MOST_STEPS = 2000;

/** Coefficients and heights of transfer of sheet: Rocha, Bravo & Fair (1996); undefined where it is flooded. @param area m²/m³ */
export function sheetTransfer(
  uL: number,
  uV: number,
  channels: Channels,
  bed: { area: number; voidFraction: number },
  fluids: Wet,
  diffusivity: { vapour: number; liquid: number },
) {
  const irrigated = sheetDrop(uL, uV, channels, bed.voidFraction, fluids);
  if (irrigated === undefined) return undefined;
  const { holdUp, Ft } = irrigated;
  const sine = Math.sin(radians(channels.angle));
  const gas = uV / (bed.voidFraction * (1 - holdUp) * sine);
  const liquid = uL / (bed.voidFraction * holdUp * sine);
  const Re = ((gas + liquid) * fluids.vapourDensity * channels.side) / fluids.vapourViscosity;
  const Sc = fluids.vapourViscosity / (fluids.vapourDensity * diffusivity.vapour);
  const kG = (0.054 * Re ** 0.8 * Sc ** 0.33 * diffusivity.vapour) / channels.side;
  const kL = 2 * Math.sqrt((0.9 * diffusivity.liquid * liquid) / (Math.PI * channels.side));
  const wetted = Math.min(1, channels.surface * Ft);
  return { gas, liquid, kG, kL, wetted, HG: uV / (kG * wetted * bed.area), HL: uL / (kL * wetted * bed.area) };
}

/** A gauze channel's section: base, height and side of its triangle, m. */
export interface Gauze {
  base: number;
  height: number;
  side: number;
  angle: number; // degrees
}

/** Transfer in gauze, which liquid wets whole: Bravo, Rocha & Fair (1985). @param liquid kg/(m² s) */
export function gauzeTransfer(
  liquid: number,
  uV: number,
  { base, height, side, angle }: Gauze,
  { area, voidFraction }: { area: number; voidFraction: number },
  fluids: Fluids,
  diffusivity: { vapour: number; liquid: number },
) {
  const equivalent = base * height * (1 / (base + 2 * side) + 1 / (2 * side));
  const perimeter = (4 * side + 2 * base) / (base * height);
  const { liquidDensity, liquidViscosity, vapourDensity, vapourViscosity } = fluids;
  const gas = uV / (voidFraction * Math.sin(radians(angle)));
  const film = liquid / perimeter;
  const falling = ((3 * film) / (2 * liquidDensity)) * Math.cbrt((liquidDensity ** 2 * GRAVITY) / (3 * liquidViscosity * film));
  const Re = (equivalent * vapourDensity * (gas + falling)) / vapourViscosity;
  const Sc = vapourViscosity / (vapourDensity * diffusivity.vapour);
  const kG = (0.0338 * Re ** 0.8 * Sc ** 0.333 * diffusivity.vapour) / equivalent;
  const kL = 2 * Math.sqrt((diffusivity.liquid * falling) / (Math.PI * side));
  return { equivalent, perimeter, gas, falling, Re, kG, kL, HG: uV / (kG * area), HL: liquid / liquidDensity / (kL * area) };
}
