/**
 * The vapour by the virial equation cut after its second term, Z = 1 + BP/RT, B = Σᵢⱼ yᵢyⱼBᵢⱼ(T):
 *   ln φᵢ = (2Σⱼ yⱼBᵢⱼ − B) P/RT,  h − hⁱᵍ = P(B − T dB/dT),  v = RT/P + B.
 * Bᵢⱼ by Tsonopoulos: B Pc/RTc = f⁰ + ω f¹ + a/Tr⁶ − b/Tr⁸, with
 *   f⁰ = 0.1445 − 0.330/Tr − 0.1385/Tr² − 0.0121/Tr³ − 0.000607/Tr⁸,  f¹ = 0.0637 + 0.331/Tr² − 0.423/Tr³ − 0.008/Tr⁸;
 * a and b for polar molecules by family, from the reduced dipole μr = 10⁵ μ² Pc/Tc² (debye, atm, K). Cross coefficients with
 * Tcᵢⱼ = √(TcᵢTcⱼ), Vc by the mean of cube roots, mean ω; a and b of two polar molecules are means, else 0.
 * Good while BP/RT is small: below half the critical density (common practice), to some 15 bar.
 * Sources: Tsonopoulos, AIChE J. 20 (1974) 263; 21 (1975) 827; Poling, Prausnitz & O'Connell, 5th ed. (2001), Table 4-5 and eqs. 5-2.
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import { R } from '../properties/index.ts';
import type { Temperature } from './model.ts';
import type { VapourModel } from './vapour.ts';

const ATMOSPHERE = 101325; // Pa

interface Reduced {
  Tc: number;
  Pc: number;
  Vc: number;
  Zc: number;
  omega: number;
  a: number;
  b: number;
}

/** B at T with its first two slopes in T, m³/mol and K. */
export interface SecondVirial {
  T: number;
  B: number;
  dT: number;
  dT2: number;
}

const WATER = '7732-18-5';
const LIKE_KETONES = ['ketone', 'aldehyde', 'amide/nitrile/nitro', 'ether/epoxide', 'ester', 'acid/anhydride', 'glycol ether'];
const LIKE_HALIDES = ['chlorinated', 'bromo/iodo/fluoro', 'refrigerant', 'sulphur'];
const WITH_HYDROXYL = ['alcohol', 'glycol', 'alkanolamine'];

function polarTerms(c: ComponentRecord): { a: number; b: number } {
  if (c.id === WATER) return { a: -0.0109, b: 0 };
  if (c.family === 'phenol') return { a: -0.0136, b: 0 };
  const mu = c.dipoleMoment?.value ?? 0;
  const reduced = (1e5 * mu * mu * (c.criticalPressure.value / ATMOSPHERE)) / c.criticalTemperature.value ** 2;
  if (WITH_HYDROXYL.includes(c.family)) return { a: 0.0878, b: 0.00908 + 0.0006957 * reduced };
  if (LIKE_KETONES.includes(c.family)) return { a: -2.14e-4 * reduced - 4.308e-21 * reduced ** 8, b: 0 };
  if (LIKE_HALIDES.includes(c.family)) return { a: -2.188e-11 * reduced ** 4 - 7.831e-21 * reduced ** 8, b: 0 };
  return { a: 0, b: 0 };
}

function reducedOf(c: ComponentRecord): Reduced {
  const [Tc, Pc, Vc] = [c.criticalTemperature.value, c.criticalPressure.value, c.criticalVolume.value];
  return { Tc, Pc, Vc, Zc: (Pc * Vc) / (R * Tc), omega: c.acentricFactor.value, ...polarTerms(c) };
}

function crossOf(i: Reduced, j: Reduced): Reduced {
  if (i === j) return i;
  const Tc = Math.sqrt(i.Tc * j.Tc);
  const Vc = ((Math.cbrt(i.Vc) + Math.cbrt(j.Vc)) / 2) ** 3;
  const Zc = (i.Zc + j.Zc) / 2;
  const bothPolar = i.a !== 0 && j.a !== 0;
  const polar = bothPolar ? { a: (i.a + j.a) / 2, b: (i.b + j.b) / 2 } : { a: 0, b: 0 };
  return { Tc, Vc, Zc, Pc: (Zc * R * Tc) / Vc, omega: (i.omega + j.omega) / 2, ...polar };
}

