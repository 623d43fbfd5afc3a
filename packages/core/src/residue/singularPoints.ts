/**
 * All azeotropes of a mixture with its pure components: where a residue curve, dz/dξ = z − y, stands still, and what kind of point each is. On every face of
 * the composition simplex, pairs by a search along their edge, more components by Newton's method on ln Kᵢ = 0 from a lattice of beginnings, and where
 * two liquids boil together by substitution of the vapour for the liquid, which ends where they boil lowest. What was found is counted: the indices of all
 * points together must make those of a sphere.
 * Sources: Doherty & Malone, Conceptual Design of Distillation Systems (2001), ch. 5; the count: Zharov & Serafimov, Physico-chemical Foundations of
 * Distillation (1975); the stability of liquids: Michelsen, Fluid Phase Equil. 9 (1982) 1.
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { binaryAzeotropes, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import { factorDense, rescued, solved, solveDense } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { Boiling } from './boiling.ts';

/** A pure component or an azeotrope, with how residue curves pass it. */
export interface SingularPoint {
  /** Components that it holds, by their places; one: a pure component. */
  components: number[];
  /** mol/mol of all components. */
  x: Float64Array;
  T: number; // K
  /** Where residue curves begin (boiling lowest of its region), end, or pass by. */
  kind: 'unstable node' | 'stable node' | 'saddle';
  /** Both liquids that boil together, where the azeotrope is heterogeneous. */
  liquids: [Float64Array, Float64Array] | null;
}

/** All of a mixture, with whether their numbers fit together. */
export interface SingularPoints {
  points: SingularPoint[];
  /** Whether the indices of all points make those of a sphere: where they do not, a point is missing or one too many. */
  isComplete: boolean;
  /** Whether some azeotrope is of two liquids. */
  parts: boolean;
}

/**
 * @param modelOf the model of some of the components, by their places in rising order; it may interrupt
 * @param n       components, 2 to some 6
 * @param P       Pa
 * @returns solved, pure components first, then by the number of components; or out-of-reach with the reason for which a bubble point has no answer
 */
export function singularPoints(modelOf: (places: number[]) => ThermoModel, n: number, P: number): Outcome<SingularPoints> {
  const all = Array.from({ length: n }, (_, i) => i);
  return rescued(() => {
    const whole = modelOf(all);
    const found: Found[] = all.map((i) => pure(whole, i, P));
    for (const places of subsets(n)) {
      if (places.length === 2) found.push(...pairPoints(modelOf(places), places, n, P));
      else if (places.length > 2) found.push(...facePoints(modelOf(places), places, n, P, found));
    }
    const parts = found.some(({ liquids }) => liquids !== null);
    const points = found.map((point) => ({ ...point, kind: kindOf(whole, point, P, parts) }));
    return solved({
      points: points.map(({ kind: { kind }, ...point }) => ({ ...point, kind })),
      isComplete: isSphere(points, n),
      parts,
    });
  });
}

type Found = Omit<SingularPoint, 'kind'>;

function pure(model: ThermoModel, i: number, P: number): Found {
  const x = new Float64Array(model.n);
  x[i] = 1;
  return { components: [i], x, T: new Boiling(model, P, false).atOneLiquid(x), liquids: null };
}

/** Places of two and more components, fewer first. */
function subsets(n: number): number[][] {
  const every = Array.from({ length: 2 ** n }, (_, bits) => Array.from({ length: n }, (_, i) => i).filter((i) => (bits >> i) & 1));
  return every.filter(({ length }) => length > 1).sort((a, b) => a.length - b.length);
}

function spread(x: ArrayLike<number>, places: readonly number[], n: number): Float64Array {
  const whole = new Float64Array(n);
  places.forEach((place, k) => (whole[place] = x[k]));
  return whole;
}

function pairPoints(model: ThermoModel, places: number[], n: number, P: number): Found[] {
  const outcome = binaryAzeotropes(model, P);
  if (outcome.state !== 'solved') return [];
  return outcome.value.map(({ x, T, liquids }) => ({
    components: places,
    x: spread([x, 1 - x], places, n),
    T,
    liquids:
      liquids === undefined
        ? null
        : [spread([liquids[0], 1 - liquids[0]], places, n), spread([liquids[1], 1 - liquids[1]], places, n)],
  }));
}

