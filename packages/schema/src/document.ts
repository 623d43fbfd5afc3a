/**
 * The case document, checked: every shape that enters from a file, the network or storage passes here. The types are the engine's own
 * (`satisfies` below holds them together); what the engine calls an open point is valid here, so that a half-filled case can be saved.
 */
import { METHOD_NAMES, units } from '@keen-ladder/core';
import type { CaseDocument as EngineDocument, Dimension } from '@keen-ladder/core';
import { z } from 'zod';

/** Grows by one with every change of shape; `upgrades.ts` says how an older document becomes a newer one. */
export const SCHEMA_VERSION = 8;

/** Text that every store can keep: no NUL, no half of a surrogate pair. */
export const text = (max: number) =>
  z
    .string()
    .max(max)
    .refine((t) => !t.includes('\0') && !/\p{Surrogate}/u.test(t), { message: 'holds a character that cannot be stored' });
const identifier = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:_.-]{0,63}$/);
/** Numbers that engineers type; beyond, a unit was mistaken. */
const number = z.number().min(-1e15).max(1e15);

const how = z.enum(['fitted', 'estimated', 'typed', 'solubility']).optional();

const Sourced = z.strictObject({
  value: number,
  source: text(500),
  how,
  spread: number.min(0).optional(),
  others: z.int().min(0).optional(),
});
const Positive = Sourced.refine((s) => s.value > 0, { message: 'must be above 0' });

/** Coefficients of each form, as `core/properties/correlation.ts` lists them. */
const coefficientCounts = {
  '100': 5,
  '101': 5,
  '102': 4,
  '105': 4,
  '106': 6,
  '107': 5,
  '114': 5,
  '116': 6,
  antoine: 3,
  'wagner-25': 6,
  'wagner-36': 6,
  'vdi-hvap': 6,
  'vdi-viscosity': 5,
  trc: 8,
  shomate: 5,
  'quasi-polynomial': 7,
  'power-sum': 7,
} as const;

type Form = keyof typeof coefficientCounts;

const correlationOf = (forms: [Form, ...Form[]]) =>
  z
    .strictObject({
      form: z.enum(forms),
      c: z.array(z.number().min(-1e40).max(1e40)).max(8),
      Tmin: number.positive(),
      Tmax: number.positive(),
      source: text(500),
      how,
    })
    .refine((k) => k.c.length === coefficientCounts[k.form], { message: 'wrong number of coefficients for this form', path: ['c'] })
    .refine((k) => k.Tmin < k.Tmax, { message: 'Tmin must be below Tmax', path: ['Tmin'] });

const anyForm = Object.keys(coefficientCounts) as [Form, ...Form[]]; // the keys of the object are its forms
const GroupCounts = z.array(z.tuple([z.int().positive(), z.int().positive()])).max(20);
const TwuAlpha = z.strictObject({ L: number, M: number, N: number, c: number, source: text(500) });

export const ComponentRecord = z.strictObject({
  id: identifier,
  name: text(120).refine((t) => t.length > 0, { message: 'must not be empty' }),
  synonyms: z.array(text(120)).max(40),
  formula: text(60),
  smiles: text(300),
  inchiKey: text(40),
  family: text(60),
  level: z.enum(['A', 'B', 'C']),
  molarMass: Positive,
  criticalTemperature: Positive,
  criticalPressure: Positive,
  criticalVolume: Positive,
  acentricFactor: Sourced,
  normalBoilingPoint: Positive.nullable(),
  meltingPoint: Positive.nullable(),
  enthalpyOfFormation: Sourced.nullable(),
  gibbsEnergyOfFormation: Sourced.nullable(),
  dipoleMoment: Sourced.nullable(),
  diffusionVolume: Sourced.nullable(),
  vapourPressure: correlationOf(anyForm),
  heatOfVaporisation: correlationOf(anyForm),
  idealGasHeatCapacity: correlationOf(['100', '107', 'shomate', 'trc']), // those with a closed integral
  liquidHeatCapacity: correlationOf(['100', '114', 'quasi-polynomial']),
  liquidDensity: correlationOf(anyForm),
  liquidViscosity: correlationOf(anyForm).nullable(),
  gasViscosity: correlationOf(anyForm).nullable(),
  liquidConductivity: correlationOf(anyForm).nullable(),
  gasConductivity: correlationOf(anyForm).nullable(),
  surfaceTension: correlationOf(anyForm).nullable(),
  unifacGroups: GroupCounts,
  modifiedUnifacGroups: GroupCounts,
  ppr78Groups: z.array(z.tuple([text(40), number.positive()])).max(20),
  uniquac: z.strictObject({ r: number.positive(), q: number.positive(), source: text(500) }).nullable(),
  alphaPengRobinson: TwuAlpha.nullable(),
  alphaSrk: TwuAlpha.nullable(),
});

