/** A gas washed by a liquid or a liquid stripped by a gas, from the document to numbers: the drawing for one solute, and all components by effective factors. */
import type { ColumnUnit, ComponentRecord, Mixture } from '@keen-ladder/schema';
import {
  estimateAbsorber,
  greatestRecovery,
  isRough,
  recoveryOf,
  stepTransfer,
  toFraction,
  toRatio,
  transferEnds,
  transferLimit,
} from '../../absorption/index.ts';
import type {
  AbsorberEstimate,
  AbsorberStream,
  Transfer,
  TransferEnds,
  TransferKind,
  TransferLimit,
} from '../../absorption/index.ts';
import { evaluateK, makeTwoPhases } from '../../equilibrium/index.ts';
import { open, outOfReach, passOn, rescued, solved } from '../../numerics/index.ts';
import type { OpenPoint, Outcome, Reason, Report, Warning } from '../../numerics/index.ts';
import { kremserStages } from '../../shortcut/index.ts';
import type { ThermoModel } from '../../thermo/index.ts';
import { pressuresOf } from './pressure.ts';
import { extrapolations } from '../../mixture/index.ts';
import type { FeedFacts } from '../streams/feed.ts';
import { ionsChecks } from './ladder/checks.ts';
import type { UnitInputs } from '../inputs.ts';

/** The washing or stripping of a column, with the hash of what was read. */
export interface AbsorptionResult {
  inputHash: string;
  /** As soon as both streams are known, whatever else is open or out of reach. */
  roles: TransferRoles | null;
  drawing: Outcome<TransferDrawing>;
  estimate: Outcome<AbsorptionFacts>;
}

/** Which streams and which component: as chosen, or as proposed. */
export interface TransferRoles {
  kind: TransferKind;
  /** Stream ids. */
  gas: string;
  liquid: string;
  solute: { id: string; name: string };
}

/** For one solute, in mole ratios to what does not pass, at one temperature and one pressure. */
export interface TransferDrawing extends TransferRoles {
  T: number; // K, of the liquid that enters
  P: number; // Pa, half-way
  curve: { X: number[]; Y: number[] };
  ends: TransferEnds;
  limit: TransferLimit;
  /** Where the line that touches ends. */
  limitEnds: TransferEnds;
  stages: { X: number; Y: number }[];
  needed: number;
  recovery: number;
  /** Of the washing liquid or the stripping gas, mol/s in all: what is used, and the least. */
  flow: number;
  least: number;
  /** Kremser's stages with the slope of the curve at the lean end, straight. */
  kremser: number | null;
  /** Real trays; null where no efficiency is given. */
  trays: number | null;
  /** Stages against the flow, mol/s, at this recovery. */
  flowCurve: { flow: number[]; stages: number[] };
}

/** All components by effective factors, plain so that they can be sent and stored. */
export interface AbsorptionFacts extends TransferRoles {
  stages: number;
  trays: number | null;
  recovery: number;
  flow: number; // mol/s
  /** mol/s by component. */
  gasIn: number[];
  liquidIn: number[];
  gasOut: number[];
  liquidOut: number[];
  temperature: { top: number; bottom: number }; // K
  factor: { top: number[]; bottom: number[]; effective: number[] };
}

/** What it stands on. */
export interface BeforeAbsorption {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
}

/** A washer or a stripper, drawn for its solute and estimated for all components. */
export function solveAbsorption(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeAbsorption,
): Omit<AbsorptionResult, 'inputHash'> {
  const known = readKnown(unitInputs, column, before);
  const points: OpenPoint[] = known.state === 'open' ? [...known.points] : [];
  readTask(column, points);
  const roles = known.state === 'solved' ? known.value.roles : null;
  if (points.length > 0) return { roles, drawing: open(points), estimate: open(points) };
  if (known.state !== 'solved') return { roles, drawing: passOn(known), estimate: passOn(known) };
  const drawing = rescued(() => drawn(known.value));
  if (drawing.state === 'out-of-reach') return { roles, ...nearestTo(known.value, drawing.reason, drawing.report) };
  if (drawing.state !== 'solved') return { roles, drawing, estimate: passOn(drawing) };
  return { roles, drawing, estimate: rescued(() => estimated(known.value, drawing.value)) };
}

