/**
 * Integrals of heat capacity, ∫Cp dT (J/mol) and ∫Cp/T dT (J/(mol K)), in closed form, for the forms in which heat capacities come:
 * ideal gas by 100, 107, shomate and trc, liquid by 100, 114 and quasi-polynomial. Outside a correlation's range Cp keeps its end value.
 * The closed forms of the trc equation: Frenkel et al., Thermodynamics of Organic Compounds in the Gas State (1994).
 */
import type { Correlation } from '@keen-ladder/schema';
import { correlate, R } from './correlation.ts';
import { ValueSlope } from './correlation.ts';

/** Reference temperature of the enthalpy of formation, K. */
export const T_REFERENCE = 298.15;

const end = new ValueSlope();

/** ∫ Cp/T dT from `from` to `to`, J/(mol K). */
export function heatOverT(cp: Correlation, from: number, to: number): number {
  return overTUpTo(cp, to) - overTUpTo(cp, from);
}

/** ∫ Cp dT up to `out.T`, J/mol, from where its closed form is nothing; its slope is Cp. */
export function heatUpTo(cp: Correlation, out: ValueSlope): void {
  const { T } = out;
  out.T = Math.min(Math.max(T, cp.Tmin), cp.Tmax);
  correlate(cp, out);
  const beyond = out.value * (T - out.T);
  out.dT = out.value;
  antiderivative(cp, out);
  out.value += beyond;
  out.T = T;
}

const atReference = new WeakMap<Correlation, number>();

/** The same at the reference temperature of the enthalpies of formation, found once for every correlation. */
export function heatUpToReference(cp: Correlation): number {
  const known = atReference.get(cp);
  if (known !== undefined) return known;
  heatUpTo(cp, end.at(T_REFERENCE));
  atReference.set(cp, end.value);
  return end.value;
}

function overTUpTo(cp: Correlation, T: number): number {
  const inside = Math.min(Math.max(T, cp.Tmin), cp.Tmax);
  const value = antiderivativeOverT(cp, inside);
  if (inside === T) return value;
  correlate(cp, end.at(inside));
  return value + end.value * Math.log(T / inside);
}

/** Forms of a heat capacity; a record's other forms are refused by the schema. */
type HeatForm = '100' | '107' | '114' | 'quasi-polynomial' | 'shomate' | 'trc';
type GasForm = Exclude<HeatForm, '114' | 'quasi-polynomial'>;

function antiderivative(cp: Correlation, out: ValueSlope): void {
  const c = cp.c;
  const { T } = out;
  switch (cp.form as HeatForm) {
    case '100':
      out.value = T * (c[0] + T * (c[1] / 2 + T * (c[2] / 3 + T * (c[3] / 4 + (T * c[4]) / 5))));
      return;
    case '107':
      out.value = c[0] * T + c[1] * coth(c[2], T) - c[3] * c[4] * Math.tanh(c[4] / T);
      return;
    case 'shomate':
      out.value = T * (c[0] + T * (c[1] / 2 + T * (c[2] / 3 + (T * c[3]) / 4))) - c[4] / T;
      return;
    case 'trc':
      trcHeat(c, out);
      return;
    case '114': {
      const Tc = c[0];
      const A = c[1];
      const B = c[2];
      const C = c[3];
      const D = c[4];
      const t = 1 - T / Tc;
      const tail = A * C + t * ((A * D) / 3 + t * ((C * C) / 12 + t * ((C * D) / 10 + (t * D * D) / 30)));
      out.value = -Tc * (A * A * Math.log(t) + t * (B - t * tail));
      return;
    }
    case 'quasi-polynomial': {
      const Tr = T / c[0];
      const lnT = Math.log(1 - Tr);
      const logs = -c[1] * ((1 - Tr) * lnT + Tr) - c[2] * lnT;
      out.value = R * c[0] * (logs + Tr * (c[3] + Tr * (c[4] / 2 + Tr * (c[5] / 3 + (Tr * c[6]) / 4))));
      return;
    }
  }
}

