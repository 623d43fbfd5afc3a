/** The model that a mixture's components and data speak for, with the reasons; and what stands behind each pair under a model. */
import type { ActivityPair, ComponentRecord, InteractionPair, Mixture, ModelName, ModelOptions } from '@keen-ladder/schema';
import { orientedPair } from '../databank/index.ts';
import type { DatabankParts } from '../databank/index.ts';
import { dimerises } from './dimers.ts';
import { ionsInWater } from './ions.ts';
import type { IonsInWater } from './ions.ts';
import { GAS_ABOVE, henrySolutes, isCubic, isEquationOfState, missingOf, needsNoPairs, USUAL_OPTIONS } from './known.ts';
import { ppr78Pair } from './ppr78.ts';

/** Why a model was proposed; `explainProposal` makes the sentence. */
export type ProposalReason =
  | { code: 'hydrocarbons-and-gases' }
  | { code: 'pairs-known'; model: ModelName; pairs: number }
  | { code: 'groups-known'; model: ModelName; pairs: number; pairsMissing: number }
  | { code: 'nothing-known' }
  | { code: 'no-basis'; pairs: [string, string][] }
  | { code: 'heat-of-mixing-left-out' }
  | ({ code: 'ions-in-water' } & IonsInWater)
  | { code: 'acids-pair'; names: string[] }
  | { code: 'gases-dissolve'; names: string[] }
  | { code: 'vapour-not-ideal' }
  | { code: 'beyond-activity-models' }
  | { code: 'near-critical'; name: string };

/** The model that is proposed, with its reasons. */
export interface Proposal {
  model: ModelName;
  options: ModelOptions;
  reasons: ProposalReason[];
}

/** Families whose molecules hardly prefer one neighbour to another: a cubic equation with kᵢⱼ serves them (common practice). */
const NON_POLAR = [
  'n-alkane',
  'branched alkane',
  'naphthene',
  'olefin',
  'diene/alkyne',
  'aromatic',
  'permanent gas',
  'acid gas',
  'refrigerant',
  'silicon',
];

/**
 * Peng-Robinson for hydrocarbons and gases; else the first activity model that has every pair of the liquids, NRTL before Wilson before
 * UNIQUAC; else modified UNIFAC, else UNIFAC; else the ideal solution, which the reason says, unless two of the liquids are too unlike for it: then NRTL with
 * its missing pairs as open points. Acids that pair bring a dimerising vapour, a few bar a virial one.
 * @param P highest pressure of the design, Pa, where it is known
 */
export function proposeModel(parts: DatabankParts, P = 0): Proposal {
  const proposal = modelFor(parts);
  const { model, options, reasons } = proposal;
  const critical = parts.components.find(
    (c) => c.criticalTemperature.value > GAS_ABOVE && P > NEAR_CRITICAL * c.criticalPressure.value,
  );
  if (critical !== undefined) reasons.push({ code: 'near-critical', name: critical.name });
  if (isCubic(model) || P < REAL_VAPOUR) return proposal;
  if (P > ACTIVITY_MODELS_END) reasons.push({ code: 'beyond-activity-models' });
  else if (options.vapour === 'ideal') {
    reasons.push({ code: 'vapour-not-ideal' });
    return { model, options: { ...options, vapour: 'virial' }, reasons };
  }
  return proposal;
}

/** Pressures, Pa, from which a vapour is no ideal gas, and from which the virial equation cut after B is no help (common practice). */
const REAL_VAPOUR = 3e5;
const ACTIVITY_MODELS_END = 15e5;
/** Share of a critical pressure from which a component counts as nearly critical (common practice). */
const NEAR_CRITICAL = 0.7;

