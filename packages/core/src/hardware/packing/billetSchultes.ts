/**
 * Hold-up, loading, flooding, pressure drop and mass transfer of random and structured packing: Billet & Schultes, Trans IChemE 77 A (1999) 498, and
 * Chem. Eng. Technol. 16 (1993) 1 for transfer. SI; superficial velocities; constants of each packing in `packings.ts`.
 */
import { bracketedRoot } from '../../numerics/index.ts';
import { GRAVITY } from '../loads.ts';

/** What the method asks of a packing. */
export interface Bed {
  area: number; // m²/m³
  voidFraction: number;
  /** m; walls count where it is narrow. */
  diameter: number;
}

/** Densities and viscosities of both phases. */
export interface Fluids {
  vapourDensity: number; // kg/m³
  liquidDensity: number; // kg/m³
  vapourViscosity: number; // Pa s
  liquidViscosity: number; // Pa s
}

/** ReL = uL ρL/(a μL), FrL = uL² a/g */
export const liquidNumbers = (u: number, { area }: Pick<Bed, 'area'>, { liquidDensity, liquidViscosity }: Fluids) => ({
  Re: (u * liquidDensity) / (area * liquidViscosity),
  Fr: (u * u * area) / GRAVITY,
});

/** Hydraulic area over geometric, ah/a. */
const hydraulicArea = (Ch: number, Re: number, Fr: number): number =>
  Re < 5 ? Ch * Re ** 0.15 * Fr ** 0.1 : 0.85 * Ch * Re ** 0.25 * Fr ** 0.1;

/** Liquid hold-up below the loading point, m³/m³: (12 Fr/Re)^⅓ (ah/a)^⅔. @param u of the liquid, m/s */
export function holdUp(u: number, bed: Pick<Bed, 'area'>, fluids: Fluids, Ch: number): { hydraulicArea: number; value: number } {
  const { Re, Fr } = liquidNumbers(u, bed, fluids);
  const ratio = hydraulicArea(Ch, Re, Fr);
  return { hydraulicArea: ratio, value: Math.cbrt((12 * Fr) / Re) * ratio ** (2 / 3) };
}

/** Exponents and factors change where the flow parameter passes 0.4: liquid then leads. */
const LIQUID_LEADS = 0.4;

/** Vapour velocity at the loading point, m/s, at a constant ratio of liquid to vapour. @param X flow parameter */
export function loadingVelocity(
  X: number,
  { area, voidFraction }: Pick<Bed, 'area' | 'voidFraction'>,
  fluids: Fluids,
  CS: number,
): number {
  const { liquidDensity, vapourDensity, liquidViscosity, vapourViscosity } = fluids;
  const viscosities = liquidViscosity / vapourViscosity;
  const [n, C] = X <= LIQUID_LEADS ? [-0.326, CS] : [-0.723, 0.695 * CS * viscosities ** 0.1588];
  const psi = (GRAVITY / C ** 2) * (X * viscosities ** 0.4) ** (-2 * n);
  const perVelocity = ratioOfVelocities(X, fluids);
  const of = (u: number): number => {
    const film = (12 * liquidViscosity * perVelocity * u) / (GRAVITY * liquidDensity);
    return (
      Math.sqrt(GRAVITY / psi) *
      (voidFraction / area ** (1 / 6) - Math.sqrt(area) * Math.cbrt(film)) *
      film ** (1 / 6) *
      Math.sqrt(liquidDensity / vapourDensity)
    );
  };
  return selfConsistent(of);
}

/** Vapour velocity at flooding, m/s, at a constant ratio of liquid to vapour, and the hold-up there. */
export function floodingPoint(
  X: number,
  { area, voidFraction }: Pick<Bed, 'area' | 'voidFraction'>,
  fluids: Fluids,
  CFl: number,
): { velocity: number; holdUp: number } {
  const { liquidDensity, vapourDensity, liquidViscosity, vapourViscosity } = fluids;
  const viscosities = liquidViscosity / vapourViscosity;
  const [n, C] = X <= LIQUID_LEADS ? [-0.194, CFl] : [-0.708, 0.6244 * CFl * viscosities ** 0.1028];
  const psi = (GRAVITY / C ** 2) * (X * viscosities ** 0.2) ** (-2 * n);
  const perVelocity = ratioOfVelocities(X, fluids);
  const holdUpAt = (u: number): number =>
    floodingHoldUp((6 * area * area * voidFraction * liquidViscosity * perVelocity * u) / (GRAVITY * liquidDensity), voidFraction);
  const velocity = selfConsistent((u) => {
    const h = holdUpAt(u);
    return (
      Math.sqrt((2 * GRAVITY) / psi) *
      ((voidFraction - h) ** 1.5 / Math.sqrt(voidFraction)) *
      Math.sqrt(h / area) *
      Math.sqrt(liquidDensity / vapourDensity)
    );
  });
  return { velocity, holdUp: holdUpAt(velocity) };
}

