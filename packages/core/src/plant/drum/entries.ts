/** What can be entered of a drum. */
import type { DrumQuantity, DrumUnit } from '@keen-ladder/schema';
import type { Dimension } from '../../measures/index.ts';
import { row } from '../entryRow.ts';
import type { EntryRow } from '../entryRow.ts';

const KNOWN: Record<DrumQuantity, { name: string; dimension: Dimension }> = {
  temperature: { name: 'temperature', dimension: 'temperature' },
  pressure: { name: 'pressure', dimension: 'pressure' },
  duty: { name: 'heat put into', dimension: 'power' },
  'vapour-fraction': { name: 'vapour fraction', dimension: 'ratio' },
};

const known = ({ known: [first, second] }: DrumUnit, [place]: readonly string[]) => KNOWN[(place === '0' ? first : second).by];

/** Rows of a drum. */
export const DRUM_ENTRIES: readonly EntryRow<DrumUnit>[] = [
  row('', ({ whole }) => `the unit ${whole.name}`.trim(), 'group'),
  row('name', 'name of the drum'),
  row('inlets', 'what enters the drum'),
  row('known', 'what is known of the drum', 'group'),
  {
    at: 'known.*',
    name: ({ whole }, keys) => `${known(whole, keys).name} of the drum`,
    measure: ({ whole }, keys) => known(whole, keys).dimension,
    fields: () => [['0'], ['1']],
  },
];
