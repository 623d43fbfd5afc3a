/**
 * The first profile of a column, made and never asked for: a split of what is fed, constant molar overflow, temperatures between the saturation
 * points of the two ends, and a few sweeps: compositions from the component balances, then temperatures by a step of Newton's towards their bubble
 * points (Wang & Henke, Hydrocarbon Proc. 45 (8) (1966) 155) where there is a condenser or a reboiler, or flows as their sums (Sujata 1961) where
 * there is neither or the feeds boil over a wide range.
 */
import { bubbleTemperature, dewTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { total } from './feeds.ts';
import type { ColumnEquations } from './equations.ts';
import { firstSplit, wantedAt } from './firstSplit.ts';
import { bottomsDraw, firstSideDraw, givenValue, sameHandle } from './handles.ts';
import { HEAT_SCALE } from './rows.ts';
import type { GivenProfile, Handle, Place, Target } from './types.ts';

/** How the first profile is swept. */
export type SweepKind = 'bubble points' | 'sum of rates';

/**
 * By how the column is built: an absorber's flows are what dissolves; what is condensed or boils has bubble points. With a reboiler and no condenser it is
 * either: a washing oil comes in far from boiling, a liquid to be stripped near it.
 */
export const usualSweeps = (column: ColumnEquations): SweepKind => {
  const { handles, input } = column;
  if (!handles.some((h) => h.kind === 'duty' || h.kind === 'draw')) return 'sum of rates';
  const isWashed = input.top === 'none' && input.feeds.length > 1 && (input.bottom === 'none' || farBelowBoiling(column));
  return isWashed ? 'sum of rates' : 'bubble points';
};

/** Whether the uppermost feed comes in much colder than it boils. */
function farBelowBoiling({ input, n }: ColumnEquations): boolean {
  const uppermost = input.feeds.reduce((above, feed) => (feed.stage < above.stage ? feed : above));
  const boils = bubbleTemperature(input.model, input.pressure[0], normalised(uppermost.flows), new Float64Array(n));
  return boils.state !== 'solved' || uppermost.T < boils.value - FAR_BELOW;
}

/**
 * Fills temperatures, flows and handles.
 * @param sweeps  at most; more of them bring a sharp front nearer to its place, and where temperatures are settled they end
 * @param targets what the flows are guessed from
 */
export function startProfile(
  column: ColumnEquations,
  sweeps: number,
  kind: SweepKind = usualSweeps(column),
  targets: readonly Target[] = column.input.targets,
): void {
  const ends = startFlows(column, targets);
  const range = firstTemperatures(column, ends, kind);
  const work = makeSweepWork(column);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    setCompositions(column, sweep === 0, kind, work);
    if (kind === 'bubble points' && moveTemperatures(column, work, range) < SETTLED) break;
  }
  endStart(column);
}

/** The same with temperatures that are given, and with flows and compositions as far as they are: what is not follows from the balances. */
export function startFromGiven(column: ColumnEquations, given: GivenProfile): void {
  startFlows(column, column.input.targets);
  column.T.set(given.T);
  for (let j = 0; j < column.stages; j++) {
    if (given.liquid !== null && !column.isTotalReboiler(j)) column.totalLiquid[j] = Math.max(given.liquid[j], LEAST * column.fed);
    if (given.vapour !== null && !column.isTotalCondenser(j)) column.totalVapour[j] = Math.max(given.vapour[j], LEAST * column.fed);
  }
  const work = makeSweepWork(column);
  for (let sweep = 0; sweep < GIVEN_SWEEPS; sweep++) setCompositions(column, sweep === 0, 'bubble points', work);
  if (given.x !== null) {
    takeCompositions(column, given.x);
    setK(column, false, work);
    setVapours(column, work);
  }
  endStart(column);
}

function startFlows(column: ColumnEquations, targets: readonly Target[]): Ends {
  const ends = guessedEnds(column, firstVolatilities(column), targets);
  firstHandles(column, ends, targets);
  firstFlows(column, ends);
  return ends;
}