/** Azeotropes that hold all components of a face. */
function facePoints(model: ThermoModel, places: number[], n: number, P: number, before: readonly Found[]): Found[] {
  const found: Found[] = [];
  const add = (x: Float64Array, T: number, liquids: [Float64Array, Float64Array] | undefined): void => {
    if (x.some((part) => part < LEAST)) return;
    const whole = spread(x, places, n);
    if (found.some((other) => distance(other.x, whole) < SAME)) return;
    const both = liquids?.map((liquid) => spread(liquid, places, n)) as [Float64Array, Float64Array] | undefined;
    found.push({ components: places, x: whole, T, liquids: both ?? null });
  };
  const mayPart = before.some(({ components, liquids }) => liquids !== null && components.every((i) => places.includes(i)));
  const boiling = new Boiling(model, P, mayPart);
  const finder = new HomogeneousFinder(model, P);
  const homogeneous = (start: Float64Array): void => {
    const T = finder.solve(start, boiling.atOneLiquid(start));
    if (T === undefined) return;
    if (mayPart) boiling.at(finder.x);
    // Where the liquid there is not stable it is no azeotrope.
    if (!mayPart || boiling.liquids === undefined) add(finder.x, T, undefined);
  };
  for (const start of lattice(places.length)) {
    ignoring(() => homogeneous(start));
  }
  if (mayPart) for (const start of partingStarts(places, before)) ignoring(() => substituted(boiling, start, add));
  return found;
}

/** The middle of a face, and the way from there to each azeotrope of two liquids on its edges. */
function partingStarts(places: readonly number[], before: readonly Found[]): Float64Array[] {
  const middle = new Float64Array(places.length).fill(1 / places.length);
  const azeotropes = before.filter(({ components, liquids }) => liquids !== null && components.every((i) => places.includes(i)));
  return [middle, ...azeotropes.map(({ x }) => middle.map((part, k) => INWARDS * part + (1 - INWARDS) * x[places[k]]))];
}

/** A beginning that leads through a point without an answer leads nowhere: others do, and the count of all points tells when one was missed. */
function ignoring(search: () => void): void {
  rescued(() => {
    search();
    return solved(undefined);
  });
}

/** Liquids in the middle of a simplex, on a lattice. */
function lattice(m: number): Float64Array[] {
  const parts = m === 3 ? 7 : m + 2;
  const points: Float64Array[] = [];
  const fill = (left: number, so: number[]): void => {
    if (so.length === m - 1) points.push(Float64Array.from([...so, left], (k) => k / parts));
    else for (let k = 1; k <= left - (m - so.length - 1); k++) fill(left - k, [...so, k]);
  };
  fill(parts, []);
  return points;
}

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, x, i) => sum + x * b[i], 0);

const distance = (a: Float64Array, b: Float64Array): number => a.reduce((most, x, i) => Math.max(most, Math.abs(x - b[i])), 0);

/** Newton's method on ln Kᵢ = 0 for all components of a face; what liquid and vapour both are is x. */
class HomogeneousFinder {
  readonly x: Float64Array;
  private readonly model: ThermoModel;
  private readonly P: number;
  private readonly work;
  private readonly jacobian: Float64Array;
  private readonly pivots: Int32Array;
  private readonly step: Float64Array;

  constructor(model: ThermoModel, P: number) {
    const { n } = model;
    this.model = model;
    this.P = P;
    this.x = new Float64Array(n);
    this.work = makeTwoPhases(n);
    this.jacobian = new Float64Array(n * n);
    this.pivots = new Int32Array(n);
    this.step = new Float64Array(n);
  }

  /** K; undefined where the steps leave the simplex or do not end. */
  solve(start: Float64Array, boilsAt: number): number | undefined {
    const { model, x, work, step, jacobian, pivots, P } = this;
    const { n } = model;
    x.set(start);
    let T = boilsAt;
    for (let iteration = 0; iteration < MOST_STEPS; iteration++) {
      evaluateK(model, T, P, x, x, work, 'slopes');
      const error = work.lnK.reduce((most, k) => Math.max(most, Math.abs(k)), 0);
      if (!Number.isFinite(error)) return undefined;
      if (error < CLOSED) return T;
      // ∂/∂xₖ with the last fraction giving way; the last unknown is T.
      for (let i = 0; i < n; i++) {
        const slope = (k: number): number => work.liquid.dLnPhiDN[i * n + k] - work.vapour.dLnPhiDN[i * n + k];
        for (let k = 0; k < n - 1; k++) jacobian[i * n + k] = slope(k) - slope(n - 1);
        jacobian[i * n + n - 1] = work.dLnKDT[i];
        step[i] = -work.lnK[i];
      }
      if (!factorDense(jacobian, pivots, n)) return undefined;
      solveDense(jacobian, pivots, step, n);
      let share = Math.min(1, MOST_KELVIN / Math.abs(step[n - 1]));
      let last = 0;
      for (let k = 0; k < n - 1; k++) {
        last -= step[k];
        if (step[k] < 0) share = Math.min(share, (KEPT * x[k]) / -step[k]);
      }
      if (last < 0) share = Math.min(share, (KEPT * x[n - 1]) / -last);
      if (share < SHORTEST) return undefined;
      for (let k = 0; k < n - 1; k++) x[k] += share * step[k];
      x[n - 1] += share * last;
      T += share * step[n - 1];
      if (x.some((part) => part < LEAST)) return undefined;
    }
    return undefined;
  }
}

