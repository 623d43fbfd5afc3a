/** What is changed of a column's trays and packing. */
import type { CaseDocument, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { columnOf } from './parts.ts';
import type { OfColumn } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

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
  /** One of the sections of which something is said. */
  sectionSet: {
    prepare: prepared<{ column: string; section: number; inputs: SectionInputs }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string; section: number; inputs: SectionInputs }>) {
      const hardware = columnOf(state, payload.column)?.hardware;
      if (hardware && payload.section < hardware.sections.length) hardware.sections[payload.section] = payload.inputs;
    },
  },
};
