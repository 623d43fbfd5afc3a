/** A study of the ladder as it is now: begun when it is looked at and again after every change, in an engine that ends with it. */
import type { Outcome } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useStore } from 'react-redux';
import type { AppStore } from '../../store/store.ts';
import { useAppSelector } from '../../store/store.ts';
import { selectHashes } from '../../document/selectors.ts';
import type { Engine } from '../../engine/engine.worker.ts';
import { startEngine } from '../../engine/engines.ts';
import type { RunningEngine } from '../../engine/engines.ts';
import { engineFailed } from '../../engine/resultsSlice.ts';

/** ms without a change, before a study begins anew. */
const PAUSE = 300;

export interface StudyState<T> {
  outcome: Outcome<T> | null;
  /** What is known so far. */
  part: T | null;
  isRunning: boolean;
  /** Whether what is shown is of the document as it was. */
  isStale: boolean;
  stop: () => void;
}

export type Asks<T> = (
  engine: Remote<Engine>,
  document: CaseDocument,
  unit: string,
  onPart: (part: T) => void,
) => Promise<{ outcome: Outcome<T> }>;

/** @param ask stays the same function from render to render */
export function useStudy<T>(unit: string, ask: Asks<T>): StudyState<T> {
  const store = useStore() as AppStore; // the one store there is
  const hash = useAppSelector((state) => selectHashes(state)?.limits);
  const [shown, setShown] = useState<{ of: string | undefined; outcome: Outcome<T> | null; part: T | null }>(NOTHING);
  const [isRunning, setRunning] = useState(true);
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => {
    let running: RunningEngine | undefined;
    const state = { isLeft: false };
    const end = () => {
      state.isLeft = true;
      running?.stop();
    };
    stop.current = () => {
      end();
      setRunning(false);
    };
    const run = async () => {
      setRunning(true);
      running = startEngine();
      const document = store.getState().document.present;
      try {
        const { outcome } = await ask(running.engine, document, unit, (part) => {
          if (!state.isLeft) setShown({ of: hash, outcome: null, part });
        });
        if (state.isLeft) return;
        setShown({ of: hash, outcome, part: null });
      } catch (error) {
        if (!state.isLeft) store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
      }
      stop.current();
    };
    const pause = window.setTimeout(() => void run(), PAUSE);
    return () => {
      window.clearTimeout(pause);
      end();
    };
  }, [store, unit, ask, hash]);
  return { ...shown, isRunning, isStale: shown.of !== hash, stop: () => stop.current() };
}

const NOTHING = { of: undefined, outcome: null, part: null };
