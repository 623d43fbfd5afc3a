/**
 * Washing a gas with a liquid, or stripping a liquid with a gas, drawn for one solute: in mole ratios to what does not pass from one to the other,
 *   Y = y/(1 − y),  X = x/(1 − x),
 * the operating line is straight, Y − Y_top = (L′/G′)(X − X_top), whatever passes. Absorption is stepped from its top, stripping from its bottom, each
 * from its lean end, on the model's own equilibrium.
 * Source: Treybal, Mass-Transfer Operations, 3rd ed. (1980), ch. 8; McCabe, Smith & Harriott, 5th ed. (1993), ch. 17.
 */
import { bracketedRoot } from '../numerics/index.ts';

/** Whether a gas is washed or a liquid stripped. */
export type TransferKind = 'absorption' | 'stripping';

/** One solute that passes between a gas and a liquid, in mole ratios. */
export interface Transfer {
  kind: TransferKind;
  /** Mole fraction y of the solute over a liquid of mole fraction x, the rest of both being what does not pass; rises with x. */
  equilibrium: (x: number) => number;
  /** Mole ratios as they enter. */
  gasIn: number;
  liquidIn: number;
}

/** What enters and leaves at both ends, mole ratios. */
export interface TransferEnds {
  top: { X: number; Y: number };
  bottom: { X: number; Y: number };
}

/** The least flow that does what is asked. */
export interface TransferLimit {
  /** Of the line that touches, L′/G′: the least for absorption, the greatest for stripping. */
  slope: number;
  pinch: { X: number; Y: number };
  kind: 'end' | 'tangent';
}

/** Stages stepped between operating line and equilibrium. */
export interface TransferStages {
  /** From the top down, X and Y leaving each. */
  stages: { X: number; Y: number }[];
  /** The last (for stripping the first) as the share of its step in X. */
  needed: number;
}

/** Moles per mole of what does not pass, of a mole fraction. */
export const toRatio = (fraction: number): number => (fraction < 1 ? fraction / (1 - fraction) : Infinity);
/** Mole fraction, of moles per mole of what does not pass. */
export const toFraction = (ratio: number): number => ratio / (1 + ratio);

/** Equilibrium in ratios. */
const ratioOver = ({ equilibrium }: Transfer, X: number): number => toRatio(equilibrium(toFraction(X)));

/** The most of the solute that any number of stages can pass: what leaves lean is in equilibrium with what enters lean. */
export function greatestRecovery(transfer: Transfer): number {
  const { kind, gasIn, liquidIn } = transfer;
  const least = kind === 'absorption' ? ratioOver(transfer, liquidIn) / gasIn : liquidUnder(transfer, gasIn, liquidIn) / liquidIn;
  return Math.max(0, 1 - least);
}

/** The ends for a part of the solute that passes, with the slope L′/G′. */
export function transferEnds({ kind, gasIn, liquidIn }: Transfer, recovery: number, slope: number): TransferEnds {
  if (kind === 'absorption') {
    const out = gasIn * (1 - recovery);
    return { top: { X: liquidIn, Y: out }, bottom: { X: liquidIn + (gasIn - out) / slope, Y: gasIn } };
  }
  const out = liquidIn * (1 - recovery);
  return { top: { X: liquidIn, Y: gasIn + slope * (liquidIn - out) }, bottom: { X: out, Y: gasIn } };
}

/**
 * The line from the lean end that touches the equilibrium curve: with less liquid, or less gas, no number of stages does it. Looked for on samples
 * between the lean end and where the rich stream would be in equilibrium, and refined by golden section. The samples stand in fractions, evenly and, towards
 * the lean end, by factors: in ratios, which run to infinity where a gas is richer than the solute's own vapour, all would lie beyond the curve's bend.
 */
export function transferLimit(transfer: Transfer, recovery: number): TransferLimit {
  const { kind, gasIn, liquidIn } = transfer;
  const isAbsorption = kind === 'absorption';
  const lean = isAbsorption ? { X: liquidIn, Y: gasIn * (1 - recovery) } : { X: liquidIn * (1 - recovery), Y: gasIn };
  const rich = isAbsorption ? liquidUnder(transfer, gasIn, Infinity) : liquidIn;
  const steepness = (X: number): number => {
    const slope = (ratioOver(transfer, X) - lean.Y) / (X - lean.X);
    return isAbsorption ? slope : -slope;
  };
  const samples = fractionsBetween(toFraction(lean.X), toFraction(Math.min(rich, RICHEST)));
  const ofFraction = (x: number): number => steepness(toRatio(x));
  const last = samples.length - 1;
  let best = last;
  for (let k = 0; k < last; k++) if (ofFraction(samples[k]) > ofFraction(samples[best])) best = k;
  const isEnd = best === last;
  const X = isEnd ? rich : toRatio(peakBetween(ofFraction, samples[Math.max(best - 1, 0)], samples[best + 1]));
  return { slope: Math.abs(steepness(X)), pinch: { X, Y: ratioOver(transfer, X) }, kind: isEnd ? 'end' : 'tangent' };
}

