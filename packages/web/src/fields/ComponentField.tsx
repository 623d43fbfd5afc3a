import { ComponentSelect } from './ComponentSelect.tsx';
import { Field } from './Field.tsx';

interface Props {
  label: string;
  path?: string;
  value: { id: string; name: string } | undefined;
  error?: string | undefined;
  onChange: (id: string) => void;
}

/** A component of the databank, on its hairline. */
export function ComponentField({ label, path, value, error, onChange }: Props) {
  return (
    <Field label={label} error={error} {...(path === undefined ? {} : { path })}>
      {({ id }) => (
        <ComponentSelect
          id={id}
          label={label}
          value={value}
          placeholder="choose"
          bordered={false}
          onChange={(chosen) => onChange(chosen.id)}
        />
      )}
    </Field>
  );
}
