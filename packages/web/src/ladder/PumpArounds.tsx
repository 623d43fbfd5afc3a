/** Liquid taken from one rung, cooled, and returned to another. */
import { CloseOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Input } from 'antd';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { ladderSet, pumpAroundAdded, pumpAroundRemoved } from '../document/documentSlice.ts';
import { CountField } from './CountField.tsx';

export function PumpArounds({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const dispatch = useAppDispatch();
  const path = `units.${column.id}.ladder.pumpArounds`;
  const change = (id: string, part: Partial<LadderInputs['pumpArounds'][number]>, gesture?: string) =>
    dispatch(
      ladderSet(
        { column: column.id, change: { pumpArounds: ladder.pumpArounds.map((p) => (p.id === id ? { ...p, ...part } : p)) } },
        gesture,
      ),
    );
  return (
    <>
      {ladder.pumpArounds.map(({ id, name, from, to }) => (
        <div key={id} className="loop">
          <span className="draw">
            <Input
              className="draw-name"
              variant="borderless"
              aria-label="Name of the pump-around"
              maxLength={60}
              value={name}
              onChange={(event) => change(id, { name: event.target.value }, `loop-name-${id}`)}
            />
            <Button
              type="text"
              size="small"
              icon={<CloseOutlined />}
              aria-label={`Take ${name} away`}
              onClick={() => dispatch(pumpAroundRemoved({ column: column.id, loop: id }))}
            />
          </span>
          <CountField
            label="from rung"
            path={`${path}.${id}.from`}
            value={from}
            unit=""
            least={1}
            most={ladder.stages}
            onChange={(next, gesture) => change(id, { from: next }, gesture)}
          />
          <CountField
            label="back to rung"
            path={`${path}.${id}.to`}
            value={to}
            unit=""
            least={1}
            most={ladder.stages}
            onChange={(next, gesture) => change(id, { to: next }, gesture)}
          />
        </div>
      ))}
      <Button type="text" icon={<PlusOutlined />} onClick={() => dispatch(pumpAroundAdded({ column: column.id }))}>
        Pump-around
      </Button>
    </>
  );
}
