/**
 * A number with its unit. While it is typed the text is kept as typed and every readable state of it is passed on at once; what cannot be
 * read stays, with a sentence, until it is mended or left by Escape. Arrow up and down step the value (Shift: ten steps).
 */
import { Input } from 'antd';
import type { FocusEvent, KeyboardEvent } from 'react';
import { useState } from 'react';
import { useGesture } from './gesture.ts';
import type { Reading } from './reading.ts';

interface Props {
  id: string;
  label: string;
  describedBy: string | undefined;
  /** The value as shown when nobody types. */
  shown: string;
  unit: string;
  placeholder?: string;
  /** Reads the text and, when it can, passes its value on under this gesture. Empty text clears the value. */
  onText: (text: string, gesture: string) => Reading;
  /** Moves the value by so many steps. */
  onStep: (steps: number, gesture: string) => void;
  onError: (sentence: string | undefined) => void;
}

/** The case's undo goes past the field; its text must not stand in the way. */
function isUndo(event: KeyboardEvent): boolean {
  return (event.ctrlKey || event.metaKey) && ['z', 'y'].includes(event.key.toLowerCase());
}

export function NumberInput({ id, label, describedBy, shown, unit, placeholder, onText, onStep, onError }: Props) {
  const [typed, setTyped] = useState<string | undefined>(undefined);
  const gesture = useGesture();

  /** A unit half typed is no mistake yet: it is told when the field is left. */
  const read = (text: string, isFinal: boolean) => {
    setTyped(text);
    const reading = onText(text, gesture.current());
    onError(reading.ok || !(isFinal || reading.certain) ? undefined : reading.sentence);
    return reading;
  };
  const leave = () => {
    setTyped(undefined);
    onError(undefined);
    gesture.renew();
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      setTyped(undefined);
      onError(undefined);
      onStep((event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1), gesture.current());
    } else if (event.key === 'Escape' || isUndo(event)) leave();
    else if (event.key === 'Enter' && (typed === undefined || read(typed, true).ok)) leave();
  };
  /** Text that cannot be read stays with its sentence: nothing that was typed is lost. */
  const onBlur = () => {
    if (typed === undefined || read(typed, true).ok) leave();
  };
  return (
    <span className="number">
      <Input
        id={id}
        variant="borderless"
        className="number-input"
        autoComplete="off"
        spellCheck={false}
        aria-invalid={describedBy !== undefined}
        aria-describedby={describedBy}
        aria-label={unit === '' ? label : `${label}, ${unit}`}
        placeholder={placeholder ?? 'not set'}
        value={typed ?? shown}
        onChange={(event) => read(event.target.value, false)}
        onFocus={(event: FocusEvent<HTMLInputElement>) => {
          event.target.select();
        }}
        onKeyDown={onKeyDown}
        onBlur={onBlur}
      />
      {unit !== '' && !/[a-z%×]/i.test(typed ?? '') && <span className="unit">{unit}</span>}
    </span>
  );
}
