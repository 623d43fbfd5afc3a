import { Select } from 'antd';
import type { ReactNode } from 'react';
import { Field } from './Field.tsx';

interface Props<T extends string> {
  label: string;
  path?: string;
  value: T | undefined;
  options: { value: T; label: string }[];
  placeholder?: string;
  note?: ReactNode;
  onChange: (value: T) => void;
}

/** One of a few things. */
export function ChoiceField<T extends string>({ label, path, value, options, placeholder, note, onChange }: Props<T>) {
  return (
    <Field label={label} {...(path === undefined ? {} : { path })} note={note}>
      {({ id }) => (
        <Select<T>
          id={id}
          aria-label={label}
          className="choice"
          variant="borderless"
          {...(value === undefined ? {} : { value })}
          options={options}
          placeholder={placeholder ?? 'choose'}
          popupMatchSelectWidth={false}
          onChange={onChange}
        />
      )}
    </Field>
  );
}
