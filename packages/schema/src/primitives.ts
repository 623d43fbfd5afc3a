/** What every shape is made of: text that can be stored, identifiers, numbers that somebody may have typed. */
import { z } from 'zod';

/** Text that every store can keep: no NUL, no half of a surrogate pair. */
export const text = (max: number) =>
  z
    .string()
    .max(max)
    .refine((t) => !t.includes('\0') && !/\p{Surrogate}/u.test(t), { message: 'holds a character that cannot be stored' });

/** Names a thing within a case: a component (CAS number), a stream, a unit, a port, a target. */
export const identifier = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:_.-]{0,63}$/);

/** Numbers that engineers type; beyond, a unit was mistaken. */
export const number = z.number().min(-1e15).max(1e15);

/** A number above 0 that stands for a measured quantity. */
export const positive = z.number().positive().max(1e12);

/** A stage, from 1 at the top. */
export const stage = z.int().min(1).max(1000);
