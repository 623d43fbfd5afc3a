/** How each stop stands: worked out here alone, from the document's hashes and the last results. */
import type {
  AbsorptionResult,
  BalanceResult,
  DrumResult,
  FeedFacts,
  GraphResult,
  HardwareFacts,
  LadderFacts,
  LadderResult,
  NodeName,
  NodeResult,
  OpenPoint,
  Outcome,
  Reason,
  StopAnswers,
  Warning,
} from '@keen-ladder/core';
import { missingOf, nodeHash } from '@keen-ladder/core';
import type { ModelName, Unit } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store/store.ts';
import {
  selectColumn,
  selectComponents,
  selectDocument,
  selectFeeds,
  selectHashes,
  selectHashesByUnit,
  selectMixture,
  selectUnit,
} from '../document/selectors.ts';
import { NO_RESULTS } from '../engine/resultsSlice.ts';
import type { UnitResults } from '../engine/resultsSlice.ts';

/** What the last result says. */
export type LastStanding<T> =
  | { state: 'ready' }
  | { state: 'open'; points: OpenPoint[] }
  | { state: 'solved'; value: T; warnings: Warning[] }
  | { state: 'out-of-reach'; reason: Reason };

/** Stale: the newest inputs are being solved; what stands on the screen is of those before. */
export type Standing<T> = LastStanding<T> | { state: 'stale' };

export function standingOf<T>(outcome: Outcome<T> | undefined): LastStanding<T> {
  switch (outcome?.state) {
    case undefined:
      return { state: 'ready' };
    case 'open':
      return { state: 'open', points: outcome.points };
    case 'solved':
      return { state: 'solved', value: outcome.value, warnings: outcome.warnings };
    case 'out-of-reach':
      return { state: 'out-of-reach', reason: outcome.reason };
  }
}

/** What is drawn: the answer, or what is nearest to it where what is asked is out of reach. */
export function drawnOf<T>(outcome: Outcome<T> | undefined): { value: T; isNearest: boolean } | undefined {
  if (outcome?.state === 'solved') return { value: outcome.value, isNearest: false };
  if (outcome?.state === 'out-of-reach' && outcome.nearest !== undefined) return { value: outcome.nearest, isNearest: true };
  return undefined;
}

/** What was computed of the unit that is looked at. */
export const selectUnitResults = (state: RootState): UnitResults => state.results.byUnit[selectUnit(state)?.id ?? ''] ?? NO_RESULTS;

const selectResults = (state: RootState) => selectUnitResults(state).solved?.results ?? null;
export const selectMilliseconds = (state: RootState): number => selectUnitResults(state).solved?.milliseconds ?? 0;

export const selectGraphResult = (state: RootState): GraphResult | null => selectResults(state)?.graph ?? null;
export const selectBalanceResult = (state: RootState): BalanceResult | null => selectResults(state)?.balance ?? null;

export const selectAbsorptionResult = (state: RootState): AbsorptionResult | null => selectResults(state)?.absorption ?? null;

/** What a stop that is answered by itself answered last. */
export const selectNode =
  <N extends NodeName>(name: N) =>
  (state: RootState): NodeResult<N> | null =>
    selectUnitResults(state).nodes[name] ?? null;

/** Hash of what such a stop reads now; undefined of a unit that is no column. */
const selectNodeHash = (name: NodeName) =>
  createSelector([selectDocument, selectColumn, selectHashes], (document, column, hashes) =>
    column === undefined || hashes === null ? undefined : nodeHash(document, column, hashes, name),
  );

export const selectEstimateResult = selectNode('estimate');
const selectEstimateHash = selectNodeHash('estimate');

export const selectHardwareResult = selectNode('hardware');
const selectHardwareHash = selectNodeHash('hardware');

/** What stands beside the hardware, where it is of the inputs as they are. */
export const selectDesigns = createSelector([selectNode('designs'), selectNodeHash('designs')], (result, hash) =>
  result?.inputHash === hash && result?.outcome.state === 'solved' ? result.outcome.value : null,
);

