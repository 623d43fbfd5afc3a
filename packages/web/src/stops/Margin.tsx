/** What every stop's margin may say: open points with a way to their field, warnings, notes. */
import { explain, explainOpenPoint, explainWarning } from '@keen-ladder/core';
import type { OpenPoint, Reason, Warning } from '@keen-ladder/core';
import { Button, Input, Tooltip } from 'antd';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { notesWritten } from '../document/documentSlice.ts';
import { selectShow } from '../document/showing.ts';
import { useGesture } from '../fields/gesture.ts';
import type { Proposal } from './proposals.ts';
import type { LastStanding } from './standing.ts';
import { useGoToField } from './useGoToField.ts';

interface SaidProps<T> {
  standing: LastStanding<T>;
  /** What is said while the first answer is awaited. */
  waiting: string;
  /** Ways out of a reason, as buttons. */
  waysOut?: (reason: Reason) => Proposal[];
  children: (value: T, warnings: Warning[]) => ReactNode;
}

/** What a stop's last result says, whichever state it is in. */
export function Said<T>({ standing, waiting, waysOut, children }: SaidProps<T>) {
  const failure = useAppSelector((state) => state.results.failure);
  const show = useAppSelector(selectShow);
  const dispatch = useAppDispatch();
  if (failure !== null) return <p className="sentence">The engine failed: {failure} Reload the page; your work is kept.</p>;
  switch (standing.state) {
    case 'ready':
      return <p className="sentence">{waiting}</p>;
    case 'open':
      return <OpenPoints points={standing.points} />;
    case 'out-of-reach':
      return (
        <div role="status">
          <h2>Out of reach</h2>
          <p className="sentence">{explain(standing.reason, show)}</p>
          {waysOut?.(standing.reason).map(({ label, action }) => (
            <Button key={label} type="primary" onClick={() => dispatch(action)}>
              {label}
            </Button>
          ))}
        </div>
      );
    case 'solved':
      return children(standing.value, standing.warnings);
  }
}

function OpenPoints({ points }: { points: readonly OpenPoint[] }) {
  const goToField = useGoToField();
  const show = useAppSelector(selectShow);
  return (
    <>
      <h2>Open points</h2>
      <p className="quiet">{points.length === 1 ? 'Still needed:' : `${points.length} things are still needed:`}</p>
      <ul className="open-points">
        {points.map((point) => (
          <li key={point.path + point.code}>
            <span className="sentence">{explainOpenPoint(point, show)}</span>
            <Button type="link" className="go" onClick={() => goToField(point.path)}>
              Go to the field
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

export function Warnings({ warnings }: { warnings: readonly Warning[] }) {
  const show = useAppSelector(selectShow);
  return warnings.map((warning) => (
    <p className="sentence" key={warning.code + explainWarning(warning, show)}>
      {explainWarning(warning, show)}
    </p>
  ));
}

export function Notes() {
  const dispatch = useAppDispatch();
  const notes = useAppSelector((state) => state.document.present.notes);
  const gesture = useGesture();
  return (
    <Input.TextArea
      className="notes"
      aria-label="Notes on this case"
      placeholder="Where the numbers came from, what was agreed, what to try next."
      autoSize={{ minRows: 6, maxRows: 26 }}
      maxLength={20_000}
      value={notes}
      onChange={(event) => dispatch(notesWritten(event.target.value, gesture.current()))}
      onBlur={gesture.renew}
    />
  );
}

/** Names and figures, one line each. */
export function Figures({ rows }: { rows: readonly (readonly [string, string])[] }) {
  return (
    <dl className="figures">
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

export type ExplainedRow = readonly [name: string, value: string, why?: string];

/** Figures that say how they are worked out where they are pointed at, or come to by the keyboard. */
export function ExplainedFigures({ rows }: { rows: readonly ExplainedRow[] }) {
  const [asked, setAsked] = useState<string | undefined>(undefined);
  return (
    <dl className="figures">
      {rows.map(([name, value, reason]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>
            {reason === undefined ? (
              value
            ) : (
              <Explained name={name} value={value} reason={reason} isAsked={asked === name} onAsk={setAsked} />
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}

interface ExplainedProps {
  name: string;
  value: string;
  reason: string;
  isAsked: boolean;
  onAsk: (name: string | undefined) => void;
}

/** The tooltip is made for the one figure that is asked: a dozen of them would slow every drag. */
function Explained({ name, value, reason, isAsked, onAsk }: ExplainedProps) {
  return (
    <>
      <button
        type="button"
        className="explained"
        aria-label={`${name}: ${value}. How it is worked out`}
        onPointerEnter={() => onAsk(name)}
        onPointerLeave={() => onAsk(undefined)}
        onFocus={() => onAsk(name)}
        onBlur={() => onAsk(undefined)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') onAsk(undefined);
        }}
      >
        {value}
      </button>
      {isAsked && (
        <Tooltip open title={reason} placement="left">
          <span className="explained-at" />
        </Tooltip>
      )}
    </>
  );
}
