/** The model that a mixture's components and data speak for, with the reasons; and what stands behind each pair under a model. */
import { orientedPair } from '../databank/index.ts';
import type { ActivityPair, ComponentRecord, DatabankParts, InteractionPair } from '../databank/index.ts';
import { dimerises } from './dimers.ts';
import { aboveCritical } from './henry.ts';
import { buildModel, GAS_ABOVE, henrySolutes, isCubic, isEquationOfState, USUAL_OPTIONS } from './mixture.ts';
import type { Mixture, ModelName, ModelOptions } from './mixture.ts';
import { ppr78Pair } from './ppr78.ts';

/** Why a model was proposed; `explainProposal` makes the sentence. */
export type ProposalReason =
  | { code: 'hydrocarbons-and-gases' }
  | { code: 'pairs-known'; model: ModelName; pairs: number }
  | { code: 'groups-known'; model: ModelName; pairsMissing: number }
  | { code: 'nothing-known' }
  | { code: 'acids-pair'; names: string[] }
  | { code: 'gases-dissolve'; names: string[] }
  | { code: 'vapour-not-ideal' }
  | { code: 'beyond-activity-models' }
  | { code: 'near-critical'; name: string };

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
 * UNIQUAC; else modified UNIFAC, else UNIFAC; else the ideal solution, which the reason says. Acids that pair bring a dimerising vapour,
 * a few bar a virial one.
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
    return { model: 'peng-robinson', options: { ...USUAL_OPTIONS }, reasons: [{ code: 'hydrocarbons-and-gases' }] };
  const reasons: ProposalReason[] = [];
  const acids = components.filter((c) => dimerises(c.id));
  const options: ModelOptions = { ...USUAL_OPTIONS, vapour: acids.length > 0 ? 'dimers' : 'ideal' };
  const can = (model: ModelName) => buildModel({ ...parts, model, options }).state === 'solved';
  const byPairs = (['nrtl', 'wilson', 'uniquac'] as const).find(can);
  const byGroups = (['modified-unifac', 'unifac'] as const).find(can);
  const model = byPairs ?? byGroups ?? 'ideal';
  if (byPairs !== undefined && components.length > 1)
    reasons.push({ code: 'pairs-known', model: byPairs, pairs: couplesOf({ components: liquidsOf(components) }) });
  else if (byGroups !== undefined) reasons.push({ code: 'groups-known', model: byGroups, pairsMissing: pairsMissing(parts) });
  else reasons.push({ code: 'nothing-known' });
  if (acids.length > 0) reasons.push({ code: 'acids-pair', names: acids.map((c) => c.name) });
  const gases = aboveCritical(components, GAS_ABOVE);
  if (gases.length > 0) reasons.push({ code: 'gases-dissolve', names: namesOf(components, gases) });
  return { model, options, reasons };
}

/** The mixture of these parts with the model proposed for it. */
export function proposedMixture(parts: DatabankParts): Mixture {
  const { model, options } = proposeModel(parts);
  return { ...parts, model, options };
}

/** What is no dissolved gas. */
function liquidsOf(components: readonly ComponentRecord[]): ComponentRecord[] {
  const gases = aboveCritical(components, GAS_ABOVE);
  return components.filter(({ id }) => !gases.includes(id));
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
  | 'dissolved-gas'
  | 'no-constant'
  | 'by-pure-components'
  | 'taken-as-zero'
  | 'missing';

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
  if (model === 'ideal' || model === 'regular-solution') return { kind: 'by-pure-components' };
  if (model === 'unifac' || model === 'modified-unifac' || model === 'psrk') {
    const table = model !== 'modified-unifac' ? mixture.groups.unifac : mixture.groups.modifiedUnifac;
    const two = { ...mixture, components: [components[i], components[j]] };
    return buildModel(two).state === 'solved' ? { kind: 'by-groups', source: table.source } : { kind: 'missing' };
  }
  const pairs = pairsOf(mixture);
  const found = orientedPair(pairs, first, second);
  if (found !== undefined) return { kind: kindOf(found.how), source: found.source, confidence: found.confidence };
  if (!isCubic(model)) return { kind: 'missing' };
  if (mixture.options.predictInteractions && ppr78Pair(components, i, j, mixture.groups.ppr78, model) !== undefined)
    return { kind: 'by-groups', source: mixture.groups.ppr78.source };
  return { kind: 'taken-as-zero' };
}

const kindOf = (how: ActivityPair['how']): PairKind => (how === 'estimated' ? 'by-groups' : (how ?? 'published'));

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