function endStart(column: ColumnEquations): void {
  column.evaluate();
  column.fillPipes();
  firstDuties(column);
}

/** Liquid mole fractions as given; what was not there is a trace. In a total reboiler the vapour stands in their place. */
function takeCompositions(column: ColumnEquations, x: Float64Array): void {
  const { stages, n, liquid, vapour, totalLiquid } = column;
  for (let j = 0; j < stages; j++) {
    let sum = 0;
    if (column.isTotalReboiler(j)) {
      liquid.set(vapour.subarray(j * n, (j + 1) * n), j * n);
      continue;
    }
    for (let i = 0; i < n; i++) sum += Math.max(x[j * n + i], TRACE);
    for (let i = 0; i < n; i++) liquid[j * n + i] = (totalLiquid[j] * Math.max(x[j * n + i], TRACE)) / sum;
  }
}

interface Ends {
  /** mol/s that leaves at the top and at the bottom, and by side draw. */
  overhead: number;
  bottoms: number;
  /** mol/s that goes overhead by component. */
  split: Float64Array;
  /** mol/mol */
  reflux: number;
}

/** ln K at a middle temperature: the order in which components go up. */
function firstVolatilities({ input, n, stages }: ColumnEquations): Float64Array {
  const lnK = new Float64Array(n);
  const T = input.feeds.reduce((sum, feed) => sum + feed.T, 0) / input.feeds.length;
  input.model.firstLnK(T, input.pressure[stages >> 1], lnK);
  return lnK;
}

/** A value that the targets name for a molar flow, if they do. */
function wantedFlow(targets: readonly Target[], handle: Handle | null, place: Place): number | undefined {
  for (const { quantity, value } of targets) {
    if (quantity.kind === 'handle' && handle !== null && sameHandle(quantity.handle, handle)) return value;
    if (quantity.kind !== 'ratio' || quantity.under !== null) continue;
    const { place: at, weights } = quantity.over;
    if (sameAs(at, place) && weights.every((w) => w === 1)) return value;
  }
  return undefined;
}

const sameAs = (a: Place, b: Place): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Overhead and reflux that the targets name or let guess, or what is usual. */
function guessedEnds(column: ColumnEquations, lnK: Float64Array, targets: readonly Target[]): Ends {
  const { input, fed, draws } = column;
  const sides = draws.slice(firstSideDraw(input)).map((_, k) => sideFlow(column, firstSideDraw(input) + k, targets));
  const aside = sides.reduce((sum, flow) => sum + flow, 0);
  const split = firstSplit(column, lnK, aside, targets);
  const reflux = wantedAt(targets, 'reflux') ?? split.reflux;
  const named =
    wantedFlow(targets, input.top === 'total-condenser' ? { kind: 'draw', draw: 0 } : null, { at: 'overhead' }) ??
    complement(wantedFlow(targets, null, { at: 'bottoms' }), fed - aside) ??
    overheadOfFewEnds(column, targets, reflux) ??
    total(split.overhead);
  const overhead = within(named, LEAST * fed, fed - aside - LEAST * fed);
  return {
    overhead,
    split: split.overhead,
    bottoms: Math.max(fed - aside - overhead, LEAST * fed),
    reflux: within(reflux, 0.05, 100),
  };
}

/** Where condenser or reboiler is missing, flows that do not change from stage to stage say how much goes overhead. */
function overheadOfFewEnds({ input, fed }: ColumnEquations, targets: readonly Target[], reflux: number): number | undefined {
  const vapour = input.feeds.reduce((sum, { flows, vapourFraction }) => sum + within(vapourFraction, 0, 1) * total(flows), 0);
  if (input.bottom === 'none' && input.top !== 'none') return vapour / (1 + reflux);
  const boilUp = wantedAt(targets, 'boil-up');
  return input.top === 'none' && boilUp !== undefined ? (vapour + boilUp * fed) / (1 + boilUp) : undefined;
}

