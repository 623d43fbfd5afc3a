/** What can be wanted of a column: its value, and as one equation at the border its error and its derivatives in the unknowns and the handles. */
import { bubblePressure, bubbleTemperature, dewTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { bottomsDraw, hasDistillateDraw, sameHandle } from './handles.ts';
import { BorderRow, HEAT_SCALE, NOWHERE } from './rows.ts';
import type { EquationRow } from './rows.ts';
import type { ColumnState, Handle, Place, Quantity, Target, WeightedSum } from './types.ts';

/** Part of a stream that leaves a stage: all of it, what one handle takes of it, or what all of them leave of it. */
interface Part {
  stage: number; // from 0
  isLiquid: boolean;
  share: { of: 'all' } | { of: 'handle'; k: number } | { of: 'rest'; takers: number[] };
}

export class TargetEquations {
  private readonly column: ColumnState;
  private readonly row: BorderRow;
  private readonly phases: TwoPhases;
  private readonly z: Float64Array;
  private readonly other: Float64Array;
  private readonly weights: Float64Array;
  /** By place, once asked. */
  private readonly parts = new WeakMap<Place, Part[]>();

  constructor(column: ColumnState) {
    this.column = column;
    this.row = new BorderRow(column.system);
    this.phases = makeTwoPhases(column.n);
    this.z = new Float64Array(column.n);
    this.other = new Float64Array(column.n);
    this.weights = new Float64Array(column.n);
  }

  fill({ quantity, value }: Target, k: number): void {
    const { column, row } = this;
    switch (quantity.kind) {
      case 'ratio':
        this.fillRatio(quantity.over, quantity.under, value, k);
        return;
      case 'temperature':
        row.begin(k, PER_KELVIN);
        row.add(quantity.stage - 1, 2 * column.n, 1);
        row.set(column.T[quantity.stage - 1] - value);
        return;
      case 'duty': {
        const stage = quantity.of === 'condenser' ? 0 : column.stages - 1;
        const handle = this.placeOf({ kind: 'duty', stage: stage + 1 });
        if (handle >= 0) this.fillHandle(handle, value, k);
        return;
        row.begin(k, 1 / Math.max(Math.abs(value), 1e-3 * column.fed * HEAT_SCALE));
        row.set(column.fillHeatOf(stage, row) - column.input.heat[stage] - value);
        return;
      }
      case 'handle':
        this.fillHandle(this.placeOf(quantity.handle), value, k);
        return;
      case 'saturation':
        this.fillSaturation(quantity.place, quantity.of, value, quantity.P, k);
        return;
      case 'vapour-pressure':
        this.fillSaturation(quantity.place, 'bubble', quantity.T, value, k);
        return;
      case 'return-temperature':
        this.fillReturn(quantity.loop, value, k);
        return;
    }
  }

  /** NaN where it is a ratio to nothing, or there is no such saturation. */
  valueOf(quantity: Quantity): number {
    const { column } = this;
    switch (quantity.kind) {
      case 'ratio': {
        const over = this.sum(quantity.over.place, quantity.over.weights, 0, NOWHERE);
        return quantity.under === null ? over : over / this.sum(quantity.under.place, quantity.under.weights, 0, NOWHERE);
      }
      case 'temperature':
        return column.T[quantity.stage - 1];
      case 'duty': {
        const stage = quantity.of === 'condenser' ? 0 : column.stages - 1;
        const handle = this.placeOf({ kind: 'duty', stage: stage + 1 });
        return handle >= 0 ? column.handleValues[handle] : column.openDuty(stage);
      }
      case 'handle':
        return column.handleValues[this.placeOf(quantity.handle)];
      case 'saturation': {
        this.composition(quantity.place);
        const find = quantity.of === 'bubble' ? bubbleTemperature : dewTemperature;
        const found = find(column.input.model, quantity.P, this.z, this.other);
        return found.state === 'solved' ? found.value : NaN;
      }
      case 'vapour-pressure': {
        this.composition(quantity.place);
        const found = bubblePressure(column.input.model, quantity.T, this.z, this.other);
        return found.state === 'solved' ? found.value : NaN;
      }
      case 'return-temperature':
        return this.returnTemperature(quantity.loop);
    }
  }

  private placeOf(handle: Handle): number {
    return this.column.handles.findIndex((h) => sameHandle(h, handle));
  }

  /** (what is above) − value (what is below) = 0. */
  private fillRatio(over: WeightedSum, under: WeightedSum | null, value: number, k: number): void {
    const { row } = this;
    row.begin(k, 1 / this.sizeOf(over, under, value));
    const above = this.sum(over.place, over.weights, 1, row);
    const below = under === null ? 1 : this.sum(under.place, under.weights, -value, row);
    row.set(above - value * below);
  }

  /** What an error of a ratio is measured by: what is wanted itself, or the impurity where that is the smaller part of a whole. */
  private sizeOf(over: WeightedSum, under: WeightedSum | null, value: number): number {
    const { fed } = this.column;
    if (under === null) return Math.max(Math.abs(value), 1e-6 * fed * largest(over.weights));
    const isOfFeeds = under.place.at === 'feeds';
    const isPart = value < 1 && (isOfFeeds || under.place.at === over.place.at);
    const whole = isOfFeeds ? this.sumGiven(under.weights) : fed * largest(under.weights);
    return whole * Math.max(isPart ? Math.min(value, 1 - value) : Math.abs(value), LEAST_PART);
  }

  /** Of all feeds as they are given. */
  private sumGiven(weights: Float64Array): number {
    return this.column.input.feeds.reduce((sum, { flows }) => sum + flows.reduce((s, flow, i) => s + weights[i] * flow, 0), 0);
  }

  private fillHandle(handle: number, value: number, k: number): void {
    const { row, column } = this;
    const least: Record<Handle['kind'], number> = {
      draw: 1e-6 * column.fed,
      'pump-around-flow': 1e-6 * column.fed,
      duty: 1e-3 * column.fed * HEAT_SCALE,
      'pump-around-duty': 1e-3 * column.fed * HEAT_SCALE,
      'feed-heat': 1e-3 * column.fed * HEAT_SCALE,
      'feed-flow': 1,
      pressure: 1e5,
      subcooling: 1 / PER_KELVIN,
    };
    row.begin(k, 1 / Math.max(Math.abs(value), least[column.handles[handle].kind]));
    row.addBorder(handle, 1);
    row.set(column.handleValues[handle] - value);
  }

  /**
   * ln Σ z K = 0 for a liquid that begins to boil at T and P, ln Σ z/K = 0 for a vapour that begins to condense. What it boils to or condenses to is
   * renewed until it stands; by Gibbs & Duhem its changes do not move the sum.
   */
  private fillSaturation(place: Place, of: 'bubble' | 'dew', T: number, P: number, k: number): void {
    const { column, phases, z, other, weights, row } = this;
    const { n } = column;
    const { model } = column.input;
    const F = this.composition(place);
    const sign = of === 'bubble' ? 1 : -1;
    model.firstLnK(T, P, phases.lnK);
    let logSum = this.renew(sign);
    for (let renewal = 0; renewal < RENEWALS; renewal++) {
      if (of === 'bubble') evaluateK(model, T, P, z, other, phases, 'slopes');
      else evaluateK(model, T, P, other, z, phases, 'slopes');
      const before = logSum;
      logSum = this.renew(sign);
      if (Math.abs(logSum - before) < RENEWED) break;
    }
    const slopes = (of === 'bubble' ? phases.liquid : phases.vapour).dLnPhiDN;
    for (let c = 0; c < n; c++) {
      let bySlopes = 0;
      for (let i = 0; i < n; i++) bySlopes += other[i] * slopes[i * n + c];
      weights[c] = (Math.exp(sign * phases.lnK[c] - logSum) + bySlopes - 1) / F;
    }
    row.begin(k, 1);
    this.sum(place, weights, 1, row);
    row.set(logSum);
  }

  /** The other phase from the K-values as they stand; ln of the sum. */
  private renew(sign: 1 | -1): number {
    const { phases, z, other, column } = this;
    let sum = 0;
    for (let i = 0; i < column.n; i++) sum += other[i] = z[i] * Math.exp(sign * phases.lnK[i]);
    for (let i = 0; i < column.n; i++) other[i] /= sum;
    return Math.log(sum);
  }

  /** (enthalpy of what returns at T) − (enthalpy of what was taken) − (heat added on the way) = 0. */
  private fillReturn(loop: number, T: number, k: number): void {
    const { column, row, phases } = this;
    const { n, handles, piped, handleValues } = column;
    const first = handles.length + loop * (n + 1);
    const duty = this.placeOf({ kind: 'pump-around-duty', loop });
    const flow = this.fillPiped(loop);
    column.input.model.evaluate('liquid', T, this.returnPressure(loop), this.z, phases.liquid, 'all');
    row.begin(k, 1 / (column.fed * HEAT_SCALE));
    for (let i = 0; i < n; i++) row.addBorder(first + i, phases.liquid.dEnthalpyDN[i]);
    row.addBorder(first + n, -1);
    row.addBorder(duty, -1);
    row.set(flow * phases.liquid.enthalpy - piped[loop * (n + 1) + n] - handleValues[duty]);
  }

  private returnTemperature(loop: number): number {
    const { column, phases } = this;
    const { n, piped, handleValues, input } = column;
    const flow = this.fillPiped(loop);
    const wanted = (piped[loop * (n + 1) + n] + handleValues[this.placeOf({ kind: 'pump-around-duty', loop })]) / flow;
    let T = column.T[input.pumpArounds[loop].from - 1];
    for (let step = 0; step < RENEWALS; step++) {
      input.model.evaluate('liquid', T, this.returnPressure(loop), this.z, phases.liquid, 'all');
      const change = (wanted - phases.liquid.enthalpy) / phases.liquid.dEnthalpyDT;
      T += Math.max(-50, Math.min(50, change));
      if (Math.abs(change) < 1e-9) return T;
    }
    return NaN;
  }

  private returnPressure(loop: number): number {
    return this.column.pressure[this.column.input.pumpArounds[loop].to - 1];
  }

  /** Mole fractions in a pump-around's pipe into z; its flow. */
  private fillPiped(loop: number): number {
    const { column, z } = this;
    const { n, piped } = column;
    let flow = 0;
    for (let i = 0; i < n; i++) flow += piped[loop * (n + 1) + i];
    for (let i = 0; i < n; i++) z[i] = piped[loop * (n + 1) + i] / flow;
    return flow;
  }

  /** Mole fractions of what is counted at a place into z; its flow. */
  private composition(place: Place): number {
    const { column, z, weights } = this;
    let F = 0;
    for (let i = 0; i < column.n; i++) {
      weights.fill(0);
      weights[i] = 1;
      F += z[i] = this.sum(place, weights, 0, NOWHERE);
    }
    for (let i = 0; i < column.n; i++) z[i] /= F;
    return F;
  }

  /** Σ wᵢ fᵢ at a place; its slopes times a factor into a row. */
  private sum(place: Place, weights: Float64Array, factor: number, row: EquationRow): number {
    if (place.at === 'feed' || place.at === 'feeds') return this.sumFed(place, weights, factor, row);
    let sum = 0;
    for (const part of this.partsOf(place)) sum += this.sumPart(part, weights, factor, row);
    return sum;
  }

  private sumFed(place: Place & { at: 'feed' | 'feeds' }, weights: Float64Array, factor: number, row: EquationRow): number {
    const { handles, handleValues, input } = this.column;
    let sum = 0;
    input.feeds.forEach(({ flows }, f) => {
      if (place.at === 'feed' && place.feed !== f) return;
      const fed = flows.reduce((s, flow, i) => s + weights[i] * flow, 0);
      const k = handles.findIndex((h) => h.kind === 'feed-flow' && h.feed === f);
      if (k >= 0) row.addBorder(k, factor * fed);
      sum += fed * (k >= 0 ? handleValues[k] : 1);
    });
    return sum;
  }

  private sumPart({ stage, isLiquid, share }: Part, weights: Float64Array, factor: number, row: EquationRow): number {
    const { n, handleValues } = this.column;
    const flows = isLiquid ? this.column.liquid : this.column.vapour;
    const F = (isLiquid ? this.column.totalLiquid : this.column.totalVapour)[stage];
    let all = 0;
    for (let i = 0; i < n; i++) all += weights[i] * flows[stage * n + i];
    const mean = all / F;
    let part = 1;
    if (share.of === 'handle') {
      part = handleValues[share.k] / F;
      row.addBorder(share.k, factor * mean);
    } else if (share.of === 'rest') {
      for (const k of share.takers) {
        part -= handleValues[k] / F;
        row.addBorder(k, -factor * mean);
      }
    }
    const first = isLiquid ? 0 : n;
    const byFlow = share.of === 'all' ? 0 : share.of === 'handle' ? part : part - 1;
    for (let i = 0; i < n; i++) row.add(stage, first + i, factor * (part * weights[i] - byFlow * mean));
    return part * all;
  }

  private partsOf(place: Place): Part[] {
    let parts = this.parts.get(place);
    if (parts === undefined) this.parts.set(place, (parts = this.partsAt(place)));
    return parts;
  }

  private partsAt(place: Place): Part[] {
    const { input, stages, draws, handles } = this.column;
    const last = stages - 1;
    const taken = (handle: Handle): Part => {
      const from = handle.kind === 'draw' ? draws[handle.draw] : undefined;
      const loop = handle.kind === 'pump-around-flow' ? input.pumpArounds[handle.loop] : undefined;
      return {
        stage: (from?.stage ?? loop?.from ?? 1) - 1,
        isLiquid: from?.phase !== 'vapour',
        share: { of: 'handle', k: this.placeOf(handle) },
      };
    };
    const rest = (stage: number, isLiquid: boolean): Part => ({
      stage,
      isLiquid,
      share: {
        of: 'rest',
        takers: handles.flatMap((h, k) => {
          const part = h.kind === 'draw' || h.kind === 'pump-around-flow' ? taken(h) : undefined;
          return part?.stage === stage && part.isLiquid === isLiquid ? [k] : [];
        }),
      },
    });
    switch (place.at) {
      case 'overhead':
        return [
          ...(hasDistillateDraw(input.top) ? [taken({ kind: 'draw', draw: 0 })] : []),
          ...(input.top === 'total-condenser' ? [] : [rest(0, false)]),
        ];
      case 'overhead-vapour':
        return [rest(0, false)];
      case 'bottoms':
        return bottomsDraw(input) >= 0 ? [taken({ kind: 'draw', draw: bottomsDraw(input) })] : [rest(last, true)];
      case 'draw':
        return [taken({ kind: 'draw', draw: place.draw })];
      case 'reflux':
        return [rest(0, true)];
      case 'boil-up':
        return [rest(last, false)];
      case 'pump-around':
        return [taken({ kind: 'pump-around-flow', loop: place.loop })];
      case 'stage':
        return [{ stage: place.stage - 1, isLiquid: place.phase === 'liquid', share: { of: 'all' } }];
      case 'feed':
      case 'feeds':
        return [];
    }
  }
}

const largest = (weights: Float64Array): number => weights.reduce((a, b) => Math.max(a, Math.abs(b)), 0);

const PER_KELVIN = 1e-2;
const LEAST_PART = 1e-9;
const RENEWALS = 60;
const RENEWED = 1e-13;
