/** The pressure of a drum, as what enters it takes it. */
import type { DrumUnit } from '@keen-ladder/schema';

/** Pa, where it is one of the two things known; at it enters what is said to come at the unit's pressure. */
export const pressureOf = ({ known }: DrumUnit): number | undefined =>
  known.find(({ by, value }) => by === 'pressure' && value !== null && value > 0)?.value ?? undefined;
