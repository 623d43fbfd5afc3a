import type {
  ActivityName,
  ActivityPair,
  ComponentRecord,
  CubicName,
  GroupCount,
  GroupTable,
  HenryPair,
  Mixture,
  NrtlPair,
  UniquacPair,
  WilsonPair,
} from '@keen-ladder/schema';
import { orientedPair } from '../databank/index.ts';
import { open, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { R, ValueSlope } from '../properties/index.ts';
import { idealSolution } from './activity.ts';
import type { ActivityModel } from './activity.ts';
import { cubicComponent, cubicModel } from './cubic.ts';
import { PENG_ROBINSON, SRK } from './cubicMixing.ts';
import { dimerisingVapour } from './dimers.ts';
import { gammaPhiModel } from './gammaPhi.ts';
import { henryActivity, henryOutsideRange, lnHenry } from './henry.ts';
import { henryPair, henrySolutes, isCubic, missingOf } from './known.ts';
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

/**
 * The model of a mixture. A pair that an activity model needs and the mixture has not is an open point, never silently ideal; a cubic
 * equation goes without kᵢⱼ where neither a table nor the groups have one, as it does in the texts, and the page says so.
 */
export function buildModel(mixture: Mixture): Outcome<ThermoModel> {
  const missing = missingOf(mixture);
  if (missing.length > 0) return open(missing);
  const { components, model, options } = mixture;
  if (model === 'psrk') return solved(psrk(mixture));
  if (isCubic(model)) {
    const equation = model === 'srk' ? SRK : PENG_ROBINSON;
    const seen = components.map((c) => cubicComponent(c, model, options));
    const b = Float64Array.from(seen, ({ Tc, Pc }) => (equation.omegaB * R * Tc) / Pc);
    return solved(cubicModel(components, seen, equation, interactionsOf(mixture, model, b)));
  }
  const solutes = henrySolutes(mixture);
  const isSolute = components.map((c) => solutes.includes(c.id));
  const solvents = components.filter((_, i) => !isSolute[i]);
  // Of nothing there is no model, and nothing that is missing.
  if (solvents.length === 0) return open([]);
  const activity = activityModelOf(mixture, model, solvents);
  const constants = components.map((c, i) => (isSolute[i] ? solvents.map((s) => henryPair(mixture, c.id, s.id)) : []));
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
function psrk({ components, groups, options }: Mixture): ThermoModel {
  const liquid = unifacOf(components, (c) => c.unifacGroups, groups.unifac, 1);
  const seen = components.map((c) => cubicComponent(c, 'srk', options));
  return cubicModel(components, seen, SRK, { liquid });
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

/** The activity model of `components` alone, of which nothing is missing. */
function activityModelOf(mixture: Mixture, model: ActivityName, components: readonly ComponentRecord[]): ActivityModel {
  switch (model) {
    case 'ideal':
      return idealSolution;
    case 'regular-solution':
      return regularSolution(components);
    case 'nrtl':
      return nrtlOf(components, mixture.nrtlPairs);
    case 'wilson':
      return wilsonOf(components, mixture.wilsonPairs);
    case 'uniquac':
      return uniquacOf(components, mixture.uniquacPairs);
    case 'unifac':
      return unifacOf(components, (c) => c.unifacGroups, mixture.groups.unifac, 1);
    case 'modified-unifac':
      return unifacOf(components, (c) => c.modifiedUnifacGroups, mixture.groups.modifiedUnifac, 0.75);
  }
}

function nrtlOf(components: readonly ComponentRecord[], pairs: readonly NrtlPair[]): ActivityModel {
  const n = components.length;
  const [a, b, alpha] = [new Float64Array(n * n), new Float64Array(n * n), new Float64Array(n * n)];
  eachPair(components, pairs, (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    [b[ij], b[ji]] = pair.b;
    alpha[ij] = pair.alpha;
    alpha[ji] = pair.alpha;
  });
  return nrtl(n, { a, b, alpha });
}

function wilsonOf(components: readonly ComponentRecord[], pairs: readonly WilsonPair[]): ActivityModel {
  const n = components.length;
  const [a, ratio] = [new Float64Array(n * n), new Float64Array(n * n).fill(1)];
  eachPair(components, pairs, (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    ratio[ij] = pair.V[1] / pair.V[0];
    ratio[ji] = pair.V[0] / pair.V[1];
  });
  return wilson(n, { a, ratio });
}

function uniquacOf(components: readonly ComponentRecord[], pairs: readonly UniquacPair[]): ActivityModel {
  const n = components.length;
  const [a, r, q] = [new Float64Array(n * n), new Float64Array(n).fill(1), new Float64Array(n).fill(1)];
  eachPair(components, pairs, (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    const [i, j] = [Math.floor(ij / n), ij % n];
    [r[i], r[j]] = pair.r;
    [q[i], q[j]] = pair.q;
  });
  return uniquac(n, { r, q, a });
}

const unifacOf = (
  components: readonly ComponentRecord[],
  groupsOf: (c: ComponentRecord) => readonly GroupCount[],
  table: GroupTable,
  exponent: number,
): ActivityModel => unifac(components.length, unifacParameters(components.map(groupsOf), table, exponent));

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

/** Calls `use` for each two components that have a pair, with the places of (i, j) and (j, i). */
function eachPair<P extends ActivityPair>(
  components: readonly ComponentRecord[],
  pairs: readonly P[],
  use: (pair: P, ij: number, ji: number) => void,
): void {
  const n = components.length;
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const pair = orientedPair(pairs, components[i].id, components[j].id);
      if (pair !== undefined) use(pair, i * n + j, j * n + i);
    }
  }
}
