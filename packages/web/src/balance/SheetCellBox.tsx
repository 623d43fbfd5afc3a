/** One cell of the balance sheet: a figure that follows, a number that was given, or a field while it is typed. */
import { explainParse } from '@keen-ladder/core';
import { Tooltip } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import type { ColumnUnit, SheetCell } from '@keen-ladder/schema';
import { useGesture } from '../fields/gesture.ts';
import { givenAt, kindAt, readCell, shownGiven, shownValue, valueAt } from './places.ts';
import type { Amounts, Place, Showing, View } from './places.ts';

interface Props {
  column: ColumnUnit;
  place: Place;
  /** What the cell is, in words. */
  name: string;
  view: View;
  ids: readonly string[];
  amounts: Amounts;
  showing: Showing;
  inTabOrder: boolean;
  onFocus: () => void;
  onSet: (cell: SheetCell, gesture: string) => void;
  onClear: (cell: SheetCell) => void;
}

export function SheetCellBox(props: Props) {
  const { column, place, name, view, ids, amounts, showing, inTabOrder, onFocus } = props;
  const { typed, error, cell, given, begin, edit, clear, read, leave, onFieldKey } = useTyping(props);
  const value = valueAt(place, view, ids, amounts);
  const kind = kindAt(place, view);
  const onCellKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Delete' || event.key === 'Backspace') clear();
    else if (event.key === 'Enter' || event.key === 'F2') edit();
    else if (/^[\d.<>≤≥]$/.test(event.key)) begin(event.key);
    else return;
    event.preventDefault();
  };
  const path = `units.${column.id}.balance.${place.product}.${place.component ?? 'total'}.${given?.kind ?? kind}`;
  const label = given === undefined ? name : `${name}, given`;
  const classes = [
    'sheet-cell',
    place.column === 'flow' || place.column === 'ratio' ? 'product-first' : '',
    given ? 'given' : '',
  ].join(' ');
  if (typed !== undefined) {
    return (
      <td className={classes} data-path={path} ref={cell} role="gridcell" tabIndex={-1}>
        <Tooltip title={error} open={error !== undefined}>
          <input
            className="sheet-input"
            aria-label={label}
            aria-invalid={error !== undefined}
            autoFocus
            autoComplete="off"
            placeholder={value === undefined ? '' : shownValue(value, kind, showing)}
            value={typed}
            onChange={(event) => read(event.target.value, false)}
            onKeyDown={onFieldKey}
            onBlur={() => {
              if (read(typed, true)) leave();
            }}
          />
        </Tooltip>
      </td>
    );
  }
  return (
    <td
      className={classes}
      data-path={path}
      data-place={`${place.product} ${place.component ?? 'total'} ${place.column}`}
      ref={cell}
      role="gridcell"
      aria-label={label}
      tabIndex={inTabOrder ? 0 : -1}
      title={given === undefined && value !== undefined ? String(Number(value.toPrecision(8))) : undefined}
      onFocus={onFocus}
      onDoubleClick={edit}
      onKeyDown={onCellKey}
      onPaste={(event) => begin(event.clipboardData.getData('text').trim())}
    >
      {given !== undefined && <Anchor />}
      {given !== undefined ? shownGiven(given, view, place, showing) : value === undefined ? '–' : shownValue(value, kind, showing)}
    </td>
  );
}

/** A cell's field while a number is typed into it: what is readable goes to the sheet at once, what is not stays with its sentence. */
function useTyping({
  column,
  place,
  view,
  showing,
  onSet,
  onClear,
}: Omit<Props, 'name' | 'ids' | 'amounts' | 'inTabOrder' | 'onFocus'>) {
  const [typed, setTyped] = useState<string | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  const cell = useRef<HTMLTableCellElement>(null);
  const takesFocus = useRef(false);
  const gesture = useGesture();
  const given = givenAt(column.balance.cells, place);

  /** The focus goes back to the cell when its field is closed by a key; a click elsewhere takes it there. */
  useEffect(() => {
    if (typed === undefined && takesFocus.current) cell.current?.focus();
    takesFocus.current = false;
  }, [typed]);

  const begin = (text: string) => setTyped(text);
  /** To change what was given; typing into a cell that is only chosen replaces it. */
  const edit = () => begin(given === undefined ? '' : shownGiven(given, view, place, showing));
  const leave = () => {
    setTyped(undefined);
    setError(undefined);
    gesture.renew();
  };
  const clear = () => {
    if (given !== undefined) onClear(given);
  };
  const read = (text: string, isFinal: boolean): boolean => {
    setTyped(text);
    if (text.trim() === '') {
      clear();
      setError(undefined);
      return true;
    }
    const reading = readCell(text, place, view, showing);
    if (!reading.ok) {
      setError(isFinal ? explainParse(reading.problem) : undefined);
      return false;
    }
    setError(undefined);
    if (given !== undefined && given.kind !== reading.cell.kind) onClear(given);
    onSet(reading.cell, gesture.current());
    return true;
  };
  const onFieldKey = (event: KeyboardEvent) => {
    const isDone = event.key === 'Escape' || (event.key === 'Enter' && typed !== undefined && read(typed, true));
    if (!isDone) return;
    takesFocus.current = true;
    leave();
    event.stopPropagation();
    event.preventDefault();
  };

  return { typed, error, cell, given, begin, edit, clear, read, leave, onFieldKey };
}

/** What is held fast. */
function Anchor() {
  return (
    <svg className="anchor" width={10} height={12} viewBox="0 0 10 12" aria-hidden="true">
      <path d="M5 3.4V11M2.6 5.4h4.8M.8 7.6C1 9.8 2.8 11 5 11s4-1.2 4.2-3.4" fill="none" stroke="currentColor" strokeWidth={1.3} />
      <circle cx={5} cy={2} r={1.3} fill="none" stroke="currentColor" strokeWidth={1.2} />
    </svg>
  );
}
