/** A feed that comes from outside: its amount, its composition, and the two things that are known of its state. */
import { z } from 'zod';
import { identifier, number, text } from './primitives.ts';

/** mol/s, kg/s, m³/s of liquid at standard temperature, mol/s of gas, m³/s as the stream flows; in the basis in which it was typed. */
export const Amount = z.strictObject({
  value: number,
  basis: z.enum(['molar', 'mass', 'standard-liquid', 'standard-gas', 'actual']),
});
export type Amount = z.infer<typeof Amount>;
/** How an amount is counted. */
export type AmountBasis = Amount['basis'];

export const Composition = z.strictObject({
  /** Fractions, or the flows of the components (mol/s, kg/s), which then say the amount too. */
  basis: z.enum(['mole', 'mass', 'volume', 'molar-flow', 'mass-flow']),
  /** By component identifier; what is left out is none. */
  parts: z.record(identifier, number),
});
export type Composition = z.infer<typeof Composition>;
/** How a composition is counted. */
export type CompositionBasis = Composition['basis'];

/** K, Pa, mol/mol, J/mol from the elements at 298.15 K, K below the bubble point, K above the dew point, feed quality. */
export const ConditionQuantity = z.enum(['temperature', 'pressure', 'vapour-fraction', 'enthalpy', 'subcooling', 'superheat', 'q']);
export type ConditionQuantity = z.infer<typeof ConditionQuantity>;

/** One of the two things that are known of a feed. */
export const Condition = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('column-pressure') }),
  z.strictObject({ by: z.literal('saturated-liquid') }),
  z.strictObject({ by: z.literal('saturated-vapour') }),
  z.strictObject({ by: ConditionQuantity, value: number.nullable() }),
]);
export type Condition = z.infer<typeof Condition>;

/** A feed. */
export const Stream = z.strictObject({
  id: identifier,
  name: text(120),
  /** Not read where the composition is in component flows. */
  amount: Amount.nullable(),
  composition: Composition,
  condition: z.tuple([Condition, Condition]),
});
export type Stream = z.infer<typeof Stream>;
