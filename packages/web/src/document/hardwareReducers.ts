/** What is changed of a column's trays and packing. */
import type { CaseDocument, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { columnOf } from './parts.ts';
import type { OfColumn } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

/** What changes of a section; of its trays and its packing too only what is named. */
interface SectionChange {
  column: string;
  section: number;
  change: Partial<Omit<SectionInputs, 'tray' | 'packed'>> & {
    tray?: Partial<SectionInputs['tray']>;
    packed?: Partial<SectionInputs['packed']>;
  };
}

export const hardwareReducers = {
  /** The whole, begun anew or put away. */
  hardwareBegun: {
    prepare: prepared<OfColumn<'hardware', HardwareInputs | null>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'hardware', HardwareInputs | null>>) {
      const column = columnOf(state, payload.column);
      if (column) column.hardware = payload.hardware;
    },
  },
  hardwareSet: {
    prepare: prepared<OfColumn<'change', Partial<HardwareInputs>>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'change', Partial<HardwareInputs>>>) {
      const hardware = columnOf(state, payload.column)?.hardware;
      if (hardware) Object.assign(hardware, payload.change);
    },
  },
  /** Something of one of the sections of which something is said. */
  sectionChanged: {
    prepare: prepared<SectionChange>,
    reducer(state: CaseDocument, { payload: { column, section, change } }: Change<SectionChange>) {
      const inputs = columnOf(state, column)?.hardware?.sections[section];
      if (inputs === undefined) return;
      const { tray, packed, ...rest } = change;
      Object.assign(inputs, rest);
      Object.assign(inputs.tray, tray);
      Object.assign(inputs.packed, packed);
    },
  },
  /** One of the sections of which something is said, as a whole. */
  sectionSet: {
    prepare: prepared<{ column: string; section: number; inputs: SectionInputs }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string; section: number; inputs: SectionInputs }>) {
      const hardware = columnOf(state, payload.column)?.hardware;
      if (hardware && payload.section < hardware.sections.length) hardware.sections[payload.section] = payload.inputs;
    },
  },
};