/** What is shown of a flow that is too small, or of a wish that is too much: common practice of the one, most that can be of the other. */
function nearestTo(asked: Asked, reason: Reason, report: Report): Pick<AbsorptionResult, 'drawing' | 'estimate'> {
  const inputs = mendedInputs(asked.inputs, reason);
  if (inputs === undefined) return { drawing: outOfReach(reason, report), estimate: outOfReach(reason, report) };
  const mended = { ...asked, inputs };
  const drawing = valueOf(rescued(() => drawn(mended)));
  const estimate = drawing === undefined ? undefined : valueOf(rescued(() => estimated(mended, drawing)));
  return { drawing: outOfReach(reason, report, drawing), estimate: outOfReach(reason, report, estimate) };
}

const valueOf = <T>(outcome: Outcome<T>): T | undefined => (outcome.state === 'solved' ? outcome.value : undefined);

function mendedInputs(inputs: Asked['inputs'], reason: Reason): Asked['inputs'] | undefined {
  const flow = { kind: 'multiple', value: USUAL_FLOW_MULTIPLE } as const;
  if (reason.code === 'flow-below-least') return { ...inputs, find: 'stages', flow };
  if (reason.code === 'transfer-impossible') return { ...inputs, find: 'stages', flow, recovery: NEARLY * reason.greatest };
  return undefined;
}

/** Of the least flow; common practice is 1.2 to 2. */
export const USUAL_FLOW_MULTIPLE = 1.4;
/** Of the greatest part that can pass. */
const NEARLY = 0.95;

interface Asked {
  mixture: Mixture;
  model: ThermoModel;
  roles: TransferRoles;
  solute: number;
  gas: FeedFacts;
  liquid: FeedFacts;
  pressure: { top: number; feed: number; bottom: number };
  inputs: ColumnUnit['absorption'];
}

/** Streams, roles and pressures, without what is wanted of them. */
function readKnown(unitInputs: UnitInputs, column: ColumnUnit, { model, feeds }: BeforeAbsorption): Outcome<Asked> {
  const { absorption: inputs, id, service } = column;
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  const inlets = unitInputs.inlets;
  if (inlets.length !== 2) points.push({ code: 'not-two-streams', path: 'streams', count: inlets.length });
  const pressure = pressuresOf(column);
  if (pressure === undefined) points.push({ code: 'missing', path: `units.${id}.pressure.top`, what: 'column pressure' });
  if (points.length > 0 || pressure === undefined) return open(points);
  if (model.state !== 'solved') return passOn(model);
  const refused = feeds.find((feed) => feed.state === 'out-of-reach');
  if (refused?.state === 'out-of-reach') return passOn(refused);
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  const gasAt = placeOfGas(
    inlets.map(({ id: inlet }) => inlet),
    facts,
    inputs.gas,
    inputs.liquid,
  );
  const [gas, liquid] = [facts[gasAt], facts[1 - gasAt]];
  const kind: TransferKind = service === 'stripping' ? 'stripping' : 'absorption';
  const { components } = unitInputs.mixture;
  const solute =
    inputs.solute === null ? proposedSolute(model.value, kind, gas, liquid, pressure.feed) : placeOf(components, inputs.solute);
  if (solute === undefined)
    return open([{ code: 'missing', path: `units.${id}.absorption.solute`, what: 'component that is to pass' }]);
  const rich = kind === 'absorption' ? gas : liquid;
  if (!(rich.moleFractions[solute] > 0 && rich.moleFractions[solute] < 1))
    return open([{ code: 'not-fed', path: `units.${id}.absorption.solute`, name: components[solute].name }]);
  const roles = {
    kind,
    gas: inlets[gasAt].id,
    liquid: inlets[1 - gasAt].id,
    solute: { id: components[solute].id, name: components[solute].name },
  };
  return solved({ mixture: unitInputs.mixture, model: model.value, roles, solute, gas, liquid, pressure, inputs });
}

