/** The engine in a worker of its own: the page never waits for it. */
import { createGraphSolver } from '@keen-ladder/core';
import type { CaseDocument, GraphResult } from '@keen-ladder/core';
import { expose } from 'comlink';

const solveGraph = createGraphSolver();

const engine = {
  graph(document: CaseDocument, unit: string): { result: GraphResult; milliseconds: number } {
    const began = performance.now();
    const result = solveGraph(document, unit);
    return { result, milliseconds: performance.now() - began };
  },
};

export type Engine = typeof engine;

expose(engine);
