/** A ladder that begins with a column that exists or is imagined, without an estimate: what is known of it is typed into its own fields. */
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { bareLadder, flowOf, ladderTarget } from './carried.ts';

/** Rungs of a column of which nothing is known yet. */
const RUNGS = 20;

/**
 * Feeds in the middle, targets without a value; a washer's or stripper's liquid enters at the top and its gas at the bottom, with nothing at its ends.
 * @param feeds identifiers of the streams that are fed
 */
export function begunLadder(column: ColumnUnit, feeds: readonly string[]): LadderInputs {
  const { pressure, condenser, draws, subcooling, service, absorption } = column;
  const whole = (stage: number) => ({ stage, way: 'whole' as const });
  const middle = RUNGS / 2;
  const bare: LadderInputs = { ...bareLadder(RUNGS), pressure: { by: 'ends', ...pressure } };
  if (service !== 'distillation') {
    const rung = (id: string): number => (id === absorption.gas ? RUNGS : id === absorption.liquid ? 1 : middle);
    return { ...bare, feeds: Object.fromEntries(feeds.map((id) => [id, whole(rung(id))])) };
  }
  return {
    ...bare,
    top: condenser,
    bottom: 'kettle',
    subcooling: condenser === 'total' && subcooling > 0 ? { by: 'degrees', value: subcooling } : null,
    feeds: Object.fromEntries(feeds.map((id) => [id, whole(middle)])),
    drawStages: Object.fromEntries(draws.map(({ id }) => [id, middle])),
    targets: [
      ladderTarget('reflux', { kind: 'reflux-ratio', basis: 'mole' }, null),
      ladderTarget('distillate', flowOf('overhead'), null),
      ...(condenser === 'mixed' ? [ladderTarget('vent', flowOf('overhead-vapour'), null)] : []),
      ...draws.map(({ id }) => ladderTarget(`flow-${id}`, flowOf(id), null)),
    ],
  };
}
