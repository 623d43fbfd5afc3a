/**
 * The graph of a column unit, from the document to numbers: open points first, then curve, feed qualities and design. The curve of the last
 * mixture and pressure is kept, since an engineer moves everything else far more often.
 */
import type { ColumnUnit } from '@keen-ladder/schema';
import {
  balanceEnergy,
  bestRatedFeedStage,
  binaryCurve,
  designColumn,
  feedQuality,
  insideReflux,
  linearPressure,
  rateColumn,
} from '../../../binary/index.ts';
import type {
  BinaryCurve,
  Design,
  DesignBasis,
  DesignInput,
  EnergyBalanced,
  FeedQuality,
  RatingInput,
} from '../../../binary/index.ts';
import { open, outOfReach, passOn, rescued, solved } from '../../../numerics/index.ts';
import type { OpenPoint, Outcome, Warning } from '../../../numerics/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { pressuresOf } from '../pressure.ts';
import { extrapolations } from '../../../mixture/index.ts';
import { freezing } from '../../streams/freezing.ts';
import type { PlacedLiquid } from '../../streams/freezing.ts';
import { readInputs } from './inputs.ts';
import { pressurePoints } from '../pressure.ts';
import type { BeforeGraph, Inputs } from './inputs.ts';
import { hashOf } from '../../hash.ts';
import { pressureFalls } from '../ladder/checks.ts';
import type { Keeper } from '../../keeper.ts';
import type { UnitInputs } from '../../inputs.ts';

/** The graph as it is drawn, with its answer. */
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

/** Samples of an equilibrium curve. */
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

/** What stands beside the drawing. */
export interface GraphBeside {
  /** The design that it stands beside, at constant molar overflow. */
  design: Design;
  feed: number; // mol/s
  /** Stages against reflux from just above the minimum on. */
  refluxCurve: { reflux: number[]; stages: number[] };
  /** The construction with the energy balance; null where there is none to make. */
  energyBalanced: Outcome<EnergyBalanced> | null;
}

/** Equilibrium curves of before, by what they were made from. */
export type CurveKeeper = Keeper<Outcome<BinaryCurve>>;

/** A column of two components by McCabe and Thiele's drawing, from its document. */
export function solveGraph(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeGraph,
  keep: CurveKeeper,
): Omit<GraphResult, 'inputHash'> {
  const blank = { curve: null, endCurves: [], azeotropes: [], feeds: [], basis: null };
  const { curve, points: curvePoints } = readCurve(unitInputs, column, before.model, keep);
  const inputs = readInputs(unitInputs, column, before);
  if (curve === undefined || curve.state === 'open') {
    const fromModel = curve?.state === 'open' ? curve.points : [];
    return { ...blank, outcome: open(unique([...curvePoints, ...fromModel, ...inputs.points])) };
  }
  if (curve.state === 'out-of-reach') return { ...blank, outcome: passOn(curve) };
  const endCurves = endCurvesOf(unitInputs, column, before.model, keep);
  const drawn = { ...blank, curve: drawnCurve(curve.value), endCurves, azeotropes: [...curve.value.azeotropes] };
  if (inputs.refused !== undefined) return { ...drawn, outcome: inputs.refused };
  if (inputs.value === undefined) return { ...drawn, outcome: open(inputs.points) };
  const designed = design(curve.value, inputs.value);
  const { outcome } = designed;
  if (outcome.state !== 'solved') return { ...drawn, ...designed };
  if (!(outcome.value.distillateTemperature > 0)) {
    const what = 'the cold reflux';
    return { ...drawn, ...designed, outcome: open([{ code: 'below-zero-kelvin', path: `units.${column.id}.subcooling`, what }]) };
  }
  const { pressure, rating } = inputs.value;
  const warnings = [
    ...outcome.warnings,
    ...pressureFalls([pressure.top, pressure.bottom]),
    ...freezing(unitInputs.mixture.components, endsOf(outcome.value)),
    ...(rating === null ? [] : splitNotMeant(outcome.value, before.balance)),
  ];
  return { ...drawn, ...designed, outcome: { ...outcome, warnings } };
}

/** The liquids at both ends; what runs back from a partial condenser is close to the distillate's composition. */
function endsOf({ column: { xD, xB }, distillateTemperature, bottomsTemperature }: GraphDesign): PlacedLiquid[] {
  return [
    { place: 'in the condenser', T: distillateTemperature, fractions: [xD, 1 - xD] },
    { place: 'in the bottoms', T: bottomsTemperature, fractions: [xB, 1 - xB] },
  ];
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
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeGraph,
  keep: CurveKeeper,
): Outcome<GraphBeside> {
  const { curve } = readCurve(unitInputs, column, before.model, keep);
  const inputs = readInputs(unitInputs, column, before);
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

function makeCurve(unitInputs: UnitInputs, model: Outcome<ThermoModel>, P: number): Outcome<BinaryCurve> {
  const highest = Math.min(...unitInputs.mixture.components.map((c) => c.criticalPressure.value));
  if (P >= highest) return outOfReach({ code: 'supercritical', P, highest });
  return model.state === 'solved' ? binaryCurve(model.value, P) : passOn(model);
}

const drawnCurve = ({ x, y, T, slope }: BinaryCurve): DrawnCurve => ({ x: [...x], y: [...y], T: [...T], slope: [...slope] });

/** Mixture and pressure half-way: what the curve needs. */
function readCurve(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  model: Outcome<ThermoModel>,
  keep: CurveKeeper,
): { curve?: Outcome<BinaryCurve>; points: OpenPoint[] } {
  const { components } = unitInputs.mixture;
  const points: OpenPoint[] = [];
  if (components.length !== 2) points.push({ code: 'not-two-components', path: 'mixture.components', count: components.length });
  else if (components[0].id === components[1].id)
    points.push({ code: 'same-component', path: 'mixture.components', name: components[0].name });
  points.push(...pressurePoints(column));
  const P = pressuresOf(column)?.feed;
  if (points.length > 0 || P === undefined) return { points };
  return { curve: keptCurve(unitInputs, model, P, keep), points };
}

const keptCurve = (unitInputs: UnitInputs, model: Outcome<ThermoModel>, P: number, keep: CurveKeeper): Outcome<BinaryCurve> =>
  keep(hashOf(unitInputs.mixture, P), () => makeCurve(unitInputs, model, P));

function endCurvesOf(unitInputs: UnitInputs, column: ColumnUnit, model: Outcome<ThermoModel>, keep: CurveKeeper): DrawnCurve[] {
  const pressure = pressuresOf(column);
  if (pressure === undefined || pressure.top === pressure.bottom) return [];
  return [pressure.top, pressure.bottom].flatMap((P) => {
    const curve = keptCurve(unitInputs, model, P, keep);
    return curve.state === 'solved' ? [drawnCurve(curve.value)] : [];
  });
}

/** Part of a product's impurity by which it may differ from what the sheet means, unsaid. */
const AS_MEANT = 0.01;
const CURVE_POINTS = 41;
const COLD_ROUNDS = 8;
/** 12.000000000000002 trays are 12. */
const ROUNDING = 1e-9;
