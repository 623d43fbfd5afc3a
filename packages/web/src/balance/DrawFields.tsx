/** Side draws: added here, named, taken away. */
import { CloseOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Input, Select } from 'antd';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { drawAdded, drawChanged, drawRemoved } from '../document/documentSlice.ts';

const phases = [
  { value: 'liquid' as const, label: 'liquid' },
  { value: 'vapour' as const, label: 'vapour' },
];

const MOST = 10;

export function DrawFields({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  return (
    <div className="draws">
      {column.draws.map(({ id, name, phase }) => (
        <span key={id} className="draw">
          <Input
            className="draw-name"
            variant="borderless"
            aria-label="Name of the side draw"
            maxLength={60}
            value={name}
            onChange={(event) =>
              dispatch(drawChanged({ column: column.id, draw: id, change: { name: event.target.value } }, `draw-name-${id}`))
            }
          />
          <Select
            variant="borderless"
            aria-label={`Phase of ${name}`}
            options={phases}
            value={phase}
            onChange={(next) => dispatch(drawChanged({ column: column.id, draw: id, change: { phase: next } }))}
          />
          <Button
            type="text"
            size="small"
            icon={<CloseOutlined />}
            aria-label={`Take ${name} away`}
            onClick={() => dispatch(drawRemoved({ column: column.id, draw: id }))}
          />
        </span>
      ))}
      {column.draws.length < MOST && (
        <Button type="text" icon={<PlusOutlined />} onClick={() => dispatch(drawAdded({ column: column.id }))}>
          Side draw
        </Button>
      )}
    </div>
  );
}
