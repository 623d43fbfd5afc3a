/** The units a case is shown in: one for each dimension. */
import { z } from 'zod';

/** Identifiers of the units in which each dimension can be shown, its SI unit first; `core/measures` says what they are. */
export const SHOWN_UNITS = {
  temperature: ['K', '°C', '°F', '°R'],
  temperatureDifference: ['K', '°F'],
  pressure: ['Pa', 'kPa', 'MPa', 'bar', 'mbar', 'atm', 'psi', 'mmHg', 'barg', 'kPag', 'psig'],
  pressureDrop: ['Pa', 'kPa', 'mbar', 'bar', 'psi', 'mmHg', 'mmH2O', 'inH2O'],
  molarFlow: ['mol/s', 'mol/h', 'kmol/s', 'kmol/h', 'lbmol/h'],
  massFlow: ['kg/s', 'g/s', 'kg/h', 't/h', 't/d', 'lb/h', 'klb/h'],
  standardLiquidFlow: ['m³/s', 'm³/h', 'm³/d', 'L/h', 'L/min', 'bbl/d', 'bbl/h', 'gpm'],
  standardGasFlow: ['mol/s', 'Nm³/h', 'Nm³/d', 'Sm³/h', 'Sm³/d', 'scfh', 'scfm', 'Mscfd', 'MMscfd'],
  volumeFlow: ['m³/s', 'm³/h', 'm³/min', 'L/min', 'ft³/s', 'ft³/min', 'ft³/h', 'gpm', 'bbl/d'],
  moleFraction: ['mol/mol', 'mol%', 'mol ppm'],
  massFraction: ['kg/kg', 'wt%', 'wt ppm'],
  volumeFraction: ['m³/m³', 'vol%', 'vol ppm'],
  power: ['W', 'kW', 'MW', 'cal/s', 'kcal/s', 'kcal/h', 'Gcal/h', 'Btu/h', 'MMBtu/h'],
  molarEnergy: ['J/mol', 'kJ/mol', 'cal/mol', 'Btu/lbmol'],
  density: ['kg/m³', 'g/cm³', 'lb/ft³'],
  length: ['m', 'ft', 'mm', 'in'],
  smallLength: ['m', 'mm', 'cm', 'in'],
  bedDrop: ['Pa/m', 'mbar/m', 'mmH2O/m', 'inH2O/ft'],
  fFactor: ['Pa^½', '(ft/s)(lb/ft³)^½'],
} as const;

/** Dimensions whose unit a case chooses. */
export type ShownDimension = keyof typeof SHOWN_UNITS;

/** In the order of the table. */
export const SHOWN_DIMENSIONS = Object.keys(SHOWN_UNITS) as readonly ShownDimension[]; // the keys of the table are its dimensions

const unitOf = (dimension: ShownDimension) => {
  const ids: readonly string[] = SHOWN_UNITS[dimension];
  return z.string().refine((id) => ids.includes(id), { message: `must be one of ${ids.join(', ')}` });
};

/** The unit that each kind of quantity is shown in. */
export const Display = z.strictObject({
  temperature: unitOf('temperature'),
  temperatureDifference: unitOf('temperatureDifference'),
  pressure: unitOf('pressure'),
  pressureDrop: unitOf('pressureDrop'),
  molarFlow: unitOf('molarFlow'),
  massFlow: unitOf('massFlow'),
  standardLiquidFlow: unitOf('standardLiquidFlow'),
  standardGasFlow: unitOf('standardGasFlow'),
  volumeFlow: unitOf('volumeFlow'),
  moleFraction: unitOf('moleFraction'),
  massFraction: unitOf('massFraction'),
  volumeFraction: unitOf('volumeFraction'),
  power: unitOf('power'),
  molarEnergy: unitOf('molarEnergy'),
  density: unitOf('density'),
  length: unitOf('length'),
  smallLength: unitOf('smallLength'),
  bedDrop: unitOf('bedDrop'),
  fFactor: unitOf('fFactor'),
});
export type Display = z.infer<typeof Display>;
