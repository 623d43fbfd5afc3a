/**
 * The case document: every shape that enters from a file, the network or storage passes here, and every part of the product takes its types from here.
 * SI units; `null` is a field that has not been filled in yet: what the engine calls an open point is valid, so that a half-filled case can be saved.
 */
import { z } from 'zod';
import { Connection } from './connection.ts';
import { Display } from './display.ts';
import { CaseMixture } from './mixture.ts';
import { text } from './primitives.ts';
import { SiteConditions } from './site.ts';
import { Stream } from './stream.ts';
import { Unit } from './units/index.ts';

/** Grows by one with every change of shape; `upgrades/` says how an older document becomes a newer one. */
export const SCHEMA_VERSION = 11;

const areDifferent = (named: readonly { id: string }[]): boolean => new Set(named.map(({ id }) => id)).size === named.length;

/** A list whose members go by their identifiers. */
const byId = <T extends z.ZodType<{ id: string }>>(member: T, most: number) =>
  z.array(member).max(most).refine(areDifferent, { message: 'two of one id' });

/** A case: what is mailed, stored and solved. */
export const CaseDocument = z.strictObject({
  site: SiteConditions,
  display: Display,
  mixture: CaseMixture,
  streams: byId(Stream, 100),
  units: byId(Unit, 50),
  connections: byId(Connection, 200),
  notes: text(20_000),
});
export type CaseDocument = z.infer<typeof CaseDocument>;
