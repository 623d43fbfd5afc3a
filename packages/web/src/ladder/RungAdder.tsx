/** A button that adds something to a rung, and the rung beside it. */
import { PlusOutlined } from '@ant-design/icons';
import { App, Button, Input } from 'antd';
import { useState } from 'react';

interface Props {
  /** What is added, in words: "Heater or cooler". */
  what: string;
  stages: number;
  taken: readonly number[];
  onAdd: (stage: number) => void;
}

export function RungAdder({ what, stages, taken, onAdd }: Props) {
  const { message } = App.useApp();
  const [next, setNext] = useState(Math.max(2, Math.round((2 * stages) / 3)));
  return (
    <span className="draw">
      <Button
        type="text"
        icon={<PlusOutlined />}
        onClick={() => {
          if (taken.includes(next)) void message.info(`Rung ${next} has one already.`);
          else onAdd(next);
        }}
      >
        {what} on rung
      </Button>
      <Input
        className="rung-choice"
        variant="borderless"
        aria-label={`Rung for: ${what}`}
        value={next}
        onChange={(event) => {
          const typed = Number(event.target.value);
          if (Number.isInteger(typed) && typed >= 1 && typed <= stages) setNext(typed);
        }}
      />
    </span>
  );
}
