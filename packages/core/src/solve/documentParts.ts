import type { CaseDocument, ColumnUnit, Stream } from '@keen-ladder/schema';
import type { OpenPoint } from '../numerics/index.ts';

/** The streams that are connected to a column, in the order of their connection. */
export function feedsOf(document: CaseDocument, column: ColumnUnit): Stream[] {
  return document.connections
    .filter((c) => c.to.unit === column.id)
    .flatMap((c) => document.streams.filter((s) => s.id === c.from.stream));
}

/** Connections to a column that name no stream, or the same stream twice. */
export function connectionPoints(document: CaseDocument, column: ColumnUnit): OpenPoint[] {
  const ids = document.connections.filter((c) => c.to.unit === column.id).map((c) => c.from.stream);
  return ids.flatMap((id, k): OpenPoint[] => {
    const stream = document.streams.find((s) => s.id === id);
    if (stream === undefined) return [{ code: 'no-such-stream', path: 'streams', id }];
    return ids.indexOf(id) < k ? [{ code: 'connected-twice', path: 'streams', name: stream.name }] : [];
  });
}

/** @throws RangeError for a unit that does not exist: our mistake, never the user's */
export function columnOf(document: CaseDocument, unit: string): ColumnUnit {
  const column = document.units.find((u) => u.id === unit);
  if (column === undefined) throw new RangeError(`no unit ${unit} in the document`);
  return column;
}

/** Pa along a column: given at the top, at the bottom or as at the top, and half-way at the feed. Undefined while the top is not given. */
export function pressuresOf({ pressure: { top, bottom } }: ColumnUnit): { top: number; feed: number; bottom: number } | undefined {
  if (top === null || !(top > 0)) return undefined;
  const below = bottom === null || !(bottom > 0) ? top : bottom;
  return { top, feed: (top + below) / 2, bottom: below };
}

/** What a record holds under a key; undefined where it holds nothing of its own. */
export const entryOf = <T>(record: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined;
