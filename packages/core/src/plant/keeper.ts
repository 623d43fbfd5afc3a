import type { Outcome } from '../numerics/index.ts';

/** The value of a key, made when it is not among those kept. */
export type Keeper<T> = (key: string, make: () => T) => T;

/**
 * What a unit works out on the way to its answer, by name: kept under the hash of all that the unit reads, unless there is none or time cut it short.
 * @param of all that it reads, or what it reads as it is entered, whatever its hardware makes of it
 */
export type KeepAnswer = <T>(name: string, make: () => Outcome<T>, of?: 'whole' | 'entered') => Outcome<T>;

/**
 * @param most so many values are kept, the last ones made
 * @param isWorth whether a value is kept at all; what a time limit cut short is not
 */
export function createKeeper<T>(most: number, isWorth: (value: T) => boolean = () => true): Keeper<T> {
  const kept = new Map<string, T>();
  return (key, make) => {
    const found = kept.get(key);
    if (found !== undefined) return found;
    const value = make();
    if (!isWorth(value)) return value;
    if (kept.size >= most) kept.delete(kept.keys().next().value ?? '');
    kept.set(key, value);
    return value;
  };
}
