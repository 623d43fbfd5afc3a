/** What was computed, with the hash of the inputs it was computed from; whether it is stale is a selector's to say. */
import type { CaseResults, EstimateResult, GraphBesideResult, LadderFacts, LadderResult } from '@keen-ladder/core';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

export interface Results {
  solved: { results: CaseResults; milliseconds: number } | null;
  estimate: EstimateResult | null;
  graphBeside: GraphBesideResult | null;
  ladder: { result: LadderResult; milliseconds: number } | null;
  /** The last column that was solved: it stays to be seen until another one is. */
  lastLadder: LadderFacts | null;
  /** The ladder, by the hash of its inputs, that is to be searched for longer than usual. */
  searchedOn: string | null;
  /** The engine's own failure, which is our mistake and must be seen. */
  failure: string | null;
}

const initialState: Results = {
  solved: null,
  estimate: null,
  graphBeside: null,
  ladder: null,
  lastLadder: null,
  searchedOn: null,
  failure: null,
};

const resultsSlice = createSlice({
  name: 'results',
  initialState,
  reducers: {
    caseSolved(state, { payload }: PayloadAction<{ results: CaseResults; milliseconds: number }>) {
      return { ...state, solved: payload, failure: null };
    },
    estimateSolved(state, { payload }: PayloadAction<EstimateResult>) {
      return { ...state, estimate: payload };
    },
    graphBesideSolved(state, { payload }: PayloadAction<GraphBesideResult>) {
      return { ...state, graphBeside: payload };
    },
    ladderSolved(state, { payload }: PayloadAction<{ result: LadderResult; milliseconds: number }>) {
      const { outcome } = payload.result;
      const nearest = outcome.state === 'out-of-reach' ? outcome.nearest : undefined;
      return { ...state, ladder: payload, lastLadder: outcome.state === 'solved' ? outcome.value : (nearest ?? state.lastLadder) };
    },
    /** A point of a walk: the profiles move along. */
    ladderPassed(state, { payload }: PayloadAction<LadderFacts>) {
      return { ...state, lastLadder: payload };
    },
    /** A walk that was left: what is shown is again the document's own column, where it has one. */
    ladderReturned(state) {
      const outcome = state.ladder?.result.outcome;
      return outcome?.state === 'solved' ? { ...state, lastLadder: outcome.value } : state;
    },
    ladderSearchedOn(state, { payload }: PayloadAction<string>) {
      return { ...state, searchedOn: payload, ladder: null };
    },
    engineFailed(state, { payload }: PayloadAction<string>) {
      state.failure = payload;
    },
    resultsCleared: () => initialState,
  },
});

export const resultsReducer = resultsSlice.reducer;
export const {
  caseSolved,
  engineFailed,
  estimateSolved,
  graphBesideSolved,
  ladderPassed,
  ladderReturned,
  ladderSearchedOn,
  ladderSolved,
  resultsCleared,
} = resultsSlice.actions;
