/**
 * UNIFAC and modified UNIFAC, activity coefficients by groups. With νₖᵢ groups k in molecule i, Nₖ = Σᵢ nᵢνₖᵢ, θₖ = NₖQₖ/q̄, q̄ = ΣNQ:
 *   combinatorial  1 − V′ᵢ + ln V′ᵢ − 5qᵢ(1 − Vᵢ/Fᵢ + ln(Vᵢ/Fᵢ)),  Vᵢ = rᵢ/Σxr, Fᵢ = qᵢ/Σxq, V′ᵢ = Vᵢ (original) or by r^¾ (modified)
 *   residual       Σₖ νₖᵢ (ln Γₖ − ln Γₖ⁽ⁱ⁾),  ln Γₖ = Qₖ(1 − ln Sₖ − Σₘ θₘψₖₘ/Sₘ),  Sₖ = Σₘ θₘψₘₖ,
 *   ψₘₙ = exp(−(a + bT + cT²)/T) between main groups; Γ⁽ⁱ⁾ is that of pure molecule i.
 * ln Γ is a gradient, of −ΣNₖQₖ ln Sₖ, so its slopes are UNIQUAC's in group amounts:
 *   ∂ ln Γₖ/∂Nₗ = (QₖQₗ/q̄)(1 − ψₗₖ/Sₖ − ψₖₗ/Sₗ + Σₘ θₘψₖₘψₗₘ/Sₘ²).
 * Sources: Fredenslund, Jones & Prausnitz, AIChE J. 21 (1975) 1086; Weidlich & Gmehling, Ind. Eng. Chem. Res. 26 (1987) 1372.
 */
import type { GroupCount, GroupTable } from '@keen-ladder/schema';
import type { Activity, ActivityModel } from './activity.ts';
import { rowKey, rowsOf, subgroupsOf } from './groups.ts';

/** Groups and their interactions. */
export interface UnifacParameters {
  /** Distinct subgroups of the mixture, and νₖᵢ as [k*n + i]. */
  R: Float64Array;
  Q: Float64Array;
  count: Float64Array;
  /** Subgroup to subgroup, m*G + n; K, without unit, 1/K. */
  a: Float64Array;
  b: Float64Array;
  c: Float64Array;
  /** Exponent of r in the first combinatorial terms: 1, or ¾ in modified UNIFAC. */
  exponent: number;
}

/** The parameters of molecules made of `groups`, which the table knows: `missingGroups` says which it has not. */
export function unifacParameters(
  groups: readonly (readonly GroupCount[])[],
  table: GroupTable,
  exponent: number,
): UnifacParameters {
  const n = groups.length;
  const ids = subgroupsOf(groups);
  const G = ids.length;
  const used = ids.map((id) => table.subgroups[String(id)]);
  const rows = rowsOf(table);
  const parameters: UnifacParameters = {
    R: Float64Array.from(used, (g) => g.R),
    Q: Float64Array.from(used, (g) => g.Q),
    count: new Float64Array(G * n),
    a: new Float64Array(G * G),
    b: new Float64Array(G * G),
    c: new Float64Array(G * G),
    exponent,
  };
  for (const [i, molecule] of groups.entries()) for (const [id, nu] of molecule) parameters.count[ids.indexOf(id) * n + i] += nu;
  for (let m = 0; m < G; m++) {
    for (let k = 0; k < G; k++) {
      const row = used[m].main === used[k].main ? undefined : rows.get(rowKey(used[m].main, used[k].main));
      if (row === undefined) continue;
      [parameters.a[m * G + k], parameters.b[m * G + k], parameters.c[m * G + k]] = [row[2], row[3] ?? 0, row[4] ?? 0];
    }
  }
  return parameters;
}

