/**
 * The equations of a column of equilibrium stages, with their derivatives: per stage the flows of every component in liquid and vapour and the
 * temperature; per stage the balance and the equilibrium of every component and the balance of heat; at the border the handles, the pipes of
 * pump-arounds, and the targets.
 *   lᵢ + vᵢ − (what comes from above and below) − fᵢ − pᵢ = 0
 *   Eᵢ Kᵢ V lᵢ/L + (1 − Eᵢ) V yᵢ(below) − vᵢ = 0
 *   L h + V H − (what comes from above and below) − F h_F − H_p − Q = 0
 *   pᵢ − W lᵢ/L(where it is taken) = 0,   H_p − W h = 0
 * A draw takes its part of every component of a stream before the rest goes on. In a total condenser the vapour row holds the mole fractions of the
 * first bubble: yᵢ = Kᵢ xᵢ, Σ y = 1 in place of the heat; in a total reboiler the liquid row holds those of the first drop: Σ x = 1.
 * Source: Naphtali & Sandholm, AIChE J. 17 (1971) 148; the border: Keller, in Applications of Bifurcation Theory (1977) 359.
 */
import { BlockTridiagonal } from '../numerics/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import type { PhaseProperties } from '../thermo/index.ts';
import { FedStreams, total } from './feeds.ts';
import { bottomsDraw, drawsOf, givenValue, handlesOf } from './handles.ts';
import { BorderRow, HEAT_SCALE, NOWHERE, StageRow } from './rows.ts';
import type { EquationRow } from './rows.ts';
import { TargetEquations } from './targets.ts';
import type { ColumnInput, ColumnState, Draw, Handle, Target } from './types.ts';

export class ColumnEquations implements ColumnState {
  readonly input: ColumnInput;
  readonly n: number;
  readonly stages: number;
  readonly handles: readonly Handle[];
  readonly draws: readonly Draw[];
  readonly T: Float64Array;
  readonly liquid: Float64Array;
  readonly vapour: Float64Array;
  readonly handleValues: Float64Array;
  readonly piped: Float64Array;
  readonly pressure: Float64Array;
  readonly totalLiquid: Float64Array;
  readonly totalVapour: Float64Array;
  readonly liquidTaken: Float64Array;
  readonly vapourTaken: Float64Array;
  readonly liquidOf: PhaseProperties[];
  readonly vapourOf: PhaseProperties[];
  readonly condensate: PhaseProperties;
  readonly system: BlockTridiagonal;
  readonly fed: number;
  /** Handles that take from the liquid and the vapour of each stage, and those that heat it. */
  private readonly liquidTakers: number[][];
  private readonly vapourTakers: number[][];
  private readonly heaters: number[][];
  /**
   * The bottoms beside a total reboiler, −1 elsewhere: Newton's method moves their part of the last tray's liquid in place of their flow. With the flows
   * of distillate and bottoms both given, the rest of a column would be no column or many.
   */
  readonly sharedHandle: number;
  /** Pump-arounds that return to each stage. */
  private readonly returns: number[][];
  private readonly pressureHandle: number;
  private readonly subcoolingHandle: number;
  readonly feeds: FedStreams;
  private readonly fractions: Float64Array;
  /** 1 over what is fed of each component, s/mol. */
  readonly balanceScale: Float64Array;
  private readonly stageRow: StageRow;
  private readonly borderRow: BorderRow;
  private readonly targetEquations: TargetEquations;

