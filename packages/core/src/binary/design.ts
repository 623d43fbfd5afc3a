/**
 * Design of a binary column on the drawing: from feeds, split and reflux to stages, feed stages, minimum reflux, minimum stages, flows and duties, at
 * constant molar overflow. Everything a wish can get wrong comes back as a reason.
 * Source: McCabe & Thiele, Ind. Eng. Chem. 17 (1925) 605.
 */
import { bracketedRoot, outOfReach, solved } from '../numerics/index.ts';
import type { Outcome, Reason, Warning } from '../numerics/index.ts';
import { entriesOf } from './column.ts';
import type { BinaryColumn, Entry } from './column.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';
import { molarEnthalpy } from './feed.ts';
import { onLine, operatingLines, sectionAt } from './lines.ts';
import type { OperatingLines } from './lines.ts';
import { minimumReflux, minimumStages } from './minimum.ts';
import type { MinimumReflux } from './minimum.ts';
import { SMALLEST_STEP, stepDown } from './staircase.ts';
import type { Locus, Stage, Staircase, Stepping } from './staircase.ts';

/** What a design is asked: a column, a reflux, where feeds and draws go. */
export interface DesignInput extends BinaryColumn {
  /** J/mol of each feed, from the elements at 298.15 K. */
  feedEnthalpies: readonly number[];
  /** L/D as it leaves the condenser. */
  reflux: { kind: 'ratio' | 'multiple'; value: number };
  condenser: 'total' | 'partial';
  /** K by which a total condenser's liquid is colder than its bubble point. */
  subcooling: number;
  /** Murphree's of the vapour, 0 to 1: 1 for equilibrium stages. */
  efficiency: number;
  feedStages: readonly (number | 'best')[];
  drawStages: readonly (number | 'best')[];
  /** Pa on the first and on the last stage, linear between; the curve's own pressure where it is not given. */
  pressure?: { top: number; bottom: number };
  /** Stages as a rating has them; they are then not stepped here. */
  rated?: Stage[];
}

/** What stands as soon as the split itself is possible, whether or not the reflux serves it. */
export interface DesignBasis {
  column: BinaryColumn;
  minimumReflux: MinimumReflux;
  /** Stages at total reflux, the last one fractional. */
  minimumStages: number;
  /** mol/mol, as it leaves the condenser and as it runs inside: a subcooled reflux condenses some of the vapour that it meets. */
  reflux: number;
  insideReflux: number;
  lines: OperatingLines;
  stages: Stage[];
}

