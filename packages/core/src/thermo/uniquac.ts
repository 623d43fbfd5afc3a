/**
 * UNIQUAC, z = 10; with Vᵢ = rᵢ/Σxr, Fᵢ = qᵢ/Σxq, θᵢ = xᵢFᵢ, τᵢⱼ = exp(−aᵢⱼ/T), Sᵢ = Σⱼ θⱼτⱼᵢ:
 *   ln γᵢ = 1 − Vᵢ + ln Vᵢ − 5qᵢ(1 − Vᵢ/Fᵢ + ln(Vᵢ/Fᵢ)) + qᵢ(1 − ln Sᵢ − Σⱼ θⱼτᵢⱼ/Sⱼ),
 *   ∂ ln γᵢ/∂nₘ = (1 − Vᵢ)(1 − Vₘ) − 5 q̄ (Fᵢ − Vᵢ)(Fₘ − Vₘ) + qᵢFₘ(1 − τₘᵢ/Sᵢ − τᵢₘ/Sₘ + Σⱼ θⱼτᵢⱼτₘⱼ/Sⱼ²),   q̄ = Σxq.
 * The combinatorial part does not depend on temperature.
 * Source: Abrams & Prausnitz, AIChE J. 21 (1975) 116.
 */
import type { Activity, ActivityModel } from './activity.ts';

/** r and q by component; a n × n and row-major, K, zero on the diagonal. */
export interface UniquacParameters {
  r: Float64Array;
  q: Float64Array;
  a: Float64Array;
}

/** Activity coefficients by UNIQUAC (Abrams & Prausnitz 1975). */
export function uniquac(n: number, { r, q, a }: UniquacParameters): ActivityModel {
  const tau = new Float64Array(n * n);
  const dTau = new Float64Array(n * n);
  const d2Tau = new Float64Array(n * n);
  const V = new Float64Array(n);
  const F = new Float64Array(n);
  const theta = new Float64Array(n);
  const S = new Float64Array(n);
  const dS = new Float64Array(n);
  const d2S = new Float64Array(n);

  /** Everything that γ and its slopes are made of. */
  function prepare(x: Float64Array, { T }: Activity): void {
    let rMean = 0;
    let qMean = 0;
    for (let i = 0; i < n; i++) {
      rMean += x[i] * r[i];
      qMean += x[i] * q[i];
    }
    for (let i = 0; i < n; i++) {
      V[i] = r[i] / rMean;
      F[i] = q[i] / qMean;
      theta[i] = x[i] * F[i];
    }
    for (let p = 0; p < n * n; p++) {
      const c = a[p] / (T * T); // d(−a/T)/dT
      tau[p] = Math.exp(-a[p] / T);
      dTau[p] = tau[p] * c;
      d2Tau[p] = tau[p] * c * (c - 2 / T);
    }
    for (let i = 0; i < n; i++) {
      let s = 0;
      let ds = 0;
      let d2s = 0;
      for (let j = 0, p = i; j < n; j++, p += n) {
        s += theta[j] * tau[p];
        ds += theta[j] * dTau[p];
        d2s += theta[j] * d2Tau[p];
      }
      S[i] = s;
      dS[i] = ds;
      d2S[i] = d2s;
    }
  }

  return {
    evaluate(x, out, slopes) {
      prepare(x, out);
      for (let i = 0; i < n; i++) {
        let residual = 1 - Math.log(S[i]);
        let dT = -dS[i] / S[i];
        for (let j = 0, p = i * n; j < n; j++, p++) {
          residual -= (theta[j] * tau[p]) / S[j];
          dT -= (theta[j] * (dTau[p] - (tau[p] * dS[j]) / S[j])) / S[j];
        }
        const ratio = V[i] / F[i];
        out.lnGamma[i] = 1 - V[i] + Math.log(V[i]) - 5 * q[i] * (1 - ratio + Math.log(ratio)) + q[i] * residual;
        out.dLnGammaDT[i] = q[i] * dT;
      }
      if (!slopes) return;
      let first = 0;
      let second = 0;
      let qMean = 0;
      for (let i = 0; i < n; i++) qMean += x[i] * q[i];
      for (let i = 0; i < n; i++) {
        const relative = dS[i] / S[i];
        first -= x[i] * q[i] * relative;
        second -= x[i] * q[i] * (d2S[i] / S[i] - relative * relative);
        for (let m = 0; m <= i; m++) {
          let sum = 1 - tau[m * n + i] / S[i] - tau[i * n + m] / S[m];
          for (let j = 0; j < n; j++) sum += (theta[j] * tau[i * n + j] * tau[m * n + j]) / (S[j] * S[j]);
          const shape = (1 - V[i]) * (1 - V[m]) - 5 * qMean * (F[i] - V[i]) * (F[m] - V[m]);
          out.dLnGammaDN[i * n + m] = shape + q[i] * F[m] * sum;
          out.dLnGammaDN[m * n + i] = out.dLnGammaDN[i * n + m];
        }
      }
      out.dGDT = first;
      out.d2GDT2 = second;
    },
  };
}
