/** Where something leaves a column, and what these places are called. */
import type { ColumnUnit } from '@keen-ladder/schema';

/** Places where something leaves a column as a stream of its own, from the top down: as its ladder says, else as its condenser does. */
export function productPlaces(column: ColumnUnit): { id: string; name: string }[] {
  const top = column.ladder?.top ?? column.condenser;
  const places = [
    ...(top === 'total' || top === 'mixed' ? ['distillate'] : []),
    ...(top === 'total' ? [] : ['overhead-vapour']),
    ...column.draws.map(({ id }) => id),
    'bottoms',
  ];
  return places.map((id) => ({ id, name: id === 'distillate' ? 'distillate' : placeName(column, id) }));
}

/** What a place is called. */
export function placeName(column: ColumnUnit, place: string): string {
  switch (place) {
    case 'overhead':
      return column.ladder?.top === 'none' ? 'overhead vapour' : column.ladder?.top === 'mixed' ? 'whole overhead' : 'distillate';
    case 'overhead-vapour':
      return column.ladder?.top === 'mixed' ? 'vent' : 'overhead vapour';
    case 'distillate':
      return 'liquid distillate';
    case 'bottoms':
      return 'bottoms';
    default:
      return column.draws.find(({ id }) => id === place)?.name ?? 'side draw';
  }
}
