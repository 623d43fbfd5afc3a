/**
 * Tray efficiency: at a point by transfer in both phases, over the tray by how its liquid mixes, with what vapour carries up.
 * Velocities and F-factors on the *active* area.
 */
import { fFactor, flowParameter, liquidVolume, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { outsideOf } from '../range.ts';
import type { ByMethod } from '../range.ts';
import { clearLiquid } from './clearLiquid.ts';
import { trayAreas } from './geometry.ts';
import type { Tray, TrayAreas } from './geometry.ts';
import { regimeOf } from './regime.ts';

/** Names of the methods of a tray's own efficiency. */
export type EfficiencyMethod = 'chan-fair' | 'aiche' | 'zuiderweg' | 'van-winkle';

/** Units of transfer in each phase. */
export interface TransferUnits {
  gas: number;
  liquid: number;
}

/** 1 − e^−NOG, with 1/NOG = 1/NG + λ/NL. */
export const pointEfficiency = ({ gas, liquid }: TransferUnits, lambda: number): number =>
  1 - Math.exp(-1 / (1 / gas + lambda / liquid));

/** E of the tray with liquid in plug flow below mixed vapour: Lewis, Ind. Eng. Chem. 28 (1936) 399, case 1. */
export const lewisEfficiency = (point: number, lambda: number): number => Math.expm1(lambda * point) / lambda;

/** E of the tray with n pools in a row: Gautreaux & O'Connell, Chem. Eng. Progress 51 (1955) 232. */
export const poolsEfficiency = (point: number, lambda: number, n: number): number => ((1 + (lambda * point) / n) ** n - 1) / lambda;

/**
 * E of the tray with liquid that mixes along its way: AIChE, Bubble-Tray Design Manual (1958).
 * @param Pe Péclet number of the liquid
 */
export function mixingEfficiency(point: number, lambda: number, Pe: number): number {
  const eta = (Pe / 2) * (Math.sqrt(1 + (4 * lambda * point) / Pe) - 1);
  const sum = eta + Pe;
  return point * (-Math.expm1(-sum) / (sum * (1 + sum / eta)) + Math.expm1(eta) / (eta * (1 + eta / sum)));
}

/** With entrainment: Colburn, Ind. Eng. Chem. 28 (1936) 526. @param psi liquid carried up, of all that leaves the tray */
export const colburnEfficiency = (tray: number, psi: number): number => tray / (1 + (tray * psi) / (1 - psi));

/** What the efficiency of a point is made of. */
interface AtPoint {
  holdUp: number; // m, clear liquid
  u: number; // m/s on the active area
  /** Liquid over the mean width, m²/s. */
  perWidth: number;
}

/** AIChE (1958): NG and NL with the time of contact of the liquid, and the Péclet number. hw in mm; F in Pa^½; m²/s. */
export function aicheUnits(
  tray: Pick<Tray, 'weirHeight'>,
  loads: Loads,
  { flowPath }: Pick<TrayAreas, 'flowPath'>,
  { u, perWidth }: Omit<AtPoint, 'holdUp'>,
  diffusivity: { vapour: number; liquid: number },
): TransferUnits & { time: number; Pe: number } {
  const hw = 1e3 * tray.weirHeight;
  const F = fFactor(u, loads);
  const Sc = loads.vapourViscosity / (loads.vapourDensity * diffusivity.vapour);
  const gas = (0.776 + 4.57e-3 * hw - 0.24 * F + 105 * perWidth) / Math.sqrt(Sc);
  const holdUp = 0.006 + 0.73e-3 * hw - 0.24e-3 * F * hw + 1.22 * perWidth;
  const time = (holdUp * flowPath) / perWidth;
  const eddy = (0.0038 + 0.017 * u + 3.86 * perWidth + 0.18e-3 * hw) ** 2;
  return {
    gas,
    liquid: Math.sqrt(4.13e8 * diffusivity.liquid) * (0.21 * F + 0.15) * time,
    time,
    Pe: flowPath ** 2 / (eddy * time),
  };
}

/**
 * Chan & Fair, Ind. Eng. Chem. Process Des. Dev. 23 (1984) 814. It falls above 59 % of flooding: that is the correlation's shape.
 * @param froth clear liquid in m, and liquid of the froth
 * @param share of flooding
 */
export function chanFairUnits(
  loads: Loads,
  froth: { clear: number; density: number },
  areas: Pick<TrayAreas, 'active'>,
  share: number,
  diffusivity: { vapour: number; liquid: number },
): TransferUnits {
  const u = vapourVolume(loads) / areas.active;
  const CM2 = 1e4; // cm²/s of a m²/s
  const gasRate = (1030 * Math.sqrt(CM2 * diffusivity.vapour) * (share - 0.842 * share ** 2)) / Math.sqrt(100 * froth.clear);
  const liquidRate = 78.8 * Math.sqrt(CM2 * diffusivity.liquid) * (fFactor(u, loads) + 0.425);
  const gasTime = ((1 - froth.density) * froth.clear) / (froth.density * u);
  const liquidTime = (froth.clear * areas.active) / liquidVolume(loads);
  return { gas: gasRate * gasTime, liquid: liquidRate * liquidTime };
}

/**
 * Zuiderweg, Chem. Eng. Sci. 37 (1982) 1441; medium trust. Hold-up in m, coefficients in m/s, area per bubbling area.
 * @param pitch of the holes, m
 */
export function zuiderweg(tray: Tray, loads: Loads, areas: TrayAreas, pitch: number) {
  const F = flowParameter(loads);
  const weirPerArea = areas.weirLength / areas.active;
  const u = vapourVolume(loads) / areas.active;
  const holdUp = 0.6 * Math.sqrt(tray.weirHeight) * pitch ** 0.25 * weirPerArea ** -0.25 * F ** 0.25;
  const kG = 0.13 / loads.vapourDensity - 0.065 / loads.vapourDensity ** 2;
  const kL = 2.6e-5 / loads.liquidViscosity ** 0.25;
  const group = (u ** 2 * loads.vapourDensity * holdUp * F) / loads.surfaceTension;
  const froth = (43 / tray.holeShare ** 0.3) * group ** 0.53;
  const spray = (40 / tray.holeShare ** 0.3) * group ** 0.37;
  return { holdUp, kG, kL, froth, spray, u };
}

/**
 * Van Winkle, MacFarland & Sigmund, Hydrocarbon Processing 51 (July 1972) 111: 0.07 Dg^0.14 Sc^0.25 Re^0.08 of the tray, for binaries.
 * @param u on the active area, m/s
 */
export function vanWinkle(
  u: number,
  { surfaceTension, liquidViscosity, liquidDensity, vapourDensity }: Loads,
  { weirHeight, holeShare }: Pick<Tray, 'weirHeight' | 'holeShare'>,
  liquidDiffusivity: number,
): number {
  const Dg = surfaceTension / (liquidViscosity * u);
  const Sc = liquidViscosity / (liquidDensity * liquidDiffusivity);
  const Re = (weirHeight * u * vapourDensity) / (liquidViscosity * holeShare);
  return 0.07 * Dg ** 0.14 * Sc ** 0.25 * Re ** 0.08;
}

/** Holes in triangles: Af = 0.9069 (dh/p)². */
export const pitchOf = ({ holeDiameter, holeShare }: Pick<Tray, 'holeDiameter' | 'holeShare'>): number =>
  holeDiameter * Math.sqrt(0.9069 / holeShare);

/**
 * Murphree's efficiency of a tray by every method, its liquid as a plug or as pools, but AIChE's with its own mixing, without what vapour carries up; empty where diffusivities or the stripping factor are not known.
 * @param share of flooding
 */
export function trayEfficiency(tray: Tray, loads: Loads, share: number): ByMethod<EfficiencyMethod>[] {
  const { vapourDiffusivity: vapour, liquidDiffusivity: liquid, strippingFactor: lambda } = loads;
  if (vapour === null || liquid === null || lambda === null || !(lambda > 0)) return [];
  const areas = trayAreas(tray);
  const froth = clearLiquid(tray, loads);
  const u = vapourVolume(loads) / areas.active;
  const at = { u, perWidth: liquidVolume(loads) / areas.meanWidth };
  const diffusivity = { vapour, liquid };
  const weir = ['weir height', tray.weirHeight, 0.025, 0.1, 'smallLength'] as const;
  const aiche = aicheUnits(tray, loads, areas, at, diffusivity);
  const chan = chanFairUnits(loads, froth, areas, share, diffusivity);
  const z = zuiderweg(tray, loads, areas, pitchOf(tray));
  const isSpray = regimeOf(vapourVolume(loads) / areas.holes, froth.clear, tray.holeDiameter, 0, 0, loads) === 'spray';
  const area = isSpray ? z.spray : z.froth;
  const byArea = { gas: (z.kG * area) / u, liquid: (z.kL * area * areas.active) / liquidVolume(loads) };
  const overTray = (units: TransferUnits): number => {
    const point = pointEfficiency(units, lambda);
    return tray.pools === null ? lewisEfficiency(point, lambda) : poolsEfficiency(point, lambda, tray.pools);
  };
  return [
    {
      method: 'chan-fair',
      value: overTray(chan),
      outside: outsideOf(['share of flooding', share, 0.4, 0.95, 'ratio']),
    },
    {
      method: 'aiche',
      value: mixingEfficiency(pointEfficiency(aiche, lambda), lambda, aiche.Pe),
      outside: outsideOf(
        ['F-factor', fFactor(u, loads), 0, 3, 'fFactor'],
        ['weir height', tray.weirHeight, 0.025, 0.075, 'smallLength'],
      ),
    },
    {
      method: 'zuiderweg',
      value: overTray(byArea),
      outside: outsideOf(weir, ['vapour density', loads.vapourDensity, 1, 80, 'density']),
    },
    { method: 'van-winkle', value: vanWinkle(u, loads, tray, liquid), outside: [] },
  ];
}
