/**
 * An answer is a value: what a user can cause is returned, never thrown. A reason is a code with the numbers that prove it;
 * `explain` in plant/ turns it into a sentence. All numbers are SI; compositions are mole fractions.
 */
export type Outcome<T> =
  | { state: 'solved'; value: T; report: Report; warnings: Warning[] }
  | { state: 'open'; points: OpenPoint[] }
  | { state: 'out-of-reach'; reason: Reason; nearest?: T; report: Report };

/** What the solver did: its steps and the largest error left. */
export interface Report {
  iterations: number;
  residual: number;
}

/** Codes of what can stand in the way, with the numbers that prove it. Each folder adds those of its subject, beside their words, in its `reasons.ts`. */
export interface Reasons {
  'no-convergence': { residual: number; iterations: number };
  'time-over': { residual: number; iterations: number };
  'not-finite': { what: string };
}

/** Codes of what is missing or contradictory. */
export interface OpenPoints {
  missing: { what: string };
}

/** Codes of what the engineer should know of a result that stands. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- filled by the folders whose subject they are
export interface Warnings {}

/** One of the codes of a table, with its numbers. */
type Coded<Table> = { [C in keyof Table]: { code: C } & Table[C] }[keyof Table];

/** What stands in the way. */
export type Reason = Coded<Reasons>;
/** What the engineer should know of a result that stands. */
export type Warning = Coded<Warnings>;

/** Something that is still missing or contradictory; `path` is the field in the case document that mends it. Values are SI; `measured` says of what, left out for plain numbers. */
export type OpenPoint = Coded<OpenPoints> & { path: string };

/** An answer. */
export function solved<T>(value: T, report: Report = EXACT, warnings: Warning[] = []): Outcome<T> {
  return { state: 'solved', value, report, warnings };
}

/** A reason why there is none, with the nearest thing that there is. */
export function outOfReach<T>(reason: Reason, report: Report = EXACT, nearest?: T): Outcome<T> {
  return nearest === undefined ? { state: 'out-of-reach', reason, report } : { state: 'out-of-reach', reason, nearest, report };
}

/** What is missing before there can be one. */
export function open<T>(points: OpenPoint[]): Outcome<T> {
  return { state: 'open', points };
}

/** The same non-answer to a larger question: open points and reasons travel up, a nearest point of another kind does not. */
export function passOn<T>(outcome: NoAnswer): Outcome<T> {
  return outcome.state === 'open' ? outcome : outOfReach(outcome.reason, outcome.report);
}

type NoAnswer = Exclude<Outcome<unknown>, { state: 'solved' }>;

/** Carries a non-answer out of a function that can only return a number, such as the f of a root search, to the `rescued` around it. */
class Interrupted extends Error {
  readonly outcome: NoAnswer;

  constructor(outcome: NoAnswer) {
    super('a step inside found no answer');
    this.outcome = outcome;
  }
}

/** The value; without one, the `rescued` around this call ends with the same non-answer. */
export function valueOrInterrupt<T>(outcome: Outcome<T>): T {
  if (outcome.state === 'solved') return outcome.value;
  throw new Interrupted(outcome);
}

/** Runs work whose inner steps may be interrupted by `valueOrInterrupt`; nothing of that leaves here but an outcome. */
export function rescued<T>(work: () => Outcome<T>): Outcome<T> {
  try {
    return work();
  } catch (error) {
    if (error instanceof Interrupted) return passOn(error.outcome);
    throw error;
  }
}

/** A result of closed formulae: no steps, no error but rounding. */
const EXACT: Report = { iterations: 0, residual: 0 };
