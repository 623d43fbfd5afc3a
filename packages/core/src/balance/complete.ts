/**
 * The rest of a balance sheet, where purities and recoveries of a few components say what is meant and the others must go somewhere. At total
 * reflux any two products of one column divide all components along one straight line (Fenske, Ind. Eng. Chem. 24 (1932) 482):
 *   rᵢₚ = ln(nᵢₚ/bᵢ) = Aₚ + Nₚ ln αᵢ,
 * b the bottoms, Nₚ the stages between them. So two numbers for each product above the bottoms fix everything; where more are given, the
 * components keep as near to a line as the numbers let them:
 *   minimise ½ Σₚ Σᵢ (rᵢₚ − Aₚ − Nₚ ln αᵢ)²  with every fixed cell met.
 * Solved by Newton's method on its Lagrange conditions, the constraints written as logits of shares, which are nearly straight in r; begun
 * from the best of a grid of cuts and numbers of stages.
 */
import { factorDense, solveDense } from '../numerics/index.ts';
import type { FixedCell, SheetFeed } from './cells.ts';

/** The sheet as far as it is determined. */
export interface Completion {
  /** Shares u[i * products + p] of the feed. */
  shares: Float64Array;
  /** Stages at total reflux between the first product and the bottoms; negative when the lighter components are sent down. */
  stages: number;
  /** Largest distance of a component from its line, in ln(n/b). */
  bend: number;
}

/**
 * @param lnAlpha volatilities, length n, any reference
 * @returns undefined when no split with something of everything everywhere meets the cells
 */
export function completed(feed: SheetFeed, cells: readonly FixedCell[], lnAlpha: Float64Array): Completion | undefined {
  const work = new Work(feed, cells, lnAlpha);
  const mayBeStraight = cells.length === 2 * (feed.products - 1);
  let best: Completion | undefined;
  let found = 0;
  for (const start of work.starts()) {
    work.r.set(start);
    if (!work.solve()) continue;
    const completion = work.completion();
    if (best === undefined || completion.bend < best.bend) best = completion;
    found++;
    if (best.bend < STRAIGHT || !mayBeStraight || found === ENOUGH) return best;
  }
  return best;
}

/**
 * How many of the 2 (products − 1) numbers of the lines these cells fix, looked at where no share is near 0 or 1: the rank of the cells' slopes
 * along the lines.
 */
export function linesFixed(feed: SheetFeed, cells: readonly FixedCell[], lnAlpha: Float64Array): number {
  return new Work(feed, cells, lnAlpha).rankOnLines();
}

class Work {
  /** Unknowns rᵢₚ of the products above the bottoms, [p * n + i]. */
  readonly r: Float64Array;
  private readonly n: number;
  private readonly above: number;
  private readonly shares: Float64Array;
  private readonly g: Float64Array;
  private readonly J: Float64Array;
  /** I less the projection on straight lines in ln α, n × n: what is left of r is its bend. */
  private readonly bendOf: Float64Array;

  private readonly feed: SheetFeed;
  private readonly cells: readonly FixedCell[];
  private readonly lnAlpha: Float64Array;

  constructor(feed: SheetFeed, cells: readonly FixedCell[], lnAlpha: Float64Array) {
    this.feed = feed;
    this.cells = cells;
    this.lnAlpha = lnAlpha;
    this.n = feed.flows.length;
    this.above = feed.products - 1;
    this.r = new Float64Array(this.n * this.above);
    this.shares = new Float64Array(this.n * feed.products);
    this.g = new Float64Array(cells.length);
    this.J = new Float64Array(cells.length * this.r.length);
    this.bendOf = bendMatrix(lnAlpha);
  }

  /** The most promising points of a grid, best first: cuts between neighbours in volatility, few or many stages. */
  starts(): Float64Array[] {
    const sorted = Float64Array.from(this.lnAlpha).sort();
    const cuts = [sorted[0] - 0.3, ...Array.from(sorted.subarray(1), (a, k) => (a + sorted[k]) / 2), sorted[this.n - 1] + 0.3];
    const found: { r: Float64Array; error: number }[] = [];
    for (const top of cuts) {
      for (const next of this.above > 1 ? cuts : [top]) {
        for (const stages of GRID) {
          this.r.set(this.onLines(top, next, stages));
          found.push({ r: Float64Array.from(this.r), error: this.evaluate() });
        }
      }
    }
    return found
      .sort((a, b) => a.error - b.error)
      .slice(0, STARTS)
      .map(({ r }) => r);
  }

