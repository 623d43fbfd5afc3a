/**
 * A cubic equation of state for both phases,
 *   P = RT/(V − B) − D/((V + δ₁B)(V + δ₂B)),
 * through its reduced residual Helmholtz energy F(T, V, n) = Aʳ/RT and the derivatives of F:
 *   F = −N g(V, B) − (D/T) f(V, B),   g = ln(1 − B/V),   f = ln[(V + δ₁B)/(V + δ₂B)] / (R B (δ₁ − δ₂)),
 *   ln φᵢ = F_i − ln Z,   ∂ ln φᵢ/∂nⱼ = F_ij + 1/N + P_i P_j/(RT P_V),   ∂ ln φᵢ/∂T = F_iT + 1/T − v̄ᵢ P_T/RT,
 *   hʳ = −RT² F_T + PV − NRT,   v̄ᵢ = −P_i/P_V.
 * Ideal-gas enthalpies are added. A translated volume v − Σ xᵢcᵢ changes ln φᵢ by −cᵢP/RT and h by −Σ xᵢcᵢ P, and no equilibrium.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 2 and 3.
 */
import type { ComponentRecord, CubicName } from '@keen-ladder/schema';
import { idealGasEnthalpy, liquidVolume, lnVapourPressure, outsideRange, R, ValueSlope } from '../properties/index.ts';
import { cubicMixing, PENG_ROBINSON, SRK } from './cubicMixing.ts';
import type { CubicComponent, CubicConstants, Interaction } from './cubicMixing.ts';
import type { ActivityModel } from './activity.ts';
import { excessMixing } from './excessMixing.ts';
import { compressibility } from './cubicRoots.ts';
import { idealGasOf } from './gammaPhi.ts';
import { PhaseProperties } from './model.ts';
import type { ThermoModel } from './model.ts';

/** What a case may choose for a cubic equation. */
export interface CubicOptions {
  /** α of Twu with its volume translation where the record has them, instead of α from ω alone. */
  alpha: 'acentric' | 'twu';
  /** Whether liquids get the volumes of the records' densities, or the equation's own, as when left out. */
  volumes?: 'of-densities' | 'of-equation' | undefined;
}

/** A record as the equation named `equation` sees it. */
export function cubicComponent(c: ComponentRecord, equation: CubicName, { alpha, volumes }: CubicOptions): CubicComponent {
  const twu = alpha === 'twu' ? (equation === 'srk' ? c.alphaSrk : c.alphaPengRobinson) : null;
  const constants = { Tc: c.criticalTemperature.value, Pc: c.criticalPressure.value, omega: c.acentricFactor.value };
  if (twu !== null) return { ...constants, translation: twu.c, twu };
  const plain = { ...constants, translation: 0 };
  if (volumes !== 'of-densities') return plain;
  return { ...plain, translation: translationOf(c, plain, equation === 'srk' ? SRK : PENG_ROBINSON) };
}

/**
 * What brings the saturated liquid's volume at Tr = 0.7 to that of the record's density, m³/mol: v − c. Without it propylene carbonate is 36 % too light
 * by Peng-Robinson; no equilibrium changes by it.
 * Source: Péneloux, Rauzy & Fréze, Fluid Phase Equil. 8 (1982) 7.
 */
function translationOf(c: ComponentRecord, component: CubicComponent, constants: CubicConstants): number {
  const T = TRANSLATED_AT * component.Tc;
  const pure = new ValueSlope();
  lnVapourPressure(c, pure.at(T));
  const P = Math.exp(pure.value);
  const liquid = new PhaseProperties(1);
  const none = { k0: new Float64Array(1), k1: new Float64Array(1) };
  cubicResidual([component], constants, none)('liquid', Float64Array.of(1), liquid.at(T, P), 'all');
  liquidVolume(c, pure.at(T));
  return liquid.volume - pure.value;
}

/** Reduced temperature at which the acentric factor is defined: near the boiling point, where columns work. */
const TRANSLATED_AT = 0.7;

/** In place of interaction parameters: the liquid whose excess energy mixes. */
export interface ExcessEnergy {
  liquid: ActivityModel;
}

/** A mixture by a cubic equation of state, with all derivatives. */
export function cubicModel(
  records: readonly ComponentRecord[],
  components: readonly CubicComponent[],
  constants: CubicConstants,
  interaction: Interaction | ExcessEnergy,
): ThermoModel {
  const residual = cubicResidual(components, constants, interaction);
  const n = records.length;
  const pure = new ValueSlope();
  return {
    n,
    names: records.map((c) => c.name),
    hasIdealVapour: false,
    hasOneEquation: true,
    molarMass: Float64Array.from(records, (c) => c.molarMass.value),
    evaluate(phase, x, out, extent) {
      residual(phase, x, out, extent === 'volume' ? 'all' : extent);
      if (extent !== 'all') return;
      for (let i = 0; i < n; i++) {
        idealGasEnthalpy(records[i], pure.at(out.T));
        out.enthalpy += x[i] * pure.value;
        out.dEnthalpyDT += x[i] * pure.dT;
        out.dEnthalpyDN[i] += pure.value;
      }
    },
    firstLnK: (T, P, out) => wilsonLnK(components, T, P, out),
    idealGas: idealGasOf(records),
    outsideRange: (T) =>
      records.flatMap((c) =>
        outsideRange(c, T)
          .filter(({ property }) => property === 'ideal-gas heat capacity')
          .map((range) => ({ name: c.name, ...range })),
      ),
  };
}

