/**
 * The equations of a column of equilibrium stages, with their derivatives: per stage the flows of every component in liquid and vapour and the
 * temperature; per stage the balance and the equilibrium of every component and the balance of heat; at the border the handles and the targets.
 *   lᵢ + vᵢ − (what comes from above and below) − fᵢ = 0
 *   E Kᵢ V lᵢ/L + (1 − E) V yᵢ(below) − vᵢ = 0
 *   L h + V H − (what comes from above and below) − F h_F − Q = 0
 * In a total condenser the vapour row holds the mole fractions of the incipient vapour: yᵢ = Kᵢ xᵢ, Σ y = 1 in place of the heat.
 * Source: Naphtali & Sandholm, AIChE J. 17 (1971) 148.
 */
import { BlockTridiagonal } from '../numerics/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import type { PhaseProperties } from '../thermo/index.ts';
import type { ColumnInput, ColumnState, Handle } from './types.ts';
import { fillTarget } from './targets.ts';

/** J/mol by which heat is measured against flow. */
const HEAT_SCALE = 30e3;

export class ColumnEquations implements ColumnState {
  readonly input: ColumnInput;
  readonly n: number;
  readonly stages: number;
  readonly handles: readonly Handle[];
  readonly T: Float64Array;
  readonly liquid: Float64Array;
  readonly vapour: Float64Array;
  /** mol/s and W. */
  readonly handleValues: Float64Array;
  readonly totalLiquid: Float64Array;
  readonly totalVapour: Float64Array;
  readonly liquidOf: PhaseProperties[];
  readonly vapourOf: PhaseProperties[];
  readonly system: BlockTridiagonal;
  /** mol/s of everything that is fed. */
  readonly fed: number;
  /** The handle that heats each stage; −1 where none does. */
  private readonly heatedBy: Int32Array;
  private readonly feedFlows: Float64Array;
  private readonly feedHeat: Float64Array;
  private readonly fractions: Float64Array;

  constructor(input: ColumnInput) {
    const { model, stages, feeds, top, bottom } = input;
    const n = model.n;
    this.input = input;
    this.n = n;
    this.stages = stages;
    this.handles = [
      ...(top === 'total-condenser' ? [{ kind: 'distillate' } as const] : []),
      ...(top === 'partial-condenser' ? [{ kind: 'duty', stage: 1 } as const] : []),
      ...(bottom === 'kettle' ? [{ kind: 'duty', stage: stages } as const] : []),
    ];
    this.heatedBy = Int32Array.from({ length: stages }, (_, j) =>
      this.handles.findIndex((h) => h.kind === 'duty' && h.stage === j + 1),
    );
    this.T = new Float64Array(stages);
    this.liquid = new Float64Array(stages * n);
    this.vapour = new Float64Array(stages * n);
    this.handleValues = new Float64Array(this.handles.length);
    this.totalLiquid = new Float64Array(stages);
    this.totalVapour = new Float64Array(stages);
    this.liquidOf = Array.from({ length: stages }, () => makePhaseProperties(n));
    this.vapourOf = Array.from({ length: stages }, () => makePhaseProperties(n));
    this.system = new BlockTridiagonal(stages, 2 * n + 1, this.handles.length);
    this.feedFlows = new Float64Array(stages * n);
    this.feedHeat = new Float64Array(stages);
    this.fractions = new Float64Array(n);
    for (const { stage, flows, enthalpy } of feeds)
      for (let i = 0; i < n; i++) {
        this.feedFlows[(stage - 1) * n + i] += flows[i];
        this.feedHeat[stage - 1] += flows[i] * enthalpy;
      }
    this.fed = this.feedFlows.reduce((sum, flow) => sum + flow, 0);
  }

  isTotalCondenser(j: number): boolean {
    return j === 0 && this.input.top === 'total-condenser';
  }

  /** Liquid taken from stage j as product, mol/s. */
  drawn(j: number): number {
    return this.isTotalCondenser(j) ? this.handleValues[0] : 0;
  }

  /** Heat that feeds bring to stage j, W. */
  feedHeatOn(j: number): number {
    return this.feedHeat[j] + this.input.heat[j];
  }

