/** The multicomponent estimate of a column, from the document and its balance sheet to numbers, with what pressure would do and the curves. */
import type { ColumnUnit, CoolingName, GillilandFit, RefluxWish } from '@keen-ladder/schema';
import { open, outOfReach, passOn, rescued, solved } from '../../numerics/index.ts';
import type { OpenPoint, Outcome, Warning } from '../../numerics/index.ts';
import { condensingPressure, endsAtPressure, estimateColumn, oConnell, stagesAt } from '../../shortcut/index.ts';
import type { Condenser, EndsAtPressure, Estimate, Finding } from '../../shortcut/index.ts';
import type { ThermoModel } from '../../thermo/index.ts';
import { transportOf } from '../../transport/index.ts';
import type { BalanceResult } from './balance.ts';
import { normalised } from '../streams/composition.ts';
import { pressuresOf } from './pressure.ts';
import { extrapolations, pairAzeotropes } from '../../mixture/index.ts';
import { freezing } from '../streams/freezing.ts';
import { ionsChecks, pressureFalls } from './ladder/checks.ts';
import type { FeedFacts } from '../streams/feed.ts';
import type { UnitInputs } from '../inputs.ts';

type Plain<T> = {
  [K in keyof T]: T[K] extends Float64Array
    ? number[]
    : T[K] extends Record<string, Float64Array>
      ? { [P in keyof T[K]]: number[] }
      : T[K];
};

/** Everything of `Estimate`, its arrays plain so that they can be sent and stored, and what is worked out from it. */
export interface EstimateFacts extends Omit<Plain<Estimate>, 'stages'> {
  keys: { light: string; heavy: string };
  recoveries: { lightOverhead: number; heavyOverhead: number };
  /** Equilibrium stages by the fit chosen, and by both. */
  stagesChosen: number;
  stages: Record<GillilandFit, number>;
  fit: GillilandFit;
  /** Stages above the feed, condenser counted where it is one. */
  stagesAbove: { fenske: number; kirkbride: number };
  feedStage: { fenske: number; kirkbride: number };
  efficiency: { value: number; viscosity: number | null }; // Pa s where it is by O'Connell
  /** Real trays: reboiler and condenser left out. */
  trays: number;
  pressure: { top: number; feed: number; bottom: number };
  condenser: Condenser['kind'];
  coolants: CoolantFacts[];
  refluxCurve: { reflux: number[]; stages: number[]; elbow: { reflux: number; stages: number } };
  pressureCurve: EndsAtPressure[];
}

/** The pressure at which the distillate condenses with a coolant; null where it does not. */
export interface CoolantFacts {
  name: CoolingName;
  /** K, coolant and approach together. */
  T: number;
  at: EndsAtPressure | null;
}

/** What an estimate stands on. */
export interface BeforeEstimate {
  model: Outcome<ThermoModel>;
  feeds: readonly Outcome<FeedFacts>[];
  balance: Omit<BalanceResult, 'inputHash'>;
}

/** A column by Fenske, Underwood and Gilliland, from its document. */
export function solveEstimate(unitInputs: UnitInputs, column: ColumnUnit, before: BeforeEstimate): Outcome<EstimateFacts> {
  const { balance, model, feeds } = before;
  if (balance.outcome.state !== 'solved') return passOn(balance.outcome);
  const points: OpenPoint[] = [];
  if (column.draws.length > 0) points.push({ code: 'no-side-draws', path: `units.${column.id}.balance` });
  const find = findingOf(column, points);
  const condenser = condenserOf(column, points);
  const efficiency = column.estimate.efficiency;
  if (efficiency !== null && !(efficiency > 0 && efficiency <= 1))
    points.push({
      code: 'not-a-fraction',
      path: `units.${column.id}.estimate.efficiency`,
      what: 'tray efficiency',
      value: efficiency,
    });
  const pressure = pressuresOf(column);
  if (points.length > 0 || find === undefined || condenser === undefined || pressure === undefined) return open(points);
  if (model.state !== 'solved') return passOn(model);
  const keys = estimateKeys(unitInputs, column, balance);
  if (keys === undefined) return outOfReach({ code: 'keys-unknown' });
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  const asked = (sought: Finding): Outcome<Estimate> =>
    estimateColumn({
      model: model.value,
      feed: Float64Array.from(balance.feed),
      feedState: mixedState(facts),
      pressure,
      condenser,
      keys,
      find: sought,
    });
  const told = (sought: Finding, estimate: Outcome<Estimate>): Outcome<EstimateFacts> =>
    estimate.state === 'solved'
      ? rescued(() => worked(unitInputs, column, model.value, { keys, find: sought, condenser, pressure, balance }, estimate))
      : passOn(estimate);
  const estimate = asked(find);
  if (estimate.state !== 'out-of-reach') return told(find, estimate);
  const { reason, report } = estimate;
  if (reason.code === 'keys-turn') return azeotropeOfKeys(unitInputs, keys, pressure.feed) ?? passOn(estimate);
  if (reason.code !== 'estimate-below-minimum' && reason.code !== 'stages-not-enough') return passOn(estimate);
  const usual = USUAL_REFLUXES.map((reflux): Finding => ({ find: 'stages', reflux }));
  const shown = usual.map((sought) => told(sought, asked(sought))).find(({ state }) => state === 'solved');
  return outOfReach(reason, report, shown?.state === 'solved' ? shown.value : undefined);
}