/** From just off the lean fraction to the rich one, in rising order for both directions of transfer. */
function fractionsBetween(lean: number, rich: number): number[] {
  const parts = [
    ...Array.from({ length: SAMPLES }, (_, k) => (k + 1) / SAMPLES),
    ...Array.from({ length: NEAR_SAMPLES }, (_, k) => 10 ** (-2 - (4 * (k + 1)) / NEAR_SAMPLES)),
  ].sort((a, b) => a - b);
  return parts.map((part) => lean + (rich - lean) * part);
}

/** Steps between the ends; undefined when they are more than `limit`, or the line meets the curve. */
export function stepTransfer(transfer: Transfer, ends: TransferEnds, limit: number): TransferStages | undefined {
  return transfer.kind === 'absorption' ? stepAbsorption(transfer, ends, limit) : stepStripping(transfer, ends, limit);
}

const slopeOf = ({ top, bottom }: TransferEnds): number => (bottom.Y - top.Y) / (bottom.X - top.X);

function stepAbsorption(transfer: Transfer, ends: TransferEnds, limit: number): TransferStages | undefined {
  const { top, bottom } = ends;
  const slope = slopeOf(ends);
  const smallest = SMALLEST * (bottom.X - top.X);
  const stages: TransferStages['stages'] = [];
  let before = top.X;
  let Y = top.Y;
  while (stages.length < limit) {
    const X = liquidUnder(transfer, Y, Infinity);
    if (!(X - before > smallest)) return undefined;
    stages.push({ X, Y });
    if (X >= bottom.X) return { stages, needed: stages.length - 1 + (bottom.X - before) / (X - before) };
    before = X;
    Y = top.Y + slope * (X - top.X);
  }
  return undefined;
}

function stepStripping(transfer: Transfer, ends: TransferEnds, limit: number): TransferStages | undefined {
  const { top, bottom } = ends;
  const slope = slopeOf(ends);
  const smallest = SMALLEST * (top.X - bottom.X);
  const stages: TransferStages['stages'] = [];
  let X = bottom.X;
  while (stages.length < limit) {
    const Y = ratioOver(transfer, X);
    stages.unshift({ X, Y });
    const above = bottom.X + (Y - bottom.Y) / slope;
    if (!(above - X > smallest)) return undefined;
    if (above >= top.X) return { stages, needed: stages.length - 1 + (top.X - X) / (above - X) };
    X = above;
  }
  return undefined;
}

/** The part of the solute that so many stages pass at this slope; by halving, since beyond reach there are no stages to count. */
export function recoveryOf(transfer: Transfer, slope: number, stages: number): number {
  let [low, high] = [0, greatestRecovery(transfer)];
  for (let cut = 0; cut < HALVINGS; cut++) {
    const middle = (low + high) / 2;
    const found = stepTransfer(transfer, transferEnds(transfer, middle, slope), Math.ceil(stages) + 2);
    if (found !== undefined && found.needed <= stages) low = middle;
    else high = middle;
  }
  return low;
}

/** The liquid in equilibrium with a gas of ratio Y, at most `most`. */
function liquidUnder({ equilibrium }: Transfer, Y: number, most: number): number {
  const y = toFraction(Y);
  const richest = toFraction(Math.min(most, RICHEST));
  if (equilibrium(richest) <= y) return toRatio(richest);
  if (y <= equilibrium(0)) return 0;
  return toRatio(bracketedRoot((x) => equilibrium(x) - y, 0, richest, 1e-16));
}

function peakBetween(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let cut = 0; cut < CUTS; cut++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (f(a) > f(b)) high = b;
    else low = a;
  }
  return (low + high) / 2;
}

const SAMPLES = 100;
/** Between a hundredth and a millionth of the way from the lean end. */
const NEAR_SAMPLES = 40;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const CUTS = 40;
const HALVINGS = 50;
/** A step smaller than this, as a part of the whole way in X, is a pinch. */
const SMALLEST = 1e-10;
/** Liquid that is all but pure solute. */
const RICHEST = 1e9;