function modelFor(parts: DatabankParts): Proposal {
  const { components } = parts;
  if (components.length > 0 && components.every((c) => NON_POLAR.includes(c.family)))
    return {
      model: 'peng-robinson',
      options: { ...USUAL_OPTIONS, alpha: 'twu', volumes: 'of-densities' },
      reasons: [{ code: 'hydrocarbons-and-gases' }],
    };
  const acids = components.filter((c) => dimerises(c.id));
  const options: ModelOptions = {
    ...USUAL_OPTIONS,
    vapour: acids.length > 0 ? 'dimers' : 'ideal',
    enthalpy: 'better-founded',
    henry: 'by-data',
  };
  const solutes = henrySolutes({ ...parts, options });
  const liquids = components.filter(({ id }) => !solutes.includes(id));
  const { model, reasons } = liquidModel(parts, options, liquids);
  if (acids.length > 0) reasons.push({ code: 'acids-pair', names: acids.map((c) => c.name) });
  if (solutes.length > 0) reasons.push({ code: 'gases-dissolve', names: namesOf(components, solutes) });
  const ions = ionsInWater(components);
  if (ions !== null) reasons.push({ code: 'ions-in-water', ...ions });
  if (liquids.length < 2 || knowsHeatOfMixing(parts, model)) return { model, options, reasons };
  reasons.push({ code: 'heat-of-mixing-left-out' });
  return { model, options: { ...options, heatOfMixing: 'none' }, reasons };
}

/** The activity model that the data of the liquids speak for. */
function liquidModel(
  parts: DatabankParts,
  options: ModelOptions,
  liquids: readonly ComponentRecord[],
): { model: ModelName; reasons: ProposalReason[] } {
  if (liquids.length < 2) return { model: 'ideal', reasons: [] };
  const can = (model: ModelName) => missingOf({ ...parts, model, options }).length === 0;
  const byPairs = (['nrtl', 'wilson', 'uniquac'] as const).find(can);
  if (byPairs !== undefined)
    return { model: byPairs, reasons: [{ code: 'pairs-known', model: byPairs, pairs: couplesOf({ components: [...liquids] }) }] };
  const byGroups = (['modified-unifac', 'unifac'] as const).find(can);
  if (byGroups !== undefined)
    return {
      model: byGroups,
      reasons: [{ code: 'groups-known', model: byGroups, pairs: couplesOf(parts), pairsMissing: pairsMissing(parts) }],
    };
  const unlike = unlikeWithoutBasis(parts, liquids);
  return unlike.length > 0
    ? { model: 'nrtl', reasons: [{ code: 'no-basis', pairs: unlike }] }
    : { model: 'ideal', reasons: [{ code: 'nothing-known' }] };
}

/**
 * Every two liquids that are no ideal mixture for certain, and of which neither pairs nor groups tell more: water with anything, glycols and the like with
 * what is not polar. Raoult's law would hide that they hardly mix.
 */
function unlikeWithoutBasis(parts: DatabankParts, liquids: readonly ComponentRecord[]): [string, string][] {
  const isUnlike = (a: ComponentRecord, b: ComponentRecord): boolean =>
    (a.id === WATER && b.id !== HEAVY_WATER) ||
    (STRONGLY_BONDED.includes(a.family) && (NON_POLAR.includes(b.family) || HARDLY_POLAR.includes(b.family)));
  return liquids.flatMap((a, i) =>
    liquids.slice(i + 1).flatMap((b): [string, string][] => {
      if (!isUnlike(a, b) && !isUnlike(b, a)) return [];
      const two = { ...parts, components: [a, b], options: { ...USUAL_OPTIONS, henry: [] } };
      const isKnown = (['nrtl', 'modified-unifac', 'unifac'] as const).some((model) => missingOf({ ...two, model }).length === 0);
      return isKnown ? [] : [[a.name, b.name]];
    }),
  );
}

const WATER = '7732-18-5';
const HEAVY_WATER = '7789-20-0';
const STRONGLY_BONDED = ['glycol', 'alkanolamine'];
const HARDLY_POLAR = ['chlorinated', 'bromo/iodo/fluoro', 'sulphur'];

/**
 * Whether the slopes of the model in temperature are a heat of mixing: modified UNIFAC was fitted to such heats too, and pairs that were fitted over enough
 * temperatures. Parameters from one pressure have slopes of the wrong size, and of the wrong sign for methanol and water (common practice: leave them out).
 */
function knowsHeatOfMixing({ nrtlPairs, wilsonPairs, uniquacPairs }: DatabankParts, model: ModelName): boolean {
  if (model === 'modified-unifac' || needsNoPairs(model)) return true;
  const pairs: readonly ActivityPair[] = model === 'nrtl' ? nrtlPairs : model === 'wilson' ? wilsonPairs : uniquacPairs;
  return model !== 'unifac' && pairs.length > 0 && pairs.every(({ Tmin, Tmax }) => (Tmax ?? 0) - (Tmin ?? 0) >= ENOUGH_RANGE);
}