const pairMembers = {
  components: z.tuple([identifier, identifier]),
  source: text(500),
  confidence: text(300),
  how,
};

const range = { Tmin: number.positive().optional(), Tmax: number.positive().optional() };

export const NrtlPair = z.strictObject({
  ...pairMembers,
  ...range,
  a: z.tuple([number, number]),
  b: z.tuple([number, number]),
  alpha: number.min(0).max(2),
});

export const WilsonPair = z.strictObject({
  ...pairMembers,
  ...range,
  a: z.tuple([number, number]),
  V: z.tuple([number.positive(), number.positive()]),
});

export const UniquacPair = z.strictObject({
  ...pairMembers,
  ...range,
  a: z.tuple([number, number]),
  r: z.tuple([number.positive(), number.positive()]),
  q: z.tuple([number.positive(), number.positive()]),
});

export const InteractionPair = z.strictObject({
  ...pairMembers,
  ...range,
  equation: z.enum(['peng-robinson', 'srk']),
  k0: number.min(-2).max(2),
  k1: number.min(-1).max(1),
});

export const HenryPair = z
  .strictObject({
    ...pairMembers,
    form: z.enum(['iapws', 'inverse', 'logarithmic']),
    c: z.array(number).max(4),
    Tmin: number.positive(),
    Tmax: number.positive(),
  })
  .refine((p) => p.c.length === { iapws: 3, inverse: 2, logarithmic: 4 }[p.form], {
    message: 'wrong number of coefficients for this form',
    path: ['c'],
  });

const Subgroup = z.strictObject({ name: text(40), main: z.int().positive(), mainName: text(40), R: number, Q: number });
const GroupTable = z.strictObject({
  source: text(500),
  subgroups: z.record(z.string().regex(/^\d{1,4}$/), Subgroup),
  interactions: z.array(z.array(number).min(3).max(5)).max(4000),
});
const GroupTables = z.strictObject({
  unifac: GroupTable,
  modifiedUnifac: GroupTable,
  ppr78: z.strictObject({ source: text(500), pairs: z.array(z.tuple([text(40), text(40), number, number])).max(1000) }),
});

export const ModelOptions = z.strictObject({
  vapour: z.enum(['ideal', 'virial', 'dimers']),
  poynting: z.boolean(),
  enthalpy: z.enum(['heat-of-vaporisation', 'liquid-heat-capacity', 'better-founded']),
  heatOfMixing: z.enum(['by-model', 'none']).optional(),
  henry: z.union([z.enum(['auto', 'by-data']), z.array(identifier).max(60)]),
  alpha: z.enum(['acentric', 'twu']),
  volumes: z.enum(['of-densities', 'of-equation']).optional(),
  predictInteractions: z.boolean(),
});

export const Mixture = z.strictObject({
  components: z.array(ComponentRecord).max(60),
  model: z.enum([
    'ideal',
    'nrtl',
    'wilson',
    'uniquac',
    'unifac',
    'modified-unifac',
    'regular-solution',
    'peng-robinson',
    'srk',
    'psrk',
  ]),
  options: ModelOptions,
  nrtlPairs: z.array(NrtlPair).max(1770),
  wilsonPairs: z.array(WilsonPair).max(1770),
  uniquacPairs: z.array(UniquacPair).max(1770),
  interactions: z.array(InteractionPair).max(3540),
  henryPairs: z.array(HenryPair).max(1770),
  groups: GroupTables,
});

const positive = z.number().positive().max(1e12);

export const MeasuredPoint = z.strictObject({
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1).nullable(),
  T: positive,
  P: positive.nullable(),
  gamma: z.tuple([positive.nullable(), positive.nullable()]),
});

export const MeasuredSet = z.strictObject({
  id: identifier,
  name: text(120),
  components: z.tuple([identifier, identifier]),
  points: z.array(MeasuredPoint).max(1000),
  uncertainty: z.strictObject({ T: positive, P: positive, y: positive, gamma: positive }),
  choice: z.strictObject({
    withTemperature: z.boolean(),
    alpha: z.number().min(0.01).max(1),
    bounds: z.record(z.string().regex(/^[a-z]{1,2}\d{0,2}$/), z.tuple([number, number])),
  }),
});

/** A mixture as a case keeps it: with what was measured of its pairs. */
export const CaseMixture = Mixture.extend({ measured: z.array(MeasuredSet).max(200) });

const Amount = z.strictObject({ value: number, basis: z.enum(['molar', 'mass', 'standard-liquid', 'standard-gas', 'actual']) });

