/** A number field for what has one fixed unit or none: a parameter, a count. */
import { findUnit, formatEntered, parseQuantity } from '@keen-ladder/core';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectSite } from '../document/selectors.ts';
import { Field } from './Field.tsx';
import { NumberInput } from './NumberInput.tsx';
import { unread } from './reading.ts';

interface Props {
  label: string;
  path?: string;
  value: number | null;
  unit?: string;
  /** One press of an arrow key. */
  step: number;
  limits?: { from: number; to: number };
  note?: ReactNode;
  placeholder?: string;
  onChange: (value: number | null, gesture: string) => void;
}

export function PlainField({ label, path, value, unit = '', step, limits, note, placeholder, onChange }: Props) {
  const site = useAppSelector(selectSite);
  const [error, setError] = useState<string | undefined>(undefined);
  return (
    <Field label={label} {...(path === undefined ? {} : { path })} error={error} note={note}>
      {({ id, describedBy }) => (
        <NumberInput
          id={id}
          label={label}
          describedBy={describedBy}
          shown={value === null ? '' : formatEntered(value)}
          unit={unit}
          {...(placeholder === undefined ? {} : { placeholder })}
          onText={(text, gesture) => {
            if (text.trim() === '') {
              onChange(null, gesture);
              return { ok: true };
            }
            const bare = unit !== '' && text.trim().endsWith(unit) ? text.trim().slice(0, -unit.length) : text;
            const parsed = parseQuantity(bare, ['ratio'], findUnit('ratio', ''), site);
            if (!parsed.ok) return unread(parsed.problem);
            const { value: typed } = parsed.value;
            if (limits !== undefined && !(typed >= limits.from && typed <= limits.to))
              return {
                ok: false,
                certain: false,
                sentence: `It must lie between ${limits.from} and ${limits.to}${unit === '' ? '' : ` ${unit}`}.`,
              };
            onChange(typed, gesture);
            return { ok: true };
          }}
          onStep={(steps, gesture) => {
            if (value !== null) onChange(Number((value + steps * step).toPrecision(12)), gesture);
          }}
          onError={setError}
        />
      )}
    </Field>
  );
}
