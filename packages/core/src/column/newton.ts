/** Newton's method on all equations of a column at once, its steps kept inside the region of positive flows and shortened where they do not help. */
import type { ColumnEquations } from './equations.ts';

export interface NewtonReport {
  isSolved: boolean;
  iterations: number;
  /** Largest scaled error that is left. */
  residual: number;
}

/** Whole steps arrive soonest where they arrive at all; steps halved until the error falls are slower and surer. */
export type Damping = 'whole steps' | 'halved steps';

export function newton(column: ColumnEquations, damping: Damping): NewtonReport {
  const saved = new Saved(column);
  const isDamped = damping === 'halved steps';
  let error = column.evaluate();
  const most = isDamped ? MOST_STEPS : MOST_WHOLE_STEPS;
  for (let iteration = 1; iteration <= most; iteration++) {
    if (!(error < LOST) || !column.system.solve()) return { isSolved: false, iterations: iteration, residual: error };
    saved.keep();
    const reached = isDamped ? halvedStep(column, saved, error) : wholeStep(column, saved);
    // Where rounding is all that is left, a step no longer brings anything.
    const isStuck = !(reached < error) && error < CLOSED;
    if (isStuck || reached < FINEST)
      return { isSolved: Math.min(reached, error) < CLOSED, iterations: iteration, residual: Math.min(reached, error) };
    error = reached;
  }
  return { isSolved: error < CLOSED, iterations: most, residual: error };
}

function wholeStep(column: ColumnEquations, saved: Saved): number {
  saved.step(1);
  return column.evaluate();
}

/** The longest of the step's halves that lessens the error enough; the shortest where none does. */
function halvedStep(column: ColumnEquations, saved: Saved, error: number): number {
  let reached = Infinity;
  for (let halving = 0, share = 1; halving <= HALVINGS; halving++, share /= 2) {
    saved.step(share);
    reached = column.evaluate();
    if (reached < error * (1 - SUFFICIENT * share)) break;
  }
  return reached;
}

/** The unknowns before a step, and the step. */
class Saved {
  private readonly column: ColumnEquations;
  private readonly T: Float64Array;
  private readonly liquid: Float64Array;
  private readonly vapour: Float64Array;
  private readonly handles: Float64Array;
  private readonly direction: Float64Array;

  constructor(column: ColumnEquations) {
    this.column = column;
    this.T = new Float64Array(column.T);
    this.liquid = new Float64Array(column.liquid);
    this.vapour = new Float64Array(column.vapour);
    this.handles = new Float64Array(column.handleValues);
    this.direction = new Float64Array(column.system.solution.length);
  }

  keep(): void {
    const { column } = this;
    this.T.set(column.T);
    this.liquid.set(column.liquid);
    this.vapour.set(column.vapour);
    this.handles.set(column.handleValues);
    this.direction.set(column.system.solution);
  }

  /** So much of the step; flows fall by no more than nine tenths, temperatures move no farther than a few stages of any column. */
  step(share: number): void {
    const { column, direction } = this;
    const { n, stages, system } = column;
    for (let j = 0; j < stages; j++) {
      const at = j * system.size;
      for (let i = 0; i < n; i++) {
        column.liquid[j * n + i] = stepped(this.liquid[j * n + i], share * direction[at + i]);
        column.vapour[j * n + i] = stepped(this.vapour[j * n + i], share * direction[at + n + i]);
      }
      const dT = share * direction[at + 2 * n];
      column.T[j] = this.T[j] + Math.max(-MOST_KELVIN, Math.min(MOST_KELVIN, dT));
    }
    column.handles.forEach((handle, k) => {
      const change = share * direction[stages * system.size + k];
      column.handleValues[k] = handle.kind === 'distillate' ? stepped(this.handles[k], change) : this.handles[k] + change;
    });
  }
}

const stepped = (flow: number, change: number): number => Math.max(flow + change, KEPT * flow);

const MOST_STEPS = 60;
const HALVINGS = 6;
const SUFFICIENT = 1e-4;
/** Whole steps that have not arrived by then are lost. */
const MOST_WHOLE_STEPS = 25;
const LOST = 1e6;
const KEPT = 0.1;
const MOST_KELVIN = 25;
const CLOSED = 1e-9;
const FINEST = 1e-13;
