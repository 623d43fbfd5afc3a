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
   * Fills `out` for one phase; allocates nothing.
   * @param T      K
   * @param P      Pa
   * @param x      mole fractions, length n, Σx = 1
   * @param extent how much is filled; the rest keeps what it held
   */
  evaluate: (phase: Phase, T: number, P: number, x: Float64Array, out: PhaseProperties, extent: Extent) => void;
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

export type Phase = 'liquid' | 'vapour';

/**
 * fugacity: ln φ and its slope in T; slopes: those in P and in mole numbers too; all: enthalpy and volume with theirs besides. A flash
 * needs the first two, a column all.
 */
export type Extent = 'fugacity' | 'slopes' | 'all';

export interface PhaseProperties {
  /** ln of fugacity coefficients, length n: fᵢ = xᵢ φᵢ P. */
  lnPhi: Float64Array;
  dLnPhiDT: Float64Array; // 1/K
  dLnPhiDP: Float64Array; // 1/Pa
  /** [i*n + j] = ∂ ln φᵢ / ∂nⱼ at Σn = 1 mol. */
  dLnPhiDN: Float64Array;
  /** J/mol, from the elements at 298.15 K as ideal gas. */
  enthalpy: number;
  dEnthalpyDT: number;
  dEnthalpyDP: number;
  /** ∂(n h)/∂nᵢ: partial molar enthalpies, J/mol. */
  dEnthalpyDN: Float64Array;
  /** m³/mol. */
  volume: number;
  dVolumeDT: number;
  dVolumeDP: number;
  /** ∂(n v)/∂nᵢ: partial molar volumes, m³/mol. */
  dVolumeDN: Float64Array;
}

export function makePhaseProperties(n: number): PhaseProperties {
  return {
    lnPhi: new Float64Array(n),
    dLnPhiDT: new Float64Array(n),
    dLnPhiDP: new Float64Array(n),
    dLnPhiDN: new Float64Array(n * n),
    enthalpy: 0,
    dEnthalpyDT: 0,
    dEnthalpyDP: 0,
    dEnthalpyDN: new Float64Array(n),
    volume: 0,
    dVolumeDT: 0,
    dVolumeDP: 0,
    dVolumeDN: new Float64Array(n),
  };
}
