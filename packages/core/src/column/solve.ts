/** A rigorous column, from its inputs to profiles: in which order methods are tried, and what counts as an answer. */
import type { MethodName } from '@keen-ladder/schema';
import { outOfReach, solved } from '../numerics/index.ts';
import type { Outcome, Reason } from '../numerics/index.ts';
import { easyTargetsAlong, easyTargetsFirst } from './easyTargets.ts';
import { beyondBounds } from './beforehand.ts';
import { ColumnEquations } from './equations.ts';
import { answerOf, startFrom } from './answer.ts';
import { fewStagesFirst } from './fewStages.ts';
import { insideOut } from './insideOut.ts';
import { beyondRange } from './alongQuantity.ts';
import type { Method, MethodReport } from './method.ts';
import { wantedAt } from './firstSplit.ts';
import { newton } from './newton.ts';
import { pseudoTransient } from './pseudoTransient.ts';
import { startFromGiven, startProfile, usualSweeps } from './start.ts';
import { refusalOf } from './refusal.ts';
import type { SweepKind } from './start.ts';
import { equilibriumStages, fewestAsked } from './totalReflux.ts';
import type { ColumnInput, GivenProfile, Quantity, SolvedColumn, SolveRecord } from './types.ts';

/** How a column is to be searched. */
export interface SolveOptions {
  /** An earlier solution of the same components to begin from, stretched where the stages are not as many. */
  before?: SolvedColumn | undefined;
  /** A profile to begin from where there is no earlier solution, or where that leads nowhere. */
  given?: GivenProfile | undefined;
  /** The one method to use; left out: as the policy says. */
  only?: MethodName | undefined;
  /** Quantities whose values are wanted beside the targets. */
  watch?: readonly Quantity[];
}

/**
 * @returns solved, or out-of-reach: `stage-beyond-boiling` and `reboiler-would-cool` before anything is solved; `split-needs-more-stages`; `no-convergence`, `phases-alike`, `runs-dry`, `draw-too-large`,
 *          `stopped-short` (its target by its place) or `time-over`, both with the nearest column that was met
 * @throws RangeError when targets and handles are not as many, or an efficiency stands where no vapour comes from below: our mistake
 */
export function solveColumn(input: ColumnInput, { before, given, only, watch = [] }: SolveOptions = {}): Outcome<SolvedColumn> {
  const column = new ColumnEquations(input);
  if (input.targets.length !== column.handles.length)
    throw new RangeError(`${input.targets.length} targets for ${column.handles.length} handles`);
  for (let i = 0; i < column.n; i++)
    if (input.efficiency[(input.stages - 1) * column.n + i] !== 1) throw new RangeError('an efficiency on the last stage');
  const bound = beyondBounds(input);
  if (bound !== undefined) return outOfReach(bound);
  const record: SolveRecord = { attempts: [] };
  let refused: Reason | undefined;
  let nearest: SolvedColumn | undefined;
  for (const attempt of POLICY) {
    if (only !== undefined && attempt.method !== only) continue;
    if (input.isOver?.() === true) return outOfReach({ code: 'time-over', ...lastOf(record) }, lastOf(record), nearest);
    if (attempt.start === 'earlier solution' && before === undefined) continue;
    if (attempt.start === 'given profile' && given === undefined) continue;
    if (attempt.method === 'along another quantity') {
      const fewest = fewestAsked(input);
      const stages = equilibriumStages(input);
      if (fewest !== undefined && fewest > stages + 1)
        return outOfReach({ code: 'split-needs-more-stages', stages, fewest }, lastOf(record));
    }
    const report = tried(column, attempt, { before, given }, record);
    if (!report.isSolved) {
      if (report.isDrying === true && refusalOf(column) === undefined) {
        nearest = answerOf(column, record, watch);
        refused = stoppedShort(column, report.residual);
        break;
      }
      if (report.passage !== undefined && refusalOf(column) === undefined) {
        nearest = answerOf(column, record, watch);
        // Where what is moved hardly moves the target any more, it may be met as nearly as numbers go.
        if (meets(column)) return solved(nearest, lastOf(record));
        refused = beyondPassage(column, report.passage);
        if (refused !== undefined) break;
      }
      if (attempt.method !== 'easy targets first' || !(report.residual <= 1)) continue;
      // The walk stands at the last point it met; one that is itself no answer is not offered.
      if (refusalOf(column) !== undefined) continue;
      nearest = answerOf(column, record, watch);
      refused = stoppedShort(column, report.residual);
      continue;
    }
    refused = refusalOf(column);
    if (refused === undefined) return solved(answerOf(column, record, watch), lastOf(record));
  }
  return outOfReach(refused ?? { code: 'no-convergence', ...lastOf(record) }, lastOf(record), nearest);
}

/** In the order in which the schema names them. */
const METHODS = {
  'Newton, whole steps': newton('whole steps'),
  'Newton, halved steps': newton('halved steps'),
  'inside-out': insideOut,
  'pseudo-transient': pseudoTransient,
  'few stages first': fewStagesFirst,
  'easy targets first': easyTargetsFirst,
  'along another quantity': easyTargetsAlong,
} as const satisfies Record<MethodName, Method>;

