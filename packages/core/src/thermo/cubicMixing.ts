/**
 * Attraction of a cubic equation of state by the classical mixing rule, per mole of mixture:
 *   a = Σᵢⱼ xᵢ xⱼ √(aᵢaⱼ) (1 − kᵢⱼ),  kᵢⱼ = k⁰ᵢⱼ + k¹ᵢⱼ T, or predicted at each temperature,
 *   √aᵢ = √Ωa R Tcᵢ/√Pcᵢ · √αᵢ,
 *   √αᵢ = |1 + mᵢ(1 − √Tr)|,  mᵢ = m₀ + m₁ ωᵢ + m₂ ωᵢ²                  (Soave 1972; Peng & Robinson 1976), or for polar components
 *   αᵢ  = Tr^(N(M − 1)) exp(L(1 − Tr^(NM)))                               (Twu, Bluck, Cunningham & Coon, Fluid Phase Equil. 69 (1991) 33).
 * The root of a is what mixes and what is nearly straight in √T, so it and its two slopes in T are what is kept.
 */
import { R } from '../properties/index.ts';
import type { Temperature } from './model.ts';

/** A component as a cubic equation sees it. */
export interface CubicComponent {
  Tc: number; // K
  Pc: number; // Pa
  omega: number;
  /** Volume translation c, m³/mol: v = v_eos − Σ xᵢ cᵢ (Péneloux 1982); 0 for none. */
  translation: number;
  /** L, M, N of Twu's α; left out: α from ω. */
  twu?: { L: number; M: number; N: number };
}

/** Interaction parameters, each n × n and row-major, symmetric. */
export interface Interaction {
  /** kᵢⱼ = k0 + k1 T, k1 in 1/K. */
  k0: Float64Array;
  k1: Float64Array;
  /** Writes over some of k, dk/dT and d²k/dT² at T; roots are the √aᵢ with their slopes. */
  predict?: Predictor;
}

/** How a pair's interaction follows from the temperature. */
export type Predictor = (at: Temperature, roots: RootsOfA, k: Float64Array, dk: Float64Array, d2k: Float64Array) => void;

/** √aᵢ and its first two slopes in T. */
export interface RootsOfA {
  s: Float64Array;
  sT: Float64Array;
  sTT: Float64Array;
}

/** The constants of an equation of state. */
export interface CubicConstants {
  omegaA: number;
  omegaB: number;
  /** m = m[0] + m[1] ω + m[2] ω² */
  m: readonly [number, number, number];
  delta1: number;
  delta2: number;
}

/** Source: Soave, Chem. Eng. Sci. 27 (1972) 1197; the Ωs exact. */
export const SRK: CubicConstants = {
  omegaA: 0.4274802335403414,
  omegaB: 0.08664034996495772,
  m: [0.48, 1.574, -0.176],
  delta1: 1,
  delta2: 0,
};

/** Source: Peng & Robinson, Ind. Eng. Chem. Fundam. 15 (1976) 59; the Ωs exact. */
export const PENG_ROBINSON: CubicConstants = {
  omegaA: 0.4572355289213822,
  omegaB: 0.07779607390388846,
  m: [0.37464, 1.54226, -0.26992],
  delta1: 1 + Math.SQRT2,
  delta2: 1 - Math.SQRT2,
};

/** Attraction and covolume of a mixture with their slopes; n by component, N = Σn = 1 mol. */
export interface Mixed {
  /** D = Σᵢⱼ nᵢnⱼaᵢⱼ, Pa·m⁶, with D_T, D_TT. */
  D: number;
  dT: number;
  dT2: number;
  /** ∂D/∂nᵢ and its slope in T. */
  Di: Float64Array;
  DiT: Float64Array;
  /** 2 aᵢⱼ = ∂²D/∂nᵢ∂nⱼ. */
  Dij: Float64Array;
  /** Σ nᵢbᵢ, m³, and bᵢ. */
  B: number;
  b: Float64Array;
}

/** Working space of a mixture's a and b. */
export const makeMixed = (n: number, b: Float64Array): Mixed => ({
  D: 0,
  dT: 0,
  dT2: 0,
  Di: new Float64Array(n),
  DiT: new Float64Array(n),
  Dij: new Float64Array(n * n),
  B: 0,
  b,
});

