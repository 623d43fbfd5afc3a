/**
 * The one seam between models and everything above them: a model evaluates one phase at T, P and composition.
 * All quantities are per mole of phase; slopes in mole numbers are taken where the phase holds one mole.
 */
export interface ThermoModel {
  /** Number of components. */
  readonly n: number;
  readonly names: readonly string[];
  /** Whether the vapour's fugacity coefficients are all 1, so that K does not depend on y. */
  readonly hasIdealVapour: boolean;
  /** Whether one equation describes liquid and vapour, so that only a phase's volume says which it is. */
  readonly hasOneEquation: boolean;
  /** kg/mol, by component. */
  readonly molarMass: Float64Array;
  /**
   * Fills `out` for one phase at the temperature and pressure it holds; allocates nothing.
   * @param x      mole fractions, length n, Σx = 1
   * @param out    `out.at(T, P)` says where
   * @param extent how much is filled; the rest keeps what it held
   */
  evaluate: (phase: Phase, x: Float64Array, out: PhaseProperties, extent: Extent) => void;
  /**
   * First K-values for a flash, ln Kᵢ into `out`: pure vapour pressures over P for an activity model, Wilson's correlation for a cubic
   * equation. Good enough to start from, no more.
   */
  firstLnK: (T: number, P: number, out: Float64Array) => void;
  /** Enthalpies, J/mol, and entropies at 1 bar, J/(mol K), of the ideal gases at T, counted from the elements at 298.15 K. */
  idealGas: (T: number, h: Float64Array, s: Float64Array) => void;
  /** The correlations that do not reach to T. */
  outsideRange: (T: number) => { name: string; property: string; Tmin: number; Tmax: number }[];
}

/** Whatever says at which temperature, K, something is asked for. */
export type Temperature = Readonly<{ T: number }>;

/** "liquid" or "vapour" */
export type Phase = 'liquid' | 'vapour';

/**
 * fugacity: ln φ and its slope in T; slopes: those in P and in mole numbers too; all: enthalpy and volume with theirs besides. A flash
 * needs the first two, a column all. volume: the molar volume with its slopes, and whatever a model cannot but find with it.
 */
export type Extent = 'fugacity' | 'slopes' | 'all' | 'volume';

/**
 * A phase where it is evaluated, and what is found there. Temperature and pressure stand here because V8 boxes numbers that are handed from function to
 * function, and not those that stand in an object.
 */
export class PhaseProperties {
  /** K. */
  T = 0;
  /** Pa. */
  P = 0;
  /** ln of fugacity coefficients, length n: fᵢ = xᵢ φᵢ P. */
  readonly lnPhi: Float64Array;
  readonly dLnPhiDT: Float64Array; // 1/K
  readonly dLnPhiDP: Float64Array; // 1/Pa
  /** [i*n + j] = ∂ ln φᵢ / ∂nⱼ at Σn = 1 mol. */
  readonly dLnPhiDN: Float64Array;
  /** J/mol, from the elements at 298.15 K as ideal gas. */
  enthalpy = 0;
  dEnthalpyDT = 0;
  dEnthalpyDP = 0;
  /** ∂(n h)/∂nᵢ: partial molar enthalpies, J/mol. */
  readonly dEnthalpyDN: Float64Array;
  /** m³/mol. */
  volume = 0;
  dVolumeDT = 0;
  dVolumeDP = 0;
  /** ∂(n v)/∂nᵢ: partial molar volumes, m³/mol. */
  readonly dVolumeDN: Float64Array;

  constructor(n: number) {
    this.lnPhi = new Float64Array(n);
    this.dLnPhiDT = new Float64Array(n);
    this.dLnPhiDP = new Float64Array(n);
    this.dLnPhiDN = new Float64Array(n * n);
    this.dEnthalpyDN = new Float64Array(n);
    this.dVolumeDN = new Float64Array(n);
  }

  /** @param T K  @param P Pa */
  at(T: number, P: number): this {
    this.T = T;
    this.P = P;
    return this;
  }
}
