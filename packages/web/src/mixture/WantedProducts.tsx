/** What is wanted at the top and at the bottom, as mole fractions; left empty, the balance sheet says it. */
import { Input } from 'antd';
import { Field } from '../fields/Field.tsx';

export interface Wanted {
  top: string;
  bottom: string;
}

interface Props {
  wanted: Wanted;
  names: readonly string[];
  isOnSheet: boolean;
  error: string | undefined;
  onChange: (next: Wanted) => void;
}

export function WantedProducts({ wanted, names, isOnSheet, error, onChange }: Props) {
  const field = (key: keyof Wanted, label: string) => (
    <Field label={label}>
      {({ id }) => (
        <span className="number">
          <Input
            id={id}
            aria-label={`${label}, mole fractions of ${names.join(', ')}`}
            variant="borderless"
            className="number-input"
            placeholder={isOnSheet ? 'as on the balance sheet' : 'not set'}
            value={wanted[key]}
            onChange={(event) => onChange({ ...wanted, [key]: event.target.value })}
          />
        </span>
      )}
    </Field>
  );
  return (
    <section>
      <h2>Wanted products</h2>
      {field('top', 'Top')}
      {field('bottom', 'Bottom')}
      <p className="field-note">Mole fractions in the order of the components, by spaces.</p>
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
    </section>
  );
}
