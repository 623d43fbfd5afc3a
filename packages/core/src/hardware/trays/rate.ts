/** A tray at its loads: everything that a given geometry does, each quantity by the method in force and, beside it, by all that are known. */
import { bracketedRoot } from '../../numerics/index.ts';
import { cFactor, fFactor, flowParameter, GRAVITY, liquidVolume, scaled, vapourVolume } from '../loads.ts';
import type { Loads } from '../loads.ts';
import { boundedLog, finiteOnly, outsideOf } from '../range.ts';
import type { ByMethod } from '../range.ts';
import { clearLiquid, residualHead } from './clearLiquid.ts';
import type { Froth } from './clearLiquid.ts';
import { apronLoss, downcomerFroth, leastResidence, mostVelocity } from './downcomer.ts';
import type { Foaming } from './downcomer.ts';
import { dryDrop } from './dryDrop.ts';
import type { DryDropMethod } from './dryDrop.ts';
import { trayEfficiency } from './efficiency.ts';
import type { EfficiencyMethod } from './efficiency.ts';
import { entrainment } from './entrainment.ts';
import type { EntrainmentMethod } from './entrainment.ts';
import { FLOODING_METHODS, floodingOutside, floodingVelocity } from './flooding.ts';
import type { FloodingMethod } from './flooding.ts';
import { trayAreas, weirLoad } from './geometry.ts';
import type { Tray, TrayAreas } from './geometry.ts';
import { regimeOf } from './regime.ts';
import type { Regime } from './regime.ts';
import { eduljeeVelocity, holeFroude, WEEP_FROUDE, weepConstant, weepVelocity } from './weeping.ts';
import type { WeepingMethod } from './weeping.ts';
import { weirCrest } from './weir.ts';

/** What is said of the system and of the methods. */
export interface TrayCircumstances {
  flooding: FloodingMethod;
  foaming: Foaming;
  /** 1 where nothing foams. */
  systemFactor: number;
  /** Smallest load, of this one. */
  turnDown: number;
}

/** A tray at its loads, SI. */
export interface TrayRating {
  flowParameter: number;
  netVelocity: number; // m/s
  activeVelocity: number;
  holeVelocity: number;
  fFactor: number; // Pa^½, on the active area
  cFactor: number; // m/s, on the net area
  /** Share of flooding at this ratio of liquid to vapour, by the method in force; `floodings` by all. */
  flooding: number;
  floodings: ByMethod<FloodingMethod>[];
  /** kg of liquid carried up in a kg of liquid that flows, by Fair's curve; `entrainments` in a kg of vapour, by all. */
  entrained: number;
  entrainments: ByMethod<EntrainmentMethod>[];
  dryDrops: ByMethod<DryDropMethod>[]; // m of liquid
  clearLiquid: number; // m
  frothHeight: number; // m
  residual: number; // m
  drop: number; // Pa, of the tray
  weirLoad: number; // m²/s
  weirCrest: number; // m
  backup: number; // m of clear liquid
  /** Froth in the downcomer, of the room up to the weir of the tray above. */
  backupShare: number;
  residence: number; // s
  /** Least residence over what there is. */
  residenceShare: number;
  downcomerVelocity: number; // m/s of clear liquid at its top
  chokeShare: number;
  /** Hole velocity at turn-down over the one at which it weeps there; null for valves and caps, which close. */
  weepMargin: number | null;
  /** m/s in the holes below which they weep at turn-down, by both methods; empty for valves and caps. */
  weepings: ByMethod<WeepingMethod>[];
  /** Of this load, at which weeping begins; null where it cannot. */
  weepsAt: number | null;
  regime: Regime;
  efficiencies: ByMethod<EfficiencyMethod>[];
}

/** Liquid on trays that are no sieves is a share of weir and crest: common practice, after Bolles' aeration factors. */
const AERATION = 0.6;

/** Liquid and froth on a tray of any kind. */
function liquidOn(tray: Tray, loads: Loads, areas: TrayAreas): Froth {
  if (tray.kind === 'sieve' || tray.kind === 'fixed-valve') return clearLiquid(tray, loads);
  const crest = weirCrest(weirLoad(liquidVolume(loads), areas));
  const head = tray.kind === 'bubble-cap' ? tray.cap.seal + crest : tray.weirHeight + crest;
  const clear = AERATION * head;
  // Froth of half the density of what is under it: 2β − 1, Hutchinson, Buron & Miller (1949).
  const density = Math.max(2 * AERATION - 1, 0.2);
  return { clear, density, height: clear / density };
}

/** Whether vapour comes through holes that are always open. */
export const isHoled = ({ kind }: Tray): boolean => kind === 'sieve' || kind === 'fixed-valve';

/** Pressure drop of a tray as m of its liquid, with its parts. */
function headsOf(
  tray: Tray,
  loads: Loads,
  areas: TrayAreas,
): { froth: Froth; dryDrops: ByMethod<DryDropMethod>[]; residual: number; all: number } {
  const froth = liquidOn(tray, loads, areas);
  const dryDrops = dryDrop(tray, loads);
  const residual = isHoled(tray) ? residualHead(tray.holeDiameter, loads) : 0;
  return { froth, dryDrops, residual, all: dryDrops[0].value + froth.clear + residual };
}

