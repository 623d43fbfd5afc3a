/**
 * What the feeds bring, as handles move them: their flow, the flow of one of their components, their temperature. A feed of which a component or the
 * temperature moves is flashed again at its own pressure; how its heat changes is then told by differences, as a flash changes its phases in between.
 */
import { enthalpyOf, flashTP, makeFlashWork } from '../equilibrium/index.ts';
import type { FlashWork } from '../equilibrium/index.ts';
import type { EquationRow } from './rows.ts';
import type { ColumnInput, FedSums, Handle, Place } from './types.ts';

interface Mover {
  /** Place among the handles. */
  k: number;
  feed: number;
  handle: Handle & { kind: 'feed-flow' | 'feed-component' | 'feed-temperature' };
}

/** Feeds as they enter, moved by their handles. */
export class FedStreams implements FedSums {
  /** mol/s of component i in feed f at [f·n + i], and W that it brings. */
  readonly flows: Float64Array;
  readonly heat: Float64Array;
  /** mol/s of component i that feeds bring to stage j at [j·n + i], and W. */
  readonly flowOn: Float64Array;
  readonly heatOn: Float64Array;
  private readonly input: Omit<ColumnInput, 'targets'>;
  private readonly n: number;
  private readonly movers: readonly Mover[];
  /** Feeds that are flashed again. */
  private readonly isFlashed: readonly boolean[];
  /** Of every mover: mol/s by component and W, in its handle. */
  private readonly flowSlopes: Float64Array;
  private readonly heatSlopes: Float64Array;
  private readonly work: FlashWork;
  private readonly moved: Float64Array;
  private readonly z: Float64Array;

  constructor(input: Omit<ColumnInput, 'targets'>, handles: readonly Handle[]) {
    const { model, feeds, stages } = input;
    this.input = input;
    this.n = model.n;
    this.movers = handles.flatMap((handle, k): Mover[] =>
      handle.kind === 'feed-flow' || handle.kind === 'feed-component' || handle.kind === 'feed-temperature'
        ? [{ k, feed: handle.feed, handle }]
        : [],
    );
    this.isFlashed = feeds.map((_, f) => this.movers.some(({ feed, handle }) => feed === f && handle.kind !== 'feed-flow'));
    this.flows = new Float64Array(feeds.length * this.n);
    this.heat = new Float64Array(feeds.length);
    this.flowOn = new Float64Array(stages * this.n);
    this.heatOn = new Float64Array(stages);
    this.flowSlopes = new Float64Array(this.movers.length * this.n);
    this.heatSlopes = new Float64Array(this.movers.length);
    this.work = makeFlashWork(this.n);
    this.moved = new Float64Array(this.n);
    this.z = new Float64Array(this.n);
  }

  get areMoved(): boolean {
    return this.movers.length > 0;
  }

  /** As the handles stand now. */
  update(handleValues: Float64Array): void {
    const { input, n, movers, moved, flowOn, heatOn } = this;
    flowOn.fill(0);
    heatOn.fill(0);
    for (let f = 0; f < input.feeds.length; f++) {
      const T = this.given(f, handleValues, -1, 0);
      const j = input.feeds[f].stage - 1;
      this.flows.set(moved, f * n);
      this.heat[f] = this.heatOf(f, T);
      for (let i = 0; i < n; i++) flowOn[j * n + i] += moved[i];
      heatOn[j] += this.heat[f];
    }
    for (let m = 0; m < movers.length; m++) this.updateSlopes(m, handleValues);
  }

  /** Takes what feeds bring of component i to stage j off a row. */
  takeFlow(j: number, i: number, row: EquationRow): void {
    const { n, movers, flowSlopes } = this;
    row.sum -= this.flowOn[j * n + i];
    for (let m = 0; m < movers.length; m++)
      if (this.input.feeds[movers[m].feed].stage === j + 1)
        row.values[row.atBorder(movers[m].k)] -= row.scale * flowSlopes[m * n + i];
  }

  /** Takes the heat that feeds bring to stage j off a row. */
  takeHeat(j: number, row: EquationRow): void {
    const { movers, heatSlopes } = this;
    row.sum -= this.heatOn[j];
    for (let m = 0; m < movers.length; m++)
      if (this.input.feeds[movers[m].feed].stage === j + 1) row.values[row.atBorder(movers[m].k)] -= row.scale * heatSlopes[m];
  }