  /** Heat added to stage j, W. */
  heat(j: number): number {
    const handle = this.heatedBy[j];
    return this.input.heat[j] + (handle < 0 ? 0 : this.handleValues[handle]);
  }

  /** Properties of every stage's phases, and the system for one step of Newton's; the largest scaled error. */
  evaluate(): number {
    const { system, stages } = this;
    system.clear();
    for (let j = 0; j < stages; j++) this.evaluateStage(j);
    for (let j = 0; j < stages; j++) {
      this.fillBalances(j);
      this.fillEquilibrium(j);
      if (this.isTotalCondenser(j)) this.fillIncipient(j);
      else this.fillHeat(j);
    }
    const { targets } = this.input;
    for (let k = 0; k < targets.length; k++) fillTarget(this, targets[k], k);
    return this.largestError();
  }

  private largestError(): number {
    const { system } = this;
    const { width, border } = system;
    let largest = 0;
    for (let u = 0; u < system.blocks * system.size; u++) largest = Math.max(largest, Math.abs(system.rows[u * width + width - 1]));
    for (let k = 0; k < border; k++) largest = Math.max(largest, Math.abs(system.corner[k * (border + 1) + border]));
    return largest;
  }

  private evaluateStage(j: number): void {
    const { T, input } = this;
    this.totalLiquid[j] = this.toFractions(this.liquid, j);
    input.model.evaluate('liquid', T[j], input.pressure[j], this.fractions, this.liquidOf[j], 'all');
    this.totalVapour[j] = this.toFractions(this.vapour, j);
    input.model.evaluate('vapour', T[j], input.pressure[j], this.fractions, this.vapourOf[j], 'all');
  }

  private toFractions(flows: Float64Array, j: number): number {
    const { n, fractions } = this;
    let total = 0;
    for (let i = 0; i < n; i++) total += flows[j * n + i];
    for (let i = 0; i < n; i++) fractions[i] = flows[j * n + i] / total;
    return total;
  }

  /** Adds to the derivative of an equation of block j in an unknown of the same block or of a neighbour. */
  private add(j: number, row: number, neighbour: number, column: number, value: number): void {
    const { size, width, rows, left } = this.system;
    if (neighbour < 0) left[(j * size + row) * size + column] += value;
    else rows[(j * size + row) * width + (neighbour > 0 ? size : 0) + column] += value;
  }

  private addHandle(j: number, row: number, handle: number, value: number): void {
    const { size, width, rows } = this.system;
    rows[(j * size + row) * width + 2 * size + handle] += value;
  }

  private setError(j: number, row: number, error: number): void {
    const { size, width, rows } = this.system;
    rows[(j * size + row) * width + width - 1] = -error;
  }

  private fillBalances(j: number): void {
    const { n, liquid, vapour, stages, fed } = this;
    const scale = 1 / fed;
    const leavesVapour = this.isTotalCondenser(j) ? 0 : 1;
    for (let i = 0; i < n; i++) {
      let error = liquid[j * n + i] + leavesVapour * vapour[j * n + i] - this.feedFlows[j * n + i];
      this.add(j, i, 0, i, scale);
      if (leavesVapour > 0) this.add(j, i, 0, n + i, scale);
      if (j > 0) {
        const L = this.totalLiquid[j - 1];
        const D = this.drawn(j - 1);
        const above = liquid[(j - 1) * n + i];
        error -= above * (1 - D / L);
        this.add(j, i, -1, i, -scale * (1 - D / L));
        if (this.isTotalCondenser(j - 1)) {
          for (let k = 0; k < n; k++) this.add(j, i, -1, k, (-scale * above * D) / (L * L));
          this.addHandle(j, i, 0, (scale * above) / L);
        }
      }
      if (j < stages - 1) {
        error -= vapour[(j + 1) * n + i];
        this.add(j, i, 1, n + i, -scale);
      }
      this.setError(j, i, scale * error);
    }
  }

