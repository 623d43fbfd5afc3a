/** A number field for a quantity in one of several dimensions; what is typed in any unit of theirs is taken, and shown in the case's. */
import { findUnit, formatEntered, fromSI, parseQuantity, toSI } from '@keen-ladder/core';
import type { Dimension, Unit } from '@keen-ladder/core';
import { Slider } from 'antd';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { useAppSelector } from '../app/store.ts';
import { selectSite } from '../document/selectors.ts';
import { Field } from './Field.tsx';
import { useGesture } from './gesture.ts';
import { NumberInput } from './NumberInput.tsx';
import { unread } from './reading.ts';

interface Props {
  label: string;
  path: string;
  /** SI, with the dimension that says what it is; null when not set. */
  value: { si: number; dimension: Dimension } | null;
  /** What the field takes; the first is meant when nothing is set yet. */
  dimensions: [Dimension, ...Dimension[]];
  /** Unit in which a dimension is shown. */
  unitOf: (dimension: Dimension) => string;
  /** One press of an arrow key, in the unit shown. */
  step: number;
  /** A slider beneath, over this range in the unit shown. */
  range?: [number, number];
  note?: ReactNode;
  onChange: (value: { si: number; dimension: Dimension } | null, gesture: string) => void;
}

export function QuantityField({ label, path, value, dimensions, unitOf, step, range, note, onChange }: Props) {
  const site = useAppSelector(selectSite);
  const [error, setError] = useState<string | undefined>(undefined);
  const slide = useGesture();
  const dimension = value?.dimension ?? dimensions[0];
  const unit: Unit = findUnit(dimension, unitOf(dimension));
  const shownValue = value === null ? undefined : tidy(fromSI(value.si, unit, site));

  const onText = (text: string, gesture: string) => {
    if (text.trim() === '') {
      onChange(null, gesture);
      return { ok: true } as const;
    }
    const parsed = parseQuantity(text, dimensions, unit, site);
    if (!parsed.ok) return unread(parsed.problem);
    onChange({ si: parsed.value.value, dimension: parsed.value.unit.dimension }, gesture);
    return { ok: true } as const;
  };
  const setShown = (shown: number, gesture: string) => {
    onChange({ si: toSI(tidy(shown), unit, site), dimension }, gesture);
  };
  return (
    <Field label={label} path={path} error={error} note={note}>
      {({ id, describedBy }) => (
        <>
          <NumberInput
            id={id}
            label={label}
            describedBy={describedBy}
            shown={shownValue === undefined ? '' : formatEntered(shownValue)}
            unit={unit.id}
            onText={onText}
            onStep={(steps, gesture) => {
              if (shownValue !== undefined) setShown(shownValue + steps * step, gesture);
            }}
            onError={setError}
          />
          {range !== undefined && shownValue !== undefined && (
            <Slider
              className="field-slider"
              min={range[0]}
              max={range[1]}
              step={step}
              value={shownValue}
              tooltip={{ open: false }}
              ariaLabelForHandle={`${label}, slider`}
              onChange={(shown) => {
                setShown(shown, slide.current());
              }}
              onChangeComplete={slide.renew}
            />
          )}
        </>
      )}
    </Field>
  );
}

/** A value through two conversions, without the noise of its last digits. */
function tidy(value: number): number {
  return Number(value.toPrecision(12));
}
