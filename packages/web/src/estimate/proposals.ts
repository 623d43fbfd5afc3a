/** One click out of an estimate that is out of reach, where there is one. */
import type { Reason } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import { estimateSet } from '../document/documentSlice.ts';
import { refluxFor, refluxWords } from '../stops/proposals.ts';
import type { Proposal } from '../stops/proposals.ts';

export function estimateProposals(reason: Reason, column: ColumnUnit): Proposal[] {
  if (reason.code !== 'estimate-below-minimum') return [];
  const { minimum } = reason;
  return [{ label: refluxWords(minimum), action: estimateSet({ column: column.id, change: { reflux: refluxFor(minimum) } }) }];
}
