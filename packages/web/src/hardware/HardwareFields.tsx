/** What is said of sections, trays and packing. */
import { newSection, sectionName, USUAL_FACTOR } from '@keen-ladder/core';
import type { HardwareFacts, Show } from '@keen-ladder/core';
import type { ColumnUnit, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { Button } from 'antd';
import { memo } from 'react';
import type { PropsWithChildren } from 'react';
import { useStore } from 'react-redux';
import { hardwareSet, sectionChanged } from '../document/documentSlice.ts';
import { selectBrief } from '../document/showing.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectColumn } from '../document/selectors.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import type { RootState } from '../store/store.ts';
import { PackedFields } from './PackedFields.tsx';
import { ShareField } from './ShareField.tsx';
import { efficiencyWords, TrayFields } from './TrayFields.tsx';

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

/** Its parts are given numbers and words, not all that is known: while one number is dragged the others are not drawn anew. */
export function HardwareFields({ column, hardware, facts }: Props) {
  const show = useAppSelector(selectBrief);
  const { ladder } = column;
  const [hasCondenser, hasReboiler] = [ladder?.top !== 'none', ladder?.bottom !== 'none'];
  return (
    <form className="inputs" aria-label="Inputs of the hardware" onSubmit={(event) => event.preventDefault()}>
      {hardware.sections.map((inputs, k) => {
        const section = facts?.sections[k];
        return (
          <SectionForm
            key={k}
            column={column.id}
            k={k}
            inputs={inputs}
            name={nameOf(facts, hardware, k)}
            sized={sizedWords(facts, hardware, k, show)}
            now={section?.diameter ?? 1}
          >
            {inputs.contact === 'packing' ? (
              <PackedFields
                column={column.id}
                section={k}
                packed={inputs.packed}
                hetp={inputs.packed.height === null ? (section?.packed?.hetp ?? null) : null}
                rule={section?.packed?.rule ?? null}
              />
            ) : (
              <TrayFields column={column.id} section={k} tray={inputs.tray} efficiency={efficiencyWords(section?.efficiency)} />
            )}
          </SectionForm>
        );
      })}
      <Sections
        column={column.id}
        count={facts?.sections.length ?? 1}
        isAlike={hardware.sections.length === 1}
        diameters={hardware.diameters}
      />
      <System column={column.id} foaming={hardware.foaming} systemFactor={hardware.systemFactor} turnDown={hardware.turnDown} />
      {(hasCondenser || hasReboiler) && (
        <Ends
          column={column.id}
          ends={hardware.ends}
          hasCondenser={hasCondenser}
          hasReboiler={hasReboiler}
          condenser={facts?.ends.condenser?.coefficient}
          reboiler={facts?.ends.reboiler?.coefficient}
        />
      )}
    </form>
  );
}

interface SystemProps extends Pick<HardwareInputs, 'foaming' | 'systemFactor' | 'turnDown'> {
  column: string;
}

/** How the system foams, and how little it is to work with. */
const System = memo(function System({ column, foaming, systemFactor, turnDown }: SystemProps) {
  const dispatch = useAppDispatch();
  const path = `units.${column}.hardware`;
  const set = (change: Partial<HardwareInputs>, gesture?: string) => dispatch(hardwareSet({ column, change }, gesture));
  return (
    <section aria-label="System">
      <h2>System</h2>
      <ChoiceField
        label="Foams"
        path={`${path}.foaming`}
        value={foaming}
        options={foamings}
        onChange={(next) => set({ foaming: next, systemFactor: USUAL_FACTOR[next] })}
      />
      <ShareField
        label="System factor"
        path={`${path}.systemFactor`}
        value={systemFactor}
        limits={[30, 100]}
        note="flooding comes so much earlier; usual for what foams so, common practice"
        onChange={(next, gesture) => set({ systemFactor: next ?? 1 }, gesture)}
      />
      <ShareField
        label="Turn-down"
        path={`${path}.turnDown`}
        value={turnDown}
        limits={[5, 100]}
        note="smallest load to work at, of this one"
        onChange={(next, gesture) => set({ turnDown: next ?? 1 }, gesture)}
      />
    </section>
  );
});

interface EndsProps {
  column: string;
  ends: HardwareInputs['ends'];
  hasCondenser: boolean;
  hasReboiler: boolean;
  /** W/(m² K) in force, where there is such an exchanger. */
  condenser: number | undefined;
  reboiler: number | undefined;
}

/** Exchangers and drum at the ends. */
const Ends = memo(function Ends({ column, ends, hasCondenser, hasReboiler, ...inForce }: EndsProps) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const path = `units.${column}.hardware.ends`;
  const set = (change: Partial<HardwareInputs['ends']>, gesture?: string) =>
    dispatch(hardwareSet({ column, change: { ends: { ...ends, ...change } } }, gesture));
  const coefficients = [
    ['condenser', 'Condenser', hasCondenser],
    ['reboiler', 'Reboiler', hasReboiler],
  ] as const;
  return (
    <section aria-label="Ends">
      <h2>Ends</h2>
      {coefficients.map(([key, label, isThere]) => {
        const usual = inForce[key];
        return (
          isThere && (
            <QuantityField
              key={key}
              label={`${label}, U`}
              path={`${path}.${key}`}
              value={ends[key] === null ? null : { si: ends[key], dimension: 'heatTransfer' }}
              placeholder={usual === undefined ? 'usual' : (show.quantity(usual, 'heatTransfer').split(' ')[0] ?? '')}
              {...(ends[key] === null ? { note: 'overall coefficient, usual unless entered' } : {})}
              step={50}
              limits={{ from: 1, to: 1e5 }}
              onChange={(value, gesture) => set({ [key]: value?.si ?? null }, gesture)}
            />
          )
        );
      })}
      {hasCondenser && (
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
});

interface SectionsProps extends Pick<HardwareInputs, 'diameters'> {
  column: string;
  count: number;
  isAlike: boolean;
}

/** Whether sections are alike, and whether they have one diameter. */
const Sections = memo(function Sections({ column, count, isAlike, diameters }: SectionsProps) {
  const dispatch = useAppDispatch();
  const store = useStore<RootState>();
  if (count < 2 && isAlike) return null;
  const set = (change: Partial<HardwareInputs>) => dispatch(hardwareSet({ column, change }));
  const build = (how: 'alike' | 'own') => {
    const [first = newSection('trays')] = selectColumn(store.getState())?.hardware?.sections ?? [];
    set({ sections: how === 'alike' ? [first] : Array.from({ length: count }, () => first) });
  };
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
        onChange={build}
      />
      <ChoiceField
        label="Diameter"
        value={diameters}
        options={[
          { value: 'one', label: 'one for all' },
          { value: 'each', label: 'one each' },
        ]}
        onChange={(next) => set({ diameters: next })}
      />
    </section>
  );
});

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

interface SectionProps {
  column: string;
  /** Its place among the sections of which something is said. */
  k: number;
  inputs: SectionInputs;
  name: string;
  /** What the field of a diameter says while it is empty. */
  sized: string;
  /** m, as it is. */
  now: number;
}

function SectionForm({ column, k, inputs, name, sized, now, children }: PropsWithChildren<SectionProps>) {
  const { contact, share, diameter, mostDrop } = inputs;
  return (
    <section aria-label={name}>
      <h2>{name}</h2>
      <SizeFields
        column={column}
        section={k}
        contact={contact}
        share={share}
        diameter={diameter}
        mostDrop={mostDrop}
        sized={sized}
        now={now}
      />
      {children}
    </section>
  );
}

interface SizeProps extends Pick<SectionInputs, 'contact' | 'share' | 'diameter' | 'mostDrop'> {
  column: string;
  section: number;
  sized: string;
  now: number;
}

/** What a section is sized for, or how wide it is. */
const SizeFields = memo(function SizeFields({ column, section, contact, share, diameter, mostDrop, sized, now }: SizeProps) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const path = `units.${column}.hardware.sections.${section}`;
  const set = (change: Partial<SectionInputs>, gesture?: string) => dispatch(sectionChanged({ column, section, change }, gesture));
  const isPacked = contact === 'packing';
  return (
    <>
      <ChoiceField
        label="Contact by"
        path={`${path}.contact`}
        value={contact}
        options={CONTACTS}
        onChange={(next) => set({ contact: next, share: newSection(next).share, mostDrop: null })}
      />
      <ShareField
        label="Size for"
        path={`${path}.share`}
        value={share}
        limits={[10, 120]}
        unit="% of flooding"
        onChange={(next, gesture) => set({ share: next ?? newSection(contact).share }, gesture)}
      />
      <QuantityField
        label="Diameter"
        path={`${path}.diameter`}
        value={diameter === null ? null : { si: diameter, dimension: 'length' }}
        placeholder={sized}
        step={0.05}
        {...(diameter === null ? {} : { range: [0.1, Math.max(4, Math.ceil(1.5 * now))] as [number, number] })}
        limits={{ from: 0.02, to: 60 }}
        note={<Given diameter={diameter} now={now} show={show} onSet={(next) => set({ diameter: next })} />}
        onChange={(value, gesture) => set({ diameter: value?.si ?? null }, gesture)}
      />
      <QuantityField
        label={isPacked ? 'Drop of the bed, at most' : 'Drop of a tray, at most'}
        path={`${path}.mostDrop`}
        value={mostDrop === null ? null : { si: mostDrop, dimension: isPacked ? 'bedDrop' : 'pressureDrop' }}
        placeholder="any"
        step={0.5}
        limits={{ from: 1e-3, to: 1e6 }}
        onChange={(value, gesture) => set({ mostDrop: value?.si ?? null }, gesture)}
      />
    </>
  );
});

const CONTACTS: { value: SectionInputs['contact']; label: string }[] = [
  { value: 'trays', label: 'trays' },
  { value: 'packing', label: 'packing' },
];

/** Between a diameter that is given and one that is sized. */
function Given({
  diameter,
  now,
  show,
  onSet,
}: {
  diameter: number | null;
  now: number;
  show: Show;
  onSet: (next: number | null) => void;
}) {
  return diameter === null ? (
    <Button type="link" className="go" onClick={() => onSet(now)}>
      Give it: {show.quantity(now, 'length')}
    </Button>
  ) : (
    <Button type="link" className="go" onClick={() => onSet(null)}>
      Size it again
    </Button>
  );
}
