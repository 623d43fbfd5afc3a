/**
 * The equations of a column of equilibrium stages, with their derivatives: per stage the flows of every component in liquid and vapour and the
 * temperature; per stage the balance and the equilibrium of every component and the balance of heat; at the border the handles, the pipes of
 * pump-arounds, and the targets.
 *   lᵢ + vᵢ − (what comes from above and below) − fᵢ − pᵢ = 0
 *   Eᵢ y*ᵢ V + (1 − Eᵢ) V yᵢ(below) − vᵢ = 0,   y* in equilibrium with the liquid: Kᵢ lᵢ/L where the tray is perfect (trayVapour.ts)
 *   L h + V H − (what comes from above and below) − F h_F − H_p − Q = 0
 *   pᵢ − W lᵢ/L(where it is taken) = 0,   H_p − W h = 0
 * A draw takes its part of every component of a stream before the rest goes on. In a total condenser the vapour row holds the mole fractions of the
 * first bubble: yᵢ = Kᵢ xᵢ, Σ y = 1 in place of the heat; in a total reboiler the liquid row holds those of the first drop: Σ x = 1.
 * Source: Naphtali & Sandholm, AIChE J. 17 (1971) 148; the border: Keller, in Applications of Bifurcation Theory (1977) 359.
 */
import { BlockTridiagonal } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import { FedStreams, total } from './feeds.ts';
import { bottomsDraw, drawsOf, givenValue, handlesOf } from './handles.ts';
import { BorderRow, HEAT_SCALE, spareRow, StageRow } from './rows.ts';
import type { EquationRow } from './rows.ts';
import { TargetEquations } from './targets.ts';
import { TrayVapour } from './trayVapour.ts';
import type { ColumnInput, ColumnState, Draw, Handle, Target } from './types.ts';

