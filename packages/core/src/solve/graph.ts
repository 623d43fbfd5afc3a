/**
 * The graph of a column unit, from the document to numbers: open points first, then curve, feed qualities and design. The curve of the last
 * mixture and pressure is kept, since an engineer moves everything else far more often.
 */
import {
  balanceEnergy,
  bestRatedFeedStage,
  binaryCurve,
  designColumn,
  feedQuality,
  insideReflux,
  linearPressure,
  rateColumn,
} from '../binary/index.ts';
import type {
  BinaryCurve,
  Design,
  DesignBasis,
  DesignInput,
  EnergyBalanced,
  FeedCondition,
  FeedQuality,
  RatingInput,
  RatingQuantity,
} from '../binary/index.ts';
import { open, outOfReach, passOn, rescued, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome, Warning } from '../numerics/index.ts';
import type { ComponentRecord } from '../databank/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { cellPath } from './balance.ts';
import type { BalanceResult } from './balance.ts';
import type { CaseDocument, ColumnUnit, SheetCell, Stream } from './document.ts';
import { feedsOf, pressuresOf } from './documentParts.ts';
import { extrapolations } from './feed.ts';
import type { FeedFacts } from './feed.ts';
import { hashOf } from './hash.ts';
import type { Keeper } from './keeper.ts';

export interface GraphResult {
  /** Hash of the parts of the document that were read: a result is stale when they have changed. */
  inputHash: string;
  /** For drawing: the samples of the equilibrium curve, as plain arrays that can be sent and stored. */
  curve: DrawnCurve | null;
  /** The curve at the pressures of the ends, where they differ. */
  endCurves: DrawnCurve[];
  azeotropes: { x: number; T: number }[];
  /** In the order of the streams. */
  feeds: FeedQuality[];
  /** What stands even when the reflux is short, for drawing. */
  basis: DesignBasis | null;
  outcome: Outcome<GraphDesign>;
}

export interface DrawnCurve {
  x: number[];
  y: number[];
  T: number[];
  slope: number[];
}

/** The design, with the flows of the real feed. */
export interface GraphDesign extends Design {
  flows: ProductFlows;
  /** In a rating: where each feed would make the same stages part most, and what they then make. */
  bestRated: { stage: number; xD: number; xB: number; reflux: number }[] | null;
  /** Real trays, without partial condenser and reboiler; null where the stages are equilibrium stages. */
  trays: number | null;
}

/** mol/s and W. */
export interface ProductFlows {
  feed: number;
  distillate: number;
  bottoms: number;
  steam: number | null;
  condenserDuty: number;
  reboilerDuty: number | null;
}

/** What stands beside the drawing and takes longer. */
export interface GraphBesideResult {
  inputHash: string;
  outcome: Outcome<GraphBeside>;
}

export interface GraphBeside {
  /** The design that it stands beside, at constant molar overflow. */
  design: Design;
  feed: number; // mol/s
  /** Stages against reflux from just above the minimum on. */
  refluxCurve: { reflux: number[]; stages: number[] };
  /** The construction with the energy balance; null where there is none to make. */
  energyBalanced: Outcome<EnergyBalanced> | null;
}

/** What the graph takes from the stops before it. */
export interface BeforeGraph {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
  balance: Omit<BalanceResult, 'inputHash'>;
}

export type CurveKeeper = Keeper<Outcome<BinaryCurve>>;

