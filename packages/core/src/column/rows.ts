/** One equation while it is written: its slopes go where the system keeps them, all times its scale. */
import type { BlockTridiagonal } from '../numerics/index.ts';

export interface EquationRow {
  /** @param stage from 0; unknowns as in `ColumnEquations`: liquid flows, vapour flows, temperature */
  add: (stage: number, unknown: number, slope: number) => void;
  /** @param k place among handles and pipes */
  addBorder: (k: number, slope: number) => void;
  set: (error: number) => void;
}

/** An equation of a stage, in the unknowns of the stage itself, of its neighbours and of the border. */
export class StageRow implements EquationRow {
  private readonly system: BlockTridiagonal;
  private stage = 0;
  private row = 0;
  private scale = 1;

  constructor(system: BlockTridiagonal) {
    this.system = system;
  }

  begin(stage: number, equation: number, scale: number): void {
    this.stage = stage;
    this.row = stage * this.system.size + equation;
    this.scale = scale;
  }

  add(stage: number, unknown: number, slope: number): void {
    const { size, width, rows, left } = this.system;
    if (stage < this.stage) left[this.row * size + unknown] += this.scale * slope;
    else rows[this.row * width + (stage > this.stage ? size : 0) + unknown] += this.scale * slope;
  }

  addBorder(k: number, slope: number): void {
    const { size, width, rows } = this.system;
    rows[this.row * width + 2 * size + k] += this.scale * slope;
  }

  set(error: number): void {
    const { width, rows } = this.system;
    rows[this.row * width + width - 1] = -this.scale * error;
  }
}

/** An equation at the border, in any unknown. */
export class BorderRow implements EquationRow {
  private readonly system: BlockTridiagonal;
  private row = 0;
  private scale = 1;

  constructor(system: BlockTridiagonal) {
    this.system = system;
  }

  begin(row: number, scale: number): void {
    this.row = row;
    this.scale = scale;
  }

  add(stage: number, unknown: number, slope: number): void {
    const { blocks, size, borderRows } = this.system;
    borderRows[this.row * blocks * size + stage * size + unknown] += this.scale * slope;
  }

  addBorder(k: number, slope: number): void {
    const { border, corner } = this.system;
    corner[this.row * (border + 1) + k] += this.scale * slope;
  }

  set(error: number): void {
    const { border, corner } = this.system;
    corner[this.row * (border + 1) + border] = -this.scale * error;
  }
}

/** Where slopes go that nobody asks for. */
export const NOWHERE: EquationRow = { add: () => undefined, addBorder: () => undefined, set: () => undefined };

/** J/mol by which heat is measured against flow. */
export const HEAT_SCALE = 30e3;
