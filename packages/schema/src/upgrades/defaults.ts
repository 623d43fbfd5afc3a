/** What older documents did not say, as it was usual when they were brought up to date: it stays as it is, whatever a new case begins with. */

export const METRIC = {
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
  moleFraction: 'mol/mol',
  massFraction: 'kg/kg',
  volumeFraction: 'm³/m³',
};

/** Units of what came with schema 10. */
export const LENGTHS = { length: 'm', smallLength: 'mm', bedDrop: 'mbar/m', fFactor: 'Pa^½' };

/** Exchangers and drum of which nothing was said. */
export const ENDS = { condenser: null, reboiler: null, drumTime: 300 };

/** A site of which nothing was said, as it was then. */
export const SITE = {
  barometricPressure: 101325, // Pa
  standardTemperature: 288.15, // K
  cooling: {
    water: { temperature: 303.15, approach: 10 },
    air: { temperature: 308.15, approach: 15 },
    refrigerant: { temperature: 263.15, approach: 5 },
  },
  heating: { temperature: 453.15, approach: 10 },
};

/** Options of a model, as they were then. */
export const OPTIONS = {
  vapour: 'ideal',
  poynting: false,
  enthalpy: 'heat-of-vaporisation',
  henry: [],
  alpha: 'acentric',
  predictInteractions: true,
};

/** Nothing asked of a washing. */
export const NO_ABSORPTION = {
  gas: null,
  liquid: null,
  solute: null,
  find: 'stages',
  recovery: null,
  stages: null,
  flow: { kind: 'multiple', value: 1.4 },
  efficiency: null,
};
