/** Hands stages, feed stage, reflux, distillate and pressures on to the rigorous column. */
import { formatNumber } from '@keen-ladder/core';
import { Button } from 'antd';
import { useAppDispatch } from '../app/store.ts';
import { carriedOver } from '../document/documentSlice.ts';
import type { Column } from '../document/documentSlice.ts';

interface Props {
  column: Column;
  carried: NonNullable<Column['carried']>;
}

export function CarryOver({ column, carried }: Props) {
  const dispatch = useAppDispatch();
  const isKept = JSON.stringify(column.carried) === JSON.stringify(carried);
  return (
    <div className="carry">
      <Button type="primary" disabled={isKept} onClick={() => dispatch(carriedOver({ column: column.id, carried }))}>
        Carry over {carried.stages} stages, feed on {carried.feedStage}
      </Button>
      <p className="quiet small">
        {isKept
          ? 'Kept in the case for the rigorous column.'
          : column.carried === null
            ? 'Keeps stages, feed stage, reflux, distillate and pressures in the case for the rigorous column.'
            : `Kept so far: ${column.carried.stages} stages at a reflux of ${formatNumber(column.carried.reflux)}.`}
      </p>
    </div>
  );
}
