/**
 * NRTL, non-random two liquids:
 *   g = Gᴱ/RT = Σᵢ xᵢ Cᵢ/Sᵢ,   Sᵢ = Σₖ xₖ Gₖᵢ,  Cᵢ = Σⱼ xⱼ τⱼᵢ Gⱼᵢ,
 *   τᵢⱼ = aᵢⱼ + bᵢⱼ/T,  Gᵢⱼ = exp(−αᵢⱼ τᵢⱼ),
 *   ln γᵢ = Cᵢ/Sᵢ + Σⱼ xⱼ Eᵢⱼ,  Eᵢⱼ = (Gᵢⱼ/Sⱼ)(τᵢⱼ − Cⱼ/Sⱼ).
 * ln γ is homogeneous of degree 0 in x, so its slopes in x are its slopes in n:
 *   ∂ ln γᵢ/∂nₖ = Eₖᵢ + Eᵢₖ − Σⱼ xⱼ (Eᵢⱼ Gₖⱼ + Eₖⱼ Gᵢⱼ)/Sⱼ.
 * Source: Renon & Prausnitz, AIChE J. 14 (1968) 135.
 */
import type { Activity, ActivityModel } from './activity.ts';

/** Parameters, each n × n and row-major, zero on the diagonal; a and α without unit, b in K. */
export interface NrtlParameters {
  a: Float64Array;
  b: Float64Array;
  alpha: Float64Array;
}

/** Activity coefficients by NRTL (Renon & Prausnitz 1968). */
export function nrtl(n: number, { a, b, alpha }: NrtlParameters): ActivityModel {
  const size = n * n;
  const tau = new Float64Array(size);
  const G = new Float64Array(size);
  const dG = new Float64Array(size);
  const tauG = new Float64Array(size);
  const dTauG = new Float64Array(size);
  const E = new Float64Array(size);
  const S = new Float64Array(n);
  const C = new Float64Array(n);
  const dS = new Float64Array(n);
  const dC = new Float64Array(n);

  function interactions({ T }: Activity): void {
    for (let k = 0; k < size; k++) {
      const t = a[k] + b[k] / T;
      const dt = -b[k] / (T * T);
      const g = Math.exp(-alpha[k] * t);
      tau[k] = t;
      G[k] = g;
      dG[k] = -alpha[k] * dt * g;
      tauG[k] = t * g;
      dTauG[k] = dt * g + t * dG[k];
    }
  }

  function sums(x: Float64Array): void {
    for (let i = 0; i < n; i++) {
      let s = 0;
      let c = 0;
      let ds = 0;
      let dc = 0;
      for (let k = 0, m = i; k < n; k++, m += n) {
        s += x[k] * G[m];
        c += x[k] * tauG[m];
        ds += x[k] * dG[m];
        dc += x[k] * dTauG[m];
      }
      S[i] = s;
      C[i] = c;
      dS[i] = ds;
      dC[i] = dc;
    }
  }

  function gammas(x: Float64Array, out: Activity): void {
    const { T } = out;
    for (let i = 0; i < n; i++) {
      let ln = C[i] / S[i];
      let dT = (dC[i] - ln * dS[i]) / S[i];
      for (let j = 0, m = i * n; j < n; j++, m++) {
        const ratio = C[j] / S[j];
        const lean = tau[m] - ratio;
        E[m] = (G[m] / S[j]) * lean;
        ln += x[j] * E[m];
        const dTau = -b[m] / (T * T);
        const dRatio = (dC[j] - ratio * dS[j]) / S[j];
        dT += (x[j] / S[j]) * ((dG[m] - (G[m] * dS[j]) / S[j]) * lean + G[m] * (dTau - dRatio));
      }
      out.lnGamma[i] = ln;
      out.dLnGammaDT[i] = dT;
    }
  }

  function slopesInMoles(x: Float64Array, out: Activity): void {
    for (let i = 0; i < n; i++) {
      for (let k = 0; k <= i; k++) {
        let sum = E[k * n + i] + E[i * n + k];
        for (let j = 0; j < n; j++) {
          sum -= (x[j] / S[j]) * (E[i * n + j] * G[k * n + j] + E[k * n + j] * G[i * n + j]);
        }
        out.dLnGammaDN[i * n + k] = sum;
        out.dLnGammaDN[k * n + i] = sum;
      }
    }
  }

  /** First and second slope of g in T: (C/S)″ = (C″ − (C/S) S″ − 2 (C/S)′ S′)/S. */
  function slopesInTemperature(x: Float64Array, out: Activity): void {
    const { T } = out;
    let first = 0;
    let second = 0;
    for (let i = 0; i < n; i++) {
      let d2S = 0;
      let d2C = 0;
      for (let k = 0, m = i; k < n; k++, m += n) {
        const dt = -b[m] / (T * T);
        const d2t = (-2 * dt) / T;
        const d2G = G[m] * (alpha[m] * dt * alpha[m] * dt - alpha[m] * d2t);
        d2S += x[k] * d2G;
        d2C += x[k] * (d2t * G[m] + 2 * dt * dG[m] + tau[m] * d2G);
      }
      const ratio = C[i] / S[i];
      const dRatio = (dC[i] - ratio * dS[i]) / S[i];
      first += x[i] * dRatio;
      second += (x[i] * (d2C - ratio * d2S - 2 * dRatio * dS[i])) / S[i];
    }
    out.dGDT = first;
    out.d2GDT2 = second;
  }

  return {
    evaluate(x, out, slopes) {
      interactions(out);
      sums(x);
      gammas(x, out);
      if (!slopes) return;
      slopesInMoles(x, out);
      slopesInTemperature(x, out);
    },
  };
}
