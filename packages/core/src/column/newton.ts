/** Newton's method on all equations of a column at once, its steps kept inside the region of positive flows and shortened where they do not help. */
import type { ColumnEquations } from './equations.ts';
import { isFlow } from './handles.ts';
import { addInertia } from './inertia.ts';
import { CLOSED } from './method.ts';
import type { Method, MethodReport } from './method.ts';
import type { Target } from './types.ts';

/** Whole steps arrive soonest where they arrive at all; steps halved until the error falls are slower and surer. */
export type Damping = 'whole steps' | 'halved steps';

/** Newton's method on the whole column, steps bounded. */
export const newton =
  (damping: Damping, most = damping === 'whole steps' ? MOST_WHOLE_STEPS : MOST_STEPS): Method =>
  (column, targets) =>
    newtonSteps(column, targets, damping === 'halved steps', most);

function newtonSteps(column: ColumnEquations, targets: readonly Target[], isDamped: boolean, most: number): MethodReport {
  const stepper = new NewtonStep(column);
  column.evaluate(targets);
  let { error } = column;
  let inertia = isDamped ? INERTIA : LIGHT;
  for (let iteration = 1; iteration <= most; iteration++) {
    if (column.input.isOver?.() === true) return { isSolved: false, iterations: iteration, residual: error };
    addInertia(column, inertia);
    if (!(error < LOST) || !column.system.solve()) return { isSolved: false, iterations: iteration, residual: error };
    stepper.keep();
    if (isDamped) halvedStep(column, targets, stepper);
    else wholeStep(column, targets, stepper);
    const reached = column.error;
    // Where rounding is all that is left, a step no longer brings anything.
    if (!(reached < error) && error < CLOSED) {
      stepper.restore();
      column.evaluate(targets);
      return { isSolved: true, iterations: iteration, residual: error };
    }
    if (reached < FINEST) return { isSolved: true, iterations: iteration, residual: reached };
    // A step that undoes what was nearly met follows something that no equation holds, as a front between two products that are pure: inertia holds it.
    if ((error < NEARLY && reached > UNDONE * error) || (iteration >= PATIENT && reached > error)) inertia = INERTIA;
    error = reached;
  }
  return { isSolved: error < CLOSED, iterations: most, residual: error };
}

function wholeStep(column: ColumnEquations, targets: readonly Target[], stepper: NewtonStep): void {
  stepper.step();
  column.evaluate(targets);
}

/** The longest of the step's halves that lessens the error enough; the shortest where none does. */
function halvedStep(column: ColumnEquations, targets: readonly Target[], stepper: NewtonStep): void {
  const { error } = column;
  for (let halving = 0; halving <= HALVINGS; halving++) {
    stepper.step(halving);
    column.evaluate(targets);
    if (column.error < error * (1 - SUFFICIENT * 0.5 ** halving)) return;
  }
}

/** The unknowns before a step, and the step. */
export class NewtonStep {
  private readonly column: ColumnEquations;
  private readonly T: Float64Array;
  private readonly liquid: Float64Array;
  private readonly vapour: Float64Array;
  private readonly handles: Float64Array;
  private readonly piped: Float64Array;
  private readonly direction: Float64Array;

  constructor(column: ColumnEquations) {
    this.column = column;
    this.T = new Float64Array(column.T);
    this.liquid = new Float64Array(column.liquid);
    this.vapour = new Float64Array(column.vapour);
    this.handles = new Float64Array(column.handleValues);
    this.piped = new Float64Array(column.piped);
    this.direction = new Float64Array(column.system.solution.length);
  }

  /** Takes the column as it stands, and the step that its system has just been solved for. */
  keep(): void {
    const { column } = this;
    this.T.set(column.T);
    this.liquid.set(column.liquid);
    this.vapour.set(column.vapour);
    this.handles.set(column.handleValues);
    this.piped.set(column.piped);
    this.direction.set(column.system.solution);
  }

  /** Back to where the step began. */
  restore(): void {
    const { column } = this;
    column.T.set(this.T);
    column.liquid.set(this.liquid);
    column.vapour.set(this.vapour);
    column.handleValues.set(this.handles);
    column.piped.set(this.piped);
  }

  /** The step, halved so many times; flows fall by no more than nine tenths, temperatures move no farther than a few stages of any column. */
  step(halvings = 0): void {
    const share = 0.5 ** halvings;
    const { column, direction } = this;
    const { n, stages, system, handles, piped } = column;
    const most = MOST_GROWTH * column.fed;
    for (let j = 0; j < stages; j++) {
      const at = j * system.size;
      for (let i = 0; i < n; i++) {
        const l = this.liquid[j * n + i];
        const v = this.vapour[j * n + i];
        column.liquid[j * n + i] = stepped(l, Math.min(share * direction[at + i], most + l));
        column.vapour[j * n + i] = stepped(v, Math.min(share * direction[at + n + i], most + v));
      }
      const dT = share * direction[at + 2 * n];
      column.T[j] = this.T[j] + Math.max(-MOST_KELVIN, Math.min(MOST_KELVIN, dT));
    }
    const border = stages * system.size;
    for (let k = 0; k < handles.length; k++) {
      if (column.isShared(k)) {
        this.stepPart(k, share);
        continue;
      }
      let change = share * direction[border + k];
      if (handles[k].kind === 'feed-temperature') change = Math.max(-MOST_KELVIN, Math.min(MOST_KELVIN, change));
      column.handleValues[k] = isFlow(handles[k]) ? stepped(this.handles[k], change) : this.handles[k] + change;
    }
    for (let k = 0; k < piped.length; k++) piped[k] = this.piped[k] + share * direction[border + handles.length + k];
  }

  /** A handle that is moved as its part of the liquid of its stage: at most half-way to all of it. */
  private stepPart(k: number, share: number): void {
    const { column, liquid, handles, direction } = this;
    const handle = column.handles[k];
    if (handle.kind !== 'draw') return;
    const { n } = column;
    const first = (column.draws[handle.draw].stage - 1) * n;
    let before = 0;
    let now = 0;
    for (let i = first; i < first + n; i++) {
      before += liquid[i];
      now += column.liquid[i];
    }
    const part = handles[k] / before;
    const change = share * direction[column.stages * column.system.size + k];
    column.handleValues[k] = now * Math.min(stepped(part, change), (1 + part) / 2);
  }
}

const stepped = (flow: number, change: number): number => Math.max(flow + change, KEPT * flow);

/** Scaled error, and by how much a step may raise it. */
const NEARLY = 0.1;
const UNDONE = 10;
/** Steps after which one that brings nothing is taken for such a front too. */
const PATIENT = 4;
/** Against slopes of about 1, and of 1e-10 and less where nothing holds the front. */
const INERTIA = 1e-7;
/** From the first whole step on: enough to hold a front that nothing else does, so little that the last digits still come in a step or two. */
const LIGHT = 1e-9;
const MOST_STEPS = 60;
const HALVINGS = 6;
const SUFFICIENT = 1e-4;
/** Whole steps that have not arrived by then are lost. */
const MOST_WHOLE_STEPS = 25;
const LOST = 1e15;
const KEPT = 0.1;
/** Of everything fed: a flow grows by no more than this and itself. */
const MOST_GROWTH = 3;
const MOST_KELVIN = 25;
const FINEST = 1e-13;
