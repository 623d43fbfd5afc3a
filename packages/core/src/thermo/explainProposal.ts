import type { ModelName } from '@keen-ladder/schema';
import { explainIons } from './reasons.ts';
import type { ProposalReason } from './proposal.ts';

/** Names of the models as they stand on the screen. */
export const MODEL_WORDS: Readonly<Record<ModelName, string>> = {
  ideal: 'ideal solution',
  nrtl: 'NRTL',
  wilson: 'Wilson',
  uniquac: 'UNIQUAC',
  unifac: 'UNIFAC',
  'modified-unifac': 'modified UNIFAC',
  'regular-solution': 'regular solution',
  'peng-robinson': 'Peng-Robinson',
  srk: 'SRK (Soave 1972)',
  psrk: 'PSRK (SRK with UNIFAC)',
};

/** One sentence for each reason of a proposal. */
export function explainProposal(reason: ProposalReason): string {
  switch (reason.code) {
    case 'hydrocarbons-and-gases':
      return 'Hydrocarbons and gases only: an equation of state describes both phases, at pressure too.';
    case 'pairs-known':
      if (reason.pairs === 0) return 'One liquid and what dissolves in it: no pair needs parameters.';
      return reason.pairs === 1
        ? `There are ${MODEL_WORDS[reason.model]} parameters for this pair.`
        : `There are ${MODEL_WORDS[reason.model]} parameters for all ${reason.pairs} pairs.`;
    case 'groups-known':
      return reason.pairs === 1
        ? `The pair has no parameters of its own: ${MODEL_WORDS[reason.model]} estimates it by groups.`
        : `${reason.pairsMissing === reason.pairs ? 'No pair has' : `${reason.pairsMissing} of ${reason.pairs} pairs ${reason.pairsMissing === 1 ? 'has' : 'have'} no`} parameters of ${reason.pairsMissing === 1 || reason.pairsMissing === reason.pairs ? 'its' : 'their'} own: ${MODEL_WORDS[reason.model]} estimates all of them by groups.`;
    case 'nothing-known':
      return 'No parameters and no groups are known for these components: Raoult’s law, which may be far off.';
    case 'no-basis':
      return `Nothing is known of how ${pairsInWords(reason.pairs)} dissolve one another: measured data or parameters are needed (Pairs, Fit).`;
    case 'heat-of-mixing-left-out':
      return 'Heats of mixing are left out: parameters from one pressure do not tell them.';
    case 'ions-in-water':
      return explainIons(reason);
    case 'acids-pair':
      return `${list(reason.names)} ${reason.names.length === 1 ? 'pairs' : 'pair'} in the vapour: dimers are counted.`;
    case 'gases-dissolve':
      return `${list(reason.names)} ${reason.names.length === 1 ? 'dissolves' : 'dissolve'} by Henry’s law.`;
    case 'vapour-not-ideal':
      return 'At this pressure the vapour is no ideal gas: the virial equation describes it.';
    case 'beyond-activity-models':
      return 'This pressure is high for a model of activities with a simple vapour: compare with an equation of state.';
    case 'near-critical':
      return `This pressure is close to the critical one of ${reason.name}: bubble and dew points may end.`;
  }
}

function pairsInWords(pairs: readonly [string, string][]): string {
  const words = pairs.slice(0, MOST_PAIRS).map(([a, b]) => `${a} and ${b}`);
  if (pairs.length > MOST_PAIRS) words.push('others');
  return words.join(', ');
}

const MOST_PAIRS = 3;

function list(names: readonly string[]): string {
  const sentence = new Intl.ListFormat('en').format(names);
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
}
