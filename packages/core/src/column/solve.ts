/** A rigorous column, from its inputs to profiles. */
import { outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { ColumnEquations } from './equations.ts';
import { newton } from './newton.ts';
import type { Damping, NewtonReport } from './newton.ts';
import { startProfile } from './start.ts';
import type { ColumnInput, SolvedColumn } from './types.ts';

/**
 * @param before an earlier solution of the same stages and components to begin from
 * @returns solved, or out-of-reach: `no-convergence`, `phases-alike`
 * @throws RangeError when targets and handles are not as many, or an efficiency stands where no vapour comes from below: our mistake
 */
export function solveColumn(input: ColumnInput, before?: SolvedColumn): Outcome<SolvedColumn> {
  const column = new ColumnEquations(input);
  if (input.targets.length !== column.handles.length)
    throw new RangeError(`${input.targets.length} targets for ${column.handles.length} handles`);
  if (input.efficiency[input.stages - 1] !== 1) throw new RangeError('an efficiency on the last stage');
  const report = attempts(column, before);
  if (!report.isSolved) return outOfReach({ code: 'no-convergence', iterations: report.iterations, residual: report.residual });
  const alike = stageOfAlikePhases(column);
  if (alike >= 0) return outOfReach({ code: 'phases-alike', T: column.T[alike], P: input.pressure[alike] });
  return solved(answerOf(column), report);
}

interface Attempt {
  /** Of the first profile; null: from an earlier solution. */
  sweeps: number | null;
  damping: Damping;
}

/** In this order until one arrives: whole steps first, then shorter ones, from profiles of ever more sweeps. */
const ATTEMPTS: readonly Attempt[] = [
  { sweeps: null, damping: 'whole steps' },
  { sweeps: 5, damping: 'whole steps' },
  { sweeps: 5, damping: 'halved steps' },
  { sweeps: 30, damping: 'whole steps' },
  { sweeps: 30, damping: 'halved steps' },
  { sweeps: 120, damping: 'whole steps' },
];

function attempts(column: ColumnEquations, before: SolvedColumn | undefined): NewtonReport {
  let last: NewtonReport = { isSolved: false, iterations: 0, residual: Infinity };
  for (const { sweeps, damping } of ATTEMPTS) {
    if (sweeps === null && before === undefined) continue;
    if (sweeps !== null) startProfile(column, sweeps);
    else if (before !== undefined) startFrom(column, before);
    const report = newton(column, damping);
    last = { ...report, iterations: last.iterations + report.iterations };
    if (report.isSolved) break;
  }
  return last;
}

function startFrom(column: ColumnEquations, before: SolvedColumn): void {
  column.T.set(before.T);
  column.liquid.set(before.liquid);
  column.vapour.set(before.vapour);
  column.handles.forEach((handle, k) => {
    if (handle.kind === 'distillate') column.handleValues[k] = before.overhead.reduce((sum, flow) => sum + flow, 0);
    else column.handleValues[k] = (handle.stage === 1 ? before.condenserDuty : before.reboilerDuty) ?? 0;
  });
}

/** A stage on which liquid and vapour are one phase: near a critical point that meets every equation and is no answer. */
function stageOfAlikePhases({ stages, n, liquidOf, vapourOf }: ColumnEquations): number {
  for (let j = 0; j < stages; j++) {
    let apart = 0;
    for (let i = 0; i < n; i++) apart = Math.max(apart, Math.abs(liquidOf[j].lnPhi[i] - vapourOf[j].lnPhi[i]));
    if (apart < ALIKE) return j;
  }
  return -1;
}

const ALIKE = 1e-6;

function answerOf(column: ColumnEquations): SolvedColumn {
  const { n, stages, T, liquid, vapour, totalLiquid, totalVapour, handleValues, input } = column;
  const isTotal = input.top === 'total-condenser';
  const part = isTotal ? handleValues[0] / totalLiquid[0] : 1;
  const overheadFlow = isTotal ? handleValues[0] : totalVapour[0];
  const reboiler = column.handles.findIndex((h) => h.kind === 'duty' && h.stage === stages);
  return {
    T,
    liquid,
    vapour,
    overhead: Float64Array.from({ length: n }, (_, i) => (isTotal ? part * liquid[i] : vapour[i])),
    bottoms: liquid.slice((stages - 1) * n),
    condenserDuty: isTotal ? column.totalCondenserDuty() : input.top === 'partial-condenser' ? handleValues[0] : null,
    reboilerDuty: input.bottom === 'kettle' ? handleValues[reboiler] : null,
    refluxRatio: input.top === 'none' ? null : (totalLiquid[0] - (isTotal ? overheadFlow : 0)) / overheadFlow,
  };
}
