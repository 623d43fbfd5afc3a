import { SCHEMA_VERSION } from '../document.ts';
import { METRIC, NO_ABSORPTION, OPTIONS, SITE } from './defaults.ts';

type Loose = Record<string, unknown>;

/** Step k brings a document of schema k to schema k + 1; one is added with each change of shape. */
const steps: Readonly<Record<number, (document: Loose) => Loose>> = {
  1: modelsForBothPhases,
  2: wholeRecords,
  3: feedsAndSheet,
  4: moreStreams,
  5: ladders,
  6: startsAndPairs,
  7: measuredData,
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
      options: OPTIONS,
      henryPairs: [],
      groups: { unifac: emptyTable, modifiedUnifac: emptyTable, ppr78: { source: '', pairs: [] } },
    },
  };
}

/**
 * Schema 4: streams hold all components in any basis and any two conditions; columns hold a balance sheet, which took over the purities of
 * the graph, and an estimate; the site its standard temperature and cooling levels, the display a unit for everything.
 */
function feedsAndSheet(document: Loose): Loose {
  const mixture = (document['mixture'] ?? {}) as Loose;
  const records = Array.isArray(mixture['components']) ? (mixture['components'] as Loose[]) : [];
  const [light, heavy] = records.map((record) => String(record['id']));
  return {
    ...document,
    site: { ...SITE, ...(document['site'] as Loose) },
    display: { ...METRIC, ...(document['display'] as Loose) },
    streams: listOf(document['streams']).map((stream) => wholeStream(stream, light, heavy)),
    units: listOf(document['units']).map((unit) => columnWithSheet(unit, light)),
  };
}

function wholeStream({ flow, composition, condition, ...stream }: Loose, light?: string, heavy?: string): Loose {
  const old = composition as { value: number; basis: string } | null | undefined;
  const parts: Record<string, number> = {};
  if (old && light !== undefined) parts[light] = old.value;
  if (old && heavy !== undefined) parts[heavy] = 1 - old.value;
  const { by, q, temperature } = (condition ?? {}) as Loose;
  const value = by === 'q' ? { value: q } : by === 'temperature' ? { value: temperature } : {};
  return {
    ...stream,
    amount: flow,
    composition: { basis: old?.basis ?? 'mole', parts },
    condition: [{ by: 'column-pressure' }, { by, ...value }],
  };
}

function columnWithSheet({ pressure, graph, ...unit }: Loose, light?: string): Loose {
  const { distillate, bottoms, ...rest } = (graph ?? {}) as Record<string, { value: number; basis: string } | null>;
  const cells = Object.entries({ distillate, bottoms }).flatMap(([product, purity]) =>
    !purity || light === undefined
      ? []
      : [
          {
            component: light,
            product,
            kind: purity.basis === 'mass' ? 'mass-fraction' : 'fraction',
            wish: 'equal',
            value: purity.value,
          },
        ],
  );
  return {
    ...unit,
    pressure: { top: pressure, bottom: null },
    vapourShare: null,
    draws: [],
    balance: { cells },
    graph: { ...rest, task: 'design', rating: { above: null, below: null, known: nothingKnown } },
    estimate: { keys: null, find: 'stages', reflux: rest['reflux'] ?? null, stages: null, fit: 'molokanov', efficiency: null },
    carried: null,
  };
}

const nothingKnown = [
  { by: 'reflux', value: null },
  { by: 'distillate', value: null },
];

/**
 * Schema 5: columns have a service, a subcooled reflux, steam in place of the reboiler, and absorption; the graph a stage for each feed and draw, an
 * efficiency, and a rating that counts its stages in all.
 */
function moreStreams(document: Loose): Loose {
  const fed = listOf(document['connections']).map(({ from, to }) => [(to as Loose)['unit'], (from as Loose)['stream']]);
  return {
    ...document,
    units: listOf(document['units']).map((unit) => {
      const feed = fed.find(([to]) => to === unit['id'])?.[1];
      return columnOfStreams(unit, typeof feed === 'string' ? feed : 'feed');
    }),
  };
}

function columnOfStreams({ graph, ...unit }: Loose, feed: string): Loose {
  const { rating, feedStage, ...rest } = (graph ?? {}) as Loose;
  const { above, below, known } = (rating ?? {}) as Loose;
  const isRated = typeof above === 'number' && typeof below === 'number';
  const stage = rest['task'] === 'rating' && isRated ? above + 1 : feedStage;
  return {
    ...unit,
    service: 'distillation',
    subcooling: 0,
    bottom: 'reboiler',
    graph: {
      ...rest,
      rating: { stages: isRated ? above + 1 + below : null, known },
      feedStages: typeof stage === 'number' ? { [feed]: stage } : {},
      drawStages: {},
      efficiency: null,
    },
    absorption: NO_ABSORPTION,
  };
}

/** Schema 6: what was carried over became a ladder, the column stage by stage; the site has a heating medium. */
function ladders(document: Loose): Loose {
  const fed = listOf(document['connections']).map(({ from, to }) => [(to as Loose)['unit'], (from as Loose)['stream']]);
  return {
    ...document,
    site: { heating: SITE.heating, ...(document['site'] as Loose) },
    units: listOf(document['units']).map(({ carried, ...unit }) => {
      const feed = fed.find(([to]) => to === unit['id'])?.[1];
      return { ...unit, ladder: ladderOf(carried as Loose | null, typeof feed === 'string' ? feed : 'feed') };
    }),
  };
}

function ladderOf(carried: Loose | null | undefined, feed: string): Loose | null {
  if (carried === null || carried === undefined) return null;
  const { stages, feedStage, reflux, distillate, pressure, condenser } = carried;
  // The ladder counts a total condenser.
  const above = condenser === 'total' ? 1 : 0;
  const flow = (id: string, place: string, value: unknown): Loose => ({
    id,
    quantity: { kind: 'flow', place, components: [], basis: 'mole' },
    wish: 'equal',
    value,
    isInForce: true,
  });
  const refluxTarget = { ...flow('reflux', '', reflux), quantity: { kind: 'reflux-ratio', basis: 'mole' } };
  const vent = condenser === 'mixed' ? [flow('vent', 'overhead-vapour', null)] : [];
  return {
    stages: Number(stages) + above,
    top: condenser,
    bottom: 'kettle',
    subcooling: null,
    pressure: { by: 'ends', ...(pressure as Loose) },
    feeds: { [feed]: { stage: Number(feedStage) + above, way: 'whole' } },
    drawStages: {},
    pumpArounds: [],
    heats: [],
    heatLoss: 0,
    efficiency: { all: 1, stages: {}, components: {} },
    freed: [],
    targets: [refluxTarget, flow('distillate', 'overhead', distillate), ...vent],
  };
}

/** Schema 7: a ladder may be given a profile to begin from and a method; a target the handle that is to serve it. */
function startsAndPairs(document: Loose): Loose {
  const units = listOf(document['units']).map((unit) => {
    const ladder = (unit['ladder'] ?? null) as Loose | null;
    if (ladder === null) return unit;
    const targets = listOf(ladder['targets']).map((target) => ({ ...target, moves: null }));
    return { ...unit, ladder: { ...ladder, targets, given: null, method: null } };
  });
  return { ...document, units };
}

/** Schema 8: a mixture keeps what was measured of its pairs. */
function measuredData(document: Loose): Loose {
  return { ...document, mixture: { ...((document['mixture'] ?? {}) as Loose), measured: [] } };
}

const listOf = (value: unknown): Loose[] => (Array.isArray(value) ? (value as Loose[]) : []); // what it is not, the schema says afterwards

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
