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
  /** By handle and by place, once asked: comparing handles makes strings, which no step of Newton's should. */
  private readonly places = new WeakMap<Handle, number>();
  private readonly condenserDuty: Handle = { kind: 'duty', stage: 1 };
  private readonly reboilerDuty: Handle;
  private readonly pumpAroundDuties: readonly Handle[];
  private readonly parts = new WeakMap<Place, Part[]>();

  constructor(column: ColumnState) {
    this.column = column;
    this.reboilerDuty = { kind: 'duty', stage: column.stages };
    this.pumpAroundDuties = column.input.pumpArounds.map((_, loop) => ({ kind: 'pump-around-duty', loop }));
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
        const handle = this.placeOf(quantity.of === 'condenser' ? this.condenserDuty : this.reboilerDuty);
        if (handle >= 0) this.fillHandle(handle, value, k);
        else this.fillOpenDuty(quantity.of === 'condenser' ? 0 : column.stages - 1, value, k);
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
        const handle = this.placeOf(quantity.of === 'condenser' ? this.condenserDuty : this.reboilerDuty);
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
    let place = this.places.get(handle);
    if (place === undefined) this.places.set(handle, (place = this.column.handles.findIndex((h) => sameHandle(h, handle))));
    return place;
  }

  /**
   * What is above over what is below, less its value; shares by the logarithm of their odds, in which a column's ends are nearly straight in what
   * moves them (Skogestad & Morari, Chem. Eng. Sci. 43 (1988) 33). As a ratio it is not met by a product that is nothing.
   */
  private fillRatio(over: WeightedSum, under: WeightedSum | null, value: number, k: number): void {
    const { row } = this;
    if (under === null) {
      row.begin(k, 1 / Math.max(Math.abs(value), 1e-6 * this.column.fed * largest(over.weights)));
      row.set(this.sum(over.place, over.weights, 1, row) - value);
      return;
    }
    const whole = this.sum(under.place, under.weights, 0, NOWHERE);
    const ratio = this.sum(over.place, over.weights, 0, NOWHERE) / whole;
    const isShare = value > 0 && value < 1 && (under.place.at === 'feeds' || under.place.at === over.place.at);
    const size = Math.max(Math.abs(value), LEAST_PART);
    const slope = isShare ? oddsSlope(ratio) : 1 / size;
    row.begin(k, 1);
    this.sum(over.place, over.weights, slope / whole, row);
    this.sum(under.place, under.weights, (-slope * ratio) / whole, row);
    row.set(isShare ? logOdds(ratio) - logOdds(value) : (ratio - value) / size);
  }

  /** The duty of an end that has no handle for it: what its balance of heat leaves open. */
  private fillOpenDuty(stage: number, value: number, k: number): void {
    const { column, row } = this;
    row.begin(k, 1 / Math.max(Math.abs(value), 1e-3 * column.fed * HEAT_SCALE));
    row.set(column.fillHeatOf(stage, row) - column.input.heat[stage] - value);
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
      'feed-component': 1e-6 * column.fed,
      'feed-temperature': 1 / PER_KELVIN,
      pressure: 1e5,
      subcooling: 1 / PER_KELVIN,
    };
    row.begin(k, 1 / Math.max(Math.abs(value), least[column.handles[handle].kind]));
    const h = column.handles[handle];
    if (column.isShared(handle) && h.kind === 'draw') {
      const j = column.draws[h.draw].stage - 1;
      const L = column.totalLiquid[j];
      row.addBorder(handle, L);
      for (let i = 0; i < column.n; i++) row.add(j, i, column.handleValues[handle] / L);
    } else row.addBorder(handle, 1);
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
    const duty = this.placeOf(this.pumpAroundDuties[loop]);
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
    const wanted = (piped[loop * (n + 1) + n] + handleValues[this.placeOf(this.pumpAroundDuties[loop])]) / flow;
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
    if (place.at === 'feed' || place.at === 'feeds') return this.column.feeds.sum(place, weights, factor, row);
    let sum = 0;
    for (const part of this.partsOf(place)) sum += this.sumPart(part, weights, factor, row);
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
    let byFlow = 0; // how the part changes with the stream's flow, times that
    if (share.of === 'handle') {
      part = handleValues[share.k] / F;
      byFlow = this.addShare(share.k, part, factor * mean, F, row);
    } else if (share.of === 'rest') {
      for (const k of share.takers) {
        const taken = handleValues[k] / F;
        part -= taken;
        byFlow -= this.addShare(k, taken, -factor * mean, F, row);
      }
    }
    const first = isLiquid ? 0 : n;
    for (let i = 0; i < n; i++) row.add(stage, first + i, factor * (part * weights[i] - byFlow * mean));
    return part * all;
  }

  /** Slope of what a handle takes in the handle; what it takes of a stream changes with its flow unless it is moved as a part. */
  private addShare(k: number, part: number, slope: number, F: number, row: EquationRow): number {
    const isShared = this.column.isShared(k);
    row.addBorder(k, isShared ? slope * F : slope);
    return isShared ? 0 : part;
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

/** ln(r/(1 − r)) with both shares counted a little too large, so that rounding does not show; straight on where a share is below nothing. */
const logOdds = (ratio: number): number => logShare(ratio) - logShare(1 - ratio);

const logShare = (share: number): number => (share > 0 ? Math.log(share + LITTLE) : Math.log(LITTLE) + share / LITTLE);

const oddsSlope = (ratio: number): number => 1 / (Math.max(ratio, 0) + LITTLE) + 1 / (Math.max(1 - ratio, 0) + LITTLE);

const largest = (weights: Float64Array): number => weights.reduce((a, b) => Math.max(a, Math.abs(b)), 0);

const PER_KELVIN = 1e-2;
const LEAST_PART = 1e-9;
const LITTLE = 1e-7;
const RENEWALS = 60;
const RENEWED = 1e-13;