  private fillEquilibrium(j: number): void {
    const { n, liquid, vapour, input, stages, fed } = this;
    const isIncipient = this.isTotalCondenser(j);
    const L = this.totalLiquid[j];
    const V = this.totalVapour[j];
    const ofLiquid = this.liquidOf[j];
    const ofVapour = this.vapourOf[j];
    const E = input.efficiency[j];
    const scale = isIncipient ? 1 : 1 / fed;
    const carried = isIncipient ? 1 : V; // what an equilibrium mole fraction is multiplied by
    for (let i = 0; i < n; i++) {
      const row = n + i;
      const K = Math.exp(ofLiquid.lnPhi[i] - ofVapour.lnPhi[i]);
      const x = liquid[j * n + i] / L;
      const a = E * K * x;
      let error = a * carried - vapour[j * n + i];
      for (let k = 0; k < n; k++) {
        const same = i === k ? 1 : 0;
        this.add(j, row, 0, k, (scale * carried * (E * K * (same - x) + a * ofLiquid.dLnPhiDN[i * n + k])) / L);
        const byComposition = (-a * carried * ofVapour.dLnPhiDN[i * n + k]) / V;
        this.add(j, row, 0, n + k, scale * ((isIncipient ? 0 : a) + byComposition - same));
      }
      this.add(j, row, 0, 2 * n, scale * a * carried * (ofLiquid.dLnPhiDT[i] - ofVapour.dLnPhiDT[i]));
      if (E < 1 && j < stages - 1) {
        const below = this.totalVapour[j + 1];
        const y = vapour[(j + 1) * n + i] / below;
        error += (1 - E) * V * y;
        for (let k = 0; k < n; k++) {
          this.add(j, row, 0, n + k, scale * (1 - E) * y);
          this.add(j, row, 1, n + k, (scale * (1 - E) * V * ((i === k ? 1 : 0) - y)) / below);
        }
      }
      this.setError(j, row, scale * error);
    }
  }

  private fillIncipient(j: number): void {
    const { n } = this;
    for (let k = 0; k < n; k++) this.add(j, 2 * n, 0, n + k, 1);
    this.setError(j, 2 * n, this.totalVapour[j] - 1);
  }

  private fillHeat(j: number): void {
    const { n, stages, fed } = this;
    const row = 2 * n;
    const scale = 1 / (fed * HEAT_SCALE);
    const L = this.totalLiquid[j];
    const V = this.totalVapour[j];
    const ofLiquid = this.liquidOf[j];
    const ofVapour = this.vapourOf[j];
    let error = L * ofLiquid.enthalpy + V * ofVapour.enthalpy - this.feedHeat[j] - this.heat(j);
    for (let k = 0; k < n; k++) {
      this.add(j, row, 0, k, scale * ofLiquid.dEnthalpyDN[k]);
      this.add(j, row, 0, n + k, scale * ofVapour.dEnthalpyDN[k]);
    }
    this.add(j, row, 0, 2 * n, scale * (L * ofLiquid.dEnthalpyDT + V * ofVapour.dEnthalpyDT));
    if (j > 0) {
      const above = this.totalLiquid[j - 1];
      const D = this.drawn(j - 1);
      const of = this.liquidOf[j - 1];
      error -= (above - D) * of.enthalpy;
      for (let k = 0; k < n; k++)
        this.add(j, row, -1, k, -scale * (of.dEnthalpyDN[k] - (D / above) * (of.dEnthalpyDN[k] - of.enthalpy)));
      this.add(j, row, -1, 2 * n, -scale * (above - D) * of.dEnthalpyDT);
      if (this.isTotalCondenser(j - 1)) this.addHandle(j, row, 0, scale * of.enthalpy);
    }
    if (j < stages - 1) {
      const below = this.totalVapour[j + 1];
      const of = this.vapourOf[j + 1];
      error -= below * of.enthalpy;
      for (let k = 0; k < n; k++) this.add(j, row, 1, n + k, -scale * of.dEnthalpyDN[k]);
      this.add(j, row, 1, 2 * n, -scale * below * of.dEnthalpyDT);
    }
    if (this.heatedBy[j] >= 0) this.addHandle(j, row, this.heatedBy[j], -scale);
    this.setError(j, row, scale * error);
  }

  /** Heat that has to be added to a total condenser, W: what its balance leaves open. */
  totalCondenserDuty(): number {
    const [L, below] = [this.totalLiquid[0], this.totalVapour[1]];
    return L * this.liquidOf[0].enthalpy - below * this.vapourOf[1].enthalpy - this.feedHeat[0] - this.input.heat[0];
  }
}
