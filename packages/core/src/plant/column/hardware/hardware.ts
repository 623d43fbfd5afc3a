/** The hardware of a column's ladder, and two designs of it beside each other. */
import type { ColumnUnit, HardwareInputs } from '@keen-ladder/schema';
import { open, passOn, solved } from '../../../numerics/index.ts';
import type { Outcome } from '../../../numerics/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import type { LadderFacts } from '../ladder/facts.ts';
import type { BeforeLadder } from '../ladder/ladder.ts';
import type { UnitInputs } from '../../inputs.ts';
import { describeHardware } from './describe.ts';
import { designOf, turned } from './designs.ts';
import type { DesignsFacts, HardwareFacts } from './facts.ts';
import { agreedPressure, linkedColumn, solveLinkedLadder } from './link.ts';

/** What hardware stands on: what is said of it, and the ladder solved from nothing. */
interface Ready {
  hardware: HardwareInputs;
  ladder: LadderFacts;
  model: ThermoModel;
}

function readyHardware(unitInputs: UnitInputs, column: ColumnUnit, before: BeforeLadder, isOver?: () => boolean): Outcome<Ready> {
  const { hardware, ladder } = column;
  if (hardware === null) return open([{ code: 'missing', path: `units.${column.id}.hardware`, what: 'trays or packing' }]);
  if (ladder === null) return open([{ code: 'missing', path: `units.${column.id}.ladder`, what: 'column stage by stage' }]);
  const facts = solveLinkedLadder(unitInputs, column, before, { isOver });
  if (facts.state !== 'solved') return passOn(facts);
  if (before.model.state !== 'solved') return passOn(before.model);
  return solved({ hardware, ladder: facts.value, model: before.model.value });
}

/** The hardware of a column: sized, rated, told. */
export function solveHardware(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeLadder,
  isOver?: () => boolean,
): Outcome<HardwareFacts> {
  const ready = readyHardware(unitInputs, column, before, isOver);
  if (ready.state !== 'solved') return passOn(ready);
  const { hardware, ladder, model } = ready.value;
  return solved(describeHardware(unitInputs, column, hardware, ladder, model));
}

/** What takes longer: ladder and hardware solved in turn until their pressures agree, of the design as it is and of the other one. */
export function solveDesigns(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeLadder,
  isOver?: () => boolean,
): Outcome<DesignsFacts> {
  const ready = readyHardware(unitInputs, column, before, isOver);
  if (ready.state !== 'solved') return passOn(ready);
  const { hardware, ladder, model } = ready.value;
  const linked = linkedColumn(unitInputs, column, before, isOver);
  const built = (inputs: HardwareInputs) => {
    const agreed = agreedPressure(unitInputs, linked.column, inputs, before, isOver);
    return {
      hardware: describeHardware(unitInputs, column, inputs, ladder, model),
      agreed: agreed.state === 'solved' ? agreed.value : null,
    };
  };
  const own = built(hardware);
  const other = built(turned(hardware));
  return solved({ agreed: own.agreed, designs: [designOf(own.hardware, own.agreed), designOf(other.hardware, other.agreed)] });
}
