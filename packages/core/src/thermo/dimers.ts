/**
 * A vapour in which carboxylic acids pair: monomers and dimers as an ideal mixture of true species, p_ij = Kᵢⱼpᵢpⱼ, with Kᵢⱼ = 2√(KᵢKⱼ)
 * for two different acids. With cᵢᵢ = 2Kᵢ, cᵢⱼ = Kᵢⱼ, uᵢ = φᵢP = pᵢ/yᵢ and s what the pressure would be were every dimer apart:
 *   uᵢ(1 + Σⱼ cᵢⱼyⱼuⱼ) = s,   Σ yᵢuᵢ + s = 2P;    v = RT/s,   h − hⁱᵍ = −(R/2s) Σᵢⱼ Bᵢⱼcᵢⱼpᵢpⱼ where ln K = A + B/T.
 * What does not pair has u = s. Unknowns are ln u of the acids and ln s; Newton, then slopes by the implicit function theorem.
 * Sources of log₁₀(K · Torr) = A + B/T: formic and acetic acid: Marek & Standart, Coll. Czech. Chem. Commun. 19 (1954) 1074, in Gmehling
 * et al., 2nd ed. (2019); propionic and n-butyric acid: the same authors, from memory. The method: Prausnitz, Lichtenthaler & de
 * Azevedo, Molecular Thermodynamics, 3rd ed. (1999), ch. 5.
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import { factorDense, solveDense } from '../numerics/index.ts';
import { R } from '../properties/index.ts';
import type { PhaseProperties } from './model.ts';
import type { VapourModel } from './vapour.ts';

const TORR = 101325 / 760; // Pa
const MAX_STEPS = 60;
const TOLERANCE = 1e-14;
/** Longest step in a logarithm: the equations are gentle, this only tames the first steps. */
const LONGEST_STEP = 3;

/** log₁₀(K·Torr) = A + B/T by CAS number. */
const DIMERS: Readonly<Record<string, readonly [A: number, B: number]>> = {
  '64-18-6': [-10.743, 3083], //   formic acid
  '64-19-7': [-10.4205, 3166], //  acetic acid
  '79-09-4': [-10.834, 3316], //   propionic acid
  '107-92-6': [-10.1, 3040], //    n-butyric acid
};

/** Whether a component pairs in the vapour and its constant is known. */
export const dimerises = (id: string): boolean => id in DIMERS;

/** ln K = A + B/T, K in 1/Pa and B in K, of an acid that pairs with itself. */
function lnConstant(id: string): { A: number; B: number } {
  const [A, B] = DIMERS[id];
  return { A: A * Math.LN10 - Math.log(TORR), B: B * Math.LN10 };
}

