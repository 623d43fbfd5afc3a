/** Excess Gibbs energy of a liquid, g = Gᴱ/RT, as the liquid phase needs it. */
export interface ActivityModel {
  /**
   * Fills `out` at T and mole fractions x; allocates nothing.
   * @param slopes also fill dLnGammaDN, g and its slopes; ln γ and its slope in T are always filled
   */
  evaluate: (T: number, x: Float64Array, out: Activity, slopes: boolean) => void;
}

export interface Activity {
  lnGamma: Float64Array;
  dLnGammaDT: Float64Array; // 1/K
  /** [i*n + j] = ∂ ln γᵢ / ∂nⱼ at Σn = 1 mol; symmetric. */
  dLnGammaDN: Float64Array;
  dGDT: number; // 1/K
  d2GDT2: number; // 1/K²
}

export function makeActivity(n: number): Activity {
  return {
    lnGamma: new Float64Array(n),
    dLnGammaDT: new Float64Array(n),
    dLnGammaDN: new Float64Array(n * n),
    dGDT: 0,
    d2GDT2: 0,
  };
}

/** The ideal solution: every γ is 1 (Raoult's law with an ideal vapour). */
export const idealSolution: ActivityModel = {
  evaluate(_T, _x, out) {
    out.lnGamma.fill(0);
    out.dLnGammaDT.fill(0);
    out.dLnGammaDN.fill(0);
    out.dGDT = 0;
    out.d2GDT2 = 0;
  },
};