export function solveGraph(
  document: CaseDocument,
  column: ColumnUnit,
  before: BeforeGraph,
  keep: CurveKeeper,
): Omit<GraphResult, 'inputHash'> {
  const blank = { curve: null, endCurves: [], azeotropes: [], feeds: [], basis: null };
  const { curve, points: curvePoints } = readCurve(document, column, before.model, keep);
  const inputs = readInputs(document, column, before);
  if (curve === undefined || curve.state === 'open') {
    const fromModel = curve?.state === 'open' ? curve.points : [];
    return { ...blank, outcome: open(unique([...curvePoints, ...fromModel, ...inputs.points])) };
  }
  if (curve.state === 'out-of-reach') return { ...blank, outcome: passOn(curve) };
  const endCurves = endCurvesOf(document, column, before.model, keep);
  const drawn = { ...blank, curve: drawnCurve(curve.value), endCurves, azeotropes: [...curve.value.azeotropes] };
  if (inputs.refused !== undefined) return { ...drawn, outcome: inputs.refused };
  if (inputs.value === undefined) return { ...drawn, outcome: open(inputs.points) };
  const designed = design(curve.value, inputs.value);
  const { outcome } = designed;
  if (outcome.state !== 'solved' || inputs.value.rating === null) return { ...drawn, ...designed };
  const warnings = [...outcome.warnings, ...splitNotMeant(outcome.value, before.balance)];
  return { ...drawn, ...designed, outcome: { ...outcome, warnings } };
}

/** The products that given stages make, held against the split that the sheet means. */
function splitNotMeant({ column }: Design, balance: BeforeGraph['balance']): Warning[] {
  if (balance.outcome.state !== 'solved') return [];
  const last = balance.products.length - 1;
  const meantIn = (place: number): number => (balance.flows[place] ?? Number.NaN) / (balance.totals[place] ?? Number.NaN);
  const ends = [
    { product: 'distillate', there: column.xD, meant: meantIn(0) },
    { product: 'bottoms', there: column.xB, meant: meantIn(last) },
  ] as const;
  return ends
    .filter(({ there, meant }) => Math.abs(there - meant) > AS_MEANT * Math.min(meant, 1 - meant))
    .map((end) => ({ code: 'split-not-meant', ...end }));
}

/** What stands beside a design: the same inputs at other refluxes, and with the energy balance. */
export function solveGraphBeside(
  document: CaseDocument,
  column: ColumnUnit,
  before: BeforeGraph,
  keep: CurveKeeper,
): Outcome<GraphBeside> {
  const { curve } = readCurve(document, column, before.model, keep);
  const inputs = readInputs(document, column, before);
  const { value } = inputs;
  // A rating has its stages already, and no reflux to vary.
  if (curve?.state !== 'solved' || value?.rating !== null) return open(inputs.points);
  return rescued(() => beside(curve.value, value));
}

function beside(curve: BinaryCurve, inputs: Inputs): Outcome<GraphBeside> {
  const input = designInput(curve, inputs);
  if (input.state !== 'solved') return passOn(input);
  const { outcome } = designColumn(curve, input.value);
  if (outcome.state !== 'solved') return passOn(outcome);
  const design = outcome.value;
  const energyBalanced = balanceEnergy(curve, input.value, design) ?? null;
  return solved({ design, feed: totalFlow(inputs), refluxCurve: refluxCurve(curve, input.value, design), energyBalanced });
}

function refluxCurve(curve: BinaryCurve, input: DesignInput, basis: DesignBasis): GraphBeside['refluxCurve'] {
  const least = Math.max(basis.minimumReflux.ratio, 0);
  const reach = Math.max(2.5 * least, 1.3 * (basis.reflux - least), 1);
  const points = Array.from({ length: CURVE_POINTS }, (_, k) => least + reach * (0.01 + 0.99 * (k / (CURVE_POINTS - 1)) ** 2));
  const found = points.flatMap((value) => {
    const { outcome } = designColumn(curve, { ...input, reflux: { kind: 'ratio', value } });
    return outcome.state === 'solved' ? [{ reflux: value, stages: outcome.value.needed }] : [];
  });
  return { reflux: found.map(({ reflux }) => reflux), stages: found.map(({ stages }) => stages) };
}

/** Each field once: the stops before say some of the same things. */
function unique(points: readonly OpenPoint[]): OpenPoint[] {
  return points.filter((p, k) => points.findIndex((q) => q.path === p.path && q.code === p.code) === k);
}