  /** The first product cut at ln α = top with so many stages, side draws at `next` with ever fewer. */
  private onLines(top: number, next: number, stages: number): Float64Array {
    const { n, above, lnAlpha } = this;
    const r = new Float64Array(n * above);
    for (let p = 0; p < above; p++) {
      const cut = top + ((next - top) * p) / Math.max(1, above - 1);
      const slope = (stages * (above - p)) / above;
      for (let i = 0; i < n; i++) r[p * n + i] = slope * (lnAlpha[i] - cut);
    }
    return r;
  }

  solve(): boolean {
    const { r, g } = this;
    const size = r.length + g.length;
    const a = new Float64Array(size * size);
    const step = new Float64Array(size);
    const pivot = new Int32Array(size);
    let error = this.evaluate();
    let damping = LEAST_DAMPING;
    for (let iteration = 0; iteration < MOST_STEPS; iteration++) {
      const first = iteration < LAST_STEPS ? Math.max(LEAST_DAMPING, damping / 100) : MOST_DAMPING;
      damping = this.dampedStep(a, step, pivot, first);
      const length = this.lengthOf(step);
      if (!Number.isFinite(length)) return false;
      if (error < MET && (length < STILL || iteration > LAST_STEPS)) return true;
      error = this.move(step, Math.min(1, LONGEST / length), error);
      if (!Number.isFinite(error)) return false;
    }
    return false;
  }

  /**
   * The step, damped until it is short enough: where keeping to the lines would need a leap it may leave them for a while. Left in `step`; not
   * finite where there is none. @returns the damping it took
   */
  private dampedStep(a: Float64Array, step: Float64Array, pivot: Int32Array, first: number): number {
    for (let damping = first; ; damping *= 10) {
      this.fillConditions(a, step, damping, step.length);
      if (factorDense(a, pivot, step.length)) solveDense(a, pivot, step, step.length);
      else step.fill(Infinity);
      if (!(this.lengthOf(step) > LONGEST) || damping >= MOST_DAMPING) return damping;
    }
  }

  /** Largest change of r, one that moves next to nothing counted less. */
  private lengthOf(step: Float64Array): number {
    let longest = 0;
    for (let k = 0; k < this.r.length; k++) longest = Math.max(longest, Math.abs(step[k]) * this.weightOf(k));
    return longest;
  }

  private weightOf(k: number): number {
    const { n, above, shares } = this;
    const u = shares[(k % n) * (above + 1) + Math.floor(k / n)];
    return Math.min(1, LEAST_WEIGHT + WEIGHT_OF_SHARE * u * (1 - u));
  }

