/**
 * Random columns of the databank's components, the same ones on every run, each feasible by construction: what is asked of it are flows, draws and a
 * reflux ratio for which constant molar overflow leaves something of every stream on every stage, and heat something to boil, or the purities that such a
 * column came to.
 */
import type { ModelName } from '@keen-ladder/schema';
import { flowOf, fractionOf, moles, recoveryOf, refluxRatio, boilUpRatio } from '../column/index.ts';
import type { Bottom, ColumnFeed, ColumnInput, Draw, PumpAround, SolvedColumn, Subcooling, Target, Top } from '../column/index.ts';
import { stateFrom } from '../equilibrium/index.ts';
import type { Known } from '../equilibrium/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { databankModel } from './mixtures.ts';
import { randomNumbers } from './randomMixtures.ts';

export interface RandomColumn {
  words: string;
  input: ColumnInput;
}

interface Family {
  names: string[];
  models: ModelName[];
  /** Pa */
  pressures: [number, number];
  /** Light ones first: a gas of these is washed by a liquid of the last. */
  gases: number;
}

const FAMILIES: Family[] = [
  {
    names: [
      'methane',
      'ethane',
      'propane',
      'isobutane',
      'n-butane',
      'isopentane',
      'n-pentane',
      'n-hexane',
      'n-heptane',
      'n-octane',
      'n-nonane',
      'n-decane',
    ],
    models: ['peng-robinson', 'srk'],
    pressures: [3e5, 1.5e6],
    gases: 3,
  },
  {
    names: ['benzene', 'toluene', 'ethylbenzene', 'p-xylene', 'cumene', '1,2,4-trimethylbenzene'],
    models: ['ideal', 'peng-robinson'],
    pressures: [3e4, 4e5],
    gases: 0,
  },
  {
    names: ['methanol', 'ethanol', 'isopropanol', '1-propanol', 'isobutanol', '1-butanol', '1-pentanol'],
    models: ['ideal', 'modified-unifac', 'unifac'],
    pressures: [5e4, 3e5],
    gases: 0,
  },
  {
    names: ['acetone', 'methanol', 'ethanol', 'acetonitrile', 'water'],
    models: ['modified-unifac', 'unifac'],
    pressures: [5e4, 3e5],
    gases: 0,
  },
  {
    names: ['n-pentane', 'acetone', 'n-hexane', 'ethyl acetate', 'benzene', 'n-heptane', 'toluene'],
    models: ['modified-unifac', 'regular-solution'],
    pressures: [1e5, 3e5],
    gases: 0,
  },
];

type Random = () => number;

export function* randomColumns(seed: number, count: number): Generator<RandomColumn> {
  const random = randomNumbers(seed);
  for (let made = 0; made < count;) {
    const column = randomColumn(random);
    if (column === undefined) continue;
    made++;
    yield column;
  }
}

function randomColumn(random: Random): RandomColumn | undefined {
  const family = pick(random, FAMILIES);
  const isWash = family.gases > 0 && random() < 0.25;
  const most = Math.min(family.names.length, 12);
  const names = isWash ? family.names : someOf(random, family.names, 2 + Math.floor(random() * (most - 1)));
  const name = pick(random, family.models);
  const model = databankModel(names, name);
  const stages = Math.round(4 * 30 ** random());
  const [low, high] = family.pressures;
  const P = low * (high / low) ** random();
  const drop = random() < 0.5 ? 0 : Math.min(0.2 * P, 700 * stages) / stages;
  const pressure = Float64Array.from({ length: stages }, (_, j) => P + drop * j);
  const made = isWash ? wash(random, model, stages, pressure, family.gases) : distillation(random, model, stages, pressure);
  if (made === undefined) return undefined;
  const { input, kind } = made;
  return { words: `${name}: ${names.join(', ')}; ${stages} stages at ${P.toPrecision(3)} Pa; ${kind}`, input };
}

const pick = <T>(random: Random, values: readonly T[]): T => values[Math.floor(random() * values.length)];

const between = (random: Random, low: number, high: number): number => low + (high - low) * random();

function someOf(random: Random, names: readonly string[], count: number): string[] {
  const left = [...names];
  while (left.length > count) left.splice(Math.floor(random() * left.length), 1);
  return left;
}

