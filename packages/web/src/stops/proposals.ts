/** One click out of what is out of reach: what the button says, and what it does. */
import { USUAL_REFLUXES } from '@keen-ladder/core';
import type { UnknownAction } from '@reduxjs/toolkit';

export interface Proposal {
  label: string;
  action: UnknownAction;
}

const [USUAL, SMALL] = USUAL_REFLUXES;

/** A usual reflux for a minimum; where the split asks none, one that any column has. */
export const refluxFor = (minimum: number): { kind: 'ratio' | 'multiple'; value: number } =>
  minimum > 0 ? { ...USUAL } : { ...SMALL };

export const refluxWords = (minimum: number): string =>
  minimum > 0 ? `Take ${USUAL.value} × the minimum` : `Take a reflux ratio of ${SMALL.value}`;
