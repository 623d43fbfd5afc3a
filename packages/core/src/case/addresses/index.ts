/** Addresses: one of everything that can be entered, one of everything that comes out. */
export { enteredAt, enteredIn, exactlyEntered, valueAt, withValue } from './entered.ts';
export type { Entered } from './entered.ts';
export { partsOf } from './parts.ts';
export { answersOf, resultReader, resultsIn } from './readings.ts';
export type { Result, ResultStop, StopAnswers } from './readings.ts';
export { resultRows } from './tables.ts';
