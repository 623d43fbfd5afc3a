/** Properties that the ratings stand on and that no table has: estimated, or carried on beyond their table. */
import type { ComponentRecord } from '@keen-ladder/schema';
import type { Transport, TransportProperty } from '../../../transport/index.ts';
import type { LadderFacts } from '../ladder/facts.ts';

/** What to know of a property on the rungs of a column. */
export interface PropertyRemark {
  property: TransportProperty;
  names: string[];
  /** By which it is estimated; or, in K, what the table spans and the temperature that lies farthest outside. */
  how: { method: string } | { range: [Tmin: number, Tmax: number]; T: number };
}

/** What hydraulics and mass transfer read of a component. */
const READ: readonly TransportProperty[] = ['liquid viscosity', 'gas viscosity', 'surface tension'];

/** mol/mol: a component that is nowhere more has no weight in a mixture's property. */
const COUNTS = 0.01;

/** Of the components that count on these rungs, each remark once, the ones of most components first. @param first rung, from 1 */
export function remarksOf(
  transport: Transport,
  components: readonly ComponentRecord[],
  { T, x, y }: LadderFacts,
  { first, last }: { first: number; last: number },
): PropertyRemark[] {
  const rungs = Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => first - 1 + k);
  if (rungs.length === 0) return [];
  const most = (fractions: readonly (readonly number[])[], i: number): number => Math.max(...rungs.map((j) => fractions[j][i]));
  const counts = (name: string, property: TransportProperty): boolean => {
    const i = components.findIndex((component) => component.name === name);
    return i >= 0 && most(property === 'gas viscosity' ? y : x, i) > COUNTS;
  };
  const ends = [Math.min(...rungs.map((j) => T[j])), Math.max(...rungs.map((j) => T[j]))];
  const found = new Map<string, PropertyRemark>();
  for (const at of ends)
    for (const { name, property, method, range } of transport.remarks(at)) {
      if (!READ.includes(property) || !counts(name, property)) continue;
      const key = method === undefined ? `${property} ${name}` : `${property} ${method}`;
      const before = found.get(key);
      if (before !== undefined) {
        if (!before.names.includes(name)) before.names.push(name);
        if ('range' in before.how && beyond(before.how.range, at) > beyond(before.how.range, before.how.T)) before.how.T = at;
      } else if (method !== undefined) found.set(key, { property, names: [name], how: { method } });
      else if (range !== undefined) found.set(key, { property, names: [name], how: { range, T: at } });
    }
  return [...found.values()].sort((a, b) => b.names.length - a.names.length);
}

/** K outside a range. */
const beyond = ([Tmin, Tmax]: readonly [number, number], T: number): number => Math.max(Tmin - T, T - Tmax);
