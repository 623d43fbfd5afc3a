/**
 * A block-tridiagonal system with a border: N blocks of m unknowns, each coupled to its neighbours, and k unknowns and equations that touch any of them.
 * Eliminated block by block from the first to the last (Gauss with row pivoting inside a block), the border by its Schur complement.
 * Source: Golub & Van Loan, Matrix Computations, 4th ed. (2013), § 4.5; the border: Keller, in Applications of Bifurcation Theory (1977) 359.
 */
export class BlockTridiagonal {
  readonly blocks: number;
  readonly size: number;
  readonly border: number;
  /** Length of a row of `rows`: diagonal block, block to the right, border, right side. */
  readonly width: number;
  /** [(block · size + row) · width + column]: the diagonal block's columns first, then the next block's, the border's, and the right side. */
  readonly rows: Float64Array;
  /** [(block · size + row) · size + column]: the block to the left. */
  readonly left: Float64Array;
  /** [equation · (blocks · size) + unknown], the border's equations; overwritten by `solve`. */
  readonly borderRows: Float64Array;
  /** [equation · (border + 1) + handle], with the right side last. */
  readonly corner: Float64Array;
  /** [equation · border + handle]: what the border's equations depend on its unknowns by, all stages followed; of the last `solve`. */
  readonly schur: Float64Array;
  /** The solution: blocks in order, then the border. */
  readonly solution: Float64Array;

  constructor(blocks: number, size: number, border: number) {
    this.blocks = blocks;
    this.size = size;
    this.border = border;
    this.width = 2 * size + border + 1;
    this.rows = new Float64Array(blocks * size * this.width);
    this.left = new Float64Array(blocks * size * size);
    this.borderRows = new Float64Array(border * blocks * size);
    this.corner = new Float64Array(border * (border + 1));
    this.schur = new Float64Array(border * border);
    this.solution = new Float64Array(blocks * size + border);
  }

  clear(): void {
    this.rows.fill(0);
    this.left.fill(0);
    this.borderRows.fill(0);
    this.corner.fill(0);
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
    const { size, width, rows, left } = this;
    for (let r = 0; r < size; r++) {
      const row = (j * size + r) * width;
      for (let q = 0; q < size; q++) {
        const factor = left[(j * size + r) * size + q];
        if (factor === 0) continue;
        const above = ((j - 1) * size + q) * width;
        for (let c = 0; c < size; c++) rows[row + c] -= factor * rows[above + size + c];
        for (let c = 2 * size; c < width; c++) rows[row + c] -= factor * rows[above + c];
      }
    }
  }

  /** Gauss-Jordan on block j: its diagonal block becomes the identity. */
  private reduce(j: number): boolean {
    const { size, width, rows } = this;
    const base = j * size * width;
    for (let k = 0; k < size; k++) {
      let pivot = k;
      for (let r = k + 1; r < size; r++)
        if (Math.abs(rows[base + r * width + k]) > Math.abs(rows[base + pivot * width + k])) pivot = r;
      const value = rows[base + pivot * width + k];
      if (!(Math.abs(value) > 0)) return false;
      if (pivot !== k) this.exchange(base + k * width, base + pivot * width, k);
      const row = base + k * width;
      for (let c = k; c < width; c++) rows[row + c] /= value;
      for (let r = 0; r < size; r++) {
        if (r === k) continue;
        const other = base + r * width;
        const factor = rows[other + k];
        if (factor === 0) continue;
        for (let c = k; c < width; c++) rows[other + c] -= factor * rows[row + c];
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
          const factor = rows[row + size + q];
          if (factor === 0) continue;
          const below = ((j + 1) * size + q) * width;
          for (let c = 2 * size; c < width; c++) rows[row + c] -= factor * rows[below + c];
        }
      }
    }
  }

  private solveBorder(): boolean {
    const { blocks, size, border, width, rows, borderRows, corner, solution } = this;
    const unknowns = blocks * size;
    for (let e = 0; e < border; e++)
      for (let u = 0; u < unknowns; u++) {
        const factor = borderRows[e * unknowns + u];
        if (factor === 0) continue;
        for (let c = 0; c <= border; c++) corner[e * (border + 1) + c] -= factor * rows[u * width + 2 * size + c];
      }
    for (let e = 0; e < border; e++) for (let c = 0; c < border; c++) this.schur[e * border + c] = corner[e * (border + 1) + c];
    if (!this.solveCorner()) return false;
    for (let u = 0; u < unknowns; u++) {
      let value = rows[u * width + width - 1];
      for (let c = 0; c < border; c++) value -= rows[u * width + 2 * size + c] * solution[unknowns + c];
      solution[u] = value;
    }
    return true;
  }

  private solveCorner(): boolean {
    const { blocks, size, border, corner, solution } = this;
    const w = border + 1;
    for (let k = 0; k < border; k++) {
      let pivot = k;
      for (let r = k + 1; r < border; r++) if (Math.abs(corner[r * w + k]) > Math.abs(corner[pivot * w + k])) pivot = r;
      if (!(Math.abs(corner[pivot * w + k]) > 0)) return false;
      for (let c = k; c < w; c++) {
        const kept = corner[k * w + c];
        corner[k * w + c] = corner[pivot * w + c];
        corner[pivot * w + c] = kept;
      }
      for (let r = 0; r < border; r++) {
        if (r === k) continue;
        const factor = corner[r * w + k] / corner[k * w + k];
        for (let c = k; c < w; c++) corner[r * w + c] -= factor * corner[k * w + c];
      }
    }
    for (let k = 0; k < border; k++) solution[blocks * size + k] = corner[k * w + border] / corner[k * w + k];
    return true;
  }
}
