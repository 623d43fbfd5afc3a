/** A flash drum: what enters is parted into its vapour and its liquid. */
import { z } from 'zod';
import { identifier, number, text } from '../primitives.ts';

/** K; Pa; W put into what enters, taken from it where negative; mol of vapour per mol. */
export const DrumQuantity = z.enum(['temperature', 'pressure', 'duty', 'vapour-fraction']);
export type DrumQuantity = z.infer<typeof DrumQuantity>;

/** One of the two things that are known of a drum. */
export const DrumKnown = z.strictObject({ by: DrumQuantity, value: number.nullable() });
export type DrumKnown = z.infer<typeof DrumKnown>;

/** A flash drum. */
export const DrumUnit = z.strictObject({
  id: identifier,
  kind: z.literal('drum'),
  name: text(120),
  known: z.tuple([DrumKnown, DrumKnown]),
});
export type DrumUnit = z.infer<typeof DrumUnit>;
