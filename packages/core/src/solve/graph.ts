/**
 * The graph of a column unit, from the document to numbers: open points first, then model, curve, feed quality and design. A pure
 * function of the parts of the document that it reads; the model and the curve of the last mixture and pressure are kept, since an
 * engineer moves everything else far more often.
 */
import { binaryCurve, designColumn, feedQuality } from '../binary/index.ts';
import type { BinaryCurve, Design, DesignBasis, FeedCondition, FeedQuality } from '../binary/index.ts';
import { open, outOfReach, passOn, rescued, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome, Warning } from '../numerics/index.ts';
import { buildModel } from '../thermo/index.ts';
import type { CaseDocument, ColumnUnit, Condition, Flow, Stream } from './document.ts';
import { feedOf } from './documentParts.ts';
import { moleFractionOf, molesPerSecond } from './basis.ts';

export interface GraphResult {
  /** Hash of the parts of the document that were read: a result is stale when they have changed. */
  inputHash: string;
  /** For drawing: the samples of the equilibrium curve, as plain arrays that can be sent and stored. */
  curve: { x: number[]; y: number[]; T: number[]; slope: number[] } | null;
  azeotropes: { x: number; T: number }[];
  feed: FeedQuality | null;
  /** What stands even when the reflux is short, for drawing. */
  basis: DesignBasis | null;
  outcome: Outcome<GraphDesign>;
}

/** The design, with the flows of the real feed. */
export interface GraphDesign extends Design {
  flows: ProductFlows;
}

/** mol/s and W. */
export interface ProductFlows {
  feed: number;
  distillate: number;
  bottoms: number;
  liquidAbove: number;
  vapourAbove: number;
  liquidBelow: number;
  vapourBelow: number;
  condenserDuty: number;
  reboilerDuty: number;
}

/** A solver that keeps the curve of its last mixture and pressure. */
export function createGraphSolver(): (document: CaseDocument, unit: string) => GraphResult {
  let kept: { key: string; curve: Outcome<BinaryCurve> } | undefined;

  function curveFor(document: CaseDocument, P: number): Outcome<BinaryCurve> {
    const key = JSON.stringify([document.mixture, P]);
    if (kept?.key !== key) kept = { key, curve: makeCurve(document, P) };
    return kept.curve;
  }

  return (document, unit) => {
    const column = document.units.find((u) => u.id === unit);
    if (column === undefined) throw new RangeError(`no unit ${unit} in the document`);
    const feed = feedOf(document, column);
    const blank = { inputHash: graphInputHash(document, unit), curve: null, azeotropes: [], feed: null, basis: null };
    const { curve, points: curvePoints } = readCurve(document, column, curveFor);
    const inputs = readInputs(document, column, feed);
    if (curve === undefined || curve.state === 'open') {
      const fromModel = curve?.state === 'open' ? curve.points : [];
      return { ...blank, outcome: open([...curvePoints, ...fromModel, ...inputs.points]) };
    }
    if (curve.state === 'out-of-reach') return { ...blank, outcome: passOn(curve) };
    const drawn = { ...blank, ...samplesOf(curve.value) };
    if (inputs.value === undefined) return { ...drawn, outcome: open(inputs.points) };
    return { ...drawn, ...design(curve.value, inputs.value) };
  };
}

interface Inputs {
  z: number;
  xD: number;
  xB: number;
  flow: number; // mol/s
  condition: FeedCondition;
  reflux: { kind: 'ratio' | 'multiple'; value: number };
  condenser: 'total' | 'partial';
  feedStage: number | 'best';
}

type Designed = Pick<GraphResult, 'feed' | 'basis' | 'outcome'>;

/** A point of the curve that cannot be solved, deep inside, ends the whole with its own reason. */
function design(curve: BinaryCurve, inputs: Inputs): Designed {
  const answer = rescued<Designed>(() => solved(designed(curve, inputs)));
  return answer.state === 'solved' ? answer.value : { feed: null, basis: null, outcome: passOn(answer) };
}

function designed(curve: BinaryCurve, inputs: Inputs): Designed {
  const { z, condition } = inputs;
  const feed = feedQuality(curve, z, condition);
  if (!Number.isFinite(feed.q + feed.enthalpy))
    return { feed: null, basis: null, outcome: outOfReach({ code: 'not-finite', what: 'feed quality' }) };
  const { outcome, basis } = designColumn(curve, { ...inputs, q: feed.q, feedEnthalpy: feed.enthalpy });
  if (outcome.state !== 'solved') return { feed, basis, outcome: passOn(outcome) };
  const flowed: GraphDesign = { ...outcome.value, flows: flowsOf(outcome.value, inputs.flow) };
  if (!Object.values(flowed.flows).every(Number.isFinite))
    return { feed, basis, outcome: outOfReach({ code: 'not-finite', what: 'duty' }) };
  return { feed, basis, outcome: solved(flowed, outcome.report, [...outcome.warnings, ...extrapolations(curve, flowed)]) };
}

function flowsOf(d: Design, feed: number): ProductFlows {
  const { lines } = d;
  return {
    feed,
    distillate: feed * lines.distillate,
    bottoms: feed * lines.bottoms,
    liquidAbove: feed * lines.liquidAbove,
    vapourAbove: feed * lines.vapourAbove,
    liquidBelow: feed * lines.liquidBelow,
    vapourBelow: feed * lines.vapourBelow,
    condenserDuty: feed * d.condenserDuty,
    reboilerDuty: feed * d.reboilerDuty,
  };
}