  /** Matrix and right side of the Lagrange conditions for a step δ:  (Q + d) δ + Jᵀλ = −Q r,  J δ = −g. */
  private fillConditions(a: Float64Array, right: Float64Array, damping: number, size: number): void {
    const { r, g, J, n, above, bendOf } = this;
    const unknowns = r.length;
    a.fill(0);
    right.fill(0);
    for (let p = 0; p < above; p++)
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++) {
          a[(p * n + i) * size + p * n + j] = bendOf[i * n + j] + (i === j ? damping * this.weightOf(p * n + i) ** 2 : 0);
          right[p * n + i] -= bendOf[i * n + j] * r[p * n + j];
        }
    for (let c = 0; c < g.length; c++) {
      right[unknowns + c] = -g[c];
      for (let k = 0; k < unknowns; k++) {
        a[(unknowns + c) * size + k] = J[c * unknowns + k];
        a[k * size + unknowns + c] = J[c * unknowns + k];
      }
    }
  }

  /** Along the step, halved while the cells are missed by more than before. */
  private move(step: Float64Array, first: number, error: number): number {
    const { r } = this;
    const before = Float64Array.from(r);
    let length = first;
    for (;;) {
      for (let k = 0; k < r.length; k++) r[k] = before[k] + length * step[k];
      const now = this.evaluate();
      if (now <= error || now < NEARLY || length < first / 64) return now;
      length /= 2;
    }
  }

  rankOnLines(): number {
    const { n, above, lnAlpha, cells, J, r } = this;
    const middle = lnAlpha.reduce((sum, a) => sum + a, 0) / n;
    for (let p = 0; p < above; p++) for (let i = 0; i < n; i++) r[p * n + i] = (lnAlpha[i] - middle) / (p + 2) + 0.1 * p;
    this.evaluate();
    const vectors = cells.map((_, c) =>
      Float64Array.from({ length: 2 * above }, (_, k) => {
        const p = Math.floor(k / 2);
        return sumOver(n, (i) => J[c * n * above + p * n + i] * (k % 2 === 0 ? 1 : lnAlpha[i] - middle));
      }),
    );
    return rankOf(vectors);
  }

  completion(): Completion {
    const { n, above, r, bendOf, lnAlpha } = this;
    let bend = 0;
    for (let p = 0; p < above; p++)
      for (let i = 0; i < n; i++) {
        let left = 0;
        for (let j = 0; j < n; j++) left += bendOf[i * n + j] * r[p * n + j];
        bend = Math.max(bend, Math.abs(left));
      }
    return { shares: Float64Array.from(this.shares), stages: slopeOf(lnAlpha, r), bend };
  }

  /** Shares, constraints and their slopes at r. @returns the largest |g| */
  private evaluate(): number {
    const { n, above, r, shares, cells, g } = this;
    const products = above + 1;
    for (let i = 0; i < n; i++) {
      let most = 0;
      for (let p = 0; p < above; p++) most = Math.max(most, r[p * n + i]);
      let sum = Math.exp(-most);
      for (let p = 0; p < above; p++) sum += Math.exp(r[p * n + i] - most);
      for (let p = 0; p < products; p++) shares[i * products + p] = Math.exp((p < above ? r[p * n + i] : 0) - most) / sum;
    }
    this.J.fill(0);
    let worst = 0;
    for (let c = 0; c < cells.length; c++) {
      g[c] = this.constraint(cells[c], c);
      worst = Math.max(worst, Math.abs(g[c]));
    }
    return worst;
  }

  /** logit(share) − logit(wanted) of a cell, ln(ratio) − ln(wanted) of a ratio; its slopes go into row `c` of J. */
  private constraint(cell: FixedCell, c: number): number {
    const { feed, shares } = this;
    const { flows, molarMass, products } = feed;
    const { component, product, value, kind } = cell;
    const isMass = kind.startsWith('mass');
    const weight = (i: number): number => flows[i] * (isMass ? molarMass[i] : 1);
    const inProduct = (p: number): number => sumOver(flows.length, (i) => weight(i) * shares[i * products + p]);
    if (kind === 'ratio') {
      const [over, under] = [inProduct(product), inProduct(cell.over ?? product)];
      for (let i = 0; i < flows.length; i++) {
        this.addSlope(c, i, product, weight(i) / over);
        this.addSlope(c, i, cell.over ?? product, -weight(i) / under);
      }
      return Math.log(over / under) - Math.log(value);
    }
    const isFraction = kind === 'fraction' || kind === 'mass-fraction';
    const counted = (i: number): boolean => component === undefined || i === component;
    const part = sumOver(flows.length, (i) => (counted(i) ? weight(i) * shares[i * products + product] : 0));
    const whole = isFraction ? inProduct(product) : sumOver(flows.length, (i) => (counted(i) ? weight(i) : 0));
    // The complement is summed, not subtracted: near a share of one it would keep no figures.
    const rest = isFraction
      ? sumOver(flows.length, (i) => (counted(i) ? 0 : weight(i) * shares[i * products + product]))
      : sumOver(flows.length, (i) => (counted(i) ? weight(i) * elsewhere(shares, i, product, products) : 0));
    for (let i = 0; i < flows.length; i++) {
      if (counted(i)) this.addSlope(c, i, product, weight(i) / part);
      if (isFraction && !counted(i)) this.addSlope(c, i, product, -weight(i) / rest);
      if (!isFraction && counted(i)) this.addSlope(c, i, product, weight(i) / rest);
    }
    const wanted = kind === 'flow' || kind === 'mass-flow' ? value / whole : value;
    return Math.log(part / rest) - Math.log(wanted / (1 - wanted));
  }

  /** Adds `slope` times ∂u[i, p]/∂r to row c:  ∂uᵢₚ/∂rᵢₖ = uᵢₚ (δₚₖ − uᵢₖ). */
  private addSlope(c: number, i: number, p: number, slope: number): void {
    const { n, above, shares, J } = this;
    const products = above + 1;
    const own = slope * shares[i * products + p];
    for (let k = 0; k < above; k++) J[c * n * above + k * n + i] += own * ((p === k ? 1 : 0) - shares[i * products + k]);
  }
}

