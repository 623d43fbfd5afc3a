/**
 * McCabe-Thiele design of a binary column at constant pressure and constant molar overflow: from the split, the feed's quality and the
 * reflux to stages, feed stage, minimum reflux, minimum stages, flows and duties. Everything a wish can get wrong comes back as a reason.
 * Source: McCabe & Thiele, Ind. Eng. Chem. 17 (1925) 605.
 */
import { bracketedRoot, outOfReach, solved } from '../numerics/index.ts';
import type { Outcome, Reason, Warning } from '../numerics/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';
import { molarEnthalpy } from './feed.ts';
import { onLine, operatingLines } from './lines.ts';
import type { OperatingLines, Split } from './lines.ts';
import { minimumReflux, minimumStages } from './minimum.ts';
import type { MinimumReflux } from './minimum.ts';
import { feedStageRange, stepDown } from './staircase.ts';
import type { Stage, Staircase } from './staircase.ts';

export interface DesignInput extends Split {
  reflux: { kind: 'ratio' | 'multiple'; value: number };
  condenser: 'total' | 'partial';
  feedStage: number | 'best';
  /** Stages as a rating has them; they are then not stepped here. */
  rated?: Stage[];
  /** J/mol, from `feedQuality`. */
  feedEnthalpy: number;
}

/** What stands as soon as the split itself is possible, whether or not the reflux serves it. */
export interface DesignBasis {
  split: Split;
  minimumReflux: MinimumReflux;
  /** Stages at total reflux, the last one fractional. */
  minimumStages: number;
  /** mol/mol */
  reflux: number;
  lines: OperatingLines;
  stages: Stage[];
}

export interface Design extends DesignBasis {
  /** Stages needed, the last one fractional, and the whole number above; a partial condenser and the reboiler are among them. */
  needed: number;
  whole: number;
  feedStage: number;
  bestFeedStage: number;
  /** What the best feed stage would need. */
  neededAtBest: number;
  /** V/B in the stripping section, mol/mol. */
  boilUpRatio: number;
  /** J per mole of feed; the condenser's is negative: heat leaves. */
  condenserDuty: number;
  reboilerDuty: number;
  /** Temperatures of the products as they leave, K. */
  distillateTemperature: number;
  bottomsTemperature: number;
}

/** The answer, or the reason with as much of the drawing as still stands. */
export interface DesignOutcome {
  outcome: Outcome<Design>;
  basis: DesignBasis | null;
}

/** More stages than this are no column for a binary pair; the largest built for close boilers have some 200 to 300 (common practice). */
const STAGE_LIMIT = 500;

/** Nothing is purer: beyond this, 1 − x has no figures left. */
const PUREST = 1e-12;

export function designColumn(curve: BinaryCurve, input: DesignInput): DesignOutcome {
  const wrongSplit = splitReason(curve, input);
  if (wrongSplit !== undefined) return { outcome: outOfReach(wrongSplit), basis: null };
  const minimum = minimumReflux(curve, input);
  const R = input.reflux.kind === 'ratio' ? input.reflux.value : input.reflux.value * minimum.ratio;
  if (!Number.isFinite(minimum.ratio)) return { outcome: outOfReach({ code: 'not-finite', what: 'minimum reflux' }), basis: null };
  // Without reflux the column strips only: that does where the split asks less than none.
  if (!(R > 0 || (R === 0 && minimum.ratio < 0)))
    return { outcome: outOfReach({ code: 'reflux-not-positive', reflux: R }), basis: null };
  const noBoilUp = boilUpReason(input, R, minimum);
  if (noBoilUp !== undefined) return { outcome: outOfReach(noBoilUp), basis: null };
  const lines = operatingLines(input, R);
  const { z, xD, xB, q } = input;
  const basis: DesignBasis = {
    split: { z, xD, xB, q },
    minimumReflux: minimum,
    minimumStages: minimumStages(curve, xD, xB, STAGE_LIMIT),
    reflux: R,
    lines,
    stages: [],
  };
  if (R <= minimum.ratio) return { outcome: outOfReach(shortReflux(curve, basis)), basis };
  return stepped(curve, input, basis);
}

function stepped(curve: BinaryCurve, input: DesignInput, basis: DesignBasis): DesignOutcome {
  const best = stepDown(curve, input, basis.lines, 'best', STAGE_LIMIT);
  const stairs = stairsOf(curve, input, basis, best);
  const drawn = { ...basis, stages: stairs.stages };
  if (best.end !== 'reached') return { outcome: outOfReach({ code: 'too-many-stages', limit: STAGE_LIMIT }), basis: drawn };
  if (stairs.end !== 'reached') return { outcome: outOfReach(feedReason(curve, input, basis, stairs)), basis: drawn };
  const design: Design = {
    ...drawn,
    needed: stairs.needed,
    whole: stairs.stages.length,
    feedStage: stairs.feedStage,
    bestFeedStage: best.feedStage,
    neededAtBest: best.needed,
    boilUpRatio: basis.lines.vapourBelow / basis.lines.bottoms,
    ...duties(curve, input, basis.lines),
  };
  return { outcome: solved(design, { iterations: design.whole, residual: 0 }, warnings(input, design)), basis: drawn };
}

function stairsOf(curve: BinaryCurve, input: DesignInput, basis: DesignBasis, best: Staircase): Staircase {
  const { feedStage, rated } = input;
  if (feedStage === 'best') return best;
  if (rated !== undefined) return { end: 'reached', stages: rated, feedStage, needed: rated.length };
  return stepDown(curve, input, basis.lines, feedStage, STAGE_LIMIT);
}

