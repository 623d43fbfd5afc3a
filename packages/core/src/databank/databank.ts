import type { ComponentRecord, NrtlPair } from './record.ts';
import pairFile from './pairs.json' with { type: 'json' };
import recordFile from './records.json' with { type: 'json' };

/** What each source key of a record stands for. */
export const sources: Readonly<Record<string, string>> = recordFile.sources;

/** Every component of the databank, in its order. Built by tools/databank/seed.py; the type is checked by databank.test.ts. */
export const components = recordFile.records as readonly ComponentRecord[];

/** Every published NRTL pair of the databank. */
export const nrtlPairs: readonly NrtlPair[] = pairFile.nrtl.map((pair) => ({
  components: [pair.components[0], pair.components[1]],
  a: [0, 0],
  b: [pair.b[0], pair.b[1]],
  alpha: pair.alpha,
  source: pair.source,
  confidence: pair.confidence,
}));

/** The record with this identifier or (any) name, or undefined. */
export function findComponent(idOrName: string): ComponentRecord | undefined {
  const wanted = idOrName.toLowerCase();
  return components.find(
    (c) => c.id === idOrName || c.name.toLowerCase() === wanted || c.synonyms.some((s) => s.toLowerCase() === wanted),
  );
}

/** The NRTL parameters of two components in the order asked for, or undefined when the databank has none. */
export function findNrtlPair(first: string, second: string): NrtlPair | undefined {
  return orientedPair(nrtlPairs, first, second);
}

/** The pair of `first` and `second` in `pairs`, turned so that index 0 belongs to `first`. */
export function orientedPair(pairs: readonly NrtlPair[], first: string, second: string): NrtlPair | undefined {
  for (const pair of pairs) {
    const [i, j] = pair.components;
    if (i === first && j === second) return pair;
    if (i === second && j === first) {
      return { ...pair, components: [first, second], a: [pair.a[1], pair.a[0]], b: [pair.b[1], pair.b[0]] };
    }
  }
  return undefined;
}
