/**
 * A component as a case keeps it: every number with the key of its source. SI throughout; a correlation says its form, its
 * coefficients in the order of `properties/correlation.ts`, and the range of temperatures its source gives. What no table has is null:
 * transport properties are then estimated by a named method, a missing enthalpy of formation counts as 0 and is told.
 */
export interface ComponentRecord {
  /** CAS registry number, or an own identifier beginning with "own:". */
  id: string;
  name: string;
  synonyms: string[];
  formula: string;
  smiles: string;
  inchiKey: string;
  /** Chemical family, for lists. */
  family: string;
  /** A: tables for every property; B: tables or values for the thermal ones; C: some of these are estimated. */
  level: 'A' | 'B' | 'C';
  molarMass: Sourced; // kg/mol
  criticalTemperature: Sourced; // K
  criticalPressure: Sourced; // Pa
  criticalVolume: Sourced; // m³/mol
  acentricFactor: Sourced;
  /** null where the substance sublimes at 1 atm. */
  normalBoilingPoint: Sourced | null; // K
  meltingPoint: Sourced | null; // K
  enthalpyOfFormation: Sourced | null; // J/mol, ideal gas, 298.15 K
  gibbsEnergyOfFormation: Sourced | null; // J/mol, ideal gas, 298.15 K, 1 bar
  dipoleMoment: Sourced | null; // debye
  diffusionVolume: Sourced | null; // cm³/mol as Fuller's method counts them
  vapourPressure: Correlation; // Pa
  heatOfVaporisation: Correlation; // J/mol
  idealGasHeatCapacity: Correlation; // J/(mol K)
  liquidHeatCapacity: Correlation; // J/(mol K), saturated liquid
  liquidDensity: Correlation; // mol/m³, saturated liquid
  liquidViscosity: Correlation | null; // Pa s, saturated liquid
  gasViscosity: Correlation | null; // Pa s, dilute gas
  liquidConductivity: Correlation | null; // W/(m K)
  gasConductivity: Correlation | null; // W/(m K), dilute gas
  surfaceTension: Correlation | null; // N/m
  /** Groups as [subgroup, count]; empty where the molecule cannot be made of them. */
  unifacGroups: GroupCount[];
  modifiedUnifacGroups: GroupCount[];
  ppr78Groups: [string, number][];
  uniquac: { r: number; q: number; source: string } | null;
  /** Twu's α = Tr^(N(M−1)) exp(L(1 − Tr^(NM))) and the volume translation c, m³/mol, that belongs to it. */
  alphaPengRobinson: TwuAlpha | null;
  alphaSrk: TwuAlpha | null;
}

export type GroupCount = [subgroup: number, count: number];

/** How a number came about when it does not stand in a table as it is: fitted to table values, estimated by a method, or typed in a case. */
export type Derived = 'fitted' | 'estimated' | 'typed' | 'solubility';

export interface Sourced {
  value: number;
  source: string;
  how?: Derived | undefined;
  /** Largest distance of the other tables' values from this one, in its unit, and their number. */
  spread?: number | undefined;
  others?: number | undefined;
}

export interface Correlation {
  form: CorrelationForm;
  c: number[];
  Tmin: number; // K
  Tmax: number; // K
  source: string;
  how?: Derived | undefined;
}

/** Forms as the handbooks number or name them; `properties/correlation.ts` has the equations. */
export type CorrelationForm =
  | '100'
  | '101'
  | '102'
  | '105'
  | '106'
  | '107'
  | '114'
  | '116'
  | 'antoine'
  | 'wagner-25'
  | 'wagner-36'
  | 'vdi-hvap'
  | 'vdi-viscosity'
  | 'trc'
  | 'shomate'
  | 'quasi-polynomial'
  | 'power-sum';

export interface TwuAlpha {
  L: number;
  M: number;
  N: number;
  c: number;
  source: string;
}

/** Parameters of two components; the first of each couple of numbers belongs to the order (first, second). */
interface Pair {
  components: [string, string];
  source: string;
  confidence: string;
  /** Fitted to measured data, estimated by groups and fitted to that, typed, or solved from a mutual solubility; left out: as the source has it. */
  how?: Derived | undefined;
  /** K between which the data lay; left out where that is not known. */
  Tmin?: number | undefined;
  Tmax?: number | undefined;
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

/**
 * Henry's constant H = lim f/x, Pa, of a solute (first) in a solvent (second), at the solvent's vapour pressure.
 *   iapws    ln(H/p₁ˢᵃᵗ) = A/Tr + B (1 − Tr)^0.355/Tr + C e^(1 − Tr) Tr^−0.41, Tr = T/Tc of the solvent (IAPWS G7-04)
 *   inverse  ln H = A + B/T
 *   logarithmic  ln H = A + B/T + C ln T + D T (Edwards et al., AIChE J. 24 (1978) 966)
 */
export interface HenryPair {
  components: [solute: string, solvent: string];
  form: 'iapws' | 'inverse' | 'logarithmic';
  c: number[];
  Tmin: number; // K
  Tmax: number; // K
  source: string;
  confidence: string;
  how?: Derived | undefined;
}

/** A group-contribution table for activity coefficients: what a mixture's groups need of it, or the whole. */
export interface GroupTable {
  source: string;
  subgroups: Record<string, Subgroup>;
  /** Directed: [main group m, main group n, a (K), b (−), c (1/K)]: ψ_mn = exp(−(a + bT + cT²)/T); b and c may be left out. */
  interactions: number[][];
}

export interface Subgroup {
  name: string;
  main: number;
  mainName: string;
  R: number;
  Q: number;
}

/** Groups of the predictive kᵢⱼ of Jaubert & Mutelet: [k, l, A (MPa), B (MPa)]. */
export interface Ppr78Table {
  source: string;
  pairs: [string, string, number, number][];
}

export interface GroupTables {
  unifac: GroupTable;
  modifiedUnifac: GroupTable;
  ppr78: Ppr78Table;
}

/** What the databank has for a mixture: copies that a case keeps. */
export interface DatabankParts {
  components: ComponentRecord[];
  nrtlPairs: NrtlPair[];
  wilsonPairs: WilsonPair[];
  uniquacPairs: UniquacPair[];
  interactions: InteractionPair[];
  henryPairs: HenryPair[];
  groups: GroupTables;
}
