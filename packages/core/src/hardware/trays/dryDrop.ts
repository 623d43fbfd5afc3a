/** Pressure drop of vapour through a dry tray, as m of its liquid; velocities in the *holes*. */
import { GRAVITY, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { outsideOf } from '../range.ts';
import type { ByMethod } from '../range.ts';
import { trayAreas } from './geometry.ts';
import type { Tray, Valve } from './geometry.ts';

/** Names of the methods of a tray's dry drop. */
export type DryDropMethod = 'liebson' | 'treybal' | 'hunt' | 'bolles' | 'klein' | 'slots';

/** u²ρV/(2gρL), m */
const velocityHead = (u: number, { vapourDensity, liquidDensity }: Loads): number =>
  (u * u * vapourDensity) / (2 * GRAVITY * liquidDensity);

/** Orifice coefficient of a sieve: fit of the chart of Liebson, Kelley & Bullington, Petroleum Refiner 36 (Feb. 1957) 127; medium trust. */
export const orificeCoefficient = (holeShare: number, thicknessRatio: number): number =>
  0.74 * holeShare + Math.exp(0.29 * thicknessRatio - 0.56);

/** hd = u²ρV/(2gρL C0²), m: Liebson, Kelley & Bullington (1957). */
export const liebsonDrop = (u: number, loads: Loads, C0: number): number => velocityHead(u, loads) / C0 ** 2;

/**
 * Hughmark & O'Connell, Chem. Eng. Progress 53 (1957) 127, in Treybal's form (eq. 6.36).
 * @param holesOfNet holes over the net area
 * @param friction Fanning's factor in the holes
 */
export function treybalDrop(u: number, loads: Loads, thicknessRatio: number, holesOfNet: number, friction = SMOOTH): number {
  const C = 1.09 * thicknessRatio ** -0.25;
  return C * velocityHead(u, loads) * (0.4 * (1.25 - holesOfNet) + 4 * thicknessRatio * friction + (1 - holesOfNet) ** 2);
}

/** Fanning's factor of short holes at usual rates: Treybal. */
const SMOOTH = 0.008;

/** Hunt, Hanson & Wilke, AIChE J. 1 (1955) 441: thin plates. */
export const huntDrop = (u: number, loads: Loads, holeShare: number): number =>
  1.14 * (0.4 * (1.25 - holeShare) + (1 - holeShare) ** 2) * velocityHead(u, loads);

/** K of a fully open valve by the thickness of its deck: in of liquid with ft/s. Bolles (1976), Klein (1982). */
const OPEN_BY_DECK = [
  [0.074, 1.05],
  [0.104, 0.92],
  [0.134, 0.82],
  [0.25, 0.58],
] as const;

const INCH = 0.0254; // m
const FOOT = 0.3048; // m

/** Straight between the decks that are published, theirs beyond. */
function openCoefficient(deck: number): number {
  const inches = deck / INCH;
  const next = OPEN_BY_DECK.findIndex(([t]) => t >= inches);
  if (next === -1) return OPEN_BY_DECK[OPEN_BY_DECK.length - 1][1];
  if (next === 0) return OPEN_BY_DECK[0][1];
  const [[t0, K0], [t1, K1]] = [OPEN_BY_DECK[next - 1], OPEN_BY_DECK[next]];
  return K0 + ((inches - t0) / (t1 - t0)) * (K1 - K0);
}

/** Movable valves, partly open and open, the larger of the two: Bolles, Chem. Eng. Progress 72 (Sept. 1976) 43; medium trust. m of liquid. */
export function bollesDrop(u: number, loads: Loads, valve: Valve, deck: number): number {
  const head = (u / FOOT) ** 2 * (loads.vapourDensity / loads.liquidDensity);
  const partly =
    1.35 * (valve.thickness / INCH) * (valve.density / loads.liquidDensity) + (valve.seat === 'sharp' ? 0.2 : 0.1) * head;
  return INCH * Math.max(partly, openCoefficient(deck) * head);
}

const LEGS = { 0: 1, 3: 1.23, 4: 1.34 } as const;
/** Klein's loss by eddies; low trust. */
const EDDIES = 1.3;

/**
 * The balance points of a movable valve, m/s in the holes: below the first it is closed, above the second open. Klein, Chem. Eng. 89 (3 May 1982) 81.
 */
export function kleinBalance(
  { vapourDensity }: Loads,
  valve: Valve,
  deck: number,
): { closed: number; open: number; KC: number; KO: number } {
  const KC = valve.seat === 'sharp' ? 6.154 : 3.07;
  const KO = valve.seat === 'sharp' ? openCoefficient(deck) : 0.448;
  const weight = (valve.thickness / INCH) * (valve.density / vapourDensity) * LEGS[valve.legs] * EDDIES;
  return { closed: FOOT * Math.sqrt(weight / KC), open: FOOT * Math.sqrt(weight / KO), KC, KO };
}

/** Klein (1982): rises, stands while the valves lift, rises again. m of liquid. */
export function kleinDrop(u: number, loads: Loads, valve: Valve, deck: number): number {
  const { closed, open, KC, KO } = kleinBalance(loads, valve, deck);
  const head = (velocity: number): number => INCH * (velocity / FOOT) ** 2 * (loads.vapourDensity / loads.liquidDensity);
  return u < closed ? KC * head(u) : u > open ? KO * head(u) : KC * head(closed);
}

/**
 * Rectangular slots of bubble caps: Rogers & Thiele, as Bolles, Petroleum Processing 11 (1956) prints it, hs = 1.17 [ρV/(ρL − ρV)]^⅓ Hs^⅔ (V/As)^⅔,
 * in, ft³/s, ft². @returns m opened, and the vapour at which they are all open, m³/s
 */
export function slotOpening(
  vapour: number,
  slots: number,
  height: number,
  { vapourDensity, liquidDensity }: Loads,
): { opened: number; most: number } {
  const ratio = vapourDensity / (liquidDensity - vapourDensity);
  const Hs = height / INCH;
  const opened = INCH * 1.17 * Math.cbrt(ratio) * Hs ** (2 / 3) * (vapour / slots / FOOT) ** (2 / 3);
  return { opened, most: 0.79 * slots * FOOT * Math.sqrt(Hs / ratio) };
}

/** Risers, reversal and annulus of caps, m of liquid: Bolles (1956), 0.274 Kc (ρV/ρL)(V/Ar)², in, ft/s; Kc is entered. */
export const riserDrop = (u: number, { vapourDensity, liquidDensity }: Loads, Kc: number): number =>
  INCH * 0.274 * Kc * (vapourDensity / liquidDensity) * (u / FOOT) ** 2;

/** Dry drop of a tray, m of liquid, by every method of its kind, the default first. */
export function dryDrop(tray: Tray, loads: Loads): ByMethod<DryDropMethod>[] {
  const areas = trayAreas(tray);
  const u = vapourVolume(loads) / areas.holes;
  const ratio = tray.deckThickness / tray.holeDiameter;
  const C0 = orificeCoefficient(tray.holeShare, ratio);
  const share = ['holes of the active area', tray.holeShare, 0.05, 0.2, 'ratio'] as const;
  if (tray.kind === 'valve')
    return [
      { method: 'bolles', value: bollesDrop(u, loads, tray.valve, tray.deckThickness), outside: [] },
      { method: 'klein', value: kleinDrop(u, loads, tray.valve, tray.deckThickness), outside: [] },
    ];
  if (tray.kind === 'bubble-cap') {
    const { cap } = tray;
    const slots = areas.active * cap.slotShare;
    const { opened, most } = slotOpening(vapourVolume(loads), slots, cap.slotHeight, loads);
    const risers = riserDrop(vapourVolume(loads) / (areas.active * cap.riserShare), loads, cap.riserCoefficient);
    return [
      {
        method: 'slots',
        value: opened + risers,
        outside: outsideOf(['vapour through the slots', vapourVolume(loads), 0, most, 'volumeFlow']),
      },
    ];
  }
  const liebson = {
    method: 'liebson' as const,
    value: liebsonDrop(u, loads, C0),
    outside: outsideOf(share, ['deck over hole diameter', ratio, 0.1, 1.2, 'ratio']),
  };
  // A fixed valve is held to be a sieve of its open slots: common practice.
  if (tray.kind === 'fixed-valve') return [liebson];
  return [
    liebson,
    {
      method: 'treybal',
      value: treybalDrop(u, loads, ratio, areas.holes / areas.net),
      outside: outsideOf(['deck over hole diameter', ratio, 0.2, 2, 'ratio']),
    },
    {
      method: 'hunt',
      value: huntDrop(u, loads, tray.holeShare),
      outside: outsideOf(['deck over hole diameter', ratio, 0, 0.3, 'ratio']),
    },
  ];
}
