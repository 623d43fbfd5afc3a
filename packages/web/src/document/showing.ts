/** Quantities as a case shows them. */
import type { Dimension, Site } from '@keen-ladder/core';
import { findUnit, formatQuantity, showBriefly, showIn, shownUnit } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import { selectDisplay, selectSite } from './selectors.ts';

/** Shows an SI value in the case's unit, with the unit's name. */
export function makeShowQuantity(display: CaseDocument['display'], site: Site) {
  return (value: number, dimension: Dimension): string => {
    const unit = findUnit(dimension, shownUnit(display, dimension));
    return `${formatQuantity(value, unit, site)} ${unit.id}`.trim();
  };
}

export const selectShowQuantity = createSelector([selectDisplay, selectSite], makeShowQuantity);
/** With three figures: of things that are built. */
export const selectBrief = createSelector([selectDisplay, selectSite], showBriefly);
export const selectShow = createSelector([selectDisplay, selectSite], showIn);
