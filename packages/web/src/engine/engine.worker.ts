/** The engine in a worker of its own: the page never waits for it. */
import { createCaseSolver } from '@keen-ladder/core';
import type { CaseDocument, CaseResults } from '@keen-ladder/core';
import { expose } from 'comlink';

const solveCase = createCaseSolver();

const engine = {
  solve(document: CaseDocument, unit: string): { results: CaseResults; milliseconds: number } {
    const began = performance.now();
    const results = solveCase(document, unit);
    return { results, milliseconds: performance.now() - began };
  },
};

export type Engine = typeof engine;

expose(engine);
