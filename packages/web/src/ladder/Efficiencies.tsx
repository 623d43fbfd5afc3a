/** Murphree's efficiency of all trays, and what single trays and components have instead. */
import { CloseOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Dropdown } from 'antd';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { ladderSet } from '../document/documentSlice.ts';
import { selectComponents } from '../document/selectors.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { RungAdder } from './RungAdder.tsx';

type Efficiency = LadderInputs['efficiency'];

export function Efficiencies({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const dispatch = useAppDispatch();
  const components = useAppSelector(selectComponents);
  const { efficiency } = ladder;
  const path = `units.${column.id}.ladder.efficiency`;
  const set = (change: Partial<Efficiency>, gesture?: string) =>
    dispatch(ladderSet({ column: column.id, change: { efficiency: { ...efficiency, ...change } } }, gesture));
  const exceptions = (of: 'stages' | 'components', names: { key: string; name: string }[]) =>
    names
      .filter(({ key }) => efficiency[of][key] !== undefined)
      .map(({ key, name }) => (
        <div key={key} className="side-heat">
          <QuantityField
            label={`Efficiency, ${name}`}
            path={`${path}.${of}.${key}`}
            value={{ si: efficiency[of][key] ?? 1, dimension: 'ratio' }}
            step={0.05}
            onChange={(value, gesture) => set({ [of]: { ...efficiency[of], [key]: value?.si ?? 1 } }, gesture)}
          />
          <Button
            type="text"
            size="small"
            icon={<CloseOutlined />}
            aria-label={`Take the efficiency of ${name} away`}
            onClick={() => set({ [of]: Object.fromEntries(Object.entries(efficiency[of]).filter(([other]) => other !== key)) })}
          />
        </div>
      ));
  const left = components.filter(({ id }) => efficiency.components[id] === undefined);
  return (
    <>
      <QuantityField
        label="Tray efficiency"
        path={`${path}.all`}
        value={{ si: efficiency.all, dimension: 'ratio' }}
        step={0.05}
        note="Murphree’s, of the vapour"
        onChange={(value, gesture) => set({ all: value?.si ?? 1 }, gesture)}
      />
      {exceptions(
        'stages',
        Object.keys(efficiency.stages).map((key) => ({ key, name: `rung ${key}` })),
      )}
      {exceptions(
        'components',
        components.map(({ id, name }) => ({ key: id, name })),
      )}
      <RungAdder
        what="Other efficiency"
        stages={ladder.stages}
        taken={Object.keys(efficiency.stages).map(Number)}
        onAdd={(stage) => set({ stages: { ...efficiency.stages, [stage]: efficiency.all } })}
      />
      <Dropdown
        trigger={['click']}
        disabled={left.length === 0}
        menu={{
          items: left.map(({ id, name }) => ({ key: id, label: name })),
          onClick: ({ key }) => set({ components: { ...efficiency.components, [key]: efficiency.all } }),
        }}
      >
        <Button type="text" icon={<PlusOutlined />}>
          Other efficiency of a component
        </Button>
      </Dropdown>
    </>
  );
}
