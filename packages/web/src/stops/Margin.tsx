/** What every stop's margin may say: open points with a way to their field, warnings, notes. */
import { explainOpenPoint, explainWarning } from '@keen-ladder/core';
import type { OpenPoint, Warning } from '@keen-ladder/core';
import { Button, Input } from 'antd';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { notesWritten } from '../document/documentSlice.ts';
import { selectShow } from '../document/showing.ts';
import { useGesture } from '../fields/gesture.ts';
import { useGoToField } from './useGoToField.ts';

export function OpenPoints({ points }: { points: readonly OpenPoint[] }) {
  const goToField = useGoToField();
  return (
    <>
      <h2>Open points</h2>
      <p className="quiet">{points.length === 1 ? 'One more thing is needed:' : `${points.length} more things are needed:`}</p>
      <ul className="open-points">
        {points.map((point) => (
          <li key={point.path + point.code}>
            <span className="sentence">{explainOpenPoint(point)}</span>
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
