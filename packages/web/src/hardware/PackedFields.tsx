/** A section's packing: which, its own numbers, methods, heights. */
import { METHOD_NAMES, PACKINGS } from '@keen-ladder/core';
import type { PackedInputs, Packing } from '@keen-ladder/schema';
import { Select } from 'antd';
import { memo } from 'react';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { Field } from '../fields/Field.tsx';
import { PlainField } from '../fields/PlainField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectBrief } from '../document/showing.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { sectionChanged } from '../document/documentSlice.ts';

interface Props {
  column: string;
  /** Its place among the sections of which something is said. */
  section: number;
  packed: PackedInputs;
  /** m of a stage as it is worked out, and as practice takes it; null where nothing tells it. */
  hetp: number | null;
  rule: number | null;
}

const named = <M extends string>(methods: readonly M[]) => methods.map((value) => ({ value, label: METHOD_NAMES[value] ?? value }));

const floodings = named(['billet-schultes', 'leva', 'prahl', 'kister-gill', 'stichlmair'] as const);
const drops = named(['billet-schultes', 'robbins', 'stichlmair', 'rocha'] as const);
const hetps = named(['billet-schultes', 'onda', 'bravo', 'rocha', 'rule'] as const);

/** Of an own packing: what most methods ask. */
const OWN: Packing = {
  key: 'own',
  name: 'own packing',
  kind: 'random',
  size: 0.05,
  area: 110,
  voidFraction: 0.95,
  factor: null,
  constants: { loading: null, flooding: null, holdUp: null, dry: null, liquid: null, gas: null },
  stichlmair: null,
  channels: null,
  criticalTension: 0.075,
  trust: [null, null, null, null, null],
  source: 'entered',
};

const options = [
  ...(['random', 'structured'] as const).map((kind) => ({
    label: kind,
    options: PACKINGS.filter((packing) => packing.kind === kind).map(({ key, name }) => ({ value: key, label: name })),
  })),
  { label: 'own', options: [{ value: OWN.key, label: 'own packing' }] },
];

/** Drawn anew as something of the packing changes, and not as the column widens. */
export const PackedFields = memo(function PackedFields({ column, section, packed, hetp, rule }: Props) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const path = `units.${column}.hardware.sections.${section}.packed`;
  const set = (packed: Partial<PackedInputs>, gesture?: string) =>
    dispatch(sectionChanged({ column, section, change: { packed } }, gesture));
  const { packing } = packed;
  return (
    <>
      <Field label="Packing" path={`${path}.packing`}>
        {({ id }) => (
          <Select
            id={id}
            aria-label="Packing"
            className="choice"
            variant="borderless"
            showSearch={{ optionFilterProp: 'label' }}
            popupMatchSelectWidth={false}
            value={packing.key}
            options={options}
            onChange={(chosen) => set({ packing: PACKINGS.find((each) => each.key === chosen) ?? OWN })}
          />
        )}
      </Field>
      {packing.key === OWN.key ? (
        <OwnFields path={`${path}.packing`} packing={packing} onSet={(own, gesture) => set({ packing: own }, gesture)} />
      ) : (
        <Known packing={packing} />
      )}
      <QuantityField
        label="Height of a stage"
        path={`${path}.height`}
        value={packed.height === null ? null : { si: packed.height, dimension: 'length' }}
        placeholder={hetp === null ? 'by the method' : (show.quantity(hetp, 'length').split(' ')[0] ?? '')}
        step={0.05}
        limits={{ from: 0.01, to: 20 }}
        {...(rule === null ? {} : { note: `practice takes ${show.quantity(rule, 'length')}` })}
        onChange={(value, gesture) => set({ height: value?.si ?? null }, gesture)}
      />
      <QuantityField
        label="Bed, at most"
        path={`${path}.bed`}
        value={packed.bed === null ? null : { si: packed.bed, dimension: 'length' }}
        placeholder="by rule"
        step={0.5}
        limits={{ from: 0.1, to: 50 }}
        note={`ten diameters, ${show.quantity(6, 'length')} at most unless entered (practice)`}
        onChange={(value, gesture) => set({ bed: value?.si ?? null }, gesture)}
      />
      <ChoiceField
        label="Flooding by"
        path={`${path}.flooding`}
        value={packed.flooding}
        options={floodings}
        onChange={(flooding) => set({ flooding })}
      />
      <ChoiceField label="Drop by" path={`${path}.drop`} value={packed.drop} options={drops} onChange={(drop) => set({ drop })} />
      <ChoiceField label="Height by" path={`${path}.hetp`} value={packed.hetp} options={hetps} onChange={(hetp) => set({ hetp })} />
    </>
  );
});

/** What is known of a packing of the table, and how sure it is. */
function Known({ packing: { area, voidFraction, factor, source, trust } }: { packing: Packing }) {
  const facts = [
    area === null ? '' : `${area} m²/m³`,
    voidFraction === null ? '' : `void ${voidFraction}`,
    factor === null ? '' : `packing factor ${factor.toFixed(0)} 1/m`,
  ].filter((text) => text !== '');
  const isUnsure = trust.includes('low');
  return (
    <p className="quiet small" title={source}>
      {facts.join(' · ')}
      {isUnsure && ' · some of its numbers are not sure'}
    </p>
  );
}

/** Constants of Billet and Schultes, as their tables call them. */
const BILLET = [
  ['loading', 'Loading, Cs'],
  ['flooding', 'Flooding, CFl'],
  ['holdUp', 'Hold-up, Ch'],
  ['dry', 'Dry drop, Cp0'],
  ['liquid', 'Transfer in liquid, CL'],
  ['gas', 'Transfer in gas, CV'],
] as const;

function OwnFields({
  path,
  packing,
  onSet,
}: {
  path: string;
  packing: Packing;
  onSet: (packing: Packing, gesture?: string) => void;
}) {
  const numbers = [
    ['area', 'Area, m²/m³', 10, 1, 1e4],
    ['voidFraction', 'Void fraction', 0.01, 0.05, 0.999],
    ['factor', 'Packing factor, 1/m', 5, 1, 1e4],
  ] as const;
  return (
    <>
      {numbers.map(([key, label, step, from, to]) => (
        <PlainField
          key={key}
          label={label}
          path={`${path}.${key}`}
          value={packing[key]}
          step={step}
          limits={{ from, to }}
          placeholder="not known"
          onChange={(value, gesture) => onSet({ ...packing, [key]: value }, gesture)}
        />
      ))}
      <QuantityField
        label="Size"
        path={`${path}.size`}
        dimensions={['smallLength']}
        value={packing.size === null ? null : { si: packing.size, dimension: 'smallLength' }}
        placeholder="not known"
        step={1}
        limits={{ from: 1e-3, to: 1 }}
        onChange={(value, gesture) => onSet({ ...packing, size: value?.si ?? null }, gesture)}
      />
      {BILLET.map(([key, label]) => (
        <PlainField
          key={key}
          label={label}
          path={`${path}.constants.${key}`}
          value={packing.constants[key]}
          step={0.05}
          limits={{ from: 0.01, to: 20 }}
          placeholder="not known"
          onChange={(value, gesture) => onSet({ ...packing, constants: { ...packing.constants, [key]: value } }, gesture)}
        />
      ))}
    </>
  );
}
