/**
 * Pure-component transport properties by published estimation methods, for what no table has. SI units in and out.
 * Sources: Poling, Prausnitz & O'Connell, The Properties of Gases and Liquids, 5th ed. (2001), chapters 9 to 12, and the papers named there.
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import { bracketedRoot } from '../numerics/index.ts';
import { heatCapacityOfGas, lnVapourPressure, R } from '../properties/index.ts';
import { ValueSlope } from '../properties/index.ts';

const BAR = 1e5; // Pa
const ATM = 101325; // Pa
const GRAM = 1e-3; // kg
const at = new ValueSlope();

/** Constants of a component that the methods share, in the units in which they were published. */
export interface TransportConstants {
  record: ComponentRecord;
  M: number; // g/mol
  Tc: number; // K
  Pc: number; // bar
  Vc: number; // m³/mol
  Zc: number;
  omega: number;
  /** Normal boiling point, K; for a substance that sublimes, where its vapour pressure carried on reaches 1 atm. */
  Tb: number;
  dipole: number; // debye, 0 where it is not known
}

/** What the estimates of transport properties take of a component. */
export function transportConstants(record: ComponentRecord): TransportConstants {
  const [Tc, Pc, Vc] = [record.criticalTemperature.value, record.criticalPressure.value, record.criticalVolume.value];
  return {
    record,
    M: record.molarMass.value / GRAM,
    Tc,
    Pc: Pc / BAR,
    Vc,
    Zc: (Pc * Vc) / (R * Tc),
    omega: record.acentricFactor.value,
    Tb: record.normalBoilingPoint?.value ?? boilingPoint(record),
    dipole: record.dipoleMoment?.value ?? 0,
  };
}

function boilingPoint(record: ComponentRecord): number {
  const Tc = record.criticalTemperature.value;
  const excess = (T: number): number => {
    lnVapourPressure(record, at.at(T));
    return at.value - Math.log(ATM);
  };
  return bracketedRoot(excess, 0.3 * Tc, Tc, 1e-6);
}

/** Reduced inverse viscosity, 1/µP, of Lucas (1980). */
const inverseViscosity = (c: TransportConstants): number => 0.176 * (c.Tc / (c.M ** 3 * c.Pc ** 4)) ** (1 / 6);

/** Viscosity of the dilute gas, Pa s: Lucas (1980), Poling eq. 9-4.16, with the polar factor; quantum gases have tables. */
export function lucasGasViscosity(c: TransportConstants, T: number): number {
  const Tr = T / c.Tc;
  const reduced = 0.807 * Tr ** 0.618 - 0.357 * Math.exp(-0.449 * Tr) + 0.34 * Math.exp(-4.058 * Tr) + 0.018;
  const MICROPOISE = 1e-7; // Pa s
  return ((reduced * polarFactor(c, Tr)) / inverseViscosity(c)) * MICROPOISE;
}

function polarFactor({ dipole, Tc, Pc, Zc }: TransportConstants, Tr: number): number {
  const reduced = (52.46 * dipole * dipole * Pc) / (Tc * Tc);
  if (reduced < 0.022 || Zc > 0.292) return 1;
  const rise = 30.55 * (0.292 - Zc) ** 1.72;
  return reduced < 0.075 ? 1 + rise : 1 + rise * Math.abs(0.96 + 0.1 * (Tr - 0.7));
}

/** Viscosity of the saturated liquid above 0.76 Tc, Pa s: Letsou & Stiel, AIChE J. 19 (1973) 409. */
export function letsouStiel(c: TransportConstants, T: number): number {
  const Tr = Math.min(T / c.Tc, 1);
  const simple = 1.5174 - Tr * (2.135 - 0.75 * Tr);
  const deviation = 4.2552 - Tr * (7.674 - 3.4 * Tr);
  const inverse = (2173.424 * c.Tc ** (1 / 6)) / (Math.sqrt(c.M) * (c.Pc * BAR) ** (2 / 3)); // 1/(Pa s)
  return ((simple + c.omega * deviation) * 1e-5) / inverse;
}

/**
 * Conductivity of the dilute gas, W/(m K): Chung, Lee & Starling, Ind. Eng. Chem. Fundam. 23 (1984) 8; Poling eq. 10-3.14.
 * @param viscosity of the dilute gas, Pa s
 */
export function chungGasConductivity(c: TransportConstants, T: number, viscosity: number): number {
  const cv = heatCapacityOfGas(c.record, T) / R - 1;
  const Tr = T / c.Tc;
  const alpha = cv - 1.5;
  const beta = 0.7862 - c.omega * (0.7109 - 1.3168 * c.omega);
  const Z = 2 + 10.5 * Tr * Tr;
  const above = 0.215 + 0.28288 * alpha - 1.061 * beta + 0.26665 * Z;
  const psi = 1 + (alpha * above) / (0.6366 + beta * Z + 1.061 * alpha * beta);
  return (3.75 * psi * R * viscosity) / (c.M * GRAM);
}

/** Conductivity of the saturated liquid, W/(m K): Sato & Riedel; Poling, 4th ed. (1987), eq. 10-9.5. */
export function satoRiedel(c: TransportConstants, T: number): number {
  const part = (Tr: number): number => 3 + 20 * Math.max(0, 1 - Tr) ** (2 / 3);
  return ((1.11 / Math.sqrt(c.M)) * part(T / c.Tc)) / part(c.Tb / c.Tc);
}

/** Families whose surface tension corresponding states miss: Sastri & Rao have constants of their own for them. */
const ALCOHOLS = new Set(['alcohol', 'phenol', 'glycol', 'glycol ether', 'alkanolamine']);
const ACIDS = new Set(['acid/anhydride']);

/** Surface tension, N/m: Brock & Bird (1955) with Miller's Q; for alcohols and acids Sastri & Rao (1995); Poling eq. 12-3.5, 12-3.9. */
export function estimatedSurfaceTension(c: TransportConstants, T: number): number {
  const MILLI = 1e-3;
  const left = Math.max(0, 1 - T / c.Tc);
  const atBoiling = 1 - c.Tb / c.Tc;
  const { family } = c.record;
  if (ALCOHOLS.has(family)) return MILLI * 2.28 * c.Pc ** 0.25 * c.Tb ** 0.175 * (left / atBoiling) ** 0.8;
  if (ACIDS.has(family)) return MILLI * 0.125 * c.Pc ** 0.5 * c.Tb ** -1.5 * c.Tc ** 1.85 * (left / atBoiling) ** (11 / 9);
  const Q = 0.1196 * (1 + ((c.Tb / c.Tc) * Math.log((c.Pc * BAR) / ATM)) / atBoiling) - 0.279;
  return MILLI * c.Pc ** (2 / 3) * c.Tc ** (1 / 3) * Q * left ** (11 / 9);
}

/** How a surface tension is come by. */
export const surfaceTensionMethod = ({ family }: ComponentRecord): string =>
  ALCOHOLS.has(family) || ACIDS.has(family) ? 'Sastri & Rao' : 'Brock & Bird';
