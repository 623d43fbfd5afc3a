/**
 * The vapour in equilibrium with the liquid that leaves a tray, which Murphree's efficiency is counted by,
 *   E = (y − y′)/(y* − y′),   y*ᵢ = xᵢ φᵢ(liquid)/φᵢ(vapour ŷ),   ŷ = y* / Σ y*,
 * where the vapour is not ideal, so that y* stands on both sides: ln y* by Newton's method, and its slopes by
 *   (I + ∂ ln φ(vapour)/∂n · ŷ*) d ln y* = d ln x + d ln φ(liquid) − ∂ ln φ(vapour).
 * The vapour that leaves is not in equilibrium with the liquid, and its own K-values are none of the definition.
 * Source: Murphree, Ind. Eng. Chem. 17 (1925) 747; Lockett, Distillation Tray Fundamentals (1986), ch. 5.
 */
import { factorDense, solveDense } from '../numerics/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** The vapour of a tray with an efficiency. */
export class TrayVapour {
  /** y*, mole fractions whose sum is 1 at the liquid's bubble point. */
  readonly y: Float64Array;
  /** ∂ ln y*ᵢ at [i·(n + 2) + k]: for k < n by the flow of component k in the liquid (s/mol), for k = n by T (1/K), for k = n + 1 by P (1/Pa). */
  readonly slopes: Float64Array;
  private readonly model: ThermoModel;
  private readonly fractions: Float64Array;
  private readonly properties: PhaseProperties;
  private readonly matrix: Float64Array;
  private readonly pivot: Int32Array;
  private readonly side: Float64Array;
  private isBegun = false;

  constructor(model: ThermoModel) {
    const { n } = model;
    this.model = model;
    this.y = new Float64Array(n);
    this.slopes = new Float64Array(n * (n + 2));
    this.fractions = new Float64Array(n);
    this.properties = new PhaseProperties(n);
    this.matrix = new Float64Array(n * n);
    this.pivot = new Int32Array(n);
    this.side = new Float64Array(n);
  }

  /**
   * Finds y* over a liquid from where it was last, with its slopes.
   * @param x      the liquid's flows at [first + i], mol/s, and their sum L
   * @param liquid its properties, slopes included
   * @param leaving properties of the vapour that leaves, where y* begins the first time
   */
  evaluate(x: Float64Array, first: number, L: number, liquid: PhaseProperties, leaving: PhaseProperties): void {
    const { model, y, fractions, properties, matrix, pivot, side } = this;
    const { n } = model;
    if (!this.isBegun) {
      for (let i = 0; i < n; i++) y[i] = (x[first + i] / L) * Math.exp(liquid.lnPhi[i] - leaving.lnPhi[i]);
      this.isBegun = true;
    }
    for (let iteration = 0; iteration < MOST_STEPS; iteration++) {
      let sum = 0;
      for (let i = 0; i < n; i++) sum += y[i];
      for (let i = 0; i < n; i++) fractions[i] = y[i] / sum;
      model.evaluate('vapour', fractions, properties.at(liquid.T, liquid.P), 'slopes');
      let error = 0;
      for (let i = 0; i < n; i++) {
        side[i] = Math.log(x[first + i] / L / y[i]) + liquid.lnPhi[i] - properties.lnPhi[i];
        const size = Math.abs(side[i]);
        if (!(size <= error)) error = size;
        for (let k = 0; k < n; k++) matrix[i * n + k] = (i === k ? 1 : 0) + properties.dLnPhiDN[i * n + k] * fractions[k];
      }
      if (!factorDense(matrix, pivot, n) || !Number.isFinite(error)) {
        this.isBegun = false;
        break;
      }
      if (error < SETTLED) break;
      solveDense(matrix, pivot, side, n);
      for (let i = 0; i < n; i++) y[i] *= Math.exp(Math.max(-1, Math.min(1, side[i])));
    }
    this.fillSlopes(x, first, L, liquid);
  }

  private fillSlopes(x: Float64Array, first: number, L: number, liquid: PhaseProperties): void {
    const { model, slopes, properties, matrix, pivot, side } = this;
    const { n } = model;
    const width = n + 2;
    for (let k = 0; k < width; k++) {
      for (let i = 0; i < n; i++) {
        if (k < n) side[i] = (liquid.dLnPhiDN[i * n + k] - 1) / L + (i === k ? 1 / x[first + i] : 0);
        else if (k === n) side[i] = liquid.dLnPhiDT[i] - properties.dLnPhiDT[i];
        else side[i] = liquid.dLnPhiDP[i] - properties.dLnPhiDP[i];
      }
      solveDense(matrix, pivot, side, n);
      for (let i = 0; i < n; i++) slopes[i * width + k] = side[i];
    }
  }
}

/** Of ln y*: far below what a column is solved to. */
const SETTLED = 1e-13;
const MOST_STEPS = 20;
