/** What to know of a solved column and its site, in words. */
import type { FolderWords } from '../../measures/index.ts';
import { cellNumber, cellWords } from '../../balance/index.ts';
import type { NamedCell } from '../../balance/index.ts';

declare module '../../numerics/outcome.ts' {
  interface Warnings {
    'colder-than-coolant': { T: number; coolant: 'water' | 'air' | 'refrigerant'; available: number; isUsual: boolean }; // K
    'hotter-than-heating': { T: number; available: number; isUsual: boolean }; // K
    'hardware-makes-no-pressure': unknown;
    'sheet-not-reached': { cells: { cell: NamedCell; reached: number }[] };
  }
}

/** Sentences for the codes above. */
export const COLUMN_UNIT_WORDS = {
  warnings: {
    'colder-than-coolant': (warning, show) => {
      const means = warning.coolant === 'refrigerant' ? 'another refrigerant is needed' : 'refrigeration is needed';
      return `The condenser needs ${show.temperature(warning.T)}: colder than ${whose(warning)} ${warning.coolant === 'water' ? 'cooling water' : warning.coolant} reaches (${show.temperature(warning.available)}); ${means}.${ofUtilities(warning)}`;
    },
    'hotter-than-heating': (warning, show) =>
      `The reboiler needs ${show.temperature(warning.T)}: hotter than ${warning.isUsual ? 'usual heating steam' : 'the site’s heating medium'} reaches (${show.temperature(warning.available)}). Lower the pressure, or take a hotter medium.${ofUtilities(warning)}`,
    'hardware-makes-no-pressure': () =>
      'The ladder was to take the pressure that its hardware makes, and the two do not agree: a bed is flooded, or the drop is no column’s any more. The pressures entered hold. Widen the column, or choose other trays or packing, on the Hardware page.',
    'sheet-not-reached': (warning, show) =>
      `Not what the balance sheet asks: ${warning.cells.map(({ cell, reached }) => `${cellWords(cell, show)}, is ${cellNumber(cell.kind, reached, show)}`).join('; ')}.`,
  },
} satisfies FolderWords;

const whose = ({ isUsual }: { isUsual: boolean }): string => (isUsual ? 'a usual' : 'the site’s');

const ofUtilities = ({ isUsual }: { isUsual: boolean }): string =>
  isUsual ? ' What this site heats and cools with has not been entered.' : '';