function readTask({ id, absorption }: ColumnUnit, points: OpenPoint[]): void {
  const { find, recovery, stages, flow, efficiency } = absorption;
  const path = `units.${id}.absorption`;
  const what = 'part of the solute that is to pass';
  if (find === 'stages') {
    if (recovery === null) points.push({ code: 'missing', path: `${path}.recovery`, what });
    else if (!(recovery > 0 && recovery < 1))
      points.push({ code: 'not-a-fraction', path: `${path}.recovery`, what, value: recovery });
    if (flow.kind === 'multiple' && !(flow.value > 1))
      points.push({ code: 'not-above-one', path: `${path}.flow`, what: 'multiple of the least flow', value: flow.value });
  } else if (stages === null) points.push({ code: 'missing', path: `${path}.stages`, what: 'number of stages' });
  else if (!(stages > 0)) points.push({ code: 'not-positive', path: `${path}.stages`, what: 'number of stages', value: stages });
  if (efficiency !== null && !(efficiency > 0 && efficiency <= 1))
    points.push({ code: 'not-a-fraction', path: `${path}.efficiency`, what: 'tray efficiency', value: efficiency });
}

/** The stream chosen, or the one with more vapour in it. */
function placeOfGas(ids: readonly string[], facts: readonly FeedFacts[], gas: string | null, liquid: string | null): 0 | 1 {
  if (gas !== null && ids.includes(gas)) return ids.indexOf(gas) === 0 ? 0 : 1;
  if (liquid !== null && ids.includes(liquid)) return ids.indexOf(liquid) === 0 ? 1 : 0;
  return facts[1].vapourFraction > facts[0].vapourFraction ? 1 : 0;
}

function placeOf(components: readonly ComponentRecord[], id: string): number | undefined {
  const place = components.findIndex((c) => c.id === id);
  return place < 0 ? undefined : place;
}

/**
 * Of what the rich stream brings and the other does not mainly consist of, the component that passes most readily: the least volatile of a gas, the
 * most volatile of a liquid.
 */
function proposedSolute(model: ThermoModel, kind: TransferKind, gas: FeedFacts, liquid: FeedFacts, P: number): number | undefined {
  const w = makeTwoPhases(model.n);
  evaluateK(model, liquid.T, P, Float64Array.from(liquid.moleFractions), Float64Array.from(gas.moleFractions), w, 'fugacity');
  const [rich, lean] = kind === 'absorption' ? [gas, liquid] : [liquid, gas];
  const readiness = (i: number): number => (kind === 'absorption' ? -w.lnK[i] : w.lnK[i]);
  const candidates = rich.moleFractions.flatMap((x, i) => (x > 0 && x < 1 && lean.moleFractions[i] < 0.5 ? [i] : []));
  return candidates.reduce<number | undefined>(
    (best, i) => (best === undefined || readiness(i) > readiness(best) ? i : best),
    undefined,
  );
}

/** Mole fraction of the solute over a liquid of mole fraction x, the carriers as they enter. */
function equilibriumOf({ model, solute, gas, liquid, pressure }: Asked): Transfer['equilibrium'] {
  const w = makeTwoPhases(model.n);
  const [inGas, inLiquid] = [withoutSolute(gas.moleFractions, solute), withoutSolute(liquid.moleFractions, solute)];
  const [x, y] = [new Float64Array(model.n), new Float64Array(model.n)];
  const mix = (into: Float64Array, carrier: readonly number[], share: number): void => {
    for (let i = 0; i < into.length; i++) into[i] = i === solute ? share : (1 - share) * carrier[i];
  };
  return (share) => {
    mix(x, inLiquid, share);
    let found = toFraction(share);
    for (let round = 0; round < (model.hasIdealVapour ? 1 : VAPOUR_ROUNDS); round++) {
      mix(y, inGas, Math.min(found, 1));
      evaluateK(model, liquid.T, pressure.feed, x, y, w, 'fugacity');
      found = share * Math.exp(w.lnK[solute]);
    }
    return found;
  };
}

function withoutSolute(fractions: readonly number[], solute: number): number[] {
  const rest = 1 - fractions[solute];
  return fractions.map((x, i) => (i === solute ? 0 : x / rest));
}

