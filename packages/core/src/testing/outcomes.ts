import type { Outcome, Reason } from '../numerics/index.ts';

/** The value of a solved outcome; anything else fails the test with what it was. */
export function solvedValue<T>(outcome: Outcome<T>): T {
  if (outcome.state !== 'solved') throw new Error(`not solved: ${JSON.stringify(outcome)}`);
  return outcome.value;
}

/** The reason of an outcome that is out of reach; anything else fails the test. */
export function reasonOf(outcome: Outcome<unknown>): Reason {
  if (outcome.state !== 'out-of-reach') throw new Error(`not out of reach: ${outcome.state}`);
  return outcome.reason;
}
