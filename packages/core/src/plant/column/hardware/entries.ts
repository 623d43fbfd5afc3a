/** What can be entered of a column's hardware. */
import type { ColumnUnit, SectionInputs } from '@keen-ladder/schema';
import { row } from '../../entryRow.ts';
import type { About, EntryMeasure, EntryRow } from '../../entryRow.ts';

type Of = About<ColumnUnit>;
type Row = EntryRow<ColumnUnit>;

/** What is said of hardware at all, as keys of rows without a star. */
const whereHardware = ({ whole }: Of): string[][] => (whole.hardware === null ? [] : [[]]);

/** Where hardware is spoken of and the column has that end. */
const whereEnd =
  (end: 'top' | 'bottom') =>
  ({ whole }: Of): string[][] =>
    whole.hardware === null || whole.ladder?.[end] === 'none' ? [] : [[]];

/** Keys of the sections for which a page has a field: those that are said, of this kind of contact. */
const sections =
  (isOf: (section: SectionInputs) => boolean) =>
  ({ whole }: Of): string[][] =>
    (whole.hardware?.sections ?? []).flatMap((section, k) => (isOf(section) ? [[String(k)]] : []));

const every = sections(() => true);
const trayed = sections(({ contact }) => contact === 'trays');
const packed = sections(({ contact }) => contact === 'packing');

/** "trays" where one is said for all, else "trays of section 2". */
const of = ({ whole }: Of, [k]: readonly string[]): string =>
  (whole.hardware?.sections.length ?? 1) > 1 ? ` of section ${Number(k) + 1}` : '';

const field = (at: string, name: string, measure: EntryMeasure, fields: Row['fields']): Row => ({
  at: `hardware.sections.*.${at}`,
  name: (about, keys) => `${name}${of(about, keys)}`,
  measure,
  ...(fields && { fields }),
});

/** Rows of the stop. */
export const HARDWARE_ENTRIES: readonly Row[] = [
  row('hardware', 'trays or packing', 'group'),
  row('hardware.diameters', 'one diameter for all, or one each'),
  row('hardware.sizes', 'diameters that are made'),
  { at: 'hardware.foaming', name: 'how much the system foams', measure: 'choice', fields: whereHardware },
  { at: 'hardware.systemFactor', name: 'system factor of flooding', measure: 'ratio', fields: whereHardware },
  { at: 'hardware.turnDown', name: 'smallest load, of the design’s', measure: 'ratio', fields: whereHardware },
  row('hardware.setsPressure', 'whether the ladder takes the pressure of the hardware', 'choice'),
  row('hardware.ends', 'ends of the column', 'group'),
  { at: 'hardware.ends.condenser', name: 'coefficient of the condenser', measure: 'heatTransfer', fields: whereEnd('top') },
  { at: 'hardware.ends.reboiler', name: 'coefficient of the reboiler', measure: 'heatTransfer', fields: whereEnd('bottom') },
  { at: 'hardware.ends.drumTime', name: 'time that the half-full reflux drum holds', measure: 'time', fields: whereEnd('top') },
  row('hardware.sections', 'sections of the hardware', 'group'),
  row('hardware.sections.*', (about, keys) => `hardware${of(about, keys)}`, 'group'),
  field('contact', 'trays or packing', 'choice', every),
  field('diameter', 'diameter', 'length', every),
  field('share', 'share of flooding to size for', 'ratio', every),
  {
    ...field('mostDrop', 'pressure drop to stay below', 'pressureDrop', every),
    measure: ({ whole }, [k]) => (whole.hardware?.sections[Number(k)]?.contact === 'packing' ? 'bedDrop' : 'pressureDrop'),
  },
  field('tray', 'trays', 'group', undefined),
  field('tray.kind', 'kind of tray', 'choice', trayed),
  field('tray.spacing', 'tray spacing', 'length', trayed),
  field('tray.passes', 'passes of the liquid', 'count', trayed),
  field('tray.weirHeight', 'weir height', 'smallLength', trayed),
  field('tray.downcomerTop', 'downcomers of the section, at the top', 'ratio', trayed),
  field('tray.downcomerBottom', 'downcomers of the section, at the bottom', 'ratio', trayed),
  field('tray.clearance', 'clearance under the downcomer', 'smallLength', trayed),
  field('tray.holeDiameter', 'hole diameter', 'smallLength', trayed),
  field('tray.holeShare', 'holes of the active area', 'ratio', trayed),
  field('tray.deckThickness', 'deck thickness', 'smallLength', trayed),
  field('tray.valve', 'valves', 'group', undefined),
  field('tray.valve.thickness', 'thickness of a valve', 'smallLength', undefined),
  field('tray.valve.density', 'metal of a valve', 'density', undefined),
  field('tray.valve.seat', 'seat of a valve', 'choice', undefined),
  field('tray.valve.legs', 'legs of a valve', 'count', undefined),
  field('tray.cap', 'bubble caps', 'group', undefined),
  field('tray.cap.slotHeight', 'height of a slot', 'smallLength', undefined),
  field('tray.cap.slotShare', 'slots of the active area', 'ratio', undefined),
  field('tray.cap.riserShare', 'risers of the active area', 'ratio', undefined),
  field('tray.cap.riserCoefficient', 'coefficient of risers and reversal', 'ratio', undefined),
  field('tray.cap.seal', 'liquid over the slots', 'smallLength', undefined),
  field('tray.flooding', 'method of flooding', 'choice', trayed),
  field('tray.efficiencyBy', 'method of the trays’ efficiency', 'choice', trayed),
  field('tray.pools', 'pools of liquid on a tray', 'count', trayed),
  field('tray.efficiency', 'overall efficiency of the trays', 'ratio', trayed),
  field('packed', 'packing', 'group', undefined),
  field('packed.packing', 'packing', 'choice', packed),
  field('packed.packing.**', 'what is known of the packing', 'choice', undefined),
  field('packed.flooding', 'method of flooding, packing', 'choice', packed),
  field('packed.drop', 'method of the pressure drop, packing', 'choice', packed),
  field('packed.hetp', 'method of the height of a stage', 'choice', packed),
  field('packed.height', 'height of an equilibrium stage', 'length', packed),
  field('packed.bed', 'packing between redistributors', 'length', packed),
];