function drawn(asked: Asked): Outcome<TransferDrawing> {
  const { roles, solute, gas, liquid, pressure, inputs } = asked;
  const isAbsorption = roles.kind === 'absorption';
  const transfer: Transfer = {
    kind: roles.kind,
    equilibrium: equilibriumOf(asked),
    gasIn: toRatio(gas.moleFractions[solute]),
    liquidIn: toRatio(liquid.moleFractions[solute]),
  };
  const carriers = {
    gas: gas.molarFlow * (1 - gas.moleFractions[solute]),
    liquid: liquid.molarFlow * (1 - liquid.moleFractions[solute]),
  };
  const greatest = greatestRecovery(transfer);
  const given = carriers.liquid / carriers.gas;
  const recovery = inputs.find === 'recovery' ? recoveryOf(transfer, given, inputs.stages ?? 1) : (inputs.recovery ?? 0);
  if (!(recovery < greatest))
    return outOfReach({ code: 'transfer-impossible', kind: roles.kind, name: roles.solute.name, recovery, greatest });
  const limit = transferLimit(transfer, recovery);
  const serving = isAbsorption ? liquid : gas;
  /** The flow of the serving stream in all that a slope L′/G′ means. */
  const flowAt = (slope: number): number => serving.molarFlow * (isAbsorption ? slope / given : given / slope);
  const least = flowAt(limit.slope);
  const { flow: wish } = inputs;
  const multiple = inputs.find === 'stages' && wish.kind === 'multiple' ? wish.value : serving.molarFlow / least;
  const slope = isAbsorption ? multiple * limit.slope : limit.slope / multiple;
  const flow = multiple * least;
  if (!(multiple > 1)) return outOfReach({ code: 'flow-below-least', kind: roles.kind, flow, least });
  const ends = transferEnds(transfer, recovery, slope);
  const steps = stepTransfer(transfer, ends, STAGE_LIMIT);
  if (steps === undefined) return outOfReach({ code: 'too-many-stages', limit: STAGE_LIMIT, of: isAbsorption ? 'liquid' : 'gas' });
  const drawing: TransferDrawing = {
    ...roles,
    T: liquid.T,
    P: pressure.feed,
    curve: curveOf(transfer, ends, limit),
    ends,
    limit,
    limitEnds: transferEnds(transfer, recovery, limit.slope),
    ...steps,
    recovery,
    flow,
    least,
    kremser: kremserOf(transfer, ends, slope, recovery),
    trays: inputs.efficiency === null ? null : Math.ceil(steps.needed / inputs.efficiency - ROUNDING),
    flowCurve: flowCurve(transfer, recovery, limit, least, multiple),
  };
  const numbers = [drawing.needed, flow, least, ends.top.X, ends.top.Y, ends.bottom.X, ends.bottom.Y, ...drawing.curve.Y];
  return numbers.every(Number.isFinite) ? solved(drawing) : outOfReach({ code: 'not-finite', what: 'equilibrium curve' });
}

/** From just above the least flow to some four times it. */
function flowCurve(transfer: Transfer, recovery: number, { slope }: TransferLimit, least: number, multiple: number) {
  const reach = Math.max(3, 1.3 * (multiple - 1));
  const multiples = Array.from({ length: FLOW_POINTS }, (_, k) => 1 + reach * (0.02 + 0.98 * (k / (FLOW_POINTS - 1)) ** 2));
  const found = multiples.flatMap((m) => {
    const ends = transferEnds(transfer, recovery, transfer.kind === 'absorption' ? m * slope : slope / m);
    const steps = stepTransfer(transfer, ends, STAGE_LIMIT);
    return steps === undefined ? [] : [{ flow: m * least, stages: steps.needed }];
  });
  return { flow: found.map(({ flow }) => flow), stages: found.map(({ stages }) => stages) };
}

