import { formatEntered, parseReflux } from '@keen-ladder/core';
import { Slider } from 'antd';
import { memo, useState } from 'react';
import type { RefluxWish } from '@keen-ladder/schema';
import { Field } from '../fields/Field.tsx';
import { useGesture } from '../fields/gesture.ts';
import { NumberInput } from '../fields/NumberInput.tsx';
import { unread } from '../fields/reading.ts';

const REFLUX_STEP = 0.01;

interface Props {
  path: string;
  reflux: RefluxWish | null;
  onChange: (reflux: RefluxWish | null, gesture: string) => void;
}

/** The reflux, as a ratio or as a multiple of the minimum: whichever is typed. */
export const RefluxField = memo(function RefluxField({ path, reflux, onChange: set }: Props) {
  const [error, setError] = useState<string | undefined>(undefined);
  const slide = useGesture();
  const setValue = (value: number, gesture: string) => {
    if (reflux !== null) set({ kind: reflux.kind, value: Number(value.toPrecision(10)) }, gesture);
  };
  const onText = (text: string, gesture: string) => {
    if (text.trim() === '') {
      set(null, gesture);
      return { ok: true } as const;
    }
    const parsed = parseReflux(text, reflux?.kind ?? 'ratio');
    if (!parsed.ok) return unread(parsed.problem);
    set(parsed.value, gesture);
    return { ok: true } as const;
  };
  return (
    <Field label="Reflux" path={path} error={error}>
      {({ id, describedBy }) => (
        <>
          <NumberInput
            id={id}
            label="Reflux"
            describedBy={describedBy}
            shown={reflux === null ? '' : formatEntered(reflux.value)}
            unit={reflux?.kind === 'multiple' ? '× minimum' : 'mol/mol'}
            onText={onText}
            onStep={(steps, gesture) => {
              if (reflux !== null) setValue(reflux.value + steps * REFLUX_STEP, gesture);
            }}
            onError={setError}
          />
          {reflux !== null && (
            <Slider
              className="field-slider"
              min={reflux.kind === 'multiple' ? 1 : 0}
              max={reflux.kind === 'multiple' ? 3 : Math.max(5, Math.ceil(reflux.value))}
              step={REFLUX_STEP}
              value={reflux.value}
              tooltip={{ open: false }}
              ariaLabelForHandle="Reflux, slider"
              onChange={(value) => {
                setValue(value, slide.current());
              }}
              onChangeComplete={slide.renew}
            />
          )}
        </>
      )}
    </Field>
  );
});
