/** For who wants to say how the column is solved: the method, and a profile to begin from. Neither is ever needed. */
import { MethodName } from '@keen-ladder/schema';
import { Button, Input } from 'antd';
import { useState } from 'react';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { ladderSet } from '../document/documentSlice.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { profileWords, readProfile } from './pastedProfile.ts';
import { selectTable } from './table.ts';

type Choice = MethodName | 'proposed';

const methods: { value: Choice; label: string }[] = [
  { value: 'proposed', label: 'one after the other' },
  ...MethodName.options.map((value) => ({ value, label: `${value}, alone` })),
];

export function HowSolved({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const dispatch = useAppDispatch();
  const set = (change: Partial<LadderInputs>) => dispatch(ladderSet({ column: column.id, change }));
  const path = `units.${column.id}.ladder`;
  return (
    <details className="solve-log" open={ladder.method !== null || ladder.given !== null}>
      <summary>How it is solved</summary>
      <ChoiceField<Choice>
        label="Methods"
        path={`${path}.method`}
        value={ladder.method ?? 'proposed'}
        options={methods}
        onChange={(next) => set({ method: next === 'proposed' ? null : next })}
      />
      {ladder.given === null ? (
        <ProfileField path={`${path}.given`} onGiven={(given) => set({ given })} />
      ) : (
        <div className="field" data-path={`${path}.given`}>
          <p className="small">Begins from a given profile: {profileWords(ladder.given)}.</p>
          <Button size="small" onClick={() => set({ given: null })}>
            Begin from its own profile again
          </Button>
        </div>
      )}
    </details>
  );
}

function ProfileField({ path, onGiven }: { path: string; onGiven: (given: NonNullable<LadderInputs['given']>) => void }) {
  const table = useAppSelector(selectTable);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | undefined>(undefined);
  const take = () => {
    const read = readProfile(text, table);
    if (read.ok) onGiven(read.given);
    else setError(read.sentence);
  };
  return (
    <div className="field" data-path={path}>
      <div className="field-line">
        <label htmlFor="given-profile">Begin from a profile</label>
      </div>
      <Input.TextArea
        id="given-profile"
        className="pressure-list"
        autoSize={{ minRows: 3, maxRows: 8 }}
        placeholder={'temperature, °C\tliquid, kmol/h\n64.7\t120\n…'}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setError(undefined);
        }}
      />
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
      <p className="quiet small">
        A table with a heading, a row for every rung from the top. The table of stages of another case can be pasted here.
      </p>
      <Button size="small" disabled={text.trim() === ''} onClick={take}>
        Begin from this
      </Button>
    </div>
  );
}
