/** What is said of sections, trays and packing. */
import { newSection, sectionName, USUAL_FACTOR } from '@keen-ladder/core';
import type { HardwareFacts, Show } from '@keen-ladder/core';
import type { ColumnUnit, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { Button } from 'antd';
import { hardwareSet, sectionSet } from '../document/documentSlice.ts';
import { selectBrief } from '../document/showing.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { PackedFields } from './PackedFields.tsx';
import { ShareField } from './ShareField.tsx';
import { TrayFields } from './TrayFields.tsx';

interface Props {
  column: ColumnUnit;
  hardware: HardwareInputs;
  facts: HardwareFacts | undefined;
}

const foamings: { value: HardwareInputs['foaming']; label: string }[] = [
  { value: 'low', label: 'little: hydrocarbons, alcohols' },
  { value: 'medium', label: 'some: oil absorbers, crude' },
  { value: 'high', label: 'much: amines, glycols' },
  { value: 'very-high', label: 'very much: caustic, soaps' },
];

export function HardwareFields({ column, hardware, facts }: Props) {
  const dispatch = useAppDispatch();
  const { ladder } = column;
  const path = `units.${column.id}.hardware`;
  const set = (change: Partial<HardwareInputs>, gesture?: string) => dispatch(hardwareSet({ column: column.id, change }, gesture));
  return (
    <form className="inputs" aria-label="Inputs of the hardware" onSubmit={(event) => event.preventDefault()}>
      {hardware.sections.map((inputs, k) => (
        <SectionForm key={k} column={column} hardware={hardware} facts={facts} inputs={inputs} k={k} />
      ))}
      <Sections column={column} hardware={hardware} facts={facts} />
      <section aria-label="System">
        <h2>System</h2>
        <ChoiceField
          label="Foams"
          path={`${path}.foaming`}
          value={hardware.foaming}
          options={foamings}
          onChange={(foaming) => set({ foaming, systemFactor: USUAL_FACTOR[foaming] })}
        />
        <ShareField
          label="System factor"
          path={`${path}.systemFactor`}
          value={hardware.systemFactor}
          limits={[30, 100]}
          note="flooding comes so much earlier; usual for what foams so, common practice"
          onChange={(systemFactor, gesture) => set({ systemFactor: systemFactor ?? 1 }, gesture)}
        />
        <ShareField
          label="Turn-down"
          path={`${path}.turnDown`}
          value={hardware.turnDown}
          limits={[5, 100]}
          note="smallest load to work at, of this one"
          onChange={(turnDown, gesture) => set({ turnDown: turnDown ?? 1 }, gesture)}
        />
      </section>
      {(ladder?.top !== 'none' || ladder.bottom !== 'none') && <Ends column={column} hardware={hardware} facts={facts} />}
    </form>
  );
}

/** Exchangers and drum at the ends. */
function Ends({ column, hardware, facts }: Props) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const { ends } = hardware;
  const path = `units.${column.id}.hardware.ends`;
  const set = (change: Partial<HardwareInputs['ends']>, gesture?: string) =>
    dispatch(hardwareSet({ column: column.id, change: { ends: { ...ends, ...change } } }, gesture));
  const coefficients = [
    ['condenser', 'Condenser', column.ladder?.top !== 'none'],
    ['reboiler', 'Reboiler', column.ladder?.bottom !== 'none'],
  ] as const;
  return (
    <section aria-label="Ends">
      <h2>Ends</h2>
      {coefficients.map(([key, label, isThere]) => {
        const proposed = facts?.ends[key]?.coefficient;
        return (
          isThere && (
            <QuantityField
              key={key}
              label={`${label}, U`}
              path={`${path}.${key}`}
              value={ends[key] === null ? null : { si: ends[key], dimension: 'heatTransfer' }}
              placeholder={proposed === undefined ? 'usual' : (show.quantity(proposed, 'heatTransfer').split(' ')[0] ?? '')}
              {...(ends[key] === null ? { note: 'overall coefficient, usual unless entered' } : {})}
              step={50}
              limits={{ from: 1, to: 1e5 }}
              onChange={(value, gesture) => set({ [key]: value?.si ?? null }, gesture)}
            />
          )
        );
      })}
      {column.ladder?.top !== 'none' && (
        <QuantityField
          label="Reflux drum holds"
          path={`${path}.drumTime`}
          value={{ si: ends.drumTime, dimension: 'time' }}
          step={30}
          limits={{ from: 1, to: 1e5 }}
          note="half full, of reflux and distillate"
          onChange={(value, gesture) => value !== null && set({ drumTime: value.si }, gesture)}
        />
      )}
    </section>
  );
}

