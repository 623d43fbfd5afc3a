/** A component that the databank does not have: typed as far as it is known, the rest estimated from the groups of its molecule. */
import { estimatedRecord, explainOpenPoint, JOBACK_GROUPS } from '@keen-ladder/core';
import type { EstimatedComponent, Outcome, OwnComponent } from '@keen-ladder/core';
import type { ComponentRecord, GroupNames } from '@keen-ladder/schema';
import { CloseOutlined } from '@ant-design/icons';
import { Button, Drawer, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectShow } from '../document/showing.ts';
import { failureOf, useGroupNamesQuery } from '../api/queries.ts';
import { Field } from '../fields/Field.tsx';
import { PlainField } from '../fields/PlainField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

interface Props {
  taken: readonly string[];
  onClose: () => void;
  onMade: (record: ComponentRecord) => void;
}

const nothing = (id: string): OwnComponent => ({
  id,
  name: '',
  groups: {},
  molarMass: null,
  normalBoilingPoint: null,
  criticalTemperature: null,
  criticalPressure: null,
  acentricFactor: null,
  gasHeatCapacity: null,
  unifacGroups: [],
  modifiedUnifacGroups: [],
});

export function OwnComponentDrawer({ taken, onClose, onMade }: Props) {
  const [own, setOwn] = useState(() => nothing(freshId(taken)));
  const outcome = useMemo(() => estimatedRecord(own), [own]);
  const set = (change: Partial<OwnComponent>) => setOwn({ ...own, ...change });
  const made = outcome.state === 'solved' ? outcome.value : undefined;
  return (
    <Drawer open title="A component of your own" onClose={onClose} size={440}>
      <div className="drawer-fields">
        <label className="dialog-line">
          Name
          <Input autoFocus value={own.name} maxLength={60} onChange={(event) => set({ name: event.target.value })} />
        </label>
        <h2>Groups of the molecule</h2>
        <Counted
          label="Groups"
          add="Add a group"
          options={JOBACK_GROUPS.map((name) => ({ value: name, label: name }))}
          counts={Object.entries(own.groups)}
          onChange={(counts) => set({ groups: Object.fromEntries(counts) })}
        />
        <h2>What is known</h2>
        <p className="quiet small">
          What is left open is estimated from the groups. A boiling point that is known makes the rest much surer.
        </p>
        <Known own={own} made={made?.record} onChange={set} />
        <ActivityGroups own={own} onChange={set} />
        <Told outcome={outcome} />
        <Button
          type="primary"
          disabled={made === undefined || own.name.trim() === ''}
          onClick={() => {
            if (made !== undefined) onMade({ ...made.record, name: own.name.trim() });
          }}
        >
          Add it to the mixture
        </Button>
      </div>
    </Drawer>
  );
}

function freshId(taken: readonly string[]): string {
  let k = 1;
  while (taken.includes(`own:${k}`)) k++;
  return `own:${k}`;
}

interface KnownProps {
  own: OwnComponent;
  made: ComponentRecord | undefined;
  onChange: (change: Partial<OwnComponent>) => void;
}

function Known({ own, made, onChange }: KnownProps) {
  const plain = (
    key: 'molarMass' | 'acentricFactor' | 'gasHeatCapacity',
    label: string,
    unit: string,
    factor: number,
    estimate?: number,
  ) => {
    const value = own[key];
    return (
      <PlainField
        label={label}
        value={value === null ? null : value * factor}
        unit={unit}
        step={factor === 1 ? 0.01 : 1}
        placeholder={estimate === undefined ? 'not set' : `about ${(estimate * factor).toPrecision(4)}`}
        onChange={(next) => onChange({ [key]: next === null ? null : next / factor })}
      />
    );
  };
  const quantity = (key: 'normalBoilingPoint' | 'criticalTemperature' | 'criticalPressure', label: string) => {
    const dimension = key === 'criticalPressure' ? 'pressure' : 'temperature';
    const value = own[key];
    return (
      <QuantityField
        label={label}
        path={`mixture.own.${key}`}
        value={value === null ? null : { si: value, dimension }}
        dimensions={[dimension]}
        step={1}
        placeholder={made === undefined ? 'not set' : 'estimated'}
        onChange={(next) => onChange({ [key]: next?.si ?? null })}
      />
    );
  };
  return (
    <>
      {quantity('normalBoilingPoint', 'Normal boiling point')}
      {plain('molarMass', 'Molar mass', 'g/mol', 1000, made?.molarMass.value)}
      {quantity('criticalTemperature', 'Critical temperature')}
      {quantity('criticalPressure', 'Critical pressure')}
      {plain('acentricFactor', 'Acentric factor', '', 1, made?.acentricFactor.value)}
      {plain('gasHeatCapacity', 'Heat capacity of the gas', 'J/(mol K)', 1)}
    </>
  );
}

