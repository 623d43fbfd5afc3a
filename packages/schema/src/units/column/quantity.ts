/** What can be wanted of a ladder, and what may be moved for it. */
import { z } from 'zod';
import { identifier, number, stage } from '../../primitives.ts';

/** What may be moved besides draws, duties of the ends and pump-arounds. */
export const FreedHandle = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('feed-flow'), inlet: identifier }),
  z.strictObject({ kind: z.literal('feed-component'), inlet: identifier, component: identifier }),
  z.strictObject({ kind: z.literal('feed-temperature'), inlet: identifier }),
  z.strictObject({ kind: z.literal('feed-heat'), inlet: identifier }),
  z.strictObject({ kind: z.literal('stage-duty'), stage }),
  z.strictObject({ kind: z.literal('pressure') }),
  z.strictObject({ kind: z.literal('subcooling') }),
]);
export type FreedHandle = z.infer<typeof FreedHandle>;

/** By moles, mass, or volume of standard liquid. */
export const QuantityBasis = z.enum(['mole', 'mass', 'volume']);
export type QuantityBasis = z.infer<typeof QuantityBasis>;

const someComponents = z.array(identifier).max(60);

/**
 * What is wanted. A place is `overhead` (all that leaves at the top), `overhead-vapour`, `distillate` (its liquid, of a mixed condenser), `bottoms`, or a
 * side draw's id; `components` empty means all of them together.
 */
export const LadderQuantity = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal(['reflux-ratio', 'boil-up-ratio']), basis: QuantityBasis }),
  z.strictObject({
    kind: z.literal(['flow', 'fraction', 'recovery']),
    place: identifier,
    components: someComponents,
    basis: QuantityBasis,
  }),
  z.strictObject({
    kind: z.literal('component-ratio'),
    place: identifier,
    components: someComponents,
    over: someComponents,
    basis: QuantityBasis,
  }),
  z.strictObject({ kind: z.literal('temperature'), stage }),
  z.strictObject({ kind: z.literal(['bubble-point', 'dew-point']), place: identifier, pressure: number.positive() }),
  z.strictObject({ kind: z.literal('vapour-pressure'), place: identifier, temperature: number.positive() }),
  z.strictObject({ kind: z.literal(['molar-mass', 'standard-density']), place: identifier }),
  z.strictObject({ kind: z.literal('duty'), of: z.enum(['condenser', 'reboiler']) }),
  z.strictObject({ kind: z.literal('stage-flow'), stage, phase: z.enum(['liquid', 'vapour']), basis: QuantityBasis }),
  z.strictObject({
    kind: z.literal('stage-fraction'),
    stage,
    phase: z.enum(['liquid', 'vapour']),
    components: someComponents,
    basis: QuantityBasis,
  }),
  z.strictObject({ kind: z.literal('draw-share'), draw: identifier }),
  z.strictObject({ kind: z.literal(['loop-flow', 'loop-duty', 'return-temperature']), loop: identifier }),
  z.strictObject({ kind: z.literal('freed'), handle: FreedHandle }),
]);
export type LadderQuantity = z.infer<typeof LadderQuantity>;
