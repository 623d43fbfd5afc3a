/** A whole number in a field: stages, rungs. */
import { Slider } from 'antd';
import { useState } from 'react';
import { Field } from '../fields/Field.tsx';
import { useGesture } from '../fields/gesture.ts';
import { NumberInput } from '../fields/NumberInput.tsx';

interface Props {
  label: string;
  path: string;
  value: number;
  unit: string;
  least: number;
  most: number;
  hasSlider?: boolean;
  onChange: (value: number, gesture: string) => void;
}

export function CountField({ label, path, value, unit, least, most, hasSlider = false, onChange }: Props) {
  const [error, setError] = useState<string | undefined>(undefined);
  const slide = useGesture();
  const onText = (text: string, gesture: string) => {
    const typed = Number(text.trim());
    if (text.trim() === '' || !Number.isInteger(typed) || typed < least || typed > most)
      return { ok: false, certain: text.trim() !== '', sentence: `Type a whole number from ${least} to ${most}.` } as const;
    onChange(typed, gesture);
    return { ok: true } as const;
  };
  return (
    <Field label={label} path={path} error={error} {...(hasSlider ? { note: unit } : {})}>
      {({ id, describedBy }) => (
        <>
          <NumberInput
            id={id}
            label={label}
            describedBy={describedBy}
            shown={String(value)}
            unit={hasSlider ? '' : unit}
            onText={onText}
            onStep={(steps, gesture) => onChange(Math.max(least, Math.min(most, value + steps)), gesture)}
            onError={setError}
          />
          {hasSlider && (
            <Slider
              className="field-slider"
              min={least}
              max={[20, 40, 60, 120, 200, 400].find((end) => value <= 0.8 * end) ?? most}
              value={value}
              tooltip={{ open: false }}
              ariaLabelForHandle={`${label}, slider`}
              onChange={(next) => onChange(next, slide.current())}
              onChangeComplete={slide.renew}
            />
          )}
        </>
      )}
    </Field>
  );
}