interface Inputs {
  feeds: { z: number; flow: number; condition: FeedCondition }[]; // mol/s
  /** Per mole of feed; without a composition where the stages are to say it. */
  draws: { flow: number; phase: 'liquid' | 'vapour'; x: number }[];
  xD: number;
  xB: number;
  reflux: { kind: 'ratio' | 'multiple'; value: number };
  condenser: 'total' | 'partial';
  subcooling: number;
  bottom: ColumnUnit['bottom'];
  efficiency: ColumnUnit['graph']['efficiency'];
  feedStages: (number | 'best')[];
  drawStages: (number | 'best')[];
  pressure: { top: number; bottom: number };
  rating: { stages: number; known: RatingInput['known'] } | null;
}

type Designed = Pick<GraphResult, 'feeds' | 'basis' | 'outcome'>;

/** A point of the curve that cannot be solved, deep inside, ends the whole with its own reason. */
function design(curve: BinaryCurve, inputs: Inputs): Designed {
  const answer = rescued<Designed>(() => solved(designed(curve, inputs)));
  return answer.state === 'solved' ? answer.value : { feeds: [], basis: null, outcome: passOn(answer) };
}

const qualitiesOf = (curve: BinaryCurve, { feeds }: Inputs): FeedQuality[] =>
  feeds.map(({ z, condition }) => feedQuality(curve, z, condition));

const totalFlow = ({ feeds }: Inputs): number => feeds.reduce((sum, { flow }) => sum + flow, 0);

/** The inputs as a design takes them, per mole of all feeds; the stages of a rating already rated. */
function designInput(curve: BinaryCurve, inputs: Inputs): Outcome<DesignInput> {
  const qualities = qualitiesOf(curve, inputs);
  if (!qualities.every(({ q, enthalpy }) => Number.isFinite(q + enthalpy)))
    return outOfReach({ code: 'not-finite', what: 'feed quality' });
  const feed = totalFlow(inputs);
  const { pressure, ...rest } = inputs;
  const input: DesignInput = {
    ...rest,
    feeds: inputs.feeds.map(({ z, flow }, k) => ({ z, flow: flow / feed, q: qualities[k].q })),
    feedEnthalpies: qualities.map(({ enthalpy }) => enthalpy),
    efficiency: inputs.efficiency?.kind === 'murphree' ? inputs.efficiency.value : 1,
    ...(pressure.top === pressure.bottom ? {} : { pressure }),
  };
  return inputs.rating === null ? solved(input) : rated(curve, input, inputs.rating);
}

function ratingInput(input: DesignInput, { stages, known }: NonNullable<Inputs['rating']>, condensing: number): RatingInput {
  const { feeds, draws, feedStages, drawStages, bottom, efficiency, condenser, pressure } = input;
  const onStage = (stage: number | 'best'): number => (stage === 'best' ? 1 : stage);
  return {
    feeds: feeds.map((feed, k) => ({ ...feed, stage: onStage(feedStages[k]) })),
    draws: draws.map(({ flow, phase }, k) => ({ flow, phase, stage: onStage(drawStages[k]) })),
    stages,
    bottom,
    efficiency,
    hasPartialCondenser: condenser === 'partial',
    ...(pressure === undefined ? {} : { pressureOn: linearPressure(pressure, stages) }),
    known: known.reflux === undefined ? known : { ...known, reflux: known.reflux * condensing },
  };
}

/** The split and reflux that given stages make, as a design is asked for. */
function rated(curve: BinaryCurve, input: DesignInput, rating: NonNullable<Inputs['rating']>): Outcome<DesignInput> {
  let asked = input;
  let inside = 0;
  // How much vapour a cold reflux condenses depends a little on the distillate that is being found.
  for (let round = 0; round < COLD_ROUNDS; round++) {
    const condensing = insideReflux(curve, round === 0 ? { ...input, xD: input.feeds[0].z } : asked);
    if (Math.abs(condensing - inside) < ROUNDING) break;
    inside = condensing;
    const found = rateColumn(curve, ratingInput(input, rating, condensing));
    if (found.state !== 'solved') return passOn(found);
    const { xD, xB, reflux, stages, draws } = found.value;
    asked = {
      ...input,
      xD,
      xB,
      draws: input.draws.map((draw, k) => ({ ...draw, x: draws[k] })),
      reflux: { kind: 'ratio', value: reflux / condensing },
      rated: stages,
    };
  }
  return solved(asked);
}

