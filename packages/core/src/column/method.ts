/** What every way to solve a column is: it begins at the profile that the column holds and leaves its own there. */
import type { ColumnEquations } from './equations.ts';
import type { Passage } from './alongQuantity.ts';
import type { Target } from './types.ts';

export interface MethodReport {
  isSolved: boolean;
  iterations: number;
  /** Largest scaled error that is left. */
  residual: number;
  /** Where a target was sought along another quantity: its place among the targets, and how it went. */
  passage?: { target: number; of: Passage } | undefined;
}

export type Method = (column: ColumnEquations, targets: readonly Target[]) => MethodReport;

/** A scaled error below which the equations are met. */
export const CLOSED = 1e-9;
