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
    ...FRACTIONS,
  },
};

/** The unit in which a dimension is shown; what no case chooses has one for all. */
export function shownUnit(choice: Display, dimension: Dimension): string {
  if (dimension === 'energy') return 'kJ';
  if (dimension === 'molarMass') return 'g/mol';
  return dimension === 'ratio' ? '' : choice[dimension];
}
