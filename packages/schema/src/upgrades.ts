import { USUAL_OPTIONS } from '@keen-ladder/core';
import { SCHEMA_VERSION } from './document.ts';

type Loose = Record<string, unknown>;

/** Step k brings a document of schema k to schema k + 1; one is added with each change of shape. */
const steps: Readonly<Record<number, (document: Loose) => Loose>> = {
  1: modelsForBothPhases,
  2: wholeRecords,
};

/** Schema 2: `mixture.liquid` became `mixture.model`, with Wilson and UNIQUAC pairs and kᵢⱼ beside the NRTL pairs. */
function modelsForBothPhases(document: Loose): Loose {
  const { liquid, ...mixture } = (document['mixture'] ?? {}) as Loose; // what it is not, the schema says afterwards
  return { ...document, mixture: { ...mixture, model: liquid, wilsonPairs: [], uniquacPairs: [], interactions: [] } };
}

/** Schema 3: records hold identifiers, transport properties and groups; mixtures hold model options, Henry's constants and group tables. */
function wholeRecords(document: Loose): Loose {
  const mixture = (document['mixture'] ?? {}) as Loose; // what it is not, the schema says afterwards
  const records = Array.isArray(mixture['components']) ? (mixture['components'] as Loose[]) : [];
  const emptyTable = { source: '', subgroups: {}, interactions: [] };
  return {
    ...document,
    mixture: {
      ...mixture,
      components: records.map((record) => ({ ...emptyRecord, ...record })),
      options: { ...USUAL_OPTIONS, henry: [] },
      henryPairs: [],
      groups: { unifac: emptyTable, modifiedUnifac: emptyTable, ppr78: { source: '', pairs: [] } },
    },
  };
}

/** What records of schema 2 did not have. */
const emptyRecord = {
  smiles: '',
  inchiKey: '',
  family: '',
  level: 'B',
  meltingPoint: null,
  gibbsEnergyOfFormation: null,
  dipoleMoment: null,
  diffusionVolume: null,
  liquidViscosity: null,
  gasViscosity: null,
  liquidConductivity: null,
  gasConductivity: null,
  surfaceTension: null,
  unifacGroups: [],
  modifiedUnifacGroups: [],
  ppr78Groups: [],
  uniquac: null,
  alphaPengRobinson: null,
  alphaSrk: null,
};

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
