/**
 * The energy-balanced construction: stages stepped with the enthalpies of saturated liquid and vapour instead of constant molar overflow. In every
 * section what goes up in all (Δ), of the light component (Δx) and as heat (ΔH) is the same between any two stages,
 *   V − L = Δ,  V y − L x = Δx,  V H(y) − L h(x) = ΔH,
 * which gives the vapour y that rises past a liquid x: on the enthalpy diagram all such pairs lie on lines through one difference point.
 * Source: Ponchon, Technique moderne 13 (1921) 20; Savarit, Arts et métiers 75 (1922) 65; Treybal, Mass-Transfer Operations, 3rd ed. (1980), ch. 9.
 */
import { outOfReach, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { Entry } from './column.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';
import { condenserEnds, entryEnthalpies, feedReason, placesWanted, stagesOfKind, steps, workOf } from './design.ts';
import type { CondenserEnthalpies, DesignBasis, DesignInput, Work } from './design.ts';
import { molarEnthalpy } from './feed.ts';
import { onLine } from './lines.ts';
import type { OperatingLines } from './lines.ts';
import type { Locus, Stage } from './staircase.ts';

/** The same split and reflux as a design's by the energy-balanced construction. */
export interface EnergyBalanced {
  needed: number;
  stages: Stage[];
  feedStages: number[];
  /** mol/mol */
  minimumReflux: number;
  /** Liquid and vapour between each two stages, per mole of feed. */
  liquid: number[];
  vapour: number[];
  /** Where liquid and vapour pass each other, from the bottom up, for drawing. */
  locus: { x: number[]; y: number[] };
}

/**
 * @param basis of the design at constant molar overflow
 * @returns solved, or out-of-reach as a design is; undefined where steam is blown in, whose heat the split does not say
 */
export function balanceEnergy(curve: BinaryCurve, input: DesignInput, basis: DesignBasis): Outcome<EnergyBalanced> | undefined {
  const { lines, reflux } = basis;
  if (lines.steam !== null) return undefined;
  const work = workOf(curve, input);
  const wanted = placesWanted(work);
  return rescued(() => {
    const { enthalpies: condenserAt } = condenserEnds(work);
    const energy = { curve, entries: work.entries, lines, enthalpies: entryEnthalpies(work), reflux, condenserAt };
    const least = energyMinimumReflux(energy, work.xD, work.xB);
    if (reflux <= least) return outOfReach({ code: 'below-minimum-reflux', reflux, minimum: least, from: work.xB, to: work.xD });
    const locus = energyLocus(energy);
    const stairs = steps(work, locus, wanted);
    if (stairs.end !== 'reached') return outOfReach(feedReason(work, locus, wanted, stairs));
    const { stages, placed, needed } = stairs;
    const between = stages.slice(0, -1).map(({ x }, j) => {
      const k = placed.filter((stage) => stage <= j + 1).length;
      return flowsBetween(lines, k, x, stages[j + 1].y);
    });
    return solved({
      needed,
      stages,
      feedStages: stagesOfKind(work.entries, placed, 'feed'),
      minimumReflux: least,
      liquid: between.map(({ liquid }) => liquid),
      vapour: between.map(({ vapour }) => vapour),
      locus: locusPoints(work, locus),
    });
  });
}

/** What the enthalpies of a column are, J/mol. */
interface EnergyInput {
  curve: BinaryCurve;
  entries: readonly Entry[];
  lines: OperatingLines;
  /** Of each entry, a draw's as it leaves. */
  enthalpies: readonly number[];
  /** Reflux as it leaves the condenser, mol/mol. */
  reflux: number;
  condenserAt: (reflux: number) => CondenserEnthalpies;
}

/** The heat that goes up in each section, J per mole of feed. */
function netHeats({ entries, lines, enthalpies, reflux, condenserAt }: EnergyInput): number[] {
  const top = condenserAt(reflux);
  let heat = lines.distillate * ((reflux + 1) * top.vapour - reflux * top.reflux);
  return [heat, ...entries.map(({ flow }, k) => (heat -= flow * enthalpies[k]))];
}

function energyLocus(input: EnergyInput): Locus {
  const { curve, entries, lines } = input;
  const heats = netHeats(input);
  const point = makeCurvePoint();
  const liquidHeat = (x: number): number => {
    curve.at(x, point);
    return molarEnthalpy(curve, 'liquid', point.T, x);
  };
  const vapourHeat = (y: number): number => {
    curve.atVapour(y, point);
    return molarEnthalpy(curve, 'vapour', point.T, y);
  };
  /** The three balances with L and V eliminated; nearly straight in y, so that a secant from the line of constant overflow meets it at once. */
  function vapour(k: number, x: number): number {
    const { net, netLight, line } = lines.sections[k];
    const h = liquidHeat(x);
    const miss = (y: number): number => (netLight - net * x) * vapourHeat(y) - (netLight - net * y) * h - heats[k] * (y - x);
    let before = inside(onLine(line, x));
    let y = inside(before + NUDGE * (before > 0.5 ? -1 : 1));
    let missBefore = miss(before);
    for (let round = 0; round < ROUNDS; round++) {
      const missed = miss(y);
      const step = missed === missBefore ? 0 : (missed * (y - before)) / (missed - missBefore);
      before = y;
      missBefore = missed;
      y = inside(y - step);
      if (Math.abs(step) < SETTLED) return y;
    }
    return valueOrInterrupt<never>(outOfReach({ code: 'no-convergence', iterations: ROUNDS, residual: Math.abs(y - before) }));
  }
  /** A feed where the steps are longest; a draw where the stage has its composition. */
  function passes(k: number, x: number): boolean {
    const { kind, z, q } = entries[k];
    if (kind === 'feed') return vapour(k + 1, x) <= vapour(k, x);
    return q === 1 ? x <= z : vapour(k, x) <= z;
  }
  return { vapour, passes };
}

const inside = (share: number): number => Math.min(Math.max(share, EDGE), 1 - EDGE);

/** L and V between a liquid x and the vapour y that rises past it, per mole of feed. */
function flowsBetween(lines: OperatingLines, k: number, x: number, y: number): { liquid: number; vapour: number } {
  const { net, netLight } = lines.sections[k];
  const liquid = (netLight - net * y) / (y - x);
  return { liquid, vapour: liquid + net };
}

/**
 * The smallest reflux at which the pairs of no section reach the curve. A liquid x and the vapour y* over it lie on the locus of a section at one
 * reflux; of the sections that a feed may be above or below the one with the smaller reflux serves, and the largest along the curve is the minimum.
 */
function energyMinimumReflux(input: EnergyInput, xD: number, xB: number): number {
  const { curve, entries, lines, enthalpies, condenserAt } = input;
  const heatAbove = [0];
  entries.forEach(({ flow }, k) => heatAbove.push(heatAbove[k] + flow * enthalpies[k]));
  const point = makeCurvePoint();
  let top = condenserAt(input.reflux);
  /** The reflux at which the pair of the curve at x is on the locus. */
  const through = (x: number, y: number, T: number): number => {
    const H = molarEnthalpy(curve, 'vapour', T, y);
    const h = molarEnthalpy(curve, 'liquid', T, x);
    let least = Infinity;
    for (let k = firstSection(entries, x); k <= lastSection(entries, x); k++) {
      const { net, netLight } = lines.sections[k];
      const liquid = (netLight - net * y) / (y - x);
      const heat = (net + liquid) * H - liquid * h + heatAbove[k];
      least = Math.min(least, (heat / lines.distillate - top.vapour) / (top.vapour - top.reflux));
    }
    return least;
  };
  const at = (x: number): number => {
    curve.at(x, point);
    return through(x, point.y, point.T);
  };
  let minimum = 0;
  // Over a partial condenser the vapour changes a little with the reflux.
  for (let round = 0; round < CONDENSER_ROUNDS; round++) {
    const sampled = (j: number): number =>
      curve.x[j] > xB && curve.x[j] < xD ? through(curve.x[j], curve.y[j], curve.T[j]) : -Infinity;
    let best = 1;
    for (let j = 1; j + 1 < curve.x.length; j++) if (sampled(j) > sampled(best)) best = j;
    minimum = highest(at, Math.max(curve.x[best - 1], xB + EDGE), Math.min(curve.x[best + 1], xD - EDGE));
    top = condenserAt(minimum);
  }
  return minimum;
}

/** Enough to draw a curve that is nearly straight. */
function locusPoints({ xD, xB, entries }: Work, locus: Locus): { x: number[]; y: number[] } {
  const x = Array.from({ length: LOCUS_POINTS + 1 }, (_, k) => xB + ((xD - xB) * k) / LOCUS_POINTS);
  const y = x.map((at, j) => {
    if (j === LOCUS_POINTS) return xD;
    let k = 0;
    while (k < entries.length && locus.passes(k, at)) k++;
    return locus.vapour(k, at);
  });
  return { x, y };
}

/** A draw is taken at its composition: above it the sections above hold, below it those below. */
const firstSection = (entries: readonly Entry[], x: number): number =>
  entries.findLastIndex(({ kind, pinch }) => kind === 'draw' && pinch.x >= x) + 1;

function lastSection(entries: readonly Entry[], x: number): number {
  const next = entries.findIndex(({ kind, pinch }) => kind === 'draw' && pinch.x < x);
  return next < 0 ? entries.length : next;
}

/** The largest value of a function with one peak between two places, by golden section. */
function highest(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  let best = Math.max(f(low), f(high));
  for (let cut = 0; cut < CUTS; cut++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    const [fa, fb] = [f(a), f(b)];
    best = Math.max(best, fa, fb);
    if (fa > fb) high = b;
    else low = a;
  }
  return best;
}

const LOCUS_POINTS = 48;
const EDGE = 1e-12;
const NUDGE = 1e-4;
const ROUNDS = 40;
const SETTLED = 1e-13;
const CONDENSER_ROUNDS = 3;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const CUTS = 30;
