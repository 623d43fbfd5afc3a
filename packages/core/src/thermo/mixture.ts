import { orientedPair } from '../databank/index.ts';
import type {
  ActivityPair,
  ComponentRecord,
  CubicName,
  DatabankParts,
  GroupCount,
  GroupTable,
  HenryPair,
  InteractionPair,
  NrtlPair,
  UniquacPair,
  WilsonPair,
} from '../databank/index.ts';
import { open, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import { R, ValueSlope } from '../properties/index.ts';
import { idealSolution } from './activity.ts';
import type { ActivityModel } from './activity.ts';
import { cubicComponent, cubicModel } from './cubic.ts';
import { PENG_ROBINSON, SRK } from './cubicMixing.ts';
import { dimerisingVapour } from './dimers.ts';
import { gammaPhiModel } from './gammaPhi.ts';
import type { EnthalpyRoute } from './gammaPhi.ts';
import { aboveCritical, henryActivity, lnHenry } from './henry.ts';
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

export type ActivityName = 'ideal' | 'nrtl' | 'wilson' | 'uniquac' | 'unifac' | 'modified-unifac' | 'regular-solution';
export type ModelName = ActivityName | CubicName | 'psrk';

/** Whether one equation describes liquid and vapour. */
export const isEquationOfState = (model: ModelName): boolean => isCubic(model) || model === 'psrk';

export const isCubic = (model: ModelName): model is CubicName => model === 'peng-robinson' || model === 'srk';

/** What can be chosen beside a model. The first three belong to activity models, the last two to cubic equations. */
export interface ModelOptions {
  vapour: 'ideal' | 'virial' | 'dimers';
  poynting: boolean;
  enthalpy: EnthalpyRoute;
  /** Gases taken as dissolved by Henry's law: chosen by their critical temperatures, or these identifiers. */
  henry: 'auto' | string[];
  alpha: 'acentric' | 'twu';
  /** Whether kᵢⱼ of pairs without a published one are predicted by groups, or taken as 0. */
  predictInteractions: boolean;
}

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

/** A mixture as a case names it: components, a model, and the parameters that models may use. */
export interface Mixture extends DatabankParts {
  model: ModelName;
  options: ModelOptions;
}

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
  if (solutes.length === 0) return solved(gammaPhiModel(components, activity, { vapour, poynting, enthalpy }));
  const places = (wanted: boolean) => components.flatMap((_, i) => (isSolute[i] === wanted ? [i] : []));
  const pairs = constants.filter((_, i) => isSolute[i]);
  const whole = henryActivity(components, { solutes: places(true), solvents: places(false), pairs }, activity);
  const guesses = components.map((_, i) => (isSolute[i] ? firstHenry(constants[i], solvents) : undefined));
  return solved(gammaPhiModel(components, whole, { vapour, poynting, enthalpy, solutes: guesses }));
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
export function henrySolutes({ components, options }: Pick<Mixture, 'components' | 'options'>): string[] {
  if (options.henry !== 'auto') return options.henry.filter((id) => components.some((c) => c.id === id));
  return aboveCritical(components, GAS_ABOVE);
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
