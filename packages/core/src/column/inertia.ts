/** Inertia of what stands on the stages, for steps that would otherwise be without measure. */
import type { ColumnEquations } from './equations.ts';

/**
 * What the contents of the stages add to the slopes of the component balances: as much on every stage as is fed in a unit of time, of which only the
 * composition follows what arrives. Amounts and heat stay at rest: with them in motion, a target at one end would have to be met through all stages.
 */
export function addInertia(column: ColumnEquations, rate: number): void {
  const { n, stages, system, liquid, vapour, totalLiquid, totalVapour, fed, balanceScale } = column;
  const { size, width, rows } = system;
  for (let j = 0; j < stages; j++) {
    const isDrop = column.isTotalReboiler(j);
    const flows = isDrop ? vapour : liquid;
    const total = (isDrop ? totalVapour : totalLiquid)[j];
    const first = isDrop ? n : 0;
    for (let i = 0; i < n; i++) {
      const at = (j * size + i) * width + size + first;
      const weight = (balanceScale[i] * rate * fed) / total;
      const x = flows[j * n + i] / total;
      for (let k = 0; k < n; k++) rows[at + k] -= weight * x;
      rows[at + i] += weight;
    }
  }
}
