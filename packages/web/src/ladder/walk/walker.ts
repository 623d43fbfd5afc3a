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
  return {
    done: walker.walk(document, unit, asked, proxy(onPoint)).finally(() => {
      worker.terminate();
    }),
    stop: () => {
      worker.terminate();
    },
  };
}
