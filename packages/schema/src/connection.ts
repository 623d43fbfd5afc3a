/** What flows where. */
import { z } from 'zod';
import { identifier } from './primitives.ts';

export const Connection = z.strictObject({
  from: z.strictObject({ stream: identifier }),
  to: z.strictObject({ unit: identifier }),
});
export type Connection = z.infer<typeof Connection>;
