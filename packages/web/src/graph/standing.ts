/** How the graph stands: worked out here alone, from the document's hash and the last result. */
import type { FeedQuality, GraphDesign, GraphResult, OpenPoint, Reason, Warning } from '@keen-ladder/core';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../app/store.ts';
import { selectGraphHash } from '../document/selectors.ts';

export type GraphStanding =
  | { state: 'ready' }
  | { state: 'open'; points: OpenPoint[] }
  | { state: 'solved'; design: GraphDesign; warnings: Warning[]; milliseconds: number }
  | { state: 'out-of-reach'; reason: Reason }
  /** The newest inputs are being solved; what stands on the screen is of those before. */
  | { state: 'stale' };

export const selectGraphResult = (state: RootState): GraphResult | null => state.results.graph?.result ?? null;
export const selectFeedQuality = (state: RootState): FeedQuality | null => selectGraphResult(state)?.feed ?? null;

export function selectBestFeedStage(state: RootState): number | undefined {
  const outcome = selectGraphResult(state)?.outcome;
  return outcome?.state === 'solved' ? outcome.value.bestFeedStage : undefined;
}

const selectMilliseconds = (state: RootState): number => state.results.graph?.milliseconds ?? 0;

/** What the last result says, whether or not it is of the newest inputs. */
export const selectLastStanding = createSelector([selectGraphResult, selectMilliseconds], (result, milliseconds): GraphStanding => {
  if (result === null) return { state: 'ready' };
  const { outcome } = result;
  switch (outcome.state) {
    case 'open':
      return outcome;
    case 'solved':
      return { state: 'solved', design: outcome.value, warnings: outcome.warnings, milliseconds };
    case 'out-of-reach':
      return { state: 'out-of-reach', reason: outcome.reason };
  }
});

export const selectIsStale = createSelector(
  [selectGraphHash, selectGraphResult],
  (hash, result) => result !== null && result.inputHash !== hash,
);

export const selectGraphStanding = createSelector([selectLastStanding, selectIsStale], (last, isStale): GraphStanding =>
  isStale ? { state: 'stale' } : last,
);
