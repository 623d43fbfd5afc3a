/** The open case as the pages read it: the unit that is looked at, and what enters it. */
import { inletsOf, inputHashes, unitPressure } from '@keen-ladder/core';
import type { Inlet, InputHashes } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, DrumUnit, Stream, Unit } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store/store.ts';

export const selectDocument = (state: RootState): CaseDocument => state.document.present;
export const selectSite = (state: RootState) => state.document.present.site;
export const selectDisplay = (state: RootState) => state.document.present.display;
export const selectMixture = (state: RootState) => state.document.present.mixture;
export const selectComponents = (state: RootState) => state.document.present.mixture.components;
export const selectUnits = (state: RootState): Unit[] => state.document.present.units;

/** The unit that is looked at: the one that the address names, else the first. */
export function selectUnit(state: RootState): Unit | undefined {
  const units = selectUnits(state);
  return units.find(({ id }) => id === state.place.unit) ?? units[0];
}

export const selectColumn = createSelector([selectUnit], (unit): ColumnUnit | undefined =>
  unit?.kind === 'column' ? unit : undefined,
);

export const selectDrum = createSelector([selectUnit], (unit): DrumUnit | undefined => (unit?.kind === 'drum' ? unit : undefined));

/** Pa of the unit that is looked at, at the top of a column; undefined as long as none is given. */
export const selectPressure = createSelector([selectUnit], (unit): number | undefined => {
  if (unit === undefined) return undefined;
  return unit.kind === 'column' ? (unit.pressure.top ?? undefined) : unitPressure(unit);
});

/** What enters the unit, in the order of its connections. */
export const selectInlets = createSelector([selectDocument, selectUnit], (document, unit): Inlet[] =>
  unit === undefined ? [] : inletsOf(document, unit),
);

/** A feed that enters the unit from outside, by the inlet that it enters by. */
export interface Feed {
  inlet: string;
  stream: Stream;
}

export const selectFeeds = createSelector([selectInlets], (inlets): Feed[] =>
  inlets.flatMap(({ id, stream }) => (stream === undefined ? [] : [{ inlet: id, stream }])),
);

export const selectFeed = createSelector([selectFeeds], (feeds): Feed | undefined => feeds[0]);

/** What each stop of each unit now reads, hashed: a result with another hash is stale. Worked out once for a document. */
export const selectHashesByUnit = createSelector(
  [selectDocument],
  (document): ReadonlyMap<string, InputHashes> => new Map(document.units.map(({ id }) => [id, inputHashes(document, id)])),
);

/** Those of the unit that is looked at. */
export const selectHashes = (state: RootState): InputHashes | null =>
  selectHashesByUnit(state).get(selectUnit(state)?.id ?? '') ?? null;
