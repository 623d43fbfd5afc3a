/** A number field for a quantity in one of several dimensions; what is typed in any unit of theirs is taken, and shown in the case's. */
import { enteredAt, findUnit, formatEntered, fromSI, parseQuantity, shownUnit, toSI } from '@keen-ladder/core';
import type { Dimension, Unit } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { Slider } from 'antd';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectDisplay, selectDocument, selectSite } from '../document/selectors.ts';
import { Field } from './Field.tsx';
import { useGesture } from './gesture.ts';
import { NumberInput } from './NumberInput.tsx';
import { unread } from './reading.ts';
import type { Reading } from './reading.ts';

interface Props {
  label: string;
  path: string;
  /** SI, with the dimension that says what it is; null when not set. */
  value: { si: number; dimension: Dimension } | null;
  /** What the field takes; the first is meant when nothing is set yet. Left out where its address says it. */
  dimensions?: [Dimension, ...Dimension[]];
  /** One press of an arrow key, in the unit shown. */
  step: number;
  /** A slider beneath, over this range in the unit shown. */
  range?: [number, number];
  /** SI values that are taken; others are refused where they are typed. */
  limits?: { from: number; to: number };
  note?: ReactNode;
  placeholder?: string;
  onChange: (value: { si: number; dimension: Dimension } | null, gesture: string) => void;
}

export function QuantityField({ label, path, value, dimensions, step, range, limits, note, placeholder, onChange }: Props) {
  const addressed = useAppSelector((state) => (dimensions === undefined ? dimensionOf(selectDocument(state), path) : 'ratio'));
  const taken = dimensions ?? [addressed];
  const site = useAppSelector(selectSite);
  const display = useAppSelector(selectDisplay);
  const [error, setError] = useState<string | undefined>(undefined);
  const slide = useGesture();
  const dimension = value?.dimension ?? taken[0];
  const unit: Unit = findUnit(dimension, shownUnit(display, dimension));
  const shownValue = value === null ? undefined : tidy(fromSI(value.si, unit, site));

  const onText = (text: string, gesture: string) => {
    if (text.trim() === '') {
      onChange(null, gesture);
      return { ok: true } as const;
    }
    const parsed = parseQuantity(text, taken, unit, site);
    if (!parsed.ok) return unread(parsed.problem);
    if (limits !== undefined && !(parsed.value.value >= limits.from && parsed.value.value <= limits.to))
      return beyond(limits, unit);
    onChange({ si: parsed.value.value, dimension: parsed.value.unit.dimension }, gesture);
    return { ok: true } as const;
  };
  const beyond = ({ from, to }: { from: number; to: number }, u: Unit): Reading => {
    const [low, high] = [from, to].map((si) => formatEntered(tidy(fromSI(si, u, site))));
    return { ok: false, certain: false, sentence: `It must lie between ${low} and ${high} ${u.id}.` };
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
            shown={shownValue === undefined ? '' : formatEntered(unit.factor === 1 ? shownValue : short(shownValue))}
            unit={unit.id === 'psi' ? 'psi abs' : unit.id}
            {...(placeholder === undefined ? {} : { placeholder })}
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

/** @throws RangeError for an address at which no number is entered: our mistake, never the user's */
function dimensionOf(document: CaseDocument, address: string): Dimension {
  const measure = enteredAt(document, address)?.measure;
  if (measure === undefined || measure === 'choice' || measure === 'group') throw new RangeError(`no number at ${address}`);
  return measure === 'count' ? 'ratio' : measure;
}

/** A value that another unit makes long is shown in six figures; it stays as it is until something is typed. */
const short = (value: number): number =>
  String(Math.abs(value)).replace(/^0\.0*|\.|e.*$/g, '').length > 8 ? Number(value.toPrecision(6)) : value;

/** A value through two conversions, without the noise of its last digits. */
function tidy(value: number): number {
  return Number(value.toPrecision(12));
}
