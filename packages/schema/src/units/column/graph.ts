/** What is asked of the graph: stages for a split and a reflux, or the split that given stages make. */
import { z } from 'zod';
import { identifier, number, stage } from '../../primitives.ts';

/** A reflux ratio, or a multiple of the least one. */
export const RefluxWish = z.strictObject({ kind: z.enum(['ratio', 'multiple']), value: number });
export type RefluxWish = z.infer<typeof RefluxWish>;

/** mol/mol, purities of the first component; flows as shares of the feed. */
export const RatingQuantity = z.enum(['reflux', 'boil-up', 'distillate', 'distillate-purity', 'bottoms-purity']);
export type RatingQuantity = z.infer<typeof RatingQuantity>;

/** One of the two things known of a rating. */
export const RatingKnown = z.strictObject({ by: RatingQuantity, value: number.nullable() });
export type RatingKnown = z.infer<typeof RatingKnown>;

/** Stages there are, and what is known besides. */
export const RatingInputs = z.strictObject({
  /** In all, with the reboiler and a partial condenser. */
  stages: number.nullable(),
  /** Two things known beside the stages. */
  known: z.tuple([RatingKnown, RatingKnown]),
});
export type RatingInputs = z.infer<typeof RatingInputs>;

/** 0 to 1: Murphree's of every tray, by the vapour, or of the trays over all. */
export const TrayEfficiency = z.strictObject({ kind: z.enum(['murphree', 'overall']), value: number });
export type TrayEfficiency = z.infer<typeof TrayEfficiency>;

/** By inlet or by side draw, from 1 at the top; one that is left out takes its best stage. */
export const Stages = z.record(identifier, stage);

/** What a graph is asked. */
export const GraphInputs = z.strictObject({
  task: z.enum(['design', 'rating']),
  rating: RatingInputs,
  reflux: RefluxWish.nullable(),
  feedStages: Stages,
  drawStages: Stages,
  efficiency: TrayEfficiency.nullable(),
});
export type GraphInputs = z.infer<typeof GraphInputs>;
