/** What every way to solve a column is: it begins at the profile that the column holds and leaves its own there. */
import type { ColumnEquations } from './equations.ts';
import type { Quantity, Target } from './types.ts';

/** How a target went while another quantity was moved, the other targets held. */
export interface Passage {
  along: Quantity;
  /** Of the quantity: as far as it was moved down and up. */
  from: number;
  to: number;
  /** Of the target on the way, with where the quantity was. */
  least: { value: number; at: number };
  most: { value: number; at: number };
  /**
   * Whether both ends of what was to be looked through were reached, and the targets held meanwhile have one column each: where a purity is held, there may
   * be a second one that was not passed.
   */
  isProof: boolean;
}

/** What a method did. */
export interface MethodReport {
  isSolved: boolean;
  iterations: number;
  /** Largest scaled error that is left. */
  residual: number;
  /** Where a target was sought along another quantity: its place among the targets, and how it went. */
  passage?: { target: number; of: Passage } | undefined;
  /** Whether it stands where it was met last on the way, a stage hardly wet or hardly any vapour left on it, and the next step finds no column. */
  isDrying?: boolean;
}

/** A way to solve a column. */
export type Method = (column: ColumnEquations, targets: readonly Target[]) => MethodReport;

/** A scaled error below which the equations are met. */
export const CLOSED = 1e-9;
