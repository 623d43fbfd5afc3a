/** Asks the mixture's engine, one of its own, so that a column that is being solved does not wait for it; an answer counts only as long as its question stands. */
import type { MapQuestion, MixtureMap, Outcome } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import type { Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Engine } from '../engine/engine.worker.ts';
import { startEngine } from '../engine/engines.ts';

let started: Remote<Engine> | undefined;

/** One engine for the page, started when it is first asked. */
export const phases = (): Remote<Engine> => (started ??= startEngine().engine);

/** One question at a time; of those that wait only the newest is asked, and what an older one would have answered is never told. */
export function newestOnly<T>(): (ask: () => Promise<T>) => Promise<T> {
  let underWay: Promise<unknown> = Promise.resolve();
  let newest = 0;
  return (ask) => {
    const mine = ++newest;
    const answer = underWay.then(() => (mine === newest ? ask() : new Promise<T>(() => undefined)));
    // A question that was passed over must not hold up those that come after it.
    underWay = underWay.then(() => (mine === newest ? answer.catch(() => undefined) : undefined));
    return answer;
  };
}

const newestMap = newestOnly<Outcome<MixtureMap>>();

interface Answers {
  /** undefined while it is worked out. */
  map: Outcome<MixtureMap> | undefined;
  failure: string | undefined;
}

/** @param P Pa */
export function usePhases(mixture: CaseDocument['mixture'], P: number, { gapT, products }: MapQuestion): Answers {
  const ask = useMemo(
    () => (): Promise<Outcome<MixtureMap>> => newestMap(async () => phases().map({ mixture }, P, { gapT, products })),
    [mixture, P, gapT, products],
  );
  const { answer, failure } = useAnswer(ask);
  return { map: answer, failure };
}

export interface Answer<T> {
  /** undefined while it is worked out. */
  answer: T | undefined;
  /** The engine's own failure, which is our mistake and must be seen. */
  failure: string | undefined;
}

/** @param ask the same function as long as the question is the same */
export function useAnswer<T>(ask: (() => Promise<T>) | undefined): Answer<T> {
  const [settled, setSettled] = useState<{ to: typeof ask } & Answer<T>>({ to: undefined, answer: undefined, failure: undefined });
  useEffect(() => {
    if (ask === undefined) return undefined;
    let isLeft = false;
    const settle = (answer: T | undefined, failure: string | undefined) => {
      if (!isLeft) setSettled({ to: ask, answer, failure });
    };
    ask().then(
      (answer) => settle(answer, undefined),
      (error: unknown) => settle(undefined, error instanceof Error ? error.message : String(error)),
    );
    return () => {
      isLeft = true;
    };
  }, [ask]);
  return settled.to === ask && ask !== undefined ? settled : { answer: undefined, failure: undefined };
}
