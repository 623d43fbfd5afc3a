import type { LadderTarget } from '@keen-ladder/schema';

/** The targets with one in force at a value, and another one, which gave way to it, no longer. */
export const targetsInPlace = (targets: readonly LadderTarget[], id: string, value: number, instead: string): LadderTarget[] =>
  targets.map((t) => (t.id === id ? { ...t, value, isInForce: true } : t.id === instead ? { ...t, isInForce: false } : t));