/** Wishes that no reflux can meet. */
function splitReason(curve: BinaryCurve, { z, xD, xB }: Split): Reason | undefined {
  if (!(PUREST <= xB && xB < z && z < xD && xD <= 1 - PUREST)) return { code: 'feed-outside-products', z, xB, xD };
  const [name, other] = [curve.model.names[0], curve.model.names[1]];
  const between = curve.azeotropes.find((a) => a.x > xB && a.x < xD);
  if (between !== undefined) return { code: 'azeotrope-in-range', name, x: between.x, T: between.T, xB, xD };
  const point = makeCurvePoint();
  curve.at(z, point);
  return point.y > z ? undefined : { code: 'not-more-volatile', name, other };
}

/** A vapour feed brings vapour of its own: too little reflux leaves nothing for the reboiler to boil. */
function boilUpReason(split: Split, R: number, minimum: MinimumReflux): Reason | undefined {
  const lines = operatingLines(split, R);
  if (lines.vapourBelow > 0 && lines.liquidBelow > 0 && R + split.q > 0) return undefined;
  return { code: 'no-boil-up', reflux: R, minimum: minimum.ratio };
}

/** How much reflux is short, and between which x the operating lines lie on the wrong side of the curve. */
function shortReflux(curve: BinaryCurve, { reflux, minimumReflux: minimum, lines, split }: DesignBasis): Reason {
  const point = makeCurvePoint();
  const clearance = (x: number): number => {
    curve.at(x, point);
    return point.y - onLine(x >= lines.crossing.x ? lines.above : lines.below, x);
  };
  const looked = [...curve.x.filter((x) => x > split.xB && x < split.xD), minimum.pinch.x, lines.crossing.x]
    .filter((x) => x > split.xB && x < split.xD)
    .sort((a, b) => a - b);
  const wrong = looked.map((x) => clearance(x) <= 0);
  const edge = (k: number, outside: number): number => {
    const [from, to] = [looked[k], looked[outside] ?? (outside < 0 ? split.xB : split.xD)];
    return clearance(from) * clearance(to) < 0 ? bracketedRoot(clearance, from, to, 1e-10) : from;
  };
  const [first, last] = [wrong.indexOf(true), wrong.lastIndexOf(true)];
  const range =
    first < 0 ? { from: minimum.pinch.x, to: minimum.pinch.x } : { from: edge(first, first - 1), to: edge(last, last + 1) };
  return { code: 'below-minimum-reflux', reflux, minimum: minimum.ratio, ...range };
}

function feedReason(curve: BinaryCurve, input: DesignInput, basis: DesignBasis, stairs: Staircase): Reason {
  if (stairs.end === 'limit') return { code: 'too-many-stages', limit: STAGE_LIMIT };
  const stage = input.feedStage === 'best' ? 0 : input.feedStage;
  return { code: 'feed-stage-out-of-range', stage, ...feedStageRange(curve, input, basis.lines, STAGE_LIMIT) };
}

/**
 * Condenser duty from the enthalpies around it, reboiler duty from the balance around the column, J per mole of feed:
 *   Q_C = D h_D + L h_L − V h_V,   Q_R = D h_D + B h_B − h_F − Q_C.
 * A total condenser leaves saturated liquid; a partial one vapour distillate with reflux in equilibrium.
 */
function duties(curve: BinaryCurve, input: DesignInput, lines: OperatingLines) {
  const { xD, xB } = input;
  const point = makeCurvePoint();
  curve.at(xB, point);
  const bottomsTemperature = point.T;
  const hB = molarEnthalpy(curve, 'liquid', bottomsTemperature, xB);
  const { liquidAbove: L, vapourAbove: V, distillate: D, bottoms: B } = lines;
  const top = condenserEnds(curve, input.condenser, xD);
  const yTop = (L * top.xReflux + D * xD) / V;
  curve.atVapour(yTop, point);
  const hV = molarEnthalpy(curve, 'vapour', point.T, yTop);
  const condenserDuty = D * top.hDistillate + L * top.hReflux - V * hV;
  const reboilerDuty = D * top.hDistillate + B * hB - input.feedEnthalpy - condenserDuty;
  return { condenserDuty, reboilerDuty, distillateTemperature: top.T, bottomsTemperature };
}

function condenserEnds(curve: BinaryCurve, condenser: 'total' | 'partial', xD: number) {
  const point = makeCurvePoint();
  if (condenser === 'total') {
    curve.at(xD, point);
    const h = molarEnthalpy(curve, 'liquid', point.T, xD);
    return { T: point.T, xReflux: xD, hReflux: h, hDistillate: h };
  }
  curve.atVapour(xD, point);
  return {
    T: point.T,
    xReflux: point.x,
    hReflux: molarEnthalpy(curve, 'liquid', point.T, point.x),
    hDistillate: molarEnthalpy(curve, 'vapour', point.T, xD),
  };
}

function warnings(input: DesignInput, design: Design): Warning[] {
  const found: Warning[] = [];
  if (input.condenser === 'partial' && design.feedStage === 1) found.push({ code: 'feed-on-condenser' });
  if (design.minimumReflux.kind.startsWith('tangent')) found.push({ code: 'tangent-pinch', x: design.minimumReflux.pinch.x });
  return found;
}
