/** A new target: what is wanted, of which product or stage, of which components. It comes as a card that is not in force yet. */
import { PlusOutlined } from '@ant-design/icons';
import { ladderTarget, placeName, sameQuantity } from '@keen-ladder/core';
import { Button, InputNumber, Modal, Select } from 'antd';
import { useState } from 'react';
import type { ColumnUnit, LadderInputs, LadderQuantity } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { targetSet } from '../document/documentSlice.ts';
import { selectComponents } from '../document/selectors.ts';

type Kind = LadderQuantity['kind'];

const kinds: { value: Kind; label: string }[] = [
  { value: 'fraction', label: 'fraction in a product' },
  { value: 'recovery', label: 'recovery in a product' },
  { value: 'flow', label: 'flow of a product' },
  { value: 'component-ratio', label: 'ratio of components in a product' },
  { value: 'reflux-ratio', label: 'reflux ratio' },
  { value: 'boil-up-ratio', label: 'boil-up ratio' },
  { value: 'duty', label: 'duty' },
  { value: 'temperature', label: 'temperature of a stage' },
  { value: 'stage-flow', label: 'flow from a stage' },
  { value: 'bubble-point', label: 'bubble point of a product' },
  { value: 'dew-point', label: 'dew point of a product' },
  { value: 'vapour-pressure', label: 'vapour pressure of a product' },
  { value: 'molar-mass', label: 'molar mass of a product' },
  { value: 'standard-density', label: 'standard density of a product' },
  { value: 'draw-share', label: 'part of a stage’s stream drawn' },
  { value: 'return-temperature', label: 'return temperature of a pump-around' },
];

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
  const [kind, setKind] = useState<Kind>('fraction');
  const [place, setPlace] = useState('overhead');
  const [chosen, setChosen] = useState<string[]>(components[0] === undefined ? [] : [components[0].id]);
  /** The component that is proposed gives way to the first that is chosen. */
  const [isProposed, setProposed] = useState(true);
  const choose = (next: string[]) => {
    setChosen(isProposed ? next.slice(-1) : next);
    setProposed(false);
  };
  const [over, setOver] = useState<string[]>(components.at(-1) === undefined ? [] : [components.at(-1)?.id ?? '']);
  const [basis, setBasis] = useState<'mole' | 'mass' | 'volume'>('mole');
  const [stage, setStage] = useState(Math.round(ladder.stages / 2));
  const [of, setOf] = useState<'condenser' | 'reboiler'>('reboiler');
  const [phase, setPhase] = useState<'liquid' | 'vapour'>('liquid');
  const places = [
    'overhead',
    ...(ladder.top === 'mixed' ? ['distillate', 'overhead-vapour'] : []),
    ...column.draws.map(({ id }) => id),
    'bottoms',
  ].map((value) => ({ value, label: placeName(column, value) }));
  const asks = (...those: Kind[]): boolean => those.includes(kind);
  const quantity = quantityOf();
  const names = components.map(({ id, name }) => ({ value: id, label: name }));

  function quantityOf(): LadderQuantity | undefined {
    const pressure = ladder.pressure.by === 'list' ? ladder.pressure.values[0] : ladder.pressure.top;
    switch (kind) {
      case 'reflux-ratio':
      case 'boil-up-ratio':
        return { kind, basis };
      case 'fraction':
      case 'recovery':
        return chosen.length === 0 ? undefined : { kind, place, components: chosen, basis };
      case 'flow':
        return { kind, place, components: chosen, basis };
      case 'component-ratio':
        return chosen.length === 0 || over.length === 0 ? undefined : { kind, place, components: chosen, over, basis };
      case 'temperature':
        return { kind, stage };
      case 'stage-flow':
        return { kind, stage, phase, basis };
      case 'bubble-point':
      case 'dew-point':
        return { kind, place, pressure: pressure ?? 101325 };
      case 'vapour-pressure':
        return { kind, place, temperature: 310.95 }; // 100 °F, at which vapour pressures of fuels are told
      case 'molar-mass':
      case 'standard-density':
        return { kind, place };
      case 'duty':
        return { kind, of };
      case 'draw-share':
        return column.draws[0] === undefined ? undefined : { kind, draw: column.draws[0].id };
      case 'return-temperature':
        return ladder.pumpArounds[0] === undefined ? undefined : { kind, loop: ladder.pumpArounds[0].id };
      case 'loop-flow':
      case 'loop-duty':
      case 'freed':
        return undefined; // they come with what they belong to
    }
  }
  const isThere = quantity !== undefined && ladder.targets.some((target) => sameQuantity(target.quantity, quantity));
  const add = () => {
    if (quantity === undefined) return;
    dispatch(
      targetSet({
        column: column.id,
        target: { ...ladderTarget(`target-${kind}`, quantity, null), isInForce: false },
      }),
    );
    onDone();
  };
  return (
    <div className="add-target">
      <Select<Kind> aria-label="Kind of target" value={kind} options={kinds} onChange={setKind} popupMatchSelectWidth={false} />
      {asks(
        'fraction',
        'recovery',
        'flow',
        'component-ratio',
        'bubble-point',
        'dew-point',
        'vapour-pressure',
        'molar-mass',
        'standard-density',
      ) && <Select aria-label="Product" value={place} options={places} onChange={setPlace} popupMatchSelectWidth={false} />}
      {asks('fraction', 'recovery', 'flow', 'component-ratio') && (
        <Select
          mode="multiple"
          aria-label="Components"
          placeholder={kind === 'flow' ? 'all components' : 'choose components'}
          value={chosen}
          options={names}
          onChange={choose}
        />
      )}
      {asks('component-ratio') && (
        <Select
          mode="multiple"
          aria-label="Over components"
          placeholder="over which"
          value={over}
          options={names}
          onChange={setOver}
        />
      )}
      {asks('temperature', 'stage-flow') && (
        <label className="strip-line">
          rung from the top
          <InputNumber aria-label="Rung" min={1} max={ladder.stages} value={stage} onChange={(next) => setStage(next ?? 1)} />
        </label>
      )}
      {asks('stage-flow') && (
        <Select
          aria-label="Phase"
          value={phase}
          options={[
            { value: 'liquid', label: 'liquid' },
            { value: 'vapour', label: 'vapour' },
          ]}
          onChange={setPhase}
        />
      )}
      {asks('duty') && (
        <Select
          aria-label="Of"
          value={of}
          options={[
            { value: 'condenser', label: 'condenser' },
            { value: 'reboiler', label: 'reboiler' },
          ]}
          onChange={setOf}
        />
      )}
      {asks('fraction', 'recovery', 'flow', 'component-ratio', 'reflux-ratio', 'boil-up-ratio', 'stage-flow') && (
        <Select
          aria-label="Basis"
          value={basis}
          options={[
            { value: 'mole', label: 'by moles' },
            { value: 'mass', label: 'by mass' },
            { value: 'volume', label: 'by standard volume' },
          ]}
          onChange={setBasis}
        />
      )}
      {asks('draw-share') && column.draws.length === 0 && <p className="quiet small">There is no side draw yet.</p>}
      {asks('return-temperature') && ladder.pumpArounds.length === 0 && <p className="quiet small">There is no pump-around yet.</p>}
      {isThere && <p className="quiet small">This target has its card already.</p>}
      <Button type="primary" disabled={quantity === undefined || isThere} onClick={add}>
        Add the card
      </Button>
    </div>
  );
}
