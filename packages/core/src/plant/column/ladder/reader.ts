/** What the parts of a ladder are read with. */
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import type { ColumnInput } from '../../../column/index.ts';
import type { OpenPoint } from '../../../numerics/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import type { UnitInputs } from '../../inputs.ts';

/** What the parts of a ladder are read with; what is missing or does not fit goes into points. */
export interface Reader {
  unitInputs: UnitInputs;
  column: ColumnUnit;
  ladder: LadderInputs;
  model: ThermoModel;
  points: OpenPoint[];
  path: string;
}

/** Whether a number counts something, from a least to a most. */
export const isCount = (value: number, least: number, most: number): boolean =>
  Number.isInteger(value) && value >= least && value <= most;

/** A ladder's column, but for what is wanted of it. */
export type Untargeted = Omit<ColumnInput, 'targets'>;
