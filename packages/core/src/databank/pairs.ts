import type { ActivityPair, InteractionPair } from '@keen-ladder/schema';

/** The pair of `first` and `second` in `pairs`, turned so that index 0 belongs to `first`; undefined when there is none. */
export function orientedPair<P extends ActivityPair | InteractionPair>(
  pairs: readonly P[],
  first: string,
  second: string,
): P | undefined {
  const found = pairs.find(({ components: [i, j] }) => (i === first && j === second) || (i === second && j === first));
  return found === undefined || found.components[0] === first ? found : turned(found);
}

/** Every couple of numbers exchanged. */
function turned<P extends object>(pair: P): P {
  return Object.fromEntries(
    Object.entries(pair).map(([key, value]) => [key, Array.isArray(value) ? value.toReversed() : value]),
  ) as P;
}