export const selectLastGraphStanding = createSelector([selectGraphResult], (result) => standingOf(result?.outcome));
export const selectLastBalanceStanding = createSelector([selectBalanceResult], (result) => standingOf(result?.outcome));
export const selectLastEstimateStanding = createSelector([selectEstimateResult], (result) => standingOf(result?.outcome));

export const selectLastHardwareStanding = createSelector([selectHardwareResult], (result) => standingOf(result?.outcome));

export const selectLastDrawingStanding = createSelector([selectAbsorptionResult], (result) => standingOf(result?.drawing));
export const selectLastFactorsStanding = createSelector([selectAbsorptionResult], (result) => standingOf(result?.estimate));

const differs = (result: { inputHash: string } | null, hash: string | undefined): boolean =>
  result !== null && result.inputHash !== hash;

export const selectIsGraphStale = (state: RootState): boolean => differs(selectGraphResult(state), selectHashes(state)?.graph);
export const selectIsBalanceStale = (state: RootState): boolean =>
  differs(selectBalanceResult(state), selectHashes(state)?.balance);
export const selectIsEstimateStale = (state: RootState): boolean => differs(selectEstimateResult(state), selectEstimateHash(state));

export const selectIsHardwareStale = (state: RootState): boolean => differs(selectHardwareResult(state), selectHardwareHash(state));

export const selectIsAbsorptionStale = (state: RootState): boolean =>
  differs(selectAbsorptionResult(state), selectHashes(state)?.absorption);

export const selectLadderResult = (state: RootState): LadderResult | null => selectUnitResults(state).ladder?.result ?? null;
export const selectLastLadder = (state: RootState): LadderFacts | null => selectUnitResults(state).lastLadder;
export const selectLadderMilliseconds = (state: RootState): number => selectUnitResults(state).ladder?.milliseconds ?? 0;
export const selectLastLadderStanding = createSelector([selectLadderResult], (result) => standingOf(result?.outcome));
export const selectIsLadderStale = (state: RootState): boolean => differs(selectLadderResult(state), selectHashes(state)?.ladder);

/** A mixture stands where its model can be built: that is quickly said, without the worker. */
export const selectMixtureStanding = createSelector([selectMixture], (mixture): Standing<ModelName> => {
  const count = mixture.components.length;
  if (count < 2) return { state: 'open', points: [{ code: 'not-two-components', path: 'mixture.components', count }] };
  const points = missingOf(mixture);
  return points.length > 0 ? { state: 'open', points } : { state: 'solved', value: mixture.model, warnings: [] };
});

const STALE = { state: 'stale' } as const;

export const selectGraphStanding = (state: RootState) => (selectIsGraphStale(state) ? STALE : selectLastGraphStanding(state));
export const selectBalanceStanding = (state: RootState) => (selectIsBalanceStale(state) ? STALE : selectLastBalanceStanding(state));
export const selectEstimateStanding = (state: RootState) =>
  selectIsEstimateStale(state) ? STALE : selectLastEstimateStanding(state);

/** Where nothing has been said of it nothing is asked, and what was answered before is of nothing. */
export const selectHardwareStanding = (state: RootState): Standing<HardwareFacts> => {
  if (selectColumn(state)?.hardware === null) return { state: 'ready' };
  return selectIsHardwareStale(state) ? STALE : selectLastHardwareStanding(state);
};

export const selectLadderStanding = (state: RootState) => (selectIsLadderStale(state) ? STALE : selectLastLadderStanding(state));

export const selectDrumResult = (state: RootState): DrumResult | null =>
  selectUnit(state)?.kind === 'drum' ? ((selectUnitResults(state).unit?.result ?? null) as DrumResult | null) : null; // of its kind
