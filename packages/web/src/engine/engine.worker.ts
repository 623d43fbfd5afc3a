/**
 * The engine in a worker: the page never waits for it. One protocol for everything that is asked of it: a call asks, a callback that is handed over is told the
 * progress, the reply is the outcome, and who ends the worker stops it.
 */
import type { CaseDocument, UnitKind } from '@keen-ladder/schema';
import {
  createCaseSolver,
  filledPairs,
  fitMeasured,
  mixtureEnvelope,
  mixtureMap,
  modelsBeside,
  pairOfMixture,
} from '@keen-ladder/core';
import type { LimitsFacts, NodeName, WalkAsked, WalkPoint } from '@keen-ladder/core';
import { expose } from 'comlink';

const solver = createCaseSolver();

/** What work gives, with the milliseconds that it took. */
function timed<T extends object>(work: (began: number) => T): T & { milliseconds: number } {
  const began = performance.now();
  return { ...work(began), milliseconds: performance.now() - began };
}

const isOver = (began: number, longest: number) => () => performance.now() - began > longest;

const engine = {
  /** @param longest ms for what is upstream, here and in the two that follow */
  solve: (document: CaseDocument, unit: string, longest: number) =>
    timed((began) => ({ results: solver.solve(document, unit, isOver(began, longest)) })),
  node: <N extends NodeName>(document: CaseDocument, unit: string, name: N, longest: number) =>
    solver.node(document, unit, name, isOver(performance.now(), longest)),
  unit: (document: CaseDocument, unit: string, kind: UnitKind, longest: number) =>
    timed((began) => ({ result: solver.unit(document, unit, kind, isOver(began, longest)) })),
  /** @param longest ms after which it is told that the column was not found in time */
  ladder: (document: CaseDocument, unit: string, longest: number) =>
    timed((began) => ({ result: solver.ladder(document, unit, isOver(began, longest)) })),
  walk: (document: CaseDocument, unit: string, asked: WalkAsked, onPoint: (point: WalkPoint) => void) =>
    solver.walk(document, unit, asked, (point) => {
      onPoint(point);
      return true;
    }),
  limits: (document: CaseDocument, unit: string, onPart: (facts: LimitsFacts) => void) =>
    solver.limits(document, unit, (facts) => {
      onPart(facts);
      return true;
    }),
  slopes: (document: CaseDocument, unit: string) => solver.slopes(document, unit),

  map: mixtureMap,
  pair: pairOfMixture,
  fit: fitMeasured,
  fill: filledPairs,
  models: modelsBeside,
  envelope: mixtureEnvelope,
};

export type Engine = typeof engine;

expose(engine);
