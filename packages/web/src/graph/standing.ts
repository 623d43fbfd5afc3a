/** What the graph's fields and drawing take from its last result. */
import type { FeedQuality } from '@keen-ladder/core';
import type { RootState } from '../app/store.ts';
import { selectGraphResult } from '../stops/standing.ts';

export const selectFeedQuality = (state: RootState): FeedQuality | null => selectGraphResult(state)?.feed ?? null;

export function selectBestFeedStage(state: RootState): number | undefined {
  const outcome = selectGraphResult(state)?.outcome;
  return outcome?.state === 'solved' ? outcome.value.bestFeedStage : undefined;
}
