/** Which components the split is about. */
import type { FixedCell } from './cells.ts';

/** The two components that the split is between. */
export interface SheetKeys {
  light: number;
  heavy: number;
}

/**
 * The keys of a complete sheet: of the components that were given numbers, the least volatile one that goes mostly overhead and the most volatile
 * one that goes mostly down; where there is none, the neighbours of the cut among all components.
 * @param overhead share of each component in the distillate
 * @returns undefined when everything goes one way
 */
export function keysOf(overhead: Float64Array, lnAlpha: Float64Array, cells: readonly FixedCell[]): SheetKeys | undefined {
  const named = new Set(cells.flatMap(({ component }) => (component === undefined ? [] : [component])));
  const all = Array.from(overhead, (_, i) => i).sort((a, b) => lnAlpha[b] - lnAlpha[a]);
  const goesUp = (i: number): boolean => overhead[i] >= 0.5;
  const among = (wanted: (i: number) => boolean, from: number[]): number[] => {
    const found = from.filter(wanted);
    const given = found.filter((i) => named.has(i));
    return given.length > 0 ? given : found;
  };
  const light = among(goesUp, all).at(-1);
  const heavy = among((i) => !goesUp(i), all).at(0);
  return light === undefined || heavy === undefined ? undefined : { light, heavy };
}