const Composition = z.strictObject({
  basis: z.enum(['mole', 'mass', 'volume', 'molar-flow', 'mass-flow']),
  parts: z.record(identifier, number),
});

const Condition = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal(['column-pressure', 'saturated-liquid', 'saturated-vapour']) }),
  z.strictObject({
    by: z.literal(['temperature', 'pressure', 'vapour-fraction', 'enthalpy', 'subcooling', 'superheat', 'q']),
    value: number.nullable(),
  }),
]);

const Stream = z.strictObject({
  id: identifier,
  name: text(120),
  amount: Amount.nullable(),
  composition: Composition,
  condition: z.tuple([Condition, Condition]),
});

const SheetCell = z.strictObject({
  component: identifier.nullable(),
  product: identifier,
  kind: z.enum(['flow', 'mass-flow', 'fraction', 'mass-fraction', 'recovery', 'mass-recovery', 'ratio']),
  wish: z.enum(['equal', 'not-above', 'not-below']),
  value: number,
});

const RefluxWish = z.strictObject({ kind: z.enum(['ratio', 'multiple']), value: number });

const RatingKnown = z.strictObject({
  by: z.enum(['reflux', 'boil-up', 'distillate', 'distillate-purity', 'bottoms-purity']),
  value: number.nullable(),
});

/** By stream or by side draw; one that is left out takes its best stage. */
const Stages = z.record(identifier, z.int().min(1).max(1000));

const Graph = z.strictObject({
  task: z.enum(['design', 'rating']),
  rating: z.strictObject({ stages: number.nullable(), known: z.tuple([RatingKnown, RatingKnown]) }),
  reflux: RefluxWish.nullable(),
  feedStages: Stages,
  drawStages: Stages,
  efficiency: z.strictObject({ kind: z.enum(['murphree', 'overall']), value: number }).nullable(),
});

const Estimate = z.strictObject({
  keys: z.strictObject({ light: identifier, heavy: identifier }).nullable(),
  find: z.enum(['stages', 'reflux']),
  reflux: RefluxWish.nullable(),
  stages: number.nullable(),
  fit: z.enum(['molokanov', 'eduljee']),
  efficiency: number.nullable(),
});

const Absorption = z.strictObject({
  gas: identifier.nullable(),
  liquid: identifier.nullable(),
  solute: identifier.nullable(),
  find: z.enum(['stages', 'recovery']),
  recovery: number.nullable(),
  stages: number.nullable(),
  flow: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('stream') }),
    z.strictObject({ kind: z.literal('multiple'), value: number }),
  ]),
  efficiency: number.nullable(),
});

const condenser = z.enum(['total', 'partial', 'mixed']);

const stage = z.int().min(1).max(1000);

const FreedHandle = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal(['feed-flow', 'feed-temperature', 'feed-heat']), stream: identifier }),
  z.strictObject({ kind: z.literal('feed-component'), stream: identifier, component: identifier }),
  z.strictObject({ kind: z.literal('stage-duty'), stage }),
  z.strictObject({ kind: z.literal(['pressure', 'subcooling']) }),
]);

const basis = z.enum(['mole', 'mass', 'volume']);
const someComponents = z.array(identifier).max(60);

export const LadderQuantity = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal(['reflux-ratio', 'boil-up-ratio']), basis }),
  z.strictObject({ kind: z.literal(['flow', 'fraction', 'recovery']), place: identifier, components: someComponents, basis }),
  z.strictObject({
    kind: z.literal('component-ratio'),
    place: identifier,
    components: someComponents,
    over: someComponents,
    basis,
  }),
  z.strictObject({ kind: z.literal('temperature'), stage }),
  z.strictObject({ kind: z.literal(['bubble-point', 'dew-point']), place: identifier, pressure: number.positive() }),
  z.strictObject({ kind: z.literal('vapour-pressure'), place: identifier, temperature: number.positive() }),
  z.strictObject({ kind: z.literal(['molar-mass', 'standard-density']), place: identifier }),
  z.strictObject({ kind: z.literal('duty'), of: z.enum(['condenser', 'reboiler']) }),
  z.strictObject({ kind: z.literal('stage-flow'), stage, phase: z.enum(['liquid', 'vapour']), basis }),
  z.strictObject({ kind: z.literal('draw-share'), draw: identifier }),
  z.strictObject({ kind: z.literal(['loop-flow', 'loop-duty', 'return-temperature']), loop: identifier }),
  z.strictObject({ kind: z.literal('freed'), handle: FreedHandle }),
]);

export const LadderTarget = z.strictObject({
  id: identifier,
  quantity: LadderQuantity,
  wish: z.enum(['equal', 'at-most', 'at-least']),
  value: number.nullable(),
  isInForce: z.boolean(),
  moves: LadderQuantity.nullable(),
});

