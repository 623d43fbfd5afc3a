/**
 * Excess Gibbs energy of two components as a polynomial, g = x₁x₂ Σ Aₖ (x₁ − x₂)ᵏ, at one temperature: bends to whatever data there are, and says
 * nothing of its own. Two terms are the equation of Margules.
 * Source: Redlich & Kister, Ind. Eng. Chem. 40 (1948) 345.
 */
import type { ActivityModel } from '../thermo/index.ts';

/** Coefficients of Redlich and Kister's series for an excess property. */
export function redlichKister(A: readonly number[]): ActivityModel {
  return {
    evaluate(x, out, slopes) {
      const [x1, x2] = x;
      const d = x1 - x2;
      let [p, dp, d2p] = [0, 0, 0];
      for (let k = 0; k < A.length; k++) {
        p += A[k] * d ** k;
        if (k > 0) dp += 2 * k * A[k] * d ** (k - 1);
        if (k > 1) d2p += 4 * k * (k - 1) * A[k] * d ** (k - 2);
      }
      const g = x1 * x2 * p;
      const dg = -d * p + x1 * x2 * dp;
      out.lnGamma[0] = g + x2 * dg;
      out.lnGamma[1] = g - x1 * dg;
      out.dLnGammaDT.fill(0);
      if (!slopes) return;
      const d2g = -2 * p - 2 * d * dp + x1 * x2 * d2p;
      out.dLnGammaDN[0] = x2 * x2 * d2g;
      out.dLnGammaDN[1] = out.dLnGammaDN[2] = -x1 * x2 * d2g;
      out.dLnGammaDN[3] = x1 * x1 * d2g;
      out.dGDT = 0;
      out.d2GDT2 = 0;
    },
  };
}
