/**
 * Every unit the product knows: exact factors to SI, an offset where the scale has one, and whether the zero is the site's barometric
 * pressure. A temperature difference is a dimension of its own, so that 5 K never becomes −450 °F.
 * A standard gas volume is an amount of substance in disguise: its units hold the ideal-gas volume at their own reference state, which is part
 * of their definition (Nm³: 0 °C and 101.325 kPa; Sm³: 15 °C and 101.325 kPa; scf: 60 °F and 14.696 psi). So its SI unit is mol/s.
 * Factors: BIPM, The International System of Units, 9th ed. (2019); NIST Special Publication 811 (2008), appendix B. Exact by definition:
 * lb 0.45359237 kg, atm 101325 Pa, cal (thermochemical) 4.184 J, Btu (International Table) 1055.05585262 J, in 0.0254 m, g₀ 9.80665 m/s², US gallon 231 in³, barrel 42 gallons.
 * Columns of liquid by convention: water 1000 kg/m³ (4 °C), mercury 13595.1 kg/m³.
 */
export type Dimension =
  | 'temperature'
  | 'temperatureDifference'
  | 'pressure'
  | 'pressureDrop'
  | 'molarFlow'
  | 'massFlow'
  | 'standardLiquidFlow'
  | 'standardGasFlow'
  | 'volumeFlow'
  | 'moleFraction'
  | 'massFraction'
  | 'volumeFraction'
  | 'density'
  | 'molarMass'
  | 'energy'
  | 'molarEnergy'
  | 'power'
  | 'length'
  | 'smallLength'
  | 'area'
  | 'volume'
  | 'heatTransfer'
  | 'velocity'
  | 'weirLoad'
  | 'bedDrop'
  | 'fFactor'
  | 'mass'
  | 'time'
  | 'viscosity'
  | 'surfaceTension'
  | 'diffusivity'
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
const GALLON = 231 * 0.0254 ** 3; // m³
const FOOT = 12 * 0.0254; // m
const FOOT3 = FOOT ** 3; // m³
const WATER = 1000 * 9.80665; // Pa per metre of water
const GAS_CONSTANT = 8.31446261815324; // J/(mol K)
const MINUTE = 60; // s
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
/** mol of ideal gas in a m³ at T (K) and P (Pa). */
const molPerCubicMetre = (T: number, P: number): number => P / (GAS_CONSTANT * T);
const NORMAL = molPerCubicMetre(273.15, 101325);
const STANDARD = molPerCubicMetre(288.15, 101325);
const SCF = FOOT3 * molPerCubicMetre(((60 + 459.67) * 5) / 9, 14.696 * PSI); // mol
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
  unit('pressureDrop', 'Pa', 1),
  unit('pressureDrop', 'kPa', 1e3),
  unit('pressureDrop', 'mbar', 100),
  unit('pressureDrop', 'bar', 1e5),
  unit('pressureDrop', 'psi', PSI),
  unit('pressureDrop', 'mmHg', 101325 / 760, ['torr', 'Torr', 'mm Hg']),
  unit('pressureDrop', 'mmH2O', WATER * 1e-3, ['mmH₂O', 'mm H2O', 'mm water']),
  unit('pressureDrop', 'inH2O', WATER * 0.0254, ['inH₂O', 'in H2O', 'in water', 'inch water']),
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
  unit('standardLiquidFlow', 'm³/s', 1, ['m3/s']),
  unit('standardLiquidFlow', 'm³/h', 1 / HOUR, ['m3/h', 'm3/hr']),
  unit('standardLiquidFlow', 'm³/d', 1 / DAY, ['m3/d', 'm3/day']),
  unit('standardLiquidFlow', 'L/h', 1e-3 / HOUR, ['l/h', 'litre/h']),
  unit('standardLiquidFlow', 'L/min', 1e-3 / MINUTE, ['l/min', 'lpm']),
  unit('standardLiquidFlow', 'bbl/d', (42 * GALLON) / DAY, ['bbl/day', 'bpd', 'BPD']),
  unit('standardLiquidFlow', 'bbl/h', (42 * GALLON) / HOUR, ['bbl/hr', 'bph']),
  unit('standardLiquidFlow', 'gpm', GALLON / MINUTE, ['gal/min', 'usgpm', 'USGPM']),
  unit('standardGasFlow', 'mol/s', 1),
  unit('standardGasFlow', 'Nm³/h', NORMAL / HOUR, ['Nm3/h', 'Nm3/hr']),
  unit('standardGasFlow', 'Nm³/d', NORMAL / DAY, ['Nm3/d', 'Nm3/day']),
  unit('standardGasFlow', 'Sm³/h', STANDARD / HOUR, ['Sm3/h', 'Sm3/hr']),
  unit('standardGasFlow', 'Sm³/d', STANDARD / DAY, ['Sm3/d', 'Sm3/day']),
  unit('standardGasFlow', 'scfh', SCF / HOUR, ['SCFH', 'scf/h', 'SCF/h']),
  unit('standardGasFlow', 'scfm', SCF / MINUTE, ['SCFM', 'scf/min']),
  unit('standardGasFlow', 'Mscfd', (1e3 * SCF) / DAY, ['MSCFD', 'Mscf/d', 'MSCF/d']),
  unit('standardGasFlow', 'MMscfd', (1e6 * SCF) / DAY, ['MMSCFD', 'MMscf/d', 'MMSCF/d']),
  unit('volumeFlow', 'm³/s', 1, ['m3/s']),
  unit('volumeFlow', 'm³/h', 1 / HOUR, ['m3/h', 'm3/hr']),
  unit('volumeFlow', 'm³/min', 1 / MINUTE, ['m3/min']),
  unit('volumeFlow', 'L/min', 1e-3 / MINUTE, ['l/min', 'lpm']),
  unit('volumeFlow', 'ft³/s', FOOT3, ['ft3/s', 'cfs']),
  unit('volumeFlow', 'ft³/min', FOOT3 / MINUTE, ['ft3/min', 'cfm', 'acfm', 'ACFM']),
  unit('volumeFlow', 'ft³/h', FOOT3 / HOUR, ['ft3/h', 'acfh']),
  unit('volumeFlow', 'gpm', GALLON / MINUTE, ['gal/min']),
  unit('volumeFlow', 'bbl/d', (42 * GALLON) / DAY, ['bbl/day', 'bpd']),
  unit('moleFraction', 'mol/mol', 1, ['mole fraction', 'mole frac', 'x']),
  unit('moleFraction', 'mol%', 0.01, ['mole%', 'mole %', 'mol %', 'mol pct']),
  unit('moleFraction', 'mol ppm', 1e-6, ['ppm mol', 'molppm', 'ppmol']),
  unit('massFraction', 'kg/kg', 1, ['mass fraction', 'g/g', 'lb/lb']),
  unit('massFraction', 'wt%', 0.01, ['wt %', 'mass%', 'mass %', 'w%', 'weight%', 'weight %', 'wt pct']),
  unit('massFraction', 'wt ppm', 1e-6, ['ppm wt', 'ppmw', 'mg/kg']),
  unit('volumeFraction', 'm³/m³', 1, ['m3/m3', 'volume fraction', 'L/L', 'ft3/ft3']),
  unit('volumeFraction', 'vol%', 0.01, ['vol %', 'volume%', 'volume %', 'lv%', 'LV%', 'vol pct']),
  unit('volumeFraction', 'vol ppm', 1e-6, ['ppmv', 'ppm vol']),
  unit('density', 'kg/m³', 1, ['kg/m3', 'g/L']),
  unit('density', 'g/cm³', 1e3, ['g/cm3', 'g/ml', 'kg/L']),
  unit('density', 'lb/ft³', LB / FOOT3, ['lb/ft3']),
  unit('molarMass', 'kg/mol', 1),
  unit('molarMass', 'g/mol', 1e-3, ['kg/kmol', 'lb/lbmol']),
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
  unit('power', 'cal/s', CAL),
  unit('power', 'kcal/s', CAL * 1e3),
  unit('power', 'kcal/h', (CAL * 1e3) / HOUR, ['kcal/hr']),
  unit('power', 'Gcal/h', (CAL * 1e9) / HOUR, ['Gcal/hr']),
  unit('power', 'Btu/h', BTU / HOUR, ['BTU/h', 'Btu/hr', 'BTU/hr']),
  unit('power', 'MMBtu/h', (BTU * 1e6) / HOUR, ['MMBtu/hr', 'MMBTU/h', 'MMBTU/hr']),
  unit('length', 'm', 1, ['metre', 'metres']),
  unit('length', 'ft', FOOT, ['foot', 'feet']),
  unit('length', 'mm', 1e-3),
  unit('length', 'in', FOOT / 12, ['inch', 'inches']),
  unit('smallLength', 'm', 1),
  unit('smallLength', 'mm', 1e-3),
  unit('smallLength', 'cm', 1e-2),
  unit('smallLength', 'in', FOOT / 12, ['inch', 'inches']),
  unit('area', 'm²', 1, ['m2']),
  unit('area', 'ft²', FOOT ** 2, ['ft2', 'sq ft']),
  unit('volume', 'm³', 1, ['m3']),
  unit('volume', 'ft³', FOOT3, ['ft3']),
  unit('heatTransfer', 'W/(m²·K)', 1, ['W/m2K', 'W/(m2 K)']),
  unit('heatTransfer', 'Btu/(h·ft²·°F)', BTU / (HOUR * FOOT ** 2 * (5 / 9)), ['Btu/(h ft2 F)', 'BTU/h-ft2-F']),
  unit('velocity', 'm/s', 1),
  unit('velocity', 'ft/s', FOOT, ['fps']),
  unit('weirLoad', 'm²/s', 1, ['m3/(s m)']),
  unit('weirLoad', 'm³/(h·m)', 1 / HOUR, ['m3/(h m)', 'm3/h/m']),
  unit('weirLoad', 'gpm/in', GALLON / MINUTE / (FOOT / 12), ['gpm/inch']),
  unit('bedDrop', 'Pa/m', 1),
  unit('bedDrop', 'mbar/m', 100),
  unit('bedDrop', 'mmH2O/m', WATER * 1e-3, ['mmH₂O/m', 'mm water/m']),
  unit('bedDrop', 'inH2O/ft', (WATER * 0.0254) / FOOT, ['inH₂O/ft', 'in water/ft']),
  unit('fFactor', 'Pa^½', 1, ['Pa^0.5', 'm/s (kg/m3)^0.5']),
  unit('fFactor', '(ft/s)(lb/ft³)^½', FOOT * Math.sqrt(LB / FOOT3), ['ft/s (lb/ft3)^0.5']),
  unit('mass', 'kg', 1),
  unit('mass', 't', 1e3, ['tonne']),
  unit('mass', 'lb', LB),
  unit('time', 's', 1),
  unit('viscosity', 'Pa·s', 1, ['Pa s']),
  unit('viscosity', 'mPa·s', 1e-3, ['cP', 'mPa s']),
  unit('surfaceTension', 'N/m', 1),
  unit('surfaceTension', 'mN/m', 1e-3, ['dyn/cm']),
  unit('diffusivity', 'm²/s', 1, ['m2/s']),
  unit('diffusivity', 'mm²/s', 1e-6, ['mm2/s', 'cSt']),
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

/** The units of a dimension. */
export function unitsOf(dimension: Dimension): readonly Unit[] {
  return units.filter((u) => u.dimension === dimension);
}

/** An SI value, of one in a unit. */
export function toSI(value: number, u: Unit, site: Site): number {
  return value * u.factor + u.offset + (u.gauge ? site.barometricPressure : 0);
}

/** A value in a unit, of an SI value. */
export function fromSI(value: number, u: Unit, site: Site): number {
  return (value - u.offset - (u.gauge ? site.barometricPressure : 0)) / u.factor;
}
