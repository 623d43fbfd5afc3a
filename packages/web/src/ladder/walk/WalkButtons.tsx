/** On a card: walk to what is wanted, and ask how far it goes. */
import { capital, quantityDimension, quantityName, readUnit } from '@keen-ladder/core';
import type { LadderFacts, WalkFacts } from '@keen-ladder/core';
import { Button } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useStore } from 'react-redux';
import type { CaseDocument, ColumnUnit, LadderTarget } from '@keen-ladder/schema';
import { part } from '../../store/parts.ts';
import type { AppStore } from '../../store/store.ts';
import { useAppDispatch, useAppSelector } from '../../store/store.ts';
import { ladderSet, targetSet } from '../../document/documentSlice.ts';
import { selectDocument } from '../../document/selectors.ts';
import { selectShow, selectShowQuantity } from '../../document/showing.ts';
import { engineFailed, ladderPassed, ladderReturned } from '../../engine/resultsSlice.ts';
import { InPlaceOf } from '../InPlaceOf.tsx';
import { targetsInPlace } from '../targetsInPlace.ts';
import { endWords } from './endWords.ts';
import { startWalk } from './walker.ts';
import type { RunningWalk } from './walker.ts';

const HowFar = lazy(part(async () => ({ default: (await import('./HowFar.tsx')).HowFar })));

interface Props {
  column: ColumnUnit;
  target: LadderTarget;
  facts: LadderFacts | null;
}

type Said = { kind: 'walking'; part: number } | { kind: 'short'; walked: WalkFacts; instead: string | null } | { kind: 'failed' };

/** A target that is walked to its wanted value, and what is said of it meanwhile. */
function useWalk({ column, target, facts }: Props) {
  const dispatch = useAppDispatch();
  const store = useStore() as AppStore; // the one store there is
  const [said, setSaid] = useState<Said | undefined>(undefined);
  const running = useRef<RunningWalk | undefined>(undefined);
  useEffect(() => () => running.current?.stop(), []);
  const now = facts?.targets[target.id]?.now ?? null;
  const { value } = target;

  /** Takes a value as wanted and in force, in the place of another where it was not. */
  const hold = (wanted: number, instead: string | null) => {
    setSaid(undefined);
    if (instead === null) {
      dispatch(targetSet({ column: column.id, target: { ...target, value: wanted } }));
      return;
    }
    const targets = targetsInPlace(column.ladder?.targets ?? [], target.id, wanted, instead);
    dispatch(ladderSet({ column: column.id, change: { targets } }));
  };
  const walk = (instead: string | null) => {
    if (now === null || value === null) return;
    setSaid({ kind: 'walking', part: 0 });
    const from = standingDocument(store.getState().document.present, column.id, target.id, target.isInForce ? now : value);
    const direction = value > now ? 'up' : 'down';
    const started = startWalk(from, column.id, { target: target.id, instead, to: value, direction }, (point) => {
      setSaid({ kind: 'walking', part: point.part });
      dispatch(ladderPassed({ unit: column.id, facts: point.facts }));
    });
    running.current = started;
    started.done.then(
      (outcome) => {
        if (outcome.state !== 'solved') setSaid({ kind: 'failed' });
        else if (!outcome.value.isWhole) setSaid({ kind: 'short', walked: outcome.value, instead });
        else {
          dispatch(ladderPassed({ unit: column.id, facts: outcome.value.facts }));
          hold(value, instead);
        }
      },
      (error: unknown) => dispatch(engineFailed(error instanceof Error ? error.message : String(error))),
    );
  };
  const stop = () => {
    running.current?.stop();
    setSaid(undefined);
    dispatch(ladderReturned({ unit: column.id }));
  };
  return { said, now, walk, hold, stop };
}

export function WalkButtons({ column, target, facts }: Props) {
  const { said, now, walk, hold, stop } = useWalk({ column, target, facts });
  const [isAsked, setAsked] = useState(false);
  const { value } = target;
  const canWalk = now !== null && value !== null && Math.abs(now - value) > 1e-6 * Math.abs(value);
  return (
    <>
      <span className="walk-actions">
        {said?.kind === 'walking' ? (
          <>
            <span className="quiet small" role="status">
              walking: {Math.round(100 * said.part)} %
            </span>
            <Button type="link" size="small" onClick={stop}>
              Stop
            </Button>
          </>
        ) : (
          <>
            {canWalk && <InPlaceOf column={column} target={target} words="Walk there" onChosen={walk} />}
            <Button type="link" size="small" disabled={now === null} onClick={() => setAsked(true)}>
              How far?
            </Button>
          </>
        )}
      </span>
      {said?.kind === 'short' && (
        <CameShort
          column={column}
          target={target}
          walked={said.walked}
          onHold={() => hold(Number(said.walked.reached.toPrecision(4)), said.instead)}
        />
      )}
      {said?.kind === 'failed' && <p className="sentence">The walk found nowhere to begin: the column has to stand first.</p>}
      {isAsked && (
        <Suspense fallback={null}>
          <HowFar column={column} target={target} onClose={() => setAsked(false)} />
        </Suspense>
      )}
    </>
  );
}

interface CameShortProps {
  column: ColumnUnit;
  target: LadderTarget;
  walked: WalkFacts;
  onHold: () => void;
}

/** How far a walk came and why no farther; what was reached can be held. */
function CameShort({ column, target: { quantity }, walked, onHold }: CameShortProps) {
  const document = useAppSelector(selectDocument);
  const show = useAppSelector(selectShowQuantity);
  const words = useAppSelector(selectShow);
  const dimension = quantityDimension(quantity);
  const reached = show(walked.reached, dimension);
  return (
    <div className="walk-said" role="status">
      <p className="sentence">
        {capital(quantityName(readUnit(document, column), column, quantity))} came to {reached}:{' '}
        {endWords(walked.end, words, dimension)}.
      </p>
      <Button size="small" onClick={onHold}>
        Hold {reached}
      </Button>
    </div>
  );
}

/** The document as the column stands: a target in force that is not met is set back to what it is. */
function standingDocument(document: CaseDocument, unit: string, id: string, value: number): CaseDocument {
  return {
    ...document,
    units: document.units.map((u) =>
      u.id !== unit || u.kind !== 'column' || u.ladder === null
        ? u
        : { ...u, ladder: { ...u.ladder, targets: u.ladder.targets.map((t) => (t.id === id ? { ...t, value } : t)) } },
    ),
  };
}
