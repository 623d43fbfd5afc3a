/**
 * Another column that meets the same targets: where something of quality is wanted (a purity, a temperature) the reflux or the overhead that brings it may
 * be one of two. From the column found the easy quantity that is free is moved down, the other targets held; where the wanted one comes true again there is
 * a second column, of less heat.
 */
import { seekAlong } from './alongQuantity.ts';
import { answerOf, startFrom } from './answer.ts';
import { endsOf } from './easyTargets.ts';
import { ColumnEquations } from './equations.ts';
import { newton } from './newton.ts';
import { boilUpRatio, flowOf, isEasy, moles, refluxRatio } from './quantities.ts';
import { refusalOf } from './refusal.ts';
import type { ColumnInput, Place, Quantity, SolvedColumn } from './types.ts';

/**
 * @param found a solved column of this input
 * @returns the cheaper column, or undefined where there is none or nothing of quality is wanted
 */
export function cheaperColumn(input: ColumnInput, found: SolvedColumn, watch: readonly Quantity[]): SolvedColumn | undefined {
  const hard = input.targets.findIndex(({ quantity }) => !isEasy(quantity) && quantity.kind !== 'duty');
  if (hard < 0) return undefined;
  const column = new ColumnEquations(input);
  startFrom(column, found);
  const quantity = freeQuantity(column, hard);
  if (quantity === undefined) return undefined;
  const held = input.targets.filter((_, k) => k !== hard);
  const value = column.valueOf(quantity);
  // A little lower than where the column stands: there the target is met as it is.
  const along = { quantity, value: value * (1 - NEARBY) };
  if (!newton('whole steps')(column, [...held, along]).isSolved) return undefined;
  const lowest = endsOf(column, quantity, value)?.[0];
  if (lowest === undefined || lowest >= along.value) return undefined;
  const sought = seekAlong(column, held, along, input.targets[hard], [lowest], MOST_ITERATIONS);
  if (!sought.isMet || refusalOf(column) !== undefined) return undefined;
  const other = answerOf(column, found.record, watch);
  return heatOf(other) < heatOf(found) * (1 - CHEAPER) ? other : undefined;
}

/** Size of the reboiler's duty, without one the condenser's, W; 0 with neither. */
export const heatOf = ({ reboilerDuty, condenserDuty }: SolvedColumn): number => Math.abs(reboilerDuty ?? condenserDuty ?? 0);

/** A reflux or boil-up ratio or the flow overhead that no other target holds. */
function freeQuantity({ input, n }: ColumnEquations, hard: number): Quantity | undefined {
  const isTaken = (at: Place['at']): boolean =>
    input.targets.some(({ quantity: q }, k) => k !== hard && q.kind === 'ratio' && q.over.place.at === at && isEasy(q));
  if (input.top !== 'none' && !isTaken('reflux')) return refluxRatio(moles(n));
  if (input.bottom !== 'none' && input.top === 'none' && !isTaken('boil-up')) return boilUpRatio(moles(n));
  return isTaken('overhead') || isTaken('bottoms') ? undefined : flowOf({ at: 'overhead' }, moles(n));
}

/** Part of the free quantity by which the search begins below the column found. */
const NEARBY = 0.02;
/** Of the heat: less than this is the same column. */
const CHEAPER = 0.01;
const MOST_ITERATIONS = 120;