/** What is shown of a split where the reflux or the stages asked for do not make it (common practice); the second where it asks no reflux at all. */
export const USUAL_REFLUXES = [
  { kind: 'multiple', value: 1.3 },
  { kind: 'ratio', value: 0.5 },
] as const satisfies RefluxWish[];

interface Chosen {
  keys: Keys;
  find: Finding;
  condenser: Condenser;
  pressure: { top: number; feed: number; bottom: number };
  balance: Omit<BalanceResult, 'inputHash'>;
}

interface Keys {
  light: number;
  heavy: number;
  lightOverhead: number;
  heavyOverhead: number;
}

function worked(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  model: ThermoModel,
  { keys, find, condenser, pressure, balance }: Chosen,
  outcome: Extract<Outcome<Estimate>, { state: 'solved' }>,
): Outcome<EstimateFacts> {
  const { components } = unitInputs.mixture;
  const { fit } = column.estimate;
  const estimate = outcome.value;
  const stages = find.find === 'reflux' ? find.stages : estimate.stages[fit];
  const ends = {
    distillate: normalised(estimate.distillate),
    bottoms: normalised(estimate.bottoms),
    condenser,
    keys,
    drop: pressure.bottom - pressure.top,
  };
  const above = {
    fenske: stagesAbove(stages, estimate.feedRatio.fenske),
    kirkbride: stagesAbove(stages, estimate.feedRatio.kirkbride),
  };
  const efficiency = efficiencyOf(unitInputs, column, estimate, keys);
  const noTrays = condenser.kind === 'total' ? 1 : 2;
  const facts: EstimateFacts = {
    ...plain(estimate),
    keys: { light: components[keys.light].id, heavy: components[keys.heavy].id },
    recoveries: { lightOverhead: keys.lightOverhead, heavyOverhead: keys.heavyOverhead },
    stagesChosen: stages,
    fit,
    stagesAbove: above,
    feedStage: { fenske: Math.round(above.fenske) + 1, kirkbride: Math.round(above.kirkbride) + 1 },
    efficiency,
    trays: Math.max(0, Math.ceil((stages - noTrays) / efficiency.value)),
    pressure,
    condenser: condenser.kind,
    coolants: coolantsOf(unitInputs, model, ends),
    refluxCurve: refluxCurve(estimate, fit),
    pressureCurve: pressureCurve(model, pressure.top, ends),
  };
  if (!numbersOf(facts).every(Number.isFinite)) return outOfReach({ code: 'not-finite', what: 'estimate' });
  const warnings: Warning[] = [
    ...outcome.warnings,
    ...ionsChecks(unitInputs.mixture),
    ...besideSheet(unitInputs, column, balance, estimate),
    ...betweenKeys(model, estimate, keys),
    ...pressureFalls([pressure.top, pressure.bottom]),
    ...freezing(components, [
      { place: 'in the condenser', T: estimate.condenserTemperature, fractions: ends.distillate },
      { place: 'in the bottoms', T: estimate.temperature.bottom, fractions: ends.bottoms },
    ]),
    ...extrapolations(model, estimate.condenserTemperature, estimate.temperature.bottom),
  ];
  return solved(facts, outcome.report, warnings);
}

/**
 * Numbers typed on the sheet that the estimate does not come to, since it parts what are no keys by their volatilities alone; where there are none of those,
 * the whole distillate if it is another.
 */
