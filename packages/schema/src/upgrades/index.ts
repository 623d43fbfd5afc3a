import { SCHEMA_VERSION } from '../document.ts';
import { ENDS, LENGTHS, METRIC, NO_ABSORPTION, OPTIONS, SITE } from './defaults.ts';

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
  8: ports,
  9: hardware,
  10: hardwareAtTheEnds,
};

/** Schema 2: `mixture.liquid` became `mixture.model`, with Wilson and UNIQUAC pairs and kᵢⱼ beside the NRTL pairs. */
function modelsForBothPhases(document: Loose): Loose {
  const { liquid, ...mixture } = recordOf(document['mixture']);
  return { ...document, mixture: { ...mixture, model: liquid, wilsonPairs: [], uniquacPairs: [], interactions: [] } };
}

/** Schema 3: records hold identifiers, transport properties and groups; mixtures hold model options, Henry's constants and group tables. */
function wholeRecords(document: Loose): Loose {
  const mixture = recordOf(document['mixture']);
  const records = listOf(mixture['components']);
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
  const mixture = recordOf(document['mixture']);
  const records = listOf(mixture['components']);
  const [light, heavy] = records.map((record) => String(record['id']));
  return {
    ...document,
    site: { ...SITE, ...recordOf(document['site']) },
    display: { ...METRIC, ...recordOf(document['display']) },
    streams: listOf(document['streams']).map((stream) => wholeStream(stream, light, heavy)),
    units: listOf(document['units']).map((unit) => columnWithSheet(unit, light)),
  };
}

function wholeStream({ flow, composition, condition, ...stream }: Loose, light?: string, heavy?: string): Loose {
  const { value: share, basis } = recordOf(composition);
  const parts: Record<string, unknown> = {};
  if (share !== undefined && light !== undefined) parts[light] = share;
  if (share !== undefined && heavy !== undefined) parts[heavy] = 1 - Number(share);
  const { by, q, temperature } = recordOf(condition);
  const value = by === 'q' ? { value: q } : by === 'temperature' ? { value: temperature } : {};
  return {
    ...stream,
    amount: flow,
    composition: { basis: basis ?? 'mole', parts },
    condition: [{ by: 'column-pressure' }, { by, ...value }],
  };
}

function columnWithSheet({ pressure, graph, ...unit }: Loose, light?: string): Loose {
  const { distillate, bottoms, ...rest } = recordOf(graph);
  const cells = Object.entries({ distillate, bottoms }).flatMap(([product, purity]) =>
    !purity || light === undefined
      ? []
      : [
          {
            component: light,
            product,
            kind: recordOf(purity)['basis'] === 'mass' ? 'mass-fraction' : 'fraction',
            wish: 'equal',
            value: recordOf(purity)['value'],
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
  const fed = listOf(document['connections']).map(({ from, to }) => [recordOf(to)['unit'], recordOf(from)['stream']]);
  return {
    ...document,
    units: listOf(document['units']).map((unit) => {
      const feed = fed.find(([to]) => to === unit['id'])?.[1];
      return columnOfStreams(unit, typeof feed === 'string' ? feed : 'feed');
    }),
  };
}

function columnOfStreams({ graph, ...unit }: Loose, feed: string): Loose {
  const { rating, feedStage, ...rest } = recordOf(graph);
  const { above, below, known } = recordOf(rating);
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
  const fed = listOf(document['connections']).map(({ from, to }) => [recordOf(to)['unit'], recordOf(from)['stream']]);
  return {
    ...document,
    site: { heating: SITE.heating, ...recordOf(document['site']) },
    units: listOf(document['units']).map(({ carried, ...unit }) => {
      const feed = fed.find(([to]) => to === unit['id'])?.[1];
      return { ...unit, ladder: ladderOf(carried, typeof feed === 'string' ? feed : 'feed') };
    }),
  };
}

function ladderOf(carried: unknown, feed: string): Loose | null {
  if (carried === null || carried === undefined) return null;
  const { stages, feedStage, reflux, distillate, pressure, condenser } = recordOf(carried);
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
    pressure: { by: 'ends', ...recordOf(pressure) },
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
    if (unit['ladder'] === null || unit['ladder'] === undefined) return unit;
    const ladder = recordOf(unit['ladder']);
    const targets = listOf(ladder['targets']).map((target) => ({ ...target, moves: null }));
    return { ...unit, ladder: { ...ladder, targets, given: null, method: null } };
  });
  return { ...document, units };
}

/** Schema 8: a mixture keeps what was measured of its pairs. */
function measuredData(document: Loose): Loose {
  return { ...document, mixture: { ...recordOf(document['mixture']), measured: [] } };
}

/**
 * Schema 9: connections have an id, and end at inlets. The inlet is called as the feed that enters by it, so that what a column said of its feeds holds for
 * its inlets as it stands; only the handles of feeds say `inlet` where they said `stream`.
 */
function ports(document: Loose): Loose {
  // A stream that was connected twice is so still, and is told of: its connections have two ids.
  const taken = new Set<string>();
  const connections = listOf(document['connections']).map(({ from, to }, k) => {
    const [stream, unit] = [recordOf(from)['stream'], recordOf(to)['unit']];
    const name = `${String(stream)}-to-${String(unit)}`.slice(0, 60);
    const id = taken.has(name) ? `${name}-${k + 1}` : name;
    taken.add(id);
    return { id, from, to: { unit, port: stream } };
  });
  const units = listOf(document['units']).map(({ ladder, ...unit }) => ({
    ...unit,
    ladder: ladder === null || ladder === undefined ? ladder : handlesOfInlets(recordOf(ladder)),
  }));
  return { ...document, connections, units };
}

/** Schema 10: a column has trays or packing; lengths, F-factors and the drop of a bed have units of their own. */
function hardware(document: Loose): Loose {
  const units = listOf(document['units']).map((unit) => (unit['kind'] === 'column' ? { ...unit, hardware: null } : unit));
  return { ...document, units, display: { ...LENGTHS, ...recordOf(document['display']) } };
}

/** Schema 11: hardware says whether the ladder takes its pressure, what its ends are like, and by which method trays have their efficiency. */
function hardwareAtTheEnds(document: Loose): Loose {
  const units = listOf(document['units']).map((unit) => {
    const { hardware } = unit;
    if (hardware === null || hardware === undefined) return unit;
    const said = recordOf(hardware);
    const sections = listOf(said['sections']).map((section) => ({
      ...section,
      tray: { efficiencyBy: 'o-connell', pools: null, ...recordOf(section['tray']) },
    }));
    return { ...unit, hardware: { setsPressure: false, ends: ENDS, ...said, sections } };
  });
  return { ...document, units };
}

function handlesOfInlets(ladder: Loose): Loose {
  const inlet = ({ stream, ...handle }: Loose): Loose => (stream === undefined ? handle : { ...handle, inlet: stream });
  const quantity = (asked: unknown): unknown => {
    const { handle, ...rest } = recordOf(asked);
    return handle === undefined ? asked : { ...rest, handle: inlet(recordOf(handle)) };
  };
  const targets = listOf(ladder['targets']).map((target) => ({
    ...target,
    quantity: quantity(target['quantity']),
    moves: quantity(target['moves']),
  }));
  return { ...ladder, targets, freed: listOf(ladder['freed']).map(inlet) };
}

/** What should be a record, as one: of anything else nothing is kept, and the schema says afterwards what is missing. */
const recordOf = (value: unknown): Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Loose) : {};

/** What should be a list of records, as one. */
const listOf = (value: unknown): Loose[] => (Array.isArray(value) ? value.map(recordOf) : []);

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
