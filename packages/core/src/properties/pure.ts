/**
 * The pure-component quantities that phase models need, sane outside the range of their source too: vapour pressure goes on as
 * ln P straight in 1/T, heat capacity stays at its end value, heat of vaporisation goes on straight below its range and is zero above the
 * critical point, density stays at its end value. What was evaluated outside its range is told by `outsideRange`.
 */
import type { ComponentRecord, Correlation } from '@keen-ladder/schema';
import { correlate } from './correlation.ts';
import { ValueSlope } from './correlation.ts';
import { heatOverT, heatUpTo, heatUpToReference, T_REFERENCE } from './heatCapacity.ts';

/** Within this part of 1 below its critical point a correlation's slope is infinite or nearly so; the value there is the end value. */
const CRITICAL_EDGE = 1e-4;

const cpAtT = new ValueSlope();

/** ln of vapour pressure (P in Pa) at `out.T` and its slope, 1/K. */
export function lnVapourPressure(c: ComponentRecord, out: ValueSlope): void {
  const psat = c.vapourPressure;
  const { T } = out;
  const inside = clamp(T, psat.Tmin, psat.Tmax);
  correlate(psat, out.at(inside));
  out.T = T;
  const slope = out.dT / out.value;
  out.value = Math.log(out.value);
  out.dT = slope;
  if (inside === T) return;
  const slopeInInverse = -slope * inside * inside; // d ln P / d(1/T), K
  out.value += slopeInInverse * (1 / T - 1 / inside);
  out.dT = -slopeInInverse / (T * T);
}

/** Heat of vaporisation at `out.T`, J/mol, and its slope; zero from the critical point on. */
export function heatOfVaporisation(c: ComponentRecord, out: ValueSlope): void {
  const { heatOfVaporisation: hvap } = c;
  const { T } = out;
  if (T >= hvap.Tmax * (1 - CRITICAL_EDGE)) {
    out.value = 0;
    out.dT = 0;
    return;
  }
  const inside = Math.max(T, hvap.Tmin);
  correlate(hvap, out.at(inside));
  out.T = T;
  out.value += out.dT * (T - inside);
}

/**
 * Enthalpy of the ideal gas at `out.T`, J/mol, from the elements at 298.15 K (an unknown enthalpy of formation counts 0); its slope is Cp.
 */
export function idealGasEnthalpy(c: ComponentRecord, out: ValueSlope): void {
  heatUpTo(c.idealGasHeatCapacity, out);
  out.value += (c.enthalpyOfFormation?.value ?? 0) - heatUpToReference(c.idealGasHeatCapacity);
}

/** Cp of the ideal gas, J/(mol K). */
export function heatCapacityOfGas(c: ComponentRecord, T: number): number {
  const cp = c.idealGasHeatCapacity;
  correlate(cp, cpAtT.at(clamp(T, cp.Tmin, cp.Tmax)));
  return cpAtT.value;
}

/**
 * Entropy of the ideal gas at 1 bar, J/(mol K), counted from the elements at 298.15 K as the enthalpy is: (Δh_f − Δg_f)/T there, 0 where one
 * of them is not known.
 */
export function idealGasEntropy(c: ComponentRecord, T: number): number {
  const h = c.enthalpyOfFormation?.value;
  const g = c.gibbsEnergyOfFormation?.value;
  const ofFormation = h === undefined || g === undefined ? 0 : (h - g) / T_REFERENCE;
  return ofFormation + heatOverT(c.idealGasHeatCapacity, T_REFERENCE, T);
}

/** Heat capacity of the saturated liquid at `out.T`, J/(mol K), and its slope. */
export function liquidHeatCapacity(c: ComponentRecord, out: ValueSlope): void {
  const cp = c.liquidHeatCapacity;
  const { T } = out;
  const inside = clamp(T, cp.Tmin, cp.Tmax);
  correlate(cp, out.at(inside));
  out.T = T;
  if (inside !== T) out.dT = 0;
}

/** Volume of the saturated liquid at `out.T`, m³/mol, and its slope. */
export function liquidVolume(c: ComponentRecord, out: ValueSlope): void {
  const rho = c.liquidDensity;
  const { T } = out;
  const inside = clamp(T, rho.Tmin, rho.Tmax * (1 - CRITICAL_EDGE));
  correlate(rho, out.at(inside));
  out.T = T;
  out.value = 1 / out.value;
  out.dT = inside === T ? -out.dT * out.value * out.value : 0;
}

/** The properties of `c` whose correlation does not reach to T, with the range it has. */
export function outsideRange(c: ComponentRecord, T: number): { property: string; Tmin: number; Tmax: number }[] {
  const named: [string, Correlation][] = [
    ['vapour pressure', c.vapourPressure],
    ['heat of vaporisation', c.heatOfVaporisation],
    ['ideal-gas heat capacity', c.idealGasHeatCapacity],
  ];
  return named.filter(([, k]) => T < k.Tmin || T > k.Tmax).map(([property, { Tmin, Tmax }]) => ({ property, Tmin, Tmax }));
}

function clamp(T: number, low: number, high: number): number {
  return T < low ? low : T > high ? high : T;
}
