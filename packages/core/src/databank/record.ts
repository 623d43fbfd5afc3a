/**
 * A component as a case keeps it: every number with the key of its source. SI throughout; a correlation says its form, its
 * coefficients in the order of `properties/correlation.ts`, and the range of temperatures its source gives.
 */
export interface ComponentRecord {
  /** CAS registry number, or an own identifier beginning with "own:". */
  id: string;
  name: string;
  synonyms: string[];
  formula: string;
  molarMass: Sourced; // kg/mol
  criticalTemperature: Sourced; // K
  criticalPressure: Sourced; // Pa
  criticalVolume: Sourced; // m³/mol
  acentricFactor: Sourced;
  normalBoilingPoint: Sourced; // K
  enthalpyOfFormation: Sourced; // J/mol, ideal gas, 298.15 K
  vapourPressure: Correlation; // Pa
  heatOfVaporisation: Correlation; // J/mol
  idealGasHeatCapacity: Correlation; // J/(mol K)
  liquidHeatCapacity: Correlation; // J/(mol K), saturated liquid
  liquidDensity: Correlation; // mol/m³, saturated liquid
}

export interface Sourced {
  value: number;
  source: string;
}

export interface Correlation {
  form: CorrelationForm;
  c: number[];
  Tmin: number; // K
  Tmax: number; // K
  source: string;
}

/** Numbered forms as the handbooks number them; `antoine` is ln P = A − B/(T + C), P in Pa, T in K. */
export type CorrelationForm = '100' | '101' | '105' | '114' | '116' | 'antoine' | 'vdi-hvap';

/** τᵢⱼ = aᵢⱼ + bᵢⱼ/T, Gᵢⱼ = exp(−α τᵢⱼ); a without unit, b in K. */
export interface NrtlPair {
  components: [string, string];
  a: [number, number];
  b: [number, number];
  alpha: number;
  source: string;
  confidence: string;
}
