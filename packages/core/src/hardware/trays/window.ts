/**
 * The operating window of a tray: between which vapour loads it works at each liquid load. Vapour and liquid keep the densities and the rest of one rung;
 * their flows are what varies.
 */
import { bracketedRoot } from '../../numerics/index.ts';
import { flowParameter, liquidVolume, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { boundedLog } from '../range.ts';
import { mostVelocity } from './downcomer.ts';
import { carriedOfLiquid, MOST_ENTRAINED } from './entrainment.ts';
import { trayAreas } from './geometry.ts';
import type { Tray } from './geometry.ts';
import { backupShare, floodingShare, isHoled, weepMarginAt } from './rate.ts';
import type { TrayCircumstances } from './rate.ts';

/** Names of the lines, from the top of the window down. */
export type WindowLine = 'flooding' | 'entrainment' | 'backup' | 'weeping';

/** A window: m³/s of liquid, and on each line m³/s of vapour; null where a line does not exist at that liquid. */
export interface TrayWindow {
  liquid: number[];
  lines: Record<WindowLine, (number | null)[]>;
  /** Least and most liquid, m³/s: by the weir's crest and by the downcomer. */
  leastLiquid: number;
  mostLiquid: number;
}

/** What a line holds at 1: rises as vapour rises. */
const LINES: Record<WindowLine, (tray: Tray, loads: Loads, around: TrayCircumstances) => number> = {
  flooding: (tray, loads, { flooding, systemFactor }) => floodingShare(flooding, tray, loads, systemFactor),
  entrainment: (tray, loads, { flooding, systemFactor }) =>
    carriedOfLiquid(floodingShare(flooding, tray, loads, systemFactor), flowParameter(loads)) / MOST_ENTRAINED,
  backup: (tray, loads, { foaming }) => backupShare(tray, loads, foaming),
  // Valves and caps close: they have no such line.
  weeping: (tray, loads) => (isHoled(tray) ? weepMarginAt(tray, loads, 1) : Number.POSITIVE_INFINITY),
};

/** A crest of 6 mm is the least that runs evenly: common practice. In m²/s of weir, (0.006/0.664)^1.5. */
export const LEAST_WEIR_LOAD = (0.006 / 0.664) ** 1.5;

const POINTS = 13;

/** The window around loads, to four times their liquid or the downcomer's most. */
export function trayWindow(tray: Tray, loads: Loads, circumstances: TrayCircumstances): TrayWindow {
  const areas = trayAreas(tray);
  const [L, V] = [liquidVolume(loads), vapourVolume(loads)];
  const share = (line: WindowLine, liquid: number, vapour: number): number =>
    LINES[line](tray, { ...loads, liquid: liquid * loads.liquidDensity, vapour: vapour * loads.vapourDensity }, circumstances);
  const leastLiquid = LEAST_WEIR_LOAD * areas.weirLength;
  const mostLiquid = mostVelocity(circumstances.foaming, tray.spacing) * areas.downcomerTop;
  const farthest = Math.max(1.15 * L, Math.min(mostLiquid, 4 * L));
  const liquid = Array.from(
    { length: POINTS },
    (_, k) => Math.min(leastLiquid, 0.5 * L) + (k / (POINTS - 1)) * (farthest - Math.min(leastLiquid, 0.5 * L)),
  );
  const lineOf = (line: WindowLine): (number | null)[] => liquid.map((each) => crossing((vapour) => share(line, each, vapour), V));
  return {
    liquid,
    lines: {
      flooding: lineOf('flooding'),
      entrainment: lineOf('entrainment'),
      backup: lineOf('backup'),
      weeping: lineOf('weeping'),
    },
    leastLiquid,
    mostLiquid,
  };
}

/** Vapour at which a share that rises with it passes 1; null where it does not between a hundredth and twenty times a load. */
function crossing(share: (vapour: number) => number, load: number): number | null {
  const miss = (logarithm: number): number => boundedLog(share(Math.exp(logarithm)));
  const [low, high] = [Math.log(0.01 * load), Math.log(20 * load)];
  return miss(low) < 0 && miss(high) > 0 ? Math.exp(bracketedRoot(miss, low, high, 1e-6)) : null;
}