/** A tray's pressure drop, Pa. */
export const trayDrop = (tray: Tray, loads: Loads): number =>
  headsOf(tray, loads, trayAreas(tray)).all * GRAVITY * loads.liquidDensity;

/** Share of flooding by a method. */
export const floodingShare = (method: FloodingMethod, tray: Tray, loads: Loads, systemFactor: number): number =>
  vapourVolume(loads) / trayAreas(tray).net / floodingVelocity(method, tray, loads, systemFactor);

/** Hole velocity over that at which holes weep, so much of the loads. */
export function weepMarginAt(tray: Tray, loads: Loads, share: number): number {
  const areas = trayAreas(tray);
  const part = scaled(loads, share);
  return holeFroude(vapourVolume(part) / areas.holes, liquidOn(tray, part, areas).clear, part) / WEEP_FROUDE;
}

/** Clear liquid in a downcomer, m: the tray's drop, weir and crest, and the loss under the apron. */
function backupOf(tray: Tray, loads: Loads): number {
  const areas = trayAreas(tray);
  const L = liquidVolume(loads);
  return headsOf(tray, loads, areas).all + tray.weirHeight + weirCrest(weirLoad(L, areas)) + apronLoss(L, areas.apron);
}

/** Froth in a downcomer, of the room up to the weir of the tray above. */
export const backupShare = (tray: Tray, loads: Loads, foaming: Foaming): number =>
  backupOf(tray, loads) / downcomerFroth(foaming) / (tray.spacing + tray.weirHeight);

/** Velocities in the holes below which they weep at these loads: the chart of K2 is known at one place with certainty, so that its value is for comparison. */
function weepVelocities(tray: Tray, loads: Loads): ByMethod<WeepingMethod>[] {
  const areas = trayAreas(tray);
  const crest = weirCrest(weirLoad(liquidVolume(loads), areas));
  const K2 = weepConstant(tray.weirHeight + crest);
  return [
    { method: 'lockett', value: weepVelocity(liquidOn(tray, loads, areas).clear, loads), outside: [] },
    {
      method: 'eduljee',
      value: eduljeeVelocity(K2, tray.holeDiameter, loads),
      outside: outsideOf(['weir and crest', tray.weirHeight + crest, 0.01, 0.12, 'smallLength']),
    },
  ];
}

/** Of a tray's load, at which it begins to weep: the margin rises with the load. */
function weepsAt(tray: Tray, loads: Loads): number | null {
  const miss = (logarithm: number): number => boundedLog(weepMarginAt(tray, loads, Math.exp(logarithm)));
  const [low, high] = [Math.log(LEAST_LOAD), Math.log(MOST_LOAD)];
  return miss(low) < 0 && miss(high) > 0 ? Math.exp(bracketedRoot(miss, low, high, 1e-6)) : null;
}

const LEAST_LOAD = 1e-3;
const MOST_LOAD = 100;

/** Everything that a tray does at its loads. */
export function rateTray(
  tray: Tray,
  loads: Loads,
  { flooding: method, foaming, systemFactor, turnDown }: TrayCircumstances,
): TrayRating {
  const areas = trayAreas(tray);
  const [V, L] = [vapourVolume(loads), liquidVolume(loads)];
  const { froth, dryDrops, residual, all } = headsOf(tray, loads, areas);
  const q = weirLoad(L, areas);
  const crest = weirCrest(q);
  const backup = backupOf(tray, loads);
  const net = V / areas.net;
  const floodings = FLOODING_METHODS.map((each) => {
    const value = net / floodingVelocity(each, tray, loads, systemFactor);
    return { method: each, value, outside: floodingOutside(each, tray, loads) };
  });
  const flooding = floodings.find((each) => each.method === method)?.value ?? Number.NaN;
  const entrainments = finiteOnly(entrainment(tray, loads, flooding));
  const residence = (areas.downcomerTop * backup) / L;
  const velocity = L / areas.downcomerTop;
  const hole = V / areas.holes;
  const weepMargin = isHoled(tray) ? weepMarginAt(tray, loads, turnDown) : null;
  return {
    flowParameter: flowParameter(loads),
    netVelocity: net,
    activeVelocity: V / areas.active,
    holeVelocity: hole,
    fFactor: fFactor(V / areas.active, loads),
    cFactor: cFactor(net, loads),
    flooding,
    floodings: finiteOnly(floodings),
    entrained: ((entrainments.at(0)?.value ?? Number.NaN) * loads.vapour) / loads.liquid,
    entrainments,
    dryDrops: finiteOnly(dryDrops),
    clearLiquid: froth.clear,
    frothHeight: froth.height,
    residual,
    drop: all * GRAVITY * loads.liquidDensity,
    weirLoad: q,
    weirCrest: crest,
    backup,
    backupShare: backupShare(tray, loads, foaming),
    residence,
    residenceShare: leastResidence(foaming) / residence,
    downcomerVelocity: velocity,
    chokeShare: velocity / mostVelocity(foaming, tray.spacing),
    weepMargin,
    weepings: isHoled(tray) ? finiteOnly(weepVelocities(tray, scaled(loads, turnDown))) : [],
    weepsAt: isHoled(tray) ? weepsAt(tray, loads) : null,
    regime: regimeOf(hole, froth.clear, tray.holeDiameter, flowParameter(loads), areas.weirLength / areas.active, loads),
    efficiencies: finiteOnly(trayEfficiency(tray, loads, flooding)),
  };
}
