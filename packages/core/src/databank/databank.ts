import type { ActivityPair, ComponentRecord, InteractionPair, NrtlPair, UniquacPair, WilsonPair } from './record.ts';
import pairFile from './pairs.json' with { type: 'json' };
import recordFile from './records.json' with { type: 'json' };

/** What each source key of a record stands for. */
export const sources: Readonly<Record<string, string>> = recordFile.sources;

/** Every component of the databank, in its order. Built by tools/databank/seed.py; the types are checked by the schema's tests. */
export const components = recordFile.records as readonly ComponentRecord[];

/** Every published pair of the databank, by what it is for. */
export const nrtlPairs = pairFile.nrtl as unknown as readonly NrtlPair[];
export const wilsonPairs = pairFile.wilson as unknown as readonly WilsonPair[];
export const uniquacPairs = pairFile.uniquac as unknown as readonly UniquacPair[];
export const interactionPairs = pairFile.interactions as unknown as readonly InteractionPair[];

/** The record with this identifier or (any) name, or undefined. */
export function findComponent(idOrName: string): ComponentRecord | undefined {
  const wanted = idOrName.toLowerCase();
  return components.find(
    (c) => c.id === idOrName || c.name.toLowerCase() === wanted || c.synonyms.some((s) => s.toLowerCase() === wanted),
  );
}

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