/** A design with its stages. */
export interface Design extends DesignBasis {
  /** Stages needed, the last one fractional, and the whole number above; a partial condenser and the reboiler are among them. */
  needed: number;
  whole: number;
  feedStages: number[];
  drawStages: number[];
  bestFeedStages: number[];
  /** What the best feed stages would need. */
  neededAtBest: number;
  /** V/B under the last tray, mol/mol. */
  boilUpRatio: number;
  /** J per mole of feed; the condenser's is negative: heat leaves. No reboiler where steam is blown in. */
  condenserDuty: number;
  reboilerDuty: number | null;
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

/** What is worked out once and read everywhere below. */
export interface Work extends DesignInput {
  curve: BinaryCurve;
  /** In the order in which they are placed. */
  entries: Entry[];
  /** Reflux inside per reflux outside. */
  condensing: number;
}

/** The stages of a column by McCabe and Thiele's construction. */
export function designColumn(curve: BinaryCurve, input: DesignInput): DesignOutcome {
  const wrongSplit = splitReason(curve, input);
  if (wrongSplit !== undefined) return { outcome: outOfReach(wrongSplit), basis: null };
  const work = workOf(curve, input);
  const minimum = outsideMinimum(work);
  if (!Number.isFinite(minimum.ratio)) return { outcome: outOfReach({ code: 'not-finite', what: 'minimum reflux' }), basis: null };
  const R = input.reflux.kind === 'ratio' ? input.reflux.value : input.reflux.value * minimum.ratio;
  // Without reflux the column strips only: that does where the split asks less than none.
  if (!(R > 0 || (R === 0 && minimum.ratio < 0)))
    return { outcome: outOfReach({ code: 'reflux-not-positive', reflux: R, minimum: minimum.ratio }), basis: null };
  const inside = R * work.condensing;
  const lines = operatingLines(input, work.entries, inside);
  const { feeds, draws, bottom, xD, xB } = input;
  const isDry = lines.sections.slice(1).some(({ liquid, vapour }) => !(liquid > 0 && vapour > 0)) || !(lines.distillate > 0);
  if (isDry) return { outcome: outOfReach({ code: 'no-boil-up', reflux: R, minimum: minimum.ratio }), basis: null };
  const basis: DesignBasis = {
    column: { feeds, draws, bottom, xD, xB },
    minimumReflux: minimum,
    minimumStages: minimumStages(curve, xD, xB, STAGE_LIMIT),
    reflux: R,
    insideReflux: inside,
    lines,
    stages: [],
  };
  if (R <= minimum.ratio && input.rated === undefined) return { outcome: outOfReach(shortReflux(work, basis)), basis };
  return stepped(work, basis);
}

/** What a design works with, made ready once. */
export const workOf = (curve: BinaryCurve, input: DesignInput): Work => ({
  ...input,
  curve,
  entries: placedEntries(entriesOf(curve, input), input),
  condensing: insideReflux(curve, input),
});

/** As a liquid comes to resemble them; those with a stage of their own by their stages. */
function placedEntries(entries: Entry[], input: DesignInput): Entry[] {
  const fixed = entries
    .flatMap((entry) => {
      const stage = stageWanted(input, entry);
      return stage === 'best' ? [] : [{ entry, stage }];
    })
    .sort((a, b) => a.stage - b.stage);
  return entries.map((entry) => (stageWanted(input, entry) === 'best' ? entry : (fixed.shift() ?? { entry }).entry));
}

const stageWanted = ({ feedStages, drawStages }: DesignInput, { kind, index }: Entry): number | 'best' =>
  kind === 'feed' ? feedStages[index] : drawStages[index];

function outsideMinimum(work: Work): MinimumReflux {
  const { curve, condensing } = work;
  const minimum = minimumReflux(curve, work, entriesOf(curve, work));
  return { ...minimum, ratio: minimum.ratio / condensing, atFeed: minimum.atFeed / condensing };
}

/**
 * Reflux inside per reflux outside. A reflux below its bubble point condenses vapour on the first stage until it has it: L inside is L (1 + Δh/λ), Δh
 * being what it lacks and λ the heat of condensation of the vapour there.
 */
export function insideReflux(curve: BinaryCurve, { condenser, subcooling, xD }: DesignInput): number {
  if (condenser === 'partial' || subcooling === 0) return 1;
  const point = makeCurvePoint();
  curve.at(xD, point);
  const bubbling = molarEnthalpy(curve, 'liquid', point.T, xD);
  const cold = molarEnthalpy(curve, 'liquid', point.T - subcooling, xD);
  curve.atVapour(xD, point);
  return 1 + (bubbling - cold) / (molarEnthalpy(curve, 'vapour', point.T, xD) - bubbling);
}

function stepped(work: Work, basis: DesignBasis): DesignOutcome {
  const { rated, entries } = work;
  const straight = straightLocus(basis.lines);
  const placed = placesWanted(work);
  const isBest = placed.every((stage) => stage === 'best');
  const best = isBest ? steps(work, straight, placed) : stepsAtBest(work, basis.insideReflux);
  const stairs = rated === undefined ? (isBest ? best : steps(work, straight, placed)) : asRated(rated, placed);
  const drawn = { ...basis, stages: stairs.stages };
  if (rated === undefined && best.end !== 'reached')
    return { outcome: outOfReach({ code: 'too-many-stages', limit: STAGE_LIMIT, of: 'reflux' }), basis: drawn };
  if (stairs.end !== 'reached') return { outcome: outOfReach(feedReason(work, straight, placed, stairs)), basis: drawn };
  const last = basis.lines.sections[basis.lines.sections.length - 1];
  const design: Design = {
    ...drawn,
    needed: stairs.needed,
    whole: stairs.stages.length,
    feedStages: stagesOfKind(entries, stairs.placed, 'feed'),
    drawStages: stagesOfKind(entries, stairs.placed, 'draw'),
    bestFeedStages:
      best.end === 'reached'
        ? stagesOfKind(entriesOf(work.curve, work), best.placed, 'feed')
        : stagesOfKind(entries, stairs.placed, 'feed'),
    neededAtBest: best.end === 'reached' ? best.needed : stairs.needed,
    boilUpRatio: last.vapour / basis.lines.bottoms,
    ...duties(work, drawn),
  };
  return { outcome: solved(design, { iterations: design.whole, residual: 0 }, warnings(work, design)), basis: drawn };
}

/** The steps with every feed and draw where it serves best. */
function stepsAtBest(work: Work, R: number): Staircase {
  const entries = entriesOf(work.curve, work);
  const locus = straightLocus(operatingLines(work, entries, R));
  return steps(
    { ...work, entries },
    locus,
    entries.map(() => 'best'),
  );
}

/** Where the engineer wants each feed and draw, in the order of the sections. */
export const placesWanted = (work: Work): (number | 'best')[] => work.entries.map((entry) => stageWanted(work, entry));

const straightLocus = ({ sections, crossings }: OperatingLines): Locus => ({
  vapour: (k, x) => onLine(sections[k].line, x),
  passes: (k, x) => x <= crossings[k].x,
});

function asRated(stages: Stage[], placed: readonly (number | 'best')[]): Extract<Staircase, { end: 'reached' }> {
  return { end: 'reached', stages, placed: placed.map((stage) => (stage === 'best' ? 1 : stage)), needed: stages.length };
}

/** The stages of the feeds, or of the draws, each at its own place. */
export function stagesOfKind(entries: readonly Entry[], placed: readonly number[], kind: Entry['kind']): number[] {
  const found: number[] = [];
  entries.forEach((entry, k) => {
    if (entry.kind === kind) found[entry.index] = placed[k];
  });
  return found;
}

/** Stepped once; with a pressure that falls along the column as often as the number of stages changes it. */
export function steps(work: Work, locus: Locus, placed: readonly (number | 'best')[]): Staircase {
  const { pressure } = work;
  const stepping = steppingOf(work, locus, placed);
  let stairs = stepDown(stepping);
  if (pressure === undefined) return stairs;
  for (let round = 0, count = 0; round < PRESSURE_ROUNDS && count !== stairs.stages.length; round++) {
    count = stairs.stages.length;
    stairs = stepDown({ ...stepping, pressureOn: linearPressure(pressure, count) });
  }
  return stairs;
}

/** Pa on a stage, evenly from the top to the bottom. */
export const linearPressure =
  ({ top, bottom }: { top: number; bottom: number }, count: number) =>
  (stage: number): number =>
    top + (bottom - top) * Math.min(1, (stage - 1) / Math.max(1, count - 1));

function steppingOf(work: Work, locus: Locus, placed: readonly (number | 'best')[]): Stepping {
  const { curve, xD, xB, efficiency, bottom, condenser } = work;
  return {
    curve,
    locus,
    xD,
    xB,
    placed,
    efficiency,
    hasReboiler: bottom === 'reboiler',
    hasPartialCondenser: condenser === 'partial',
    limit: STAGE_LIMIT,
  };
}

/** Wishes that no reflux can meet. */
function splitReason(curve: BinaryCurve, { feeds, draws, xD, xB }: BinaryColumn): Reason | undefined {
  const isBetween = (x: number): boolean => PUREST <= xB && xB < x && x < xD && xD <= 1 - PUREST;
  const outside = feeds.find(({ z }) => !isBetween(z));
  if (outside !== undefined) return { code: 'feed-outside-products', z: outside.z, xB, xD };
  const draw = draws.find(({ x }) => !isBetween(x));
  if (draw !== undefined) return { code: 'draw-outside-products', x: draw.x, xB, xD };
  const [name, other] = [curve.model.names[0], curve.model.names[1]];
  const between = curve.azeotropes.find((a) => a.x > xB && a.x < xD);
  if (between !== undefined) return { code: 'azeotrope-in-range', name, x: between.x, T: between.T, xB, xD };
  const point = makeCurvePoint();
  curve.at(feeds[0].z, point);
  return point.y > feeds[0].z ? undefined : { code: 'not-more-volatile', name, other };
}

/** How much reflux is short, and between which x the operating lines lie on the wrong side of the curve. */
function shortReflux({ curve, xB, xD }: Work, { reflux, minimumReflux: minimum, lines }: DesignBasis): Reason {
  const point = makeCurvePoint();
  const clearance = (x: number): number => {
    curve.at(x, point);
    return point.y - onLine(lines.sections[sectionAt(lines, x)].line, x);
  };
  const between = Array.from(curve.x).filter((x) => x > xB && x < xD);
  const looked = [...between, ...lines.crossings.map(({ x }) => x), minimum.pinch.x]
    .filter((x) => x >= xB && x <= xD)
    .sort((a, b) => a - b);
  const wrong = looked.map((x) => clearance(x) < 0);
  const edge = (k: number, outside: number): number => {
    const [from, to] = [looked[k], looked[outside] ?? (outside < 0 ? xB : xD)];
    return clearance(from) * clearance(to) < 0 ? bracketedRoot(clearance, from, to, 1e-10) : from;
  };
  const [first, last] = [wrong.indexOf(true), wrong.lastIndexOf(true)];
  const range =
    first < 0 ? { from: minimum.pinch.x, to: minimum.pinch.x } : { from: edge(first, first - 1), to: edge(last, last + 1) };
  return { code: 'below-minimum-reflux', reflux, minimum: minimum.ratio, ...range };
}

/** Why steps with feeds on given stages do not arrive; of one feed alone, which stages could take it. */
export function feedReason(work: Work, locus: Locus, placed: readonly (number | 'best')[], stairs: Staircase): Reason {
  if (stairs.end === 'limit') return { code: 'too-many-stages', limit: STAGE_LIMIT, of: 'reflux' };
  const [stage] = placed;
  if (placed.length > 1 || stage === 'best') return { code: 'feed-stages-impossible' };
  return { code: 'feed-stage-out-of-range', stage, ...feedStageRange(work, locus) };
}

/**
 * The stages that can take the only feed: from the first whose liquid lies where the lower line is under the curve to the last before the
 * upper line has come down to xB or stands still at its pinch.
 */
function feedStageRange(work: Work, locus: Locus): { first: number; last: number } {
  const { stages } = stepDown(steppingOf(work, locus, [NEVER]));
  const first = stages.findIndex((s) => s.y - locus.vapour(1, s.x) > SMALLEST_STEP) + 1;
  return { first, last: stages.length };
}

/**
 * Condenser duty from the enthalpies around it, reboiler duty from the balance around the column, J per mole of feed:
 *   Q_C = D h_D + L h_L − V h_V,   Q_R = D h_D + B h_B + Σ W h_W − Σ F h_F − Q_C.
 * A total condenser leaves liquid; a partial one vapour distillate with reflux in equilibrium. Heat is not balanced where steam is blown in: there it is
 * the steam that constant molar overflow asks.
 */
function duties(work: Work, { lines, reflux }: DesignBasis) {
  const { curve, xB, entries, pressure } = work;
  const point = makeCurvePoint();
  curve.at(xB, point, pressure?.bottom);
  const bottomsTemperature = point.T;
  const hB = molarEnthalpy(curve, 'liquid', bottomsTemperature, xB);
  const top = condenserEnds(work);
  const { distillate: D, bottoms: B } = lines;
  const at = top.enthalpies(reflux);
  const condenserDuty = D * (at.distillate + reflux * at.reflux - (reflux + 1) * at.vapour);
  const enthalpies = entryEnthalpies(work);
  const entering = entries.reduce((sum, { flow }, k) => sum + flow * enthalpies[k], 0);
  const reboilerDuty = lines.steam === null ? D * at.distillate + B * hB - entering - condenserDuty : null;
  return { condenserDuty, reboilerDuty, distillateTemperature: top.T, bottomsTemperature };
}

/** J/mol of every feed and draw, in the order of the sections. */
export const entryEnthalpies = ({ curve, entries, feedEnthalpies, draws }: Work): number[] =>
  entries.map(({ kind, index }) => (kind === 'feed' ? feedEnthalpies[index] : drawEnthalpy(curve, draws[index])));

/** J/mol of a saturated draw. */
function drawEnthalpy(curve: BinaryCurve, { phase, x }: BinaryColumn['draws'][number]): number {
  const point = makeCurvePoint();
  if (phase === 'liquid') curve.at(x, point);
  else curve.atVapour(x, point);
  return molarEnthalpy(curve, phase, point.T, x);
}

/** J/mol around the condenser: the vapour that comes to it, what goes back, what leaves as distillate. */
export interface CondenserEnthalpies {
  vapour: number;
  reflux: number;
  distillate: number;
}

interface CondenserEnds {
  /** K, of the distillate as it leaves. */
  T: number;
  enthalpies: (reflux: number) => CondenserEnthalpies;
}

/** What leaves a condenser, and what runs back. */
export function condenserEnds({ curve, condenser, subcooling, xD, pressure }: Work): CondenserEnds {
  const point = makeCurvePoint();
  const P = pressure?.top;
  if (condenser === 'total') {
    curve.at(xD, point, P);
    const T = point.T - subcooling;
    const liquid = molarEnthalpy(curve, 'liquid', T, xD);
    curve.atVapour(xD, point, P);
    const vapour = molarEnthalpy(curve, 'vapour', point.T, xD);
    return { T, enthalpies: () => ({ vapour, reflux: liquid, distillate: liquid }) };
  }
  curve.atVapour(xD, point, P);
  const { T, x } = point;
  const reflux = molarEnthalpy(curve, 'liquid', T, x);
  const distillate = molarEnthalpy(curve, 'vapour', T, xD);
  return {
    T,
    enthalpies: (R) => {
      const y = (R * x + xD) / (R + 1);
      curve.atVapour(y, point, P);
      return { vapour: molarEnthalpy(curve, 'vapour', point.T, y), reflux, distillate };
    },
  };
}

function warnings({ condenser, entries, drawStages }: Work, design: Design): Warning[] {
  const found: Warning[] = [];
  if (condenser === 'partial' && design.feedStages[0] === 1) found.push({ code: 'feed-on-condenser' });
  if (design.minimumReflux.kind.startsWith('tangent')) found.push({ code: 'tangent-pinch', x: design.minimumReflux.pinch.x });
  for (const { kind, index, z, q } of entries) {
    if (kind !== 'draw' || drawStages[index] === 'best') continue;
    const stage = design.stages[design.drawStages[index] - 1];
    const there = q === 1 ? stage.x : stage.y;
    if (Math.abs(there - z) > DRAW_APART) found.push({ code: 'draw-not-as-wanted', stage: design.drawStages[index], there, x: z });
  }
  return found;
}

const NEVER = Number.MAX_SAFE_INTEGER;
const PRESSURE_ROUNDS = 6;
/** Mole fraction by which a draw from a given stage may differ from what the sheet has, unsaid. */
const DRAW_APART = 1e-6;
