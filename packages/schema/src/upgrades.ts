import { SCHEMA_VERSION } from './document.ts';

type Loose = Record<string, unknown>;

/** Step k brings a document of schema k to schema k + 1; one is added with each change of shape. */
const steps: Readonly<Record<number, (document: Loose) => Loose>> = {
  1: modelsForBothPhases,
};

/** Schema 2: `mixture.liquid` became `mixture.model`, with Wilson and UNIQUAC pairs and kᵢⱼ beside the NRTL pairs. */
function modelsForBothPhases(document: Loose): Loose {
  const { liquid, ...mixture } = (document['mixture'] ?? {}) as Loose; // what it is not, the schema says afterwards
  return { ...document, mixture: { ...mixture, model: liquid, wilsonPairs: [], uniquacPairs: [], interactions: [] } };
}

/** A document of `from`, brought to today's schema. @throws RangeError when a step is missing: our mistake, never the user's */
export function upgrade(document: Loose, from: number): Loose {
  let current = document;
  for (let version = from; version < SCHEMA_VERSION; version++) {
    const step = steps[version];
    if (step === undefined) throw new RangeError(`no upgrade from schema ${version}`);
    current = step(current);
  }
  return current;
}
