/**
 * Wilson's equation:
 *   g = Gᴱ/RT = −Σᵢ xᵢ ln Sᵢ,   Sᵢ = Σⱼ xⱼ Λᵢⱼ,   Λᵢⱼ = (Vⱼ/Vᵢ) exp(−aᵢⱼ/RT),
 *   ln γᵢ = 1 − ln Sᵢ − Σₖ xₖ Λₖᵢ/Sₖ,
 *   ∂ ln γᵢ/∂nₘ = 1 − Λᵢₘ/Sᵢ − Λₘᵢ/Sₘ + Σₖ xₖ ΛₖᵢΛₖₘ/Sₖ².
 * It cannot describe a liquid that splits.
 * Source: Wilson, J. Am. Chem. Soc. 86 (1964) 127.
 */
import { R } from '../properties/index.ts';
import type { Activity, ActivityModel } from './activity.ts';

/** n × n and row-major: a in J/mol, zero on the diagonal; ratio[i*n + j] = Vⱼ/Vᵢ, one on the diagonal. */
export interface WilsonParameters {
  a: Float64Array;
  ratio: Float64Array;
}

/** Activity coefficients by Wilson's equation (1964). */
export function wilson(n: number, { a, ratio }: WilsonParameters): ActivityModel {
  const L = new Float64Array(n * n);
  const dL = new Float64Array(n * n);
  const d2L = new Float64Array(n * n);
  const S = new Float64Array(n);
  const dS = new Float64Array(n);
  const d2S = new Float64Array(n);

  function sums(x: Float64Array, { T }: Activity): void {
    for (let i = 0; i < n; i++) {
      let s = 0;
      let ds = 0;
      let d2s = 0;
      for (let j = 0, p = i * n; j < n; j++, p++) {
        const c = a[p] / (R * T * T); // d(−a/RT)/dT
        const value = ratio[p] * Math.exp(-a[p] / (R * T));
        L[p] = value;
        dL[p] = value * c;
        d2L[p] = value * c * (c - 2 / T);
        s += x[j] * value;
        ds += x[j] * dL[p];
        d2s += x[j] * d2L[p];
      }
      S[i] = s;
      dS[i] = ds;
      d2S[i] = d2s;
    }
  }

  return {
    evaluate(x, out, slopes) {
      sums(x, out);
      for (let i = 0; i < n; i++) {
        let ln = 1 - Math.log(S[i]);
        let dT = -dS[i] / S[i];
        for (let k = 0, p = i; k < n; k++, p += n) {
          ln -= (x[k] * L[p]) / S[k];
          dT -= (x[k] * (dL[p] - (L[p] * dS[k]) / S[k])) / S[k];
        }
        out.lnGamma[i] = ln;
        out.dLnGammaDT[i] = dT;
      }
      if (!slopes) return;
      let first = 0;
      let second = 0;
      for (let i = 0; i < n; i++) {
        const relative = dS[i] / S[i];
        first -= x[i] * relative;
        second -= x[i] * (d2S[i] / S[i] - relative * relative);
        for (let m = 0; m <= i; m++) {
          let sum = 1 - L[i * n + m] / S[i] - L[m * n + i] / S[m];
          for (let k = 0; k < n; k++) sum += (x[k] * L[k * n + i] * L[k * n + m]) / (S[k] * S[k]);
          out.dLnGammaDN[i * n + m] = sum;
          out.dLnGammaDN[m * n + i] = sum;
        }
      }
      out.dGDT = first;
      out.d2GDT2 = second;
    },
  };
}
