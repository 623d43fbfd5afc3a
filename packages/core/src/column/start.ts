/**
 * The first profile of a column, made and never asked for: constant molar overflow, temperatures between the bubble and the dew point of everything that is
 * fed, and a few sweeps: compositions from the component balances, then temperatures as bubble points of them (Wang & Henke, Hydrocarbon Proc. 45 (8)
 * (1966) 155) where there is a condenser or a reboiler, or flows as their sums (Sujata 1961) where there is neither.
 */
import { bubbleTemperature, dewTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { ColumnEquations } from './equations.ts';

/**
 * Fills temperatures, flows and handles.
 * @param sweeps more of them bring a sharp front nearer to its place
 */
export function startProfile(column: ColumnEquations, sweeps: number): void {
  const isAbsorber = column.handles.length === 0;
  firstFlows(column);
  firstTemperatures(column, isAbsorber);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    setCompositions(column, sweep === 0, isAbsorber);
    if (!isAbsorber) bubbleTemperatures(column);
  }
  firstDuties(column);
}

/** Overhead and reflux that the targets name, or what is usual. */
function guessedEnds({ input, fed }: ColumnEquations): { overhead: number; reflux: number } {
  let overhead = fed / 2;
  let reflux = USUAL_REFLUX;
  for (const target of input.targets) {
    if (target.kind === 'reflux-ratio') reflux = target.value;
    if (target.kind === 'flow') overhead = target.product === 'overhead' ? target.value : fed - target.value;
    if (target.kind === 'recovery' || target.kind === 'fraction') overhead = Math.min(Math.max(overhead, 0.05 * fed), 0.95 * fed);
  }
  return { overhead, reflux };
}

function firstFlows(column: ColumnEquations): void {
  const { input, stages, totalLiquid, totalVapour, handleValues } = column;
  const { overhead, reflux } = guessedEnds(column);
  const hasCondenser = input.top !== 'none';
  let down = hasCondenser ? reflux * overhead : 0;
  let up = hasCondenser ? (reflux + 1) * overhead : overhead;
  if (input.top === 'total-condenser') handleValues[0] = overhead;
  for (let j = 0; j < stages; j++) {
    if (j > 0 || !hasCondenser) totalVapour[j] = up;
    for (const { stage, flows, vapourFraction } of input.feeds) {
      if (stage !== j + 1) continue;
      const flow = flows.reduce((sum, f) => sum + f, 0);
      down += (1 - vapourFraction) * flow;
      up -= vapourFraction * flow;
    }
    totalLiquid[j] = Math.max(down, LEAST * column.fed);
    totalVapour[j] = Math.max(totalVapour[j], LEAST * column.fed);
  }
  if (input.top === 'total-condenser') totalLiquid[0] = (reflux + 1) * overhead;
  if (input.top === 'partial-condenser') totalVapour[0] = overhead;
  if (input.bottom === 'kettle') totalLiquid[stages - 1] = Math.max(column.fed - overhead, LEAST * column.fed);
}

function firstTemperatures(column: ColumnEquations, isAbsorber: boolean): void {
  const { input, stages, T, n, fed } = column;
  const z = new Float64Array(n);
  for (const { flows } of input.feeds) for (let i = 0; i < n; i++) z[i] += flows[i] / fed;
  const other = new Float64Array(n);
  const P = input.pressure[stages >> 1];
  const bubble = bubbleTemperature(input.model, P, z, other);
  const dew = dewTemperature(input.model, P, z, other);
  const coolest = Math.min(...input.feeds.map((feed) => feed.T));
  const warmest = Math.max(...input.feeds.map((feed) => feed.T));
  const low = isAbsorber || bubble.state !== 'solved' ? coolest : bubble.value;
  const high = isAbsorber || dew.state !== 'solved' ? warmest : dew.value;
  for (let j = 0; j < stages; j++) T[j] = low + ((high - low) * j) / Math.max(1, stages - 1);
}

/**
 * Every component's balance over all stages, with K-values of the last temperatures and compositions, at first with those that the model begins a flash
 * with (one composition for both phases could have K = 1 throughout): a tridiagonal system each.
 */
