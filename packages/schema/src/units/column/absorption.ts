/** What is asked of a gas washed by a liquid, or a liquid stripped by a gas. */
import { z } from 'zod';
import { identifier, number } from '../../primitives.ts';

/** What a washing is asked. */
export const AbsorptionInputs = z.strictObject({
  /** Inlets: the gas enters under the last stage, the liquid on the first. */
  gas: identifier.nullable(),
  liquid: identifier.nullable(),
  /** The component that is to pass from one to the other. */
  solute: identifier.nullable(),
  /** Stages for a part of the solute to pass, or the part that so many stages pass. */
  find: z.enum(['stages', 'recovery']),
  recovery: number.nullable(), // mol/mol
  stages: number.nullable(),
  /** The washing liquid, or the stripping gas: as its stream says, or a multiple of the least that does. */
  flow: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('stream') }),
    z.strictObject({ kind: z.literal('multiple'), value: number }),
  ]),
  /** Overall efficiency of the trays, mol/mol; null: equilibrium stages are all that is asked. */
  efficiency: number.nullable(),
});
export type AbsorptionInputs = z.infer<typeof AbsorptionInputs>;
