/** A rigorous column, from its inputs to profiles. */
import { outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { ColumnEquations } from './equations.ts';
import { newton } from './newton.ts';
import type { NewtonReport } from './newton.ts';
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

/** From an earlier solution where there is one, then from profiles of ever more sweeps; the first that arrives. */
function attempts(column: ColumnEquations, before: SolvedColumn | undefined): NewtonReport {
  let iterations = 0;
  let report: NewtonReport | undefined;
  for (const sweeps of before === undefined ? SWEEPS : [0, ...SWEEPS]) {
    if (before !== undefined && sweeps === 0) startFrom(column, before);
    else startProfile(column, sweeps);
    report = newton(column);
    iterations += report.iterations;
    if (report.isSolved) break;
  }
  return { isSolved: report?.isSolved ?? false, iterations, residual: report?.residual ?? Infinity };
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

const SWEEPS = [5, 30, 120];

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
