/**
 * Transport properties of a pure component: its table, carried on sanely outside its range, or a named estimate where it has none.
 * What was estimated or carried on is told by `transportRemarks`.
 */
import type { Correlation } from '@keen-ladder/schema';
import { correlate } from '../properties/index.ts';
import { ValueSlope } from '../properties/index.ts';
import {
  chungGasConductivity,
  estimatedSurfaceTension,
  letsouStiel,
  lucasGasViscosity,
  satoRiedel,
  surfaceTensionMethod,
} from './estimates.ts';
import type { TransportConstants } from './estimates.ts';

/** The properties there are. */
export type TransportProperty =
  'liquid viscosity' | 'gas viscosity' | 'liquid conductivity' | 'gas conductivity' | 'surface tension';

/** What to know of a value. */
export interface TransportRemark {
  name: string;
  property: TransportProperty;
  /** The estimation method, where no table has the property. */
  method?: string | undefined;
  /** The table's range, K, where T lies outside it. */
  range?: [Tmin: number, Tmax: number] | undefined;
}

/** Reduced temperature from which corresponding states describe a liquid's viscosity better than 1/T does. */
const LETSOU_STIEL_FROM = 0.76;
const at = new ValueSlope();

/**
 * Viscosity of the saturated liquid, Pa s. Outside the table ln η goes on straight in 1/T; above 0.76 Tc by Letsou and Stiel, joined to what
 * comes before. Above the critical point the value there: a dissolved gas.
 */
export function liquidViscosity(c: TransportConstants, T: number): number {
  const k = c.record.liquidViscosity;
  if (k === null) return letsouStiel(c, T);
  const join = Math.max(k.Tmax, LETSOU_STIEL_FROM * c.Tc);
  if (T <= join) return straightInInverse(k, T);
  return (straightInInverse(k, join) * letsouStiel(c, T)) / letsouStiel(c, join);
}

function straightInInverse(k: Correlation, T: number): number {
  const inside = Math.min(Math.max(T, k.Tmin), k.Tmax);
  correlate(k, at.at(inside));
  if (inside === T) return at.value;
  return at.value * Math.exp((-at.dT / at.value) * inside * inside * (1 / T - 1 / inside));
}

/** Value of a table, whose end value holds outside its range. */
function atEnds(k: Correlation, T: number): number {
  correlate(k, at.at(Math.min(Math.max(T, k.Tmin), k.Tmax)));
  return at.value;
}

/** Viscosity of the dilute gas, Pa s; outside the table in proportion to Lucas's estimate. */
export function gasViscosity(c: TransportConstants, T: number): number {
  return besides(c.record.gasViscosity, T, (t) => lucasGasViscosity(c, t));
}

/** Conductivity of the dilute gas, W/(m K); outside the table in proportion to Chung's estimate. */
export function gasConductivity(c: TransportConstants, T: number): number {
  return besides(c.record.gasConductivity, T, (t) => chungGasConductivity(c, t, gasViscosity(c, t)));
}

function besides(k: Correlation | null, T: number, estimate: (T: number) => number): number {
  if (k === null) return estimate(T);
  const inside = Math.min(Math.max(T, k.Tmin), k.Tmax);
  const value = atEnds(k, inside);
  return inside === T ? value : (value * estimate(T)) / estimate(inside);
}

/** Conductivity of the saturated liquid, W/(m K); above the table and above the critical point its end value. */
export function liquidConductivity(c: TransportConstants, T: number): number {
  const k = c.record.liquidConductivity;
  return k === null ? satoRiedel(c, T) : atEnds(k, T);
}

/** Surface tension, N/m: above its table as (1 − T/Tc)^(11/9), 0 from the critical point on. */
export function surfaceTension(c: TransportConstants, T: number): number {
  if (T >= c.Tc) return 0;
  const k = c.record.surfaceTension;
  if (k === null) return estimatedSurfaceTension(c, T);
  const end = Math.min(k.Tmax, 0.98 * c.Tc);
  if (T <= end) return atEnds(k, T);
  return atEnds(k, end) * ((1 - T / c.Tc) / (1 - end / c.Tc)) ** (11 / 9);
}

/** What of a component's transport properties is estimated, or lies outside its table, at T. */
export function transportRemarks(c: TransportConstants, T: number): TransportRemark[] {
  const { record } = c;
  const all: [TransportProperty, Correlation | null, string][] = [
    ['liquid viscosity', record.liquidViscosity, 'Letsou & Stiel'],
    ['gas viscosity', record.gasViscosity, 'Lucas'],
    ['liquid conductivity', record.liquidConductivity, 'Sato & Riedel'],
    ['gas conductivity', record.gasConductivity, 'Chung, Lee & Starling'],
    ['surface tension', record.surfaceTension, surfaceTensionMethod(record)],
  ];
  return all.flatMap(([property, k, method]): TransportRemark[] => {
    if (k === null) return [{ name: record.name, property, method }];
    const isOutside = T < k.Tmin || T > k.Tmax;
    if (k.how === 'estimated')
      return [{ name: record.name, property, method: 'Joback', range: isOutside ? [k.Tmin, k.Tmax] : undefined }];
    return isOutside ? [{ name: record.name, property, range: [k.Tmin, k.Tmax] }] : [];
  });
}
