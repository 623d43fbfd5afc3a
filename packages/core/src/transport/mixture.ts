/**
 * Transport properties of mixtures by published mixing rules. Values, no slopes: no equation of a column has them under its Jacobian.
 * Sources: Poling, Prausnitz & O'Connell, 5th ed. (2001), chapters 9 to 12, and the papers named at each rule.
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import { liquidVolume, R } from '../properties/index.ts';
import { ValueSlope } from '../properties/index.ts';
import { gasDiffusivity, interpolatedDiffusivity, wilkeChang } from './diffusion.ts';
import { transportConstants } from './estimates.ts';
import type { TransportConstants } from './estimates.ts';
import { gasConductivity, gasViscosity, liquidConductivity, liquidViscosity, surfaceTension, transportRemarks } from './pure.ts';
import type { TransportRemark } from './pure.ts';

/** x and y are mole fractions, length n, Σ = 1; T in K, P in Pa; the vapour's volume in m³/mol. */
export interface Transport {
  liquidViscosity: (T: number, x: Float64Array) => number; // Pa s
  gasViscosity: (T: number, y: Float64Array, volume: number) => number; // Pa s
  liquidConductivity: (T: number, x: Float64Array) => number; // W/(m K)
  gasConductivity: (T: number, y: Float64Array, volume: number) => number; // W/(m K)
  surfaceTension: (T: number, x: Float64Array) => number; // N/m
  /** m²/s; undefined where a diffusion volume is not published. */
  gasDiffusivity: (i: number, j: number, T: number, P: number) => number | undefined;
  /** Maxwell–Stefan coefficient of i and j in the liquid, m²/s. */
  liquidDiffusivity: (i: number, j: number, T: number, x: Float64Array) => number;
  remarks: (T: number) => TransportRemark[];
}

/** Transport properties of a mixture's phase, with how they were come by. */
export function transportOf(components: readonly ComponentRecord[]): Transport {
  const all = components.map(transportConstants);
  const n = all.length;
  const pure = new Float64Array(n);
  const viscosities = new Float64Array(n);
  const volumes = new Float64Array(n);
  const fill = (out: Float64Array, property: (c: TransportConstants, T: number) => number, T: number): void => {
    for (let i = 0; i < n; i++) out[i] = property(all[i], T);
  };
  const wilke = (x: Float64Array, values: Float64Array): number => wilkeSum(all, x, viscosities, values);

  return {
    liquidViscosity: (T, x) => {
      let sum = 0;
      for (let i = 0; i < n; i++) if (x[i] > 0) sum += x[i] * Math.log(liquidViscosity(all[i], T));
      return Math.exp(sum);
    },
    gasViscosity: (T, y, volume) => {
      fill(viscosities, gasViscosity, T);
      return wilke(y, viscosities) + denseGasViscosity(pseudoCritical(all, y, volume));
    },
    liquidConductivity: (T, x) => {
      fill(pure, liquidConductivity, T);
      fill(volumes, volumeAtMost, T);
      return liConductivity(x, pure, volumes);
    },
    gasConductivity: (T, y, volume) => {
      fill(viscosities, gasViscosity, T);
      fill(pure, gasConductivity, T);
      return wilke(y, pure) + denseGasConductivity(pseudoCritical(all, y, volume));
    },
    surfaceTension: (T, x) => {
      fill(pure, surfaceTension, T);
      fill(volumes, volumeAtMost, T);
      return winterfeld(x, pure, volumes);
    },
    gasDiffusivity: (i, j, T, P) => gasDiffusivity(all[i], all[j], T, P),
    liquidDiffusivity: (i, j, T, x) => {
      const dij = wilkeChang(all[i], all[j], T, liquidViscosity(all[j], T));
      const dji = wilkeChang(all[j], all[i], T, liquidViscosity(all[i], T));
      return interpolatedDiffusivity(dij, dji, x[i], x[j]);
    },
    remarks: (T) => all.flatMap((c) => transportRemarks(c, T)),
  };
}

const volumeOut = new ValueSlope();

/** m³/mol of the saturated liquid; of a dissolved gas no more than its critical volume. */
function volumeAtMost(c: TransportConstants, T: number): number {
  liquidVolume(c.record, volumeOut.at(T));
  return Math.min(volumeOut.value, c.Vc);
}