  constructor(input: ColumnInput) {
    const { model, stages, feeds } = input;
    const n = model.n;
    this.input = input;
    this.n = n;
    this.stages = stages;
    this.handles = handlesOf(input);
    this.draws = drawsOf(input);
    const { handles, draws } = this;
    const taking = (j: number, phase: Draw['phase']): number[] =>
      handles.flatMap((h, k) => {
        if (h.kind === 'draw') return draws[h.draw].stage === j + 1 && draws[h.draw].phase === phase ? [k] : [];
        return h.kind === 'pump-around-flow' && phase === 'liquid' && input.pumpArounds[h.loop].from === j + 1 ? [k] : [];
      });
    const each = <T>(of: (j: number) => T): T[] => Array.from({ length: stages }, (_, j) => of(j));
    this.liquidTakers = each((j) => taking(j, 'liquid'));
    this.vapourTakers = each((j) => taking(j, 'vapour'));
    this.heaters = each((j) => handles.flatMap((h, k) => (this.stageHeatedBy(h) === j + 1 ? [k] : [])));
    this.returns = each((j) => input.pumpArounds.flatMap(({ to }, loop) => (to === j + 1 ? [loop] : [])));
    this.sharedHandle = handles.findIndex((h) => h.kind === 'draw' && h.draw === bottomsDraw(input));
    this.pressureHandle = handles.findIndex(({ kind }) => kind === 'pressure');
    this.subcoolingHandle = handles.findIndex(({ kind }) => kind === 'subcooling');
    this.T = new Float64Array(stages);
    this.liquid = new Float64Array(stages * n);
    this.vapour = new Float64Array(stages * n);
    this.handleValues = Float64Array.from(handles, (handle) => givenValue(input, handle));
    this.piped = new Float64Array(input.pumpArounds.length * (n + 1));
    this.pressure = Float64Array.from(input.pressure);
    this.totalLiquid = new Float64Array(stages);
    this.totalVapour = new Float64Array(stages);
    this.liquidTaken = new Float64Array(stages);
    this.vapourTaken = new Float64Array(stages);
    this.liquidOf = each(() => makePhaseProperties(n));
    this.vapourOf = each(() => makePhaseProperties(n));
    this.condensate = input.top === 'total-condenser' ? makePhaseProperties(n) : this.liquidOf[0];
    this.system = new BlockTridiagonal(stages, 2 * n + 1, handles.length + this.piped.length);
    this.feeds = new FedStreams(input, handles);
    this.fractions = new Float64Array(n);
    this.stageRow = new StageRow(this.system);
    this.borderRow = new BorderRow(this.system);
    this.feeds.update(this.handleValues);
    this.fed = feeds.reduce((sum, { flows }) => sum + total(flows), 0);
    this.balanceScale = Float64Array.from({ length: n }, (_, i) => {
      const flow = feeds.reduce((sum, { flows }) => sum + flows[i], 0);
      return 1 / Math.max(flow, LEAST_FED * this.fed);
    });
    this.targetEquations = new TargetEquations(this);
  }

  private stageHeatedBy(handle: Handle): number {
    const { feeds, pumpArounds } = this.input;
    if (handle.kind === 'duty') return handle.stage;
    if (handle.kind === 'pump-around-duty') return pumpArounds[handle.loop].to;
    return handle.kind === 'feed-heat' ? feeds[handle.feed].stage : -1;
  }

  isTotalCondenser(j: number): boolean {
    return j === 0 && this.input.top === 'total-condenser';
  }

  isTotalReboiler(j: number): boolean {
    return j === this.stages - 1 && this.input.bottom === 'total-reboiler';
  }

  /** Properties of every stage's phases, and the system for one step of Newton's towards these targets; the largest scaled error. */
  evaluate(targets: readonly Target[] = this.input.targets): number {
    const { system, stages, input, handleValues, pressure } = this;
    system.clear();
    if (this.pressureHandle >= 0)
      for (let j = 0; j < stages; j++) pressure[j] = input.pressure[j] + handleValues[this.pressureHandle];
    if (this.feeds.areMoved) this.feeds.update(handleValues);
    for (let j = 0; j < stages; j++) this.evaluateStage(j);
    for (let j = 0; j < stages; j++) {
      this.fillBalances(j);
      this.fillEquilibrium(j);
      if (this.isTotalCondenser(j)) this.fillIncipient(j, this.n, this.totalVapour);
      else if (this.isTotalReboiler(j)) this.fillIncipient(j, 0, this.totalLiquid);
      else this.fillHeat(j);
    }
    for (let loop = 0; loop < input.pumpArounds.length; loop++) this.fillPipe(loop);
    for (let k = 0; k < targets.length; k++) this.targetEquations.fill(targets[k], k);
    return this.largestError();
  }

  /** The scaled error of a target, with the properties of stages as last evaluated; its slopes overwrite row k of the border. */
  targetError(target: Target, k: number): number {
    const { corner, border } = this.system;
    this.targetEquations.fill(target, k);
    return -corner[k * (border + 1) + border];
  }

  /** Flow of component i that feeds and pump-arounds bring to stage j, mol/s. */
  arrivingFlow(j: number, i: number): number {
    let flow = this.feeds.flowOn(j, i);
    for (const loop of this.returns[j]) flow += this.piped[loop * (this.n + 1) + i];
    return flow;
  }

  /** Heat that pipes of pump-arounds bring to stage j, W. */
  pipedHeat(j: number): number {
    let heat = 0;
    for (const loop of this.returns[j]) heat += this.piped[loop * (this.n + 1) + this.n];
    return heat;
  }