function feedOf(model: ThermoModel, z: Float64Array, flow: number, stage: number, P: number, known: Known): ColumnFeed | undefined {
  const state = stateFrom(model, z, { by: 'pressure', P }, known);
  if (state.state !== 'solved') return undefined;
  const { flash, T, enthalpy, q } = state.value;
  const share = flash.phases.length === 1 ? (flash.phases[0] === 'vapour' ? 1 : 0) : flash.beta;
  const feed = { stage, flows: z.map((x) => x * flow), enthalpy, T, P, vapourFraction: share };
  // A very cold or very hot feed condenses or boils more than itself: counted by its q where the construction looks for dry stages.
  return q !== undefined && (q > 1.6 || q < -0.6) ? undefined : feed;
}

function randomComposition(random: Random, n: number): Float64Array {
  const parts = Float64Array.from({ length: n }, () => -Math.log(random()));
  const sum = parts.reduce((a, b) => a + b, 0);
  return parts.map((part) => 0.98 * (part / sum) + 0.02 / n);
}

function randomState(random: Random): Known {
  const kind = Math.floor(random() * 4);
  if (kind === 0) return { by: 'subcooling', below: between(random, 0, 40) };
  if (kind === 1) return { by: 'superheat', above: between(random, 0, 30) };
  return kind === 2 ? { by: 'vapour-fraction', beta: 0 } : { by: 'vapour-fraction', beta: random() };
}

const TOPS: Top[] = ['total-condenser', 'total-condenser', 'partial-condenser', 'mixed-condenser', 'none'];
const BOTTOMS: Bottom[] = ['kettle', 'kettle', 'total-reboiler', 'none'];

function distillation(
  random: Random,
  model: ThermoModel,
  stages: number,
  pressure: Float64Array,
): { input: ColumnInput; kind: string } | undefined {
  const n = model.n;
  const top = pick(random, TOPS);
  const bottom = pick(random, BOTTOMS);
  if (top === 'none' && bottom === 'none') return undefined;
  const count = top === 'none' || bottom === 'none' ? 1 : 1 + Math.floor(random() * 2.4);
  const feeds: ColumnFeed[] = [];
  for (let f = 0; f < count; f++) {
    const middle = Math.max(2, Math.min(stages - 1, Math.round(between(random, 0.2, 0.8) * stages)));
    const stage = top === 'none' ? 1 : bottom === 'none' ? stages : middle;
    const known: Known =
      top === 'none'
        ? { by: 'vapour-fraction', beta: 0 }
        : bottom === 'none'
          ? { by: 'vapour-fraction', beta: 1 }
          : randomState(random);
    const feed = feedOf(model, randomComposition(random, n), 100, stage, pressure[stage - 1], known);
    if (feed === undefined) return undefined;
    feeds.push(feed);
  }
  const fed = 100 * count;
  const reflux = between(random, 0.6, 8);
  const overhead = bottom === 'none' ? fed / (reflux + 1) : between(random, 0.15, 0.85) * fed;
  const isWhole = top !== 'none' && bottom !== 'none' && stages > 8;
  const draws = isWhole && random() < 0.3 ? randomDraws(random, stages) : [];
  const aside = draws.map(() => between(random, 0.02, 0.12) * Math.min(overhead, fed - overhead));
  const pumpArounds = isWhole && random() < 0.2 ? [randomLoop(random, stages)] : [];
  const boiled = (reflux + 1) * overhead;
  const subcooling: Subcooling | null =
    top === 'total-condenser' && random() < 0.3 ? { by: 'degrees', value: between(random, 1, 20) } : null;
  const loopFlow = 0.4 * reflux * overhead;
  if (
    !leavesSomething({ stages, feeds, overhead, reflux, draws, aside, fed, hasTop: top !== 'none', hasBottom: bottom !== 'none' })
  )
    return undefined;
  if (top !== 'none' && bottom !== 'none' && !boilsEnough(model, feeds, overhead, reflux, pressure)) return undefined;
  const sideFirst = (top === 'total-condenser' || top === 'mixed-condenser' ? 1 : 0) + (bottom === 'total-reboiler' ? 1 : 0);
  const targets: Target[] = [
    ...(top === 'none' ? [] : [{ quantity: refluxRatio(moles(n)), value: reflux }]),
    ...(top === 'none' || bottom !== 'none' ? [{ quantity: flowOf({ at: 'overhead' }, moles(n)), value: overhead }] : []),
    ...(top === 'mixed-condenser'
      ? [{ quantity: flowOf({ at: 'draw', draw: 0 }, moles(n)), value: between(random, 0.3, 0.9) * overhead }]
      : []),
    ...aside.map((flow, k) => ({ quantity: flowOf({ at: 'draw', draw: sideFirst + k }, moles(n)), value: flow })),
    ...pumpArounds.flatMap((_, loop): Target[] => [
      { quantity: { kind: 'handle', handle: { kind: 'pump-around-flow', loop } }, value: loopFlow },
      { quantity: { kind: 'handle', handle: { kind: 'pump-around-duty', loop } }, value: -0.08 * boiled * 30e3 },
    ]),
  ];
  const E = random() < 0.4 ? between(random, 0.4, 1) : 1;
  const efficiency = new Float64Array(stages * n).fill(E);
  if (top !== 'none') efficiency.fill(1, 0, n);
  efficiency.fill(1, (stages - 1) * n);
  const kind = `${top}${subcooling === null ? '' : ' subcooled'}, ${bottom}, ${count} feeds, ${draws.length} draws, ${pumpArounds.length} loops, E ${E.toFixed(2)}, R ${reflux.toFixed(2)}, D ${(overhead / fed).toFixed(2)}`;
  const input: ColumnInput = {
    model,
    stages,
    top,
    bottom,
    subcooling,
    pressure,
    efficiency,
    heat: new Float64Array(stages),
    feeds,
    draws,
    pumpArounds,
    free: [],
    targets,
  };
  return { input, kind };
}

