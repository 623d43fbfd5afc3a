/** What is asked of the estimate by Fenske, Underwood and Gilliland. */
import { z } from 'zod';
import { identifier, number } from '../../primitives.ts';
import { RefluxWish } from './graph.ts';

/** Fits to Gilliland's chart. */
export const GillilandFit = z.enum(['molokanov', 'eduljee']);
export type GillilandFit = z.infer<typeof GillilandFit>;

/** What an estimate is asked. */
export const EstimateInputs = z.strictObject({
  /** null: proposed from the balance sheet. */
  keys: z.strictObject({ light: identifier, heavy: identifier }).nullable(),
  /** Find the stages for a reflux, or the reflux for so many stages. */
  find: z.enum(['stages', 'reflux']),
  reflux: RefluxWish.nullable(),
  /** Equilibrium stages, reboiler and a partial condenser included; read where the reflux is sought. */
  stages: number.nullable(),
  fit: GillilandFit,
  /** Overall efficiency of the trays, mol/mol; null: by O'Connell. */
  efficiency: number.nullable(),
});
export type EstimateInputs = z.infer<typeof EstimateInputs>;