/** Activity coefficients by groups (Fredenslund, Jones & Prausnitz 1975; modified: Weidlich & Gmehling 1987). */
export function unifac(n: number, { R: groupR, Q, count, a, b, c, exponent }: UnifacParameters): ActivityModel {
  const G = Q.length;
  const r = new Float64Array(n);
  const q = new Float64Array(n);
  for (let k = 0; k < G; k++) {
    for (let i = 0; i < n; i++) {
      r[i] += count[k * n + i] * groupR[k];
      q[i] += count[k * n + i] * Q[k];
    }
  }
  const rPower = r.map((v) => v ** exponent);
  const psi = new Float64Array(G * G);
  const dPsi = new Float64Array(G * G);
  const d2Psi = new Float64Array(G * G);
  const ofMixture = groupState(G);
  const pure = Array.from({ length: n }, () => groupState(G));
  const amounts = Array.from({ length: n }, (_, i) => Float64Array.from({ length: G }, (_, k) => count[k * n + i]));
  const N = new Float64Array(G);
  const V = new Float64Array(n);
  const Vp = new Float64Array(n);
  const F = new Float64Array(n);
  const H = new Float64Array(G * G);
  const M = new Float64Array(G * n);
  const prepared = { T: NaN };

  /** What depends on temperature alone: ψ and the groups of the pure molecules. */
  function prepare({ T }: Activity): void {
    if (T === prepared.T) return;
    prepared.T = T;
    for (let p = 0; p < G * G; p++) {
      const slope = a[p] / (T * T) - c[p]; // d(−(a/T + b + cT))/dT
      const value = Math.exp(-(a[p] / T + b[p] + c[p] * T));
      psi[p] = value;
      dPsi[p] = value * slope;
      d2Psi[p] = value * (slope * slope - (2 * a[p]) / (T * T * T));
    }
    for (let i = 0; i < n; i++) fillGroups(amounts[i], pure[i]);
  }

  function fillGroups(amount: Float64Array, state: GroupState): void {
    const { theta, S, dS, lnGamma, dLnGamma } = state;
    let qMean = 0;
    for (let k = 0; k < G; k++) qMean += amount[k] * Q[k];
    state.qMean = qMean;
    for (let k = 0; k < G; k++) theta[k] = (amount[k] * Q[k]) / qMean;
    let first = 0;
    let second = 0;
    for (let k = 0; k < G; k++) {
      let s = 0;
      let ds = 0;
      let d2s = 0;
      for (let m = 0, p = k; m < G; m++, p += G) {
        s += theta[m] * psi[p];
        ds += theta[m] * dPsi[p];
        d2s += theta[m] * d2Psi[p];
      }
      S[k] = s;
      dS[k] = ds;
      const relative = ds / s;
      first -= amount[k] * Q[k] * relative;
      second -= amount[k] * Q[k] * (d2s / s - relative * relative);
    }
    state.dT = first;
    state.d2T = second;
    for (let k = 0; k < G; k++) {
      let value = 1 - Math.log(S[k]);
      let slope = -dS[k] / S[k];
      for (let m = 0, p = k * G; m < G; m++, p++) {
        const share = theta[m] / S[m];
        value -= share * psi[p];
        slope -= share * (dPsi[p] - (psi[p] * dS[m]) / S[m]);
      }
      lnGamma[k] = Q[k] * value;
      dLnGamma[k] = Q[k] * slope;
    }
  }

  /** V, V′ and F. */
  function shapes(x: Float64Array): void {
    let rMean = 0;
    let rpMean = 0;
    let qMean = 0;
    for (let i = 0; i < n; i++) {
      rMean += x[i] * r[i];
      rpMean += x[i] * rPower[i];
      qMean += x[i] * q[i];
    }
    for (let i = 0; i < n; i++) {
      V[i] = r[i] / rMean;
      Vp[i] = rPower[i] / rpMean;
      F[i] = q[i] / qMean;
    }
  }

  /** H = ∂ ln Γ/∂N, then M = H ν. */
  function groupSlopes(): void {
    const { theta, S, qMean } = ofMixture;
    for (let k = 0; k < G; k++) {
      for (let l = 0; l <= k; l++) {
        let sum = 1 - psi[l * G + k] / S[k] - psi[k * G + l] / S[l];
        for (let m = 0; m < G; m++) sum += (theta[m] * psi[k * G + m] * psi[l * G + m]) / (S[m] * S[m]);
        H[k * G + l] = H[l * G + k] = (sum * Q[k] * Q[l]) / qMean;
      }
    }
    M.fill(0);
    for (let k = 0; k < G; k++)
      for (let l = 0; l < G; l++) for (let j = 0; j < n; j++) M[k * n + j] += H[k * G + l] * count[l * n + j];
  }

  return {
    evaluate(x, out, slopes) {
      prepare(out);
      N.fill(0);
      for (let k = 0; k < G; k++) for (let i = 0; i < n; i++) N[k] += count[k * n + i] * x[i];
      fillGroups(N, ofMixture);
      shapes(x);
      for (let i = 0; i < n; i++) {
        const ratio = V[i] / F[i];
        let value = 1 - Vp[i] + Math.log(Vp[i]) - 5 * q[i] * (1 - ratio + Math.log(ratio));
        let dT = 0;
        for (let k = 0, p = i; k < G; k++, p += n) {
          if (count[p] === 0) continue;
          value += count[p] * (ofMixture.lnGamma[k] - pure[i].lnGamma[k]);
          dT += count[p] * (ofMixture.dLnGamma[k] - pure[i].dLnGamma[k]);
        }
        out.lnGamma[i] = value;
        out.dLnGammaDT[i] = dT;
      }
      if (!slopes) return;
      groupSlopes();
      const { qMean } = ofMixture;
      out.dGDT = ofMixture.dT;
      out.d2GDT2 = ofMixture.d2T;
      for (let i = 0; i < n; i++) {
        out.dGDT -= x[i] * pure[i].dT;
        out.d2GDT2 -= x[i] * pure[i].d2T;
        for (let j = 0; j <= i; j++) {
          let value = (1 - Vp[i]) * (1 - Vp[j]) - 5 * qMean * (F[i] - V[i]) * (F[j] - V[j]);
          for (let k = 0; k < G; k++) value += count[k * n + i] * M[k * n + j];
          out.dLnGammaDN[i * n + j] = out.dLnGammaDN[j * n + i] = value;
        }
      }
    },
  };
}

interface GroupState {
  theta: Float64Array;
  S: Float64Array;
  dS: Float64Array;
  lnGamma: Float64Array;
  dLnGamma: Float64Array;
  qMean: number;
  /** Slopes in T of −ΣNₖQₖ ln Sₖ. */
  dT: number;
  d2T: number;
}

const groupState = (G: number): GroupState => ({
  theta: new Float64Array(G),
  S: new Float64Array(G),
  dS: new Float64Array(G),
  lnGamma: new Float64Array(G),
  dLnGamma: new Float64Array(G),
  qMean: 0,
  dT: 0,
  d2T: 0,
});
