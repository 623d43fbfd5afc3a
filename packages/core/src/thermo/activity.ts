/** Excess Gibbs energy of a liquid, g = Gᴱ/RT, as the liquid phase needs it. */
export interface ActivityModel {
  /**
   * Fills `out` at mole fractions x and the temperature it holds; allocates nothing.
   * @param out    `out.at(T)` says where
   * @param slopes also fill dLnGammaDN, g and its slopes; ln γ and its slope in T are always filled
   */
  evaluate: (x: Float64Array, out: Activity, slopes: boolean) => void;
}

/** A liquid where it is evaluated, and what is found there; T for the reason that `PhaseProperties` gives. */
export class Activity {
  /** K. */
  T = 0;
  readonly lnGamma: Float64Array;
  readonly dLnGammaDT: Float64Array; // 1/K
  /** [i*n + j] = ∂ ln γᵢ / ∂nⱼ at Σn = 1 mol; symmetric. */
  readonly dLnGammaDN: Float64Array;
  dGDT = 0; // 1/K
  d2GDT2 = 0; // 1/K²

  constructor(n: number) {
    this.lnGamma = new Float64Array(n);
    this.dLnGammaDT = new Float64Array(n);
    this.dLnGammaDN = new Float64Array(n * n);
  }

  /** @param T K */
  at(T: number): this {
    this.T = T;
    return this;
  }
}

/** The ideal solution: every γ is 1 (Raoult's law with an ideal vapour). */
export const idealSolution: ActivityModel = {
  evaluate(_x, out) {
    out.lnGamma.fill(0);
    out.dLnGammaDT.fill(0);
    out.dLnGammaDN.fill(0);
    out.dGDT = 0;
    out.d2GDT2 = 0;
  },
};