/** Whether sections are alike, and whether they have one diameter. */
function Sections({ column, hardware, facts }: Props) {
  const dispatch = useAppDispatch();
  const count = facts?.sections.length ?? 1;
  const isAlike = hardware.sections.length === 1;
  if (count < 2 && isAlike) return null;
  const set = (change: Partial<HardwareInputs>) => dispatch(hardwareSet({ column: column.id, change }));
  const [first] = hardware.sections;
  return (
    <section aria-label="Sections">
      <h2>Sections</h2>
      <ChoiceField
        label="Built"
        value={isAlike ? 'alike' : 'own'}
        options={[
          { value: 'alike', label: 'all alike' },
          { value: 'own', label: 'each its own way' },
        ]}
        onChange={(how) =>
          set({
            sections:
              how === 'alike' ? hardware.sections.slice(0, 1) : Array.from({ length: count }, () => first ?? newSection('trays')),
          })
        }
      />
      <ChoiceField
        label="Diameter"
        value={hardware.diameters}
        options={[
          { value: 'one', label: 'one for all' },
          { value: 'each', label: 'one each' },
        ]}
        onChange={(diameters) => set({ diameters })}
      />
    </section>
  );
}

function nameOf(facts: HardwareFacts | undefined, hardware: HardwareInputs, k: number): string {
  if (hardware.sections.length === 1) return 'Every section';
  const section = facts?.sections[k];
  return section === undefined ? `Section ${k + 1}` : `Section ${k + 1}, ${sectionName(section)}`;
}

/** What the field of a diameter says while it is empty. */
function sizedWords(facts: HardwareFacts | undefined, hardware: HardwareInputs, k: number, show: Show): string {
  const sections = facts?.sections ?? [];
  const section =
    hardware.sections.length === 1
      ? sections.reduce<(typeof sections)[number] | undefined>(
          (widest, each) => (widest === undefined || (each.needed ?? 0) > (widest.needed ?? 0) ? each : widest),
          undefined,
        )
      : sections[k];
  if (section?.needed === null || section === undefined) return 'sized';
  return `sized: ${show.quantity(section.diameter, 'length').split(' ')[0] ?? ''}`;
}

function SectionForm({ column, hardware, facts, inputs, k }: Props & { inputs: SectionInputs; k: number }) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const path = `units.${column.id}.hardware.sections.${k}`;
  const set = (change: Partial<SectionInputs>, gesture?: string) =>
    dispatch(sectionSet({ column: column.id, section: k, inputs: { ...inputs, ...change } }, gesture));
  const isPacked = inputs.contact === 'packing';
  const now = facts?.sections[k]?.diameter ?? 1;
  return (
    <section aria-label={nameOf(facts, hardware, k)}>
      <h2>{nameOf(facts, hardware, k)}</h2>
      <ChoiceField
        label="Contact by"
        path={`${path}.contact`}
        value={inputs.contact}
        options={[
          { value: 'trays', label: 'trays' },
          { value: 'packing', label: 'packing' },
        ]}
        onChange={(contact) => set({ contact, share: newSection(contact).share, mostDrop: null })}
      />
      <ShareField
        label="Size for"
        path={`${path}.share`}
        value={inputs.share}
        limits={[10, 120]}
        unit="% of flooding"
        onChange={(share, gesture) => set({ share: share ?? newSection(inputs.contact).share }, gesture)}
      />
      <QuantityField
        label="Diameter"
        path={`${path}.diameter`}
        value={inputs.diameter === null ? null : { si: inputs.diameter, dimension: 'length' }}
        placeholder={sizedWords(facts, hardware, k, show)}
        step={0.05}
        {...(inputs.diameter === null ? {} : { range: [0.1, Math.max(4, Math.ceil(1.5 * now))] as [number, number] })}
        limits={{ from: 0.02, to: 60 }}
        note={<Given inputs={inputs} now={now} show={show} onSet={(diameter) => set({ diameter })} />}
        onChange={(value, gesture) => set({ diameter: value?.si ?? null }, gesture)}
      />
      <QuantityField
        label={isPacked ? 'Drop of the bed, at most' : 'Drop of a tray, at most'}
        path={`${path}.mostDrop`}
        value={inputs.mostDrop === null ? null : { si: inputs.mostDrop, dimension: isPacked ? 'bedDrop' : 'pressureDrop' }}
        placeholder="any"
        step={0.5}
        limits={{ from: 1e-3, to: 1e6 }}
        onChange={(value, gesture) => set({ mostDrop: value?.si ?? null }, gesture)}
      />
      {isPacked ? (
        <PackedFields
          path={`${path}.packed`}
          packed={inputs.packed}
          facts={facts?.sections[k]}
          onSet={(packed, gesture) => set({ packed }, gesture)}
        />
      ) : (
        <TrayFields
          path={`${path}.tray`}
          tray={inputs.tray}
          facts={facts?.sections[k]}
          onSet={(tray, gesture) => set({ tray }, gesture)}
        />
      )}
    </section>
  );
}

/** Between a diameter that is given and one that is sized. */
function Given({
  inputs,
  now,
  show,
  onSet,
}: {
  inputs: SectionInputs;
  now: number;
  show: Show;
  onSet: (diameter: number | null) => void;
}) {
  return inputs.diameter === null ? (
    <Button type="link" className="go" onClick={() => onSet(now)}>
      Give it: {show.quantity(now, 'length')}
    </Button>
  ) : (
    <Button type="link" className="go" onClick={() => onSet(null)}>
      Size it again
    </Button>
  );
}
