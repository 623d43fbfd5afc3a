/** Why a profile that meets every equation is no answer all the same. */
import type { Reason } from '../numerics/index.ts';
import type { ColumnEquations } from './equations.ts';
import { stageOverdrawn } from './walk.ts';

/** Why a column has no answer, as far as it can be told before or after the search. */
export function refusalOf(column: ColumnEquations): Reason | undefined {
  const dry = dryStageOf(column);
  if (dry !== undefined) return dry;
  const alike = stageOfAlikePhases(column);
  if (alike >= 0) return { code: 'phases-alike', T: column.T[alike], P: column.pressure[alike] };
  const overdrawn = stageOverdrawn(column);
  return overdrawn < 0 ? undefined : { code: 'draw-too-large', stage: overdrawn + 1 };
}

/** A stage on which hardly any liquid or vapour is left: what its equations then say is nothing. */
function dryStageOf({ stages, totalLiquid, totalVapour, fed }: ColumnEquations): Reason | undefined {
  for (let j = 0; j < stages; j++) {
    if (totalLiquid[j] < DRY * fed) return { code: 'runs-dry', stage: j + 1, phase: 'liquid' };
    if (totalVapour[j] < DRY * fed) return { code: 'runs-dry', stage: j + 1, phase: 'vapour' };
  }
  return undefined;
}

/** Of everything fed; first bubbles and drops count as 1 mol/s. */
const DRY = 1e-7;

/** A stage on which liquid and vapour are one phase: near a critical point that meets every equation. */
function stageOfAlikePhases({ stages, n, liquidOf, vapourOf }: ColumnEquations): number {
  for (let j = 0; j < stages; j++) {
    let apart = 0;
    for (let i = 0; i < n; i++) apart = Math.max(apart, Math.abs(liquidOf[j].lnPhi[i] - vapourOf[j].lnPhi[i]));
    // At an azeotrope K is 1 as well, but the vapour holds its heat.
    if (apart < ALIKE && Math.abs(vapourOf[j].enthalpy - liquidOf[j].enthalpy) < NO_HEAT) return j;
  }
  return -1;
}

const ALIKE = 1e-6;
/** J/mol */
const NO_HEAT = 10;