function randomDraws(random: Random, stages: number): Draw[] {
  return Array.from({ length: 1 + Math.floor(random() * 2) }, () => ({
    stage: 2 + Math.floor(random() * (stages - 3)),
    phase: random() < 0.6 ? 'liquid' : 'vapour',
  }));
}

function randomLoop(random: Random, stages: number): PumpAround {
  const to = 2 + Math.floor(random() * (stages - 5));
  return { from: Math.min(stages - 1, to + 1 + Math.floor(random() * 4)), to };
}

interface Sketch {
  stages: number;
  feeds: ColumnFeed[];
  overhead: number;
  reflux: number;
  draws: Draw[];
  aside: number[];
  fed: number;
  hasTop: boolean;
  hasBottom: boolean;
}

/** Whether constant molar overflow leaves a tenth of the feed in every stream. */
function leavesSomething({ stages, feeds, overhead, reflux, draws, aside, fed, hasTop, hasBottom }: Sketch): boolean {
  let down = hasTop ? reflux * overhead : 0;
  let up = hasTop ? (reflux + 1) * overhead : overhead;
  for (let j = 0; j < stages; j++) {
    for (const { stage, flows, vapourFraction } of feeds) {
      if (stage !== j + 1) continue;
      const flow = flows.reduce((a, b) => a + b, 0);
      down += (1 - vapourFraction) * flow;
      up -= vapourFraction * flow;
    }
    draws.forEach(({ stage, phase }, k) => {
      if (stage !== j + 1) return;
      if (phase === 'liquid') down -= aside[k];
      else up += aside[k];
    });
    const isLast = j === stages - 1;
    if (!isLast && (down < 0.15 * fed || (up < 0.15 * fed && (hasBottom || j < stages - 1)))) return false;
  }
  return true;
}

/**
 * Whether heat leaves a seventh of the feed as vapour from the reboiler, where the lightest go overhead and nothing else does: flows that stay from stage
 * to stage do not see that a hot vapour feed or a light overhead may ask the bottom to be cooled.
 */
function boilsEnough(model: ThermoModel, feeds: ColumnFeed[], overhead: number, reflux: number, pressure: Float64Array): boolean {
  const { n } = model;
  const lnK = new Float64Array(n);
  model.firstLnK(feeds[0].T, pressure[0], lnK);
  const fed = Float64Array.from({ length: n }, (_, i) => feeds.reduce((sum, { flows }) => sum + flows[i], 0));
  const top = new Float64Array(n);
  let left = overhead;
  for (const i of Array.from(lnK.keys()).sort((a, b) => lnK[b] - lnK[a])) {
    top[i] = Math.min(fed[i], left);
    left -= top[i];
  }
  const bottom = fed.map((flow, i) => flow - top[i]);
  const [light, heavy] = [heatsOf(model, top, pressure[0]), heatsOf(model, bottom, pressure[pressure.length - 1])];
  if (light === undefined || heavy === undefined) return false;
  const condensed = (reflux + 1) * overhead * light.vaporisation;
  const brought = feeds.reduce((sum, { flows, enthalpy }) => sum + enthalpy * flows.reduce((a, b) => a + b, 0), 0);
  const whole = fed.reduce((a, b) => a + b, 0);
  const boiled = condensed + overhead * light.liquid + (whole - overhead) * heavy.liquid - brought;
  return boiled / heavy.vaporisation > whole / 7;
}

