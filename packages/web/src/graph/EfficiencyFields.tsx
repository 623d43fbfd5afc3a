/** How far trays fall short of equilibrium stages. */
import { memo } from 'react';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { graphSet } from '../document/documentSlice.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

const kinds = [
  { value: 'equilibrium' as const, label: 'equilibrium stages' },
  { value: 'murphree' as const, label: 'Murphree efficiency' },
  { value: 'overall' as const, label: 'overall efficiency' },
];

/** Common practice to begin with, until trays are rated. */
const USUAL = 0.7;

interface Props {
  column: string;
  efficiency: ColumnUnit['graph']['efficiency'];
}

export const EfficiencyFields = memo(function EfficiencyFields({ column, efficiency }: Props) {
  const dispatch = useAppDispatch();
  const path = `units.${column}.graph.efficiency`;
  const set = (next: ColumnUnit['graph']['efficiency'], gesture?: string) =>
    dispatch(graphSet({ column, change: { efficiency: next } }, gesture));
  return (
    <>
      <ChoiceField
        label="Trays"
        {...(efficiency === null ? { path } : {})}
        value={efficiency?.kind ?? 'equilibrium'}
        options={kinds}
        onChange={(kind) => set(kind === 'equilibrium' ? null : { kind, value: efficiency?.value ?? USUAL })}
      />
      {efficiency !== null && (
        <QuantityField
          label="Tray efficiency"
          path={path}
          value={{ si: efficiency.value, dimension: 'ratio' }}
          step={0.01}
          onChange={(value, gesture) => set(value === null ? null : { ...efficiency, value: value.si }, gesture)}
        />
      )}
    </>
  );
});
