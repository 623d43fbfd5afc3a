/** The stage of a feed or of a side draw: one counted from the top, or where it serves best. */
import { memo, useState } from 'react';
import { useAppDispatch } from '../store/store.ts';
import { stageChosen } from '../document/documentSlice.ts';
import type { StageChoice } from '../document/columnReducers.ts';
import { Field } from '../fields/Field.tsx';
import { NumberInput } from '../fields/NumberInput.tsx';

interface Props extends Pick<StageChoice, 'column' | 'of' | 'id'> {
  label: string;
  stage: number | undefined;
  /** The best one, as last solved. */
  best: number | undefined;
  /** Whether the best may be left to the drawing; a rating needs every stage. */
  mayBeBest: boolean;
}

const MOST = 1000;

export const StageField = memo(function StageField({ column, of, id, label, stage, best, mayBeBest }: Props) {
  const dispatch = useAppDispatch();
  const [error, setError] = useState<string | undefined>(undefined);
  const set = (next: number | 'best', gesture: string) => dispatch(stageChosen({ column, of, id, stage: next }, gesture));
  const onText = (text: string, gesture: string) => {
    const word = text.trim().toLowerCase();
    const isNone = word === '' || (mayBeBest && 'best'.startsWith(word));
    const typed = Number(word);
    if (!isNone && !(Number.isInteger(typed) && typed >= 1 && typed <= MOST)) {
      const words = mayBeBest ? 'Type “best”, or a stage' : 'Type a stage';
      return { ok: false, certain: true, sentence: `${words} counted from the top: 1, 2, 3 …` } as const;
    }
    set(isNone ? 'best' : typed, gesture);
    return { ok: true } as const;
  };
  const unit = stage === undefined && mayBeBest ? (best === undefined ? '' : `stage ${best}`) : 'from the top';
  return (
    <Field label={label} path={`units.${column}.graph.${of}Stages.${id}`} error={error}>
      {({ id: field, describedBy }) => (
        <NumberInput
          id={field}
          label={label}
          describedBy={describedBy}
          shown={stage === undefined ? (mayBeBest ? 'best' : '') : String(stage)}
          unit={unit}
          onText={onText}
          onStep={(steps, gesture) => {
            set(Math.max(1, (stage ?? best ?? 1) + steps), gesture);
          }}
          onError={setError}
        />
      )}
    </Field>
  );
});
