/** What the graph asks of a document: everything that is missing or impossible by itself is an open point with its field. */
import type { ColumnUnit, ComponentRecord, RatingQuantity, SheetCell, Stream } from '@keen-ladder/schema';
import type { FeedCondition, RatingInput } from '../../../binary/index.ts';
import { passOn } from '../../../numerics/index.ts';
import type { OpenPoint, Outcome } from '../../../numerics/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { cellPath } from '../balance.ts';
import type { BalanceResult } from '../balance.ts';
import { pressuresOf } from '../pressure.ts';
import type { FeedFacts } from '../../streams/feed.ts';
import type { UnitInputs } from '../../inputs.ts';

/** What the graph takes from the stops before it. */
export interface BeforeGraph {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
  balance: Omit<BalanceResult, 'inputHash'>;
}

/** What the drawing takes, in numbers. */
export interface Inputs {
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

/** The inputs, or what is missing of them. */
export interface ReadInputs {
  value?: Inputs;
  refused?: Outcome<never>;
  points: OpenPoint[];
}

/** Everything else: split, feeds, draws and reflux; each field that is missing or impossible by itself is an open point. */
export function readInputs(unitInputs: UnitInputs, column: ColumnUnit, { feeds, balance }: BeforeGraph): ReadInputs {
  const inlets = unitInputs.inlets;
  if (inlets.length === 0) return { points: [{ code: 'missing', path: 'streams', what: 'feed' }] };
  const points: OpenPoint[] = [...unitInputs.connectionPoints];
  points.push(...feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : [])));
  const isRating = column.graph.task === 'rating';
  readColumn(unitInputs, column, points);
  const draws = readDraws(column, balance, isRating, points);
  const wish = isRating ? readRating(unitInputs, column, points) : readSplit(unitInputs, column, balance, points);
  if (points.length > 0 || wish === undefined) return { points };
  if ('refused' in wish) return { points, refused: wish.refused };
  const refused = feeds.find((feed) => feed.state === 'out-of-reach');
  if (refused?.state === 'out-of-reach') return { points, refused: passOn(refused) };
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  const pressure = pressuresOf(column);
  if (facts.length < inlets.length || pressure === undefined) return { points };
  const { condenser, subcooling, bottom, graph } = column;
  const value: Inputs = {
    ...wish,
    feeds: facts.map(({ moleFractions, molarFlow, enthalpy }, k) => ({
      z: moleFractions[0],
      flow: molarFlow,
      condition: conditionOf(inlets[k].stream) ?? { by: 'enthalpy', h: enthalpy },
    })),
    draws,
    condenser: condenser === 'partial' ? 'partial' : 'total',
    subcooling: condenser === 'total' ? subcooling : 0,
    bottom,
    efficiency: graph.efficiency,
    feedStages: inlets.map(({ id }) => stageOf(graph.feedStages, id) ?? 'best'),
    drawStages: column.draws.map(({ id }) => stageOf(graph.drawStages, id) ?? 'best'),
    pressure,
  };
  return { value, points };
}

/** What is asked of the column itself. */
function readColumn(unitInputs: UnitInputs, column: ColumnUnit, points: OpenPoint[]): void {
  const { id, condenser, subcooling, bottom, graph } = column;
  if (condenser === 'mixed') points.push({ code: 'no-mixed-condenser', path: `units.${id}.condenser` });
  if (subcooling < 0)
    points.push({
      code: 'negative',
      path: `units.${id}.subcooling`,
      what: 'cooling of the reflux below its bubble point',
      value: subcooling,
      measured: 'temperatureDifference',
    });
  const notWater = unitInputs.mixture.components.slice(1, 2).find((heavy) => heavy.id !== WATER);
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
  unitInputs: UnitInputs,
  column: ColumnUnit,
  balance: Omit<BalanceResult, 'inputHash'>,
  points: OpenPoint[],
): Wish | { refused: Outcome<never> } | undefined {
  const [xD, xB] = (['distillate', 'bottoms'] as const).map((product) => purityOf(unitInputs, column, product, balance, points));
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
function readRating(unitInputs: UnitInputs, column: ColumnUnit, points: OpenPoint[]): Wish | undefined {
  const { rating, feedStages, drawStages } = column.graph;
  const { stages, known } = rating;
  const path = `units.${column.id}.graph.rating`;
  if (stages === null) points.push({ code: 'missing', path: `${path}.stages`, what: 'number of stages' });
  else if (!(Number.isInteger(stages) && stages >= 2 && stages <= MOST_STAGES))
    points.push({ code: 'not-a-count', path: `${path}.stages`, what: 'number of stages', value: stages, least: 2 });
  const placed = [
    ...unitInputs.inlets.map(({ id, name }) => ({
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
function conditionOf(stream: Stream | undefined): FeedCondition | undefined {
  const condition = stream?.condition ?? [];
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
  unitInputs: UnitInputs,
  column: ColumnUnit,
  product: 'distillate' | 'bottoms',
  balance: Omit<BalanceResult, 'inputHash'>,
  points: OpenPoint[],
): number | undefined {
  const { components } = unitInputs.mixture;
  const given = givenPurity(unitInputs, column, product);
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
export function givenPurity(
  { mixture }: Pick<UnitInputs, 'mixture'>,
  column: ColumnUnit,
  product: 'distillate' | 'bottoms',
): SheetCell | undefined {
  const light = mixture.components[0]?.id;
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
/** More stages than this no binary column has. */
const MOST_STAGES = 300;
