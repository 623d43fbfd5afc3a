/** A new target: what is wanted, of which product or stage, of which components. It comes as a card that is not in force yet. */
import { PlusOutlined } from '@ant-design/icons';
import { ladderTarget, placeName, sameQuantity } from '@keen-ladder/core';
import { Button, InputNumber, Modal, Select } from 'antd';
import { useState } from 'react';
import type { ColumnUnit, LadderInputs, LadderQuantity, QuantityBasis } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { targetSet } from '../document/documentSlice.ts';
import { selectComponents } from '../document/selectors.ts';

type Kind = LadderQuantity['kind'];

/** What a target may be asked with. */
interface Asked {
  place: string;
  components: string[];
  over: string[];
  basis: QuantityBasis;
  stage: number;
  of: 'condenser' | 'reboiler';
  phase: 'liquid' | 'vapour';
}

interface KindOfTarget {
  label: string;
  /** What has to be said besides. */
  asks: readonly (keyof Asked)[];
  /** undefined while something is missing. */
  quantity: (asked: Asked, of: Props) => LadderQuantity | undefined;
  /** Whether all components together are meant where none is chosen. */
  isOfAll?: true;
  /** What the column lacks for it. */
  lacks?: (of: Props) => string | undefined;
}

const some = (list: readonly string[], quantity: LadderQuantity): LadderQuantity | undefined =>
  list.length === 0 ? undefined : quantity;

/** Pa at the top, at which a product's bubble and dew points are first asked. */
const topPressure = ({ ladder: { pressure } }: Props): number =>
  (pressure.by === 'list' ? pressure.values[0] : pressure.top) ?? 101325;

/** K: 100 °F, at which vapour pressures of fuels are told. */
const FUELS_ARE_TOLD_AT = 310.95;

/** Those that are added by themselves; pump-arounds and freed handles bring the others. */
const KINDS = {
  fraction: {
    label: 'fraction in a product',
    asks: ['place', 'components', 'basis'],
    quantity: ({ place, components, basis }) => some(components, { kind: 'fraction', place, components, basis }),
  },
  recovery: {
    label: 'recovery in a product',
    asks: ['place', 'components', 'basis'],
    quantity: ({ place, components, basis }) => some(components, { kind: 'recovery', place, components, basis }),
  },
  flow: {
    label: 'flow of a product',
    asks: ['place', 'components', 'basis'],
    quantity: ({ place, components, basis }) => ({ kind: 'flow', place, components, basis }),
    isOfAll: true,
  },
  'component-ratio': {
    label: 'ratio of components in a product',
    asks: ['place', 'components', 'over', 'basis'],
    quantity: ({ place, components, over, basis }) =>
      over.length === 0 ? undefined : some(components, { kind: 'component-ratio', place, components, over, basis }),
  },
  'reflux-ratio': { label: 'reflux ratio', asks: ['basis'], quantity: ({ basis }) => ({ kind: 'reflux-ratio', basis }) },
  'boil-up-ratio': { label: 'boil-up ratio', asks: ['basis'], quantity: ({ basis }) => ({ kind: 'boil-up-ratio', basis }) },
  duty: { label: 'duty', asks: ['of'], quantity: ({ of }) => ({ kind: 'duty', of }) },
  temperature: {
    label: 'temperature of a stage',
    asks: ['stage'],
    quantity: ({ stage }) => ({ kind: 'temperature', stage }),
  },
  'stage-fraction': {
    label: 'fraction on a stage',
    asks: ['components', 'stage', 'phase', 'basis'],
    quantity: ({ stage, phase, components, basis }) =>
      some(components, { kind: 'stage-fraction', stage, phase, components, basis }),
  },
  'stage-flow': {
    label: 'flow from a stage',
    asks: ['stage', 'phase', 'basis'],
    quantity: ({ stage, phase, basis }) => ({ kind: 'stage-flow', stage, phase, basis }),
  },
  'bubble-point': {
    label: 'bubble point of a product',
    asks: ['place'],
    quantity: ({ place }, of) => ({ kind: 'bubble-point', place, pressure: topPressure(of) }),
  },
  'dew-point': {
    label: 'dew point of a product',
    asks: ['place'],
    quantity: ({ place }, of) => ({ kind: 'dew-point', place, pressure: topPressure(of) }),
  },
  'vapour-pressure': {
    label: 'vapour pressure of a product',
    asks: ['place'],
    quantity: ({ place }) => ({ kind: 'vapour-pressure', place, temperature: FUELS_ARE_TOLD_AT }),
  },
  'molar-mass': {
    label: 'molar mass of a product',
    asks: ['place'],
    quantity: ({ place }) => ({ kind: 'molar-mass', place }),
  },
  'standard-density': {
    label: 'standard density of a product',
    asks: ['place'],
    quantity: ({ place }) => ({ kind: 'standard-density', place }),
  },
  'draw-share': {
    label: 'part of a stage’s stream drawn',
    asks: [],
    quantity: (_, { column: { draws } }) => (draws[0] === undefined ? undefined : { kind: 'draw-share', draw: draws[0].id }),
    lacks: ({ column: { draws } }) => (draws.length === 0 ? 'There is no side draw yet.' : undefined),
  },
  'return-temperature': {
    label: 'return temperature of a pump-around',
    asks: [],
    quantity: (_, { ladder: { pumpArounds } }) =>
      pumpArounds[0] === undefined ? undefined : { kind: 'return-temperature', loop: pumpArounds[0].id },
    lacks: ({ ladder: { pumpArounds } }) => (pumpArounds.length === 0 ? 'There is no pump-around yet.' : undefined),
  },
} satisfies Record<Exclude<Kind, 'loop-flow' | 'loop-duty' | 'freed'>, KindOfTarget>;

