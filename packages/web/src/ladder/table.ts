/** Everything that a table of the ladder needs of the case to write its numbers. */
import { createSelector } from '@reduxjs/toolkit';
import { selectColumn, selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';

export const selectTable = createSelector(
  [selectComponents, selectDisplay, selectSite, selectColumn],
  (components, display, site, column) => ({ components, display, site, column }),
);

export type TableContext = ReturnType<typeof selectTable>;