function designed(curve: BinaryCurve, inputs: Inputs): Designed {
  const feeds = qualitiesOf(curve, inputs);
  const input = designInput(curve, inputs);
  if (input.state !== 'solved') return { feeds: feeds.filter(({ q }) => Number.isFinite(q)), basis: null, outcome: passOn(input) };
  const { outcome, basis } = designColumn(curve, input.value);
  if (outcome.state !== 'solved') return { feeds, basis, outcome: passOn(outcome) };
  const { rating } = inputs;
  const flowed: GraphDesign = {
    ...outcome.value,
    flows: flowsOf(outcome.value, totalFlow(inputs)),
    bestRated:
      rating === null
        ? null
        : inputs.feeds.map((_, k) => {
            const condensing = insideReflux(curve, input.value);
            const { stage, column } = bestRatedFeedStage(curve, ratingInput(input.value, rating, condensing), k);
            const { xD, xB, reflux } = column ?? { ...input.value, reflux: outcome.value.insideReflux };
            return { stage, xD, xB, reflux: reflux / condensing };
          }),
    trays: traysOf(outcome.value, inputs),
  };
  if (!Object.values(flowed.flows).every((flow) => flow === null || Number.isFinite(flow)))
    return { feeds, basis, outcome: outOfReach({ code: 'not-finite', what: 'duty' }) };
  return {
    feeds,
    basis,
    outcome: solved(flowed, outcome.report, [
      ...outcome.warnings,
      ...extrapolations(curve.model, flowed.distillateTemperature, flowed.bottomsTemperature),
    ]),
  };
}

/** Real trays: by Murphree's efficiency they are what was stepped, by an overall one the equilibrium stages are divided by it. */
function traysOf({ needed, whole }: Design, inputs: Inputs): number | null {
  const { efficiency, bottom, condenser, rating } = inputs;
  if (efficiency === null) return null;
  const noTrays = (bottom === 'reboiler' ? 1 : 0) + (condenser === 'partial' ? 1 : 0);
  if (efficiency.kind === 'murphree') return whole - noTrays;
  return Math.ceil(((rating === null ? needed : whole) - noTrays) / efficiency.value - ROUNDING);
}

function flowsOf({ lines, condenserDuty, reboilerDuty }: Design, feed: number): ProductFlows {
  return {
    feed,
    distillate: feed * lines.distillate,
    bottoms: feed * lines.bottoms,
    steam: lines.steam === null ? null : feed * lines.steam,
    condenserDuty: feed * condenserDuty,
    reboilerDuty: reboilerDuty === null ? null : feed * reboilerDuty,
  };
}

function makeCurve(document: CaseDocument, model: Outcome<ThermoModel>, P: number): Outcome<BinaryCurve> {
  const highest = Math.min(...document.mixture.components.map((c) => c.criticalPressure.value));
  if (P >= highest) return outOfReach({ code: 'supercritical', P, highest });
  return model.state === 'solved' ? binaryCurve(model.value, P) : passOn(model);
}

const drawnCurve = ({ x, y, T, slope }: BinaryCurve): DrawnCurve => ({ x: [...x], y: [...y], T: [...T], slope: [...slope] });

/** Mixture and pressure half-way: what the curve needs. */
function readCurve(
  document: CaseDocument,
  column: ColumnUnit,
  model: Outcome<ThermoModel>,
  keep: CurveKeeper,
): { curve?: Outcome<BinaryCurve>; points: OpenPoint[] } {
  const { components } = document.mixture;
  const points: OpenPoint[] = [];
  if (components.length !== 2) points.push({ code: 'not-two-components', path: 'mixture.components', count: components.length });
  else if (components[0].id === components[1].id)
    points.push({ code: 'same-component', path: 'mixture.components', name: components[0].name });
  points.push(...pressurePoints(column));
  const P = pressuresOf(column)?.feed;
  if (points.length > 0 || P === undefined) return { points };
  return { curve: keptCurve(document, model, P, keep), points };
}

const keptCurve = (document: CaseDocument, model: Outcome<ThermoModel>, P: number, keep: CurveKeeper): Outcome<BinaryCurve> =>
  keep(hashOf(document.mixture, P), () => makeCurve(document, model, P));

