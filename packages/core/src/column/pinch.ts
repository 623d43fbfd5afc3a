/**
 * A pinch: where stage follows stage and nothing changes, since the liquid and the vapour that pass each other are in equilibrium. With what rises past a
 * cut less what falls there held, dᵢ and E, its equations are
 *   V Kᵢ xᵢ − L xᵢ = dᵢ,   Σ xᵢ = 1,   V H(y) − L h(x) = E,   V = L + Σ dᵢ,   yᵢ = Kᵢ xᵢ
 * in x, T and L. Newton's method from the rungs that change least. Where two pinches meet (a tangent pinch) its matrix is singular.
 * Source: Doherty & Malone, Conceptual Design of Distillation Systems (2001), ch. 4; Koehler, Aguirre & Blass, Chem. Eng. Sci. 46 (1991) 3007.
 */
import { evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import { factorDense, solveDense } from '../numerics/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { HEAT_SCALE } from './rows.ts';

/** mol/s upwards by component and W upwards past any cut of a section, and its pressure, Pa. */
export interface Passing {
  flows: Float64Array;
  heat: number;
  P: number;
}

/** A composition that no further stage changes. */
export interface PinchPoint {
  /** Liquid and vapour mole fractions. */
  x: Float64Array;
  y: Float64Array;
  T: number; // K
  liquid: number; // mol/s
  vapour: number; // mol/s
}

/**
 * @param start from where the pinch is sought; what is hardly there and hardly passes is left out, since it need not stand still with the rest
 * @returns undefined where Newton's method finds none
 */
export function pinchFrom(model: ThermoModel, passing: Passing, start: Omit<PinchPoint, 'vapour'>): PinchPoint | undefined {
  const whole = passing.flows.reduce((sum, flow) => sum + Math.abs(flow), 0);
  const isThere = (i: number): boolean => start.x[i] > TRACE || Math.abs(passing.flows[i]) > TRACE * whole;
  const kept = (values: Float64Array): Float64Array => values.map((value, i) => (isThere(i) ? value : 0));
  const begin = { ...start, x: kept(start.x), y: kept(start.y) };
  const equations = new PinchEquations(model, { ...passing, flows: kept(passing.flows) }, begin);
  for (let iteration = 0; iteration < MOST_STEPS; iteration++) {
    const error = equations.fill();
    if (!Number.isFinite(error)) return undefined;
    if (error < CLOSED) return equations.point();
    if (!equations.step()) return undefined;
  }
  return undefined;
}

/** Unknowns in this order: x, y, T, L. */
class PinchEquations {
  private readonly model: ThermoModel;
  private readonly passing: Passing;
  private readonly net: number;
  private readonly size: number;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private T: number;
  private L: number;
  private readonly phases: TwoPhases;
  private readonly matrix: Float64Array;
  private readonly right: Float64Array;
  private readonly pivots: Int32Array;
  /** s/mol */
  private readonly scale: number;

  constructor(model: ThermoModel, passing: Passing, { x, y, T, liquid }: Omit<PinchPoint, 'vapour'>) {
    this.model = model;
    this.passing = passing;
    this.net = passing.flows.reduce((a, b) => a + b, 0);
    this.size = 2 * model.n + 2;
    this.x = Float64Array.from(x);
    this.y = Float64Array.from(y);
    this.T = T;
    this.L = liquid;
    this.phases = makeTwoPhases(model.n);
    this.matrix = new Float64Array(this.size * this.size);
    this.right = new Float64Array(this.size);
    this.pivots = new Int32Array(this.size);
    this.scale = 1 / Math.max(liquid, Math.abs(this.net));
  }

  point(): PinchPoint {
    return { x: this.x, y: this.y, T: this.T, liquid: this.L, vapour: this.L + this.net };
  }

  /** The largest scaled error. */
  fill(): number {
    const { model, passing, x, y, T, L, phases, matrix, right } = this;
    const { n } = model;
    evaluateK(model, T, passing.P, x, y, phases, 'all');
    matrix.fill(0);
    for (let i = 0; i < n; i++) {
      this.fillBalance(i);
      this.fillEquilibrium(i);
      matrix[2 * n * this.size + i] = 1;
    }
    right[2 * n] = 1 - x.reduce((a, b) => a + b, 0);
    this.fillHeat(L + this.net);
    return right.reduce((most, error) => Math.max(most, Math.abs(error)), 0);
  }

  private fillBalance(i: number): void {
    const { x, y, L, scale, matrix, right, size, passing } = this;
    const { n } = this.model;
    const V = L + this.net;
    const row = i * size;
    matrix[row + i] = -scale * L;
    matrix[row + n + i] = scale * V;
    matrix[row + 2 * n + 1] = scale * (y[i] - x[i]);
    right[i] = -scale * (V * y[i] - L * x[i] - passing.flows[i]);
  }

  private fillEquilibrium(i: number): void {
    const { x, y, phases, matrix, right, size } = this;
    const { n } = this.model;
    const row = (n + i) * size;
    const Kx = Math.exp(phases.lnK[i]) * x[i];
    for (let k = 0; k < n; k++) {
      matrix[row + k] = -Kx * phases.liquid.dLnPhiDN[i * n + k];
      matrix[row + n + k] = Kx * phases.vapour.dLnPhiDN[i * n + k];
    }
    matrix[row + i] -= Math.exp(phases.lnK[i]);
    matrix[row + n + i] += 1;
    matrix[row + 2 * n] = -Kx * phases.dLnKDT[i];
    right[n + i] = Kx - y[i];
  }

  private fillHeat(V: number): void {
    const { L, phases, matrix, right, size, passing } = this;
    const { n } = this.model;
    const { liquid, vapour } = phases;
    const scale = this.scale / HEAT_SCALE;
    const row = (2 * n + 1) * size;
    for (let k = 0; k < n; k++) {
      matrix[row + k] = -scale * L * liquid.dEnthalpyDN[k];
      matrix[row + n + k] = scale * V * vapour.dEnthalpyDN[k];
    }
    matrix[row + 2 * n] = scale * (V * vapour.dEnthalpyDT - L * liquid.dEnthalpyDT);
    matrix[row + 2 * n + 1] = scale * (vapour.enthalpy - liquid.enthalpy);
    right[2 * n + 1] = -scale * (V * vapour.enthalpy - L * liquid.enthalpy - passing.heat);
  }

  /** One step of Newton's, fractions kept above a tenth of what they are; false where there is none. */
  step(): boolean {
    const { matrix, pivots, right, size, x, y } = this;
    const { n } = this.model;
    if (!factorDense(matrix, pivots, size)) return false;
    solveDense(matrix, pivots, right, size);
    for (let i = 0; i < n; i++) {
      x[i] = Math.max(x[i] + right[i], KEPT * x[i]);
      y[i] = Math.max(y[i] + right[n + i], KEPT * y[i]);
    }
    this.T += Math.max(-MOST_KELVIN, Math.min(MOST_KELVIN, right[2 * n]));
    this.L += right[2 * n + 1];
    return this.L > 0 && this.L + this.net > 0 && this.T > 0;
  }
}

/** mol/mol, and of all that passes. */
const TRACE = 2e-3;
const MOST_STEPS = 40;
const CLOSED = 1e-10;
const KEPT = 0.1;
const MOST_KELVIN = 20;
