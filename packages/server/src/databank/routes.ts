import { proposedMixture } from '@keen-ladder/core';
import { databankParts, findComponent, groupTables, sources } from '@keen-ladder/core/databank';
import { ComponentList } from '@keen-ladder/schema';
import { Router } from 'express';
import type { GroupTable } from '@keen-ladder/schema';
import { Problem } from '../problems.ts';

/** The databank is part of the program: its answers change with the program alone. */
const ONE_HOUR = 'private, max-age=3600';

export function databankRoutes(): Router {
  const router = Router();
  router.get('/databank/components/:id', (req, res) => {
    const found = findComponent(req.params.id);
    if (found === undefined) throw unknown([req.params.id]);
    res.set('Cache-Control', ONE_HOUR).json(found);
  });
  /** The mixture of the components named, with every parameter that models may use and the model proposed. */
  router.get('/databank/mixture', (req, res) => {
    const { components, unifac, modifiedUnifac, ppr78 } = ComponentList.parse(req.query);
    const missing = components.filter((id) => findComponent(id) === undefined);
    if (missing.length > 0) throw unknown(missing);
    const beside = {
      unifacGroups: unifac.map((group): [number, number] => [group, 1]),
      modifiedUnifacGroups: modifiedUnifac.map((group): [number, number] => [group, 1]),
      ppr78Groups: ppr78.map((group): [string, number] => [group, 1]),
    };
    res.set('Cache-Control', ONE_HOUR).json(proposedMixture(databankParts(components, [beside])));
  });
  router.get('/databank/sources', (_req, res) => {
    res.set('Cache-Control', ONE_HOUR).json(sources);
  });
  router.get('/databank/groups', (_req, res) => {
    const names = ({ subgroups }: GroupTable) => Object.entries(subgroups).map(([id, { name }]) => ({ id: Number(id), name }));
    res
      .set('Cache-Control', ONE_HOUR)
      .json({ unifac: names(groupTables.unifac), modifiedUnifac: names(groupTables.modifiedUnifac) });
  });
  return router;
}

const unknown = (names: readonly string[]): Problem =>
  new Problem(404, 'no-such-component', `The databank has no ${names.join(', no ')}. Search by name, formula or CAS number.`);
