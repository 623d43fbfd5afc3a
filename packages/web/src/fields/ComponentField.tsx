import { Select } from 'antd';
import { Field } from './Field.tsx';
import { componentOptions, componentSearch } from './componentSearch.ts';

interface Props {
  label: string;
  path?: string;
  value: string | undefined;
  onChange: (id: string) => void;
}

/** A component of the databank, searched as it is typed. */
export function ComponentField({ label, path, value, onChange }: Props) {
  return (
    <Field label={label} {...(path === undefined ? {} : { path })}>
      {({ id }) => (
        <Select
          id={id}
          aria-label={label}
          className="choice"
          variant="borderless"
          {...(value === undefined ? {} : { value })}
          options={componentOptions}
          showSearch={componentSearch}
          placeholder="choose"
          popupMatchSelectWidth={false}
          onChange={onChange}
        />
      )}
    </Field>
  );
}
