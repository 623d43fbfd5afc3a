/** The value of a key, made when it is not among those kept. */
export type Keeper<T> = (key: string, make: () => T) => T;

/** @param most so many values are kept, the last ones made */
export function createKeeper<T>(most: number): Keeper<T> {
  const kept = new Map<string, T>();
  return (key, make) => {
    const found = kept.get(key);
    if (found !== undefined) return found;
    const value = make();
    if (kept.size >= most) kept.delete(kept.keys().next().value ?? '');
    kept.set(key, value);
    return value;
  };
}
