/** What becomes of feeds and balance sheet when the mixture gets other components. */
import { proposeModel } from '@keen-ladder/core';
import type { CaseDocument, Mixture } from '@keen-ladder/schema';
import { columnsOf } from './parts.ts';

type CaseMixture = CaseDocument['mixture'];

/**
 * Puts in the mixture. A component that took the place of another takes over its part of every feed and its numbers on the sheets; what
 * belonged to a component that is gone for good goes with it.
 */
export function takeOverMixture(document: CaseDocument, mixture: Mixture): void {
  const successor = successors(document.mixture.components, mixture.components);
  for (const { composition } of document.streams) {
    const moved = Object.entries(composition.parts).flatMap(([id, part]) => {
      const next = successor.get(id);
      return next === undefined ? [] : [[next, part] as const];
    });
    composition.parts = Object.fromEntries(moved);
  }
  for (const unit of columnsOf(document)) {
    unit.balance.cells = unit.balance.cells.flatMap((cell) => {
      if (cell.component === null) return [cell];
      const component = successor.get(cell.component);
      return component === undefined ? [] : [{ ...cell, component }];
    });
    // Compositions of a given profile belong to the components that it was given for.
    if (unit.ladder?.given) unit.ladder.given.x = [];
    const { keys } = unit.estimate;
    if (keys !== null && !(successor.get(keys.light) === keys.light && successor.get(keys.heavy) === keys.heavy))
      unit.estimate.keys = null;
  }
  document.mixture = withOwn(document.mixture, mixture);
}

/**
 * What stays of the mixture before: records and pairs of the components that stay, as they are in this case, and a model that was not the proposed one.
 */
function withOwn(before: CaseMixture, after: Mixture): CaseMixture {
  const isThere = (id: string): boolean => after.components.some((c) => c.id === id);
  const wasThere = (id: string): boolean => before.components.some((c) => c.id === id);
  const pairs = <P extends { components: [string, string] }>(of: readonly P[], fresh: readonly P[]): P[] => [
    ...of.filter(({ components }) => components.every(isThere)),
    ...fresh.filter(({ components }) => !components.every(wasThere)),
  ];
  const isOwnModel = before.components.length > 1 && proposeModel(before).model !== before.model;
  return {
    ...after,
    ...(isOwnModel ? { model: before.model, options: before.options } : {}),
    components: after.components.map((c) => before.components.find(({ id }) => id === c.id) ?? c),
    nrtlPairs: pairs(before.nrtlPairs, after.nrtlPairs),
    wilsonPairs: pairs(before.wilsonPairs, after.wilsonPairs),
    uniquacPairs: pairs(before.uniquacPairs, after.uniquacPairs),
    interactions: pairs(before.interactions, after.interactions),
    henryPairs: pairs(before.henryPairs, after.henryPairs),
    measured: before.measured.filter(({ components }) => components.every(isThere)),
  };
}

type Named = readonly { id: string }[];

/** Who stands for each old component: itself, or, where as many are there as before, the new one in its place. */
function successors(before: Named, after: Named): Map<string, string> {
  const kept = before.filter((c) => after.some((d) => d.id === c.id)).map((c) => [c.id, c.id] as const);
  if (before.length !== after.length) return new Map(kept);
  const replaced = before.flatMap((c, k) => {
    const next = after[k];
    const isNew = next !== undefined && !before.some((d) => d.id === next.id) && !after.some((d) => d.id === c.id);
    return isNew ? [[c.id, next.id] as const] : [];
  });
  return new Map([...kept, ...replaced]);
}
