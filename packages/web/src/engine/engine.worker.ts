/** The engine in a worker of its own: the page never waits for it. */
import type { CaseDocument } from '@keen-ladder/schema';
import { createCaseSolver } from '@keen-ladder/core';
import { expose } from 'comlink';

const solver = createCaseSolver();

const engine = {
  solve(document: CaseDocument, unit: string) {
    const began = performance.now();
    const results = solver.solve(document, unit);
    return { results, milliseconds: performance.now() - began };
  },
  estimate: solver.estimate,
  graphBeside: solver.graphBeside,
  /** @param longest ms for what is upstream */
  drum(document: CaseDocument, unit: string, longest: number) {
    const began = performance.now();
    const result = solver.drum(document, unit, () => performance.now() - began > longest);
    return { result, milliseconds: performance.now() - began };
  },
  /** @param longest ms after which it is told that the column was not found in time */
  ladder(document: CaseDocument, unit: string, longest: number) {
    const began = performance.now();
    const result = solver.ladder(document, unit, () => performance.now() - began > longest);
    return { result, milliseconds: performance.now() - began };
  },
};

export type Engine = typeof engine;

expose(engine);