const sideFlow = ({ fed }: ColumnEquations, draw: number, targets: readonly Target[]): number =>
  wantedFlow(targets, { kind: 'draw', draw }, { at: 'draw', draw }) ?? 0.1 * fed;

const complement = (part: number | undefined, whole: number): number | undefined => (part === undefined ? undefined : whole - part);

const within = (value: number, least: number, most: number): number => Math.max(least, Math.min(most, value));

function firstHandles(column: ColumnEquations, ends: Ends, targets: readonly Target[]): void {
  const { handles, handleValues, input, fed, draws } = column;
  handles.forEach((handle, k) => {
    handleValues[k] = startOf(handle);
  });

  function startOf(handle: Handle): number {
    const named = targets.find(({ quantity: q }) => q.kind === 'handle' && sameHandle(q.handle, handle))?.value;
    if (handle.kind === 'draw') {
      if (handle.draw === bottomsDraw(input)) return ends.bottoms;
      if (handle.draw < firstSideDraw(input)) return input.top === 'mixed-condenser' ? mixedDistillate() : ends.overhead;
      return Math.min(sideFlow(column, handle.draw, targets), fed / draws.length);
    }
    if (named !== undefined) return named;
    if (handle.kind === 'pump-around-flow') return wantedFlow(targets, null, { at: 'pump-around', loop: handle.loop }) ?? 0.5 * fed;
    return givenValue(input, handle);
  }

  function mixedDistillate(): number {
    const vapour = wantedFlow(targets, null, { at: 'overhead-vapour' });
    const named = wantedFlow(targets, { kind: 'draw', draw: 0 }, { at: 'draw', draw: 0 });
    return within(named ?? ends.overhead - (vapour ?? ends.overhead / 2), LEAST * fed, ends.overhead);
  }
}

function firstFlows(column: ColumnEquations, { overhead, bottoms, reflux }: Ends): void {
  const { input, stages, totalLiquid, totalVapour, fed } = column;
  const hasCondenser = input.top !== 'none';
  let down = hasCondenser ? reflux * overhead : 0;
  let up = hasCondenser ? (reflux + 1) * overhead : overhead;
  takenNow(column);
  for (let j = 0; j < stages; j++) {
    if (j > 0 || !hasCondenser) totalVapour[j] = up + column.vapourTaken[j];
    for (const { stage, flows, vapourFraction } of input.feeds) {
      if (stage !== j + 1) continue;
      const flow = total(flows);
      const share = within(vapourFraction, 0, 1);
      down += (1 - share) * flow;
      up -= share * flow;
    }
    const isEnd = j === 0 && hasCondenser;
    down += returned(column, j);
    totalLiquid[j] = isEnd ? down : Math.max(down, LEAST * fed + column.liquidTaken[j]);
    if (!isEnd) down -= column.liquidTaken[j];
    totalVapour[j] = Math.max(totalVapour[j], LEAST * fed);
    up += column.vapourTaken[j];
  }
  if (hasCondenser) totalLiquid[0] = Math.max(reflux * overhead, LEAST * fed) + column.liquidTaken[0];
  if (input.top === 'partial-condenser') totalVapour[0] = overhead;
  if (input.top === 'mixed-condenser') totalVapour[0] = Math.max(overhead - column.liquidTaken[0], LEAST * fed);
  if (input.bottom === 'kettle') totalLiquid[stages - 1] = bottoms;
  if (input.bottom === 'total-reboiler') totalLiquid[stages - 1] = 1;
}

/** mol/s that pump-arounds bring to stage j. */
function returned({ input, handles, handleValues }: ColumnEquations, j: number): number {
  return handles.reduce((sum, h, k) => {
    const isHere = h.kind === 'pump-around-flow' && input.pumpArounds[h.loop].to === j + 1;
    return isHere ? sum + handleValues[k] : sum;
  }, 0);
}

