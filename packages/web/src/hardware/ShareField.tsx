/** A share, entered in per cent. */
import type { ReactNode } from 'react';
import { PlainField } from '../fields/PlainField.tsx';

interface Props {
  label: string;
  path: string;
  value: number | null;
  /** In per cent. */
  limits: [number, number];
  unit?: string;
  note?: ReactNode;
  placeholder?: string;
  onChange: (value: number | null, gesture: string) => void;
}

export function ShareField({ value, limits: [from, to], unit = '%', onChange, ...rest }: Props) {
  return (
    <PlainField
      {...rest}
      value={value === null ? null : Number((100 * value).toPrecision(10))}
      unit={unit}
      step={1}
      limits={{ from, to }}
      onChange={(percent, gesture) => onChange(percent === null ? null : Number((percent / 100).toPrecision(10)), gesture)}
    />
  );
}
