/** A line of the input column: what it is, its control over a hairline, a sentence beneath when something is wrong with it. */
import type { ReactNode } from 'react';
import { useId } from 'react';

interface Props {
  label: string;
  /** Where open points lead to: the document path of what stands here. */
  path?: string;
  note?: ReactNode;
  error?: string | undefined;
  children: (ids: { id: string; describedBy: string | undefined }) => ReactNode;
}

export function Field({ label, path, note, error, children }: Props) {
  const id = useId();
  const describedBy = error === undefined ? undefined : `${id}-error`;
  return (
    <div className="field" data-path={path}>
      <div className="field-line">
        <label htmlFor={id}>{label}</label>
        {children({ id, describedBy })}
      </div>
      {note !== undefined && <div className="field-note">{note}</div>}
      {error !== undefined && (
        <div className="field-error" id={describedBy} role="alert">
          {error}
        </div>
      )}
    </div>
  );
}