  addSum(place: Place & { at: 'feed' | 'feeds' }, weights: Float64Array, row: EquationRow): void {
    const { n, input, flows, movers } = this;
    for (let f = 0; f < input.feeds.length; f++) {
      if (place.at === 'feed' && place.feed !== f) continue;
      for (let i = 0; i < n; i++) row.sum += weights[i] * flows[f * n + i];
    }
    for (let m = 0; m < movers.length; m++) {
      if (place.at === 'feed' && place.feed !== movers[m].feed) continue;
      let slope = 0;
      for (let i = 0; i < n; i++) slope += weights[i] * this.flowSlopes[m * n + i];
      row.values[row.atBorder(movers[m].k)] += row.scale * slope;
    }
  }

  /** The flows of feed f into `moved`, one handle (by its place among movers) moved by a step; its temperature, K. */
  private given(f: number, handleValues: Float64Array, stepped: number, step: number): number {
    const { movers, moved } = this;
    const { flows, T: given } = this.input.feeds[f];
    let T = given;
    moved.set(flows);
    for (let m = 0; m < movers.length; m++) {
      const { k, feed, handle } = movers[m];
      if (feed !== f || handle.kind !== 'feed-flow') continue;
      const part = handleValues[k] + (m === stepped ? step : 0);
      for (let i = 0; i < moved.length; i++) moved[i] *= part;
    }
    for (let m = 0; m < movers.length; m++) {
      const { k, feed, handle } = movers[m];
      if (feed !== f) continue;
      const value = handleValues[k] + (m === stepped ? step : 0);
      if (handle.kind === 'feed-component') moved[handle.component] = value;
      else if (handle.kind === 'feed-temperature') T = value;
    }
    return T;
  }

  /** W of feed f with the flows in `moved`; NaN where they have no flash. */
  private heatOf(f: number, T: number): number {
    const { input, moved, z, n } = this;
    const { P, enthalpy } = input.feeds[f];
    let F = 0;
    for (let i = 0; i < n; i++) F += moved[i];
    if (!this.isFlashed[f]) return F * enthalpy;
    for (let i = 0; i < n; i++) z[i] = moved[i] / F;
    const flash = flashTP(input.model, T, P, z, this.work);
    return flash.state === 'solved' ? F * enthalpyOf(input.model, T, P, flash.value) : NaN;
  }

  private updateSlopes(m: number, handleValues: Float64Array): void {
    const { n, input, movers, flowSlopes, heatSlopes } = this;
    const { k, feed, handle } = movers[m];
    const { flows, enthalpy } = input.feeds[feed];
    let F = 0;
    for (let i = 0; i < n; i++) {
      const isHeld = movers.some((other) => other.feed === feed && isFlowOf(other.handle, i));
      F += flowSlopes[m * n + i] = handle.kind === 'feed-flow' ? (isHeld ? 0 : flows[i]) : isFlowOf(handle, i) ? 1 : 0;
    }
    if (!this.isFlashed[feed]) {
      heatSlopes[m] = F * enthalpy;
      return;
    }
    const step = STEP * Math.max(Math.abs(handleValues[k]), handle.kind === 'feed-component' ? total(flows) * STEP : 0);
    const above = this.heatOf(feed, this.given(feed, handleValues, m, step));
    const below = this.heatOf(feed, this.given(feed, handleValues, m, -step));
    heatSlopes[m] = (above - below) / (2 * step);
  }
}

const isFlowOf = (handle: Mover['handle'], i: number): boolean => handle.kind === 'feed-component' && handle.component === i;

/** Of what moves: small enough for a straight line, large enough for what a flash leaves open. */
const STEP = 1e-5;

/** Sum of a list. */
export const total = (flows: Float64Array): number => {
  let sum = 0;
  for (const flow of flows) sum += flow;
  return sum;
};

/** mol/s by component of all feeds as they are given. */
export const fedFlows = (feeds: ColumnInput['feeds']): Float64Array =>
  Float64Array.from(feeds[0].flows, (_, i) => feeds.reduce((sum, { flows }) => sum + flows[i], 0));
