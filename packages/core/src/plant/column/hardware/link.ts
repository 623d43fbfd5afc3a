/** The pressure on which a ladder and its hardware agree, and a ladder that takes it: what it is as long as the link holds. */
import type { ColumnUnit, HardwareInputs } from '@keen-ladder/schema';
import type { SolvedColumn } from '../../../column/index.ts';
import { passOn, solved } from '../../../numerics/index.ts';
import type { Outcome, Warning } from '../../../numerics/index.ts';
import type { UnitInputs } from '../../inputs.ts';
import type { LadderFacts } from '../ladder/facts.ts';
import { solveLadder, solveNearby } from '../ladder/ladder.ts';
import type { BeforeLadder, GoingOn, NearbyLadder } from '../ladder/ladder.ts';
import { hardwarePressure } from './describe.ts';
import type { AgreedPressure } from './facts.ts';
import { atPressure } from './handBack.ts';

/** Pa: nearer no ladder minds. */
const AGREED = 1;
const MOST_PASSES = 12;
/** Hardware that would multiply the pressure by more is no column any more. */
const MOST_CHANGE = 3;

/**
 * Ladder and hardware in turn, until the pressure stands: each pass gives the ladder what the hardware made.
 * @param pressureOf what the hardware makes of a ladder, Pa by rung; null where a bed is flooded
 * @param solveAt the ladder of a column, from the solution of the pass before; undefined without an answer
 * @returns undefined where a pass has no answer, or the pressure does not settle
 */
function agreePressure(
  column: ColumnUnit,
  begun: NearbyLadder,
  pressureOf: (ladder: LadderFacts) => number[] | null,
  solveAt: (column: ColumnUnit, before: SolvedColumn) => NearbyLadder | undefined,
): AgreedPressure | undefined {
  const began = begun.facts.P;
  let now = begun;
  for (let passes = 0; passes < MOST_PASSES; passes++) {
    const { facts } = now;
    const values = pressureOf(facts);
    if (values === null || values.some((P, j) => !(P > 0 && P < MOST_CHANGE * began[j]))) return undefined;
    if (values.every((P, j) => Math.abs(P - facts.P[j]) < AGREED))
      return { values, passes, bottomT: facts.T[facts.T.length - 1], reboilerDuty: facts.reboilerDuty };
    const next = solveAt(atPressure(column, values), now.solution);
    if (next === undefined) return undefined;
    now = next;
  }
  return undefined;
}

/** The pressure on which the ladder of a column and this hardware agree, from the ladder as it is entered; null where they do not. */
export function agreedPressure(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  hardware: HardwareInputs,
  before: BeforeLadder,
  isOver?: () => boolean,
): Outcome<AgreedPressure | null> {
  const begun = solveNearby(unitInputs, column, before, { isOver });
  if (begun.state !== 'solved') return passOn(begun);
  const { model } = before;
  if (model.state !== 'solved') return passOn(model);
  // Of the way to an agreement nothing is kept: it is of no column that is in the case.
  const passing: BeforeLadder = { ...before, keep: (_, make) => make() };
  const agreed = agreePressure(
    column,
    begun.value,
    (ladder) => hardwarePressure(unitInputs, column, hardware, ladder, model.value),
    (changed, from) => {
      const outcome = solveNearby(unitInputs, changed, passing, { before: from, isOver });
      return outcome.state === 'solved' ? outcome.value : undefined;
    },
  );
  return solved(agreed ?? null);
}

/** Whether a column's ladder takes the pressure of its hardware. */
export const isLinked = ({ hardware, ladder }: ColumnUnit): boolean => hardware?.setsPressure === true && ladder !== null;

/** A column with the pressure that is in force. */
export interface LinkedColumn {
  column: ColumnUnit;
  warnings: Warning[];
}

/** The column at the pressure on which its ladder and hardware agree, where they are linked; as entered, and told, where they do not agree. */
export function linkedColumn(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeLadder,
  isOver?: () => boolean,
): LinkedColumn {
  const { hardware } = column;
  if (hardware === null || !isLinked(column)) return { column, warnings: [] };
  const asEntered: BeforeLadder = { ...before, keep: (name, make) => before.keep(name, make, 'entered') };
  const agreed = before.keep('pressure', () => agreedPressure(unitInputs, column, hardware, asEntered, isOver));
  // What the ladder as entered lacks, the ladder tells by itself.
  if (agreed.state !== 'solved') return { column, warnings: [] };
  if (agreed.value === null) return { column, warnings: [{ code: 'hardware-makes-no-pressure' }] };
  return { column: atPressure(column, agreed.value.values), warnings: [] };
}

/** A column's ladder at the pressure that is in force, with what is to be told of the link. */
export function solveLinkedLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeLadder,
  goingOn: GoingOn = {},
): Outcome<LadderFacts> {
  const linked = linkedColumn(unitInputs, column, before, goingOn.isOver);
  const outcome = solveLadder(unitInputs, linked.column, before, goingOn);
  return outcome.state === 'solved' ? { ...outcome, warnings: [...linked.warnings, ...outcome.warnings] } : outcome;
}