export const selectUnitMilliseconds = (state: RootState): number => selectUnitResults(state).unit?.milliseconds ?? 0;
export const selectLastDrumStanding = createSelector([selectDrumResult], (result) => standingOf(result?.outcome));
export const selectDrumStanding = (state: RootState) =>
  differs(selectDrumResult(state), selectHashes(state)?.whole) ? STALE : selectLastDrumStanding(state);

/** How a unit stands as a whole: by its drum, its ladder where it has one, else its graph or estimate. */
export function selectUnitState(state: RootState, unit: Unit): Standing<unknown>['state'] {
  const results = state.results.byUnit[unit.id] ?? NO_RESULTS;
  const hashes = selectHashesByUnit(state).get(unit.id);
  const stateOf = (result: { inputHash: string; outcome: Outcome<unknown> } | null | undefined, hash: string | undefined) =>
    result === null || result === undefined ? 'ready' : result.inputHash === hash ? standingOf(result.outcome).state : 'stale';
  if (unit.kind !== 'column') return stateOf(results.unit?.result, hashes?.whole);
  if (unit.ladder !== null) return stateOf(results.ladder?.result, hashes?.ladder);
  if (unit.service !== 'distillation') {
    const washing = results.solved?.results.absorption;
    return stateOf(washing ? { inputHash: washing.inputHash, outcome: washing.estimate } : null, hashes?.absorption);
  }
  return selectComponents(state).length <= 2
    ? stateOf(results.solved?.results.graph, hashes?.graph)
    : stateOf(results.nodes.estimate, hashes && nodeHash(selectDocument(state), unit, hashes, 'estimate'));
}

export const selectDrawingStanding = (state: RootState) =>
  selectIsAbsorptionStale(state) ? STALE : selectLastDrawingStanding(state);
export const selectFactorsStanding = (state: RootState) =>
  selectIsAbsorptionStale(state) ? STALE : selectLastFactorsStanding(state);

/** The outcome of what enters by an inlet, as last solved. */
export const selectFeedOutcome = (state: RootState, inlet: string): Outcome<FeedFacts> | undefined =>
  (selectResults(state) ?? selectDrumResult(state))?.feeds[inlet]?.outcome;

/** The facts of a feed from outside, as it enters the unit that is looked at; null without an answer. */
export function selectStreamFacts(state: RootState, stream: string): FeedFacts | null {
  const feed = selectFeeds(state).find((one) => one.stream.id === stream);
  return feed === undefined ? null : selectFeedFacts(state, feed.inlet);
}

/** The facts of what enters by an inlet, as last solved; null without an answer. */
export function selectFeedFacts(state: RootState, inlet: string): FeedFacts | null {
  const outcome = selectFeedOutcome(state, inlet);
  return outcome?.state === 'solved' ? outcome.value : null;
}

/** What the stops of the unit answered to the newest inputs; what is stale is left out. */
export const selectAnswers = createSelector(
  [selectUnitResults, selectHashes, selectEstimateHash, selectHardwareHash],
  ({ solved, nodes, ladder, unit }, hashes, estimateHash, hardwareHash): StopAnswers => {
    const answers: StopAnswers = {};
    const { balance, graph, absorption, feeds } = solved?.results ?? {};
    if (feeds !== undefined && balance?.inputHash === hashes?.balance) Object.assign(answers, { feeds, balance });
    if (graph?.inputHash === hashes?.graph && absorption === null) answers.graph = graph?.outcome;
    if (absorption?.inputHash === hashes?.absorption) answers.factors = absorption?.estimate;
    if (nodes.estimate?.inputHash === estimateHash) answers.estimate = nodes.estimate?.outcome;
    if (nodes.hardware?.inputHash === hardwareHash) answers.hardware = nodes.hardware?.outcome;
    if (ladder?.result.inputHash === hashes?.ladder) answers.whole = ladder?.result.outcome;
    if (unit !== null && unit.result.inputHash === hashes?.whole)
      Object.assign(answers, { feeds: unit.result.feeds, whole: unit.result.outcome });
    return answers;
  },
);
