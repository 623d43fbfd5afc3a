/** Numbers of a stored case by their addresses. */
import { NumbersAsked } from '@keen-ladder/schema';
import type { NumberAt } from '@keen-ladder/schema';
import { Router } from 'express';
import type { Kysely } from 'kysely';
import { existing } from '../cases/existing.ts';
import type { Tables } from '../database/tables.ts';
import { Problem } from '../problems.ts';
import { isOverTime, startThread } from '../thread.ts';
import type { Thread } from '../thread.ts';
import type { Asked } from './worker.ts';

/** ms that one request may take. */
const LONGEST = 10_000;
/** ms of it that columns may be searched, so that the reason is told and not the end of the thread. */
const SEARCHED = 8000;

export type NumbersThread = Thread<Asked, NumberAt[]>;

export const numbersThread = (longest = LONGEST): NumbersThread =>
  startThread({ source: './numbers/worker.ts', built: './numbers.js' }, longest);

export function numberRoutes(db: Kysely<Tables>, { work }: NumbersThread): Router {
  const router = Router();
  router.get('/cases/:id/numbers', async (req, res) => {
    const { at: addresses } = NumbersAsked.parse(req.query);
    const { document } = await existing(db, req.params);
    try {
      res.json({ numbers: await work({ document, addresses, longest: SEARCHED }) });
    } catch (error) {
      if (!isOverTime(error)) throw error;
      throw new Problem(504, 'over-time', `These numbers were not worked out within ${LONGEST / 1000} s.`);
    }
  });
  return router;
}
