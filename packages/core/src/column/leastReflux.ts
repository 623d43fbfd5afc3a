/**
 * The least reflux with which a column makes its split, however many stages it had: the column itself, twice as high each time, its split held. Far from
 * a tangent pinch what is left falls off with every stage by the same part, beside one with the square of their number; either way the last three heights
 * say where it ends (Aitken). Then the pinch that holds the reflux up is looked for in every section by its own equations (`pinch.ts`).
 * Underwood's equations say the same for constant volatilities and constant molar flows alone.
 */
import { outOfReach, passOn, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { ColumnEquations } from './equations.ts';
import { takeOver } from './answer.ts';
import { pinchFrom } from './pinch.ts';
import type { Passing } from './pinch.ts';
import { restaged } from './restaged.ts';
import { hasBothEnds, splitTargets } from './sameSplit.ts';
import type { Keys } from './sameSplit.ts';
import { solveColumn } from './solve.ts';
import type { ColumnInput, SolvedColumn } from './types.ts';

/** The least reflux of a split and its pinches. */
export interface LeastReflux {
  /** mol/mol; with endless stages. */
  reflux: number;
  /** mol/mol by which the tallest column's reflux may still be more than that. */
  open: number;
  /** W with endless stages, of the reboiler and of the condenser. */
  reboilerDuty: number;
  condenserDuty: number;
  /** Of the tallest column that takes less than those before it. */
  stages: number;
  /** Whether the next higher one took more: the feeds stand where further stages do not help. */
  risesBeyond: boolean;
  /** Rungs of that column at which its feeds enter. */
  feedStages: number[];
  pinches: SectionPinch[];
}

/** Where a section pinches. */
export interface SectionPinch {
  /** Rungs of the tallest column between which the section stands, and where it changes least. */
  from: number;
  to: number;
  at: number;
  /** Liquid mole fractions and K: of the pinch where its equations have an answer beside that rung (`isPoint`); else, as beside a tangent, of the rung. */
  x: Float64Array;
  T: number;
  isPoint: boolean;
}

/**
 * @param found    a solution of this input
 * @param onHeight told the stages and the reflux of each column; false ends the search
 * @returns solved, or out-of-reach: `higher-needs-more` where more stages ask more reflux, or why no higher column was found
 * @throws RangeError without condenser or reboiler: our mistake
 */
export function leastReflux(
  input: ColumnInput,
  found: SolvedColumn,
  keys: Keys,
  onHeight: (stages: number, reflux: number) => boolean = () => true,
): Outcome<LeastReflux> {
  if (!hasBothEnds(input)) throw new RangeError('a reflux of a column without condenser or reboiler');
  const held: ColumnInput = { ...input, targets: splitTargets(input, found, keys) };
  const heights = [{ column: found, input: held }];
  let risesBeyond = false;
  for (let stages = 2 * input.stages; stages <= Math.max(MOST_STAGES, 2 * input.stages); stages *= 2) {
    const before = heights[heights.length - 1].column;
    const next = higher(held, before, stages);
    if (next.state !== 'solved') {
      if (heights.length === 1) return passOn(next);
      break;
    }
    const [reflux, last] = [refluxOf(next.value.column), refluxOf(before)];
    risesBeyond = reflux > last * (1 + MORE);
    if (risesBeyond && heights.length === 1) return outOfReach({ code: 'higher-needs-more', stages, reflux, before: last });
    if (risesBeyond) break;
    heights.push(next.value);
    if (!onHeight(stages, reflux) || last - reflux < SETTLED * reflux) break;
  }
  return solved(endOf(heights, risesBeyond));
}

/** The column so much higher by Newton's method from the lower one; where that is too far, in shorter steps. */
function higher(held: ColumnInput, before: SolvedColumn, stages: number): Outcome<Height> {
  const direct = inSteps(held, before, stages, 1);
  return direct.state === 'solved' ? direct : inSteps(held, before, stages, STEPS);
}

interface Height {
  column: SolvedColumn;
  input: ColumnInput;
}

function inSteps(held: ColumnInput, before: SolvedColumn, stages: number, steps: number): Outcome<Height> {
  const lower = before.T.length;
  let height: Height = { column: before, input: held };
  for (let step = 1; step <= steps; step++) {
    const input = restaged(held, Math.round(lower * (stages / lower) ** (step / steps)));
    const outcome = solveColumn(input, { before: height.column, only: 'Newton, whole steps' });
    if (outcome.state !== 'solved') return passOn(outcome);
    height = { column: outcome.value, input };
  }
  return solved(height);
}

function endOf(heights: readonly Height[], risesBeyond: boolean): LeastReflux {
  const tallest = heights[heights.length - 1];
  const end = (of: (column: SolvedColumn) => number): number =>
    risesBeyond ? of(tallest.column) : limitOf(heights.map(({ column }) => of(column)));
  const reflux = Math.max(0, end(refluxOf));
  return {
    reflux,
    open: Math.max(0, refluxOf(tallest.column) - reflux),
    reboilerDuty: end(({ reboilerDuty }) => reboilerDuty ?? 0),
    condenserDuty: end(({ condenserDuty }) => condenserDuty ?? 0),
    stages: tallest.input.stages,
    risesBeyond,
    feedStages: tallest.input.feeds.map(({ stage }) => stage),
    pinches: pinchesOf(tallest.input, tallest.column),
  };
}

const refluxOf = ({ refluxRatio }: SolvedColumn): number => refluxRatio ?? 0;

/** Where a sequence ends whose steps shrink by about the same part (Aitken, Proc. R. Soc. Edinburgh 46 (1926) 289). */
function limitOf(values: readonly number[]): number {
  const last = values[values.length - 1];
  if (values.length < 3) return last;
  const [a, b, c] = values.slice(-3);
  const ratio = (a - b) / (b - c);
  return ratio > SHRINKS ? c - (b - c) / (ratio - 1) : c;
}

/** The pinch of every section between two places where something enters or leaves. */
function pinchesOf(input: ColumnInput, column: SolvedColumn): SectionPinch[] {
  const equations = new ColumnEquations(input);
  takeOver(equations, column);
  return sectionsOf(input).flatMap(({ from, to }) => {
    const pinch = to - from < FEWEST ? undefined : pinchIn(equations, from, to);
    return pinch === undefined ? [] : [pinch];
  });
}

/** Rungs, from 1, between which nothing enters or leaves; condenser and reboiler are in none. */
function sectionsOf({ stages, feeds, draws, pumpArounds }: ColumnInput): { from: number; to: number }[] {
  const cuts = [
    1,
    ...feeds.map(({ stage }) => stage),
    ...draws.map(({ stage }) => stage),
    ...pumpArounds.flatMap(({ from, to }) => [from, to]),
    stages,
  ].sort((a, b) => a - b);
  return cuts.slice(1).map((to, k) => ({ from: cuts[k] + 1, to: to - 1 }));
}

function pinchIn(column: ColumnEquations, from: number, to: number): SectionPinch | undefined {
  const { n, input, liquid, totalLiquid, vapour, totalVapour, T } = column;
  const change = (stage: number): number => {
    let sum = 0;
    for (let i = 0; i < n; i++)
      sum += Math.abs(liquid[stage * n + i] / totalLiquid[stage] - liquid[(stage - 1) * n + i] / totalLiquid[stage - 1]);
    return sum;
  };
  let at = from;
  for (let stage = from; stage < to; stage++) if (change(stage) < change(at)) at = stage;
  if (change(at) > FLAT) return undefined;
  const x = liquid.slice((at - 1) * n, at * n).map((flow) => flow / totalLiquid[at - 1]);
  const y = vapour.slice((at - 1) * n, at * n).map((flow) => flow / totalVapour[at - 1]);
  const pinch = pinchFrom(input.model, passing(column, at), { x, y, T: T[at - 1], liquid: totalLiquid[at - 1] });
  if (pinch?.x.every((value, i) => Math.abs(value - x[i]) < NEAR) === true)
    return { from, to, at, x: pinch.x, T: pinch.T, isPoint: true };
  return { from, to, at, x, T: T[at - 1], isPoint: false };
}

/** What rises past the cut below a stage less what falls there. */
function passing(
  { n, liquid, vapour, totalLiquid, totalVapour, liquidOf, vapourOf, pressure }: ColumnEquations,
  stage: number,
): Passing {
  const flows = new Float64Array(n);
  for (let i = 0; i < n; i++) flows[i] = vapour[stage * n + i] - liquid[(stage - 1) * n + i];
  const heat = totalVapour[stage] * vapourOf[stage].enthalpy - totalLiquid[stage - 1] * liquidOf[stage - 1].enthalpy;
  return { flows, heat, P: pressure[stage - 1] };
}

/** Stages above which no higher column is made. */
const MOST_STAGES = 480;
/** Of the reflux: a higher column asks more only where it is more by this. */
const MORE = 1e-3;
/** Of the reflux: two heights that differ by less say the same. */
const SETTLED = 1e-4;
/** Beside a tangent pinch the steps shrink to a quarter; slower, nothing is said of where they end. */
const SHRINKS = 1.5;
/** Of one doubling. */
const STEPS = 4;
/** Rungs that a section needs to show a pinch. */
const FEWEST = 4;
/** Σ |Δx| from rung to rung, mol/mol, where something may be called a pinch. */
const FLAT = 2e-3;
/** mol/mol between the rung that changes least and the answer of the pinch's equations. */
const NEAR = 0.02;
