/** What a column's hardware answers. */
import type { SectionInputs } from '@keen-ladder/schema';
import type { Limit } from './limits.ts';
import type { Mend } from './mend.ts';
import type { OutsideAt, RungRating, SectionWindow } from './section.ts';
import type { VesselFacts } from './vessel.ts';

/** A section as it is built, SI. */
export interface SectionFacts {
  first: number;
  last: number;
  above: string | null;
  below: string | null;
  contact: SectionInputs['contact'];
  diameter: number; // m
  /** m that its limits ask for; null where the diameter is given, or nothing can be sized. */
  needed: number | null;
  /** Real trays; null of packing. */
  trays: number | null;
  efficiency: { value: number; by: 'given' | 'ladder' | 'o-connell' | 'practice' } | null;
  /** m of an equilibrium stage, and beds between redistributors; null of trays. */
  packed: { hetp: number; by: string; rule: number | null; packing: number; beds: number } | null;
  height: number; // m
  rungs: RungRating[];
  /** The worst rung of each, the worst first. */
  limits: (Limit & { rung: number })[];
  drop: number | null; // Pa; null where a bed is flooded
  /** Where the trays work, at the densities of the rung that comes nearest to a limit; null of packing, or where nothing could be rated. */
  window: SectionWindow | null;
  mend: Mend | null;
  outside: OutsideAt[];
}

/** A column's hardware. */
export interface HardwareFacts {
  sections: SectionFacts[];
  vessel: VesselFacts;
  /** Pa, by rung, as the hardware makes it from the ladder's top; null where a bed is flooded. */
  pressure: number[] | null;
  /** Pa, of the ladder. */
  ladderPressure: number[];
  /** Rungs that could not be rated: a phase does not flow there. */
  unrated: number[];
  /** The pressure on which ladder and hardware agree; null where they do not. */
  agreed: AgreedPressure | null;
}

/** A pressure of every rung on which ladder and hardware agree. */
export interface AgreedPressure {
  values: number[]; // Pa
  passes: number;
}
