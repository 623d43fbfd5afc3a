/** Where streams enter and leave units, by the document alone: what flows there is the units' to say. */
import type { CaseDocument, Port, Source, Stream, Unit } from '@keen-ladder/schema';
import type { OpenPoint } from '../numerics/index.ts';
import { outletsOf } from './kinds.ts';

/** A stream on its way into a unit. */
export interface Inlet {
  /** The unit's name for it: what is said of it at the unit is kept under this. */
  id: string;
  name: string;
  from: Source;
  /** The feed from outside; undefined where another unit sends it. */
  stream: Stream | undefined;
}

/** What enters a unit, in the order in which it was connected; connections from nowhere are left out. */
export function inletsOf(document: CaseDocument, unit: Pick<Unit, 'id'>): Inlet[] {
  return document.connections
    .filter(({ to }) => to.unit === unit.id)
    .flatMap(({ from, to }): Inlet[] => {
      if ('stream' in from) {
        const stream = document.streams.find(({ id }) => id === from.stream);
        return stream === undefined ? [] : [{ id: to.port, name: stream.name, from, stream }];
      }
      const name = nameOfOutlet(document, from);
      return name === undefined ? [] : [{ id: to.port, name, from, stream: undefined }];
    });
}

/** An outlet in words; undefined where there is none. */
export function nameOfOutlet({ units }: CaseDocument, { unit, port }: Port): string | undefined {
  const from = units.find(({ id }) => id === unit);
  const outlet = from === undefined ? undefined : outletsOf(from).find(({ id }) => id === port);
  return from === undefined || outlet === undefined ? undefined : `${outlet.name} of ${from.name}`;
}

/** What is wrong with what a unit is connected to: nothing there, the same twice, or a stream that comes back to where it began. */
export function connectionPoints(document: CaseDocument, unit: Pick<Unit, 'id' | 'name'>): OpenPoint[] {
  const here = document.connections.filter(({ to }) => to.unit === unit.id);
  const points = here.flatMap(({ from, to }, k): OpenPoint[] => {
    const name = 'stream' in from ? document.streams.find(({ id }) => id === from.stream)?.name : nameOfOutlet(document, from);
    if (name === undefined)
      return [{ code: 'no-such-stream', path: 'streams', id: 'stream' in from ? from.stream : `${from.unit}.${from.port}` }];
    const isTwice = here.slice(0, k).some((other) => isSame(other.from, from) || other.to.port === to.port);
    return isTwice ? [{ code: 'connected-twice', path: 'streams', name }] : [];
  });
  if (upstreamOf(document, unit.id).includes(unit.id)) points.push({ code: 'recycle', path: `units.${unit.id}`, name: unit.name });
  return points;
}

const isSame = (a: Source, b: Source): boolean =>
  'stream' in a ? 'stream' in b && a.stream === b.stream : !('stream' in b) && a.unit === b.unit && a.port === b.port;

/** Units whose streams reach a unit, the nearest first; the unit itself among them where it sends something to itself. */
export function upstreamOf({ connections }: CaseDocument, unit: string): string[] {
  const found: string[] = [];
  const look = (at: string): void => {
    for (const { from, to } of connections)
      if (to.unit === at && !('stream' in from) && !found.includes(from.unit)) {
        found.push(from.unit);
        look(from.unit);
      }
  };
  look(unit);
  return found;
}