/** K between the coldest and the hottest data of a pair. */
const ENOUGH_RANGE = 40;

/** The mixture of these parts with the model proposed for it. */
export function proposedMixture(parts: DatabankParts): Mixture {
  const { model, options } = proposeModel(parts);
  return { ...parts, model, options };
}

function pairsMissing({ components, nrtlPairs }: DatabankParts): number {
  return couplesOf({ components }) - nrtlPairs.length;
}

const couplesOf = ({ components }: Pick<DatabankParts, 'components'>): number => (components.length * (components.length - 1)) / 2;

const namesOf = (components: readonly ComponentRecord[], ids: readonly string[]): string[] =>
  components.filter((c) => ids.includes(c.id)).map((c) => c.name);

/** Where the numbers of a pair come from under the mixture's model. */
export type PairKind =
  | 'published'
  | 'fitted'
  | 'typed'
  | 'by-groups'
  | 'by-solubility'
  | 'dissolved-gas'
  | 'no-constant'
  | 'by-pure-components'
  | 'taken-as-zero'
  | 'missing';

/** What is known of a pair. */
export interface PairStanding {
  names: [string, string];
  kind: PairKind;
  source?: string;
  confidence?: string;
}

/** For every two components, what the model takes for them: nothing is silently ideal. */
export function pairStandings(mixture: Mixture): PairStanding[] {
  const { components } = mixture;
  const solutes = isEquationOfState(mixture.model) ? [] : henrySolutes(mixture);
  return components.flatMap((first, i) =>
    components.slice(i + 1).map((second, k): PairStanding => {
      const names: [string, string] = [first.name, second.name];
      return { names, ...standing(mixture, i, i + 1 + k, solutes) };
    }),
  );
}

function standing(mixture: Mixture, i: number, j: number, solutes: readonly string[]): Omit<PairStanding, 'names'> {
  const { components, model } = mixture;
  const [first, second] = [components[i].id, components[j].id];
  if (solutes.includes(first) && solutes.includes(second)) return { kind: 'by-pure-components' };
  if (solutes.includes(first) || solutes.includes(second)) {
    const found = mixture.henryPairs.find((p) => p.components.includes(first) && p.components.includes(second));
    // The gas's constants in the other solvents speak for it.
    return found === undefined
      ? { kind: 'no-constant' }
      : { kind: 'dissolved-gas', source: found.source, confidence: found.confidence };
  }
  if (needsNoPairs(model)) return { kind: 'by-pure-components' };
  if (model === 'unifac' || model === 'modified-unifac' || model === 'psrk') {
    const table = model !== 'modified-unifac' ? mixture.groups.unifac : mixture.groups.modifiedUnifac;
    const two = { ...mixture, components: [components[i], components[j]] };
    return missingOf(two).length === 0 ? { kind: 'by-groups', source: table.source } : { kind: 'missing' };
  }
  const pairs = pairsOf(mixture);
  const found = orientedPair(pairs, first, second);
  if (found !== undefined) return { kind: kindOf(found.how), source: found.source, confidence: found.confidence };
  if (!isCubic(model)) return { kind: 'missing' };
  if (mixture.options.predictInteractions && ppr78Pair(components, i, j, mixture.groups.ppr78, model) !== undefined)
    return { kind: 'by-groups', source: mixture.groups.ppr78.source };
  return { kind: 'taken-as-zero' };
}

const kindOf = (how: ActivityPair['how']): PairKind =>
  how === 'estimated' ? 'by-groups' : how === 'solubility' ? 'by-solubility' : (how ?? 'published');

function pairsOf({
  model,
  nrtlPairs,
  wilsonPairs,
  uniquacPairs,
  interactions,
}: Mixture): readonly (ActivityPair | InteractionPair)[] {
  if (model === 'nrtl') return nrtlPairs;
  if (model === 'wilson') return wilsonPairs;
  if (model === 'uniquac') return uniquacPairs;
  return interactions.filter((p) => p.equation === model);
}