interface Attempt {
  start: 'earlier solution' | 'given profile' | { sweeps: number; kind: 'usual' | 'other' };
  method: MethodName;
}

/**
 * In this order until one arrives: whole steps first, then shorter ones; purities and the like that neither finds along the reflux or a product (some
 * hundred steps, where few stages first took thousands for them); then the slower and surer methods, from profiles of ever more sweeps.
 */
const POLICY: readonly Attempt[] = [
  { start: 'earlier solution', method: 'Newton, whole steps' },
  { start: 'given profile', method: 'Newton, whole steps' },
  { start: 'given profile', method: 'Newton, halved steps' },
  { start: { sweeps: 5, kind: 'usual' }, method: 'Newton, whole steps' },
  { start: { sweeps: 5, kind: 'usual' }, method: 'Newton, halved steps' },
  { start: { sweeps: 5, kind: 'usual' }, method: 'along another quantity' },
  { start: { sweeps: 5, kind: 'usual' }, method: 'few stages first' },
  { start: { sweeps: 5, kind: 'usual' }, method: 'pseudo-transient' },
  { start: { sweeps: 5, kind: 'usual' }, method: 'inside-out' },
  { start: { sweeps: 30, kind: 'usual' }, method: 'Newton, whole steps' },
  { start: { sweeps: 30, kind: 'usual' }, method: 'pseudo-transient' },
  { start: { sweeps: 5, kind: 'other' }, method: 'pseudo-transient' },
  { start: { sweeps: 30, kind: 'other' }, method: 'pseudo-transient' },
  { start: { sweeps: 30, kind: 'other' }, method: 'Newton, halved steps' },
  { start: { sweeps: 15, kind: 'other' }, method: 'inside-out' },
  { start: { sweeps: 2, kind: 'usual' }, method: 'pseudo-transient' },
  { start: { sweeps: 30, kind: 'usual' }, method: 'Newton, halved steps' },
  { start: { sweeps: 30, kind: 'usual' }, method: 'easy targets first' },
];

function tried(
  column: ColumnEquations,
  { start, method }: Attempt,
  { before, given }: Pick<SolveOptions, 'before' | 'given'>,
  record: SolveRecord,
): MethodReport {
  if (start === 'earlier solution') {
    if (before !== undefined) startFrom(column, before);
  } else if (start === 'given profile') {
    if (given !== undefined) startFromGiven(column, given);
  } else startProfile(column, start.sweeps, start.kind === 'usual' ? usualSweeps(column) : otherSweeps(column));
  const report = METHODS[method](column, column.input.targets);
  record.attempts.push({ method, ...report, residual: Number.isFinite(report.residual) ? report.residual : BEYOND_MEASURE });
  return report;
}

const otherSweeps = (column: ColumnEquations): SweepKind =>
  usualSweeps(column) === 'bubble points' ? 'sum of rates' : 'bubble points';

function lastOf({ attempts }: SolveRecord): { iterations: number; residual: number } {
  return {
    iterations: attempts.reduce((sum, { iterations }) => sum + iterations, 0),
    residual: attempts.at(-1)?.residual ?? 0,
  };
}

/**
 * A target that came nowhere near true while another quantity went over all that it can be, the other targets held: no column has it. Undefined where
 * the passage was not whole, or the target was passed and only not met.
 */
function beyondPassage(column: ColumnEquations, { target, of }: NonNullable<MethodReport['passage']>): Reason | undefined {
  const { value, quantity } = column.input.targets[target];
  const { least, most, isProof } = of;
  if (!isProof || (value >= least.value && value <= most.value)) return undefined;
  const nearest = value > most.value ? most : least;
  // Between two points of the passage a peak may rise a little above both.
  if (Math.abs(value - nearest.value) < PEAK * (most.value - least.value)) return undefined;
  return {
    code: 'stopped-short',
    target: String(target),
    wanted: value,
    reached: column.valueOf(quantity),
    share: 0,
    measured: 'ratio',
    obstacle: beyondRange(of, value, wantedAt(column.input.targets, 'reflux') ?? null),
  };
}

/** Of the range of a target on a passage: so much higher a peak between two of its points may be. */
const PEAK = 0.02;

const meets = (column: ColumnEquations): boolean =>
  column.input.targets.every(
    ({ quantity, value }) => Math.abs(column.valueOf(quantity) - value) <= MET * Math.max(Math.abs(value), MET),
  );

/** Of a target's value. */
const MET = 1e-8;

/** The target that is farthest from what is wanted where the walk ended. */
function stoppedShort(column: ColumnEquations, left: number): Reason {
  const { targets } = column.input;
  const now = targets.map(({ quantity }) => column.valueOf(quantity));
  const apart = targets.map(({ value }, k) => Math.abs(now[k] - value) / Math.max(Math.abs(value), 1e-9));
  const worst = apart.indexOf(Math.max(...apart));
  return {
    code: 'stopped-short',
    target: String(worst),
    wanted: targets[worst].value,
    reached: now[worst],
    share: 1 - left,
    measured: 'ratio',
    obstacle: null,
  };
}

/** Told for an error that is no number: results are finite. */
const BEYOND_MEASURE = 1e300;
