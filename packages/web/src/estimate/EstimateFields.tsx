/** What the estimate asks: keys, what is sought, condenser and pressures, efficiency, coolants. */
import type { ColumnUnit, EstimateInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { CondenserField, PressureField } from '../column/ColumnFields.tsx';
import { RefluxField } from '../column/RefluxField.tsx';
import { Utilities } from '../column/Utilities.tsx';
import { estimateSet, vapourShareSet } from '../document/documentSlice.ts';
import { selectComponents } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectLastBalanceStanding } from '../stops/standing.ts';

const CONDENSERS: ColumnUnit['condenser'][] = ['total', 'partial', 'mixed'];

export function EstimateFields({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  const path = `units.${column.id}.estimate`;
  const { estimate } = column;
  const set = (change: Partial<EstimateInputs>, gesture?: string) => dispatch(estimateSet({ column: column.id, change }, gesture));
  return (
    <form className="inputs" aria-label="Inputs of the estimate" onSubmit={(event) => event.preventDefault()}>
      <KeyFields column={column} />
      <section>
        <h2>Sought</h2>
        <ChoiceField
          label="Find"
          value={estimate.find}
          options={[
            { value: 'stages', label: 'stages for a reflux' },
            { value: 'reflux', label: 'reflux for stages' },
          ]}
          onChange={(find) => set({ find })}
        />
        {estimate.find === 'stages' ? (
          <RefluxField path={`${path}.reflux`} reflux={estimate.reflux} onChange={(reflux, gesture) => set({ reflux }, gesture)} />
        ) : (
          <QuantityField
            label="Equilibrium stages"
            path={`${path}.stages`}
            value={estimate.stages === null ? null : { si: estimate.stages, dimension: 'ratio' }}
            step={1}
            note={column.condenser === 'total' ? 'reboiler included' : 'condenser and reboiler included'}
            onChange={(value, gesture) => set({ stages: value?.si ?? null }, gesture)}
          />
        )}
        <ChoiceField
          label="Gilliland’s curve by"
          value={estimate.fit}
          options={[
            { value: 'molokanov', label: 'Molokanov' },
            { value: 'eduljee', label: 'Eduljee' },
          ]}
          onChange={(fit) => set({ fit })}
        />
      </section>
      <section>
        <h2>Column</h2>
        <CondenserField column={column.id} condenser={column.condenser} kinds={CONDENSERS} />
        {column.condenser === 'mixed' && (
          <QuantityField
            label="Vapour in the distillate"
            path={`units.${column.id}.vapourShare`}
            value={column.vapourShare === null ? null : { si: column.vapourShare, dimension: 'ratio' }}
            step={0.01}
            note="mol of vapour per mol of distillate"
            onChange={(value, gesture) => dispatch(vapourShareSet({ column: column.id, share: value?.si ?? null }, gesture))}
          />
        )}
        <PressureField column={column.id} end="top" pressure={column.pressure.top} label="Pressure at the top" />
        <PressureField column={column.id} end="bottom" pressure={column.pressure.bottom} label="at the bottom" />
        <QuantityField
          label="Tray efficiency"
          path={`${path}.efficiency`}
          value={estimate.efficiency === null ? null : { si: estimate.efficiency, dimension: 'ratio' }}
          step={0.01}
          placeholder="by O’Connell"
          onChange={(value, gesture) => set({ efficiency: value?.si ?? null }, gesture)}
        />
      </section>
      <details className="more">
        <summary>Utilities of the site</summary>
        <Utilities />
      </details>
    </form>
  );
}

function KeyFields({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  const components = useAppSelector(selectComponents);
  const standing = useAppSelector(selectLastBalanceStanding);
  const proposed = standing.state === 'solved' ? standing.value.keys : null;
  const { keys } = column.estimate;
  const shown = keys ?? proposed;
  const options = components.map(({ id, name }) => ({ value: id, label: name }));
  const set = (change: { light: string } | { heavy: string }) => {
    const next = { light: shown?.light ?? '', heavy: shown?.heavy ?? '', ...change };
    const isProposed = next.light === proposed?.light && next.heavy === proposed.heavy;
    dispatch(estimateSet({ column: column.id, change: { keys: isProposed ? null : next } }));
  };
  if (components.length < 2) return null;
  return (
    <section data-path={`units.${column.id}.estimate.keys`}>
      <h2>Keys</h2>
      <ChoiceField label="Light key" value={shown?.light} options={options} onChange={(light) => set({ light })} />
      <ChoiceField
        label="Heavy key"
        value={shown?.heavy}
        options={options}
        onChange={(heavy) => set({ heavy })}
        note={keys === null ? 'as the balance sheet says' : 'chosen by you, not those of the balance sheet'}
      />
    </section>
  );
}
