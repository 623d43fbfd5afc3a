/**
 * The linear part of a balance sheet: which equations are new, and which quantities they fix already. Rows are reduced one after the other
 * by Gauss-Jordan elimination with the largest pivot of the row, so that a quantity is fixed when its own row reduces to nothing.
 */
import type { Row } from './cells.ts';

/** The rows that were taken so far, orthogonal to one another: whether another one says anything new. */
export class RowSpace {
  private readonly rows: { c: Float64Array; b: number; pivot: number }[] = [];

  get rank(): number {
    return this.rows.length;
  }

  /** @returns whether the row was new; one that follows from the others, true to them or not, is left out */
  add(row: Row): boolean {
    const { c, b } = this.reduced(row);
    let pivot = 0;
    for (let k = 1; k < c.length; k++) if (Math.abs(c[k]) > Math.abs(c[pivot])) pivot = k;
    if (!(Math.abs(c[pivot]) > NOTHING)) return false;
    const size = c[pivot];
    const fresh = { c: c.map((v) => v / size), b: b / size, pivot };
    for (const old of this.rows) subtract(old, fresh, old.c[pivot]);
    this.rows.push(fresh);
    return true;
  }

  /** The value of Σ cₖ uₖ where the rows fix it; undefined where they do not. */
  valueOf(c: Float64Array): number | undefined {
    const rest = this.reduced({ c, b: 0 });
    return rest.c.every((v) => Math.abs(v) <= NOTHING) ? -rest.b : undefined;
  }

  private reduced({ c, b }: Row): { c: Float64Array; b: number } {
    const rest = { c: Float64Array.from(c), b };
    for (const row of this.rows) subtract(rest, row, rest.c[row.pivot]);
    return rest;
  }
}

function subtract(
  target: { c: Float64Array; b: number },
  row: { c: Float64Array; b: number; pivot: number },
  factor: number,
): void {
  if (factor === 0) return;
  for (let k = 0; k < target.c.length; k++) target.c[k] -= factor * row.c[k];
  target.c[row.pivot] = 0; // to the last digit
  target.b -= factor * row.b;
}

/** Coefficients are of size one; less than this is rounding. */
const NOTHING = 1e-10;
