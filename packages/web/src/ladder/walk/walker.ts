/** Starts walks and stops them: each in an engine of its own, so that the ladder is solved on meanwhile. */
import type { Outcome, WalkAsked, WalkFacts, WalkPoint } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { proxy } from 'comlink';
import { startEngine } from '../../engine/engines.ts';

export interface RunningWalk {
  done: Promise<Outcome<WalkFacts>>;
  stop: () => void;
}

export function startWalk(
  document: CaseDocument,
  unit: string,
  asked: WalkAsked,
  onPoint: (point: WalkPoint) => void,
): RunningWalk {
  const { engine, stop } = startEngine();
  const state = { isOver: false };
  const end = () => {
    state.isOver = true;
    stop();
  };
  // Points come by a channel of their own: one may arrive after the end.
  const visit = (point: WalkPoint) => {
    if (!state.isOver) onPoint(point);
  };
  return { done: engine.walk(document, unit, asked, proxy(visit)).finally(end), stop: end };
}