function tsonopoulos({ Tc, Pc, omega, a, b }: Reduced, out: SecondVirial): void {
  const { T } = out;
  const u = Tc / T; // 1/Tr
  const u2 = u * u;
  const u3 = u2 * u;
  const u6 = u3 * u3;
  const u8 = u6 * u2;
  const scale = (R * Tc) / Pc;
  const f = 0.1445 - 0.33 * u - 0.1385 * u2 - 0.0121 * u3 - 0.000607 * u8 + omega * (0.0637 + 0.331 * u2 - 0.423 * u3 - 0.008 * u8);
  // u·df/du and u²·d²f/du²; du/dT = −u/T
  const d1 =
    -0.33 * u - 0.277 * u2 - 0.0363 * u3 - 0.004856 * u8 + omega * (0.662 * u2 - 1.269 * u3 - 0.064 * u8) + 6 * a * u6 - 8 * b * u8;
  const d2 = -0.277 * u2 - 0.0726 * u3 - 0.033992 * u8 + omega * (0.662 * u2 - 2.538 * u3 - 0.448 * u8) + 30 * a * u6 - 56 * b * u8;
  out.B = scale * (f + a * u6 - b * u8);
  out.dT = (-scale * d1) / T;
  out.dT2 = (scale * (2 * d1 + d2)) / (T * T);
}

/** Second virial coefficient of a pure component, m³/mol. */
export function secondVirial(c: ComponentRecord, T: number): number {
  const out = { T, B: 0, dT: 0, dT2: 0 };
  tsonopoulos(reducedOf(c), out);
  return out.B;
}

/** A vapour by the second virial coefficient (Tsonopoulos 1974). */
export function virialVapour(components: readonly ComponentRecord[]): VapourModel {
  const n = components.length;
  const own = components.map(reducedOf);
  const cross = own.flatMap((i) => own.map((j) => crossOf(i, j)));
  const B = new Float64Array(n * n);
  const dB = new Float64Array(n * n);
  const d2B = new Float64Array(n * n);
  const row = new Float64Array(n);
  const dRow = new Float64Array(n);
  const one: SecondVirial = { T: 0, B: 0, dT: 0, dT2: 0 };
  const prepared = { T: NaN };

  /** Coefficients at the temperature of `at`. */
  function prepare({ T }: Temperature): void {
    if (T === prepared.T) return;
    prepared.T = T;
    one.T = T;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j <= i; j++) {
        tsonopoulos(cross[i * n + j], one);
        B[i * n + j] = B[j * n + i] = one.B;
        dB[i * n + j] = dB[j * n + i] = one.dT;
        d2B[i * n + j] = d2B[j * n + i] = one.dT2;
      }
    }
  }

  return {
    isIdeal: false,
    evaluate(y, out, extent) {
      const { T, P } = out;
      prepare(out);
      let mean = 0;
      let dMean = 0;
      let d2Mean = 0;
      for (let i = 0; i < n; i++) {
        let sum = 0;
        let dSum = 0;
        for (let j = 0, p = i * n; j < n; j++, p++) {
          sum += y[j] * B[p];
          dSum += y[j] * dB[p];
          d2Mean += y[i] * y[j] * d2B[p];
        }
        row[i] = 2 * sum;
        dRow[i] = 2 * dSum;
        mean += y[i] * sum;
        dMean += y[i] * dSum;
      }
      const RT = R * T;
      for (let i = 0; i < n; i++) {
        const partial = row[i] - mean;
        out.lnPhi[i] = (partial * P) / RT;
        out.dLnPhiDT[i] = (P / RT) * (dRow[i] - dMean - partial / T);
      }
      if (extent === 'fugacity') return;
      for (let i = 0; i < n; i++) {
        out.dLnPhiDP[i] = (row[i] - mean) / RT;
        for (let j = 0; j < n; j++) out.dLnPhiDN[i * n + j] = ((2 * B[i * n + j] - row[i] - row[j] + 2 * mean) * P) / RT;
      }
      if (extent === 'slopes') return;
      out.enthalpy = P * (mean - T * dMean);
      out.dEnthalpyDT = -P * T * d2Mean;
      out.dEnthalpyDP = mean - T * dMean;
      out.volume = RT / P + mean;
      out.dVolumeDT = R / P + dMean;
      out.dVolumeDP = -RT / (P * P);
      for (let i = 0; i < n; i++) {
        out.dEnthalpyDN[i] = P * (row[i] - mean - T * (dRow[i] - dMean));
        out.dVolumeDN[i] = RT / P + row[i] - mean;
      }
    },
    pure(i, out) {
      const { T, P } = out;
      prepare(out);
      const p = i * n + i;
      const RT = R * T;
      out.lnPhi = (B[p] * P) / RT;
      out.dLnPhiDT = (P / RT) * (dB[p] - B[p] / T);
      out.dLnPhiDP = B[p] / RT;
      out.enthalpy = P * (B[p] - T * dB[p]);
      out.dEnthalpyDT = -P * T * d2B[p];
      out.dEnthalpyDP = B[p] - T * dB[p];
    },
  };
}
