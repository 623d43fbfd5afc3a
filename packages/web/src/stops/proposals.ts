/** One click out of what is out of reach: what the button says, and what it does. */
import type { UnknownAction } from '@reduxjs/toolkit';

export interface Proposal {
  label: string;
  action: UnknownAction;
}

/** Common practice: 1.2 to 1.5 times the minimum. */
const USUAL_MULTIPLE = 1.3;
/** mol/mol, where no reflux is asked at all. */
const SMALL_REFLUX = 0.5;

/** A usual reflux for a minimum; where the split asks none, one that any column has. */
export function refluxFor(minimum: number): { kind: 'ratio' | 'multiple'; value: number } {
  return minimum > 0 ? { kind: 'multiple', value: USUAL_MULTIPLE } : { kind: 'ratio', value: SMALL_REFLUX };
}

export const refluxWords = (minimum: number): string =>
  minimum > 0 ? `Take ${USUAL_MULTIPLE} × the minimum` : `Take a reflux ratio of ${SMALL_REFLUX}`;
