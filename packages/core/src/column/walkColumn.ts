/** A walk of a solved column to other targets, every point of it told. */
import { answerOf, startFrom } from './answer.ts';
import { ColumnEquations } from './equations.ts';
import { newton } from './newton.ts';
import type { ColumnInput, Place, Quantity, SolvedColumn, Target } from './types.ts';
import { seekAlong } from './alongQuantity.ts';
import type { Sought } from './alongQuantity.ts';
import type { Passage } from './method.ts';
import { endsOf } from './easyTargets.ts';
import { boilUpRatio, flowOf, moles, refluxRatio } from './quantities.ts';
import { walk } from './walk.ts';

/** How far apart two values of a target are, as a part of them. */
const far = (a: number, b: number): number => Math.abs(a - b) / (Math.abs(a) + Math.abs(b) + 1e-300);

/** The column at a point of a walk. */
export interface WalkedColumn {
  /** Part of the way that was gone, 1 for all of it, and the column there. */
  reached: number;
  column: SolvedColumn;
  /** Where the walk ended before: how the target went along what moves it, the other targets held. */
  passage: Passage | undefined;
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
  const walked = from.reduce(
    (most, { value }, k) => (far(value, to[k].value) > far(from[most].value, to[most].value) ? k : most),
    0,
  );
  const stop = { isAsked: false };
  const { reached, iterations } = walk(column, from, to, (_, part) => {
    stop.isAsked = !visit(answerOf(column, record, watch), part);
    return !stop.isAsked;
  });
  record.attempts.push({ method: 'walk', iterations, residual: 1 - reached, isSolved: reached >= 1 });
  const stands = answerOf(column, record, watch);
  if (reached >= 1 || stop.isAsked) return { reached, column: stands, passage: undefined };
  const around = goneAround(column, to, walked);
  return around?.isMet === true
    ? { reached: 1, column: answerOf(column, record, watch), passage: undefined }
    : { reached, column: stands, passage: around?.passage };
}

/** From where the walk of one target ended, along the reflux or a product's flow: past a turn of the target, if there is one. */
function goneAround(column: ColumnEquations, to: readonly Target[], walked: number): Sought | undefined {
  const held = to.filter((_, k) => k !== walked);
  const { input, n } = column;
  const isTaken = (at: Place['at']): boolean =>
    held.some(({ quantity: q }) => q.kind === 'ratio' && (q.over.place.at === at || q.under?.place.at === at));
  const candidates: Quantity[] = [
    ...(input.top === 'none' || isTaken('reflux') ? [] : [refluxRatio(moles(n))]),
    ...(input.bottom === 'none' || isTaken('boil-up') ? [] : [boilUpRatio(moles(n))]),
    ...(isTaken('overhead') ? [] : [flowOf({ at: 'overhead' }, moles(n))]),
  ];
  for (const quantity of candidates) {
    const value = column.valueOf(quantity);
    const ends = endsOf(column, quantity, value);
    const along = { quantity, value };
    if (ends === undefined || !newton('whole steps')(column, [...held, along]).isSolved) continue;
    return seekAlong(column, held, along, to[walked], ends, MOST_ITERATIONS);
  }
  return undefined;
}

/** Of Newton's, in each direction. */
const MOST_ITERATIONS = 300;
