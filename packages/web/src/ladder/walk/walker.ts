/** Starts walks and stops them. */
import type { Outcome, WalkAsked, WalkFacts, WalkPoint } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { proxy, wrap } from 'comlink';
import type { Walker } from './walk.worker.ts';

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
  const worker = new Worker(new URL('./walk.worker.ts', import.meta.url), { type: 'module' });
  const walker = wrap<Walker>(worker);
  const state = { isOver: false };
  const end = () => {
    state.isOver = true;
    worker.terminate();
  };
  // Points come by a channel of their own: one may arrive after the end.
  const visit = (point: WalkPoint) => {
    if (!state.isOver) onPoint(point);
  };
  return { done: walker.walk(document, unit, asked, proxy(visit)).finally(end), stop: end };
}
