/**
 * Entrainment flooding: the C-factor at which liquid is carried to the tray above, on the *net* area, u = C √[(ρL − ρV)/ρV]
 * (Souders & Brown 1934). Four methods, each with its range; on one tray they may differ by a tenth, which is the spread of the art.
 */
import { densityRoot, flowParameter, liquidVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { outsideOf } from '../range.ts';
import type { Outside } from '../range.ts';
import { trayAreas, weirLoad } from './geometry.ts';
import type { Tray } from './geometry.ts';

/** Names of the flooding methods, in the order in which they are offered. */
export type FloodingMethod = 'kister-haas' | 'fair' | 'fair-kessler' | 'treybal';

/** What methods ask of a tray and its loads. */
interface Asked {
  tray: Tray;
  loads: Loads;
  F: number;
}

/** (σ/20 mN/m)^0.2 */
const surface = ({ loads }: Asked): number => (loads.surfaceTension / 0.02) ** 0.2;

/** Less than a tenth of the active area as holes floods earlier: Fair (1961). */
const openShare = ({ tray }: Asked): number => Math.min(1, Math.max(0.8, 5 * tray.holeShare + 0.5));

/** Fair, Petro/Chem Eng. 33 (Sept. 1961) 45, by the fit of Lygeros & Magoulas, Hydrocarbon Processing 65 (1986); medium trust. */
export function fairC(F: number, spacing: number): number {
  return 0.0105 + 8.127e-4 * (1e3 * spacing) ** 0.755 * Math.exp(-1.463 * F ** 0.842);
}

/** The same chart by the fit of Kessler & Wankat, Hydrocarbon Processing 67 (1988), m/s; between its spacings straight in C. */
export function kesslerC(F: number, spacing: number): number {
  const inches = spacing / 0.0254;
  const x = Math.log10(F);
  const at = KESSLER.map(([, a, b, c]) => FOOT * 10 ** (a + b * x + c * x * x));
  const next = Math.max(
    1,
    KESSLER.findIndex(([S]) => S >= inches) === -1 ? KESSLER.length - 1 : KESSLER.findIndex(([S]) => S >= inches),
  );
  const [low, high] = [KESSLER[next - 1][0], KESSLER[next][0]];
  return at[next - 1] + ((inches - low) / (high - low)) * (at[next] - at[next - 1]);
}

const FOOT = 0.3048; // m

/** Spacing, in; a, b, c of log10 C[ft/s] = a + b log10 F + c (log10 F)². */
const KESSLER = [
  [12, -1.0674, -0.5578, -0.17919],
  [18, -1.0262, -0.63513, -0.20097],
  [24, -0.94506, -0.70234, -0.22618],
  [36, -0.85984, -0.7398, -0.23735],
] as const;

/** Treybal, Mass-Transfer Operations, 3rd ed. (1980), eqs. 6.29 and 6.30: flat below F = 0.1, which he meant. */
export function treybalC(F: number, spacing: number): number {
  const [alpha, beta] = [0.0744 * spacing + 0.01173, 0.0304 * spacing + 0.015];
  return alpha * Math.log10(1 / Math.max(F, 0.1)) + beta;
}

/**
 * Kister & Haas, Chem. Eng. Progress 86 (Sept. 1990) 63; Perry, section 14. No flow parameter: liquid enters by the weir load.
 * @param q clear liquid over the weir's length, m²/s
 * @returns C in m/s with what it is made of: the clear liquid at the transition from froth to spray, m
 */
export function kisterHaas(
  { holeDiameter, holeShare, spacing }: Pick<Tray, 'holeDiameter' | 'holeShare' | 'spacing'>,
  { liquidDensity, vapourDensity, surfaceTension }: Loads,
  q: number,
): { C: number; clearLiquid: number; ofWater: number; n: number } {
  const [dh, S, sigma, QL] = [1e3 * holeDiameter, 1e3 * spacing, 1e3 * surfaceTension, 3600 * q];
  const n = (0.00091 * dh) / holeShare;
  const ofWater = (0.497 * holeShare ** -0.791 * dh ** 0.833) / (1 + 0.013 * QL ** -0.59 * holeShare ** -1.79);
  const clear = ofWater * (996 / liquidDensity) ** (0.5 * (1 - n));
  const C = 0.0277 * ((dh * dh * sigma) / liquidDensity) ** 0.125 * (vapourDensity / liquidDensity) ** 0.1 * Math.sqrt(S / clear);
  return { C, clearLiquid: clear / 1e3, ofWater: ofWater / 1e3, n };
}

interface Flooding {
  /** m/s, on the net area. */
  C: (asked: Asked) => number;
  outside: (asked: Asked, C: number) => Outside[];
}

const chartRange = ({ tray, F }: Asked): Outside[] =>
  outsideOf(
    ['flow parameter', F, 0.01, 2, 'ratio'],
    ['tray spacing', tray.spacing, 0.15, 0.9, 'length'],
    ['weir height', tray.weirHeight, 0, 0.15 * tray.spacing, 'smallLength'],
    ['hole diameter', tray.holeDiameter, 0, 0.013, 'smallLength'],
    ['holes of the active area', tray.holeShare, 0.06, 1, 'ratio'],
  );

const METHODS: Record<FloodingMethod, Flooding> = {
  'kister-haas': {
    C: ({ tray, loads }) => kisterHaas(tray, loads, weirLoad(liquidVolume(loads), trayAreas(tray))).C,
    outside: ({ tray, loads }, C) =>
      outsideOf(
        ['flooding velocity', C * densityRoot(loads), 0.5, 4, 'velocity'],
        ['weir load', weirLoad(liquidVolume(loads), trayAreas(tray)), 4.5 / 3600, 110 / 3600, 'weirLoad'],
        ['vapour density', loads.vapourDensity, 0.5, 160, 'density'],
        ['liquid density', loads.liquidDensity, 320, 1200, 'density'],
        ['surface tension', loads.surfaceTension, 0.005, 0.08, 'surfaceTension'],
        ['tray spacing', tray.spacing, 0.35, 0.9, 'length'],
        ['hole diameter', tray.holeDiameter, 0.003, 0.025, 'smallLength'],
        ['holes of the active area', tray.holeShare, 0.06, 0.2, 'ratio'],
        ['weir height', tray.weirHeight, 0, 0.075, 'smallLength'],
      ),
  },
  fair: {
    C: (asked) => fairC(asked.F, asked.tray.spacing) * surface(asked) * openShare(asked),
    outside: chartRange,
  },
  'fair-kessler': {
    C: (asked) => kesslerC(asked.F, asked.tray.spacing) * surface(asked) * openShare(asked),
    outside: chartRange,
  },
  treybal: {
    C: (asked) => treybalC(asked.F, asked.tray.spacing) * surface(asked) * openShare(asked),
    outside: ({ tray, F }) =>
      outsideOf(
        ['flow parameter', F, 0.01, 1, 'ratio'],
        ['tray spacing', tray.spacing, 0.15, 0.9, 'length'],
        ['hole diameter', tray.holeDiameter, 0, 0.006, 'smallLength'],
      ),
  },
};

/** Names of the methods, in the order in which they are offered. */
export const FLOODING_METHODS = Object.keys(METHODS) as FloodingMethod[]; // the keys are the names

/**
 * Vapour velocity on the net area at which a tray floods, m/s, at these loads' ratio of liquid to vapour and, by Kister and Haas, at their weir load.
 * @param foaming the system factor, 1 where nothing foams
 */
export function floodingVelocity(method: FloodingMethod, tray: Tray, loads: Loads, foaming = 1): number {
  return foaming * METHODS[method].C({ tray, loads, F: flowParameter(loads) }) * densityRoot(loads);
}

/** Where a method of flooding left its range at these loads. */
export function floodingOutside(method: FloodingMethod, tray: Tray, loads: Loads): Outside[] {
  const asked = { tray, loads, F: flowParameter(loads) };
  return METHODS[method].outside(asked, METHODS[method].C(asked));
}