function besideSheet(
  { mixture }: UnitInputs,
  column: ColumnUnit,
  { flows, products }: Omit<BalanceResult, 'inputHash'>,
  { distillate }: Estimate,
): Warning[] {
  const place = products.findIndex(({ id }) => id === 'distillate');
  const onSheet = (i: number): number | null => flows[i * products.length + place] ?? null;
  const isOther = (sheet: number, estimate: number, scale: number): boolean => Math.abs(sheet - estimate) > OTHER * scale;
  const typed = mixture.components.flatMap(({ id, name }, i): Warning[] => {
    const sheet = onSheet(i);
    const isTyped = column.balance.cells.some(({ component }) => component === id);
    if (!isTyped || sheet === null || !isOther(sheet, distillate[i], Math.max(sheet, distillate[i]))) return [];
    return [{ code: 'sheet-not-followed', name, sheet, estimate: distillate[i] }];
  });
  if (typed.length > 0) return typed;
  const sheets = mixture.components.map((_, i) => onSheet(i));
  const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);
  const [sheet, estimate] = [sum(sheets.map((flow) => flow ?? NaN)), sum([...distillate])];
  return isOther(sheet, estimate, sheet) ? [{ code: 'sheet-not-followed', name: null, sheet, estimate }] : [];
}

/** Part of a flow by which sheet and estimate may differ unsaid. */
const OTHER = 2e-3;

/** Components of a volatility between those of the keys: no column that parts the keys parts these. */
function betweenKeys(model: ThermoModel, { meanAlpha, distillate, bottoms }: Estimate, { light }: Keys): Warning[] {
  const between = [...meanAlpha.keys()].filter(
    (i) => meanAlpha[i] > 1 + ALIKE && meanAlpha[i] < meanAlpha[light] - ALIKE && distillate[i] + bottoms[i] > 0,
  );
  if (between.length === 0) return [];
  const overhead = between.map((i) => distillate[i] / (distillate[i] + bottoms[i]));
  return [{ code: 'between-keys', names: between.map((i) => model.names[i]), overhead }];
}

/** Why the keys turn, where it is their azeotrope. */
function azeotropeOfKeys(unitInputs: UnitInputs, keys: Keys, P: number): Outcome<EstimateFacts> | undefined {
  const azeotrope = pairAzeotropes(unitInputs.mixture, keys.light, keys.heavy, P).at(0);
  if (azeotrope === undefined) return undefined;
  const name = (i: number): string => unitInputs.mixture.components[i].name;
  return outOfReach({ code: 'azeotrope-of-keys', name: name(keys.light), other: name(keys.heavy), x: azeotrope.x, T: azeotrope.T });
}

/** Every number of a value, found wherever it stands. */
function numbersOf(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(numbersOf) : [];
}

function plain({ distillate, bottoms, meanAlpha, alpha, ...rest }: Estimate) {
  return {
    ...rest,
    distillate: [...distillate],
    bottoms: [...bottoms],
    meanAlpha: [...meanAlpha],
    alpha: { top: [...alpha.top], feed: [...alpha.feed], bottom: [...alpha.bottom] },
  };
}

/** ratio = stages above over stages below. */
const stagesAbove = (stages: number, ratio: number): number => (stages * ratio) / (1 + ratio);

function efficiencyOf(unitInputs: UnitInputs, column: ColumnUnit, estimate: Estimate, keys: Keys): EstimateFacts['efficiency'] {
  const { efficiency } = column.estimate;
  if (efficiency !== null) return { value: efficiency, viscosity: null };
  const { temperature, alpha } = estimate;
  const T = (temperature.top + temperature.bottom) / 2;
  const feed = estimate.distillate.map((d, i) => d + estimate.bottoms[i]);
  const viscosity = transportOf(unitInputs.mixture.components).liquidViscosity(T, normalised(feed));
  const mean = Math.sqrt(alpha.top[keys.light] * alpha.bottom[keys.light]);
  return { value: Math.min(1, oConnell(mean, viscosity)), viscosity };
}

function coolantsOf(unitInputs: UnitInputs, model: ThermoModel, ends: Parameters<typeof endsAtPressure>[2]): CoolantFacts[] {
  const { cooling } = unitInputs.site;
  return (['water', 'air', 'refrigerant'] as const).map((name) => {
    const T = cooling[name].temperature + cooling[name].approach;
    const P = condensingPressure(model, T, ends);
    const at = P.state === 'solved' ? endsAtPressure(model, P.value, ends) : undefined;
    return { name, T, at: at?.state === 'solved' ? at.value : null };
  });
}

