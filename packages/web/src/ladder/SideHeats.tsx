import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { ladderSet } from '../document/documentSlice.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { RungAdder } from './RungAdder.tsx';

/** Heat that is added to single rungs, or taken from them. */
export function SideHeats({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const dispatch = useAppDispatch();
  const path = `units.${column.id}.ladder.heats`;
  const set = (heats: LadderInputs['heats'], gesture?: string) =>
    dispatch(ladderSet({ column: column.id, change: { heats } }, gesture));
  return (
    <>
      {ladder.heats.map(({ stage, duty }, k) => (
        <div key={stage} className="side-heat">
          <QuantityField
            label={`Heat on rung ${stage}`}
            path={`${path}.${k}.duty`}
            value={{ si: duty, dimension: 'power' }}
            step={10}
            onChange={(value, gesture) =>
              set(
                ladder.heats.map((h, i) => (i === k ? { ...h, duty: value?.si ?? 0 } : h)),
                gesture,
              )
            }
          />
          <Button
            type="text"
            size="small"
            icon={<CloseOutlined />}
            aria-label={`Take the heat on rung ${stage} away`}
            onClick={() => set(ladder.heats.filter((_, i) => i !== k))}
          />
        </div>
      ))}
      <RungAdder
        what="Heater or cooler"
        stages={ladder.stages}
        taken={ladder.heats.map(({ stage }) => stage)}
        onAdd={(stage) => set([...ladder.heats, { stage, duty: 0 }])}
      />
    </>
  );
}