/** What the handles take, before the equations are evaluated for the first time. */
function takenNow({ input, handles, handleValues, draws, liquidTaken, vapourTaken }: ColumnEquations): void {
  liquidTaken.fill(0);
  vapourTaken.fill(0);
  handles.forEach((handle, k) => {
    if (handle.kind === 'draw') {
      const { stage, phase } = draws[handle.draw];
      (phase === 'liquid' ? liquidTaken : vapourTaken)[stage - 1] += handleValues[k];
    } else if (handle.kind === 'pump-around-flow') liquidTaken[input.pumpArounds[handle.loop].from - 1] += handleValues[k];
  });
}

/** Between the saturation points of what is thought to go overhead and of the rest; where flows are what dissolves, between the feeds. */
function firstTemperatures(column: ColumnEquations, { split }: Ends, kind: SweepKind): Range {
  const { input, stages, T, n, fed } = column;
  const coolest = Math.min(...input.feeds.map((feed) => feed.T));
  const warmest = Math.max(...input.feeds.map((feed) => feed.T));
  let [low, high] = [coolest, warmest];
  if (kind === 'bubble points') {
    const [top, bottom] = [new Float64Array(n), new Float64Array(n)];
    for (let i = 0; i < n; i++) {
      top[i] = split[i] + TRACE * fed;
      bottom[i] = Math.max(input.feeds.reduce((sum, feed) => sum + feed.flows[i], 0) - split[i], 0) + TRACE * fed;
    }
    const other = new Float64Array(n);
    const find = input.top === 'total-condenser' ? bubbleTemperature : dewTemperature;
    const topPoint = find(input.model, input.pressure[0], normalised(top), other);
    const bottomPoint = bubbleTemperature(input.model, input.pressure[stages - 1], normalised(bottom), other);
    low = topPoint.state === 'solved' ? topPoint.value : coolest;
    high = bottomPoint.state === 'solved' ? bottomPoint.value : warmest;
    if (low > high) [low, high] = [high, low];
  }
  for (let j = 0; j < stages; j++) T[j] = low + ((high - low) * j) / Math.max(1, stages - 1);
  return { low: Math.min(low, coolest) - BEYOND, high: Math.max(high, warmest) + BEYOND };
}

function normalised(flows: Float64Array): Float64Array {
  const sum = total(flows);
  return flows.map((flow) => flow / sum);
}

/** K between which sweeps keep the temperatures. */
interface Range {
  low: number;
  high: number;
}

interface SweepWork {
  phases: TwoPhases;
  x: Float64Array;
  y: Float64Array;
  /** K and d ln K/dT on every stage. */
  K: Float64Array;
  slope: Float64Array;
  diagonal: Float64Array;
  right: Float64Array;
}

const makeSweepWork = ({ n, stages }: ColumnEquations): SweepWork => ({
  phases: makeTwoPhases(n),
  x: new Float64Array(n),
  y: new Float64Array(n),
  K: new Float64Array(stages * n),
  slope: new Float64Array(stages * n),
  diagonal: new Float64Array(stages),
  right: new Float64Array(stages),
});

/**
 * Every component's balance over all stages, with K-values of the last temperatures and compositions, at first with those that the model begins a flash
 * with (one composition for both phases could have K = 1 throughout): a tridiagonal system each.
 */
function setCompositions(column: ColumnEquations, isFirst: boolean, kind: SweepKind, work: SweepWork): void {
  setK(column, isFirst, work);
  for (let i = 0; i < column.n; i++) balanceComponent(column, i, work);
  if (kind === 'sum of rates') sumFlows(column);
  setVapours(column, work);
}

