/** A bed of packing at its loads: flooding, drop, wetting and height of a stage, by the method in force and, beside it, by all that the packing has constants for. */
import type { HetpMethod, Packing, PackingDrop, PackingFlooding } from '@keen-ladder/schema';
import { bracketedRoot } from '../../numerics/index.ts';
import { cFactor, fFactor, flowParameter, liquidVolume, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { outsideOf } from '../range.ts';
import type { ByMethod, Outside } from '../range.ts';
import {
  dryDrop,
  floodingPoint,
  holdUp,
  irrigated1999,
  liquidNumbers,
  loadingVelocity,
  transferHeights,
} from './billetSchultes.ts';
import { floodingDrop, levaVelocity, prahlVelocity } from './chart.ts';
import { hetpOf, ruleOfHetp } from './hetp.ts';
import { onda } from './onda.ts';
import { ROBBINS_MOST_LIQUID, robbinsDrop } from './robbins.ts';
import { stichlmairDrop, stichlmairFlooding } from './stichlmair.ts';
import { gauzeTransfer, sheetDrop, sheetTransfer } from './structured.ts';
import { leastLiquid } from './wetting.ts';

/** What a bed is asked by. */
export interface BedCircumstances {
  flooding: PackingFlooding;
  drop: PackingDrop;
  hetp: HetpMethod;
  systemFactor: number;
  turnDown: number;
  pressure: number; // Pa
}

/** A bed at its loads, SI. */
export interface BedRating {
  flowParameter: number;
  vapourVelocity: number; // m/s, superficial
  liquidVelocity: number;
  fFactor: number; // Pa^½
  cFactor: number; // m/s
  /** Share of flooding at this ratio of liquid to vapour; null where the packing has the constants of no method. */
  flooding: number | null;
  floodedBy: PackingFlooding | null;
  floodings: ByMethod<PackingFlooding>[];
  /** Pa/m; null where it is flooded, or there are no constants. */
  drop: number | null;
  dropBy: PackingDrop | null;
  drops: ByMethod<PackingDrop>[];
  holdUp: number | null;
  /** Liquid at turn-down over the least that wets; null where the area is not known. */
  wetting: number | null;
  /** m of an equilibrium stage; null where nothing tells it. */
  hetp: number | null;
  hetpBy: HetpMethod | null;
  hetps: ByMethod<HetpMethod>[];
}

interface Asked {
  packing: Packing;
  diameter: number;
  loads: Loads;
  uV: number;
  uL: number;
  F: number;
  pressure: number;
  /** By Billet & Schultes; undefined without constants. */
  flooded: { velocity: number; holdUp: number } | undefined;
}

const WATER = 998.2; // kg/m³

/** Vapour velocity at flooding, m/s; undefined where the packing lacks the constants. */
const FLOODING: Record<PackingFlooding, (asked: Asked) => number | undefined> = {
  'billet-schultes': ({ flooded }) => flooded?.velocity,
  leva: ({ packing, F, loads }) => (packing.factor === null ? undefined : levaVelocity(F, packing.factor, loads)),
  prahl: ({ packing, F, loads }) => (packing.factor === null ? undefined : prahlVelocity(F, packing.factor, loads)),
  'kister-gill': ({ packing: { factor }, loads, uV, uL, pressure }) =>
    factor === null ? undefined : velocityAtDrop(floodingDrop(factor), factor, loads, uL / uV, pressure),
  stichlmair: ({ packing: { area, voidFraction, stichlmair }, loads, uL, uV }) =>
    area === null || voidFraction === null || stichlmair === null
      ? undefined
      : stichlmairFlooding((u) => (u * uL) / uV, { area, voidFraction, constants: stichlmair }, loads),
};

/** Vapour velocity at which Robbins' drop reaches a value, m/s, at a constant ratio of the flows: the drop rises with it without end. */
function velocityAtDrop(drop: number, factor: number, loads: Loads, ratio: number, pressure: number): number {
  const miss = (logarithm: number): number => {
    const u = Math.exp(logarithm);
    const there = robbinsDrop(u * ratio * loads.liquidDensity, u * loads.vapourDensity, factor, loads, pressure).value;
    return Math.min(there, Number.MAX_VALUE) - drop;
  };
  return Math.exp(bracketedRoot(miss, Math.log(1e-6), Math.log(1e3), 1e-9));
}

const FLOODING_RANGE: Record<PackingFlooding, (asked: Asked) => Outside[]> = {
  'billet-schultes': () => [],
  leva: ({ F, loads }) =>
    outsideOf(
      ['flow parameter', F, 0.01, 10, 'ratio'],
      ['liquid density', loads.liquidDensity, 0.65 * WATER, 1.4 * WATER, 'density'],
      ['liquid viscosity', loads.liquidViscosity, 0.3e-3, 20e-3, 'viscosity'],
    ),
  prahl: ({ F }) => outsideOf(['flow parameter', F, 0.01, 10, 'ratio']),
  'kister-gill': ({ F, packing }) =>
    outsideOf(
      ['flow parameter', F, 0.005, 20, 'ratio'],
      ['packing factor times 1 m', packing.factor ?? 30, 9 / 0.3048, 100 / 0.3048, 'ratio'],
    ),
  stichlmair: () => [],
};

/** Drop, Pa/m; undefined where constants are missing, null where the method finds it flooded. */
const DROP: Record<PackingDrop, (asked: Asked) => number | null | undefined> = {
  'billet-schultes': (asked) => billetDrop(asked),
  robbins: ({ packing: { factor }, loads, uV, uL, pressure }) =>
    factor === null ? undefined : robbinsDrop(uL * loads.liquidDensity, uV * loads.vapourDensity, factor, loads, pressure).value,
  stichlmair: ({ packing: { area, voidFraction, stichlmair }, loads, uV, uL }) =>
    area === null || voidFraction === null || stichlmair === null
      ? undefined
      : (stichlmairDrop(uL, uV, { area, voidFraction, constants: stichlmair }, loads) ?? null),
  rocha: ({ packing: { channels, voidFraction }, loads, uV, uL }) =>
    channels === null || voidFraction === null ? undefined : (sheetDrop(uL, uV, channels, voidFraction, loads)?.value ?? null),
};

const DROP_RANGE: Record<PackingDrop, (asked: Asked) => Outside[]> = {
  'billet-schultes': () => [],
  robbins: ({ packing: { factor }, loads, uV, uL, pressure }) => {
    if (factor === null) return [];
    const { Lf } = robbinsDrop(uL * loads.liquidDensity, uV * loads.vapourDensity, factor, loads, pressure);
    return outsideOf(['liquid velocity', uL, 0, (uL * ROBBINS_MOST_LIQUID) / Lf, 'velocity']);
  },
  stichlmair: () => [],
  rocha: () => [],
};

/** Hold-up of a bed by Billet & Schultes: above loading it rises to that of flooding, by the 13th power of the share. */
function heldUp({
  packing: { area, voidFraction, constants },
  uV,
  uL,
  F,
  loads,
  flooded,
}: Asked): { value: number; share: number } | undefined {
  if (area === null || voidFraction === null || constants.holdUp === null) return undefined;
  const below = holdUp(uL, { area }, loads, constants.holdUp).value;
  if (flooded === undefined) return { value: below, share: 0 };
  const share = uV / flooded.velocity;
  const isLoaded = constants.loading !== null && uV > loadingVelocity(F, { area, voidFraction }, loads, constants.loading);
  return { value: isLoaded ? below + Math.max(0, flooded.holdUp - below) * Math.min(1, share) ** 13 : below, share };
}

function billetDrop(asked: Asked): number | null | undefined {
  const { packing, diameter, loads, uV, uL } = asked;
  const { area, voidFraction, constants } = packing;
  const held = heldUp(asked);
  if (held === undefined || area === null || voidFraction === null || constants.dry === null) return undefined;
  if (held.share > 1 || held.value >= voidFraction) return null;
  const bed = { area, voidFraction, diameter };
  return dryDrop(uV, bed, loads, constants.dry).value * irrigated1999(held.value, liquidNumbers(uL, bed, loads).Fr, bed);
}

const HETP: Record<HetpMethod, (asked: Asked) => number | undefined> = {
  'billet-schultes': ({ packing: { area, voidFraction, constants }, loads, uV, uL }) => {
    const { holdUp: Ch, liquid: CL, gas: CV } = constants;
    const diffusivity = diffusivities(loads);
    if (area === null || voidFraction === null || Ch === null || CL === null || CV === null || diffusivity === undefined)
      return undefined;
    const { HG, HL } = transferHeights(uL, uV, { area, voidFraction }, loads, { holdUp: Ch, liquid: CL, gas: CV }, diffusivity);
    return hetpOf(HG, HL, loads.strippingFactor ?? 1);
  },
  onda: ({ packing: { kind, area, size, criticalTension }, loads, uV, uL }) => {
    const diffusivity = diffusivities(loads);
    if (kind === 'structured' || area === null || size === null || diffusivity === undefined) return undefined;
    const { HG, HL } = onda(
      uL * loads.liquidDensity,
      uV * loads.vapourDensity,
      { area, size, criticalTension },
      loads,
      diffusivity,
    );
    return hetpOf(HG, HL, loads.strippingFactor ?? 1);
  },
  bravo: ({ packing: { channels, area, voidFraction }, loads, uV, uL }) => {
    const diffusivity = diffusivities(loads);
    if (channels === null || area === null || voidFraction === null || diffusivity === undefined) return undefined;
    // A right angle between the sides of a channel.
    const gauze = {
      base: Math.SQRT2 * channels.side,
      height: channels.side / Math.SQRT2,
      side: channels.side,
      angle: channels.angle,
    };
    const { HG, HL } = gauzeTransfer(uL * loads.liquidDensity, uV, gauze, { area, voidFraction }, loads, diffusivity);
    return hetpOf(HG, HL, loads.strippingFactor ?? 1);
  },
  rocha: ({ packing: { channels, area, voidFraction }, loads, uV, uL }) => {
    const diffusivity = diffusivities(loads);
    if (channels === null || area === null || voidFraction === null || diffusivity === undefined) return undefined;
    const found = sheetTransfer(uL, uV, channels, { area, voidFraction }, loads, diffusivity);
    return found === undefined ? undefined : hetpOf(found.HG, found.HL, loads.strippingFactor ?? 1);
  },
  rule: ({ packing }) => ruleOfHetp(packing),
};

function diffusivities({ vapourDiffusivity, liquidDiffusivity }: Loads): { vapour: number; liquid: number } | undefined {
  return vapourDiffusivity === null || liquidDiffusivity === null
    ? undefined
    : { vapour: vapourDiffusivity, liquid: liquidDiffusivity };
}

/** What of the gauze method lies outside, by pressure. */
const HETP_RANGE: Record<HetpMethod, (asked: Asked) => Outside[]> = {
  'billet-schultes': () => [],
  onda: () => [],
  bravo: ({ pressure }) => outsideOf(['pressure', pressure, 1e3, 2e5, 'pressure']),
  rocha: () => [],
  rule: ({ packing }) => (packing.size === null ? [] : outsideOf(['packing size', packing.size, 0.025, 1, 'smallLength'])),
};

const keysOf = <K extends string>(table: Record<K, unknown>): K[] => Object.keys(table) as K[]; // its keys are its names

function askOf(packing: Packing, diameter: number, loads: Loads, pressure: number): Asked {
  const section = (Math.PI / 4) * diameter ** 2;
  const F = flowParameter(loads);
  const { area, voidFraction, constants } = packing;
  return {
    packing,
    diameter,
    loads,
    uV: vapourVolume(loads) / section,
    uL: liquidVolume(loads) / section,
    F,
    pressure,
    flooded:
      area === null || voidFraction === null || constants.flooding === null
        ? undefined
        : floodingPoint(F, { area, voidFraction }, loads, constants.flooding),
  };
}

/**
 * Superficial vapour velocity at flooding, m/s, by the method in force or the first that the packing has constants for: at a constant ratio of liquid to
 * vapour it is the same at every diameter. undefined where there is none.
 */
export function bedFloodingVelocity(packing: Packing, loads: Loads, around: BedCircumstances): number | undefined {
  const found = first(FLOODING, around.flooding, askOf(packing, 1, loads, around.pressure));
  return found === undefined ? undefined : around.systemFactor * found.value;
}

/** Pressure drop, Pa/m, by the method in force or the first that has one; null where it is flooded, undefined without constants. */
export function bedDrop(packing: Packing, diameter: number, loads: Loads, around: BedCircumstances): number | null | undefined {
  const asked = askOf(packing, diameter, loads, around.pressure);
  for (const method of [around.drop, ...keysOf(DROP)]) {
    const drop = DROP[method](asked);
    if (drop !== undefined) return drop;
  }
  return undefined;
}

/** What a bed's pressure comes from: its drop, Pa/m, and the height of a stage, m, each by the method in force; null where it is flooded, or nothing tells it. */
export function bedInForce(
  packing: Packing,
  diameter: number,
  loads: Loads,
  around: BedCircumstances,
): { drop: number | null; isFlooded: boolean; hetp: number | null; hetpBy: HetpMethod | null } {
  const asked = askOf(packing, diameter, loads, around.pressure);
  const flooding = first(FLOODING, around.flooding, asked)?.value;
  const isFlooded = flooding !== undefined && asked.uV >= around.systemFactor * flooding;
  const hetp = first(HETP, around.hetp, asked);
  // A method may find it flooded that is not the one in force for flooding.
  const drop = isFlooded ? null : DROP[first(DROP, around.drop, asked)?.method ?? around.drop](asked);
  return {
    drop: typeof drop === 'number' && Number.isFinite(drop) ? drop : null,
    isFlooded: drop === null,
    hetp: hetp?.value ?? null,
    hetpBy: hetp?.method ?? null,
  };
}

/** Of the method in force, or of the first of all that has a value: a finite one. */
function first<M extends string>(
  table: Record<M, (asked: Asked) => number | null | undefined>,
  method: M,
  asked: Asked,
): { method: M; value: number } | undefined {
  for (const each of [method, ...keysOf(table)]) {
    const value = table[each](asked);
    if (typeof value === 'number' && Number.isFinite(value)) return { method: each, value };
  }
  return undefined;
}

/** The value of the method in force, or of the first that has one. */
const chosen = <M extends string>(list: readonly ByMethod<M>[], method: M): ByMethod<M> | undefined =>
  list.find((each) => each.method === method) ?? list[0];

/** Everything that a bed does at its loads. */
export function rateBed(packing: Packing, diameter: number, loads: Loads, around: BedCircumstances): BedRating {
  const asked = askOf(packing, diameter, loads, around.pressure);
  const { uV, uL } = asked;
  const floodings = keysOf(FLOODING).flatMap((method): ByMethod<PackingFlooding>[] => {
    const velocity = FLOODING[method](asked);
    if (velocity === undefined) return [];
    return [{ method, value: uV / (around.systemFactor * velocity), outside: FLOODING_RANGE[method](asked) }];
  });
  const flooding = chosen(floodings, around.flooding);
  const isFlooded = flooding !== undefined && flooding.value >= 1;
  const drops = keysOf(DROP).flatMap((method): ByMethod<PackingDrop>[] => {
    const value = DROP[method](asked);
    return typeof value === 'number' && Number.isFinite(value) ? [{ method, value, outside: DROP_RANGE[method](asked) }] : [];
  });
  const drop = isFlooded ? undefined : chosen(drops, around.drop);
  const hetps = keysOf(HETP).flatMap((method): ByMethod<HetpMethod>[] => {
    const value = HETP[method](asked);
    return value !== undefined && Number.isFinite(value) ? [{ method, value, outside: HETP_RANGE[method](asked) }] : [];
  });
  const hetp = chosen(hetps, around.hetp);
  return {
    flowParameter: asked.F,
    vapourVelocity: uV,
    liquidVelocity: uL,
    fFactor: fFactor(uV, loads),
    cFactor: cFactor(uV, loads),
    flooding: flooding?.value ?? null,
    floodedBy: flooding?.method ?? null,
    floodings,
    drop: drop?.value ?? null,
    dropBy: drop?.method ?? null,
    drops,
    holdUp: heldUp(asked)?.value ?? null,
    wetting: packing.area === null ? null : (around.turnDown * uL) / leastLiquid(packing.area, packing.size),
    hetp: hetp?.value ?? null,
    hetpBy: hetp?.method ?? null,
    hetps,
  };
}
