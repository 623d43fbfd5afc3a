/** The demo's case of several units: a hot rinse let down into a drum, and what stays liquid split by two columns in a row. */
import { newColumn, newDrum } from '@keen-ladder/core';
import type { ColumnCase } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';

const PENTANE = '109-66-0';
const HEXANE = '110-54-3';
const HEPTANE = '142-82-5';
const TOLUENE = '108-88-3';

export const TRAIN_COMPONENTS = [PENTANE, HEXANE, HEPTANE, TOLUENE];

const cell = (component: string, product: string, value: number) =>
  ({ component, product, kind: 'recovery', wish: 'equal', value }) as const;

/**
 * @param blank a new case with the mixture of TRAIN_COMPONENTS
 * @param withLadder what gives a column its ladder
 */
export function drumAndTwoColumns(
  blank: ColumnCase,
  withLadder: (column: ColumnUnit & { id: 'column' | 'column-2' }) => ColumnUnit,
): CaseDocument {
  const [feed] = blank.streams;
  if (feed === undefined) throw new Error('a new case has a feed');
  const pentanes = {
    ...newColumn('column', 'Pentane column'),
    id: 'column' as const,
    pressure: { top: 1.2e5, bottom: 1.35e5 },
    balance: { cells: [cell(PENTANE, 'distillate', 0.97), cell(HEXANE, 'bottoms', 0.97)] },
  };
  const hexanes = {
    ...newColumn('column-2', 'Hexane column'),
    id: 'column-2' as const,
    pressure: { top: 1.1e5, bottom: 1.3e5 },
    balance: { cells: [cell(HEXANE, 'distillate', 0.97), cell(HEPTANE, 'bottoms', 0.97)] },
  };
  const drum = newDrum('drum', 'Let-down drum');
  return {
    ...blank,
    streams: [
      {
        ...feed,
        name: 'Hot rinse',
        amount: { value: 60 / 3.6, basis: 'molar' },
        composition: { basis: 'mole', parts: { [PENTANE]: 0.25, [HEXANE]: 0.3, [HEPTANE]: 0.25, [TOLUENE]: 0.2 } },
        condition: [
          { by: 'pressure', value: 6e5 },
          { by: 'temperature', value: 393.15 },
        ],
      },
    ],
    units: [
      {
        ...drum,
        known: [
          { by: 'pressure', value: 1.5e5 },
          { by: 'duty', value: 0 },
        ],
      },
      withLadder(pentanes),
      withLadder(hexanes),
    ],
    connections: [
      { id: 'feed-to-drum', from: { stream: 'feed' }, to: { unit: 'drum', port: 'feed' } },
      { id: 'drum-liquid-to-column', from: { unit: 'drum', port: 'liquid' }, to: { unit: 'column', port: 'feed' } },
      { id: 'column-bottoms-to-column-2', from: { unit: 'column', port: 'bottoms' }, to: { unit: 'column-2', port: 'feed' } },
    ],
    notes:
      'The hot rinse of the hydrocarbon line, let down from 6 bar. What flashes off goes to the vapour return; the rest is parted.',
  };
}
