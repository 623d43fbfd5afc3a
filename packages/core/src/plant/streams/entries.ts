/** What can be entered of a feed. */
import type { AmountBasis, CompositionBasis, ConditionQuantity, Stream } from '@keen-ladder/schema';
import type { Dimension } from '../../measures/index.ts';
import { always, componentName, row } from '../entryRow.ts';
import type { About, EntryMeasure, EntryRow } from '../entryRow.ts';

type Of = About<Stream>;

const AMOUNT: Record<AmountBasis, Dimension> = {
  molar: 'molarFlow',
  mass: 'massFlow',
  'standard-liquid': 'standardLiquidFlow',
  'standard-gas': 'standardGasFlow',
  actual: 'volumeFlow',
};

const PART: Record<CompositionBasis, Dimension> = {
  mole: 'moleFraction',
  mass: 'massFraction',
  volume: 'volumeFraction',
  'molar-flow': 'molarFlow',
  'mass-flow': 'massFlow',
};

const CONDITION: Record<ConditionQuantity, { name: string; dimension: Dimension }> = {
  temperature: { name: 'temperature', dimension: 'temperature' },
  pressure: { name: 'pressure', dimension: 'pressure' },
  'vapour-fraction': { name: 'vapour fraction', dimension: 'ratio' },
  enthalpy: { name: 'enthalpy', dimension: 'molarEnergy' },
  subcooling: { name: 'degrees below the bubble point', dimension: 'temperatureDifference' },
  superheat: { name: 'degrees above the dew point', dimension: 'temperatureDifference' },
  q: { name: 'feed quality q', dimension: 'ratio' },
};

const nameOf = ({ whole }: Of): string => (whole.name === '' ? 'the feed' : whole.name);

function conditionOf({ whole }: Of, [place]: readonly string[]): { name: string; measure: EntryMeasure } {
  const condition = whole.condition.at(Number(place));
  if (condition === undefined || !('value' in condition)) return { name: 'condition', measure: 'choice' };
  const { name, dimension } = CONDITION[condition.by];
  return { name, measure: dimension };
}

/** Rows of a feed. */
export const STREAM_ENTRIES: readonly EntryRow<Stream>[] = [
  row('', (about) => `the feed ${about.whole.name}`.trim(), 'group'),
  row('name', (about) => `name of ${nameOf(about)}`),
  {
    at: 'amount',
    name: (about) => `flow of ${nameOf(about)}`,
    measure: ({ whole }) => AMOUNT[whole.amount?.basis ?? 'molar'],
    begin: (value) => ({ value, basis: 'molar' }),
    fields: always,
  },
  { at: 'composition', name: (about) => `composition of ${nameOf(about)}`, measure: 'group', fields: always },
  row('composition.basis', (about) => `basis of the composition of ${nameOf(about)}`),
  {
    at: 'composition.*',
    name: (about, [id]) => `${componentName(about.document, id)} in ${nameOf(about)}`,
    measure: ({ whole }) => PART[whole.composition.basis],
    fields: ({ document }) => document.mixture.components.map(({ id }) => [id]),
  },
  { at: 'condition', name: (about) => `conditions of ${nameOf(about)}`, measure: 'group', fields: always },
  row(
    'condition.*',
    (about, keys) => `${conditionOf(about, keys).name} of ${nameOf(about)}`,
    (about, keys) => conditionOf(about, keys).measure,
  ),
];
