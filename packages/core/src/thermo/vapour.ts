/** The vapour beside a liquid of activity coefficients: ideal, by the virial equation, or with dimers. */
import { R } from '../properties/index.ts';
import type { Extent, PhaseProperties } from './model.ts';

/** How a vapour departs from the ideal gas. */
export interface VapourModel {
  readonly isIdeal: boolean;
  /**
   * Fills `out` for the mixture where it stands: fugacity coefficients with slopes; enthalpy beyond the ideal gas's with slopes; volume with
   * slopes. In the scope that `extent` says; allocates nothing.
   */
  evaluate: (y: Float64Array, out: PhaseProperties, extent: Extent) => void;
  /** Component i alone. */
  pure: (i: number, out: PureVapour) => void;
}

/** ln φ and enthalpy beyond the ideal gas's (J/mol) of a pure vapour at T (K) and P (Pa), each with its slopes in T (1/K) and P (1/Pa). */
export class PureVapour {
  T = 0;
  P = 0;
  lnPhi = 0;
  dLnPhiDT = 0;
  dLnPhiDP = 0;
  enthalpy = 0;
  dEnthalpyDT = 0;
  dEnthalpyDP = 0;

  at(T: number, P: number): this {
    this.T = T;
    this.P = P;
    return this;
  }
}

/** Every fugacity coefficient 1, v = RT/P. */
export const idealVapour: VapourModel = {
  isIdeal: true,
  evaluate(_y, out, extent) {
    const { T, P } = out;
    out.lnPhi.fill(0);
    out.dLnPhiDT.fill(0);
    if (extent === 'fugacity') return;
    out.dLnPhiDP.fill(0);
    out.dLnPhiDN.fill(0);
    if (extent === 'slopes') return;
    out.enthalpy = 0;
    out.dEnthalpyDT = 0;
    out.dEnthalpyDP = 0;
    out.dEnthalpyDN.fill(0);
    out.volume = (R * T) / P;
    out.dVolumeDT = R / P;
    out.dVolumeDP = -out.volume / P;
    for (let i = 0; i < out.dVolumeDN.length; i++) out.dVolumeDN[i] = out.volume; // fill() would box it
  },
  pure(_i, out) {
    out.lnPhi = 0;
    out.dLnPhiDT = 0;
    out.dLnPhiDP = 0;
    out.enthalpy = 0;
    out.dEnthalpyDT = 0;
    out.dEnthalpyDP = 0;
  },
};
