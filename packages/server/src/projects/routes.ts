import { IdParams, NewProject, Rename } from '@keen-ladder/schema';
import { Router } from 'express';
import type { Kysely } from 'kysely';
import { moveTo, rename } from '../database/named.ts';
import type { Tables } from '../database/tables.ts';
import { Problem } from '../problems.ts';
import { shared } from '../shared.ts';
import { createProject, listProjects } from './queries.ts';

export function projectRoutes(db: Kysely<Tables>): Router {
  const router = Router();
  const list = shared(async () => Buffer.from(`{"projects":${await listProjects(db)}}`));
  router.get('/projects', async (_req, res) => {
    // Written as it is: to compare the list with what a browser has would cost more than to send it.
    const body = await list();
    res.type('json').setHeader('Content-Length', body.length).end(body);
  });
  router.post('/projects', async (req, res) => {
    const { name } = NewProject.parse(req.body);
    res.status(201).json(await createProject(db, name));
  });
  router.patch('/projects/:id', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    const { name } = Rename.parse(req.body);
    found(await rename(db, 'projects', id, name));
    res.status(204).end();
  });
  router.delete('/projects/:id', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    found(await moveTo(db, 'projects', id, 'bin'));
    res.status(204).end();
  });
  router.post('/projects/:id/restore', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    found(await moveTo(db, 'projects', id, 'list'));
    res.status(204).end();
  });
  return router;
}

function found(there: boolean): void {
  if (!there) throw new Problem(404, 'no-such-project', 'There is no such project; it may have been deleted.');
}
