/**
 * A target sought along another quantity: the reflux or a product's flow is moved over all that it can be, the other targets held, and where the target
 * comes true on the way the column is taken from there. A target that rises and falls again along the reflux (a purity of a middle component, a temperature
 * within the column) has two columns or none; walking the target itself stops at the turn, walking what moves it goes past.
 * What was passed on the way proves what can be had, as long as the other targets have one column each: between the ends that were reached the target was
 * never more and never less.
 * Source: the change of parameter at turning points: Seydel, Practical Bifurcation and Stability Analysis, 3rd ed. (2010), ch. 4.
 */
import type { Obstacle } from './reasons.ts';
import type { ColumnEquations } from './equations.ts';
import type { Passage } from './method.ts';
import { isEasy, isRecovery } from './quantities.ts';
import { Snapshot } from './snapshot.ts';
import type { Quantity, Target } from './types.ts';
import { walk } from './walk.ts';

/** A target that is sought along another quantity. */
export interface Sought {
  isMet: boolean;
  passage: Passage;
  iterations: number;
}

/**
 * @param column stands where it meets `held` and `along`, and is left where it meets `held` and `wanted`, or where it came nearest
 * @param ends   between which the quantity is moved, the lower first: the cheaper column is found first
 */
export function seekAlong(
  column: ColumnEquations,
  held: readonly Target[],
  along: Target,
  wanted: Target,
  ends: readonly number[],
  mostIterations: number,
): Sought {
  const [start, nearest] = [new Snapshot(column), new Snapshot(column)];
  start.keep();
  nearest.keep();
  const here = column.valueOf(wanted.quantity);
  const passage: Passage = {
    along: along.quantity,
    from: along.value,
    to: along.value,
    least: { value: here, at: along.value },
    most: { value: here, at: along.value },
    isProof: held.every(({ quantity }) => isEasy(quantity) || isRecovery(quantity)),
  };
  let iterations = 0;
  const closest = { gap: Math.abs(here - wanted.value), at: along.value };
  for (const end of ends) {
    start.restore();
    column.evaluate([...held, along]);
    const crossing = { isPassed: false, before: here - wanted.value };
    const visit = (at: Target[]): boolean => {
      const value = column.valueOf(wanted.quantity);
      const where = at[at.length - 1].value;
      note(passage, value, where);
      if (Math.abs(value - wanted.value) < closest.gap) {
        closest.gap = Math.abs(value - wanted.value);
        closest.at = where;
        nearest.keep();
      }
      crossing.isPassed = (value - wanted.value) * crossing.before <= 0;
      crossing.before = value - wanted.value;
      return !crossing.isPassed;
    };
    const went = walk(column, [...held, along], [...held, { ...along, value: end }], visit, mostIterations, LONGEST);
    iterations += went.iterations;
    if (crossing.isPassed) {
      const now = { quantity: wanted.quantity, value: column.valueOf(wanted.quantity) };
      const last = walk(column, [...held, now], [...held, wanted], undefined, mostIterations);
      iterations += last.iterations;
      if (last.reached >= 1) return { isMet: true, passage, iterations };
    }
    passage.isProof &&= went.reached >= 1;
  }
  nearest.restore();
  column.evaluate([...held, { ...along, value: closest.at }]);
  return { isMet: false, passage, iterations };
}

/**
 * What a passage proves, for a target beyond it.
 * @param wanted beyond the most or the least of the passage
 * @param reflux that the targets hold, mol/mol
 */
export function beyondRange({ along, from, to, least, most }: Passage, wanted: number, reflux: number | null): Obstacle {
  const isMost = wanted > most.value;
  return { kind: 'beyond-range', along: nameOf(along), from, to, extreme: isMost ? most : least, isMost, reflux };
}

function nameOf(quantity: Quantity): Extract<Obstacle, { kind: 'beyond-range' }>['along'] {
  if (quantity.kind !== 'ratio' || quantity.under === null) return 'product flow';
  return quantity.over.place.at === 'boil-up' ? 'boil-up ratio' : 'reflux ratio';
}

/** Part of the way in one step: a peak between two points that are nearer is little above them. */
const LONGEST = 0.04;

function note(passage: Passage, value: number, at: number): void {
  passage.from = Math.min(passage.from, at);
  passage.to = Math.max(passage.to, at);
  if (value < passage.least.value) passage.least = { value, at };
  if (value > passage.most.value) passage.most = { value, at };
}
