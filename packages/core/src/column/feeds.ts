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

export class FedStreams implements FedSums {
  /** mol/s of component i in feed f at [f·n + i], and W that it brings. */
  readonly flows: Float64Array;
  readonly heat: Float64Array;
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
    const { model, feeds } = input;
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
    const { input, n, movers } = this;
    for (let f = 0; f < input.feeds.length; f++) {
      const T = this.given(f, handleValues, -1, 0);
      this.flows.set(this.moved, f * n);
      this.heat[f] = this.heatOf(f, T);
    }
    for (let m = 0; m < movers.length; m++) this.updateSlopes(m, handleValues);
  }

  /** mol/s of component i that feeds bring to stage j. */
  flowOn(j: number, i: number): number {
    const { feeds } = this.input;
    let flow = 0;
    for (let f = 0; f < feeds.length; f++) if (feeds[f].stage === j + 1) flow += this.flows[f * this.n + i];
    return flow;
  }

  /** W that feeds bring to stage j. */
  heatOn(j: number): number {
    const { feeds } = this.input;
    let heat = 0;
    for (let f = 0; f < feeds.length; f++) if (feeds[f].stage === j + 1) heat += this.heat[f];
    return heat;
  }

  /** Slopes of the flow of component i to stage j, times a factor. */
  addFlowSlopes(j: number, i: number, factor: number, row: EquationRow): void {
    for (let m = 0; m < this.movers.length; m++) {
      const { k, feed } = this.movers[m];
      if (this.input.feeds[feed].stage === j + 1) row.addBorder(k, factor * this.flowSlopes[m * this.n + i]);
    }
  }

  addHeatSlopes(j: number, factor: number, row: EquationRow): void {
    for (let m = 0; m < this.movers.length; m++) {
      const { k, feed } = this.movers[m];
      if (this.input.feeds[feed].stage === j + 1) row.addBorder(k, factor * this.heatSlopes[m]);
    }
  }

  sum(place: Place & { at: 'feed' | 'feeds' }, weights: Float64Array, factor: number, row: EquationRow): number {
    const { n, input, flows, movers } = this;
    const isCounted = (f: number): boolean => place.at === 'feeds' || place.feed === f;
    let sum = 0;
    for (let f = 0; f < input.feeds.length; f++) if (isCounted(f)) for (let i = 0; i < n; i++) sum += weights[i] * flows[f * n + i];
    for (let m = 0; m < movers.length; m++) {
      if (!isCounted(movers[m].feed)) continue;
      let slope = 0;
      for (let i = 0; i < n; i++) slope += weights[i] * this.flowSlopes[m * n + i];
      row.addBorder(movers[m].k, factor * slope);
    }
    return sum;
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

export const total = (flows: Float64Array): number => {
  let sum = 0;
  for (const flow of flows) sum += flow;
  return sum;
};
