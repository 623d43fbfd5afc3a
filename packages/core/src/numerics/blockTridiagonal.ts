/**
 * A block-tridiagonal system with a border: N blocks of m unknowns, each coupled to its neighbours, and k unknowns and equations that touch any of them.
 * Eliminated block by block from the first to the last (Gauss with row pivoting inside a block), the border by its Schur complement.
 * Source: Golub & Van Loan, Matrix Computations, 4th ed. (2013), § 4.5; the border: Keller, in Applications of Bifurcation Theory (1977) 359.
 */
export class BlockTridiagonal {
  readonly blocks: number;
  readonly size: number;
  readonly border: number;
  /** Length of a row of `rows`: the block to the left, the diagonal block, the block to the right, border, right side. */
  readonly width: number;
  /** [(block · size + row) · width + column]. */
  readonly rows: Float64Array;
  /** Length of a row of `borderRows`: unknowns of all blocks, those of the border, right side. */
  readonly borderWidth: number;
  /** [equation · borderWidth + unknown], the border's equations; overwritten by `solve`. */
  readonly borderRows: Float64Array;
  /** [equation · border + unknown]: what the border's equations depend on its unknowns by, all blocks followed; of the last `solve`. */
  readonly schur: Float64Array;
  /** The solution: blocks in order, then the border. */
  readonly solution: Float64Array;

  constructor(blocks: number, size: number, border: number) {
    this.blocks = blocks;
    this.size = size;
    this.border = border;
    this.width = 3 * size + border + 1;
    this.rows = new Float64Array(blocks * size * this.width);
    this.borderWidth = blocks * size + border + 1;
    this.borderRows = new Float64Array(border * this.borderWidth);
    this.schur = new Float64Array(border * border);
    this.solution = new Float64Array(blocks * size + border);
  }

  clear(): void {
    this.rows.fill(0);
    this.borderRows.fill(0);
  }

  /** The right sides alone. */
  clearRight(): void {
    for (let last = this.width - 1; last < this.rows.length; last += this.width) this.rows[last] = 0;
    for (let last = this.borderWidth - 1; last < this.borderRows.length; last += this.borderWidth) this.borderRows[last] = 0;
  }

  /** Solves into `solution`, allocating nothing; false when the matrix is singular to working precision. */
  solve(): boolean {
    for (let j = 0; j < this.blocks; j++) {
      if (j > 0) this.takeLeft(j);
      if (!this.reduce(j)) return false;
    }
    this.substituteBack();
    return this.solveBorder();
  }

  /** Takes the reduced block above, times the block to the left, from block j. */
  private takeLeft(j: number): void {
    const { size, width, rows } = this;
    for (let r = 0; r < size; r++) {
      const row = (j * size + r) * width;
      for (let q = 0; q < size; q++) {
        const factor = rows[row + q];
        if (factor === 0) continue;
        const above = ((j - 1) * size + q) * width;
        for (let c = size; c < 2 * size; c++) rows[row + c] -= factor * rows[above + size + c];
        for (let c = 3 * size; c < width; c++) rows[row + c] -= factor * rows[above + c];
      }
    }
  }

  /** Gauss-Jordan on block j: its diagonal block becomes the identity. */
  private reduce(j: number): boolean {
    const { size, width, rows } = this;
    const base = j * size * width;
    for (let k = 0; k < size; k++) {
      const column = size + k;
      let pivot = k;
      for (let r = k + 1; r < size; r++)
        if (Math.abs(rows[base + r * width + column]) > Math.abs(rows[base + pivot * width + column])) pivot = r;
      const value = rows[base + pivot * width + column];
      if (!(Math.abs(value) > 0)) return false;
      if (pivot !== k) this.exchange(base + k * width, base + pivot * width, column);
      const row = base + k * width;
      for (let c = column; c < width; c++) rows[row + c] /= value;
      for (let r = 0; r < size; r++) {
        if (r === k) continue;
        const other = base + r * width;
        const factor = rows[other + column];
        if (factor === 0) continue;
        for (let c = column; c < width; c++) rows[other + c] -= factor * rows[row + c];
      }
    }
    return true;
  }

  private exchange(a: number, b: number, from: number): void {
    const { width, rows } = this;
    for (let c = from; c < width; c++) {
      const kept = rows[a + c];
      rows[a + c] = rows[b + c];
      rows[b + c] = kept;
    }
  }

  /** Makes the right side and the border's columns the solutions for each of them. */
  private substituteBack(): void {
    const { blocks, size, width, rows } = this;
    for (let j = blocks - 2; j >= 0; j--) {
      for (let r = 0; r < size; r++) {
        const row = (j * size + r) * width;
        for (let q = 0; q < size; q++) {
          const factor = rows[row + 2 * size + q];
          if (factor === 0) continue;
          const below = ((j + 1) * size + q) * width;
          for (let c = 3 * size; c < width; c++) rows[row + c] -= factor * rows[below + c];
        }
      }
    }
  }

  private solveBorder(): boolean {
    const { blocks, size, border, width, rows, borderWidth, borderRows, schur, solution } = this;
    const unknowns = blocks * size;
    for (let e = 0; e < border; e++) {
      const row = e * borderWidth;
      for (let u = 0; u < unknowns; u++) {
        const factor = borderRows[row + u];
        if (factor === 0) continue;
        for (let c = 0; c <= border; c++) borderRows[row + unknowns + c] -= factor * rows[u * width + 3 * size + c];
      }
      for (let c = 0; c < border; c++) schur[e * border + c] = borderRows[row + unknowns + c];
    }
    if (!this.solveCorner()) return false;
    for (let u = 0; u < unknowns; u++) {
      let value = rows[u * width + width - 1];
      for (let c = 0; c < border; c++) value -= rows[u * width + 3 * size + c] * solution[unknowns + c];
      solution[u] = value;
    }
    return true;
  }

  /** Gauss-Jordan on what the border's equations have left of its own unknowns. */
  private solveCorner(): boolean {
    const { blocks, size, border, borderWidth: w, borderRows, solution } = this;
    const first = blocks * size;
    for (let k = 0; k < border; k++) {
      const column = first + k;
      let pivot = k;
      for (let r = k + 1; r < border; r++)
        if (Math.abs(borderRows[r * w + column]) > Math.abs(borderRows[pivot * w + column])) pivot = r;
      if (!(Math.abs(borderRows[pivot * w + column]) > 0)) return false;
      for (let c = column; c < w; c++) {
        const kept = borderRows[k * w + c];
        borderRows[k * w + c] = borderRows[pivot * w + c];
        borderRows[pivot * w + c] = kept;
      }
      for (let r = 0; r < border; r++) {
        if (r === k) continue;
        const factor = borderRows[r * w + column] / borderRows[k * w + column];
        for (let c = column; c < w; c++) borderRows[r * w + c] -= factor * borderRows[k * w + c];
      }
    }
    for (let k = 0; k < border; k++) solution[first + k] = borderRows[k * w + w - 1] / borderRows[k * w + first + k];
    return true;
  }
}
