/** A column: what it is for, its ends and pressures, then stop by stop what was asked of it. */
import { z } from 'zod';
import { identifier, number, text } from '../../primitives.ts';
import { AbsorptionInputs } from './absorption.ts';
import { EstimateInputs } from './estimate.ts';
import { GraphInputs } from './graph.ts';
import { HardwareInputs } from './hardware.ts';
import { LadderInputs } from './ladder.ts';
import { BalanceInputs } from './sheet.ts';

export * from './sheet.ts';
export * from './graph.ts';
export * from './estimate.ts';
export * from './absorption.ts';
export * from './quantity.ts';
export * from './ladder.ts';
export * from './hardware.ts';

/** Total, partial with a vapour product, or mixed with both. */
export const CondenserKind = z.enum(['total', 'partial', 'mixed']);
export type CondenserKind = z.infer<typeof CondenserKind>;

export const BottomKind = z.enum(['reboiler', 'steam']);
export type BottomKind = z.infer<typeof BottomKind>;

/** What a column is for: parting feeds by boiling, washing a gas with a liquid, or stripping a liquid with a gas. */
export const Service = z.enum(['distillation', 'absorption', 'stripping']);
export type Service = z.infer<typeof Service>;

/** A product between distillate and bottoms, drawn from a stage as liquid or as vapour. */
export const SideDraw = z.strictObject({ id: identifier, name: text(120), phase: z.enum(['liquid', 'vapour']) });
export type SideDraw = z.infer<typeof SideDraw>;

/** A column. */
export const ColumnUnit = z
  .strictObject({
    id: identifier,
    kind: z.literal('column'),
    name: text(120),
    service: Service,
    /** Pa, at the condenser and at the reboiler; `bottom` null: as at the top. */
    pressure: z.strictObject({ top: number.nullable(), bottom: number.nullable() }),
    condenser: CondenserKind,
    /** Vapour in the distillate of a mixed condenser, mol/mol. */
    vapourShare: number.nullable(),
    /** K by which a total condenser's liquid is colder than its bubble point. */
    subcooling: number,
    /** A kettle reboiler, or steam blown in under the last stage. */
    bottom: BottomKind,
    /** From the top down. */
    draws: z.array(SideDraw).max(10),
    balance: BalanceInputs,
    graph: GraphInputs,
    estimate: EstimateInputs,
    absorption: AbsorptionInputs,
    /** null: nothing has been carried over to it. */
    ladder: LadderInputs.nullable(),
    /** null: nothing has been said of trays or packing. */
    hardware: HardwareInputs.nullable(),
  })
  .refine(({ balance, draws }) => balance.cells.every((c) => isProduct(c.product, draws)), {
    message: 'a number of a product that does not exist',
    path: ['balance'],
  });
export type ColumnUnit = z.infer<typeof ColumnUnit>;

const isProduct = (id: string, draws: readonly { id: string }[]): boolean =>
  id === 'distillate' || id === 'bottoms' || draws.some((d) => d.id === id);
