/**
 * LU factors with row pivoting of a small dense matrix, in place (Golub & Van Loan, Matrix Computations, 4th ed. (2013), alg. 3.4.1).
 * @param a     n × n, row-major; out: L below the diagonal (ones on it left out), U on and above
 * @param pivot out: row exchanged with row k at step k, length n
 * @returns false when the matrix is singular to working precision; a is then half-factored
 */
export function factorDense(a: Float64Array, pivot: Int32Array, n: number): boolean {
  for (let k = 0; k < n; k++) {
    let row = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]) > Math.abs(a[row * n + k])) row = i;
    pivot[k] = row;
    if (!(Math.abs(a[row * n + k]) > 0)) return false;
    if (row !== k) swapRows(a, k, row, n);
    for (let i = k + 1; i < n; i++) {
      const factor = a[i * n + k] / a[k * n + k];
      a[i * n + k] = factor;
      for (let j = k + 1; j < n; j++) a[i * n + j] -= factor * a[k * n + j];
    }
  }
  return true;
}

/** Solves A x = b in place of b, with the factors and pivots of `factorDense`. */
export function solveDense(a: Float64Array, pivot: Int32Array, b: Float64Array, n: number): void {
  for (let k = 0; k < n; k++) {
    const row = pivot[k];
    const value = b[row];
    b[row] = b[k];
    b[k] = value;
    for (let i = k + 1; i < n; i++) b[i] -= a[i * n + k] * value;
  }
  for (let k = n - 1; k >= 0; k--) {
    let sum = b[k];
    for (let j = k + 1; j < n; j++) sum -= a[k * n + j] * b[j];
    b[k] = sum / a[k * n + k];
  }
}

/** From column i on: the multipliers before it stay where they were made, as `solveDense` takes exchanges and multipliers in turn. */
function swapRows(a: Float64Array, i: number, k: number, n: number): void {
  for (let j = i; j < n; j++) {
    const value = a[i * n + j];
    a[i * n + j] = a[k * n + j];
    a[k * n + j] = value;
  }
}

/**
 * Cholesky factor of a symmetric matrix, in place of its lower triangle (Golub & Van Loan, 4th ed. (2013), alg. 4.2.1).
 * @param a n × n, row-major; the upper triangle is not read
 * @returns false when the matrix is not positive definite; a is then half-factored
 */
export function factorCholesky(a: Float64Array, n: number): boolean {
  for (let j = 0; j < n; j++) {
    let pivot = a[j * n + j];
    for (let k = 0; k < j; k++) pivot -= a[j * n + k] * a[j * n + k];
    if (!(pivot > 0)) return false;
    const root = Math.sqrt(pivot);
    a[j * n + j] = root;
    for (let i = j + 1; i < n; i++) {
      let sum = a[i * n + j];
      for (let k = 0; k < j; k++) sum -= a[i * n + k] * a[j * n + k];
      a[i * n + j] = sum / root;
    }
  }
  return true;
}

/** Solves A x = b in place of b, with the factor of `factorCholesky`. */
export function solveCholesky(a: Float64Array, b: Float64Array, n: number): void {
  for (let i = 0; i < n; i++) {
    let sum = b[i];
    for (let k = 0; k < i; k++) sum -= a[i * n + k] * b[k];
    b[i] = sum / a[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i];
    for (let k = i + 1; k < n; k++) sum -= a[k * n + i] * b[k];
    b[i] = sum / a[i * n + i];
  }
}
