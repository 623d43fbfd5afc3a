/** Names for the parts of a case's document, and how its reducers find them. */
import type { CaseDocument, ColumnUnit, SheetCell, Stream } from '@keen-ladder/schema';

export type CellPlace = Pick<SheetCell, 'component' | 'product'>;

/** A fraction of the first of two components. */
export interface Fraction {
  value: number;
  basis: 'mole' | 'mass';
}

export type OfColumn<K extends string, V> = { column: string } & Record<K, V>;
export type OfStream<K extends string, V> = { stream: string } & Record<K, V>;

export const columnsOf = ({ units }: Pick<CaseDocument, 'units'>): ColumnUnit[] => units.filter((unit) => unit.kind === 'column');

export const columnOf = (state: CaseDocument, id: string): ColumnUnit | undefined => columnsOf(state).find((u) => u.id === id);
export const streamOf = (state: CaseDocument, id: string): Stream | undefined => state.streams.find((s) => s.id === id);

/** An identifier that none of these has. */
export function freeId(stem: string, taken: readonly { id: string }[]): string {
  for (let k = 2; ; k++) if (!taken.some(({ id }) => id === `${stem}-${k}`)) return `${stem}-${k}`;
}
