/**
 * Every unit the product knows: exact factors to SI, an offset where the scale has one, and whether the zero is the site's barometric
 * pressure. A temperature difference is a dimension of its own, so that 5 K never becomes −450 °F.
 * Factors: BIPM, The International System of Units, 9th ed. (2019); NIST Special Publication 811 (2008), appendix B. Exact by definition:
 * lb 0.45359237 kg, atm 101325 Pa, cal (thermochemical) 4.184 J, Btu (International Table) 1055.05585262 J, in 0.0254 m, g₀ 9.80665 m/s².
 */
export type Dimension =
  | 'temperature'
  | 'temperatureDifference'
  | 'pressure'
  | 'molarFlow'
  | 'massFlow'
  | 'moleFraction'
  | 'massFraction'
  | 'energy'
  | 'molarEnergy'
  | 'power'
  | 'ratio';

export interface Unit {
  /** As shown; unique within its dimension. */
  id: string;
  dimension: Dimension;
  /** SI = value · factor + offset (+ barometric pressure when gauge). */
  factor: number;
  offset: number;
  gauge: boolean;
  /** Other spellings that people type. */
  also: readonly string[];
}

const LB = 0.45359237; // kg
const PSI = (LB * 9.80665) / 0.0254 ** 2; // Pa
const BTU = 1055.05585262; // J
const CAL = 4.184; // J
const HOUR = 3600; // s
const DAY = 86400; // s

const unit = (dimension: Dimension, id: string, factor: number, also: string[] = [], offset = 0): Unit => ({
  id,
  dimension,
  factor,
  offset,
  gauge: false,
  also,
});
const gauge = (id: string, factor: number, also: string[] = []): Unit => ({ ...unit('pressure', id, factor, also), gauge: true });

/** The first of a dimension is its SI unit. */
export const units: readonly Unit[] = [
  unit('temperature', 'K', 1, ['kelvin']),
  unit('temperature', '°C', 1, ['C', 'degC', 'deg C'], 273.15),
  unit('temperature', '°F', 5 / 9, ['F', 'degF', 'deg F'], (459.67 * 5) / 9),
  unit('temperature', '°R', 5 / 9, ['R', 'degR', 'deg R']),
  unit('temperatureDifference', 'K', 1, ['°C', 'C', 'delta °C']),
  unit('temperatureDifference', '°F', 5 / 9, ['F', '°R', 'R', 'delta °F']),
  unit('pressure', 'Pa', 1, ['Pa abs']),
  unit('pressure', 'kPa', 1e3, ['kPaa', 'kPa abs']),
  unit('pressure', 'MPa', 1e6, ['MPa abs']),
  unit('pressure', 'bar', 1e5, ['bara', 'bar abs', 'bar a']),
  unit('pressure', 'mbar', 100, ['mbara']),
  unit('pressure', 'atm', 101325, ['atma']),
  unit('pressure', 'psi', PSI, ['psia', 'psi abs', 'lbf/in2']),
  unit('pressure', 'mmHg', 101325 / 760, ['torr', 'Torr', 'mm Hg']),
  gauge('barg', 1e5, ['bar g', 'bar(g)', 'bar gauge']),
  gauge('kPag', 1e3, ['kPa g', 'kPa(g)', 'kPa gauge']),
  gauge('psig', PSI, ['psi g', 'psi(g)', 'psi gauge']),
  unit('molarFlow', 'mol/s', 1),
  unit('molarFlow', 'mol/h', 1 / HOUR),
  unit('molarFlow', 'kmol/s', 1e3),
  unit('molarFlow', 'kmol/h', 1e3 / HOUR, ['kmol/hr', 'kgmol/h']),
  unit('molarFlow', 'lbmol/h', (LB * 1e3) / HOUR, ['lbmol/hr', 'lb-mol/h']),
  unit('massFlow', 'kg/s', 1),
  unit('massFlow', 'g/s', 1e-3),
  unit('massFlow', 'kg/h', 1 / HOUR, ['kg/hr']),
  unit('massFlow', 't/h', 1e3 / HOUR, ['t/hr', 'tonne/h']),
  unit('massFlow', 't/d', 1e3 / DAY, ['t/day', 'tpd']),
  unit('massFlow', 'lb/h', LB / HOUR, ['lb/hr', 'lbs/h']),
  unit('massFlow', 'klb/h', (LB * 1e3) / HOUR, ['klb/hr']),
  unit('moleFraction', 'mol/mol', 1, ['mole fraction', 'mole frac', 'x']),
  unit('moleFraction', 'mol%', 0.01, ['mole%', 'mole %', 'mol %', 'mol pct']),
  unit('moleFraction', 'mol ppm', 1e-6, ['ppm mol', 'molppm', 'ppmol']),
  unit('massFraction', 'kg/kg', 1, ['mass fraction', 'g/g', 'lb/lb']),
  unit('massFraction', 'wt%', 0.01, ['wt %', 'mass%', 'mass %', 'w%', 'weight%', 'weight %', 'wt pct']),
  unit('massFraction', 'wt ppm', 1e-6, ['ppm wt', 'ppmw', 'mg/kg']),
  unit('energy', 'J', 1),
  unit('energy', 'kJ', 1e3),
  unit('energy', 'MJ', 1e6),
  unit('energy', 'GJ', 1e9),
  unit('energy', 'kWh', 3.6e6),
  unit('energy', 'kcal', CAL * 1e3),
  unit('energy', 'Btu', BTU, ['BTU']),
  unit('molarEnergy', 'J/mol', 1, ['kJ/kmol']),
  unit('molarEnergy', 'kJ/mol', 1e3, ['MJ/kmol']),
  unit('molarEnergy', 'cal/mol', CAL, ['kcal/kmol']),
  unit('molarEnergy', 'Btu/lbmol', BTU / (LB * 1e3), ['BTU/lbmol']),
  unit('power', 'W', 1, ['J/s']),
  unit('power', 'kW', 1e3, ['kJ/s']),
  unit('power', 'MW', 1e6),
  unit('power', 'kcal/h', (CAL * 1e3) / HOUR, ['kcal/hr']),
  unit('power', 'Gcal/h', (CAL * 1e9) / HOUR, ['Gcal/hr']),
  unit('power', 'Btu/h', BTU / HOUR, ['BTU/h', 'Btu/hr', 'BTU/hr']),
  unit('power', 'MMBtu/h', (BTU * 1e6) / HOUR, ['MMBtu/hr', 'MMBTU/h', 'MMBTU/hr']),
  unit('ratio', '', 1, ['-', 'mol/mol']),
  unit('ratio', '%', 0.01),
];

/** Barometric pressure of the site, Pa: the zero of gauge pressures. */
export interface Site {
  barometricPressure: number;
}

/** The unit with this identifier. @throws RangeError for an unknown one: our mistake, never the user's */
export function findUnit(dimension: Dimension, id: string): Unit {
  const found = units.find((u) => u.dimension === dimension && u.id === id);
  if (found === undefined) throw new RangeError(`no unit "${id}" of ${dimension}`);
  return found;
}

export function unitsOf(dimension: Dimension): readonly Unit[] {
  return units.filter((u) => u.dimension === dimension);
}

export function toSI(value: number, u: Unit, site: Site): number {
  return value * u.factor + u.offset + (u.gauge ? site.barometricPressure : 0);
}

export function fromSI(value: number, u: Unit, site: Site): number {
  return (value - u.offset - (u.gauge ? site.barometricPressure : 0)) / u.factor;
}
