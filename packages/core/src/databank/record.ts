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

/** Parameters of two components; the first of each couple of numbers belongs to the order (first, second). */
interface Pair {
  components: [string, string];
  source: string;
  confidence: string;
}

/** τᵢⱼ = aᵢⱼ + bᵢⱼ/T, Gᵢⱼ = exp(−α τᵢⱼ); a without unit, b in K. */
export interface NrtlPair extends Pair {
  a: [number, number];
  b: [number, number];
  alpha: number;
}

/** Λᵢⱼ = (Vⱼ/Vᵢ) exp(−aᵢⱼ/RT); a in J/mol, V in m³/mol as they were published together. */
export interface WilsonPair extends Pair {
  a: [number, number];
  V: [number, number];
}

/** τᵢⱼ = exp(−aᵢⱼ/T), a in K; r and q are those that the parameters were fitted with. */
export interface UniquacPair extends Pair {
  a: [number, number];
  r: [number, number];
  q: [number, number];
}

export type ActivityPair = NrtlPair | WilsonPair | UniquacPair;

/** kᵢⱼ = k0 + k1 T of a cubic equation of state; k1 in 1/K. */
export interface InteractionPair extends Pair {
  equation: CubicName;
  k0: number;
  k1: number;
}

export type CubicName = 'peng-robinson' | 'srk';
