/** What tests ask of the hardware of the demo’s columns. */
import { createCaseSolver } from '@keen-ladder/core';
import type { DesignsFacts, HardwareFacts } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { demoCases } from './index.ts';

/** Demo cases of one column with a ladder. */
export const laddered = demoCases().filter(({ document }) => document.units[0]?.ladder !== null);

/** The column of a case. */
export const columnOf = (document: CaseDocument): ColumnUnit => {
  const [unit] = document.units;
  if (unit?.kind !== 'column') throw new Error('no column');
  return unit;
};

/** The case with other hardware. */
export const withHardware = (document: CaseDocument, hardware: HardwareInputs): CaseDocument => ({
  ...document,
  units: [{ ...columnOf(document), hardware }],
});

/** Hardware with the same change in each section of which something is said. */
export const withSection = (hardware: HardwareInputs, change: Partial<SectionInputs>): HardwareInputs => ({
  ...hardware,
  sections: hardware.sections.map((section) => ({ ...section, ...change })),
});

/** One for all, so that what is alike is solved once. */
export const solver = createCaseSolver();

/** Hardware, rated. */
export function rated(document: CaseDocument, hardware: HardwareInputs): HardwareFacts {
  const { outcome } = solver.node(withHardware(document, hardware), 'column', 'hardware');
  if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
  return outcome.value;
}

/** Two designs of it. */
export function designsOf(document: CaseDocument, hardware: HardwareInputs): DesignsFacts {
  const { outcome } = solver.node(withHardware(document, hardware), 'column', 'designs');
  if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
  return outcome.value;
}