/**
 * Σ yᵢ vᵢ / Σ yⱼ φᵢⱼ with Wilke's φ of the viscosities (J. Chem. Phys. 18 (1950) 517); for conductivities this is Wassiljewa's equation with
 * the factor of Mason & Saxena (1958).
 */
function wilkeSum(all: readonly TransportConstants[], y: Float64Array, viscosity: Float64Array, values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < all.length; i++) {
    if (y[i] <= 0) continue;
    let below = 0;
    for (let j = 0; j < all.length; j++) {
      const root = 1 + Math.sqrt(viscosity[i] / viscosity[j]) * (all[j].M / all[i].M) ** 0.25;
      below += (y[j] * root * root) / Math.sqrt(8 * (1 + all[i].M / all[j].M));
    }
    sum += (y[i] * values[i]) / below;
  }
  return sum;
}

interface PseudoCritical {
  M: number; // g/mol
  Tc: number; // K
  Pc: number; // bar
  Zc: number;
  reducedDensity: number;
}

/** Molar averages; Pc = R (Σ yZc)(Σ yTc)/(Σ yVc) after Prausnitz & Gunn (1958). */
function pseudoCritical(all: readonly TransportConstants[], y: Float64Array, volume: number): PseudoCritical {
  let [M, Tc, Vc, Zc] = [0, 0, 0, 0];
  for (let i = 0; i < all.length; i++) {
    M += y[i] * all[i].M;
    Tc += y[i] * all[i].Tc;
    Vc += y[i] * all[i].Vc;
    Zc += y[i] * all[i].Zc;
  }
  return { M, Tc, Pc: (R * Zc * Tc) / Vc / 1e5, Zc, reducedDensity: Vc / volume };
}

/** Reduced density from which the method of Jossi, Stiel & Thodos was published; below it their excess goes straight to zero. */
const DENSE_FROM = 0.1;

/** η − η° of a gas under pressure, Pa s: Jossi, Stiel & Thodos, AIChE J. 8 (1962) 59. */
function denseGasViscosity({ M, Tc, Pc, reducedDensity }: PseudoCritical): number {
  const r = Math.max(reducedDensity, DENSE_FROM);
  const root = 0.1023 + r * (0.023364 + r * (0.058533 + r * (-0.040758 + r * 0.0093324)));
  const inverse = Tc ** (1 / 6) / (Math.sqrt(M) * (Pc / 1.01325) ** (2 / 3)); // 1/cP
  return ((root ** 4 - 1e-4) / inverse) * 1e-3 * Math.min(1, reducedDensity / DENSE_FROM);
}

/** λ − λ° of a gas under pressure, W/(m K): Stiel & Thodos, AIChE J. 10 (1964) 26; Poling eq. 10-5.2. */
function denseGasConductivity({ M, Tc, Pc, Zc, reducedDensity: r }: PseudoCritical): number {
  const gamma = 210 * ((Tc * M ** 3) / Pc ** 4) ** (1 / 6);
  const part =
    r < 0.5
      ? 1.22e-2 * (Math.exp(0.535 * r) - 1)
      : r < 2
        ? 1.14e-2 * (Math.exp(0.67 * r) - 1.069)
        : 2.6e-3 * (Math.exp(1.155 * r) + 2.016);
  return part / (gamma * Zc ** 5);
}

/** Li, AIChE J. 22 (1976) 927: superficial volume fractions and harmonic means. */
function liConductivity(x: Float64Array, lambda: Float64Array, volume: Float64Array): number {
  let [sum, whole] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    whole += x[i] * volume[i];
    for (let j = 0; j < x.length; j++)
      sum += (x[i] * volume[i] * x[j] * volume[j] * 2 * lambda[i] * lambda[j]) / (lambda[i] + lambda[j]);
  }
  return sum / (whole * whole);
}

/** Winterfeld, Scriven & Davis, AIChE J. 24 (1978) 1010; too high for water with organics, which gather at the surface. */
function winterfeld(x: Float64Array, sigma: Float64Array, volume: Float64Array): number {
  let [sum, whole] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    whole += x[i] * volume[i];
    sum += x[i] * volume[i] * Math.sqrt(sigma[i]);
  }
  return (sum / whole) ** 2;
}