/** Vapours in equilibrium with the liquids, and the first drop of a total reboiler's. */
function setVapours(column: ColumnEquations, { x, y, K }: SweepWork): void {
  const { stages, n, liquid, vapour, totalLiquid, totalVapour } = column;
  for (let j = 0; j < stages; j++) {
    fractionsOf(column, liquid, j, x);
    const isDrop = column.isTotalReboiler(j);
    let sum = 0;
    for (let i = 0; i < n; i++) sum += y[i] = isDrop ? x[i] / K[j * n + i] : K[j * n + i] * x[i];
    const V = column.isTotalCondenser(j) ? 1 : totalVapour[j];
    for (let i = 0; i < n; i++) {
      vapour[j * n + i] = isDrop ? V * x[i] : (V * y[i]) / sum;
      liquid[j * n + i] = isDrop ? y[i] / sum : totalLiquid[j] * x[i];
    }
  }
}

function setK(column: ColumnEquations, isFirst: boolean, { phases, x, y, K, slope }: SweepWork): void {
  const { stages, n, T, input, liquid, vapour } = column;
  for (let j = 0; j < stages; j++) {
    fractionsOf(column, liquid, j, x);
    fractionsOf(column, vapour, j, y);
    if (isFirst) {
      input.model.firstLnK(T[j] + 1, input.pressure[j], phases.dLnKDT);
      input.model.firstLnK(T[j], input.pressure[j], phases.lnK);
      for (let i = 0; i < n; i++) phases.dLnKDT[i] -= phases.lnK[i];
    } else evaluateK(input.model, T[j], input.pressure[j], x, y, phases, 'fugacity');
    for (let i = 0; i < n; i++) {
      K[j * n + i] = Math.exp(phases.lnK[i]);
      slope[j * n + i] = phases.dLnKDT[i];
    }
  }
}

/** The liquids of one component; in a total reboiler its vapour stands in their place. What pump-arounds bring is that of the last sweep. */
function balanceComponent(column: ColumnEquations, i: number, { K, diagonal, right }: SweepWork): void {
  const { input, stages, n, liquid, totalLiquid, totalVapour, liquidTaken, vapourTaken } = column;
  const last = stages - 1;
  for (let j = 0; j < stages; j++) {
    diagonal[j] = leaves(j);
    right[j] = input.feeds.reduce((sum, { stage, flows }) => sum + (stage === j + 1 ? flows[i] : 0), 0);
    input.pumpArounds.forEach(({ from, to }) => {
      if (to === j + 1) right[j] += returned(column, j) * fractionOn(column, from - 1, i);
    });
    if (j === 0) continue;
    const factor = (1 - liquidTaken[j - 1] / totalLiquid[j - 1]) / diagonal[j - 1];
    diagonal[j] -= factor * rises(j);
    right[j] += factor * right[j - 1];
  }
  for (let j = last; j >= 0; j--) {
    const below = j === last ? 0 : rises(j + 1) * liquid[(j + 1) * n + i];
    liquid[j * n + i] = Math.max((right[j] + below) / diagonal[j], TRACE * column.fed);
  }

  function strip(j: number): number {
    return column.isTotalCondenser(j) ? 0 : (K[j * n + i] * totalVapour[j]) / totalLiquid[j];
  }
  function leaves(j: number): number {
    return column.isTotalReboiler(j) ? 1 : 1 + strip(j);
  }
  function rises(j: number): number {
    return column.isTotalReboiler(j) ? 1 : strip(j) * (1 - vapourTaken[j] / totalVapour[j]);
  }
}

/** Mole fraction of one component in a stage's liquid, at first in all that is fed. */
function fractionOn({ n, liquid, input, fed }: ColumnEquations, j: number, i: number): number {
  let sum = 0;
  for (let k = 0; k < n; k++) sum += liquid[j * n + k];
  return sum > 0 ? liquid[j * n + i] / sum : input.feeds.reduce((s, feed) => s + feed.flows[i], 0) / fed;
}

function fractionsOf(column: ColumnEquations, flows: Float64Array, j: number, into: Float64Array): void {
  const { n, input, fed } = column;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += flows[j * n + i];
  for (let i = 0; i < n; i++)
    into[i] = sum > 0 ? flows[j * n + i] / sum : input.feeds.reduce((s, feed) => s + feed.flows[i], 0) / fed;
}

