/** What can be wanted of a column: its value, and as one equation at the border its error and its derivatives in the unknowns and the handles. */
import { bubblePressure, bubbleTemperature, dewTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { bottomsDraw, hasDistillateDraw, sameHandle } from './handles.ts';
import { BorderRow, HEAT_SCALE, spareRow } from './rows.ts';
import type { EquationRow } from './rows.ts';
import type { ColumnState, Handle, Place, Quantity, Target, WeightedSum } from './types.ts';

/** Part of a stream that leaves a stage: all of it, what a handle takes of it, or what all of them leave of it. */
interface Part {
  stage: number; // from 0
  isLiquid: boolean;
  share: { of: 'all' } | { of: 'handle' | 'rest'; takers: number[] };
}

/** The targets as equations on the stages' unknowns. */
export class TargetEquations {
  private readonly column: ColumnState;
  private readonly row: BorderRow;
  private readonly counted: BorderRow;
  private readonly phases: TwoPhases;
  private readonly z: Float64Array;
  private readonly other: Float64Array;
  private readonly weights: Float64Array;
  private readonly odds: Odds = { ratio: 0, log: 0, slope: 0 };
  private readonly wantedOdds: Odds = { ratio: 0, log: 0, slope: 0 };
  /** By handle and by place, once asked: comparing handles makes strings, which no step of Newton's should. */
  private readonly places = new WeakMap<Handle, number>();
  private readonly condenserDuty: Handle = { kind: 'duty', stage: 1 };
  private readonly reboilerDuty: Handle;
  private readonly pumpAroundDuties: readonly Handle[];
  private readonly parts = new WeakMap<Place, Part[]>();
  /** How the equation that was filled last changes with what its quantity is: less how it changes with the value that is wanted. */
  slope = NaN;

  constructor(column: ColumnState) {
    this.column = column;
    this.reboilerDuty = { kind: 'duty', stage: column.stages };
    this.pumpAroundDuties = column.input.pumpArounds.map((_, loop) => ({ kind: 'pump-around-duty', loop }));
    this.row = new BorderRow(column.system);
    this.counted = spareRow(column.system);
    this.phases = makeTwoPhases(column.n);
    this.z = new Float64Array(column.n);
    this.other = new Float64Array(column.n);
    this.weights = new Float64Array(column.n);
  }

  fill(target: Target, k: number): void {
    const { column, row } = this;
    const { quantity, value } = target;
    switch (quantity.kind) {
      case 'ratio':
        if (quantity.under === null) this.fillAmount(quantity.over, target, k);
        else this.fillRatio(quantity.over, quantity.under, target, k);
        return;
      case 'temperature':
        this.slope = PER_KELVIN;
        row.begin(k);
        row.scale = PER_KELVIN;
        row.sum = column.T[quantity.stage - 1] - value;
        row.values[row.at(quantity.stage - 1, 2 * column.n)] += PER_KELVIN;
        row.end();
        return;
      case 'duty': {
        const handle = this.placeOf(quantity.of === 'condenser' ? this.condenserDuty : this.reboilerDuty);
        if (handle >= 0) this.fillHandle(handle, target, k);
        else this.fillOpenDuty(quantity.of === 'condenser' ? 0 : column.stages - 1, target, k);
        return;
      }
      case 'handle':
        this.fillHandle(this.placeOf(quantity.handle), target, k);
        return;
      case 'saturation':
        this.fillSaturation(quantity.place, quantity.of, value, quantity.P, k);
        this.slope = -this.saturationSlope(quantity.of, 'T');
        return;
      case 'vapour-pressure':
        this.fillSaturation(quantity.place, 'bubble', quantity.T, value, k);
        this.slope = -this.saturationSlope('bubble', 'P');
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
        this.count(quantity.over.place, quantity.over.weights);
        const over = this.counted.sum;
        if (quantity.under === null) return over;
        this.count(quantity.under.place, quantity.under.weights);
        return over / this.counted.sum;
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
    return this.places.get(handle) ?? this.findPlace(handle);
  }

  private findPlace(handle: Handle): number {
    const place = this.column.handles.findIndex((h) => sameHandle(h, handle));
    this.places.set(handle, place);
    return place;
  }

  private fillAmount({ place, weights }: WeightedSum, { value }: Target, k: number): void {
    const { row } = this;
    let heaviest = 0;
    for (const weight of weights) heaviest = Math.max(heaviest, Math.abs(weight));
    row.begin(k);
    this.slope = row.scale = 1 / Math.max(Math.abs(value), 1e-6 * this.column.fed * heaviest);
    row.sum = -value;
    this.addSum(place, weights, row);
    row.end();
  }

  /**
   * What is above over what is below, less its value; shares by the logarithm of their odds, in which a column's ends are nearly straight in what
   * moves them (Skogestad & Morari, Chem. Eng. Sci. 43 (1988) 33). As a ratio it is not met by a product that is nothing.
   */
  private fillRatio(over: WeightedSum, under: WeightedSum, { value }: Target, k: number): void {
    const { row, counted, odds, wantedOdds } = this;
    this.count(under.place, under.weights);
    const whole = counted.sum;
    this.count(over.place, over.weights);
    const ratio = counted.sum / whole;
    const isShare = value > 0 && value < 1 && (under.place.at === 'feeds' || under.place.at === over.place.at);
    const size = Math.max(Math.abs(value), LEAST_PART);
    odds.ratio = ratio;
    fillOdds(odds);
    wantedOdds.ratio = value;
    fillOdds(wantedOdds);
    const slope = isShare ? odds.slope : 1 / size;
    this.slope = isShare ? wantedOdds.slope : slope;
    row.begin(k);
    row.scale = slope / whole;
    this.addSum(over.place, over.weights, row);
    row.scale = (-slope * ratio) / whole;
    this.addSum(under.place, under.weights, row);
    row.scale = 1;
    row.sum = isShare ? odds.log - wantedOdds.log : (ratio - value) / size;
    row.end();
  }

  /** The duty of an end that has no handle for it: what its balance of heat leaves open. */
  private fillOpenDuty(stage: number, { value }: Target, k: number): void {
    const { column, row } = this;
    row.begin(k);
    this.slope = row.scale = 1 / Math.max(Math.abs(value), 1e-3 * column.fed * HEAT_SCALE);
    row.sum = -column.input.heat[stage] - value;
    column.addHeatOf(stage, row);
    row.end();
  }

  private fillHandle(handle: number, { value }: Target, k: number): void {
    const { row, column } = this;
    const { values } = row;
    const h = column.handles[handle];
    const scale = 1 / Math.max(Math.abs(value), this.leastOf(h.kind));
    this.slope = scale;
    row.begin(k);
    row.scale = scale;
    row.sum = column.handleValues[handle] - value;
    if (column.isShared(handle) && h.kind === 'draw') {
      const j = column.draws[h.draw].stage - 1;
      const L = column.totalLiquid[j];
      values[row.atBorder(handle)] += scale * L;
      const at = row.at(j, 0);
      for (let i = 0; i < column.n; i++) values[at + i] += (scale * column.handleValues[handle]) / L;
    } else values[row.atBorder(handle)] += scale;
    row.end();
  }

  /** Against no less than this a handle's error is measured, in its unit. */
  private leastOf(kind: Handle['kind']): number {
    const { fed } = this.column;
    switch (kind) {
      case 'draw':
      case 'pump-around-flow':
      case 'feed-component':
        return 1e-6 * fed;
      case 'duty':
      case 'pump-around-duty':
      case 'feed-heat':
        return 1e-3 * fed * HEAT_SCALE;
      case 'feed-flow':
        return 1;
      case 'feed-temperature':
      case 'subcooling':
        return 1 / PER_KELVIN;
      case 'pressure':
        return 1e5;
    }
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
    row.begin(k);
    row.scale = 1;
    this.addSum(place, weights, row);
    row.sum = logSum;
    row.end();
  }

  /** How ln Σ z K or ln Σ z/K, as filled last, changes with the temperature or the pressure: 1/K, 1/Pa. */
  private saturationSlope(of: 'bubble' | 'dew', by: 'T' | 'P'): number {
    const { other, column, phases } = this;
    const [liquid, vapour] = [phases.liquid, phases.vapour];
    let slope = 0;
    for (let i = 0; i < column.n; i++)
      slope += other[i] * (by === 'T' ? liquid.dLnPhiDT[i] - vapour.dLnPhiDT[i] : liquid.dLnPhiDP[i] - vapour.dLnPhiDP[i]);
    return of === 'dew' ? -slope : slope;
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
    column.input.model.evaluate('liquid', this.z, phases.liquid.at(T, this.returnPressure(loop)), 'all');
    const scale = 1 / (column.fed * HEAT_SCALE);
    this.slope = -scale * flow * phases.liquid.dEnthalpyDT;
    row.begin(k);
    row.scale = scale;
    row.sum = flow * phases.liquid.enthalpy - piped[loop * (n + 1) + n] - handleValues[duty];
    for (let i = 0; i < n; i++) row.values[row.atBorder(first + i)] += scale * phases.liquid.dEnthalpyDN[i];
    row.values[row.atBorder(first + n)] -= scale;
    row.values[row.atBorder(duty)] -= scale;
    row.end();
  }

  private returnTemperature(loop: number): number {
    const { column, phases } = this;
    const { n, piped, handleValues, input } = column;
    const flow = this.fillPiped(loop);
    const wanted = (piped[loop * (n + 1) + n] + handleValues[this.placeOf(this.pumpAroundDuties[loop])]) / flow;
    let T = column.T[input.pumpArounds[loop].from - 1];
    for (let step = 0; step < RENEWALS; step++) {
      input.model.evaluate('liquid', this.z, phases.liquid.at(T, this.returnPressure(loop)), 'all');
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
      this.count(place, weights);
      F += z[i] = this.counted.sum;
    }
    for (let i = 0; i < column.n; i++) z[i] /= F;
    return F;
  }

  /** Σ wᵢ fᵢ at a place into `counted`. */
  private count(place: Place, weights: Float64Array): void {
    this.counted.begin(0);
    this.addSum(place, weights, this.counted);
  }

  /** Adds Σ wᵢ fᵢ at a place to a row. */
  private addSum(place: Place, weights: Float64Array, row: EquationRow): void {
    if (place.at === 'feed' || place.at === 'feeds') {
      this.column.feeds.addSum(place, weights, row);
      return;
    }
    for (const part of this.partsOf(place)) this.addPart(part, weights, row);
  }

  /** What a handle takes of a stream changes with its flow, unless it is moved as a part of it. */
  private addPart({ stage, isLiquid, share }: Part, weights: Float64Array, row: EquationRow): void {
    const { column } = this;
    const { n, handleValues } = column;
    const { values, scale } = row;
    const flows = isLiquid ? column.liquid : column.vapour;
    const F = (isLiquid ? column.totalLiquid : column.totalVapour)[stage];
    let all = 0;
    for (let i = 0; i < n; i++) all += weights[i] * flows[stage * n + i];
    const mean = all / F;
    const isTaken = share.of === 'handle';
    let part = isTaken ? 0 : 1;
    let byFlow = 0; // how the part changes with the stream's flow, times that
    if (share.of !== 'all')
      for (const k of share.takers) {
        const isShared = column.isShared(k);
        const taken = isTaken ? handleValues[k] / F : -handleValues[k] / F;
        part += taken;
        if (!isShared) byFlow += taken;
        values[row.atBorder(k)] += (isTaken ? scale : -scale) * mean * (isShared ? F : 1);
      }
    const at = row.at(stage, isLiquid ? 0 : n);
    for (let i = 0; i < n; i++) values[at + i] += scale * (part * weights[i] - byFlow * mean);
    row.sum += part * all;
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
        share: { of: 'handle', takers: [this.placeOf(handle)] },
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

/** ln(r/(1 − r)) and its slope in r. */
interface Odds {
  ratio: number;
  log: number;
  slope: number;
}

/** Both shares are counted a little too large, so that rounding does not show; straight on where one is below nothing. */
function fillOdds(odds: Odds): void {
  const share = odds.ratio;
  const rest = 1 - share;
  const above = share > 0 ? Math.log(share + LITTLE) : Math.log(LITTLE) + share / LITTLE;
  const below = rest > 0 ? Math.log(rest + LITTLE) : Math.log(LITTLE) + rest / LITTLE;
  odds.log = above - below;
  odds.slope = 1 / (Math.max(share, 0) + LITTLE) + 1 / (Math.max(rest, 0) + LITTLE);
}

const PER_KELVIN = 1e-2;
const LEAST_PART = 1e-9;
const LITTLE = 1e-7;
const RENEWALS = 60;
const RENEWED = 1e-13;
