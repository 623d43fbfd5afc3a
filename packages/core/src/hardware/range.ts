/** Where a correlation was measured, and how far outside of it a value lies: practitioners were misled by exactly that. */
import type { Dimension } from '../measures/index.ts';

/** A quantity of a correlation that lies outside the range in which it was measured. */
export interface Outside {
  /** "weir load" */
  what: string;
  value: number;
  least: number;
  most: number;
  measured: Dimension;
}

/** A quantity and its range, SI. */
export type Ranged = readonly [what: string, value: number, least: number, most: number, measured: Dimension];

/** The quantities that lie outside, the farthest first. */
export function outsideOf(...ranged: readonly Ranged[]): Outside[] {
  return ranged
    .filter(([, value, least, most]) => value < least || value > most)
    .map(([what, value, least, most, measured]) => ({ what, value, least, most, measured }))
    .sort((a, b) => beyond(b) - beyond(a));
}

/** By what factor a value lies beyond its range. */
export const beyond = ({ value, least, most }: Outside): number =>
  value > most ? value / most : value > 0 ? least / value : Number.MAX_VALUE;

/** The values that are numbers: a formula far outside of its range may have none. */
export const finiteOnly = <M extends string>(list: readonly ByMethod<M>[]): ByMethod<M>[] =>
  list.filter(({ value }) => Number.isFinite(value));

/** ln of a share, always a number: where a formula has none, far outside of its range, it is held to be far beyond its limit. */
export const boundedLog = (share: number): number =>
  Math.log(share >= 0 ? Math.min(Number.MAX_VALUE, Math.max(1e-300, share)) : Number.MAX_VALUE);

/** How sure the constants of a method are as they stand here. */
export type Trust = 'high' | 'medium' | 'low';

/** A value by one method, with where it left its range. */
export interface ByMethod<M extends string> {
  method: M;
  value: number;
  outside: Outside[];
}