  /** Heat added to stage j by handles and besides, W. */
  addedHeat(j: number): number {
    return this.input.heat[j] + sumOf(this.heaters[j], this.handleValues);
  }

  /** What a quantity is now; properties of stages as last evaluated. */
  valueOf(quantity: Target['quantity']): number {
    return this.targetEquations.valueOf(quantity);
  }

  private largestError(): number {
    const { system } = this;
    const { width, border } = system;
    let largest = 0;
    for (let u = 0; u < system.blocks * system.size; u++) largest = worse(largest, system.rows[u * width + width - 1]);
    for (let k = 0; k < border; k++) largest = worse(largest, system.corner[k * (border + 1) + border]);
    return largest;
  }

  private evaluateStage(j: number): void {
    const { T, input, pressure } = this;
    this.totalLiquid[j] = this.toFractions(this.liquid, j);
    input.model.evaluate('liquid', T[j], pressure[j], this.fractions, this.liquidOf[j], 'all');
    if (this.isTotalCondenser(j))
      input.model.evaluate('liquid', this.condensateT(), pressure[j], this.fractions, this.condensate, 'all');
    this.totalVapour[j] = this.toFractions(this.vapour, j);
    input.model.evaluate('vapour', T[j], pressure[j], this.fractions, this.vapourOf[j], 'all');
    this.liquidTaken[j] = sumOf(this.liquidTakers[j], this.handleValues);
    this.vapourTaken[j] = sumOf(this.vapourTakers[j], this.handleValues);
  }

  /** K of the liquid that leaves the condenser. */
  condensateT(): number {
    const { T, input, subcoolingHandle, handleValues } = this;
    const { subcooling, top } = input;
    if (top !== 'total-condenser') return T[0];
    if (subcooling?.by === 'temperature') return subcooling.value;
    return T[0] - (subcooling?.value ?? 0) - (subcoolingHandle < 0 ? 0 : handleValues[subcoolingHandle]);
  }

  private toFractions(flows: Float64Array, j: number): number {
    const { n, fractions } = this;
    let sum = 0;
    for (let i = 0; i < n; i++) sum += flows[j * n + i];
    for (let i = 0; i < n; i++) fractions[i] = flows[j * n + i] / sum;
    return sum;
  }

  private fillBalances(j: number): void {
    const { n, liquid, vapour, stages, stageRow, piped, handles } = this;
    for (let i = 0; i < n; i++) {
      stageRow.begin(j, i, this.balanceScale[i]);
      let error = -this.feeds.flowOn(j, i);
      if (!this.isTotalReboiler(j)) {
        error += liquid[j * n + i];
        stageRow.add(j, i, 1);
      }
      if (!this.isTotalCondenser(j)) {
        error += vapour[j * n + i];
        stageRow.add(j, n + i, 1);
      }
      if (j > 0) error -= this.fillArriving(j - 1, i, 0);
      if (j < stages - 1) error -= this.fillArriving(j + 1, i, n);
      for (const loop of this.returns[j]) {
        error -= piped[loop * (n + 1) + i];
        stageRow.addBorder(handles.length + loop * (n + 1) + i, -1);
      }
      this.feeds.addFlowSlopes(j, i, -1, stageRow);
      stageRow.set(error);
    }
  }

  /**
   * What of component i runs on from a stage's liquid (`first` 0) or vapour (`first` n): f (1 − D/F), its slopes into the row that is being written
   * with the sign of what arrives.
   */
  private fillArriving(from: number, i: number, first: number): number {
    const { n, stageRow } = this;
    const isLiquid = first === 0;
    const flow = (isLiquid ? this.liquid : this.vapour)[from * n + i];
    const F = (isLiquid ? this.totalLiquid : this.totalVapour)[from];
    const D = (isLiquid ? this.liquidTaken : this.vapourTaken)[from];
    stageRow.add(from, first + i, -(1 - D / F));
    const takers = (isLiquid ? this.liquidTakers : this.vapourTakers)[from];
    if (takers.length > 0) {
      const slope = (-flow * (D - this.sharedFlow(takers))) / (F * F);
      for (let k = 0; k < n; k++) stageRow.add(from, first + k, slope);
      for (const taker of takers) stageRow.addBorder(taker, this.isShared(taker) ? flow : flow / F);
    }
    return flow * (1 - D / F);
  }

  isShared(k: number): boolean {
    return k === this.sharedHandle;
  }

  /** mol/s that some handles take as a part of a stream. */
  private sharedFlow(takers: readonly number[]): number {
    return takers.includes(this.sharedHandle) ? this.handleValues[this.sharedHandle] : 0;
  }

