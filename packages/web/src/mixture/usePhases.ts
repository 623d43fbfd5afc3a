/** Asks the mixture's worker; an answer counts only as long as its question stands. */
import type { Held, MixtureMap, Outcome, PairDiagram } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Phases } from './mixture.worker.ts';

let started: Remote<Phases> | undefined;

/** One worker for the page, started when it is first asked. */
const worker = (): Remote<Phases> =>
  (started ??= wrap<Phases>(new Worker(new URL('./mixture.worker.ts', import.meta.url), { type: 'module' })));

export interface Asked {
  mixture: CaseDocument['mixture'];
  P: number; // Pa
  /** Places of two components; undefined where there are no two. */
  pair: [number, number] | undefined;
  held: Held;
}

export interface Answers {
  /** undefined while it is worked out. */
  map: Outcome<MixtureMap> | undefined;
  pair: Outcome<PairDiagram> | undefined;
  failure: string | undefined;
}

export function usePhases({ mixture, P, pair, held }: Asked): Answers {
  const [failure, setFailure] = useState<string | undefined>(undefined);
  const askMap = useMemo(() => async (): Promise<Outcome<MixtureMap>> => worker().map({ mixture }, P), [mixture, P]);
  const askPair = useMemo(() => {
    if (pair === undefined) return undefined;
    return async (): Promise<Outcome<PairDiagram>> => worker().pair({ mixture }, pair[0], pair[1], held);
  }, [mixture, pair, held]);
  return { map: useAnswer(askMap, setFailure), pair: useAnswer(askPair, setFailure), failure };
}

function useAnswer<T>(ask: (() => Promise<T>) | undefined, onFailure: (sentence: string | undefined) => void): T | undefined {
  const [answer, setAnswer] = useState<{ to: typeof ask; value: T } | undefined>(undefined);
  useEffect(() => {
    if (ask === undefined) return undefined;
    let isLeft = false;
    ask().then(
      (value) => {
        if (isLeft) return;
        setAnswer({ to: ask, value });
        onFailure(undefined);
      },
      (error: unknown) => {
        if (!isLeft) onFailure(error instanceof Error ? error.message : String(error));
      },
    );
    return () => {
      isLeft = true;
    };
  }, [ask, onFailure]);
  return answer?.to === ask ? answer?.value : undefined;
}