function setCompositions(column: ColumnEquations, isFirst: boolean, isAbsorber: boolean): void {
  const { input, stages, n, T, liquid, vapour, totalLiquid, totalVapour } = column;
  const phases = makeTwoPhases(n);
  const [x, y] = [new Float64Array(n), new Float64Array(n)];
  const K = new Float64Array(stages * n);
  for (let j = 0; j < stages; j++) {
    fractionsOf(column, liquid, j, x);
    fractionsOf(column, vapour, j, y);
    if (isFirst) input.model.firstLnK(T[j], input.pressure[j], phases.lnK);
    else evaluateK(input.model, T[j], input.pressure[j], x, y, phases, 'fugacity');
    for (let i = 0; i < n; i++) K[j * n + i] = Math.exp(phases.lnK[i]);
  }
  const [diagonal, right] = [new Float64Array(stages), new Float64Array(stages)];
  for (let i = 0; i < n; i++) {
    const strip = (j: number): number => (column.isTotalCondenser(j) ? 0 : (K[j * n + i] * totalVapour[j]) / totalLiquid[j]);
    const kept = (j: number): number => 1 - column.drawn(j) / totalLiquid[j];
    for (let j = 0; j < stages; j++) {
      diagonal[j] = 1 + strip(j);
      right[j] = input.feeds.reduce((sum, { stage, flows }) => sum + (stage === j + 1 ? flows[i] : 0), 0);
      if (j === 0) continue;
      const factor = kept(j - 1) / diagonal[j - 1];
      diagonal[j] -= factor * strip(j);
      right[j] += factor * right[j - 1];
    }
    for (let j = stages - 1; j >= 0; j--) {
      const below = j === stages - 1 ? 0 : strip(j + 1) * liquid[(j + 1) * n + i];
      liquid[j * n + i] = Math.max((right[j] + below) / diagonal[j], TRACE * column.fed);
    }
  }
  if (isAbsorber) sumFlows(column);
  for (let j = 0; j < stages; j++) {
    fractionsOf(column, liquid, j, x);
    let sum = 0;
    for (let i = 0; i < n; i++) sum += y[i] = K[j * n + i] * x[i];
    const V = column.isTotalCondenser(j) ? 1 : totalVapour[j];
    for (let i = 0; i < n; i++) {
      vapour[j * n + i] = (V * y[i]) / sum;
      liquid[j * n + i] = totalLiquid[j] * x[i];
    }
  }
}

function fractionsOf(column: ColumnEquations, flows: Float64Array, j: number, into: Float64Array): void {
  const { n, input, fed } = column;
  let total = 0;
  for (let i = 0; i < n; i++) total += flows[j * n + i];
  for (let i = 0; i < n; i++)
    into[i] = total > 0 ? flows[j * n + i] / total : input.feeds.reduce((sum, feed) => sum + feed.flows[i], 0) / fed;
}

function bubbleTemperatures(column: ColumnEquations): void {
  const { input, stages, n, T, liquid } = column;
  const [x, y] = [new Float64Array(n), new Float64Array(n)];
  for (let j = 0; j < stages; j++) {
    fractionsOf(column, liquid, j, x);
    const found = bubbleTemperature(input.model, input.pressure[j], x, y, T[j]);
    if (found.state === 'solved') T[j] = found.value;
  }
}

/** In an absorber the liquids are what the balances dissolve, and the vapours what is left; temperatures stay. */
function sumFlows(column: ColumnEquations): void {
  const { stages, n, liquid, totalLiquid, totalVapour, fed, input } = column;
  for (let j = 0; j < stages; j++) {
    let sum = 0;
    for (let i = 0; i < n; i++) sum += liquid[j * n + i];
    totalLiquid[j] = Math.max(sum, LEAST * fed);
  }
  let rising = -totalLiquid[stages - 1];
  for (let j = stages - 1; j >= 0; j--) {
    for (const { stage, flows } of input.feeds) if (stage === j + 1) rising += flows.reduce((sum, flow) => sum + flow, 0);
    totalVapour[j] = Math.max(rising + (j > 0 ? totalLiquid[j - 1] : 0), LEAST * fed);
  }
}

/** Heat of the stages that handles heat: what their own balances leave open with this profile. */
function firstDuties(column: ColumnEquations): void {
  column.evaluate();
  column.handles.forEach((handle, k) => {
    if (handle.kind !== 'duty') return;
    const j = handle.stage - 1;
    const { totalLiquid, totalVapour, liquidOf, vapourOf, stages } = column;
    const out = totalLiquid[j] * liquidOf[j].enthalpy + totalVapour[j] * vapourOf[j].enthalpy;
    const above = j > 0 ? (totalLiquid[j - 1] - column.drawn(j - 1)) * liquidOf[j - 1].enthalpy : 0;
    const below = j < stages - 1 ? totalVapour[j + 1] * vapourOf[j + 1].enthalpy : 0;
    column.handleValues[k] = out - above - below - column.feedHeatOn(j);
  });
}

const USUAL_REFLUX = 2;
/** Of the feed: no flow begins below this. */
const LEAST = 0.02;
const TRACE = 1e-12;
