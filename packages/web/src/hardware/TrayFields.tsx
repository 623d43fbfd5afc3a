/** A section's trays: kind, geometry, method. */
import { METHOD_NAMES } from '@keen-ladder/core';
import type { SectionFacts } from '@keen-ladder/core';
import type { TrayInputs } from '@keen-ladder/schema';
import { memo } from 'react';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { PlainField } from '../fields/PlainField.tsx';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { sectionChanged } from '../document/documentSlice.ts';
import { selectDisplay } from '../document/selectors.ts';
import { ShareField } from './ShareField.tsx';

interface Props {
  column: string;
  /** Its place among the sections of which something is said. */
  section: number;
  tray: TrayInputs;
  /** What its efficiency is where none is given. */
  efficiency: string;
}

const kinds: { value: TrayInputs['kind']; label: string }[] = [
  { value: 'sieve', label: 'sieve trays' },
  { value: 'valve', label: 'movable valves' },
  { value: 'fixed-valve', label: 'fixed valves' },
  { value: 'bubble-cap', label: 'bubble caps' },
];

const passes = [1, 2, 3, 4].map((value) => ({ value: String(value), label: value === 1 ? '1, single' : String(value) }));

const floodings = (['kister-haas', 'fair', 'fair-kessler', 'treybal'] as const).map((value) => ({
  value,
  label: METHOD_NAMES[value] ?? value,
}));

const efficiencies = (['o-connell', 'chan-fair', 'aiche', 'zuiderweg', 'van-winkle'] as const).map((value) => ({
  value,
  label: METHOD_NAMES[value] ?? value,
}));

/** Lengths of a tray that are entered as such. */
const SMALL = [
  ['weirHeight', 'Weir height'],
  ['clearance', 'Clearance under it'],
  ['holeDiameter', 'Holes'],
  ['deckThickness', 'Deck'],
] as const;

const ATTRIBUTES = {
  'o-connell': 'by O’Connell',
  'chan-fair': 'tray by tray',
  aiche: 'tray by tray',
  zuiderweg: 'tray by tray',
  'van-winkle': 'tray by tray',
  ladder: 'rungs are trays',
  practice: 'by practice',
  given: 'given',
} as const;

/** Drawn anew as something of the trays changes, and not as the column widens. */
export const TrayFields = memo(function TrayFields({ column, section, tray, efficiency }: Props) {
  const dispatch = useAppDispatch();
  const isInches = useAppSelector(selectDisplay).smallLength === 'in';
  const path = `units.${column}.hardware.sections.${section}.tray`;
  const set = (tray: Partial<TrayInputs>, gesture?: string) =>
    dispatch(sectionChanged({ column, section, change: { tray } }, gesture));
  return (
    <>
      <ChoiceField label="Kind" path={`${path}.kind`} value={tray.kind} options={kinds} onChange={(kind) => set({ kind })} />
      <ChoiceField
        label="Passes"
        path={`${path}.passes`}
        value={String(tray.passes)}
        options={passes}
        onChange={(value) => set({ passes: Number(value) as TrayInputs['passes'] })} // one of the options
      />
      <QuantityField
        label="Spacing"
        path={`${path}.spacing`}
        value={{ si: tray.spacing, dimension: 'length' }}
        step={0.05}
        limits={{ from: 0.05, to: 3 }}
        onChange={(value, gesture) => value !== null && set({ spacing: value.si }, gesture)}
      />
      <ShareField
        label="Downcomers, of the section"
        path={`${path}.downcomerTop`}
        value={tray.downcomerTop}
        limits={[1, 40]}
        onChange={(value, gesture) => value !== null && set({ downcomerTop: value }, gesture)}
      />
      <ShareField
        label="… at their bottom"
        path={`${path}.downcomerBottom`}
        value={tray.downcomerBottom}
        limits={[1, 40]}
        note="less where they slope"
        onChange={(value, gesture) => value !== null && set({ downcomerBottom: value }, gesture)}
      />
      {SMALL.map(([key, label]) => (
        <QuantityField
          key={key}
          label={label}
          path={`${path}.${key}`}
          value={{ si: tray[key], dimension: 'smallLength' }}
          step={isInches ? 0.125 : 1}
          limits={{ from: 1e-4, to: 0.5 }}
          onChange={(value, gesture) => value !== null && set({ [key]: value.si }, gesture)}
        />
      ))}
      <ShareField
        label={tray.kind === 'bubble-cap' ? 'Slots, of the active area' : 'Holes, of the active area'}
        path={`${path}.holeShare`}
        value={tray.holeShare}
        limits={[1, 60]}
        onChange={(value, gesture) => value !== null && set({ holeShare: value }, gesture)}
      />
      {tray.kind === 'valve' && <ValveFields path={path} tray={tray} isInches={isInches} onSet={set} />}
      {tray.kind === 'bubble-cap' && <CapFields path={path} tray={tray} isInches={isInches} onSet={set} />}
      <ShareField
        label="Efficiency, overall"
        path={`${path}.efficiency`}
        value={tray.efficiency}
        limits={[1, 150]}
        placeholder={efficiency}
        onChange={(value, gesture) => set({ efficiency: value }, gesture)}
      />
      <ChoiceField
        label="Efficiency by"
        path={`${path}.efficiencyBy`}
        value={tray.efficiencyBy}
        options={efficiencies}
        onChange={(efficiencyBy) => set({ efficiencyBy })}
      />
      <PlainField
        label="Liquid mixes, pools"
        path={`${path}.pools`}
        value={tray.pools}
        placeholder="plug flow"
        step={1}
        limits={{ from: 1, to: 100 }}
        note="for Chan & Fair and Zuiderweg: Gautreaux & O’Connell 1955"
        onChange={(pools, gesture) => set({ pools: pools === null ? null : Math.round(pools) }, gesture)}
      />
      <ChoiceField
        label="Flooding by"
        path={`${path}.flooding`}
        value={tray.flooding}
        options={floodings}
        onChange={(flooding) => set({ flooding })}
      />
    </>
  );
});