/** The vapour for the liquid, until they are the same: an azeotrope that boils lowest, told where it is of two liquids. */
function substituted(
  boiling: Boiling,
  start: Float64Array,
  add: (x: Float64Array, T: number, liquids: [Float64Array, Float64Array] | undefined) => void,
): void {
  const z = Float64Array.from(start);
  const [step, before] = [new Float64Array(z.length), new Float64Array(z.length)];
  for (let iteration = 1; iteration <= SUBSTITUTIONS; iteration++) {
    const T = boiling.at(z);
    for (let i = 0; i < z.length; i++) step[i] = boiling.y[i] - z[i];
    if (distance(z, boiling.y) < STILL) {
      if (boiling.liquids !== undefined) add(boiling.y, T, boiling.liquids);
      return;
    }
    // Every few rounds as far as steps that shrink like the last two lead (Crowe & Nishio, AIChE J. 21 (1975) 528).
    const shrinks = dot(step, before) / dot(before, before);
    const reach = iteration % EVERY === 0 && shrinks > 0 && shrinks < STEADY ? 1 / (1 - shrinks) : 1;
    const longest =
      reach > 1 ? Math.min(reach, ...Array.from(z, (part, i) => (step[i] < 0 ? (KEPT * part) / -step[i] : Infinity))) : 1;
    for (let i = 0; i < z.length; i++) z[i] += longest * step[i];
    before.set(step);
    if (z.some((part) => part < LEAST)) return;
  }
}

/** By the eigenvalues of ∂(z − y)/∂z: all below nothing, all above, or of both kinds; and how many are below. */
function kindOf(
  model: ThermoModel,
  { x, components }: Found,
  P: number,
  parts: boolean,
): { kind: SingularPoint['kind']; falling: number } {
  const real = eigenvalues(slopesAt(model, x, components, P, parts));
  const falling = real.filter((value) => value < 0).length;
  const kind = falling === real.length ? 'stable node' : falling === 0 ? 'unstable node' : 'saddle';
  return { kind, falling };
}

const eigenvalues = (matrix: Matrix): number[] => new EigenvalueDecomposition(matrix).realEigenvalues;

/** ∂(z − y)/∂z of all components but one that is there, which gives way. */
export function slopesAt(model: ThermoModel, x: Float64Array, components: readonly number[], P: number, parts: boolean): Matrix {
  const boiling = new Boiling(model, P, parts);
  const base = components.reduce((most, i) => (x[i] > x[most] ? i : most), components[0]);
  const free = Array.from(x.keys()).filter((i) => i !== base);
  const at = (i: number, h: number): Float64Array => {
    const z = Float64Array.from(x);
    z[i] += h;
    z[base] -= h;
    boiling.at(z);
    return boiling.y.slice();
  };
  const matrix = Matrix.zeros(free.length, free.length);
  const difference = parts ? COARSE : DIFFERENCE;
  free.forEach((i, c) => {
    const h = x[i] > 0 ? Math.min(difference, x[i] / 2, x[base] / 2) : difference;
    const above = at(i, h);
    const below = at(i, x[i] > 0 ? -h : 0);
    free.forEach((k, r) => matrix.set(r, c, (i === k ? 1 : 0) - (above[k] - below[k]) / (x[i] > 0 ? 2 * h : h)));
  });
  return matrix;
}

/** Σ 2^m (index) over points of m components: 1 + (−1)^(n−1), the characteristic of the sphere that mirrored simplices make. */
function isSphere(points: readonly (Found & { kind: { falling: number } })[], n: number): boolean {
  const sum = points.reduce((s, { components, kind }) => s + 2 ** components.length * (kind.falling % 2 === 0 ? 1 : -1), 0);
  return sum === 1 + (-1) ** (n - 1);
}

const LEAST = 1e-4;
const SAME = 1e-3;
const MOST_STEPS = 60;
const CLOSED = 1e-10;
const MOST_KELVIN = 15;
const KEPT = 0.6;
const SHORTEST = 1e-6;
const SUBSTITUTIONS = 40;
const EVERY = 4;
const STEADY = 0.97;
/** Of the way from an azeotrope on an edge to the middle. */
const INWARDS = 0.3;
const STILL = 1e-5;
const DIFFERENCE = 1e-5;
/** Where two liquids may boil together, whose boiling point is not told as finely. */
const COARSE = 1e-3;
