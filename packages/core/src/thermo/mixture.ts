import type {
  ActivityName,
  ActivityPair,
  ComponentRecord,
  CubicName,
  GroupCount,
  GroupTable,
  HenryPair,
  InteractionPair,
  Mixture,
  ModelName,
  ModelOptions,
  NrtlPair,
  UniquacPair,
  WilsonPair,
} from '@keen-ladder/schema';
import { orientedPair } from '../databank/index.ts';
import type { DatabankParts } from '../databank/index.ts';
import { open, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import { R, ValueSlope } from '../properties/index.ts';
import { idealSolution } from './activity.ts';
import type { ActivityModel } from './activity.ts';
import { cubicComponent, cubicModel } from './cubic.ts';
import { PENG_ROBINSON, SRK } from './cubicMixing.ts';
import { dimerisingVapour } from './dimers.ts';
import { gammaPhiModel } from './gammaPhi.ts';
import { aboveCritical, henryActivity, henryOutsideRange, lnHenry } from './henry.ts';
import type { ThermoModel } from './model.ts';
import { nrtl } from './nrtl.ts';
import { ppr78Pair, predictInteractions } from './ppr78.ts';
import type { Ppr78Pair } from './ppr78.ts';
import { regularSolution } from './regularSolution.ts';
import { unifac, unifacParameters } from './unifac.ts';
import { uniquac } from './uniquac.ts';
import { idealVapour } from './vapour.ts';
import type { VapourModel } from './vapour.ts';
import { virialVapour } from './virial.ts';
import { wilson } from './wilson.ts';

/** Whether one equation describes liquid and vapour. */
export const isEquationOfState = (model: ModelName): boolean => isCubic(model) || model === 'psrk';

/** Whether a model is a cubic equation of state. */
export const isCubic = (model: ModelName): model is CubicName => model === 'peng-robinson' || model === 'srk';

/** Whether a model knows a mixture from its components alone. */
export const needsNoPairs = (model: ModelName): boolean => model === 'ideal' || model === 'regular-solution';

/** Options of a model where nothing was said. */
export const USUAL_OPTIONS: Readonly<ModelOptions> = {
  vapour: 'ideal',
  poynting: false,
  enthalpy: 'heat-of-vaporisation',
  henry: 'auto',
  alpha: 'acentric',
  predictInteractions: true,
};

/** Above its critical temperature at this one, K, a component counts as a gas: 40 °C, a condenser on cooling water (common practice). */
export const GAS_ABOVE = 313.15;

/**
 * The model of a mixture. A pair that an activity model needs and the mixture has not is an open point, never silently ideal; a cubic
 * equation goes without kᵢⱼ where neither a table nor the groups have one, as it does in the texts, and the page says so.
 */
export function buildModel(mixture: Mixture): Outcome<ThermoModel> {
  const { components, model, options } = mixture;
  if (model === 'psrk') return psrk(mixture);
  if (isCubic(model)) {
    const equation = model === 'srk' ? SRK : PENG_ROBINSON;
    const seen = components.map((c) => cubicComponent(c, model, options));
    const b = Float64Array.from(seen, ({ Tc, Pc }) => (equation.omegaB * R * Tc) / Pc);
    return solved(cubicModel(components, seen, equation, interactionsOf(mixture, model, b)));
  }
  const solutes = henrySolutes(mixture);
  const isSolute = components.map((c) => solutes.includes(c.id));
  const solvents = components.filter((_, i) => !isSolute[i]);
  const points: OpenPoint[] = [];
  const activity = activityModelOf(mixture, model, solvents, points);
  const constants = components.map((c, i) => (isSolute[i] ? solvents.map((s) => henryPair(mixture, c.id, s.id)) : []));
  for (const [i, c] of components.entries())
    if (isSolute[i] && !constants[i].some((p) => p !== undefined)) points.push(noHenry(c, solvents));
  if (activity === undefined || points.length > 0) return open(points);
  const { poynting, enthalpy } = options;
  const vapour = vapourModelOf(mixture);
  const isMixedWithoutHeat = options.heatOfMixing === 'none';
  if (solutes.length === 0) {
    const mixing = isMixedWithoutHeat ? { mixing: idealSolution } : {};
    return solved(gammaPhiModel(components, activity, { vapour, poynting, enthalpy, ...mixing }));
  }
  const places = (wanted: boolean) => components.flatMap((_, i) => (isSolute[i] === wanted ? [i] : []));
  const pairs = constants.filter((_, i) => isSolute[i]);
  const dissolved = { solutes: places(true), solvents: places(false), pairs };
  const whole = henryActivity(components, dissolved, activity);
  // The heat of solution stays: it comes from the constants.
  const mixing = isMixedWithoutHeat ? { mixing: henryActivity(components, dissolved, idealSolution) } : {};
  const guesses = components.map((_, i) => (isSolute[i] ? firstHenry(constants[i], solvents) : undefined));
  const pairsOutsideRange = (T: number) => henryOutsideRange(components, dissolved, T);
  return solved(gammaPhiModel(components, whole, { vapour, poynting, enthalpy, solutes: guesses, pairsOutsideRange, ...mixing }));
}

/** The equation of Soave with the excess energy of UNIFAC. */
function psrk({ components, groups, options }: Mixture): Outcome<ThermoModel> {
  const points: OpenPoint[] = [];
  const liquid = unifacOf(components, (c) => c.unifacGroups, groups.unifac, 1, points);
  if (liquid === undefined || points.length > 0) return open(points);
  const seen = components.map((c) => cubicComponent(c, 'srk', options));
  return solved(cubicModel(components, seen, SRK, { liquid }));
}

/** Identifiers of the components that an activity model takes as dissolved gases. */
export function henrySolutes(mixture: Pick<Mixture, 'options'> & DatabankParts): string[] {
  const { components, options } = mixture;
  if (Array.isArray(options.henry)) return options.henry.filter((id) => components.some((c) => c.id === id));
  const gases = aboveCritical(components, GAS_ABOVE);
  return options.henry === 'auto' ? gases : [...gases, ...solubleByData(mixture, gases)];
}

/**
 * Components of which a Henry constant in a liquid of the mixture is known and no pair of an activity model: those that boil below 0 °C where every
 * liquid has a constant, and any where groups say nothing of the two either. Raoult's law would be up to thirty times off for them.
 */
function solubleByData(mixture: DatabankParts, gases: readonly string[]): string[] {
  const { components, henryPairs } = mixture;
  const isSolute = (id: string): boolean => gases.includes(id) || henryPairs.some(({ components: [solute] }) => solute === id);
  const liquids = components.filter(({ id }) => !isSolute(id)).map(({ id }) => id);
  return components.flatMap((c) => {
    if (gases.includes(c.id)) return [];
    const solvents = liquids.filter((id) => henryPairs.some(({ components: [i, j] }) => i === c.id && j === id));
    if (solvents.length === 0 || solvents.some((id) => hasPair(mixture, c.id, id))) return [];
    const isGas = (c.normalBoilingPoint?.value ?? c.criticalTemperature.value) < GAS_BELOW && solvents.length === liquids.length;
    return isGas || solvents.every((id) => !hasGroups(mixture, c.id, id)) ? [c.id] : [];
  });
}

/** K: 0 °C; what boils below it is handled as a gas beside a liquid (common practice). */
const GAS_BELOW = 273.15;

const hasPair = ({ nrtlPairs, wilsonPairs, uniquacPairs }: DatabankParts, i: string, j: string): boolean =>
  [nrtlPairs, wilsonPairs, uniquacPairs].some((pairs) => orientedPair<ActivityPair>(pairs, i, j) !== undefined);

function hasGroups(mixture: DatabankParts, i: string, j: string): boolean {
  const two = mixture.components.filter(({ id }) => id === i || id === j);
  const options: ModelOptions = { ...USUAL_OPTIONS, henry: [] };
  return (['modified-unifac', 'unifac'] as const).some(
    (model) => buildModel({ ...mixture, components: two, model, options }).state === 'solved',
  );
}

function henryPair({ henryPairs }: Mixture, solute: string, solvent: string): HenryPair | undefined {
  return henryPairs.find(({ components: [i, j] }) => i === solute && j === solvent);
}

function noHenry(c: ComponentRecord, solvents: readonly ComponentRecord[]): OpenPoint {
  return { code: 'pair-missing', path: 'mixture.model', names: [c.name, solvents[0]?.name ?? 'a solvent'], model: 'Henry' };
}

function firstHenry(pairs: readonly (HenryPair | undefined)[], solvents: readonly ComponentRecord[]) {
  const s = pairs.findIndex((p) => p !== undefined);
  const pair = pairs[s];
  const out = new ValueSlope();
  return (T: number): number => {
    if (pair !== undefined) lnHenry(pair, solvents[s], out.at(T));
    return out.value;
  };
}

function vapourModelOf({ components, options }: Mixture): VapourModel {
  switch (options.vapour) {
    case 'ideal':
      return idealVapour;
    case 'virial':
      return virialVapour(components);
    case 'dimers':
      return dimerisingVapour(components);
  }
}

/** The activity model of `components` alone, or undefined with what is missing in `points`. */
function activityModelOf(
  mixture: Mixture,
  model: ActivityName,
  components: readonly ComponentRecord[],
  points: OpenPoint[],
): ActivityModel | undefined {
  if (components.length === 0) return undefined;
  switch (model) {
    case 'ideal':
      return idealSolution;
    case 'regular-solution':
      return regularSolution(components);
    case 'nrtl':
      return nrtlOf(components, mixture.nrtlPairs, points);
    case 'wilson':
      return wilsonOf(components, mixture.wilsonPairs, points);
    case 'uniquac':
      return uniquacOf(components, mixture.uniquacPairs, points);
    case 'unifac':
      return unifacOf(components, (c) => c.unifacGroups, mixture.groups.unifac, 1, points);
    case 'modified-unifac':
      return unifacOf(components, (c) => c.modifiedUnifacGroups, mixture.groups.modifiedUnifac, 0.75, points);
  }
}

function nrtlOf(components: readonly ComponentRecord[], pairs: readonly NrtlPair[], points: OpenPoint[]): ActivityModel {
  const n = components.length;
  const [a, b, alpha] = [new Float64Array(n * n), new Float64Array(n * n), new Float64Array(n * n)];
  eachPair(components, pairs, 'NRTL', points, (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    [b[ij], b[ji]] = pair.b;
    alpha[ij] = pair.alpha;
    alpha[ji] = pair.alpha;
  });
  return nrtl(n, { a, b, alpha });
}

function wilsonOf(components: readonly ComponentRecord[], pairs: readonly WilsonPair[], points: OpenPoint[]): ActivityModel {
  const n = components.length;
  const [a, ratio] = [new Float64Array(n * n), new Float64Array(n * n).fill(1)];
  eachPair(components, pairs, 'Wilson', points, (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    ratio[ij] = pair.V[1] / pair.V[0];
    ratio[ji] = pair.V[0] / pair.V[1];
  });
  return wilson(n, { a, ratio });
}

function uniquacOf(components: readonly ComponentRecord[], pairs: readonly UniquacPair[], points: OpenPoint[]): ActivityModel {
  const n = components.length;
  const [a, r, q] = [new Float64Array(n * n), new Float64Array(n).fill(1), new Float64Array(n).fill(1)];
  eachPair(components, pairs, 'UNIQUAC', points, (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    const [i, j] = [Math.floor(ij / n), ij % n];
    [r[i], r[j]] = pair.r;
    [q[i], q[j]] = pair.q;
  });
  return uniquac(n, { r, q, a });
}

function unifacOf(
  components: readonly ComponentRecord[],
  groupsOf: (c: ComponentRecord) => readonly GroupCount[],
  table: GroupTable,
  exponent: number,
  points: OpenPoint[],
): ActivityModel | undefined {
  for (const c of components) {
    const groups = groupsOf(c);
    if (groups.length === 0 || groups.some(([id]) => !(String(id) in table.subgroups)))
      points.push({ code: 'groups-missing', path: 'mixture.model', name: c.name });
  }
  if (points.length > 0) return undefined;
  const { parameters, missing } = unifacParameters(components.map(groupsOf), table, exponent);
  for (const { first, second } of missing)
    points.push({ code: 'group-pair-missing', path: 'mixture.model', groups: [first, second] });
  return unifac(components.length, parameters);
}

function interactionsOf({ components, interactions, groups, options }: Mixture, equation: CubicName, b: Float64Array) {
  const n = components.length;
  const [k0, k1] = [new Float64Array(n * n), new Float64Array(n * n)];
  const ofEquation = interactions.filter((pair) => pair.equation === equation);
  const predicted: Ppr78Pair[] = [];
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const pair = orientedPair(ofEquation, components[i].id, components[j].id);
      if (pair !== undefined) {
        k0[i * n + j] = k0[j * n + i] = pair.k0;
        k1[i * n + j] = k1[j * n + i] = pair.k1;
      } else if (options.predictInteractions) {
        const terms = ppr78Pair(components, i, j, groups.ppr78, equation);
        if (terms !== undefined) predicted.push(terms);
      }
    }
  }
  return predicted.length === 0 ? { k0, k1 } : { k0, k1, predict: predictInteractions(n, b, predicted) };
}

/** Calls `use` for each two components that have a pair, with the places of (i, j) and (j, i); an open point for each that have none. */
function eachPair<P extends ActivityPair | InteractionPair>(
  components: readonly ComponentRecord[],
  pairs: readonly P[],
  model: string,
  points: OpenPoint[],
  use: (pair: P, ij: number, ji: number) => void,
): void {
  const n = components.length;
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const pair = orientedPair(pairs, components[i].id, components[j].id);
      if (pair === undefined)
        points.push({ code: 'pair-missing', path: 'mixture.model', names: [components[i].name, components[j].name], model });
      else use(pair, i * n + j, j * n + i);
    }
  }
}
