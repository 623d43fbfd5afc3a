/** What was computed, unit by unit, with the hash of the inputs it was computed from; whether it is stale is a selector's to say. */
import type { CaseResults, KindFacts, LadderFacts, LadderResult, NodeName, NodeResult, UnitResult } from '@keen-ladder/core';
import type { UnitKind } from '@keen-ladder/schema';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** Of one unit; null where nothing has been computed yet, or nothing of that kind is. */
export interface UnitResults {
  solved: { results: CaseResults; milliseconds: number } | null;
  /** Stops that are answered by themselves. */
  nodes: { [N in NodeName]?: NodeResult<N> };
  ladder: { result: LadderResult; milliseconds: number } | null;
  /** The last column that was solved: it stays to be seen until another one is. */
  lastLadder: LadderFacts | null;
  /** What a unit that is one stop answered. */
  unit: { result: UnitResult<KindFacts[UnitKind]>; milliseconds: number } | null;
  /** Hash of all that the unit reads, when all of it was last worked out while another unit was looked at. */
  whole: string | null;
}

export interface Results {
  byUnit: Record<string, UnitResults>;
  /** The ladder, by the hash of its inputs, that is to be searched for longer than usual. */
  searchedOn: string | null;
  /** The engine's own failure, which is our mistake and must be seen. */
  failure: string | null;
}

export const NO_RESULTS: UnitResults = {
  solved: null,
  nodes: {},
  ladder: null,
  lastLadder: null,
  unit: null,
  whole: null,
};

const initialState: Results = { byUnit: {}, searchedOn: null, failure: null };

type Of<T> = PayloadAction<{ unit: string } & T>;

/** The state with something else of a unit; results are large, and are never walked through. */
const withResults = (state: Results, unit: string, change: Partial<UnitResults>): Results => ({
  ...state,
  byUnit: { ...state.byUnit, [unit]: { ...(state.byUnit[unit] ?? NO_RESULTS), ...change } },
});

/** What the engine sends is a copy: a feed that is as it was stays the same object, so that its fields are not drawn anew. */
function keptFeeds(before: CaseResults['feeds'], now: CaseResults['feeds']): CaseResults['feeds'] {
  return Object.fromEntries(
    Object.entries(now).map(([inlet, feed]) => {
      const was = before[inlet];
      return [inlet, was?.inputHash === feed.inputHash && was.outcome.state === 'solved' ? was : feed];
    }),
  );
}

const resultsSlice = createSlice({
  name: 'results',
  initialState,
  reducers: {
    caseSolved(state, { payload: { unit, results, milliseconds } }: Of<{ results: CaseResults; milliseconds: number }>) {
      const feeds = keptFeeds(state.byUnit[unit]?.solved?.results.feeds ?? {}, results.feeds);
      return {
        ...withResults(state, unit, { solved: { results: { ...results, feeds }, milliseconds }, whole: null }),
        failure: null,
      };
    },
    unitSolved(state, { payload: { unit, ...answered } }: Of<{ result: UnitResult<KindFacts[UnitKind]>; milliseconds: number }>) {
      return { ...withResults(state, unit, { unit: answered, whole: null }), failure: null };
    },
    /** All of a unit that is not looked at has been worked out, from inputs of this hash. */
    unitLookedAfter(state, { payload: { unit, whole } }: Of<{ whole: string }>) {
      return withResults(state, unit, { whole });
    },
    nodeSolved(state, { payload: { unit, name, result } }: Of<{ name: NodeName; result: NodeResult<NodeName> }>) {
      const nodes = { ...state.byUnit[unit]?.nodes, [name]: result };
      return withResults(state, unit, { nodes });
    },
    ladderSolved(state, { payload: { unit, ...ladder } }: Of<{ result: LadderResult; milliseconds: number }>) {
      const { outcome } = ladder.result;
      const found = outcome.state === 'solved' ? outcome.value : outcome.state === 'out-of-reach' ? outcome.nearest : undefined;
      return withResults(state, unit, { ladder, ...(found === undefined ? {} : { lastLadder: found }) });
    },
    /** A point of a walk: the profiles move along. */
    ladderPassed(state, { payload: { unit, facts } }: Of<{ facts: LadderFacts }>) {
      return withResults(state, unit, { lastLadder: facts });
    },
    /** A walk that was left: what is shown is again the document's own column, where it has one. */
    ladderReturned(state, { payload: { unit } }: Of<object>) {
      const outcome = state.byUnit[unit]?.ladder?.result.outcome;
      return outcome?.state === 'solved' ? withResults(state, unit, { lastLadder: outcome.value }) : state;
    },
    ladderSearchedOn(state, { payload: { unit, hash } }: Of<{ hash: string }>) {
      return { ...withResults(state, unit, { ladder: null }), searchedOn: hash };
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
  ladderPassed,
  ladderReturned,
  ladderSearchedOn,
  ladderSolved,
  nodeSolved,
  resultsCleared,
  unitLookedAfter,
  unitSolved,
} = resultsSlice.actions;
