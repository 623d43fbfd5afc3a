/**
 * The graph of a column unit, from the document to numbers: open points first, then curve, feed quality and design. The curve of the last
 * mixture and pressure is kept, since an engineer moves everything else far more often.
 */
import { bestRatedFeedStage, binaryCurve, designColumn, feedQuality, rateColumn } from '../binary/index.ts';
import type {
  BinaryCurve,
  Design,
  DesignBasis,
  FeedCondition,
  FeedQuality,
  RatingInput,
  RatingQuantity,
  Stage,
} from '../binary/index.ts';
import { open, outOfReach, passOn, rescued, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome, Warning } from '../numerics/index.ts';
import type { ComponentRecord } from '../databank/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { cellPath } from './balance.ts';
import type { BalanceResult } from './balance.ts';
import type { CaseDocument, ColumnUnit, SheetCell, Stream } from './document.ts';
import { feedsOf } from './documentParts.ts';
import { extrapolations } from './feed.ts';
import type { FeedFacts } from './feed.ts';
import { hashOf } from './hash.ts';
import type { Keeper } from './keeper.ts';

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
  /** In a rating: where the feed would make the same stages part most. */
  bestRatedFeedStage: number | null;
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

/** What the graph takes from the stops before it. */
export interface BeforeGraph {
  model: Outcome<ThermoModel>;
  feed: Outcome<FeedFacts>;
  balance: Omit<BalanceResult, 'inputHash'>;
}

export function solveGraph(
  document: CaseDocument,
  column: ColumnUnit,
  before: BeforeGraph,
  keep: Keeper<Outcome<BinaryCurve>>,
): Omit<GraphResult, 'inputHash'> {
  const blank = { curve: null, azeotropes: [], feed: null, basis: null };
  const { curve, points: curvePoints } = readCurve(document, column, before.model, keep);
  const inputs = readInputs(document, column, before);
  if (curve === undefined || curve.state === 'open') {
    const fromModel = curve?.state === 'open' ? curve.points : [];
    return { ...blank, outcome: open(unique([...curvePoints, ...fromModel, ...inputs.points])) };
  }
  if (curve.state === 'out-of-reach') return { ...blank, outcome: passOn(curve) };
  const drawn = { ...blank, ...samplesOf(curve.value) };
  if (inputs.refused !== undefined) return { ...drawn, outcome: inputs.refused };
  if (inputs.value === undefined) return { ...drawn, outcome: open(inputs.points) };
  const designed = design(curve.value, inputs.value);
  const { outcome } = designed;
  if (outcome.state !== 'solved') return { ...drawn, ...designed };
  const warnings = [...outcome.warnings, ...pressureWarnings(column)];
  return { ...drawn, ...designed, outcome: { ...outcome, warnings } };
}

/** The drawing knows one pressure; what the bottom has beside it must not be passed over. */
function pressureWarnings({ pressure: { top, bottom } }: ColumnUnit): Warning[] {
  return top === null || bottom === null || bottom === top ? [] : [{ code: 'drawn-at-one-pressure', P: top, bottom }];
}

/** Each field once: the stops before say some of the same things. */
function unique(points: readonly OpenPoint[]): OpenPoint[] {
  return points.filter((p, k) => points.findIndex((q) => q.path === p.path && q.code === p.code) === k);
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
  rating: GivenStages | null;
  rated?: Stage[];
}

type GivenStages = Pick<RatingInput, 'above' | 'below' | 'known'>;

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
  const meant = inputs.rating === null ? solved(inputs) : rated(curve, inputs, inputs.rating, feed.q);
  if (meant.state !== 'solved') return { feed, basis: null, outcome: passOn(meant) };
  const { outcome, basis } = designColumn(curve, { ...meant.value, q: feed.q, feedEnthalpy: feed.enthalpy });
  if (outcome.state !== 'solved') return { feed, basis, outcome: passOn(outcome) };
  const flowed: GraphDesign = {
    ...outcome.value,
    flows: flowsOf(outcome.value, inputs.flow),
    bestRatedFeedStage: inputs.rating === null ? null : bestRatedFeedStage(curve, { ...inputs.rating, z, q: feed.q }),
  };
  if (!Object.values(flowed.flows).every(Number.isFinite))
    return { feed, basis, outcome: outOfReach({ code: 'not-finite', what: 'duty' }) };
  return {
    feed,
    basis,
    outcome: solved(flowed, outcome.report, [
      ...outcome.warnings,
      ...extrapolations(curve.model, flowed.distillateTemperature, flowed.bottomsTemperature),
    ]),
  };
}

