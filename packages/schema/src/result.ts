/** What the command line writes: the results of a case, SI units, stop by stop. */
import { z } from 'zod';
import { LadderQuantity, UnitKind } from './units/index.ts';
import { CaseName } from './file.ts';

const numbers = z.array(z.number());

const Product = z.strictObject({
  id: z.string(),
  name: z.string(),
  phase: z.enum(['liquid', 'vapour']),
  stage: z.int(),
  flow: z.number(),
  flows: numbers,
  massFlow: z.number(),
  T: z.number(),
  P: z.number(),
  enthalpy: z.number(),
});

/** A solved ladder. */
export const LadderNumbers = z.strictObject({
  stages: z.int(),
  T: numbers,
  P: numbers,
  liquid: numbers,
  vapour: numbers,
  x: z.array(numbers),
  y: z.array(numbers),
  products: z.array(Product),
  feeds: z.array(
    z.strictObject({
      inlet: z.string(),
      name: z.string(),
      stage: z.int(),
      flow: z.number(),
      T: z.number(),
      vapourFraction: z.number(),
    }),
  ),
  heat: z.array(z.number()),
  condenserDuty: z.number().nullable(),
  reboilerDuty: z.number().nullable(),
  refluxRatio: z.number().nullable(),
  boilUpRatio: z.number().nullable(),
  condensateT: z.number(),
  targets: z.record(
    z.string(),
    z.strictObject({ now: z.number().nullable(), isHolding: z.boolean(), moves: z.string().nullable() }),
  ),
  handles: z.array(z.strictObject({ name: z.string(), quantity: LadderQuantity, value: z.number() })),
  asked: z.array(
    z.strictObject({
      cell: z.strictObject({ component: z.string().nullable(), product: z.string(), kind: z.string(), value: z.number() }),
      wish: z.enum(['equal', 'not-above', 'not-below']),
      reached: z.number(),
      verdict: z.enum(['met', 'better', 'short', 'other']),
    }),
  ),
  closure: z.strictObject({ material: z.number(), heat: z.number() }),
  attempts: z.array(z.strictObject({ method: z.string(), iterations: z.int(), residual: z.number(), isSolved: z.boolean() })),
});

/** One stop: solved with its numbers, or the sentences that say what is missing or in the way. */
const stop = <T extends z.ZodType>(numbersOf: T) =>
  z.discriminatedUnion('state', [
    z.strictObject({ state: z.literal('solved'), value: numbersOf, remarks: z.array(z.string()) }),
    z.strictObject({ state: z.literal('open'), points: z.array(z.strictObject({ path: z.string(), sentence: z.string() })) }),
    z.strictObject({ state: z.literal('out-of-reach'), reason: z.string(), nearest: numbersOf.nullable() }),
  ]);

const outlet = z.strictObject({
  flow: z.number(),
  flows: numbers,
  fractions: numbers,
  T: z.number(),
  P: z.number(),
  enthalpy: z.number(),
});

/** A drum: K, Pa, W, mol/mol, mol/s of all that enters, and what leaves. */
export const DrumNumbers = z.strictObject({
  T: z.number(),
  P: z.number(),
  duty: z.number(),
  vapourFraction: z.number(),
  flow: z.number(),
  outlets: z.strictObject({ vapour: outlet, liquid: outlet }),
});
export type DrumNumbers = z.infer<typeof DrumNumbers>;

const anything = z.record(z.string(), z.unknown());

const UnitResult = z.strictObject({
  id: z.string(),
  name: z.string(),
  kind: UnitKind,
  /** Of a column of two components. */
  graph: stop(anything).nullable(),
  /** Of a column that distils; by effective factors of one that washes or strips. */
  estimate: stop(anything).nullable(),
  /** Of a column that has one. */
  ladder: stop(LadderNumbers).nullable(),
  /** Of a column that has trays or packing. */
  hardware: stop(anything).optional(),
  /** Of a unit that is one stop: of a drum `DrumNumbers`. */
  whole: stop(anything).optional(),
  /** Where they were asked for: what the ladder's split takes at the least, and what moves what. */
  limits: stop(anything).nullable().optional(),
  sensitivities: stop(anything).nullable().optional(),
});

/** What the command line writes. */
export const ResultFile = z.strictObject({
  format: z.literal('keen-ladder result'),
  resultVersion: z.literal(1),
  name: CaseName,
  /** Names of the components, in the order of every list of fractions and flows. */
  components: z.array(z.string()),
  units: z.array(UnitResult),
});

export type ResultFile = z.infer<typeof ResultFile>;
