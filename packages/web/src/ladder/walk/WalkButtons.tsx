import type { LadderFacts } from '@keen-ladder/core';
import type { Column, LadderTarget } from '../../document/documentSlice.ts';

export function WalkButtons(_: { column: Column; target: LadderTarget; facts: LadderFacts | null }) {
  return null;
}