  private fillEquilibrium(j: number): void {
    const { n, liquid, vapour, input, stages, fed, system, stageRow } = this;
    const { rows, width, size } = system;
    const isFirstBubble = this.isTotalCondenser(j);
    const L = this.totalLiquid[j];
    const V = this.totalVapour[j];
    const ofLiquid = this.liquidOf[j];
    const ofVapour = this.vapourOf[j];
    const scale = isFirstBubble ? 1 : 1 / fed;
    const carried = isFirstBubble ? 1 : V; // what an equilibrium mole fraction is multiplied by
    for (let i = 0; i < n; i++) {
      const row = n + i;
      const at = (j * size + row) * width;
      stageRow.begin(j, row, scale);
      const E = input.efficiency[j * n + i];
      const K = Math.exp(ofLiquid.lnPhi[i] - ofVapour.lnPhi[i]);
      const x = liquid[j * n + i] / L;
      const a = E * K * x;
      let error = a * carried - vapour[j * n + i];
      const byLiquid = (scale * carried) / L;
      const byVapour = (scale * a * carried) / V;
      for (let k = 0; k < n; k++) {
        rows[at + k] += byLiquid * a * ofLiquid.dLnPhiDN[i * n + k] - byLiquid * a;
        rows[at + n + k] += (isFirstBubble ? 0 : scale * a) - byVapour * ofVapour.dLnPhiDN[i * n + k];
      }
      rows[at + i] += byLiquid * E * K;
      rows[at + n + i] -= scale;
      rows[at + 2 * n] += scale * a * carried * (ofLiquid.dLnPhiDT[i] - ofVapour.dLnPhiDT[i]);
      if (this.pressureHandle >= 0)
        stageRow.addBorder(this.pressureHandle, a * carried * (ofLiquid.dLnPhiDP[i] - ofVapour.dLnPhiDP[i]));
      if (E < 1 && j < stages - 1) error += this.fillPassing(j, i, 1 - E);
      stageRow.set(error);
    }
  }

  /** The part of the vapour from below that passes a tray unchanged: (1 − E) V yᵢ. */
  private fillPassing(j: number, i: number, part: number): number {
    const { n, stageRow } = this;
    const V = this.totalVapour[j];
    const below = this.totalVapour[j + 1];
    const y = this.vapour[(j + 1) * n + i] / below;
    for (let k = 0; k < n; k++) {
      stageRow.add(j, n + k, part * y);
      stageRow.add(j + 1, n + k, (part * V * ((i === k ? 1 : 0) - y)) / below);
    }
    return part * V * y;
  }

  private fillIncipient(j: number, first: number, sums: Float64Array): void {
    const { n, stageRow } = this;
    stageRow.begin(j, 2 * n, 1);
    for (let k = 0; k < n; k++) stageRow.add(j, first + k, 1);
    stageRow.set(sums[j] - 1);
  }

  private fillHeat(j: number): void {
    const { stageRow } = this;
    stageRow.begin(j, 2 * this.n, 1 / (this.fed * HEAT_SCALE));
    stageRow.set(this.fillHeatOf(j, stageRow) - this.input.heat[j]);
  }

  /**
   * Heat that a stage gives away more than it gets, W, its slopes into a row: what leaves less what arrives, feeds and handles included, the fixed
   * heat of the stage not.
   */
  fillHeatOf(j: number, row: EquationRow): number {
    const { n, stages, piped, handles } = this;
    let out = -this.feeds.heatOn(j);
    if (!this.isTotalReboiler(j)) out += this.fillStreamHeat(j, 0, 1, row);
    if (!this.isTotalCondenser(j)) out += this.fillStreamHeat(j, n, 1, row);
    if (j > 0) out += this.fillStreamHeat(j - 1, 0, -1, row);
    if (j < stages - 1) out += this.fillStreamHeat(j + 1, n, -1, row);
    const heaters = this.heaters[j];
    for (const heater of heaters) {
      out -= this.handleValues[heater];
      row.addBorder(heater, -1);
    }
    for (const loop of this.returns[j]) {
      out -= piped[loop * (n + 1) + n];
      row.addBorder(handles.length + loop * (n + 1) + n, -1);
    }
    this.feeds.addHeatSlopes(j, -1, row);
    return out;
  }

