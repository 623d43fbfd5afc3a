import {
  Duplicate,
  IdParams,
  Import,
  NewCase,
  readCaseFile,
  Rename,
  SaveCase,
  VersionParams,
  writeCaseFile,
} from '@keen-ladder/schema';
import type { OpenCase } from '@keen-ladder/schema';
import { Router } from 'express';
import type { Kysely } from 'kysely';
import { moveTo, rename } from '../database/named.ts';
import type { Tables } from '../database/tables.ts';
import { Problem } from '../problems.ts';
import { existing, noSuchCase } from './existing.ts';
import { createCase, historicDocument, listBin, listHistory, saveCase } from './queries.ts';

/** @param onChanged told when a case was made or saved */
export function caseRoutes(db: Kysely<Tables>, onChanged: () => void): Router {
  const router = Router();
  const made = (created: OpenCase | undefined): OpenCase => {
    onChanged();
    return inProject(created);
  };
  router.post('/projects/:id/cases', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    const { name, document } = NewCase.parse(req.body);
    res.status(201).json(made(await createCase(db, id, name, document)));
  });
  router.post('/projects/:id/import', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    const read = readCaseFile(Import.parse(req.body).file);
    if (!read.ok) throw new Problem(400, 'unreadable-file', read.problem);
    res.status(201).json(made(await createCase(db, id, read.value.name, read.value.document)));
  });
  router.get('/cases/:id', async (req, res) => {
    res.json(await existing(db, req.params));
  });
  router.put('/cases/:id', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    const { version, document } = SaveCase.parse(req.body);
    const saved = await saveCase(db, id, version, document);
    if (saved.state === 'conflict') {
      const current = await existing(db, { id });
      throw new Problem(409, 'case-changed', 'This case was saved elsewhere after you opened it.', { current });
    }
    onChanged();
    res.json({ version: saved.version, updatedAt: saved.updatedAt });
  });
  router.patch('/cases/:id', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    const { name } = Rename.parse(req.body);
    if (!(await rename(db, 'cases', id, name))) throw noSuchCase();
    res.status(204).end();
  });
  router.post('/cases/:id/duplicate', async (req, res) => {
    const { name } = Duplicate.parse(req.body);
    const original = await existing(db, req.params);
    res.status(201).json(made(await createCase(db, original.projectId, name, original.document, original.id)));
  });
  router.delete('/cases/:id', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    if (!(await moveTo(db, 'cases', id, 'bin'))) throw noSuchCase();
    res.status(204).end();
  });
  router.post('/cases/:id/restore', async (req, res) => {
    const { id } = IdParams.parse(req.params);
    if (!(await moveTo(db, 'cases', id, 'list'))) throw noSuchCase();
    res.status(204).end();
  });
  router.get('/cases/:id/file', async (req, res) => {
    const { name, document } = await existing(db, req.params);
    res.json(writeCaseFile(name, document));
  });
  router.get('/cases/:id/history', async (req, res) => {
    const { id } = await existing(db, req.params);
    res.json({ lines: await listHistory(db, id) });
  });
  router.get('/cases/:id/history/:version', async (req, res) => {
    const { id, version } = VersionParams.parse(req.params);
    const document = await historicDocument(db, id, version);
    if (document === undefined) throw new Problem(404, 'no-such-version', `This case has no version ${version}.`);
    res.json({ document });
  });
  router.get('/bin', async (_req, res) => {
    res.json({ items: await listBin(db) });
  });
  return router;
}

function inProject(created: OpenCase | undefined): OpenCase {
  if (created === undefined) throw new Problem(404, 'no-such-project', 'There is no such project; it may have been deleted.');
  return created;
}
