/**
 * One equation while it is written. Whoever writes it adds slopes where `at` and `atBorder` say, each times `scale`, and sums up in `sum` what the
 * equation comes to; `end` puts that where the system keeps its right side. By places and fields and not by calls with numbers: V8 boxes every number
 * that goes into a function or comes out of one unless it puts the function's body in place of the call.
 */
import type { BlockTridiagonal } from '../numerics/index.ts';

/** A row of the bordered system: a target or a closing equation. */
export class EquationRow {
  readonly values: Float64Array;
  /** What slopes and the sum are multiplied by. */
  scale = 1;
  sum = 0;
  private readonly size: number;
  private stages = 0;
  private border = 0;
  private right = 0;

  /** @param size unknowns of a stage */
  constructor(values: Float64Array, size: number) {
    this.values = values;
    this.size = size;
  }

  /** @param stages where the unknowns of the first stage would stand  @param border where those of the border do  @param right the right side */
  protected start(stages: number, border: number, right: number): void {
    this.stages = stages;
    this.border = border;
    this.right = right;
    this.sum = 0;
  }

  /** Where the slope in an unknown of a stage goes; stages from 0, unknowns as in `ColumnEquations`: liquid flows, vapour flows, temperature. */
  at(stage: number, unknown: number): number {
    return this.stages + stage * this.size + unknown;
  }

  /** Where the slope in handle or pipe k goes. */
  atBorder(k: number): number {
    return this.border + k;
  }

  end(): void {
    this.values[this.right] = -this.scale * this.sum;
  }
}

/** An equation of a stage, in the unknowns of the stage itself, of its neighbours and of the border. */
export class StageRow extends EquationRow {
  private readonly system: BlockTridiagonal;

  constructor(system: BlockTridiagonal) {
    super(system.rows, system.size);
    this.system = system;
  }

  begin(stage: number, equation: number): void {
    const { size, width } = this.system;
    const first = (stage * size + equation) * width;
    this.start(first + (1 - stage) * size, first + 3 * size, first + width - 1);
  }
}

/** An equation at the border, in any unknown. */
export class BorderRow extends EquationRow {
  private readonly system: BlockTridiagonal;

  constructor(system: BlockTridiagonal, values = system.borderRows) {
    super(values, system.size);
    this.system = system;
  }

  begin(row: number): void {
    const { blocks, size, borderWidth } = this.system;
    const first = row * borderWidth;
    this.start(first, first + blocks * size, first + borderWidth - 1);
  }
}

/** An equation that stands in no system, for its sum alone. */
export const spareRow = (system: BlockTridiagonal): BorderRow => new BorderRow(system, new Float64Array(system.borderWidth));

/** J/mol by which heat is measured against flow. */
export const HEAT_SCALE = 30e3;
