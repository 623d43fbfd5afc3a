/** The rigorous column, stage by stage. Stages count from 1 at the top; a condenser is stage 1 and a reboiler the last. */
import { z } from 'zod';
import { identifier, number, stage, text } from '../../primitives.ts';
import { Stages } from './graph.ts';
import { FreedHandle, LadderQuantity } from './quantity.ts';

/** Condensers of a ladder. */
export const LadderTop = z.enum(['total', 'partial', 'mixed', 'none']);
export type LadderTop = z.infer<typeof LadderTop>;

/** A kettle; a total reboiler, which evaporates all that the bottoms leave; or none. */
export const LadderBottom = z.enum(['kettle', 'total', 'none']);
export type LadderBottom = z.infer<typeof LadderBottom>;

/** Pa. */
export const LadderPressure = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('ends'), top: number.nullable(), bottom: number.nullable() }),
  z.strictObject({ by: z.literal('drops'), top: number.nullable(), condenserDrop: number, stageDrop: number }),
  z.strictObject({ by: z.literal('list'), values: z.array(number).max(400) }),
]);
export type LadderPressure = z.infer<typeof LadderPressure>;

/** All of a feed to its stage, or its vapour to the stage above. */
export const LadderFeed = z.strictObject({ stage, way: z.enum(['whole', 'vapour-above']) });
export type LadderFeed = z.infer<typeof LadderFeed>;

/** Liquid that is taken from one stage and returned to another. */
export const PumpAroundInputs = z.strictObject({ id: identifier, name: text(120), from: stage, to: stage });
export type PumpAroundInputs = z.infer<typeof PumpAroundInputs>;

/** A quantity that is wanted. */
export const LadderTarget = z.strictObject({
  id: identifier,
  quantity: LadderQuantity,
  /** Held exactly, or only where it would otherwise be passed. */
  wish: z.enum(['equal', 'at-most', 'at-least']),
  /** SI. */
  value: number.nullable(),
  isInForce: z.boolean(),
  /** The handle that is to serve it, as the quantity that says what it is; null: as proposed. */
  moves: LadderQuantity.nullable(),
});
export type LadderTarget = z.infer<typeof LadderTarget>;

const perRung = <T extends z.ZodType>(value: T) => z.array(value).max(400);

/** A profile to begin from, by rung from the top; a list is empty where nothing is said. */
export const GivenProfileInputs = z.strictObject({
  T: perRung(number.positive()), // K
  liquid: perRung(number), // mol/s
  vapour: perRung(number), // mol/s
  x: perRung(z.array(number).max(60)), // mol/mol in the liquid
});
export type GivenProfileInputs = z.infer<typeof GivenProfileInputs>;

/** Ways to solve a column, in the order in which they are tried. */
export const MethodName = z.enum([
  'Newton, whole steps',
  'Newton, halved steps',
  'inside-out',
  'pseudo-transient',
  'few stages first',
  'easy targets first',
  'along another quantity',
]);
export type MethodName = z.infer<typeof MethodName>;

/** What a ladder is asked. */
export const LadderInputs = z.strictObject({
  stages: z.int().min(2).max(400),
  top: LadderTop,
  bottom: LadderBottom,
  /** Of a total condenser's liquid: K below its bubble point, or K. */
  subcooling: z.strictObject({ by: z.enum(['degrees', 'temperature']), value: number }).nullable(),
  pressure: LadderPressure,
  /** By inlet; one that is left out enters half-way. */
  feeds: z.record(identifier, LadderFeed),
  /** By side draw; one that is left out is drawn half-way. */
  drawStages: Stages,
  pumpArounds: z.array(PumpAroundInputs).max(10),
  /** W added to a stage; taken from it where negative. */
  heats: z.array(z.strictObject({ stage, duty: number })).max(100),
  /** W lost to the surroundings by all stages between condenser and reboiler together. */
  heatLoss: number,
  /** Murphree's of the vapour, 0 to 1: of every tray, of single trays, of single components. */
  efficiency: z.strictObject({
    all: number,
    stages: z.record(z.string().regex(/^\d{1,3}$/), number),
    components: z.record(identifier, number),
  }),
  freed: z.array(FreedHandle).max(20),
  targets: z.array(LadderTarget).max(60),
  /** To begin from where no solution stands yet. */
  given: GivenProfileInputs.nullable(),
  /** The one method to solve with; null: one after the other until one arrives. */
  method: MethodName.nullable(),
});
export type LadderInputs = z.infer<typeof LadderInputs>;