/** A vapour whose acids pair up. */
export function dimerisingVapour(components: readonly ComponentRecord[]): VapourModel {
  const n = components.length;
  const acids = components.flatMap((c, i) => (dimerises(c.id) ? [i] : []));
  const m = acids.length;
  const own = acids.map((i) => lnConstant(components[i].id));
  const place = new Int32Array(n).fill(-1); // of a component among the acids
  for (const [k, i] of acids.entries()) place[i] = k;
  const B = new Float64Array(m * m);
  const A = new Float64Array(m * m);
  for (let i = 0; i < m; i++) {
    for (let j = 0; j < m; j++) {
      A[i * m + j] = (own[i].A + own[j].A) / 2 + Math.LN2; // 2Kᵢ and 2√(KᵢKⱼ) alike
      B[i * m + j] = (own[i].B + own[j].B) / 2;
    }
  }
  const c = new Float64Array(m * m);
  const u = new Float64Array(m);
  const p = new Float64Array(m);
  const bound = new Float64Array(m); // 1 + Σⱼ cᵢⱼpⱼ
  const size = m + 1;
  const jacobian = new Float64Array(size * size);
  const pivot = new Int32Array(size);
  const step = new Float64Array(size);
  const byT = new Float64Array(size);
  const byP = new Float64Array(size);

  function partials(y: Float64Array): void {
    for (let i = 0; i < m; i++) p[i] = y[acids[i]] * u[i];
    for (let i = 0; i < m; i++) {
      bound[i] = 1;
      for (let j = 0; j < m; j++) bound[i] += c[i * m + j] * p[j];
    }
  }

  /** Where the species are, and what of them no array holds: s, and the part that does not pair. */
  const now = { T: 0, P: 0, s: 0, inert: 0 };

  function fillJacobian(): void {
    const { P, s, inert } = now;
    for (let i = 0; i < m; i++) {
      for (let j = 0; j < m; j++) jacobian[i * size + j] = (i === j ? 1 : 0) + (c[i * m + j] * p[j]) / bound[i];
      jacobian[i * size + m] = -1;
      jacobian[m * size + i] = p[i] / (2 * P);
    }
    jacobian[m * size + m] = (s * (1 + inert)) / (2 * P);
  }

  /** Leaves u, p, bound, s and the factored Jacobian at the solution. */
  function solveSpecies(y: Float64Array, { T, P }: PhaseProperties): void {
    now.T = T;
    now.P = P;
    for (let k = 0; k < m * m; k++) c[k] = Math.exp(A[k] + B[k] / T);
    now.inert = 1;
    for (let i = 0; i < m; i++) now.inert -= y[acids[i]];
    now.s = P;
    for (let i = 0; i < m; i++) u[i] = (2 * P) / (1 + Math.sqrt(1 + 4 * c[i * m + i] * y[acids[i]] * P));
    for (let k = 0; k < MAX_STEPS; k++) {
      partials(y);
      let total = now.s * (1 + now.inert);
      for (let i = 0; i < m; i++) {
        step[i] = Math.log(now.s / (u[i] * bound[i]));
        total += p[i];
      }
      step[m] = 1 - total / (2 * P);
      fillJacobian();
      factorDense(jacobian, pivot, size);
      solveDense(jacobian, pivot, step, size);
      let worst = 0;
      for (let i = 0; i < size; i++) worst = Math.max(worst, Math.abs(step[i]));
      const share = Math.min(1, LONGEST_STEP / worst);
      for (let i = 0; i < m; i++) u[i] *= Math.exp(share * step[i]);
      now.s *= Math.exp(share * step[m]);
      if (worst < TOLERANCE * 10) break;
    }
    partials(y);
    fillJacobian();
    factorDense(jacobian, pivot, size);
  }

  /** Slopes of ln u and ln s in mole number k, into `step`. */
  function slopesInN(k: number): void {
    const { P, s } = now;
    const sum = 2 * P - s; // Σ yᵢuᵢ
    const a = place[k];
    const uk = a < 0 ? s : u[a];
    for (let i = 0; i < m; i++) step[i] = -((a < 0 ? 0 : c[i * m + a] * u[a]) - (bound[i] - 1)) / bound[i];
    step[m] = -(uk - sum) / (2 * P);
    solveDense(jacobian, pivot, step, size);
  }

  return {
    isIdeal: false,
    evaluate(y, out, extent) {
      const { T, P } = out;
      solveSpecies(y, out);
      const { s } = now;
      for (let i = 0; i < m; i++) {
        byT[i] = 0;
        for (let j = 0; j < m; j++) byT[i] += (B[i * m + j] * c[i * m + j] * p[j]) / (T * T) / bound[i];
      }
      byT[m] = 0;
      solveDense(jacobian, pivot, byT, size);
      for (let i = 0; i < n; i++) {
        const a = place[i];
        out.lnPhi[i] = Math.log((a < 0 ? s : u[a]) / P);
        out.dLnPhiDT[i] = byT[a < 0 ? m : a];
      }
      if (extent === 'fugacity') return;
      byP.fill(0);
      byP[m] = 1 / P;
      solveDense(jacobian, pivot, byP, size);
      for (let k = 0; k < n; k++) {
        slopesInN(k);
        for (let i = 0; i < n; i++) out.dLnPhiDN[i * n + k] = step[place[i] < 0 ? m : place[i]];
        out.dLnPhiDP[k] = byP[place[k] < 0 ? m : place[k]] - 1 / P;
      }
      if (extent === 'slopes') return;
      enthalpyAndVolume(out);
    },
    pure(i, out) {
      const { T, P } = out;
      const a = place[i];
      if (a < 0) {
        out.lnPhi = out.dLnPhiDT = out.dLnPhiDP = out.enthalpy = out.dEnthalpyDT = out.dEnthalpyDP = 0;
        return;
      }
      const slope = -B[a * m + a] / (T * T); // d ln K/dT
      const K = Math.exp(A[a * m + a] + B[a * m + a] / T) / 2;
      const monomer = (2 * P) / (1 + Math.sqrt(1 + 4 * K * P));
      const z = monomer * K;
      const free = 1 + 2 * z;
      out.lnPhi = Math.log(monomer / P);
      out.dLnPhiDT = (-z * slope) / free;
      out.dLnPhiDP = 1 / (monomer * free) - 1 / P;
      const heat = -R * B[a * m + a];
      out.enthalpy = (heat * z) / free;
      out.dEnthalpyDT = (heat * z * (out.dLnPhiDT + slope)) / (free * free);
      out.dEnthalpyDP = (heat * z) / (monomer * free) / (free * free);
    },
  };

  function enthalpyAndVolume(out: PhaseProperties): void {
    const { T, s } = now;
    let h = 0;
    let dT = 0;
    let dP = 0;
    for (let i = 0; i < m; i++) {
      for (let j = 0; j < m; j++) {
        const term = (-R / (2 * s)) * B[i * m + j] * c[i * m + j] * p[i] * p[j];
        h += term;
        dT += term * (byT[i] + byT[j] - byT[m] - B[i * m + j] / (T * T));
        dP += term * (byP[i] + byP[j] - byP[m]);
      }
    }
    out.enthalpy = h;
    out.dEnthalpyDT = dT;
    out.dEnthalpyDP = dP;
    out.volume = (R * T) / s;
    out.dVolumeDT = (R / s) * (1 - T * byT[m]);
    out.dVolumeDP = -out.volume * byP[m];
    for (let i = 0; i < n; i++) {
      const k = place[i] < 0 ? m : place[i];
      out.dEnthalpyDN[i] = -R * T * T * byT[k];
      out.dVolumeDN[i] = R * T * byP[k];
    }
  }
}