/** Correlations that do not reach to the column's own ends. */
function extrapolations(curve: BinaryCurve, d: GraphDesign): Warning[] {
  const found = new Map<string, Warning>();
  for (const T of [d.distillateTemperature, d.bottomsTemperature]) {
    for (const range of curve.model.outsideRange(T))
      found.set(`${range.name} ${range.property}`, { code: 'extrapolated', T, ...range });
  }
  return [...found.values()];
}

function makeCurve(document: CaseDocument, P: number): Outcome<BinaryCurve> {
  const highest = Math.min(...document.mixture.components.map((c) => c.criticalPressure.value));
  if (P >= highest) return outOfReach({ code: 'supercritical', P, highest });
  const model = buildModel(document.mixture);
  return model.state === 'solved' ? binaryCurve(model.value, P) : passOn(model);
}

function samplesOf(curve: BinaryCurve): Pick<GraphResult, 'curve' | 'azeotropes'> {
  return {
    curve: { x: [...curve.x], y: [...curve.y], T: [...curve.T], slope: [...curve.slope] },
    azeotropes: [...curve.azeotropes],
  };
}

type CurveFor = (document: CaseDocument, P: number) => Outcome<BinaryCurve>;

/** Mixture and pressure: what the curve needs. */
function readCurve(
  document: CaseDocument,
  column: ColumnUnit,
  curveFor: CurveFor,
): { curve?: Outcome<BinaryCurve>; points: OpenPoint[] } {
  const { components } = document.mixture;
  const path = `units.${column.id}.pressure`;
  const points: OpenPoint[] = [];
  if (components.length !== 2) points.push({ code: 'not-two-components', path: 'mixture.components', count: components.length });
  else if (components[0].id === components[1].id)
    points.push({ code: 'same-component', path: 'mixture.components', name: components[0].name });
  if (column.pressure === null) points.push({ code: 'missing', path, what: 'column pressure' });
  else if (!(column.pressure > 0))
    points.push({ code: 'not-positive', path, what: 'column pressure (absolute)', value: column.pressure });
  if (points.length > 0 || column.pressure === null) return { points };
  return { curve: curveFor(document, column.pressure), points };
}

/** Everything else: split, feed and reflux; each field that is missing or impossible by itself is an open point. */
function readInputs(document: CaseDocument, column: ColumnUnit, feed: Stream | undefined): { value?: Inputs; points: OpenPoint[] } {
  const points: OpenPoint[] = [];
  const graph = `units.${column.id}.graph`;
  if (feed === undefined) {
    points.push({ code: 'missing', path: 'streams', what: 'feed' });
    return { points };
  }
  const stream = `streams.${feed.id}`;
  const mixture = document.mixture.components;
  const z = moleFractionOf(mixture, feed.composition, `${stream}.composition`, 'composition of the feed', points);
  const flow = readFlow(feed.flow, z, mixture, `${stream}.flow`, points);
  const condition = readCondition(feed.condition, stream, points);
  const xD = moleFractionOf(mixture, column.graph.distillate, `${graph}.distillate`, 'purity of the distillate', points);
  const xB = moleFractionOf(mixture, column.graph.bottoms, `${graph}.bottoms`, 'purity of the bottoms', points);
  const { reflux, feedStage } = column.graph;
  if (reflux === null) points.push({ code: 'missing', path: `${graph}.reflux`, what: 'reflux' });
  if (points.length > 0 || reflux === null || condition === undefined) return { points };
  return { value: { z, xD, xB, flow, condition, reflux, condenser: column.condenser, feedStage }, points };
}

function readFlow(
  flow: Flow | null,
  z: number,
  mixture: CaseDocument['mixture']['components'],
  path: string,
  points: OpenPoint[],
): number {
  const what = 'feed flow';
  if (flow === null) points.push({ code: 'missing', path, what });
  else if (!(flow.value > 0)) points.push({ code: 'not-positive', path, what, value: flow.value });
  return flow === null || mixture.length !== 2 ? 0 : molesPerSecond(mixture, flow, z);
}

function readCondition(condition: Condition, stream: string, points: OpenPoint[]): FeedCondition | undefined {
  const path = `${stream}.condition`;
  switch (condition.by) {
    case 'saturated-liquid':
      return { by: 'q', q: 1 };
    case 'saturated-vapour':
      return { by: 'q', q: 0 };
    case 'q':
      if (condition.q !== null) return { by: 'q', q: condition.q };
      points.push({ code: 'missing', path, what: 'feed quality q' });
      return undefined;
    case 'temperature':
      if (condition.temperature === null) points.push({ code: 'missing', path, what: 'feed temperature' });
      else if (!(condition.temperature > 0)) points.push({ code: 'below-zero-kelvin', path, what: 'feed temperature' });
      else return { by: 'temperature', T: condition.temperature };
      return undefined;
  }
}

/** Hash of everything that the graph of `unit` reads. */
export function graphInputHash(document: CaseDocument, unit: string): string {
  const column = document.units.find((u) => u.id === unit);
  const feed = column === undefined ? undefined : feedOf(document, column);
  return hashText(JSON.stringify([document.mixture, column, feed === undefined ? null : { ...feed, name: '' }]));
}

/** FNV-1a over UTF-16 units, in two 32-bit lanes with different offsets: 64 bits are ample for the few states that one page sees. */
function hashText(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x5bd1e995);
  }
  return (a >>> 0).toString(16).padStart(8, '0') + (b >>> 0).toString(16).padStart(8, '0');
}
