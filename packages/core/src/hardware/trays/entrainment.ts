/** Liquid that vapour carries to the tray above. */
import { cFactor, flowParameter, GRAVITY, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { outsideOf } from '../range.ts';
import type { ByMethod } from '../range.ts';
import { clearLiquid } from './clearLiquid.ts';
import { trayAreas } from './geometry.ts';
import type { Tray, TrayAreas } from './geometry.ts';

/** kg of liquid carried up in a kg that flows, at most: Coulson & Richardson, vol. 6; practice. */
export const MOST_ENTRAINED = 0.1;

/** Names of the entrainment methods. */
export type EntrainmentMethod = 'fair' | 'hunt' | 'bennett';

/** Fair's curve for 80 % of flooding, by the fit printed with that of Lygeros & Magoulas: ψ = e/(L + e), mass or moles of liquid. */
export const fairEntrainment = (F: number): number => 2.24e-3 + 2.377 * Math.exp(-9.394 * F ** 0.314);

/**
 * Hunt, Hanson & Wilke, AIChE J. 1 (1955) 441: e = (5.7e-6/σ) [u/(S − 2.5 hL)]^3.2, kg of liquid in a kg of vapour.
 * @param u on the net area, m/s
 * @param clear clear liquid on the tray, m
 */
export const huntEntrainment = (u: number, spacing: number, clear: number, surfaceTension: number): number =>
  (5.7e-6 / surfaceTension) * (u / (spacing - 2.5 * clear)) ** 3.2;

/** Bennett, Kao & Wong, AIChE J. 41 (1995) 2067. @returns height of the two-phase layer, m, and kg of liquid in a kg of vapour */
export function bennettEntrainment(
  tray: Pick<Tray, 'holeDiameter' | 'spacing'>,
  areas: Pick<TrayAreas, 'active' | 'net'>,
  loads: Loads,
  froth: { clear: number; density: number },
): { height: number; carried: number } {
  const { clear: hL, density: phi } = froth;
  const Ks = cFactor(vapourVolume(loads) / areas.active, loads);
  const height =
    hL / phi + (7.79 * (1 + 6.9 * (tray.holeDiameter / hL) ** 1.85) * Ks ** 2) / ((phi * GRAVITY * areas.net) / areas.active);
  const kappa = 0.5 * (1 - Math.tanh(1.3 * Math.log(hL / tray.holeDiameter) - 0.15));
  const carried = 0.00335 * (height / tray.spacing) ** 1.1 * Math.sqrt(loads.liquidDensity / loads.vapourDensity) * phi ** kappa;
  return { height, carried };
}

/**
 * kg of liquid carried up in a kg that flows: ψ/(1 − ψ) of Fair's curve, from 80 % of flooding to other shares by the power of velocity that Hunt
 * found (a bridge of this product's, since only the one curve has a fit).
 */
export function carriedOfLiquid(floodingShare: number, F: number): number {
  const psi = Math.min(0.9, fairEntrainment(F) * (floodingShare / 0.8) ** 3.2);
  return psi / (1 - psi);
}

/** kg of liquid carried up in a kg of vapour, by every method. */
export function entrainment(tray: Tray, loads: Loads, floodingShare: number): ByMethod<EntrainmentMethod>[] {
  const areas = trayAreas(tray);
  const froth = clearLiquid(tray, loads);
  const u = vapourVolume(loads) / areas.net;
  const F = flowParameter(loads);
  const bennett = bennettEntrainment(tray, areas, loads, froth);
  const isRoom = tray.spacing > 2.5 * froth.clear;
  return [
    {
      method: 'fair',
      value: carriedOfLiquid(floodingShare, F) * (loads.liquid / loads.vapour),
      outside: outsideOf(['flow parameter', F, 0.01, 1, 'ratio'], ['share of flooding', floodingShare, 0.5, 0.95, 'ratio']),
    },
    {
      method: 'hunt',
      // Where the froth would fill the spacing the formula has no value: all of the liquid is carried.
      value: isRoom ? huntEntrainment(u, tray.spacing, froth.clear, loads.surfaceTension) : loads.liquid / loads.vapour,
      outside: outsideOf(
        ['tray spacing', tray.spacing, 0.2, 0.7, 'length'],
        ['clear liquid', froth.clear, 0, 0.39 * tray.spacing, 'smallLength'],
      ),
    },
    {
      method: 'bennett',
      value: bennett.carried,
      outside: outsideOf(['height of the froth', bennett.height, 0, tray.spacing, 'length']),
    },
  ];
}