function antiderivativeOverT(cp: Correlation, T: number): number {
  const c = cp.c;
  switch (cp.form as GasForm) {
    case '100':
      return c[0] * Math.log(T) + T * (c[1] + T * (c[2] / 2 + T * (c[3] / 3 + (T * c[4]) / 4)));
    case '107': {
      const u = c[2] / T;
      const v = c[4] / T;
      const first = u === 0 ? Math.log(T) : u / Math.tanh(u) - lnSinh(Math.abs(u));
      return c[0] * Math.log(T) + c[1] * first - c[3] * (v * Math.tanh(v) - lnCosh(v));
    }
    case 'shomate':
      return c[0] * Math.log(T) + T * (c[1] + T * (c[2] / 2 + (T * c[3]) / 3)) - c[4] / (2 * T * T);
    case 'trc':
      return trcEntropy(c, T);
  }
}

/** C coth(C/T), its limit T where C is 0. */
function coth(C: number, T: number): number {
  return C === 0 ? T : C / Math.tanh(C / T);
}

const lnSinh = (u: number): number => u + Math.log1p(-Math.exp(-2 * u)) - Math.LN2;

const lnCosh = (v: number): number => Math.abs(v) + Math.log1p(Math.exp(-2 * Math.abs(v))) - Math.LN2;

/** e^(−a₂/T) terms: their limits where a₂ is 0. */
function trcHeat(c: number[], out: ValueSlope): void {
  const { T } = out;
  const a0 = c[0];
  const a1 = c[1];
  const a2 = c[2];
  const a3 = c[3];
  const a4 = c[4];
  const a5 = c[5];
  const a6 = c[6];
  const a7 = c[7];
  const exponential = a2 === 0 ? -a1 / T : (a1 / a2) * Math.exp(-a2 / T);
  let h = 0;
  if (T > a7) {
    const y = (T - a7) / (T + a6);
    const y2 = y * y;
    const y4 = y2 * y2;
    const sum = a6 + a7;
    h += (2 * a3 + 8 * a4) * Math.log(1 - y) + (a3 * (1 + 1 / (1 - y)) + a4 * (7 + 1 / (1 - y))) * y;
    h += a4 * (3 * y2 + (5 / 3) * y * y2 + y4 + 0.6 * y4 * y + (y4 * y2) / 3);
    h += ((a4 - a5 / (sum * sum)) * y4 * y2 * y) / 7;
    h *= sum;
  }
  out.value = R * (a0 * T + exponential + h);
}

/**
 * The y-terms over T are integrated by quadrature: their closed form takes differences of numbers 10¹⁰ times as large where a₆ is small against
 * a₇, as for the long 1-alkenes.
 */
function trcEntropy(c: number[], T: number): number {
  const a0 = c[0];
  const a1 = c[1];
  const a2 = c[2];
  const a3 = c[3];
  const a4 = c[4];
  const a5 = c[5];
  const a6 = c[6];
  const a7 = c[7];
  const x = a2 / T;
  const exponential = a2 === 0 ? -a1 / (2 * T * T) : (a1 / (a2 * a2)) * (1 + x) * Math.exp(-x);
  let rise = 0;
  const width = Math.log(T / a7) / PIECES;
  for (let piece = 0; piece < PIECES && T > a7; piece++) {
    const middle = Math.log(a7) + (piece + 0.5) * width;
    for (let k = -NODES.length; k < NODES.length; k++) {
      const place = k < 0 ? -k - 1 : k;
      const t = Math.exp(middle + (Math.sign(k + 0.5) * NODES[place] * width) / 2);
      const y = (t - a7) / (t + a6);
      const y2 = y * y;
      const fall = a5 / ((t + a6) * (t + a6));
      rise += ((WEIGHTS[place] * width) / 2) * y2 * (a3 + y2 * y2 * (a4 * y2 - fall));
    }
  }
  return R * (a0 * Math.log(T) + exponential + rise);
}

/** Pieces of ln T, and the half of Gauss and Legendre's twelve points and weights on each: good to 1e-12 up to 3000 K. */
const PIECES = 3;
const NODES = [
  0.1252334085114689, 0.3678314989981802, 0.5873179542866175, 0.7699026741943047, 0.9041172563704748, 0.9815606342467192,
];
const WEIGHTS = [
  0.2491470458134027, 0.2334925365383546, 0.2031674267230657, 0.1600783285433464, 0.1069393259953191, 0.04717533638651141,
];