  /**
   * Enthalpy flow of a stage's liquid (`first` 0) or vapour (`first` n), W, times a sign. Leaving (sign 1) all of it counts, arriving (−1) what draws
   * leave of it.
   */
  private fillStreamHeat(j: number, first: number, sign: 1 | -1, row: EquationRow): number {
    const { n } = this;
    const isLiquid = first === 0;
    const of = isLiquid ? (j === 0 ? this.condensate : this.liquidOf[j]) : this.vapourOf[j];
    const F = (isLiquid ? this.totalLiquid : this.totalVapour)[j];
    const D = sign > 0 ? 0 : (isLiquid ? this.liquidTaken : this.vapourTaken)[j];
    const takers = (isLiquid ? this.liquidTakers : this.vapourTakers)[j];
    const shared = sign > 0 ? 0 : this.sharedFlow(takers) / F;
    for (let k = 0; k < n; k++)
      row.add(j, first + k, sign * (of.dEnthalpyDN[k] - (D / F) * (of.dEnthalpyDN[k] - of.enthalpy) - shared * of.enthalpy));
    const isFixed = isLiquid && this.isTotalCondenser(j) && this.input.subcooling?.by === 'temperature';
    if (!isFixed) row.add(j, 2 * n, sign * (F - D) * of.dEnthalpyDT);
    if (isLiquid && this.isTotalCondenser(j) && this.subcoolingHandle >= 0)
      row.addBorder(this.subcoolingHandle, -sign * (F - D) * of.dEnthalpyDT);
    if (this.pressureHandle >= 0) row.addBorder(this.pressureHandle, sign * (F - D) * of.dEnthalpyDP);
    if (sign < 0) for (const taker of takers) row.addBorder(taker, this.isShared(taker) ? F * of.enthalpy : of.enthalpy);
    return sign * (F - D) * of.enthalpy;
  }

  /** What is in the pipe of a pump-around. */
  private fillPipe(loop: number): void {
    const { n, input, handles, liquid, piped, borderRow, handleValues } = this;
    const j = input.pumpArounds[loop].from - 1;
    const handle = handles.findIndex((h) => h.kind === 'pump-around-flow' && h.loop === loop);
    const W = handleValues[handle];
    const L = this.totalLiquid[j];
    const first = handles.length + loop * (n + 1);
    for (let i = 0; i < n; i++) {
      const x = liquid[j * n + i] / L;
      borderRow.begin(first + i, 1 / this.fed);
      borderRow.addBorder(first + i, 1);
      borderRow.addBorder(handle, -x);
      for (let k = 0; k < n; k++) borderRow.add(j, k, (-W * ((i === k ? 1 : 0) - x)) / L);
      borderRow.set(piped[loop * (n + 1) + i] - W * x);
    }
    const of = j === 0 ? this.condensate : this.liquidOf[j];
    borderRow.begin(first + n, 1 / (this.fed * HEAT_SCALE));
    borderRow.addBorder(first + n, 1);
    borderRow.addBorder(handle, -of.enthalpy);
    for (let k = 0; k < n; k++) borderRow.add(j, k, (-W * (of.dEnthalpyDN[k] - of.enthalpy)) / L);
    borderRow.add(j, 2 * n, -W * of.dEnthalpyDT);
    if (this.pressureHandle >= 0) borderRow.addBorder(this.pressureHandle, -W * of.dEnthalpyDP);
    borderRow.set(piped[loop * (n + 1) + n] - W * of.enthalpy);
  }

  /** Fills the pipes with what the profile gives. */
  fillPipes(): void {
    const { n, input, handles, liquid, piped, handleValues } = this;
    input.pumpArounds.forEach(({ from }, loop) => {
      const j = from - 1;
      const W = handleValues[handles.findIndex((h) => h.kind === 'pump-around-flow' && h.loop === loop)];
      for (let i = 0; i < n; i++) piped[loop * (n + 1) + i] = (W * liquid[j * n + i]) / this.totalLiquid[j];
      piped[loop * (n + 1) + n] = W * (j === 0 ? this.condensate : this.liquidOf[j]).enthalpy;
    });
  }

  /** Heat that has to be added to an end that has no handle for it, W: what its balance leaves open. */
  openDuty(j: number): number {
    return this.fillHeatOf(j, NOWHERE) - this.input.heat[j];
  }
}

/** Of everything fed: a component's balance is not closed finer than by this. */
const LEAST_FED = 1e-6;

function sumOf(places: readonly number[], values: Float64Array): number {
  let sum = 0;
  for (const place of places) sum += values[place];
  return sum;
}

/** The larger; what is not a number is worse than anything, and stays. */
const worse = (largest: number, error: number): number =>
  Math.abs(error) <= largest || Number.isNaN(largest) ? largest : Math.abs(error);