function endCurvesOf(document: CaseDocument, column: ColumnUnit, model: Outcome<ThermoModel>, keep: CurveKeeper): DrawnCurve[] {
  const pressure = pressuresOf(column);
  if (pressure === undefined || pressure.top === pressure.bottom) return [];
  return [pressure.top, pressure.bottom].flatMap((P) => {
    const curve = keptCurve(document, model, P, keep);
    return curve.state === 'solved' ? [drawnCurve(curve.value)] : [];
  });
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

/** Everything else: split, feeds, draws and reflux; each field that is missing or impossible by itself is an open point. */
function readInputs(document: CaseDocument, column: ColumnUnit, { feeds, balance }: BeforeGraph): ReadInputs {
  const streams = feedsOf(document, column);
  if (streams.length === 0) return { points: [{ code: 'missing', path: 'streams', what: 'feed' }] };
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  const isRating = column.graph.task === 'rating';
  readColumn(document, column, points);
  const draws = readDraws(column, balance, isRating, points);
  const wish = isRating ? readRating(document, column, points) : readSplit(document, column, balance, points);
  if (points.length > 0 || wish === undefined) return { points };
  if ('refused' in wish) return { points, refused: wish.refused };
  const refused = feeds.find((feed) => feed.state === 'out-of-reach');
  if (refused?.state === 'out-of-reach') return { points, refused: passOn(refused) };
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  const pressure = pressuresOf(column);
  if (facts.length < streams.length || pressure === undefined) return { points };
  const { condenser, subcooling, bottom, graph } = column;
  const value: Inputs = {
    ...wish,
    feeds: facts.map(({ moleFractions, molarFlow, enthalpy }, k) => ({
      z: moleFractions[0],
      flow: molarFlow,
      condition: conditionOf(streams[k]) ?? { by: 'enthalpy', h: enthalpy },
    })),
    draws,
    condenser: condenser === 'partial' ? 'partial' : 'total',
    subcooling: condenser === 'total' ? subcooling : 0,
    bottom,
    efficiency: graph.efficiency,
    feedStages: streams.map(({ id }) => stageOf(graph.feedStages, id) ?? 'best'),
    drawStages: column.draws.map(({ id }) => stageOf(graph.drawStages, id) ?? 'best'),
    pressure,
  };
  return { value, points };
}

/** What is asked of the column itself. */
function readColumn(document: CaseDocument, column: ColumnUnit, points: OpenPoint[]): void {
  const { id, condenser, subcooling, bottom, graph } = column;
  if (condenser === 'mixed') points.push({ code: 'no-mixed-condenser', path: `units.${id}.condenser` });
  if (subcooling < 0)
    points.push({
      code: 'negative',
      path: `units.${id}.subcooling`,
      what: 'cooling of the reflux below its bubble point',
      value: subcooling,
    });
  const notWater = document.mixture.components.slice(1, 2).find((heavy) => heavy.id !== WATER);
  if (bottom === 'steam' && notWater !== undefined)
    points.push({ code: 'steam-without-water', path: `units.${id}.bottom`, name: notWater.name });
  const { efficiency } = graph;
  if (efficiency !== null && !(efficiency.value > 0 && efficiency.value <= 1))
    points.push({ code: 'not-a-fraction', path: `units.${id}.graph.efficiency`, what: 'tray efficiency', value: efficiency.value });
}

/** Side draws per mole of feed as the sheet has them: all of it for a design, the amount alone for a rating. */
function readDraws(
  column: ColumnUnit,
  balance: Omit<BalanceResult, 'inputHash'>,
  isRating: boolean,
  points: OpenPoint[],
): Inputs['draws'] {
  const fed = balance.feed.reduce((sum, flow) => sum + flow, 0);
  return column.draws.map(({ id, name, phase }, k) => {
    const place = k + 1;
    const total = balance.totals[place] ?? null;
    const light = balance.flows[place] ?? null;
    const path = `units.${column.id}.balance.${id}`;
    if (total === null) points.push({ code: 'missing', path, what: `flow of ${name}` });
    else if (!isRating && light === null) points.push({ code: 'missing', path, what: `composition of ${name}` });
    return { flow: (total ?? 0) / fed, phase, x: total === null || light === null ? 0 : light / total };
  });
}

type Wish = Pick<Inputs, 'xD' | 'xB' | 'reflux' | 'rating'>;

/** Two purities and a reflux. */
function readSplit(
  document: CaseDocument,
  column: ColumnUnit,
  balance: Omit<BalanceResult, 'inputHash'>,
  points: OpenPoint[],
): Wish | { refused: Outcome<GraphDesign> } | undefined {
  const [xD, xB] = (['distillate', 'bottoms'] as const).map((product) => purityOf(document, column, product, balance, points));
  const { reflux } = column.graph;
  if (reflux === null) points.push({ code: 'missing', path: `units.${column.id}.graph.reflux`, what: 'reflux' });
  if (column.bottom === 'steam' && points.length === 0 && !isTwoPurities(column))
    points.push({ code: 'steam-needs-purities', path: `units.${column.id}.balance` });
  if (points.length > 0 || reflux === null) return undefined;
  if (xD !== undefined && xB !== undefined) return { xD, xB, reflux, rating: null };
  return balance.outcome.state === 'out-of-reach' ? { refused: passOn(balance.outcome) } : undefined;
}

const RATING_WORDS: Record<RatingQuantity, string> = {
  reflux: 'reflux ratio',
  'boil-up': 'boil-up ratio',
  distillate: 'distillate per feed',
  'distillate-purity': 'purity of the distillate',
  'bottoms-purity': 'purity of the bottoms',
};

/** undefined: none of its own. */
const stageOf = (stages: Readonly<Record<string, number>>, id: string): number | undefined =>
  id in stages ? stages[id] : undefined;

/** Given stages and two things known; split and reflux follow from them. */
function readRating(document: CaseDocument, column: ColumnUnit, points: OpenPoint[]): Wish | undefined {
  const { rating, feedStages, drawStages } = column.graph;
  const { stages, known } = rating;
  const path = `units.${column.id}.graph.rating`;
  if (stages === null) points.push({ code: 'missing', path: `${path}.stages`, what: 'number of stages' });
  else if (!(Number.isInteger(stages) && stages >= 2 && stages <= MOST_STAGES))
    points.push({ code: 'not-a-count', path: `${path}.stages`, what: 'number of stages', value: stages, least: 2 });
  const placed = [
    ...feedsOf(document, column).map(({ id, name }) => ({
      path: `feedStages.${id}`,
      what: `stage of ${name}`,
      stage: feedStages[id],
    })),
    ...column.draws.map(({ id, name }) => ({ path: `drawStages.${id}`, what: `stage of ${name}`, stage: stageOf(drawStages, id) })),
  ];
  for (const { path: field, what, stage } of placed) {
    const at = `units.${column.id}.graph.${field}`;
    if (stage === undefined) points.push({ code: 'missing', path: at, what });
    else if (stages !== null && stage > stages) points.push({ code: 'stage-not-there', path: at, what, stage, stages });
  }
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
  const arePurities = known.every(({ by }) => by === 'distillate-purity' || by === 'bottoms-purity');
  if (arePurities && (column.draws.length > 0 || column.bottom === 'steam'))
    points.push({ code: 'draws-need-flows', path: `${path}.known.1` });
  if (points.length > 0 || stages === null) return undefined;
  const given = Object.fromEntries(known.map(({ by, value }) => [by, value ?? 0]));
  return { xD: 1, xB: 0, reflux: { kind: 'ratio', value: 1 }, rating: { stages, known: given } };
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

const WATER = '7732-18-5';
/** Part of a product's impurity by which it may differ from what the sheet means, unsaid. */
const AS_MEANT = 0.01;
const CURVE_POINTS = 41;
const COLD_ROUNDS = 8;
/** More stages than this no binary column has. */
const MOST_STAGES = 300;
/** 12.000000000000002 trays are 12. */
const ROUNDING = 1e-9;
