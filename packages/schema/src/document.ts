/**
 * The case document, checked: every shape that enters from a file, the network or storage passes here. The types are the engine's own
 * (`satisfies` below holds them together); what the engine calls an open point is valid here, so that a half-filled case can be saved.
 */
import { units } from '@keen-ladder/core';
import type { CaseDocument as EngineDocument, Dimension } from '@keen-ladder/core';
import { z } from 'zod';

/** Grows by one with every change of shape; `upgrades.ts` says how an older document becomes a newer one. */
export const SCHEMA_VERSION = 2;

/** Text that every store can keep: no NUL, no half of a surrogate pair. */
export const text = (max: number) =>
  z
    .string()
    .max(max)
    .refine((t) => !t.includes('\0') && !/\p{Surrogate}/u.test(t), { message: 'holds a character that cannot be stored' });
const identifier = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:_.-]{0,63}$/);
/** Numbers that engineers type; beyond, a unit was mistaken. */
const number = z.number().min(-1e15).max(1e15);

const Sourced = z.strictObject({ value: number, source: text(500) });

const coefficientCounts = { '100': 5, '101': 5, '105': 4, '114': 5, '116': 6, antoine: 3, 'vdi-hvap': 6 } as const;

const correlationOf = (forms: [keyof typeof coefficientCounts, ...(keyof typeof coefficientCounts)[]]) =>
  z
    .strictObject({
      form: z.enum(forms),
      c: z.array(number).max(8),
      Tmin: number.positive(),
      Tmax: number.positive(),
      source: text(500),
    })
    .refine((k) => k.c.length === coefficientCounts[k.form], { message: 'wrong number of coefficients for this form', path: ['c'] })
    .refine((k) => k.Tmin < k.Tmax, { message: 'Tmin must be below Tmax', path: ['Tmin'] });

export const ComponentRecord = z.strictObject({
  id: identifier,
  name: text(120).refine((t) => t.length > 0, { message: 'must not be empty' }),
  synonyms: z.array(text(120)).max(40),
  formula: text(60),
  molarMass: Sourced.refine((s) => s.value > 0, { message: 'must be above 0' }),
  criticalTemperature: Sourced.refine((s) => s.value > 0, { message: 'must be above 0' }),
  criticalPressure: Sourced.refine((s) => s.value > 0, { message: 'must be above 0' }),
  criticalVolume: Sourced,
  acentricFactor: Sourced,
  normalBoilingPoint: Sourced,
  enthalpyOfFormation: Sourced,
  vapourPressure: correlationOf(['101', 'antoine']),
  heatOfVaporisation: correlationOf(['vdi-hvap']),
  idealGasHeatCapacity: correlationOf(['100']),
  liquidHeatCapacity: correlationOf(['100', '114']),
  liquidDensity: correlationOf(['105', '116']),
});

const pairMembers = {
  components: z.tuple([identifier, identifier]),
  source: text(500),
  confidence: text(300),
};

export const NrtlPair = z.strictObject({
  ...pairMembers,
  a: z.tuple([number, number]),
  b: z.tuple([number, number]),
  alpha: number.min(0).max(2),
});

export const WilsonPair = z.strictObject({
  ...pairMembers,
  a: z.tuple([number, number]),
  V: z.tuple([number.positive(), number.positive()]),
});

export const UniquacPair = z.strictObject({
  ...pairMembers,
  a: z.tuple([number, number]),
  r: z.tuple([number.positive(), number.positive()]),
  q: z.tuple([number.positive(), number.positive()]),
});

export const InteractionPair = z.strictObject({
  ...pairMembers,
  equation: z.enum(['peng-robinson', 'srk']),
  k0: number.min(-2).max(2),
  k1: number.min(-1).max(1),
});

const Fraction = z.strictObject({ value: number, basis: z.enum(['mole', 'mass']) });
const Flow = z.strictObject({ value: number, basis: z.enum(['molar', 'mass']) });

const Condition = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('saturated-liquid') }),
  z.strictObject({ by: z.literal('saturated-vapour') }),
  z.strictObject({ by: z.literal('q'), q: number.min(-1e3).max(1e3).nullable() }),
  z.strictObject({ by: z.literal('temperature'), temperature: number.nullable() }),
]);

const Stream = z.strictObject({
  id: identifier,
  name: text(120),
  flow: Flow.nullable(),
  composition: Fraction.nullable(),
  condition: Condition,
});

const Graph = z.strictObject({
  distillate: Fraction.nullable(),
  bottoms: Fraction.nullable(),
  reflux: z.strictObject({ kind: z.enum(['ratio', 'multiple']), value: number }).nullable(),
  feedStage: z.union([z.literal('best'), z.int().min(1).max(1000)]),
});

const Column = z.strictObject({
  id: identifier,
  kind: z.literal('column'),
  name: text(120),
  pressure: number.nullable(),
  condenser: z.enum(['total', 'partial']),
  graph: Graph,
});

const unitOf = (dimension: Dimension) => {
  const ids = units.filter((u) => u.dimension === dimension).map((u) => u.id);
  return z.string().refine((id) => ids.includes(id), { message: `must be one of ${ids.join(', ')}` });
};

export const Display = z.strictObject({
  temperature: unitOf('temperature'),
  pressure: unitOf('pressure'),
  molarFlow: unitOf('molarFlow'),
  massFlow: unitOf('massFlow'),
  power: unitOf('power'),
});

export const CaseDocument = z.strictObject({
  site: z.strictObject({ barometricPressure: number.min(1e4).max(2e5) }),
  display: Display,
  mixture: z.strictObject({
    components: z.array(ComponentRecord).max(60),
    model: z.enum(['ideal', 'nrtl', 'wilson', 'uniquac', 'peng-robinson', 'srk']),
    nrtlPairs: z.array(NrtlPair).max(1770),
    wilsonPairs: z.array(WilsonPair).max(1770),
    uniquacPairs: z.array(UniquacPair).max(1770),
    interactions: z.array(InteractionPair).max(3540),
  }),
  streams: z.array(Stream).max(100),
  units: z.array(Column).max(50),
  connections: z
    .array(z.strictObject({ from: z.strictObject({ stream: identifier }), to: z.strictObject({ unit: identifier }) }))
    .max(200),
  notes: text(20_000),
}) satisfies z.ZodType<EngineDocument>;

export type CaseDocument = z.infer<typeof CaseDocument>;
