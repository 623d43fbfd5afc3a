/** What the graph's fields and drawing take from its last result. */
import type { GraphBeside } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import type { RootState } from '../store/store.ts';
import { selectHashes } from '../document/selectors.ts';
import { selectGraphResult, selectUnitResults } from '../stops/standing.ts';

export function selectBestFeedStages(state: RootState): number[] | undefined {
  const outcome = selectGraphResult(state)?.outcome;
  return outcome?.state === 'solved' ? outcome.value.bestFeedStages : undefined;
}

/** What stands beside the drawing as last worked out; of the inputs before, while an edit is not yet over. */
export function selectGraphBeside(state: RootState): GraphBeside | null {
  const outcome = selectUnitResults(state).nodes.beside?.outcome;
  return outcome?.state === 'solved' ? outcome.value : null;
}

export const selectIsBesideStale = (state: RootState): boolean =>
  selectUnitResults(state).nodes.beside?.inputHash !== selectHashes(state)?.graph;

/** Which of the stages are no trays. */
export function countedWords({ condenser, bottom }: Pick<ColumnUnit, 'condenser' | 'bottom'>): string {
  const counted = [...(condenser === 'partial' ? ['partial condenser'] : []), ...(bottom === 'reboiler' ? ['reboiler'] : [])];
  return counted.length === 0 ? 'all of them trays' : `${counted.join(' and ')} included`;
}

/** "5", or "4 and 8". */
export const stagesInWords = (stages: readonly number[]): string => stages.join(' and ');
