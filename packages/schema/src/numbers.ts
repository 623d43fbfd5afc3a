/** Numbers of a case by their addresses, as the API gives them. */
import { z } from 'zod';

const address = z.string().min(1).max(300);

/** `?at=ADDRESS`, once or several times. */
export const NumbersAsked = z.strictObject({
  at: z.union([address.transform((one) => [one]), z.array(address).min(1).max(100)]),
});

/** A number with its name and what it is measured in, in SI units; or the sentence that says why there is none. */
export const NumberAt = z.discriminatedUnion('state', [
  z.strictObject({ state: z.literal('known'), address, name: z.string(), measure: z.string(), value: z.number().nullable() }),
  z.strictObject({ state: z.literal('open'), address, sentence: z.string() }),
  z.strictObject({ state: z.literal('out-of-reach'), address, sentence: z.string() }),
  z.strictObject({ state: z.literal('no-such-number'), address, sentence: z.string() }),
]);
export type NumberAt = z.infer<typeof NumberAt>;

/** What the API answers. */
export const NumbersReply = z.strictObject({ numbers: z.array(NumberAt) });
