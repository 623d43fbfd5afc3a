/**
 * Whether there is an x ≥ 0 with A x = b: the first phase of the simplex method on a dense tableau, with Bland's rule, which cannot circle.
 * An artificial variable for each row is driven out; what is left of their sum says how far from possible the rows are together.
 * @param a rows × columns, row-major; rows of size about one give a meaningful tolerance
 * @param b length rows
 * @returns the smallest Σ|A x − b| of all x ≥ 0
 * Source: Chvátal, Linear Programming (1983), ch. 3 and 8; Bland, Math. Oper. Res. 2 (1977) 103.
 */
export function smallestMiss(a: Float64Array, b: Float64Array, rows: number, columns: number): number {
  const width = columns + 1;
  const t = new Float64Array((rows + 1) * width); // constraint rows with b behind, then the row of reduced costs
  const cost = rows * width;
  const basis = new Int32Array(rows);
  for (let i = 0; i < rows; i++) {
    const sign = b[i] < 0 ? -1 : 1;
    for (let j = 0; j < columns; j++) t[i * width + j] = sign * a[i * columns + j];
    t[i * width + columns] = sign * b[i];
    basis[i] = columns + i; // its artificial
    for (let j = 0; j < width; j++) t[cost + j] -= t[i * width + j];
  }
  for (;;) {
    let entering = 0;
    while (entering < columns && !(t[cost + entering] < -REDUCED_COST)) entering++;
    if (entering === columns) return Math.max(0, -t[cost + columns]);
    const leaving = leavingRow(t, basis, entering, rows, width);
    if (leaving < 0) return Math.max(0, -t[cost + columns]); // no row stops it: the sum cannot fall below 0, so this is rounding
    pivotOn(t, leaving, entering, rows, width);
    basis[leaving] = entering;
  }
}

/** The row that first reaches 0; of several, the one with the smallest variable. */
function leavingRow(t: Float64Array, basis: Int32Array, entering: number, rows: number, width: number): number {
  let best = -1;
  let least = Infinity;
  for (let i = 0; i < rows; i++) {
    const pivot = t[i * width + entering];
    if (pivot <= SMALLEST_PIVOT) continue;
    const ratio = t[i * width + width - 1] / pivot;
    if (ratio < least || (ratio === least && basis[i] < basis[best])) {
      least = ratio;
      best = i;
    }
  }
  return best;
}

function pivotOn(t: Float64Array, row: number, column: number, rows: number, width: number): void {
  const pivot = t[row * width + column];
  for (let j = 0; j < width; j++) t[row * width + j] /= pivot;
  for (let i = 0; i <= rows; i++) {
    const factor = t[i * width + column];
    if (i === row || factor === 0) continue;
    for (let j = 0; j < width; j++) t[i * width + j] -= factor * t[row * width + j];
  }
}

const REDUCED_COST = 1e-11;
const SMALLEST_PIVOT = 1e-11;