/** The equations of a column and their slopes, stage by stage. */
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
  /** Of what is taken, that which handles give as a flow and not as a part of the stream; mol/s. */
  private readonly liquidFixed: Float64Array;
  private readonly vapourFixed: Float64Array;
  readonly liquidOf: PhaseProperties[];
  readonly vapourOf: PhaseProperties[];
  readonly condensate: PhaseProperties;
  readonly system: BlockTridiagonal;
  readonly fed: number;
  /** The largest scaled error, as last evaluated; NaN where an equation has no value. */
  error = NaN;
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
  /** The handle that is the flow of each pump-around. */
  private readonly pumps: number[];
  private readonly pressureHandle: number;
  private readonly subcoolingHandle: number;
  readonly feeds: FedStreams;
  private readonly fractions: Float64Array;
  /** 1 over what is fed of each component, s/mol. */
  readonly balanceScale: Float64Array;
  private readonly stageRow: StageRow;
  private readonly borderRow: BorderRow;
  private readonly spare: BorderRow;
  private readonly targetEquations: TargetEquations;
  /** By stage; undefined where every efficiency is 1, and where an ideal vapour needs no composition for its K-values. */
  private readonly trays: (TrayVapour | undefined)[];

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
    this.pumps = input.pumpArounds.map((_, loop) => handles.findIndex((h) => h.kind === 'pump-around-flow' && h.loop === loop));
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
    this.liquidFixed = new Float64Array(stages);
    this.vapourFixed = new Float64Array(stages);
    this.liquidOf = each(() => new PhaseProperties(n));
    this.vapourOf = each(() => new PhaseProperties(n));
    this.condensate = input.top === 'total-condenser' ? new PhaseProperties(n) : this.liquidOf[0];
    this.system = new BlockTridiagonal(stages, 2 * n + 1, handles.length + this.piped.length);
    this.feeds = new FedStreams(input, handles);
    this.fractions = new Float64Array(n);
    this.stageRow = new StageRow(this.system);
    this.borderRow = new BorderRow(this.system);
    this.spare = spareRow(this.system);
    this.feeds.update(this.handleValues);
    this.fed = feeds.reduce((sum, { flows }) => sum + total(flows), 0);
    this.balanceScale = Float64Array.from({ length: n }, (_, i) => {
      const flow = feeds.reduce((sum, { flows }) => sum + flows[i], 0);
      return 1 / Math.max(flow, LEAST_FED * this.fed);
    });
    this.targetEquations = new TargetEquations(this);
    this.trays = each((j) => {
      const isPerfect = input.efficiency.subarray(j * n, (j + 1) * n).every((E) => E === 1);
      return isPerfect || model.hasIdealVapour ? undefined : new TrayVapour(model);
    });
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

  /** Properties of every stage's phases, the system for one step of Newton's towards these targets, and the largest scaled error. */
  evaluate(targets: readonly Target[] = this.input.targets): void {
    const { system, stages, input, handleValues, pressure } = this;
    system.clear();
    if (this.pressureHandle >= 0)
      for (let j = 0; j < stages; j++) pressure[j] = input.pressure[j] + handleValues[this.pressureHandle];
    if (this.feeds.areMoved) this.feeds.update(handleValues);
    for (let j = 0; j < stages; j++) this.evaluateStage(j);
    for (let j = 0; j < stages; j++) {
      this.fillBalances(j);
      const tray = this.trays[j];
      if (tray === undefined) this.fillEquilibrium(j);
      else this.fillTray(j, tray);
      if (this.isTotalCondenser(j)) this.fillIncipient(j, this.n, this.totalVapour);
      else if (this.isTotalReboiler(j)) this.fillIncipient(j, 0, this.totalLiquid);
      else this.fillHeat(j);
    }
    for (let loop = 0; loop < input.pumpArounds.length; loop++) this.fillPipe(loop);
    for (let k = 0; k < targets.length; k++) this.targetEquations.fill(targets[k], k);
    this.findLargestError();
  }

  /** The scaled error of a target, with the properties of stages as last evaluated; its slopes overwrite row k of the border. */
  targetError(target: Target, k: number): number {
    const { borderWidth, borderRows } = this.system;
    this.targetEquations.fill(target, k);
    return -borderRows[k * borderWidth + borderWidth - 1];
  }

  /**
   * How the equation of a target changes with what its quantity is; into `out` how that quantity changes with every unknown and handle, in its unit.
   * Overwrites row 0 of the border.
   * @param out length system.borderWidth − 1
   */
  fillSlopes(target: Target, out: Float64Array): number {
    const { borderRows, borderWidth } = this.system;
    borderRows.fill(0, 0, borderWidth);
    this.targetEquations.fill(target, 0);
    const { slope } = this.targetEquations;
    for (let u = 0; u < out.length; u++) out[u] = borderRows[u] / slope;
    return slope;
  }

  /** Flow of component i that feeds and pump-arounds bring to stage j, mol/s. */
  arrivingFlow(j: number, i: number): number {
    let flow = this.feeds.flowOn[j * this.n + i];
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
    let heat = this.input.heat[j];
    for (const heater of this.heaters[j]) heat += this.handleValues[heater];
    return heat;
  }

  /** What a quantity is now; properties of stages as last evaluated. */
  valueOf(quantity: Target['quantity']): number {
    return this.targetEquations.valueOf(quantity);
  }

  private findLargestError(): void {
    const { rows, width, borderRows, borderWidth } = this.system;
    let largest = 0;
    for (let last = width - 1; last < rows.length; last += width) {
      const error = Math.abs(rows[last]);
      if (error > largest || Number.isNaN(error)) largest = error;
    }
    for (let last = borderWidth - 1; last < borderRows.length; last += borderWidth) {
      const error = Math.abs(borderRows[last]);
      if (error > largest || Number.isNaN(error)) largest = error;
    }
    this.error = largest;
  }

  private evaluateStage(j: number): void {
    const { T, input, pressure, fractions, condensate } = this;
    const liquidOf = this.liquidOf[j];
    const vapourOf = this.vapourOf[j];
    this.toFractions(this.liquid, this.totalLiquid, j);
    input.model.evaluate('liquid', fractions, liquidOf.at(T[j], pressure[j]), 'all');
    if (this.isTotalCondenser(j)) {
      this.coolCondensate();
      input.model.evaluate('liquid', fractions, condensate, 'all');
    }
    this.toFractions(this.vapour, this.totalVapour, j);
    input.model.evaluate('vapour', fractions, vapourOf.at(T[j], pressure[j]), 'all');
    this.sumTaken(this.liquidTakers[j], this.liquidTaken, this.liquidFixed, j);
    this.sumTaken(this.vapourTakers[j], this.vapourTaken, this.vapourFixed, j);
  }

  /** Temperature and pressure of the liquid that leaves a total condenser. */
  private coolCondensate(): void {
    const { T, input, subcoolingHandle, handleValues, condensate } = this;
    const { subcooling } = input;
    condensate.T = T[0];
    condensate.P = this.pressure[0];
    if (subcooling !== null) condensate.T = subcooling.by === 'temperature' ? subcooling.value : T[0] - subcooling.value;
    if (subcoolingHandle >= 0 && subcooling?.by !== 'temperature') condensate.T -= handleValues[subcoolingHandle];
  }

  private toFractions(flows: Float64Array, totals: Float64Array, j: number): void {
    const { n, fractions } = this;
    let sum = 0;
    for (let i = 0; i < n; i++) sum += flows[j * n + i];
    for (let i = 0; i < n; i++) fractions[i] = flows[j * n + i] / sum;
    totals[j] = sum;
  }

  private sumTaken(takers: readonly number[], taken: Float64Array, fixed: Float64Array, j: number): void {
    taken[j] = 0;
    fixed[j] = 0;
    for (const taker of takers) {
      taken[j] += this.handleValues[taker];
      if (!this.isShared(taker)) fixed[j] += this.handleValues[taker];
    }
  }

  private fillBalances(j: number): void {
    const { n, liquid, vapour, stages, stageRow, piped, handles, feeds } = this;
    const { values } = stageRow;
    for (let i = 0; i < n; i++) {
      stageRow.begin(j, i);
      stageRow.scale = this.balanceScale[i];
      feeds.takeFlow(j, i, stageRow);
      if (!this.isTotalReboiler(j)) {
        stageRow.sum += liquid[j * n + i];
        values[stageRow.at(j, i)] += stageRow.scale;
      }
      if (!this.isTotalCondenser(j)) {
        stageRow.sum += vapour[j * n + i];
        values[stageRow.at(j, n + i)] += stageRow.scale;
      }
      if (j > 0) this.takeArriving(j - 1, i, 0);
      if (j < stages - 1) this.takeArriving(j + 1, i, n);
      for (const loop of this.returns[j]) {
        stageRow.sum -= piped[loop * (n + 1) + i];
        values[stageRow.atBorder(handles.length + loop * (n + 1) + i)] -= stageRow.scale;
      }
      stageRow.end();
    }
  }

  /** Takes what of component i runs on from a stage's liquid (`first` 0) or vapour (`first` n) off the row that is being written: f (1 − D/F). */
  private takeArriving(from: number, i: number, first: number): void {
    const { n, stageRow } = this;
    const { values, scale } = stageRow;
    const isLiquid = first === 0;
    const flow = (isLiquid ? this.liquid : this.vapour)[from * n + i];
    const F = (isLiquid ? this.totalLiquid : this.totalVapour)[from];
    const D = (isLiquid ? this.liquidTaken : this.vapourTaken)[from];
    const at = stageRow.at(from, first);
    values[at + i] -= scale * (1 - D / F);
    stageRow.sum -= flow * (1 - D / F);
    const takers = (isLiquid ? this.liquidTakers : this.vapourTakers)[from];
    if (takers.length === 0) return;
    const fixed = (isLiquid ? this.liquidFixed : this.vapourFixed)[from];
    const slope = (scale * flow * fixed) / (F * F);
    for (let k = 0; k < n; k++) values[at + k] -= slope;
    for (const taker of takers) values[stageRow.atBorder(taker)] += scale * (this.isShared(taker) ? flow : flow / F);
  }

  isShared(k: number): boolean {
    return k === this.sharedHandle;
  }

  private fillEquilibrium(j: number): void {
    const { n, liquid, vapour, input, stages, fed, stageRow } = this;
    const { values } = stageRow;
    const isFirstBubble = this.isTotalCondenser(j);
    const L = this.totalLiquid[j];
    const V = this.totalVapour[j];
    const ofLiquid = this.liquidOf[j];
    const ofVapour = this.vapourOf[j];
    const scale = isFirstBubble ? 1 : 1 / fed;
    const carried = isFirstBubble ? 1 : V; // what an equilibrium mole fraction is multiplied by
    for (let i = 0; i < n; i++) {
      stageRow.begin(j, n + i);
      stageRow.scale = scale;
      const at = stageRow.at(j, 0);
      const E = input.efficiency[j * n + i];
      const K = Math.exp(ofLiquid.lnPhi[i] - ofVapour.lnPhi[i]);
      const x = liquid[j * n + i] / L;
      const a = E * K * x;
      stageRow.sum = a * carried - vapour[j * n + i];
      const byLiquid = (scale * carried) / L;
      const byVapour = (scale * a * carried) / V;
      for (let k = 0; k < n; k++) {
        values[at + k] += byLiquid * a * ofLiquid.dLnPhiDN[i * n + k] - byLiquid * a;
        values[at + n + k] += (isFirstBubble ? 0 : scale * a) - byVapour * ofVapour.dLnPhiDN[i * n + k];
      }
      values[at + i] += byLiquid * E * K;
      values[at + n + i] -= scale;
      values[at + 2 * n] += scale * a * carried * (ofLiquid.dLnPhiDT[i] - ofVapour.dLnPhiDT[i]);
      if (this.pressureHandle >= 0)
        values[stageRow.atBorder(this.pressureHandle)] += scale * a * carried * (ofLiquid.dLnPhiDP[i] - ofVapour.dLnPhiDP[i]);
      if (E < 1 && j < stages - 1) this.addPassing(j, i);
      stageRow.end();
    }
  }

  /** The equilibrium rows of a tray that is less than perfect, its vapour not ideal. */
  private fillTray(j: number, tray: TrayVapour): void {
    const { n, liquid, vapour, input, stages, fed, stageRow } = this;
    const { values } = stageRow;
    const { slopes, y } = tray;
    const V = this.totalVapour[j];
    tray.evaluate(liquid, j * n, this.totalLiquid[j], this.liquidOf[j], this.vapourOf[j]);
    for (let i = 0; i < n; i++) {
      stageRow.begin(j, n + i);
      stageRow.scale = 1 / fed;
      const at = stageRow.at(j, 0);
      const E = input.efficiency[j * n + i];
      const a = E * y[i];
      stageRow.sum = a * V - vapour[j * n + i];
      const bySlope = stageRow.scale * a * V;
      for (let k = 0, p = i * (n + 2); k < n; k++, p++) {
        values[at + k] += bySlope * slopes[p];
        values[at + n + k] += stageRow.scale * a;
      }
      values[at + n + i] -= stageRow.scale;
      values[at + 2 * n] += bySlope * slopes[i * (n + 2) + n];
      if (this.pressureHandle >= 0) values[stageRow.atBorder(this.pressureHandle)] += bySlope * slopes[i * (n + 2) + n + 1];
      if (E < 1 && j < stages - 1) this.addPassing(j, i);
      stageRow.end();
    }
  }

  /** The part of the vapour from below that passes a tray unchanged: (1 − E) V yᵢ. */
  private addPassing(j: number, i: number): void {
    const { n, stageRow } = this;
    const { values, scale } = stageRow;
    const part = 1 - this.input.efficiency[j * n + i];
    const V = this.totalVapour[j];
    const below = this.totalVapour[j + 1];
    const y = this.vapour[(j + 1) * n + i] / below;
    const own = stageRow.at(j, n);
    const next = stageRow.at(j + 1, n);
    for (let k = 0; k < n; k++) {
      values[own + k] += scale * part * y;
      values[next + k] += (scale * part * V * ((i === k ? 1 : 0) - y)) / below;
    }
    stageRow.sum += part * V * y;
  }

  private fillIncipient(j: number, first: number, sums: Float64Array): void {
    const { n, stageRow } = this;
    stageRow.begin(j, 2 * n);
    stageRow.scale = 1;
    stageRow.sum = sums[j] - 1;
    for (let k = 0; k < n; k++) stageRow.values[stageRow.at(j, first + k)] += 1;
    stageRow.end();
  }

  private fillHeat(j: number): void {
    const { stageRow } = this;
    stageRow.begin(j, 2 * this.n);
    stageRow.scale = 1 / (this.fed * HEAT_SCALE);
    stageRow.sum = -this.input.heat[j];
    this.addHeatOf(j, stageRow);
    stageRow.end();
  }

  /**
   * Adds the heat that a stage gives away more than it gets, W, to a row: what leaves less what arrives, feeds and handles included, the fixed
   * heat of the stage not.
   */
  addHeatOf(j: number, row: EquationRow): void {
    const { n, stages, piped, handles, feeds } = this;
    feeds.takeHeat(j, row);
    if (!this.isTotalReboiler(j)) this.addStreamHeat(j, 0, 1, row);
    if (!this.isTotalCondenser(j)) this.addStreamHeat(j, n, 1, row);
    if (j > 0) this.addStreamHeat(j - 1, 0, -1, row);
    if (j < stages - 1) this.addStreamHeat(j + 1, n, -1, row);
    for (const heater of this.heaters[j]) {
      row.sum -= this.handleValues[heater];
      row.values[row.atBorder(heater)] -= row.scale;
    }
    for (const loop of this.returns[j]) {
      row.sum -= piped[loop * (n + 1) + n];
      row.values[row.atBorder(handles.length + loop * (n + 1) + n)] -= row.scale;
    }
  }

  /**
   * Enthalpy flow of a stage's liquid (`first` 0) or vapour (`first` n), W, times a sign. Leaving (sign 1) all of it counts, arriving (−1) what draws
   * leave of it.
   */
  private addStreamHeat(j: number, first: number, sign: 1 | -1, row: EquationRow): void {
    const { n } = this;
    const { values } = row;
    const isLiquid = first === 0;
    const of = isLiquid ? (j === 0 ? this.condensate : this.liquidOf[j]) : this.vapourOf[j];
    const { enthalpy, dEnthalpyDN } = of;
    const scale = sign * row.scale;
    const F = (isLiquid ? this.totalLiquid : this.totalVapour)[j];
    const D = sign > 0 ? 0 : (isLiquid ? this.liquidTaken : this.vapourTaken)[j];
    const shared = sign > 0 ? 0 : (D - (isLiquid ? this.liquidFixed : this.vapourFixed)[j]) / F;
    const at = row.at(j, first);
    for (let k = 0; k < n; k++)
      values[at + k] += scale * (dEnthalpyDN[k] - (D / F) * (dEnthalpyDN[k] - enthalpy) - shared * enthalpy);
    const byTemperature = scale * (F - D) * of.dEnthalpyDT;
    const isFixed = isLiquid && this.isTotalCondenser(j) && this.input.subcooling?.by === 'temperature';
    if (!isFixed) values[row.at(j, 2 * n)] += byTemperature;
    if (isLiquid && this.isTotalCondenser(j) && this.subcoolingHandle >= 0)
      values[row.atBorder(this.subcoolingHandle)] -= byTemperature;
    if (this.pressureHandle >= 0) values[row.atBorder(this.pressureHandle)] += scale * (F - D) * of.dEnthalpyDP;
    row.sum += sign * (F - D) * enthalpy;
    if (sign > 0) return;
    const takers = (isLiquid ? this.liquidTakers : this.vapourTakers)[j];
    for (const taker of takers) values[row.atBorder(taker)] += row.scale * (this.isShared(taker) ? F * enthalpy : enthalpy);
  }

  /** What is in the pipe of a pump-around. */
  private fillPipe(loop: number): void {
    const { n, input, handles, liquid, piped, borderRow, handleValues } = this;
    const { values } = borderRow;
    const j = input.pumpArounds[loop].from - 1;
    const handle = this.pumps[loop];
    const W = handleValues[handle];
    const L = this.totalLiquid[j];
    const first = handles.length + loop * (n + 1);
    const byFlow = 1 / this.fed;
    for (let i = 0; i < n; i++) {
      const x = liquid[j * n + i] / L;
      borderRow.begin(first + i);
      borderRow.scale = byFlow;
      borderRow.sum = piped[loop * (n + 1) + i] - W * x;
      values[borderRow.atBorder(first + i)] += byFlow;
      values[borderRow.atBorder(handle)] -= byFlow * x;
      const at = borderRow.at(j, 0);
      for (let k = 0; k < n; k++) values[at + k] -= (byFlow * W * ((i === k ? 1 : 0) - x)) / L;
      borderRow.end();
    }
    const of = j === 0 ? this.condensate : this.liquidOf[j];
    const byHeat = 1 / (this.fed * HEAT_SCALE);
    borderRow.begin(first + n);
    borderRow.scale = byHeat;
    borderRow.sum = piped[loop * (n + 1) + n] - W * of.enthalpy;
    values[borderRow.atBorder(first + n)] += byHeat;
    values[borderRow.atBorder(handle)] -= byHeat * of.enthalpy;
    const at = borderRow.at(j, 0);
    for (let k = 0; k < n; k++) values[at + k] -= (byHeat * W * (of.dEnthalpyDN[k] - of.enthalpy)) / L;
    values[at + 2 * n] -= byHeat * W * of.dEnthalpyDT;
    if (this.pressureHandle >= 0) values[borderRow.atBorder(this.pressureHandle)] -= byHeat * W * of.dEnthalpyDP;
    borderRow.end();
  }

  /** Fills the pipes with what the profile gives. */
  fillPipes(): void {
    const { n, input, liquid, piped, handleValues } = this;
    input.pumpArounds.forEach(({ from }, loop) => {
      const j = from - 1;
      const W = handleValues[this.pumps[loop]];
      for (let i = 0; i < n; i++) piped[loop * (n + 1) + i] = (W * liquid[j * n + i]) / this.totalLiquid[j];
      piped[loop * (n + 1) + n] = W * (j === 0 ? this.condensate : this.liquidOf[j]).enthalpy;
    });
  }

  /** Heat that has to be added to an end that has no handle for it, W: what its balance leaves open. */
  openDuty(j: number): number {
    this.spare.begin(0);
    this.addHeatOf(j, this.spare);
    return this.spare.sum - this.input.heat[j];
  }
}

/** Of everything fed: a component's balance is not closed finer than by this. */
const LEAST_FED = 1e-6;
