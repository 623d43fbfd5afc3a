/** The units a case is shown in, one for each dimension, and the three sets that most people want. */
import type { Display } from '@keen-ladder/schema';
import type { Dimension } from './dimensions.ts';

/** "metric" */
export type UnitSetName = 'metric' | 'si' | 'us';

const FRACTIONS = { moleFraction: 'mol/mol', massFraction: 'kg/kg', volumeFraction: 'm³/m³' };

/** Sets of units that are used together. */
export const UNIT_SETS: Record<UnitSetName, Display> = {
  metric: {
    temperature: '°C',
    temperatureDifference: 'K',
    pressure: 'bar',
    pressureDrop: 'mbar',
    molarFlow: 'kmol/h',
    massFlow: 'kg/h',
    standardLiquidFlow: 'm³/h',
    standardGasFlow: 'Nm³/h',
    volumeFlow: 'm³/h',
    power: 'kW',
    molarEnergy: 'kJ/mol',
    density: 'kg/m³',
    length: 'm',
    smallLength: 'mm',
    bedDrop: 'mbar/m',
    fFactor: 'Pa^½',
    ...FRACTIONS,
  },
  si: {
    temperature: 'K',
    temperatureDifference: 'K',
    pressure: 'kPa',
    pressureDrop: 'Pa',
    molarFlow: 'mol/s',
    massFlow: 'kg/s',
    standardLiquidFlow: 'm³/s',
    standardGasFlow: 'mol/s',
    volumeFlow: 'm³/s',
    power: 'kW',
    molarEnergy: 'J/mol',
    density: 'kg/m³',
    length: 'm',
    smallLength: 'm',
    bedDrop: 'Pa/m',
    fFactor: 'Pa^½',
    ...FRACTIONS,
  },
  us: {
    temperature: '°F',
    temperatureDifference: '°F',
    pressure: 'psi',
    pressureDrop: 'inH2O',
    molarFlow: 'lbmol/h',
    massFlow: 'lb/h',
    standardLiquidFlow: 'bbl/d',
    standardGasFlow: 'MMscfd',
    volumeFlow: 'ft³/min',
    power: 'MMBtu/h',
    molarEnergy: 'Btu/lbmol',
    density: 'lb/ft³',
    length: 'ft',
    smallLength: 'in',
    bedDrop: 'inH2O/ft',
    fFactor: '(ft/s)(lb/ft³)^½',
    ...FRACTIONS,
  },
};

type Unchosen = Exclude<Dimension, keyof Display>;

/** Units of what no case chooses: where lengths are in metres, and where they are in feet. */
const UNCHOSEN: Record<Unchosen, readonly [metric: string, feet: string]> = {
  energy: ['kJ', 'kJ'],
  molarMass: ['g/mol', 'g/mol'],
  area: ['m²', 'ft²'],
  volume: ['m³', 'ft³'],
  heatTransfer: ['W/(m²·K)', 'Btu/(h·ft²·°F)'],
  velocity: ['m/s', 'ft/s'],
  weirLoad: ['m³/(h·m)', 'gpm/in'],
  mass: ['t', 'lb'],
  time: ['s', 's'],
  viscosity: ['mPa·s', 'mPa·s'],
  surfaceTension: ['mN/m', 'mN/m'],
  diffusivity: ['mm²/s', 'mm²/s'],
  ratio: ['', ''],
};

/** The unit in which a dimension is shown. */
export function shownUnit(choice: Display, dimension: Dimension): string {
  if (dimension in choice) return choice[dimension as keyof Display]; // it is one of its keys
  return UNCHOSEN[dimension as Unchosen][choice.length === 'ft' ? 1 : 0]; // it is none
}
