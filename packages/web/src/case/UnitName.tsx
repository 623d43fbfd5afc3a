import type { Unit } from '@keen-ladder/schema';
import { Input } from 'antd';
import { useAppDispatch } from '../store/store.ts';
import { unitRenamed } from '../document/documentSlice.ts';

/** The name of the unit that is looked at, to be written over. */
export function UnitName({ unit: { id, name } }: { unit: Unit }) {
  const dispatch = useAppDispatch();
  return (
    <Input
      variant="borderless"
      className="unit-name free-text"
      aria-label="Name of the unit"
      maxLength={60}
      style={{ width: `${Math.max(6, name.length + 2)}ch` }}
      value={name}
      onChange={(event) => dispatch(unitRenamed({ unit: id, name: event.target.value }, `unit-name-${id}`))}
    />
  );
}