type Offered = keyof typeof KINDS;

const kindOptions = Object.entries(KINDS).map(([value, { label }]) => ({ value: value as Offered, label })); // the keys are the kinds

interface Props {
  column: ColumnUnit;
  ladder: LadderInputs;
}

export function AddTarget({ column, ladder }: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button type="text" icon={<PlusOutlined />} onClick={() => setOpen(true)}>
        Target
      </Button>
      <Modal open={isOpen} title="A new target" footer={null} width={340} destroyOnHidden onCancel={() => setOpen(false)}>
        <Form column={column} ladder={ladder} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

function Form({ column, ladder, onDone }: Props & { onDone: () => void }) {
  const dispatch = useAppDispatch();
  const components = useAppSelector(selectComponents);
  const [kind, setKind] = useState<Offered>('fraction');
  const [asked, setAsked] = useState<Asked>({
    place: 'overhead',
    components: components.slice(0, 1).map(({ id }) => id),
    over: components.slice(-1).map(({ id }) => id),
    basis: 'mole',
    stage: Math.round(ladder.stages / 2),
    of: 'reboiler',
    phase: 'liquid',
  });
  const row: KindOfTarget = KINDS[kind];
  const quantity = row.quantity(asked, { column, ladder });
  const isThere = quantity !== undefined && ladder.targets.some((target) => sameQuantity(target.quantity, quantity));
  const lacks = row.lacks?.({ column, ladder });
  const add = () => {
    if (quantity === undefined) return;
    const target = { ...ladderTarget(`target-${kind}`, quantity, null), isInForce: false };
    dispatch(targetSet({ column: column.id, target }));
    onDone();
  };
  return (
    <div className="add-target">
      <Select<Offered>
        aria-label="Kind of target"
        value={kind}
        options={kindOptions}
        onChange={setKind}
        popupMatchSelectWidth={false}
      />
      <Particulars
        row={row}
        asked={asked}
        column={column}
        ladder={ladder}
        onAsked={(change) => setAsked((before) => ({ ...before, ...change }))}
      />
      {lacks !== undefined && <p className="quiet small">{lacks}</p>}
      {isThere && <p className="quiet small">This target has its card already.</p>}
      <Button type="primary" disabled={quantity === undefined || isThere} onClick={add}>
        Add the card
      </Button>
    </div>
  );
}

interface ParticularsProps extends Props {
  row: KindOfTarget;
  asked: Asked;
  onAsked: (change: Partial<Asked>) => void;
}

/** Of what product, components, stage: as far as the kind asks for it. */
function Particulars({ row, asked, column, ladder, onAsked }: ParticularsProps) {
  const names = useAppSelector(selectComponents).map(({ id, name }) => ({ value: id, label: name }));
  const asks = (what: keyof Asked): boolean => row.asks.includes(what);
  return (
    <>
      {asks('place') && (
        <Select
          aria-label="Product"
          value={asked.place}
          options={placesOf(column, ladder)}
          onChange={(place) => onAsked({ place })}
          popupMatchSelectWidth={false}
        />
      )}
      {asks('components') && (
        <ComponentsOfTarget names={names} chosen={asked.components} isOfAll={row.isOfAll === true} onAsked={onAsked} />
      )}
      {asks('over') && (
        <Select
          mode="multiple"
          aria-label="Over components"
          placeholder="over which"
          value={asked.over}
          options={names}
          onChange={(over) => onAsked({ over })}
        />
      )}
      {asks('stage') && (
        <label className="strip-line">
          rung from the top
          <InputNumber
            aria-label="Rung"
            min={1}
            max={ladder.stages}
            value={asked.stage}
            onChange={(stage) => onAsked({ stage: stage ?? 1 })}
          />
        </label>
      )}
      {asks('phase') && <Select aria-label="Phase" value={asked.phase} options={phases} onChange={(phase) => onAsked({ phase })} />}
      {asks('of') && <Select aria-label="Of" value={asked.of} options={ends} onChange={(of) => onAsked({ of })} />}
      {asks('basis') && <Select aria-label="Basis" value={asked.basis} options={bases} onChange={(basis) => onAsked({ basis })} />}
    </>
  );
}

interface ComponentsProps {
  names: { value: string; label: string }[];
  chosen: string[];
  isOfAll: boolean;
  onAsked: (change: Partial<Asked>) => void;
}

/** The component that is proposed gives way to the first that is chosen. */
function ComponentsOfTarget({ names, chosen, isOfAll, onAsked }: ComponentsProps) {
  const [isProposed, setProposed] = useState(true);
  return (
    <Select
      mode="multiple"
      aria-label="Components"
      placeholder={isOfAll ? 'all components' : 'choose components'}
      value={chosen}
      options={names}
      onChange={(next) => {
        onAsked({ components: isProposed ? next.slice(-1) : next });
        setProposed(false);
      }}
    />
  );
}

const placesOf = (column: ColumnUnit, ladder: LadderInputs) =>
  [
    'overhead',
    ...(ladder.top === 'mixed' ? ['distillate', 'overhead-vapour'] : []),
    ...column.draws.map(({ id }) => id),
    'bottoms',
  ].map((value) => ({ value, label: placeName(column, value) }));

const phases = [
  { value: 'liquid' as const, label: 'liquid' },
  { value: 'vapour' as const, label: 'vapour' },
];

const ends = [
  { value: 'condenser' as const, label: 'condenser' },
  { value: 'reboiler' as const, label: 'reboiler' },
];

const bases = [
  { value: 'mole' as const, label: 'by moles' },
  { value: 'mass' as const, label: 'by mass' },
  { value: 'volume' as const, label: 'by standard volume' },
];