/** The residual part alone: enthalpy is the real fluid's minus the ideal gas's. Needs critical constants only. */
export function cubicResidual(
  components: readonly CubicComponent[],
  constants: CubicConstants,
  interaction: Interaction | ExcessEnergy,
): ThermoModel['evaluate'] {
  const n = components.length;
  const mix =
    'liquid' in interaction
      ? excessMixing(components, constants, interaction.liquid)
      : cubicMixing(components, constants, interaction);
  const { delta1, delta2 } = constants;
  const u = delta1 + delta2;
  const w = delta1 * delta2;
  const c = Float64Array.from(components, ({ translation }) => translation);
  const root = new Float64Array(3); // A, B, Z
  const Fi = new Float64Array(n);
  const Pi = new Float64Array(n);

  return (phase, x, out: PhaseProperties, extent) => {
    const { T, P } = out;
    const { D, dT: DT, dT2: DTT, Di, DiT, Dij, B, b } = mix(x, out);
    const RT = R * T;
    root[0] = (D * P) / (RT * RT);
    root[1] = (B * P) / RT;
    compressibility(root, u, w, phase);
    const Z = root[2];
    const V = (Z * RT) / P;

    // g and f with their slopes in V and B (Michelsen & Mollerup, ch. 3, table 6).
    const VB = V - B;
    const V1 = V + delta1 * B;
    const V2 = V + delta2 * B;
    const g = Math.log(VB / V);
    const gV = B / (V * VB);
    const gB = -1 / VB;
    const f = Math.log(V1 / V2) / (R * B * (delta1 - delta2));
    const fV = -1 / (R * V1 * V2);
    const fB = -(f + V * fV) / B;
    const fVV = (1 / (V2 * V2) - 1 / (V1 * V1)) / (R * B * (delta1 - delta2));
    const fBV = -(2 * fV + V * fVV) / B;

    const FB = -gB - (D / T) * fB;
    const FD = -f / T;
    const FVV = 1 / (VB * VB) - 1 / (V * V) - (D / T) * fVV;
    const FBV = -1 / (VB * VB) - (D / T) * fBV;
    const FDV = -fV / T;
    const FTV = (D / (T * T)) * fV + FDV * DT;
    const FBT = (D / (T * T)) * fB - (fB / T) * DT;
    const FDT = f / (T * T);
    const PV = -RT * (FVV + 1 / (V * V));
    const PT = P / T - RT * FTV;

    const lnZ = Math.log(Z);
    for (let i = 0; i < n; i++) {
      Fi[i] = -g + FB * b[i] + FD * Di[i];
      Pi[i] = -RT * (-gV + FBV * b[i] + FDV * Di[i]) + RT / V;
      const FiT = FBT * b[i] + FDT * Di[i] + FD * DiT[i];
      out.lnPhi[i] = Fi[i] - lnZ - (c[i] * P) / RT;
      out.dLnPhiDT[i] = FiT + 1 / T + (Pi[i] * PT) / (PV * RT) + (c[i] * P) / (RT * T);
    }
    if (extent === 'fugacity') return;

    const FnB = -gB;
    const FBD = -fB / T;
    const FBB = 1 / (VB * VB) + ((D / T) * (2 * fB + V * fBV)) / B;
    for (let i = 0; i < n; i++) {
      out.dLnPhiDP[i] = -Pi[i] / (PV * RT) - 1 / P - c[i] / RT;
      for (let j = 0; j <= i; j++) {
        const Fij = FnB * (b[i] + b[j]) + FBD * (b[i] * Di[j] + b[j] * Di[i]) + FBB * b[i] * b[j] + FD * Dij[i * n + j];
        const value = Fij + 1 + (Pi[i] * Pi[j]) / (RT * PV);
        out.dLnPhiDN[i * n + j] = value;
        out.dLnPhiDN[j * n + i] = value;
      }
    }
    if (extent === 'slopes') return;

    const FT = (D * f) / (T * T) + FD * DT;
    const FTT = (-2 * D * f) / (T * T * T) + 2 * FDT * DT + FD * DTT;
    let translation = 0;
    for (let i = 0; i < n; i++) {
      translation += x[i] * c[i];
      out.dEnthalpyDN[i] = -RT * T * out.dLnPhiDT[i];
      out.dVolumeDN[i] = -Pi[i] / PV - c[i];
    }
    out.enthalpy = -RT * T * FT + P * V - RT - translation * P;
    out.dEnthalpyDT = -RT * (T * FTT + 2 * FT) - (T * PT * PT) / PV - R;
    out.dEnthalpyDP = V + (T * PT) / PV - translation;
    out.volume = V - translation;
    out.dVolumeDT = -PT / PV;
    out.dVolumeDP = 1 / PV;
  };
}

/**
 * Wilson's correlation, ln Kᵢ = ln(Pcᵢ/P) + 5.373 (1 + ωᵢ)(1 − Tcᵢ/T).
 * Source: Wilson, 65th National AIChE Meeting (1968), as Michelsen & Mollerup (2007) give it in ch. 10.
 */
export function wilsonLnK(components: readonly CubicComponent[], T: number, P: number, out: Float64Array): void {
  for (let i = 0; i < components.length; i++) {
    const { Tc, Pc, omega } = components[i];
    out[i] = Math.log(Pc / P) + 5.373 * (1 + omega) * (1 - Tc / T);
  }
}
