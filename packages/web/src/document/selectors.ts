/** The open case as the pages read it. One column is all a case holds yet; its feed is the stream connected to it. */
import { feedOf, graphInputHash } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../app/store.ts';
import type { Column, Stream } from './documentSlice.ts';

export const selectDocument = (state: RootState): CaseDocument => state.document.present;
export const selectSite = (state: RootState) => state.document.present.site;
export const selectDisplay = (state: RootState) => state.document.present.display;
export const selectMixture = (state: RootState) => state.document.present.mixture;
export const selectComponents = (state: RootState) => state.document.present.mixture.components;

export const columnOfCase = (document: CaseDocument): Column | undefined => document.units[0];

export const selectColumn = createSelector([selectDocument], columnOfCase);

/** Pa; undefined as long as none is given. */
export const selectPressure = createSelector([selectColumn], (column) => column?.pressure ?? undefined);

export const selectFeed = createSelector([selectDocument, selectColumn], (document, column): Stream | undefined =>
  column === undefined ? undefined : document.streams.find((s) => s.id === feedOf(document, column)?.id),
);

/** What the graph now reads, hashed: a result with another hash is stale. */
export const selectGraphHash = createSelector([selectDocument, selectColumn], (document, column) =>
  column === undefined ? '' : graphInputHash(document, column.id),
);
