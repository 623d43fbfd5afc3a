/** What comes out of a stop, number by number: each has an address below its unit and stop, a name and a measure of its own. */
import type { Dimension } from '../measures/index.ts';

/** A number that comes out. */
export interface Reading {
  /** Below its unit and stop: "flow/bottoms/mass". */
  at: string;
  /** "bottoms flow by mass" */
  name: string;
  /** A `count` has no unit. */
  measure: Dimension | 'count';
  /** SI; null where there is none. */
  value: number | null;
  /** One of many alike, rung by rung: found by its address, not listed for search. */
  isDetail?: true;
}

/** A row of a stop's readings. A number that is not finite is none. */
export function reading(at: string, name: string, measure: Reading['measure'], value: number | null | undefined): Reading {
  return { at, name, measure, value: value !== null && value !== undefined && Number.isFinite(value) ? value : null };
}
