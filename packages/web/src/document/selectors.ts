/** The open case as the pages read it. One column is all a case holds yet; its feeds are the streams connected to it. */
import { feedsOf, inputHashes } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, Stream } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../app/store.ts';

export const selectDocument = (state: RootState): CaseDocument => state.document.present;
export const selectSite = (state: RootState) => state.document.present.site;
export const selectDisplay = (state: RootState) => state.document.present.display;
export const selectMixture = (state: RootState) => state.document.present.mixture;
export const selectComponents = (state: RootState) => state.document.present.mixture.components;

export const columnOfCase = (document: CaseDocument): ColumnUnit | undefined => document.units[0];

export const selectColumn = createSelector([selectDocument], columnOfCase);

/** Pa at the top; undefined as long as none is given. */
export const selectPressure = createSelector([selectColumn], (column) => column?.pressure.top ?? undefined);

export const selectFeeds = createSelector([selectDocument, selectColumn], (document, column): Stream[] =>
  column === undefined ? [] : document.streams.filter((s) => feedsOf(document, column).some((f) => f.id === s.id)),
);

export const selectFeed = createSelector([selectFeeds], (feeds): Stream | undefined => feeds[0]);

/** What each stop now reads, hashed: a result with another hash is stale. */
export const selectHashes = createSelector([selectDocument, selectColumn], (document, column) =>
  column === undefined ? null : inputHashes(document, column.id),
);
