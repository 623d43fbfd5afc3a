/**
 * Predictive kᵢⱼ(T) of both cubic equations by groups (PPR78 and PR2SRK), for pairs without a published one. With shares αᵢₖ of group k in molecule i and
 * δᵢ = √aᵢ/bᵢ:
 *   kᵢⱼ = [E − (δᵢ − δⱼ)²]/(2δᵢδⱼ),   E = −½ Σₖₗ (αᵢₖ − αⱼₖ)(αᵢₗ − αⱼₗ) Aₖₗ (298.15/T)^(Bₖₗ/Aₖₗ − 1).
 * For Soave-Redlich-Kwong every Aₖₗ and Bₖₗ is ξ times as large, ξ = 0.807341 (from memory; with it
 * the tabulated kᵢⱼ are met as well as Peng-Robinson's).
 * Expected error: some 8 % in bubble pressure of hydrocarbon systems (Jaubert & Mutelet). A pair of groups without parameters predicts
 * nothing: it is not taken as zero. Temperature changes no term by more than a factor of 20. Nitrogen with C₃ and heavier comes out too low: there a published kᵢⱼ matters.
 * Source: Jaubert & Mutelet, Fluid Phase Equil. 224 (2004) 285, eq. 15; Jaubert & Privat, ibid. 295 (2010) 26
 * (ξ); Xu, Jaubert, Privat & Arpentinier, Ind. Eng. Chem. Res. 56 (2017) 8143.
 */
import type { ComponentRecord, CubicName, Ppr78Table } from '@keen-ladder/schema';
import type { Predictor } from './cubicMixing.ts';

const T_REFERENCE = 298.15; // K
const MEGAPASCAL = 1e6; // Pa
/**
 * ln of the factor that temperature brings to a term, at the most: some pairs of groups were fitted over few temperatures and have exponents
 * up to 19, by which a term would grow ten thousand times in 200 K. Beyond a factor of 20 it stays; the usual exponent of 1.5 reaches
 * that below 40 K only.
 */
const FARTHEST = 3;

/** E of one pair: terms e (298.15/T)^f, e in Pa. */
export interface Ppr78Pair {
  i: number;
  j: number;
  e: number[];
  f: number[];
}

/** What turns the group parameters of Peng-Robinson into those of the equation. */
const SCALE: Readonly<Record<CubicName, number>> = { 'peng-robinson': 1, srk: 0.807341 };

/** The terms of molecules i and j, or undefined when a group or a pair of groups is not in the table. */
export function ppr78Pair(
  components: readonly ComponentRecord[],
  i: number,
  j: number,
  table: Ppr78Table,
  equation: CubicName,
): Ppr78Pair | undefined {
  const [first, second] = [shares(components[i]), shares(components[j])];
  if (first.size === 0 || second.size === 0) return undefined;
  const groups = [...new Set([...first.keys(), ...second.keys()])];
  const difference = groups.map((k) => (first.get(k) ?? 0) - (second.get(k) ?? 0));
  const pair: Ppr78Pair = { i, j, e: [], f: [] };
  for (let k = 0; k < groups.length; k++) {
    for (let l = 0; l < k; l++) {
      const weight = difference[k] * difference[l];
      const row = table.pairs.find(([a, b]) => (a === groups[k] && b === groups[l]) || (a === groups[l] && b === groups[k]));
      if (row === undefined) {
        if (weight === 0) continue;
        return undefined;
      }
      const [, , A, B] = row;
      if (A === 0) continue;
      pair.e.push(-weight * A * SCALE[equation] * MEGAPASCAL); // both orders of (k, l): the ½ goes
      pair.f.push(B / A - 1);
    }
  }
  return pair;
}

function shares(c: ComponentRecord): Map<string, number> {
  const total = c.ppr78Groups.reduce((sum, [, count]) => sum + count, 0);
  return new Map(c.ppr78Groups.map(([group, count]) => [group, count / total]));
}

/** What writes the predicted kᵢⱼ of `pairs` over a matrix, with slopes; b by component, m³/mol. */
export function predictInteractions(n: number, b: Float64Array, pairs: readonly Ppr78Pair[]): Predictor {
  return ({ T }, { s, sT, sTT }, k, dk, d2k) => {
    for (const { i, j, e, f } of pairs) {
      let E = 0;
      let dE = 0;
      let d2E = 0;
      for (let term = 0; term < e.length; term++) {
        const power = f[term] * Math.log(T_REFERENCE / T);
        if (Math.abs(power) > FARTHEST) {
          E += e[term] * Math.exp(Math.sign(power) * FARTHEST);
          continue;
        }
        const value = e[term] * Math.exp(power);
        E += value;
        dE -= (value * f[term]) / T;
        d2E += (value * f[term] * (f[term] + 1)) / (T * T);
      }
      const di = s[i] / b[i];
      const dj = s[j] / b[j];
      const diT = sT[i] / b[i];
      const djT = sT[j] / b[j];
      const diTT = sTT[i] / b[i];
      const djTT = sTT[j] / b[j];
      const gap = di - dj;
      const gapT = diT - djT;
      const below = 2 * di * dj;
      const belowT = 2 * (diT * dj + di * djT);
      const belowTT = 2 * (diTT * dj + 2 * diT * djT + di * djTT);
      const value = (E - gap * gap) / below;
      const slope = (dE - 2 * gap * gapT - value * belowT) / below;
      const curvature = (d2E - 2 * (gapT * gapT + gap * (diTT - djTT)) - 2 * slope * belowT - value * belowTT) / below;
      k[i * n + j] = k[j * n + i] = value;
      dk[i * n + j] = dk[j * n + i] = slope;
      d2k[i * n + j] = d2k[j * n + i] = curvature;
    }
  };
}
