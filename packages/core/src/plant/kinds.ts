/** The kinds of unit, a row each: what one is, before anything is asked of it. How one is solved stands in `solve.ts`, so that a page need not fetch it. */
import type { ColumnUnit, DrumUnit, Unit, UnitKind } from '@keen-ladder/schema';
import { newColumn } from './column/begin.ts';
import { productPlaces } from './column/places.ts';
import { pressuresOf } from './column/pressure.ts';
import { newDrum } from './drum/begin.ts';
import { DRUM_PLACES } from './drum/places.ts';
import { pressureOf } from './drum/pressure.ts';

/** A place where a unit sends something out. */
export interface Outlet {
  id: string;
  name: string;
}

interface Kind<U extends Unit> {
  /** "column" */
  name: string;
  begin: (id: string, name: string) => U;
  /** Pa, at which a feed comes that is said to come at the unit's. */
  pressure: (unit: U) => number | undefined;
  outlets: (unit: U) => readonly Outlet[];
}

const column: Kind<ColumnUnit> = {
  name: 'column',
  begin: newColumn,
  pressure: (unit) => pressuresOf(unit)?.feed,
  outlets: productPlaces,
};

const drum: Kind<DrumUnit> = {
  name: 'flash drum',
  begin: newDrum,
  pressure: pressureOf,
  outlets: () => DRUM_PLACES,
};

const KINDS = { column, drum } satisfies Record<UnitKind, unknown>;

/** Names of the kinds, in the order in which they are offered. */
export const UNIT_KINDS = Object.values(KINDS).map(({ name }, k) => ({ kind: Object.keys(KINDS)[k] as UnitKind, name })); // the keys are the kinds

/** The row of a unit's own kind. */
const kindOf = (unit: { kind: UnitKind }) => KINDS[unit.kind] as unknown as Kind<Unit>;

/** A unit of a kind, of which nothing is asked yet. */
export const newUnit = (kind: UnitKind, id: string, name: string): Unit => kindOf({ kind }).begin(id, name);

/** Pa, at which a feed comes that is said to come at the unit's. */
export const unitPressure = (unit: Unit): number | undefined => kindOf(unit).pressure(unit);

/** What a unit sends out, as its inputs say: whether anything flows there is its answer's to say. */
export const outletsOf = (unit: Unit): readonly Outlet[] => kindOf(unit).outlets(unit);
