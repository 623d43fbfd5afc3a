/** Engines run side by side, each in a worker of its own: who starts one may end it at any time, deep in a column or not. */
import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { Engine } from './engine.worker.ts';

export interface RunningEngine {
  engine: Remote<Engine>;
  /** Ends it, whatever it does; what it would have said is never heard. */
  stop: () => void;
}

/** An engine that was started before it is asked for: it takes as long to start as the page itself. */
let spare: Worker | undefined;

/** Starts an engine for whoever asks first. */
export function prepareEngine(): void {
  if (spare !== undefined) return;
  const worker = startWorker();
  spare = worker;
  // One that fails is not handed on: the next tells of it by itself.
  worker.addEventListener('error', () => {
    if (spare === worker) spare = undefined;
  });
}

const startWorker = (): Worker => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });

/** @param onFailure told where the worker itself fails, which is our mistake and must be seen */
export function startEngine(onFailure?: (message: string) => void): RunningEngine {
  const worker = spare ?? startWorker();
  spare = undefined;
  if (onFailure !== undefined) worker.addEventListener('error', (event) => onFailure(event.message || 'The engine did not start.'));
  return { engine: wrap<Engine>(worker), stop: () => worker.terminate() };
}
