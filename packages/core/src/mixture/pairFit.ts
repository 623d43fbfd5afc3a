/** Parameters of a mixture's pairs that are not in the databank: fitted to what was measured, or to what the groups of both molecules say. */
import type { ActivityPair, FitChoice, InteractionPair, MeasuredPoint, Mixture, Uncertainty } from '@keen-ladder/schema';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { outOfReach, passOn, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import {
  canBeFitted,
  consistencyOf,
  fitPair,
  pairParameters,
  USUAL_FIT,
  USUAL_UNCERTAINTY,
  withPair,
} from '../regression/index.ts';
import type { Consistency, PairFit } from '../regression/index.ts';
import {
  activityCoefficients,
  buildModel,
  dimerisingVapour,
  gammaPhiModel,
  idealVapour,
  isCubic,
  pairStandings,
  virialVapour,
} from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** Parameters of a pair fitted to measured points. */
export interface FittedPair {
  pair: ActivityPair | InteractionPair;
  /** With half widths of 95 % confidence, null where the data do not say. */
  parameters: { name: string; unit: string; value: number; halfWidth: number | null; isAtBound: boolean }[];
  fit: Omit<PairFit, 'values' | 'halfWidths' | 'isAtBound'>;
  consistency: Consistency;
}

/** What is asked of a fit: the points of two components, in their order. */
export interface FitQuestion {
  components: [string, string];
  points: readonly MeasuredPoint[];
  uncertainty: Uncertainty;
  choice: FitChoice;
  /** Told as the source of the pair. */
  name: string;
}

/**
 * The pair of the mixture's model that meets measured points best.
 * @returns solved; open: `too-few-points`; out-of-reach: `no-fit`, `nothing-to-fit` where the model takes no pairs
 */
export function fitMeasured({ mixture }: { mixture: Mixture }, question: FitQuestion): Outcome<FittedPair> {
  const { points, uncertainty, choice, name } = question;
  const two = twoOf(mixture, question.components);
  const of = pairParameters(two, choice);
  if (of === undefined) return outOfReach({ code: 'nothing-to-fit' });
  const outcome = fitPair(points, of.parameters, (values) => modelWith(two, of.pairOf(values)), uncertainty);
  if (outcome.state !== 'solved') return passOn(outcome);
  const { values, halfWidths, isAtBound, ...fit } = outcome.value;
  const temperatures = points.map(({ T }) => T);
  const pair = {
    ...of.pairOf(values),
    source: `fitted to ${name}`,
    confidence: `${points.length} points; ${deviationsInWords(fit.meanDeviations)} in the mean`,
    how: 'fitted' as const,
    Tmin: Math.min(...temperatures),
    Tmax: Math.max(...temperatures),
  };
  const parameters = of.parameters.map(({ name: of_, unit }, k) => ({
    name: of_,
    unit,
    value: values[k],
    halfWidth: halfWidths[k],
    isAtBound: isAtBound[k],
  }));
  const consistency = consistencyOf(
    points,
    (activity) => gammaPhiModel(two.components, activity, { vapour: vapourOf(two) }),
    uncertainty,
  );
  return solved({ pair, parameters, fit, consistency });
}

const vapourOf = ({ components, model, options }: Mixture) => {
  if (isCubic(model) || options.vapour === 'ideal') return idealVapour;
  return options.vapour === 'virial' ? virialVapour(components) : dimerisingVapour(components);
};

function deviationsInWords(means: PairFit['meanDeviations']): string {
  const words = { T: 'K', P: 'of the pressure', y: 'in y', gamma1: 'of γ1', gamma2: 'of γ2' } as const;
  const told = (of: keyof typeof words): string[] => {
    const value = means[of];
    if (value === undefined) return [];
    const isShare = of === 'P' || of === 'gamma1' || of === 'gamma2';
    return [`${isShare ? `${(100 * value).toPrecision(2)} %` : value.toPrecision(2)} ${words[of]}`];
  };
  return (['T', 'P', 'y', 'gamma1', 'gamma2'] as const).flatMap(told).join(', ');
}

const twoOf = (mixture: Mixture, ids: readonly string[]): Mixture => ({
  ...mixture,
  components: ids.flatMap((id) => mixture.components.filter((c) => c.id === id)),
});

function modelWith(mixture: Mixture, pair: ActivityPair | InteractionPair): ThermoModel | undefined {
  const model = buildModel(withPair(mixture, pair));
  return model.state === 'solved' ? model.value : undefined;
}

/** Pairs without data, solved from an estimate by groups. */
export interface FilledPairs {
  pairs: ActivityPair[];
  /** Pairs for which the groups say nothing either. */
  left: { names: [string, string]; points: OpenPoint[] }[];
}

/**
 * Pairs that an activity model needs and nobody has published, by UNIFAC: its activity coefficients between the boiling points of both at P, and 30 K
 * below, regressed to the model.
 */
export function filledPairs({ mixture }: { mixture: Mixture }, P: number): FilledPairs {
  const filled: FilledPairs = { pairs: [], left: [] };
  if (!canBeFitted(mixture.model) || isCubic(mixture.model)) return filled;
  const missing = pairStandings(mixture).filter(({ kind }) => kind === 'missing');
  for (const { names } of missing) {
    const ids = names.map((name) => mixture.components.find((c) => c.name === name)?.id ?? '');
    const estimated = estimatedPair(twoOf(mixture, ids), P);
    if ('pair' in estimated) filled.pairs.push(estimated.pair);
    else filled.left.push({ names, points: estimated.points });
  }
  return filled;
}

const GROUP_MODELS = ['modified-unifac', 'unifac'] as const;

function estimatedPair(two: Mixture, P: number): { pair: ActivityPair } | { points: OpenPoint[] } {
  let points: OpenPoint[] = [];
  for (const name of GROUP_MODELS) {
    const groups = buildModel({ ...two, model: name, options: { ...two.options, henry: [] } });
    if (groups.state === 'open') points = groups.points;
    if (groups.state !== 'solved') continue;
    const made = pointsOf(groups.value, P);
    const best = ALPHAS.flatMap((alpha) => {
      const of = pairParameters(two, { ...USUAL_FIT, alpha, withTemperature: true });
      if (of === undefined) return [];
      const fit = fitPair(made, of.parameters, (values) => modelWith(two, of.pairOf(values)), USUAL_UNCERTAINTY);
      return fit.state === 'solved' ? [{ fit: fit.value, pair: of.pairOf(fit.value.values) }] : [];
    })
      .sort((a, b) => a.fit.chiSquare - b.fit.chiSquare)
      .at(0);
    if (best === undefined || !('a' in best.pair)) continue;
    const source = name === 'unifac' ? two.groups.unifac.source : two.groups.modifiedUnifac.source;
    const temperatures = made.map(({ T }) => T);
    const pair = {
      ...best.pair,
      source: `estimated by groups: ${source}`,
      confidence: `meets the groups’ activity coefficients within ${deviationsInWords(best.fit.meanDeviations)} in the mean`,
      how: 'estimated' as const,
      Tmin: Math.min(...temperatures),
      Tmax: Math.max(...temperatures),
    };
    return { pair };
  }
  return { points };
}

/** Activity coefficients of both components over all compositions, at three temperatures. */
function pointsOf(model: ThermoModel, P: number): MeasuredPoint[] {
  const boils = [0, 1].map((x) => {
    const found = bubbleTemperature(model, P, Float64Array.of(x, 1 - x), new Float64Array(2));
    return found.state === 'solved' ? found.value : ROOM;
  });
  const gamma = new Float64Array(2);
  const [low, high] = [Math.min(...boils) - BELOW, Math.max(...boils)];
  return [low, (low + high) / 2, high].flatMap((T) =>
    PLACES.map((x): MeasuredPoint => {
      activityCoefficients(model, T, P, Float64Array.of(x, 1 - x), gamma);
      return { x, y: null, T, P: null, gamma: [gamma[0], gamma[1]] };
    }),
  );
}

const ROOM = 298.15;
/** K under the lower boiling point: condensers subcool, decanters are cold. */
const BELOW = 30;
const PLACES = [0.02, 0.1, 0.25, 0.5, 0.75, 0.9, 0.98];
/** Of NRTL, the best of these (common practice: 0.2 where liquids part, 0.3 mostly, more where molecules hold together). */
const ALPHAS = [0.2, 0.3, 0.45];
