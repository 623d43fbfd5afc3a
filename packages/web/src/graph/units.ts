/** The units in which a case shows each dimension. */
import type { Dimension, Site } from '@keen-ladder/core';
import { findUnit, formatQuantity, showIn } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import { selectDisplay, selectSite } from '../document/selectors.ts';

type Display = CaseDocument['display'];

export function unitFor(display: Display, dimension: Dimension): string {
  switch (dimension) {
    case 'temperature':
    case 'pressure':
    case 'molarFlow':
    case 'massFlow':
    case 'power':
      return display[dimension];
    case 'moleFraction':
      return 'mol/mol';
    case 'massFraction':
      return 'kg/kg';
    case 'temperatureDifference':
      return 'K';
    case 'energy':
      return 'kJ';
    case 'molarEnergy':
      return 'kJ/mol';
    case 'ratio':
      return '';
  }
}

/** Shows an SI value in the case's unit, with the unit's name. */
export function makeShowQuantity(display: Display, site: Site) {
  return (value: number, dimension: Dimension): string => {
    const unit = findUnit(dimension, unitFor(display, dimension));
    return `${formatQuantity(value, unit, site)} ${unit.id}`;
  };
}

export const selectShowQuantity = createSelector([selectDisplay, selectSite], makeShowQuantity);
export const selectShow = createSelector([selectDisplay, selectSite], showIn);