const LadderPressure = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('ends'), top: number.nullable(), bottom: number.nullable() }),
  z.strictObject({ by: z.literal('drops'), top: number.nullable(), condenserDrop: number, stageDrop: number }),
  z.strictObject({ by: z.literal('list'), values: z.array(number).max(400) }),
]);

const perRung = <T extends z.ZodType>(value: T) => z.array(value).max(400);

export const Ladder = z.strictObject({
  stages: z.int().min(2).max(400),
  top: z.enum(['total', 'partial', 'mixed', 'none']),
  bottom: z.enum(['kettle', 'total', 'none']),
  subcooling: z.strictObject({ by: z.enum(['degrees', 'temperature']), value: number }).nullable(),
  pressure: LadderPressure,
  feeds: z.record(identifier, z.strictObject({ stage, way: z.enum(['whole', 'vapour-above']) })),
  drawStages: Stages,
  pumpArounds: z.array(z.strictObject({ id: identifier, name: text(120), from: stage, to: stage })).max(10),
  heats: z.array(z.strictObject({ stage, duty: number })).max(100),
  heatLoss: number,
  efficiency: z.strictObject({
    all: number,
    stages: z.record(z.string().regex(/^\d{1,3}$/), number),
    components: z.record(identifier, number),
  }),
  freed: z.array(FreedHandle).max(20),
  targets: z.array(LadderTarget).max(60),
  given: z
    .strictObject({
      T: perRung(number.positive()),
      liquid: perRung(number),
      vapour: perRung(number),
      x: perRung(z.array(number).max(60)),
    })
    .nullable(),
  method: z.enum(METHOD_NAMES).nullable(),
});

const Column = z
  .strictObject({
    id: identifier,
    kind: z.literal('column'),
    name: text(120),
    service: z.enum(['distillation', 'absorption', 'stripping']),
    pressure: z.strictObject({ top: number.nullable(), bottom: number.nullable() }),
    condenser,
    vapourShare: number.nullable(),
    subcooling: number,
    bottom: z.enum(['reboiler', 'steam']),
    draws: z.array(z.strictObject({ id: identifier, name: text(120), phase: z.enum(['liquid', 'vapour']) })).max(10),
    balance: z.strictObject({ cells: z.array(SheetCell).max(500) }),
    graph: Graph,
    estimate: Estimate,
    absorption: Absorption,
    ladder: Ladder.nullable(),
  })
  .refine(({ balance, draws }) => balance.cells.every((c) => isProduct(c.product, draws)), {
    message: 'a number of a product that does not exist',
    path: ['balance'],
  });

const isProduct = (id: string, draws: readonly { id: string }[]): boolean =>
  id === 'distillate' || id === 'bottoms' || draws.some((d) => d.id === id);

const unitOf = (dimension: Dimension) => {
  const ids = units.filter((u) => u.dimension === dimension).map((u) => u.id);
  return z.string().refine((id) => ids.includes(id), { message: `must be one of ${ids.join(', ')}` });
};

export const Display = z.strictObject({
  temperature: unitOf('temperature'),
  temperatureDifference: unitOf('temperatureDifference'),
  pressure: unitOf('pressure'),
  pressureDrop: unitOf('pressureDrop'),
  molarFlow: unitOf('molarFlow'),
  massFlow: unitOf('massFlow'),
  standardLiquidFlow: unitOf('standardLiquidFlow'),
  standardGasFlow: unitOf('standardGasFlow'),
  volumeFlow: unitOf('volumeFlow'),
  moleFraction: unitOf('moleFraction'),
  massFraction: unitOf('massFraction'),
  volumeFraction: unitOf('volumeFraction'),
  power: unitOf('power'),
  molarEnergy: unitOf('molarEnergy'),
  density: unitOf('density'),
});

const CoolingLevel = z.strictObject({ temperature: number.min(50).max(900), approach: number.min(0).max(200) });

const Site = z.strictObject({
  barometricPressure: number.min(1e4).max(2e5),
  standardTemperature: number.min(250).max(320),
  cooling: z.strictObject({ water: CoolingLevel, air: CoolingLevel, refrigerant: CoolingLevel }),
  heating: CoolingLevel,
});

const Connection = z.strictObject({ from: z.strictObject({ stream: identifier }), to: z.strictObject({ unit: identifier }) });

export const CaseDocument = z.strictObject({
  site: Site,
  display: Display,
  mixture: CaseMixture,
  streams: z.array(Stream).max(100),
  units: z.array(Column).max(50),
  connections: z.array(Connection).max(200),
  notes: text(20_000),
}) satisfies z.ZodType<EngineDocument>;

export type CaseDocument = z.infer<typeof CaseDocument>;
