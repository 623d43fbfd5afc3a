/** The unknowns of a column, kept to come back to or to go on from. */
import type { ColumnEquations } from './equations.ts';

/** A point of the search that can be gone back to. */
export class Snapshot {
  private readonly column: ColumnEquations;
  private readonly kept: Float64Array[];

  constructor(column: ColumnEquations) {
    this.column = column;
    this.kept = unknownsOf(column).map((values) => values.slice());
  }

  keep(): void {
    unknownsOf(this.column).forEach((values, k) => this.kept[k].set(values));
  }

  restore(): void {
    unknownsOf(this.column).forEach((values, k) => values.set(this.kept[k]));
  }

  /** Moves the column, which holds this point, on along the line from an earlier one: so many times that way again. Flows stay above a tenth. */
  goOnFrom(earlier: Snapshot, times: number): void {
    const { T, piped } = this.column;
    unknownsOf(this.column).forEach((values, k) => {
      const isFree = values === T || values === piped || values === this.column.handleValues;
      for (let u = 0; u < values.length; u++) {
        const next = this.kept[k][u] + times * (this.kept[k][u] - earlier.kept[k][u]);
        values[u] = isFree ? next : Math.max(next, KEPT * this.kept[k][u]);
      }
    });
  }
}

const unknownsOf = ({ T, liquid, vapour, handleValues, piped }: ColumnEquations): Float64Array[] => [
  T,
  liquid,
  vapour,
  handleValues,
  piped,
];

const KEPT = 0.1;