/** What a section's efficiency is where none is given, in a word. */
export const efficiencyWords = (efficiency: SectionFacts['efficiency'] | undefined): string =>
  efficiency === null || efficiency === undefined
    ? 'proposed'
    : `${ATTRIBUTES[efficiency.by]}: ${(100 * efficiency.value).toFixed(0)}`;

interface PartProps {
  path: string;
  tray: TrayInputs;
  isInches: boolean;
  onSet: (change: Partial<TrayInputs>, gesture?: string) => void;
}

function ValveFields({ path, tray, isInches, onSet }: PartProps) {
  const { valve } = tray;
  return (
    <>
      <QuantityField
        label="Valve thickness"
        path={`${path}.valve.thickness`}
        value={{ si: valve.thickness, dimension: 'smallLength' }}
        step={isInches ? 0.01 : 0.1}
        limits={{ from: 1e-4, to: 0.02 }}
        onChange={(value, gesture) => value !== null && onSet({ valve: { ...valve, thickness: value.si } }, gesture)}
      />
      <ChoiceField
        label="Valve seat"
        value={valve.seat}
        options={[
          { value: 'sharp', label: 'sharp edge' },
          { value: 'contoured', label: 'contoured' },
        ]}
        onChange={(seat) => onSet({ valve: { ...valve, seat } })}
      />
      <ChoiceField
        label="Valve legs"
        value={String(valve.legs)}
        options={[
          { value: '0', label: 'caged' },
          { value: '3', label: '3' },
          { value: '4', label: '4' },
        ]}
        onChange={(legs) => onSet({ valve: { ...valve, legs: Number(legs) as TrayInputs['valve']['legs'] } })} // one of the options
      />
    </>
  );
}

function CapFields({ path, tray, isInches, onSet }: PartProps) {
  const { cap } = tray;
  return (
    <>
      <QuantityField
        label="Slot height"
        path={`${path}.cap.slotHeight`}
        value={{ si: cap.slotHeight, dimension: 'smallLength' }}
        step={isInches ? 0.125 : 1}
        limits={{ from: 1e-3, to: 0.2 }}
        onChange={(value, gesture) => value !== null && onSet({ cap: { ...cap, slotHeight: value.si } }, gesture)}
      />
      <QuantityField
        label="Liquid over the slots"
        path={`${path}.cap.seal`}
        value={{ si: cap.seal, dimension: 'smallLength' }}
        step={isInches ? 0.125 : 1}
        limits={{ from: 0, to: 0.3 }}
        onChange={(value, gesture) => value !== null && onSet({ cap: { ...cap, seal: value.si } }, gesture)}
      />
      <ShareField
        label="Slots, of the active area"
        path={`${path}.cap.slotShare`}
        value={cap.slotShare}
        limits={[1, 60]}
        onChange={(value, gesture) => value !== null && onSet({ cap: { ...cap, slotShare: value } }, gesture)}
      />
      <ShareField
        label="Risers, of the active area"
        path={`${path}.cap.riserShare`}
        value={cap.riserShare}
        limits={[1, 60]}
        onChange={(value, gesture) => value !== null && onSet({ cap: { ...cap, riserShare: value } }, gesture)}
      />
      <PlainField
        label="Riser coefficient Kc"
        path={`${path}.cap.riserCoefficient`}
        value={cap.riserCoefficient}
        step={0.1}
        limits={{ from: 0.5, to: 20 }}
        note="by the caps’ areas, 2 to 7.5 (Bolles 1956)"
        onChange={(value, gesture) => value !== null && onSet({ cap: { ...cap, riserCoefficient: value } }, gesture)}
      />
    </>
  );
}