/**
 * Stages from just above the smallest reflux to some four times it, closer where the curve is steep. The elbow is where N (R + 1), the height
 * times the vapour that sets the section, is least (common practice for a first look at cost).
 */
function refluxCurve(estimate: Estimate, fit: GillilandFit): EstimateFacts['refluxCurve'] {
  const floor = Math.max(estimate.smallestReflux, 0);
  const reach = Math.max(3 * floor, estimate.reflux - floor, 1) * 1.2;
  const reflux = Array.from({ length: CURVE_POINTS }, (_, k) => floor + reach * (0.01 + 0.99 * (k / (CURVE_POINTS - 1)) ** 2));
  const stages = reflux.map((R) => stagesAt(R, floor, estimate.fewestStages, fit));
  const least = reflux.reduce((best, R, k) => (stages[k] * (R + 1) < stages[best] * (reflux[best] + 1) ? k : best), 0);
  return { reflux, stages, elbow: { reflux: reflux[least], stages: stages[least] } };
}

/** From a quarter of the pressure to four times it; pressures at which an end has no boiling point are left out. */
function pressureCurve(model: ThermoModel, P: number, ends: Parameters<typeof endsAtPressure>[2]): EndsAtPressure[] {
  return Array.from({ length: PRESSURE_POINTS }, (_, k) => P * 4 ** ((2 * k) / (PRESSURE_POINTS - 1) - 1)).flatMap((at) => {
    const found = endsAtPressure(model, at, ends);
    return found.state === 'solved' ? [found.value] : [];
  });
}

/** The keys chosen, or those of the sheet, with what the sheet sends of them overhead. */
export function estimateKeys(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  balance: Omit<BalanceResult, 'inputHash'>,
): Keys | undefined {
  const proposed = balance.outcome.state === 'solved' ? balance.outcome.value.keys : null;
  const chosen = column.estimate.keys ?? proposed;
  if (chosen === null) return undefined;
  const place = (id: string): number => unitInputs.mixture.components.findIndex((c) => c.id === id);
  const [light, heavy] = [place(chosen.light), place(chosen.heavy)];
  const overhead = (i: number): number => (balance.flows[i * balance.products.length] ?? 0) / balance.feed[i];
  if (light < 0 || heavy < 0 || light === heavy) return undefined;
  const keys = { light, heavy, lightOverhead: overhead(light), heavyOverhead: overhead(heavy) };
  return [keys.lightOverhead, keys.heavyOverhead].every((part) => part > 0 && part < 1) ? keys : undefined;
}

function findingOf(column: ColumnUnit, points: OpenPoint[]): Finding | undefined {
  const { find, reflux, stages, fit } = column.estimate;
  const path = `units.${column.id}.estimate`;
  if (find === 'stages') {
    if (reflux !== null) return { find, reflux };
    points.push({ code: 'missing', path: `${path}.reflux`, what: 'reflux' });
    return undefined;
  }
  if (stages === null) points.push({ code: 'missing', path: `${path}.stages`, what: 'number of stages' });
  else if (stages > 1) return { find, stages, fit };
  else
    points.push({ code: 'not-positive', path: `${path}.stages`, what: 'number of stages beyond the reboiler', value: stages - 1 });
  return undefined;
}

function condenserOf(column: ColumnUnit, points: OpenPoint[]): Condenser | undefined {
  if (column.condenser !== 'mixed') return { kind: column.condenser };
  const path = `units.${column.id}.vapourShare`;
  const what = 'vapour in the distillate';
  const share = column.vapourShare;
  if (share === null) points.push({ code: 'missing', path, what });
  else if (share > 0 && share < 1) return { kind: 'mixed', vapourShare: share };
  else points.push({ code: 'not-a-fraction', path, what, value: share });
  return undefined;
}

/** All feeds as one: enthalpy and vapour by balance, temperature as a mean. */
function mixedState(feeds: readonly FeedFacts[]): { T: number; enthalpy: number; vapourFraction: number } {
  const total = feeds.reduce((sum, f) => sum + f.molarFlow, 0);
  const mean = (of: (f: FeedFacts) => number): number => feeds.reduce((sum, f) => sum + f.molarFlow * of(f), 0) / total;
  return { T: mean((f) => f.T), enthalpy: mean((f) => f.enthalpy), vapourFraction: mean((f) => f.vapourFraction) };
}

const CURVE_POINTS = 61;
/** Volatilities nearer than this are one. */
const ALIKE = 1e-6;
const PRESSURE_POINTS = 13;
