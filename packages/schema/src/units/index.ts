/** The kinds of unit, a file or a folder each, joined by their `kind`. */
import { z } from 'zod';
import { ColumnUnit } from './column/index.ts';
import { DrumUnit } from './drum.ts';

export * from './column/index.ts';
export * from './drum.ts';

/** A unit of any kind. */
export const Unit = z.discriminatedUnion('kind', [ColumnUnit, DrumUnit]);
export type Unit = z.infer<typeof Unit>;
/** The kinds there are. */
export type UnitKind = Unit['kind'];

/** What the kinds are called. */
export const UnitKind = z.enum(['column', 'drum'] satisfies UnitKind[]);