/** By Gram and Schmidt, each vector counted by what is left of it. */
function rankOf(vectors: Float64Array[]): number {
  const base: Float64Array[] = [];
  for (const vector of vectors) {
    const size = Math.hypot(...vector);
    const rest = Float64Array.from(vector);
    for (const b of base) {
      const along = sumOver(b.length, (k) => b[k] * rest[k]);
      for (let k = 0; k < b.length; k++) rest[k] -= along * b[k];
    }
    const left = Math.hypot(...rest);
    if (left > INDEPENDENT * size && left > 0) base.push(rest.map((v) => v / left));
  }
  return base.length;
}

function elsewhere(shares: Float64Array, i: number, product: number, products: number): number {
  return sumOver(products, (p) => (p === product ? 0 : shares[i * products + p]));
}

function sumOver(count: number, term: (k: number) => number): number {
  let sum = 0;
  for (let k = 0; k < count; k++) sum += term(k);
  return sum;
}

/** I − H, H the projection on the space of A + N ln α. With all volatilities equal there is no N. */
function bendMatrix(lnAlpha: Float64Array): Float64Array {
  const n = lnAlpha.length;
  const mean = lnAlpha.reduce((sum, a) => sum + a, 0) / n;
  const spread = lnAlpha.reduce((sum, a) => sum + (a - mean) ** 2, 0);
  return Float64Array.from({ length: n * n }, (_, k) => {
    const [i, j] = [Math.floor(k / n), k % n];
    const along = spread > 0 ? ((lnAlpha[i] - mean) * (lnAlpha[j] - mean)) / spread : 0;
    return (i === j ? 1 : 0) - 1 / n - along;
  });
}

function slopeOf(lnAlpha: Float64Array, r: Float64Array): number {
  const n = lnAlpha.length;
  const mean = lnAlpha.reduce((sum, a) => sum + a, 0) / n;
  const spread = lnAlpha.reduce((sum, a) => sum + (a - mean) ** 2, 0);
  return spread > 0 ? sumOver(n, (i) => (lnAlpha[i] - mean) * r[i]) / spread : 0;
}

/** Part of a vector that must be left for it to be counted. */
const INDEPENDENT = 1e-7;
/** Stages at total reflux that are tried first. */
const GRID = [3, 8, 20, 60];
/** So many of the grid's points are followed. */
const STARTS = 24;
/** A bend that is none, and so many bent answers after which the straightest of them is taken. */
const STRAIGHT = 1e-6;
const ENOUGH = 6;
const MOST_STEPS = 80;
/** After so many the bend may be what it is. */
const LAST_STEPS = 50;
const LEAST_WEIGHT = 0.03;
const WEIGHT_OF_SHARE = 100;
/** Longest step in r: e⁴ is fifty times in d/b. */
const LONGEST = 4;
/** Makes the Lagrange matrix regular where a line is left open. */
const LEAST_DAMPING = 1e-9;
/** Far above the bends' own weight of one: only the cells and the length of the step then count. */
const MOST_DAMPING = 1e3;
/** Largest error of a logit, and largest step, at the end. */
const MET = 1e-9;
const STILL = 1e-7;
/** Errors this small may grow by rounding. */
const NEARLY = 1e-8;
