/** The engine in a worker of its own: the page never waits for it. */
import { createCaseSolver } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/core';
import { expose } from 'comlink';

const solver = createCaseSolver();

/** ms that a column may take before its page is told that it was not found in time. */
const LONGEST = 20_000;

const engine = {
  solve(document: CaseDocument, unit: string) {
    const began = performance.now();
    const results = solver.solve(document, unit);
    return { results, milliseconds: performance.now() - began };
  },
  estimate: solver.estimate,
  graphBeside: solver.graphBeside,
  ladder(document: CaseDocument, unit: string) {
    const began = performance.now();
    const result = solver.ladder(document, unit, () => performance.now() - began > LONGEST);
    return { result, milliseconds: performance.now() - began };
  },
};

export type Engine = typeof engine;

expose(engine);