/** J/mol of a boiling liquid, and of the vapour of the same composition more than that. */
function heatsOf(model: ThermoModel, flows: Float64Array, P: number): { liquid: number; vaporisation: number } | undefined {
  const sum = flows.reduce((a, b) => a + b, 0);
  const x = flows.map((flow) => Math.max(flow / sum, 1e-9));
  const at = (beta: number) => stateFrom(model, x, { by: 'pressure', P }, { by: 'vapour-fraction', beta });
  const [boiling, dew] = [at(0), at(1)];
  if (boiling.state !== 'solved' || dew.state !== 'solved') return undefined;
  return { liquid: boiling.value.enthalpy, vaporisation: dew.value.enthalpy - boiling.value.enthalpy };
}

/** Gases from below washed by the heaviest component from above. */
function wash(
  random: Random,
  model: ThermoModel,
  stages: number,
  pressure: Float64Array,
  gases: number,
): { input: ColumnInput; kind: string } | undefined {
  const n = model.n;
  const parts = randomComposition(random, n).map((part, i) => (i < gases ? 3 * part : i < 7 ? 0.5 * part : 1e-6));
  const sum = parts.reduce((a, b) => a + b, 0);
  const oil = Float64Array.from({ length: n }, (_, i) => (i === n - 1 ? 1 - 1e-6 * (n - 1) : 1e-6));
  const liquid = between(random, 50, 250);
  const T = between(random, 290, 320);
  const gas = feedOf(
    model,
    parts.map((part) => part / sum),
    100,
    stages,
    pressure[stages - 1],
    { by: 'temperature', T },
  );
  const wet = feedOf(model, oil, liquid, 1, pressure[0], { by: 'temperature', T: between(random, 280, 310) });
  if (gas === undefined || wet === undefined || gas.vapourFraction < 0.8) return undefined;
  if (!passesSomething(model, gas, liquid, pressure[stages - 1])) return undefined;
  const isReboiled = random() < 0.4;
  const efficiency = new Float64Array(stages * n).fill(1);
  const input: ColumnInput = {
    model,
    stages,
    top: 'none',
    bottom: isReboiled ? 'kettle' : 'none',
    subcooling: null,
    pressure,
    efficiency,
    heat: new Float64Array(stages),
    feeds: [wet, isReboiled ? { ...gas, stage: Math.max(2, stages >> 1) } : gas],
    draws: [],
    pumpArounds: [],
    free: [],
    targets: isReboiled ? [{ quantity: boilUpRatio(moles(n)), value: between(random, 0.2, 0.8) }] : [],
  };
  return { input, kind: `wash with ${liquid.toFixed(0)} of oil at ${T.toFixed(0)} K${isReboiled ? ', reboiled' : ''}` };
}

/** Whether a tenth of the gas is more than any number of stages can dissolve: the oil holds no more than what is in equilibrium with the gas that enters. */
function passesSomething(model: ThermoModel, { flows, T }: ColumnFeed, oil: number, P: number): boolean {
  const lnK = new Float64Array(model.n);
  model.firstLnK(T, P, lnK);
  const gas = flows.reduce((a, b) => a + b, 0);
  const dissolved = flows.map((flow, i) => flow / gas / Math.exp(lnK[i])).fill(0, model.n - 1);
  const rest = 1 - dissolved.reduce((a, b) => a + b, 0);
  const passing = flows.reduce((sum, flow, i) => sum + Math.max(0, flow - (oil * dissolved[i]) / rest), 0);
  return rest > 0 && passing > gas / 10;
}

/**
 * The same column asked for what it came to, in place of the overhead flow: the fraction of its heavy key overhead with the reflux as it is, and with a
 * recovery of the light key in place of the reflux too. Only where both keys go both ways by more than traces.
 */