/** Covolumes, and the roots of each component's attraction, which `renew` renews. */
export function attractionOf(components: readonly CubicComponent[], constants: CubicConstants) {
  const n = components.length;
  const { omegaA, omegaB, m } = constants;
  const scale = Float64Array.from(components, ({ Tc, Pc }) => (Math.sqrt(omegaA) * R * Tc) / Math.sqrt(Pc));
  const slope = Float64Array.from(components, ({ omega }) => m[0] + omega * (m[1] + omega * m[2]));
  const rootTc = Float64Array.from(components, ({ Tc }) => Math.sqrt(Tc));
  const b = Float64Array.from(components, ({ Tc, Pc }) => (omegaB * R * Tc) / Pc);
  const roots: RootsOfA = { s: new Float64Array(n), sT: new Float64Array(n), sTT: new Float64Array(n) };
  const { s, sT, sTT } = roots;
  const twu = components.map((c) => c.twu);
  const isTwu = twu.some((t) => t !== undefined);

  function rootsOfA(at: Temperature): void {
    const { T } = at;
    const rootT = Math.sqrt(T);
    for (let i = 0; i < n; i++) {
      const value = 1 + slope[i] * (1 - rootT / rootTc[i]);
      const sign = value < 0 ? -1 : 1; // √a is the positive root, far above Tc too
      const first = (-slope[i] / (2 * rootTc[i] * rootT)) * sign;
      s[i] = scale[i] * value * sign;
      sT[i] = scale[i] * first;
      sTT[i] = (-scale[i] * first) / (2 * T);
    }
    if (isTwu) twuRoots(at);
  }

  function twuRoots({ T }: Temperature): void {
    for (let i = 0; i < n; i++) {
      const own = twu[i];
      if (own === undefined) continue;
      const NM = own.N * own.M;
      const Tr = T / (rootTc[i] * rootTc[i]);
      const power = Tr ** NM;
      const g = (own.N * (own.M - 1) - own.L * NM * power) / 2; // d ln s/d ln T
      const dg = (-own.L * NM * NM * power) / 2; //               dg/d ln T
      s[i] = scale[i] * Tr ** ((own.N * (own.M - 1)) / 2) * Math.exp((own.L * (1 - power)) / 2);
      sT[i] = (s[i] * g) / T;
      sTT[i] = (s[i] * (g * g - g + dg)) / (T * T);
    }
  }

  return { b, roots, renew: rootsOfA };
}

/** Returns what mixes at T and x. */
export function cubicMixing(components: readonly CubicComponent[], constants: CubicConstants, { k0, k1, predict }: Interaction) {
  const n = components.length;
  const { b, roots, renew } = attractionOf(components, constants);
  const { s, sT, sTT } = roots;
  const k = Float64Array.from(k0);
  const dk = Float64Array.from(k1);
  const d2k = new Float64Array(n * n);
  const isConstant = predict === undefined && k1.every((v) => v === 0);
  const mixed = makeMixed(n, b);

  function interactions(at: Temperature): void {
    if (isConstant) return;
    for (let p = 0; p < n * n; p++) k[p] = k0[p] + k1[p] * at.T;
    predict?.(at, roots, k, dk, d2k);
  }

  return function mix(x: Float64Array, at: Temperature): Mixed {
    renew(at);
    interactions(at);
    let D = 0;
    let dT = 0;
    let dT2 = 0;
    let B = 0;
    for (let i = 0; i < n; i++) {
      let sum = 0;
      let sumT = 0;
      let sumTT = 0;
      for (let j = 0, p = i * n; j < n; j++, p++) {
        const c = 1 - k[p];
        const a = s[i] * s[j];
        const aT = sT[i] * s[j] + s[i] * sT[j];
        const aTT = sTT[i] * s[j] + 2 * sT[i] * sT[j] + s[i] * sTT[j];
        mixed.Dij[p] = 2 * a * c;
        sum += x[j] * a * c;
        sumT += x[j] * (aT * c - a * dk[p]);
        sumTT += x[j] * (aTT * c - 2 * aT * dk[p] - a * d2k[p]);
      }
      mixed.Di[i] = 2 * sum;
      mixed.DiT[i] = 2 * sumT;
      D += x[i] * sum;
      dT += x[i] * sumT;
      dT2 += x[i] * sumTT;
      B += x[i] * b[i];
    }
    mixed.D = D;
    mixed.dT = dT;
    mixed.dT2 = dT2;
    mixed.B = B;
    return mixed;
  };
}