/**
 * One step of Newton's in 1/T towards Σ K x = 1, or Σ y/K = 1 in a total reboiler, with the K-values of this sweep.
 * @returns K by which the temperature moved that moved farthest
 */
function moveTemperatures(column: ColumnEquations, { x, K, slope }: SweepWork, range: Range): number {
  const { stages, n, T, liquid, vapour } = column;
  let farthest = 0;
  for (let j = 0; j < stages; j++) {
    const isDrop = column.isTotalReboiler(j);
    fractionsOf(column, isDrop ? vapour : liquid, j, x);
    let [sum, slopes] = [0, 0];
    for (let i = 0; i < n; i++) {
      const part = isDrop ? x[i] / K[j * n + i] : x[i] * K[j * n + i];
      sum += part;
      slopes += part * slope[j * n + i];
    }
    const change = -Math.log(sum) / ((isDrop ? -slopes : slopes) / sum);
    const inverse = 1 / T[j] - change / (T[j] * T[j]);
    if (!Number.isFinite(inverse)) continue;
    const moved = within(1 / Math.max(inverse, 1e-6), T[j] - MOST_KELVIN, T[j] + MOST_KELVIN);
    const kept = within(moved, range.low, range.high);
    farthest = Math.max(farthest, Math.abs(kept - T[j]));
    T[j] = kept;
  }
  return farthest;
}

/** The liquids are what the balances dissolve, and the vapours what is left; temperatures stay. */
function sumFlows(column: ColumnEquations): void {
  const { stages, n, liquid, totalLiquid, totalVapour, fed, input, liquidTaken, vapourTaken } = column;
  const isEnd = (j: number): boolean => column.isTotalReboiler(j) || (j === 0 && input.top !== 'none');
  for (let j = 0; j < stages; j++) {
    if (isEnd(j)) continue;
    let sum = 0;
    for (let i = 0; i < n; i++) sum += liquid[j * n + i];
    totalLiquid[j] = Math.max(sum, LEAST * fed + liquidTaken[j]);
  }
  let rising = -totalLiquid[stages - 1];
  if (column.isTotalReboiler(stages - 1)) rising = 0;
  for (let j = stages - 1; j >= 0; j--) {
    for (const { stage, flows } of input.feeds) if (stage === j + 1) rising += total(flows);
    rising -= (j < stages - 1 ? liquidTaken[j] : 0) + vapourTaken[j];
    if (isEnd(j) && j === 0) continue;
    totalVapour[j] = Math.max(rising + (j > 0 ? totalLiquid[j - 1] - liquidTaken[j - 1] : 0) + liquidTaken[j], LEAST * fed);
  }
}

/** Heat of the stages that handles heat and no target names: what their own balances leave open with this profile. */
function firstDuties(column: ColumnEquations): void {
  const { handles, handleValues, system, n, fed } = column;
  const { size, width, rows } = system;
  const isEnd = (handle: Handle): boolean => handle.kind === 'duty' && (handle.stage === 1 || handle.stage === column.stages);
  handles.forEach((handle, k) => {
    if (handle.kind !== 'duty' || !isEnd(handle)) return;
    const error = -rows[((handle.stage - 1) * size + 2 * n) * width + width - 1];
    handleValues[k] += error * fed * HEAT_SCALE;
  });
}

/** Of the feed: no flow begins below this. */
const LEAST = 0.02;
const TRACE = 1e-12;
const MOST_KELVIN = 60;
const GIVEN_SWEEPS = 3;
/** K: a sweep that moves no temperature farther is the last. */
const SETTLED = 0.5;
const BEYOND = 40;
/** K: a feed so much colder than it boils washes more than it is stripped; oils are some 150 K, reflux-like feeds at most 20 K (judged on such columns). */
const FAR_BELOW = 60;