/** The split and reflux that given stages make, as a design is asked for. */
function rated(curve: BinaryCurve, inputs: Inputs, rating: GivenStages, q: number): Outcome<Inputs> {
  const found = rateColumn(curve, { ...rating, z: inputs.z, q });
  if (found.state !== 'solved') return passOn(found);
  const { xD, xB, reflux, stages } = found.value;
  return solved({ ...inputs, xD, xB, reflux: { kind: 'ratio', value: reflux }, feedStage: rating.above + 1, rated: stages });
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

function makeCurve(document: CaseDocument, model: Outcome<ThermoModel>, P: number): Outcome<BinaryCurve> {
  const highest = Math.min(...document.mixture.components.map((c) => c.criticalPressure.value));
  if (P >= highest) return outOfReach({ code: 'supercritical', P, highest });
  return model.state === 'solved' ? binaryCurve(model.value, P) : passOn(model);
}

function samplesOf(curve: BinaryCurve): Pick<GraphResult, 'curve' | 'azeotropes'> {
  return {
    curve: { x: [...curve.x], y: [...curve.y], T: [...curve.T], slope: [...curve.slope] },
    azeotropes: [...curve.azeotropes],
  };
}

/** Mixture and pressure: what the curve needs. */
function readCurve(
  document: CaseDocument,
  column: ColumnUnit,
  model: Outcome<ThermoModel>,
  keep: Keeper<Outcome<BinaryCurve>>,
): { curve?: Outcome<BinaryCurve>; points: OpenPoint[] } {
  const { components } = document.mixture;
  const points: OpenPoint[] = [];
  if (components.length !== 2) points.push({ code: 'not-two-components', path: 'mixture.components', count: components.length });
  else if (components[0].id === components[1].id)
    points.push({ code: 'same-component', path: 'mixture.components', name: components[0].name });
  const P = column.pressure.top;
  points.push(...pressurePoints(column));
  if (points.length > 0 || P === null) return { points };
  return { curve: keep(hashOf(document.mixture, P), () => makeCurve(document, model, P)), points };
}

/** What is wrong with the pressures of a column. */
export function pressurePoints({ id, pressure }: ColumnUnit): OpenPoint[] {
  const points: OpenPoint[] = [];
  const { top, bottom } = pressure;
  const path = `units.${id}.pressure`;
  if (top === null) points.push({ code: 'missing', path: `${path}.top`, what: 'column pressure' });
  else if (!(top > 0)) points.push({ code: 'not-positive', path: `${path}.top`, what: 'column pressure (absolute)', value: top });
  if (bottom !== null && !(bottom > 0))
    points.push({ code: 'not-positive', path: `${path}.bottom`, what: 'pressure at the bottom (absolute)', value: bottom });
  return points;
}

interface ReadInputs {
  value?: Inputs;
  refused?: Outcome<GraphDesign>;
  points: OpenPoint[];
}

/** Everything else: split, feed and reflux; each field that is missing or impossible by itself is an open point. */
function readInputs(document: CaseDocument, column: ColumnUnit, { feed, balance }: BeforeGraph): ReadInputs {
  const feeds = feedsOf(document, column);
  const [stream] = feeds;
  if (feeds.length === 0) return { points: [{ code: 'missing', path: 'streams', what: 'feed' }] };
  if (feeds.length > 1) return { points: [{ code: 'one-feed-only', path: 'streams', count: feeds.length }] };
  const points: OpenPoint[] = feed.state === 'open' ? [...feed.points] : [];
  if (column.draws.length > 0) points.push({ code: 'no-side-draws', path: `units.${column.id}.balance` });
  if (column.condenser === 'mixed') points.push({ code: 'no-mixed-condenser', path: `units.${column.id}.condenser` });
  const wish = column.graph.task === 'rating' ? readRating(column, points) : readSplit(document, column, balance, points);
  if (points.length > 0 || wish === undefined) return { points };
  if ('refused' in wish) return { points, refused: wish.refused };
  if (feed.state === 'out-of-reach') return { points, refused: passOn(feed) };
  if (feed.state !== 'solved') return { points };
  const { moleFractions, molarFlow, enthalpy } = feed.value;
  const condition = conditionOf(stream) ?? { by: 'enthalpy', h: enthalpy };
  const condenser = column.condenser === 'partial' ? 'partial' : 'total';
  return { value: { ...wish, z: moleFractions[0], flow: molarFlow, condition, condenser }, points };
}

type Wish = Pick<Inputs, 'xD' | 'xB' | 'reflux' | 'feedStage' | 'rating'>;

/** Two purities and a reflux. */
function readSplit(
  document: CaseDocument,
  column: ColumnUnit,
  balance: Omit<BalanceResult, 'inputHash'>,
  points: OpenPoint[],
): Wish | { refused: Outcome<GraphDesign> } | undefined {
  const [xD, xB] = (['distillate', 'bottoms'] as const).map((product) => purityOf(document, column, product, balance, points));
  const { reflux, feedStage } = column.graph;
  if (reflux === null) points.push({ code: 'missing', path: `units.${column.id}.graph.reflux`, what: 'reflux' });
  if (points.length > 0 || reflux === null) return undefined;
  if (xD !== undefined && xB !== undefined) return { xD, xB, reflux, feedStage, rating: null };
  return balance.outcome.state === 'out-of-reach' ? { refused: passOn(balance.outcome) } : undefined;
}

const RATING_WORDS: Record<RatingQuantity, string> = {
  reflux: 'reflux ratio',
  'boil-up': 'boil-up ratio',
  distillate: 'distillate per feed',
  'distillate-purity': 'purity of the distillate',
  'bottoms-purity': 'purity of the bottoms',
};

/** Given stages and two things known; split and reflux follow from them. */
function readRating(column: ColumnUnit, points: OpenPoint[]): Wish | undefined {
  const { above, below, known } = column.graph.rating;
  const path = `units.${column.id}.graph.rating`;
  if (above === null) points.push({ code: 'missing', path: `${path}.above`, what: 'number of stages above the feed' });
  else if (!(Number.isInteger(above) && above >= 0))
    points.push({ code: 'not-a-count', path: `${path}.above`, what: 'stages above the feed', value: above, least: 0 });
  if (below === null) points.push({ code: 'missing', path: `${path}.below`, what: 'number of stages below the feed' });
  else if (!(Number.isInteger(below) && below >= 1))
    points.push({ code: 'not-a-count', path: `${path}.below`, what: 'stages below the feed', value: below, least: 1 });
  known.forEach(({ by, value }, k) => {
    const what = RATING_WORDS[by];
    if (value === null) points.push({ code: 'missing', path: `${path}.known.${k}`, what });
    else if (by === 'reflux' ? value < 0 : !(value > 0))
      points.push({ code: 'not-positive', path: `${path}.known.${k}`, what, value });
    else if (by !== 'reflux' && by !== 'boil-up' && value >= 1)
      points.push({ code: 'not-a-fraction', path: `${path}.known.${k}`, what, value });
  });
  const [first, second] = known;
  if (first.by === second.by) points.push({ code: 'missing', path: `${path}.known.1`, what: 'second, different thing known' });
  if (points.length > 0 || above === null || below === null) return undefined;
  const given = Object.fromEntries(known.map(({ by, value }) => [by, value ?? 0]));
  return { xD: 1, xB: 0, reflux: { kind: 'ratio', value: 1 }, feedStage: above + 1, rating: { above, below, known: given } };
}

/** A feed stated by its quality at the column's own pressure needs no enthalpy to draw its line. */
function conditionOf({ condition }: Stream): FeedCondition | undefined {
  const other = condition.find((c) => c.by !== 'column-pressure');
  if (other === undefined || !condition.some((c) => c.by === 'column-pressure')) return undefined;
  if (other.by === 'saturated-liquid') return { by: 'q', q: 1 };
  if (other.by === 'saturated-vapour') return { by: 'q', q: 0 };
  return other.by === 'q' && other.value !== null ? { by: 'q', q: other.value } : undefined;
}

/**
 * Mole fraction of the first component in a product: as given, where the sheet holds just the two purities; else as the sheet has it. Without
 * either it is an open point, or nothing where the sheet says why.
 */
function purityOf(
  document: CaseDocument,
  column: ColumnUnit,
  product: 'distillate' | 'bottoms',
  balance: Omit<BalanceResult, 'inputHash'>,
  points: OpenPoint[],
): number | undefined {
  const { components } = document.mixture;
  const given = givenPurity(document, column, product);
  if (given !== undefined && isTwoPurities(column)) {
    const what = `purity of the ${product}`;
    if (!(given.value >= 0 && given.value <= 1))
      points.push({ code: 'not-a-fraction', path: cellPath(column.id, given), what, value: given.value });
    return given.kind === 'fraction' ? given.value : massToMole(components, given.value);
  }
  const place = product === 'distillate' ? 0 : balance.products.length - 1;
  const flow = balance.flows[place];
  const total = balance.totals[place];
  if (typeof flow === 'number' && typeof total === 'number' && balance.outcome.state === 'solved') return flow / total;
  if (given === undefined && balance.outcome.state !== 'out-of-reach') {
    const path = cellPath(column.id, { product, component: components[0]?.id ?? null, kind: 'fraction' });
    points.push({ code: 'missing', path, what: `purity of the ${product}` });
  }
  return given === undefined ? undefined : given.kind === 'fraction' ? given.value : massToMole(components, given.value);
}

/** The cell that gives the first component's fraction in a product. */
export function givenPurity(document: CaseDocument, column: ColumnUnit, product: 'distillate' | 'bottoms'): SheetCell | undefined {
  const light = document.mixture.components[0]?.id;
  return column.balance.cells.find(
    (c) =>
      c.product === product && c.component === light && c.wish === 'equal' && (c.kind === 'fraction' || c.kind === 'mass-fraction'),
  );
}

const isTwoPurities = (column: ColumnUnit): boolean =>
  column.balance.cells.length <= 2 && column.balance.cells.every((c) => c.kind === 'fraction' || c.kind === 'mass-fraction');

/** Mole fraction of the first of two components from its mass fraction. */
export function massToMole(components: readonly ComponentRecord[], w: number): number {
  const [M1, M2] = components.map((c) => c.molarMass.value);
  return w / M1 / (w / M1 + (1 - w) / M2);
}

/** Mass fraction of the first of two components from its mole fraction. */
export function moleToMass(components: readonly ComponentRecord[], x: number): number {
  const [M1, M2] = components.map((c) => c.molarMass.value);
  return (x * M1) / (x * M1 + (1 - x) * M2);
}
