/** What flows where: from a feed, or an outlet of a unit, to an inlet of a unit. An outlet that goes nowhere is a product. */
import { z } from 'zod';
import { identifier } from './primitives.ts';

/** A place where a stream enters or leaves a unit. Inlets are made by what is connected to them; outlets follow from the unit's kind. */
export const Port = z.strictObject({ unit: identifier, port: identifier });
export type Port = z.infer<typeof Port>;

/** Where a stream comes from: outside, as a feed, or a unit's outlet. */
export const Source = z.union([z.strictObject({ stream: identifier }), Port]);
export type Source = z.infer<typeof Source>;

/** A stream between two places. */
export const Connection = z.strictObject({ id: identifier, from: Source, to: Port });
export type Connection = z.infer<typeof Connection>;
