/** One click out of a washing or a stripping that is out of reach, where there is one. */
import { formatFraction, USUAL_FLOW_MULTIPLE } from '@keen-ladder/core';
import type { Reason } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import { absorptionSet } from '../document/documentSlice.ts';
import type { Proposal } from '../stops/proposals.ts';

export function transferProposals(reason: Reason, column: ColumnUnit): Proposal[] {
  const change = (absorption: Partial<ColumnUnit['absorption']>) => absorptionSet({ column: column.id, change: absorption });
  if (reason.code === 'flow-below-least')
    return [
      {
        label: `Take ${USUAL_FLOW_MULTIPLE} × the least`,
        action: change({ flow: { kind: 'multiple', value: USUAL_FLOW_MULTIPLE } }),
      },
    ];
  if (reason.code !== 'transfer-impossible') return [];
  const recovery = Number((reason.greatest - 0.05 * (1 - reason.greatest) - 0.001).toFixed(3));
  return recovery > 0 ? [{ label: `Ask for ${formatFraction(recovery)}`, action: change({ recovery }) }] : [];
}
