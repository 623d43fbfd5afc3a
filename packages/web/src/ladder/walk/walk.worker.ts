/** Walks run in a worker of their own: stopping one ends the worker, and the ladder is solved on meanwhile. */
import type { CaseDocument } from '@keen-ladder/schema';
import { createCaseSolver } from '@keen-ladder/core';
import type { WalkAsked, WalkPoint } from '@keen-ladder/core';
import { expose } from 'comlink';

const solver = createCaseSolver();

const walker = {
  walk(document: CaseDocument, unit: string, asked: WalkAsked, onPoint: (point: WalkPoint) => void) {
    return solver.walk(document, unit, asked, (point) => {
      onPoint(point);
      return true;
    });
  },
};

export type Walker = typeof walker;

expose(walker);
