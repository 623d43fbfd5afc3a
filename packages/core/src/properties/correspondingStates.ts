/**
 * Correlations of a pure component from its critical constants, in the handbooks' forms.
 *   vapour pressure   ln(P/Pc) = f⁰(Tr) + ω f¹(Tr): Lee & Kesler, AIChE J. 21 (1975) 510
 *   acentric factor   the ω with which that passes the normal boiling point
 *   vaporisation      Riedel at the normal boiling point, Chem. Ing. Tech. 26 (1954) 679; elsewhere ∝ (1 − Tr)^0.38, Watson, Ind. Eng. Chem. 35 (1943) 398
 *   liquid density    Rackett with Z = 0.29056 − 0.08775 ω: Yamada & Gunn, J. Chem. Eng. Data 18 (1973) 234
 *   liquid capacity   Rowlinson and Bondi: Reid, Prausnitz & Poling, The Properties of Gases and Liquids, 4th ed. (1987), eq. 5-8.3
 */
import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import type { Correlation } from '@keen-ladder/schema';
import { R } from './correlation.ts';

/** What the methods of corresponding states take. */
export interface CriticalConstants {
  Tc: number; // K
  Pc: number; // Pa
  omega: number;
}

const ATMOSPHERE = 101325;

/** ω with which the vapour pressure at Tb, K, is one atmosphere. */
export function acentricFactorOf({ Tc, Pc, Tb }: { Tc: number; Pc: number; Tb: number }): number {
  const [f0, f1] = leeKesler(Tb / Tc);
  return (Math.log(ATMOSPHERE / Pc) - f0) / f1;
}

const leeKesler = (Tr: number): [number, number] => [
  5.92714 - 6.09648 / Tr - 1.28862 * Math.log(Tr) + 0.169347 * Tr ** 6,
  15.2518 - 15.6875 / Tr - 13.4721 * Math.log(Tr) + 0.43577 * Tr ** 6,
];

type Bare = Omit<Correlation, 'source' | 'how'>;

/** Vapour pressure by corresponding states. */
export function vapourPressureOf({ Tc, Pc, omega }: CriticalConstants): Bare {
  const [slope, log, sixth] = [6.09648 + 15.6875 * omega, 1.28862 + 13.4721 * omega, 0.169347 + 0.43577 * omega];
  const first = Math.log(Pc) + 5.92714 + 15.2518 * omega + log * Math.log(Tc);
  return { form: '101', c: [first, -slope * Tc, -log, sixth / Tc ** 6, 6], Tmin: 0.4 * Tc, Tmax: Tc };
}

/** Heat of evaporation by corresponding states. */
export function heatOfVaporisationOf({ Tc, Pc }: CriticalConstants, Tb: number): Bare {
  const Tbr = Tb / Tc;
  const atBoiling = (1.093 * R * Tb * (Math.log(Pc / 1e5) - 1.013)) / (0.93 - Tbr);
  return { form: '106', c: [Tc, atBoiling / (1 - Tbr) ** 0.38, 0.38, 0, 0, 0], Tmin: 0.4 * Tc, Tmax: Tc };
}

/** Liquid density by corresponding states. */
export function liquidDensityOf({ Tc, Pc, omega }: CriticalConstants): Bare {
  return { form: '105', c: [Pc / (R * Tc), 0.29056 - 0.08775 * omega, Tc, 2 / 7], Tmin: 0.35 * Tc, Tmax: Tc };
}

/** @param gas form 100 */
export function liquidHeatCapacityOf({ Tc, omega }: CriticalConstants, gas: readonly number[]): Bare {
  const gasAt = (T: number): number => gas.reduce((sum, c, k) => sum + c * T ** k, 0);
  const [low, high] = [0.4 * Tc, 0.85 * Tc];
  const temperatures = Array.from({ length: 12 }, (_, k) => low + ((high - low) * k) / 11);
  const values = temperatures.map((T) => {
    const t = 1 - T / Tc;
    return gasAt(T) + R * (1.45 + 0.45 / t + omega * (4.2775 + (6.3 * Math.cbrt(t)) / (1 - t) + 0.4355 / t));
  });
  // In T/Tc, so that the columns are of one size.
  const design = new Matrix(temperatures.map((T) => [0, 1, 2, 3, 4].map((k) => (T / Tc) ** k)));
  const c = new SingularValueDecomposition(design, { autoTranspose: true }).solve(Matrix.columnVector(values)).to1DArray();
  return { form: '100', c: c.map((of, k) => of / Tc ** k), Tmin: low, Tmax: high };
}
