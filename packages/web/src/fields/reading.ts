import { explainParse } from '@keen-ladder/core';
import type { ParseProblem } from '@keen-ladder/core';

/** What reading a text gave: done, or the sentence that says what is wrong; `certain` when typing on cannot mend it. */
export type Reading = { ok: true } | { ok: false; sentence: string; certain: boolean };

/** A text that could not be read; a unit may still be half typed. */
export function unread(problem: ParseProblem): Reading {
  return { ok: false, sentence: explainParse(problem), certain: problem.code !== 'unknown-unit' };
}
