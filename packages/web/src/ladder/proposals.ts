/** One click out of a column that has no answer, where there is one. */
import { formatNumber, quantityDimension, quantityName, readUnit } from '@keen-ladder/core';
import type { Dimension, Reason } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, LadderTarget } from '@keen-ladder/schema';
import { targetSet } from '../document/documentSlice.ts';
import { ladderSearchedOn } from '../engine/resultsSlice.ts';
import { LONGEST } from '../engine/solving.ts';
import type { Proposal } from '../stops/proposals.ts';

interface Around {
  document: CaseDocument;
  column: ColumnUnit;
  /** Of what the ladder is solved from. */
  hash: string | undefined;
  show: (si: number, dimension: Dimension) => string;
}

/** By how much a reflux that leaves a stage dry is raised. */
const MORE = 1.5;

export function ladderProposals(reason: Reason, { document, column, hash, show }: Around): Proposal[] {
  const targets = column.ladder?.targets ?? [];
  const named = (name: string) =>
    targets.find(({ quantity, isInForce }) => isInForce && quantityName(readUnit(document, column), column, quantity) === name);
  const changed = (label: string, target: LadderTarget): Proposal => ({
    label,
    action: targetSet({ column: column.id, target }),
  });
  if (reason.code === 'targets-repeat' || reason.code === 'targets-beyond-balance') {
    const name = reason.targets.at(-1) ?? '';
    const last = named(name);
    return last === undefined ? [] : [changed(`Switch off ${name}`, { ...last, isInForce: false })];
  }
  if (reason.code === 'time-over')
    return hash === undefined
      ? []
      : [{ label: `Search on, up to ${LONGEST.on / 1000} s`, action: ladderSearchedOn({ unit: column.id, hash }) }];
  if (reason.code === 'stopped-short') {
    const { target: name, reached } = reason;
    const target = named(name);
    if (target === undefined) return [];
    return [changed(`Take ${show(reached, quantityDimension(target.quantity))}`, { ...target, value: reached })];
  }
  if (reason.code === 'runs-dry' || reason.code === 'draw-too-large') {
    const reflux = targets.find(({ quantity, isInForce }) => isInForce && quantity.kind === 'reflux-ratio');
    if (typeof reflux?.value !== 'number') return [];
    const more = Number((MORE * reflux.value).toPrecision(3));
    return [changed(`Take a reflux ratio of ${formatNumber(more)}`, { ...reflux, value: more })];
  }
  return [];
}
