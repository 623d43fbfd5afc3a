/** Pressures of the rungs: from both ends, from drops, or each for itself, pasted from a table. */
import { findUnit, formatEntered, fromSI, isLinked, parseQuantity, shownUnit } from '@keen-ladder/core';
import { Button, Input } from 'antd';
import { useState } from 'react';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { hardwareSet, ladderSet } from '../document/documentSlice.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

type By = LadderInputs['pressure']['by'];

const kinds: { value: By; label: string }[] = [
  { value: 'ends', label: 'from both ends' },
  { value: 'drops', label: 'from drops' },
  { value: 'list', label: 'rung by rung' },
];

export function PressureFields({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const dispatch = useAppDispatch();
  const { pressure, stages } = ladder;
  const path = `units.${column.id}.ladder.pressure`;
  const set = (next: LadderInputs['pressure'], gesture?: string) =>
    dispatch(ladderSet({ column: column.id, change: { pressure: next } }, gesture));
  const top = pressure.by === 'list' ? (pressure.values[0] ?? null) : pressure.top;
  /** The other way of saying it begins with what this one says. */
  const choose = (by: By) => {
    const low = top ?? 101325;
    const high =
      pressure.by === 'list'
        ? (pressure.values.at(-1) ?? low)
        : pressure.by === 'ends'
          ? (pressure.bottom ?? low)
          : low + pressure.condenserDrop + pressure.stageDrop * (stages - 2);
    const drop = (high - low) / (stages - 1);
    if (by === 'ends') set({ by, top, bottom: high });
    else if (by === 'drops') set({ by, top, condenserDrop: drop, stageDrop: drop });
    else set({ by, values: Array.from({ length: stages }, (_, j) => low + drop * j) });
  };
  return (
    <>
      {isLinked(column) && (
        <p className="quiet small">
          Below the top the hardware sets the pressure.{' '}
          <Button
            type="link"
            className="go"
            onClick={() => dispatch(hardwareSet({ column: column.id, change: { setsPressure: false } }))}
          >
            Let what is entered here hold
          </Button>
        </p>
      )}
      <ChoiceField label="Pressure" path={`${path}.by`} value={pressure.by} options={kinds} onChange={choose} />
      {pressure.by !== 'list' && (
        <QuantityField
          label="Top pressure"
          path={`${path}.top`}
          value={pressure.top === null ? null : { si: pressure.top, dimension: 'pressure' }}
          step={0.05}
          onChange={(value, gesture) => set({ ...pressure, top: value?.si ?? null }, gesture)}
        />
      )}
      {pressure.by === 'ends' && (
        <QuantityField
          label="Bottom pressure"
          path={`${path}.bottom`}
          value={pressure.bottom === null ? null : { si: pressure.bottom, dimension: 'pressure' }}
          step={0.05}
          placeholder="as at the top"
          onChange={(value, gesture) => set({ ...pressure, bottom: value?.si ?? null }, gesture)}
        />
      )}
      {pressure.by === 'drops' && (
        <>
          <QuantityField
            label="Condenser drop"
            path={`${path}.condenserDrop`}
            value={{ si: pressure.condenserDrop, dimension: 'pressureDrop' }}
            step={1}
            onChange={(value, gesture) => set({ ...pressure, condenserDrop: value?.si ?? 0 }, gesture)}
          />
          <QuantityField
            label="Drop per stage"
            path={`${path}.stageDrop`}
            value={{ si: pressure.stageDrop, dimension: 'pressureDrop' }}
            step={0.5}
            onChange={(value, gesture) => set({ ...pressure, stageDrop: value?.si ?? 0 }, gesture)}
          />
        </>
      )}
      {pressure.by === 'list' && (
        <PressureList values={pressure.values} stages={stages} path={path} onSet={(values) => set({ by: 'list', values })} />
      )}
    </>
  );
}

interface ListProps {
  values: readonly number[];
  stages: number;
  path: string;
  onSet: (values: number[]) => void;
}

/** One pressure a line, from the top; a column of a spreadsheet can be pasted. */
function PressureList({ values, stages, path, onSet }: ListProps) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('pressure', shownUnit(display, 'pressure'));
  const [typed, setTyped] = useState<string | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  const shown = values.map((P) => formatEntered(Number(fromSI(P, unit, site).toPrecision(7)))).join('\n');
  const leave = () => {
    if (typed === undefined) return;
    const lines = typed.split(/[\n\t;]+/).filter((line) => line.trim() !== '');
    const read = lines.map((line) => parseQuantity(line, ['pressure'], unit, site));
    const wrong = read.findIndex((r) => !r.ok);
    if (wrong >= 0) setError(`Line ${wrong + 1}, “${lines[wrong] ?? ''}”, is no pressure.`);
    else if (read.length !== stages) setError(`${read.length} pressures for ${stages} rungs: one a line, from the top.`);
    else {
      setError(undefined);
      setTyped(undefined);
      onSet(read.flatMap((r) => (r.ok ? [r.value.value] : [])));
    }
  };
  return (
    <div className="field" data-path={path}>
      <div className="field-line">
        <label htmlFor="pressure-list">Pressures, {unit.id}, one a line</label>
      </div>
      <Input.TextArea
        id="pressure-list"
        className="pressure-list"
        autoSize={{ minRows: 3, maxRows: 8 }}
        value={typed ?? shown}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={leave}
      />
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
    </div>
  );
}