/** uL/uV of a flow parameter. */
const ratioOfVelocities = (X: number, { liquidDensity, vapourDensity }: Fluids): number =>
  X * Math.sqrt(vapourDensity / liquidDensity);

/** h of h³(3h − ε) = group, between ε/3 and ε, by Newton's method from above: the left side is convex there. */
function floodingHoldUp(group: number, voidFraction: number): number {
  let h = voidFraction;
  if (h ** 3 * (3 * h - voidFraction) <= group) return voidFraction;
  for (let step = 0; step < MOST_STEPS; step++) {
    const change = (h ** 3 * (3 * h - voidFraction) - group) / (12 * h ** 3 - 3 * voidFraction * h * h);
    h -= change;
    if (Math.abs(change) < 1e-15) break;
  }
  return h;
}

/** u with u = f(u), of ever slower f: one root between nothing and a velocity that no packing bears; sought in its logarithm. */
function selfConsistent(f: (u: number) => number): number {
  const miss = (logarithm: number): number => {
    const u = Math.exp(logarithm);
    return Math.log(Math.max(f(u), SLOWEST) / u);
  };
  return Math.exp(bracketedRoot(miss, Math.log(SLOWEST), Math.log(FASTEST), 1e-12));
}

/** m/s */
const [SLOWEST, FASTEST] = [1e-12, 1e4];
const MOST_STEPS = 100;

/** Dry drop, Pa/m, with what it is made of. @param u of the vapour, m/s */
export function dryDrop(u: number, { area, voidFraction, diameter }: Bed, { vapourDensity, vapourViscosity }: Fluids, Cp0: number) {
  const size = (6 * (1 - voidFraction)) / area;
  const wall = 1 / (1 + ((2 / 3) * size) / ((1 - voidFraction) * diameter));
  const Re = (u * size * vapourDensity * wall) / ((1 - voidFraction) * vapourViscosity);
  const psi = Cp0 * (64 / Re + 1.8 / Re ** 0.08);
  return { wall, Re, psi, value: (((psi * area) / voidFraction ** 3) * u * u * vapourDensity) / (2 * wall) };
}

/** Irrigated over dry, by the wetting factor of 1999: exp(13300 a^−1.5 √FrL). @param h hold-up, m³/m³ */
export const irrigated1999 = (h: number, Fr: number, { area, voidFraction }: Pick<Bed, 'area' | 'voidFraction'>): number =>
  (voidFraction / (voidFraction - h)) ** 1.5 * Math.exp(13300 * area ** -1.5 * Math.sqrt(Fr));

/** The same by the factor of 1991, exp(ReL/200), as Seader, Henley & Roper print it. */
export const irrigated1991 = (h: number, Re: number, { voidFraction }: Pick<Bed, 'voidFraction'>): number =>
  (voidFraction / (voidFraction - h)) ** 1.5 * Math.exp(Re / 200);

/** Heights of transfer units, m, below loading: Billet & Schultes (1993). @param uL, uV m/s */
export function transferHeights(
  uL: number,
  uV: number,
  { area, voidFraction }: Pick<Bed, 'area' | 'voidFraction'>,
  fluids: Fluids & { surfaceTension: number },
  { holdUp: Ch, liquid: CL, gas: CV }: { holdUp: number; liquid: number; gas: number },
  diffusivity: { vapour: number; liquid: number },
) {
  const { liquidDensity, vapourDensity, vapourViscosity, liquidViscosity, surfaceTension } = fluids;
  const hydraulic = (4 * voidFraction) / area;
  const h = holdUp(uL, { area }, fluids, Ch).value;
  const wetted =
    (1.5 / Math.sqrt(area * hydraulic)) *
    ((uL * hydraulic * liquidDensity) / liquidViscosity) ** -0.2 *
    ((uL * uL * liquidDensity * hydraulic) / surfaceTension) ** 0.75 *
    ((uL * uL) / (GRAVITY * hydraulic)) ** -0.45;
  const Sc = vapourViscosity / (vapourDensity * diffusivity.vapour);
  const Re = (uV * vapourDensity) / (area * vapourViscosity);
  const HL =
    ((1 / CL) * (1 / 12) ** (1 / 6) * Math.sqrt((4 * h * voidFraction) / (diffusivity.liquid * area * uL)) * (uL / area)) / wetted;
  const HG =
    ((1 / CV) *
      Math.sqrt(voidFraction - h) *
      (Math.sqrt(4 * voidFraction) / area ** 2) *
      Re ** -0.75 *
      Sc ** (-1 / 3) *
      (uV / diffusivity.vapour)) /
    wetted;
  return { hydraulic, holdUp: h, wetted, HL, HG };
}
