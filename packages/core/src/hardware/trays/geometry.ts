/**
 * A tray's geometry: what is entered, and the areas and lengths that follow. Downcomers are segments; with several passes those at the sides take an even
 * share each, and weirs in between are counted as long as the chord at their place. Which area a method means (net, active, holes) is told by its name.
 */
import { chordOf, heightOf } from './segment.ts';

/** The kinds of tray. */
export type TrayKind = 'sieve' | 'valve' | 'fixed-valve' | 'bubble-cap';

/** A movable valve's disc and seat. */
export interface Valve {
  thickness: number; // m, of the disc
  density: number; // kg/m³, of its metal
  /** Whether the edge of the hole is sharp, or contoured like a venturi. */
  seat: 'sharp' | 'contoured';
  legs: 0 | 3 | 4;
}

/** A bubble cap's slots. */
export interface Cap {
  slotHeight: number; // m
  /** Slots, of the active area. */
  slotShare: number;
  /** Risers, of the active area. */
  riserShare: number;
  /** Of risers, reversal and annulus: Bolles' Kc, 2 to 7.5 by area ratio; its chart is not remembered, so it is entered. */
  riserCoefficient: number;
  /** Liquid over the slots at no flow, m. */
  seal: number;
}

/** A tray as it is built, SI. */
export interface Tray {
  kind: TrayKind;
  diameter: number; // m
  spacing: number; // m
  passes: 1 | 2 | 3 | 4;
  weirHeight: number; // m
  /** All downcomers at their top, of the tower section. */
  downcomerTop: number;
  /** The same at their bottom: smaller where they slope. */
  downcomerBottom: number;
  clearance: number; // m, under the apron
  holeDiameter: number; // m: of a hole, a valve's hole, a slot's width
  /** Holes (or open valves' holes, or slots), of the active area. */
  holeShare: number;
  deckThickness: number; // m
  /** Pools in a row as which its liquid mixes; null of plug flow. */
  pools: number | null;
  valve: Valve;
  cap: Cap;
}

/** What follows from a tray's geometry, m² and m. */
export interface TrayAreas {
  tower: number;
  /** Where vapour rises between trays: the tower less the downcomers' tops. */
  net: number;
  /** Where it bubbles: less the downcomers' bottoms too. */
  active: number;
  holes: number;
  downcomerTop: number;
  /** Where liquid passes under the apron, or the downcomer's bottom where that is smaller. */
  apron: number;
  /** Of all passes. */
  weirLength: number;
  /** Liquid's way across a pass. */
  flowPath: number;
  /** Width of that way, of all passes. */
  meanWidth: number;
}

/** Of trays that were asked before: every correlation asks, on every rung. */
const kept = new WeakMap<Tray, TrayAreas>();

/** Areas and lengths of a tray; a tray is never changed in place. */
export function trayAreas(tray: Tray): TrayAreas {
  let areas = kept.get(tray);
  if (areas === undefined) kept.set(tray, (areas = areasOf(tray)));
  return areas;
}

function areasOf(tray: Tray): TrayAreas {
  const { diameter, passes, downcomerTop, downcomerBottom } = tray;
  const tower = (Math.PI / 4) * diameter ** 2;
  const net = tower * (1 - downcomerTop);
  const active = tower * Math.max(0, 1 - downcomerTop - downcomerBottom);
  const [atSide, below] = [downcomerTop / passes, downcomerBottom / passes];
  const inner = passes - Math.min(passes, 2);
  const sides = Math.min(passes, 2);
  // One pass has one weir; of two passes the tray with two side weirs has less weir than the one with weirs at the middle.
  const lengthOf = (share: number): number => diameter * (sides * chordOf(share) + inner * INNER_CHORD);
  const widths = diameter * (heightOf(atSide) * sides + heightOf(below) * sides);
  const flowPath =
    Math.max(0, diameter - (passes === 1 ? widths : widths / 2 + ((inner + 1) * downcomerTop * tower) / passes / diameter)) /
    passes;
  return {
    tower,
    net,
    active,
    holes: active * tray.holeShare,
    downcomerTop: tower * downcomerTop,
    apron: Math.min(lengthOf(below) * tray.clearance, tower * downcomerBottom),
    weirLength: lengthOf(atSide),
    flowPath,
    meanWidth: flowPath > 0 ? active / flowPath : 0,
  };
}

/** Weirs between the sides, over the diameter: common practice, since they lie off the middle. */
const INNER_CHORD = 0.9;

/** Clear liquid over a weir's length, m²/s: q of the correlations. */
export const weirLoad = (liquid: number, { weirLength }: TrayAreas): number => liquid / weirLength;