export function askedByPurity({ words, input }: RandomColumn, found: SolvedColumn): RandomColumn[] {
  const n = input.model.n;
  const asked = input.targets.findIndex(({ quantity: q }) => q.kind === 'ratio' && q.over.place.at === 'reflux');
  const flow = input.targets.findIndex(
    ({ quantity: q }) => q.kind === 'ratio' && q.under === null && q.over.place.at === 'overhead',
  );
  if (asked < 0 || flow < 0) return [];
  const overhead = found.overhead.reduce((a, b) => a + b, 0);
  const fed = (i: number): number => input.feeds.reduce((sum, { flows }) => sum + flows[i], 0);
  const share = (i: number): number => found.overhead[i] / fed(i);
  // The keys: the last component that goes up more than down, and the next.
  const order = Array.from({ length: n }, (_, i) => i).sort((a, b) => share(b) - share(a));
  const first = order.findIndex((i) => share(i) < 0.5);
  if (first < 1) return [];
  const [light, heavy] = [order[first - 1], order[first]];
  const recovered = found.bottoms[heavy] / fed(heavy);
  if (1 - recovered < 1e-4 || 1 - share(light) < 1e-4 || recovered < 0.6 || share(light) < 0.6) return [];
  if (found.overhead[heavy] < 1e-6 * overhead) return [];
  const purity: Target = { quantity: fractionOf({ at: 'overhead' }, [heavy], moles(n)), value: found.overhead[heavy] / overhead };
  const recovery: Target = { quantity: recoveryOf({ at: 'overhead' }, [light], moles(n)), value: share(light) };
  const replaced = (by: ReadonlyMap<number, Target>): ColumnInput => ({
    ...input,
    targets: input.targets.map((target, k) => by.get(k) ?? target),
  });
  return [
    { words: `${words}; by reflux and purity`, input: replaced(new Map([[flow, purity]])) },
    {
      words: `${words}; by purity`,
      input: replaced(
        new Map([
          [asked, purity],
          [flow, recovery],
        ]),
      ),
    },
  ];
}

/**
 * The same column asked for something of quality that it came to, in place of its reflux or of its overhead flow: the share of a component overhead, its
 * recovery, the temperature of a stage, the heat of the reboiler. Shares nearer to nothing or to the whole than a thousandth of a per cent are not asked.
 */
export function askedByQuality({ words, input }: RandomColumn, found: SolvedColumn, random: () => number): RandomColumn[] {
  const n = input.model.n;
  const isReflux = ({ quantity: q }: Target): boolean => q.kind === 'ratio' && q.over.place.at === 'reflux';
  const isOverhead = ({ quantity: q }: Target): boolean => q.kind === 'ratio' && q.under === null && q.over.place.at === 'overhead';
  const places = [input.targets.findIndex(isReflux), input.targets.findIndex(isOverhead)].filter((k) => k >= 0);
  const overhead = found.overhead.reduce((a, b) => a + b, 0);
  const asked = (name: string, target: Target): RandomColumn[] => {
    const instead = pick(random, places);
    const targets = input.targets.map((own, k) => (k === instead ? target : own));
    return [{ words: `${words}; ${name} in place of target ${instead}`, input: { ...input, targets } }];
  };
  const i = Math.floor(random() * n);
  const stage = 2 + Math.floor(random() * Math.max(1, input.stages - 2));
  const share = found.overhead[i] / overhead;
  const recovery = found.overhead[i] / input.feeds.reduce((sum, { flows }) => sum + flows[i], 0);
  const isOpen = (value: number): boolean => value > 1e-5 && value < 1 - 1e-5;
  if (places.length === 0) return [];
  return [
    ...(isOpen(share) ? asked(`share of ${i}`, { quantity: fractionOf({ at: 'overhead' }, [i], moles(n)), value: share }) : []),
    ...(isOpen(recovery)
      ? asked(`recovery of ${i}`, { quantity: recoveryOf({ at: 'overhead' }, [i], moles(n)), value: recovery })
      : []),
    ...asked(`temperature of ${stage}`, { quantity: { kind: 'temperature', stage }, value: found.T[stage - 1] }),
    ...(found.reboilerDuty === null
      ? []
      : asked('heat of the reboiler', { quantity: { kind: 'duty', of: 'reboiler' }, value: found.reboilerDuty })),
  ];
}