/** From nothing dissolved to a little beyond the richest liquid that is drawn. */
function curveOf(transfer: Transfer, { top, bottom }: TransferEnds, { pinch }: TransferLimit): TransferDrawing['curve'] {
  const reach = 1.15 * Math.max(top.X, bottom.X, pinch.X);
  const points = Array.from({ length: CURVE_POINTS + 1 }, (_, k) => (reach * k) / CURVE_POINTS)
    .map((X) => ({ X, Y: toRatio(transfer.equilibrium(toFraction(X))) }))
    .filter(({ Y }) => Number.isFinite(Y));
  return { X: points.map(({ X }) => X), Y: points.map(({ Y }) => Y) };
}

/** Kremser's equation with both lines straight: the curve's slope at the lean end. */
function kremserOf(transfer: Transfer, { top, bottom }: TransferEnds, slope: number, recovery: number): number | null {
  const isAbsorption = transfer.kind === 'absorption';
  const lean = isAbsorption ? top.X : bottom.X;
  const step = Math.max(lean, Math.abs(bottom.X - top.X)) * 1e-3;
  const ratio = (X: number): number => toRatio(transfer.equilibrium(toFraction(X)));
  const m = (ratio(lean + step) - ratio(lean)) / step;
  const A = isAbsorption ? slope / m : m / slope;
  const entering = isAbsorption ? ratio(top.X) / bottom.Y : bottom.Y / m / top.X;
  const stages = kremserStages(A, (1 - recovery - entering) / (1 - entering));
  return Number.isFinite(stages) ? stages : null;
}

function estimated(asked: Asked, drawing: TransferDrawing): Outcome<AbsorptionFacts> {
  const { model, roles, solute, gas, liquid, pressure, inputs } = asked;
  const isAbsorption = roles.kind === 'absorption';
  const serving = isAbsorption ? liquid : gas;
  const scale = drawing.flow / serving.molarFlow;
  const streamOf = (facts: FeedFacts): AbsorberStream => ({
    flows: Float64Array.from(facts.moleFractions, (x) => x * facts.molarFlow * (facts === serving ? scale : 1)),
    T: facts.T,
    enthalpy: facts.enthalpy,
  });
  const from = isAbsorption ? 'gas' : 'liquid';
  const [gasIn, liquidIn] = [streamOf(gas), streamOf(liquid)];
  const found = estimateAbsorber({
    model,
    gas: gasIn,
    liquid: liquidIn,
    pressure,
    find:
      inputs.find === 'recovery'
        ? { find: 'recovery', stages: inputs.stages ?? 1 }
        : { find: 'stages', solute, from, recovery: drawing.recovery },
  });
  if (found.state !== 'solved') return passOn(found);
  const { stages, gasOut, liquidOut, temperature, factor } = found.value;
  const left = isAbsorption ? gasOut[solute] / gasIn.flows[solute] : liquidOut[solute] / liquidIn.flows[solute];
  const facts: AbsorptionFacts = {
    ...roles,
    stages,
    trays: inputs.efficiency === null ? null : Math.ceil(stages / inputs.efficiency - ROUNDING),
    recovery: 1 - left,
    flow: drawing.flow,
    gasIn: [...gasIn.flows],
    liquidIn: [...liquidIn.flows],
    gasOut: [...gasOut],
    liquidOut: [...liquidOut],
    temperature,
    factor: { top: [...factor.top], bottom: [...factor.bottom], effective: [...factor.effective] },
  };
  const numbers = [stages, temperature.top, temperature.bottom, ...facts.gasOut, ...facts.liquidOut, ...facts.factor.effective];
  if (!numbers.every(Number.isFinite)) return outOfReach({ code: 'not-finite', what: 'estimate' });
  const warnings: Warning[] = [
    ...roughness(found.value),
    ...ionsChecks(asked.mixture),
    ...extrapolations(model, temperature.top, temperature.bottom),
  ];
  return solved(facts, found.report, warnings);
}

/** Where one factor for all stages is not to be trusted. */
function roughness(found: AbsorberEstimate): Warning[] {
  const { saturation, temperature } = found;
  const rise = Math.abs(temperature.bottom - temperature.top);
  return isRough(found) ? [{ code: 'factors-rough', saturation, rise }] : [];
}

const STAGE_LIMIT = 200;
const CURVE_POINTS = 60;
const FLOW_POINTS = 25;
const VAPOUR_ROUNDS = 6;
const ROUNDING = 1e-9;