interface CountedProps<T extends string | number> {
  label: string;
  add: string;
  options: { value: T; label: string }[];
  counts: [T, number][];
  onChange: (counts: [T, number][]) => void;
}

/** Groups, each with how many of it the molecule has. */
function Counted<T extends string | number>({ label, add, options, counts, onChange }: CountedProps<T>) {
  const nameOf = (value: T): string => options.find((o) => o.value === value)?.label ?? String(value);
  return (
    <div role="group" aria-label={label}>
      {counts.map(([value, count]) => (
        <div key={value} className="side-heat">
          <PlainField
            label={nameOf(value)}
            value={count}
            step={1}
            limits={{ from: 1, to: 60 }}
            onChange={(next) => {
              if (next !== null) onChange(counts.map(([other, n]) => [other, other === value ? Math.round(next) : n]));
            }}
          />
          <Button
            type="text"
            size="small"
            icon={<CloseOutlined />}
            aria-label={`Leave out ${nameOf(value)}`}
            onClick={() => onChange(counts.filter(([other]) => other !== value))}
          />
        </div>
      ))}
      <Select<T>
        key={counts.map(([value]) => value).join(' ')}
        size="small"
        aria-label={add}
        placeholder={add.toLowerCase()}
        showSearch={{ optionFilterProp: 'label' }}
        popupMatchSelectWidth={false}
        options={options.filter(({ value }) => counts.every(([other]) => other !== value))}
        onChange={(value) => onChange([...counts, [value, 1]])}
      />
    </div>
  );
}

/** Groups for activity coefficients: without them the pairs of this component cannot be estimated. */
function ActivityGroups({ own, onChange }: { own: OwnComponent; onChange: (change: Partial<OwnComponent>) => void }) {
  const { data: names, error } = useGroupNamesQuery();
  const failure = failureOf(error);
  const table = (key: 'unifacGroups' | 'modifiedUnifacGroups', label: string, of: GroupNames['unifac']) => (
    <Field label={label}>
      {() => (
        <Counted<number>
          label={label}
          add={`Add a ${label} group`}
          options={of.map(({ id, name }) => ({ value: id, label: name }))}
          counts={own[key]}
          onChange={(counts) => onChange({ [key]: counts })}
        />
      )}
    </Field>
  );
  return (
    <details className="more">
      <summary>Groups for its pairs with others</summary>
      {failure !== undefined && <p className="field-error">The groups could not be fetched: {failure}</p>}
      {table('modifiedUnifacGroups', 'modified UNIFAC', names?.modifiedUnifac ?? [])}
      {table('unifacGroups', 'UNIFAC', names?.unifac ?? [])}
    </details>
  );
}

/** What is missing, or what was estimated and how far it is to be trusted. */
function Told({ outcome }: { outcome: Outcome<EstimatedComponent> }) {
  const show = useAppSelector(selectShow);
  if (outcome.state === 'open')
    return (
      <ul className="consistency" aria-label="Still needed">
        {outcome.points.map((point) => (
          <li key={explainOpenPoint(point, show)}>{explainOpenPoint(point, show)}</li>
        ))}
      </ul>
    );
  if (outcome.state !== 'solved') return null;
  return (
    <table className="figures-table told-table" aria-label="What is estimated">
      <thead>
        <tr>
          <th scope="col">estimated</th>
          <th scope="col">by</th>
          <th scope="col">usually off by</th>
        </tr>
      </thead>
      <tbody>
        {outcome.value.estimates.map(({ what, method, expectedError }) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td>{method}</td>
            <td>{expectedError}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
