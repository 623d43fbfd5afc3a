/** What a column's hardware answers. */
import type { HardwareInputs, SectionInputs, TrayEfficiencyBy } from '@keen-ladder/schema';
import type { EndsFacts } from './ends.ts';
import type { Limit, LimitName } from './limits.ts';
import type { Mend } from './mend.ts';
import type { PropertyRemark } from './remarks.ts';
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
  /** Overall, and Murphree's by rung; null of packing. */
  efficiency: { value: number; by: 'given' | 'ladder' | 'practice' | TrayEfficiencyBy; murphree: number[] } | null;
  /** m of an equilibrium stage, and beds between redistributors; null of trays. */
  packed: { hetp: number; by: string; rule: number | null; packing: number; beds: number } | null;
  height: number; // m
  manholes: number;
  rungs: RungRating[];
  /** The worst rung of each, the worst first. */
  limits: (Limit & { rung: number })[];
  /** Pa; null where a bed is flooded, or no method has its constants. */
  drop: number | null;
  noDrop: 'flooded' | 'unknown' | null;
  /** Where the trays work, at the densities of the rung that comes nearest to a limit; null of packing, or where nothing could be rated. */
  window: SectionWindow | null;
  mend: Mend | null;
  outside: OutsideAt[];
}

/** A column's hardware, of one solution of its ladder. */
export interface HardwareFacts {
  /** What was asked. */
  asked: HardwareInputs;
  sections: SectionFacts[];
  vessel: VesselFacts;
  ends: EndsFacts;
  /** Pa, by rung, as the hardware makes it from the ladder's top; null where a bed is flooded. */
  pressure: number[] | null;
  /** Pa, of the ladder. */
  ladderPressure: number[];
  /** Rungs that could not be rated: a phase does not flow there. */
  unrated: number[];
  /** Properties that no table has as they are needed here. */
  remarks: PropertyRemark[];
}

/** What the hardware's pressure makes of the ladder, and the design beside what trays would be in the place of packing, and packing of trays. */
export interface DesignsFacts {
  /** The pressure on which ladder and hardware agree; null where they do not. */
  agreed: AgreedPressure | null;
  /** As it is, and the other way. */
  designs: [HardwareDesign, HardwareDesign];
}

/** A whole design in few figures, SI. */
export interface HardwareDesign {
  contact: 'trays' | 'packing' | 'both';
  diameters: number[]; // m, from the top
  height: number; // m, between the tangents
  trays: number;
  packing: number; // m
  drop: number | null; // Pa
  noDrop: SectionFacts['noDrop'];
  mass: number; // kg, of the empty vessel
  /** Of the ladder at the pressure that the hardware makes; null where they do not agree. */
  bottom: { P: number; T: number; heat: number | null } | null; // Pa, K, W
  /** What of its limits is passed. */
  passed: LimitName[];
}

/** A pressure of every rung on which ladder and hardware agree. */
export interface AgreedPressure {
  values: number[]; // Pa
  passes: number;
  /** K and W, of the ladder there. */
  bottomT: number;
  reboilerDuty: number | null;
}
