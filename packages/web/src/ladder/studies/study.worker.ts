/** Limits and sensitivities of a ladder run in a worker of their own: stopping one ends the worker, and the ladder is solved on meanwhile. */
import type { CaseDocument } from '@keen-ladder/schema';
import { createCaseSolver } from '@keen-ladder/core';
import type { LimitsFacts } from '@keen-ladder/core';
import { expose } from 'comlink';

const solver = createCaseSolver();

const study = {
  limits: (document: CaseDocument, unit: string, onPart: (facts: LimitsFacts) => void) =>
    solver.limits(document, unit, (facts) => {
      onPart(facts);
      return true;
    }),
  slopes: (document: CaseDocument, unit: string) => solver.slopes(document, unit),
};

export type Study = typeof study;

expose(study);
