/** What a unit sends out, by its kind: a row each. */
import type { Unit, UnitKind } from '@keen-ladder/schema';
import { productPlaces } from './column/places.ts';
import { DRUM_PLACES } from './drum/places.ts';

export interface Outlet {
  id: string;
  name: string;
}

const OUTLETS: { [K in UnitKind]: (unit: Extract<Unit, { kind: K }>) => Outlet[] } = {
  column: productPlaces,
  drum: () => DRUM_PLACES,
};

/** What a unit sends out, as its inputs say: whether anything flows there is its answer's to say. */
export const outletsOf = (unit: Unit): Outlet[] => (OUTLETS[unit.kind] as (of: Unit) => Outlet[])(unit); // the row is that of its kind
