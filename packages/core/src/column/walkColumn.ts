/** A walk of a solved column to other targets, every point of it told. */
import { answerOf, startFrom } from './answer.ts';
import { ColumnEquations } from './equations.ts';
import { newton } from './newton.ts';
import type { ColumnInput, Quantity, SolvedColumn, Target } from './types.ts';
import { walk } from './walk.ts';

export interface WalkedColumn {
  /** Part of the way that was gone, 1 for all of it, and the column there. */
  reached: number;
  column: SolvedColumn;
}

/**
 * @param before the column as it stands
 * @param to     the targets wanted, of whatever quantities
 * @param visit  called with every point met; false ends the walk
 * @returns undefined where the column does not even stand by its own present values
 */
export function walkColumn(
  input: ColumnInput,
  before: SolvedColumn,
  to: readonly Target[],
  watch: readonly Quantity[],
  visit: (column: SolvedColumn, part: number) => boolean,
): WalkedColumn | undefined {
  const column = new ColumnEquations({ ...input, targets: to });
  startFrom(column, before);
  const from = to.map(({ quantity }) => ({ quantity, value: column.valueOf(quantity) }));
  if (from.some(({ value }) => !Number.isFinite(value))) return undefined;
  const record: SolvedColumn['record'] = { attempts: [] };
  if (!newton('whole steps')(column, from).isSolved) return undefined;
  const { reached, iterations } = walk(column, from, to, (_, part) => visit(answerOf(column, record, watch), part));
  record.attempts.push({ method: 'walk', iterations, residual: 1 - reached, isSolved: reached >= 1 });
  return { reached, column: answerOf(column, record, watch) };
}
