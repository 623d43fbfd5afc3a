/**
 * The γ-φ model of a mixture: an activity-coefficient liquid beside a vapour that is ideal, virial or dimerising.
 *   liquid   ln φᵢ = ln γᵢ + ln Pᵢˢᵃᵗ + ln φᵢˢᵃᵗ + vᵢ(P − Pᵢˢᵃᵗ)/RT − ln P      (the last but one, Poynting's factor, where asked for)
 *            h = Σ xᵢhᵢ − RT² ∂g/∂T,  v = Σ xᵢvᵢ, where the pure liquid's enthalpy comes by one of two routes:
 *            ideal gas + saturated vapour's departure − Δhᵛᵃᵖ at T, or that at a reference temperature + ∫ Cp of the liquid
 *   solute   ln φᵢ = ln Hᵢ − ln P, h̄ᵢ = hᵢⁱᵍ − RT² ∂ ln Hᵢ/∂T                  (dissolved gases by Henry's law: henry.ts)
 *   vapour   vapour.ts, virial.ts, dimers.ts; ideal-gas enthalpies are added here
 * With an ideal vapour and without Poynting's factor: below some 3 bar their effect on K is under 3 % (common practice). What pressure does
 * to a liquid's enthalpy is neglected. ∂(n hᴱ)/∂nᵢ = −RT² ∂ ln γᵢ/∂T, so partial molar enthalpies need no further derivative.
 * Source: Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), ch. 10 to 14.
 */
import type { ComponentRecord, EnthalpyRoute } from '@keen-ladder/schema';
import {
  heatUpTo,
  heatOfVaporisation,
  idealGasEnthalpy,
  idealGasEntropy,
  liquidVolume,
  lnVapourPressure,
  outsideRange,
  R,
  ValueSlope,
} from '../properties/index.ts';
import { Activity } from './activity.ts';
import type { ActivityModel } from './activity.ts';
import type { Extent, PhaseProperties, Temperature, ThermoModel } from './model.ts';
import { idealVapour, PureVapour } from './vapour.ts';
import type { VapourModel } from './vapour.ts';

/**
 * By a heat of vaporisation at every temperature the sensible heat of a liquid is the small difference of large numbers, and comes out up to a quarter
 * wrong (methanol +27 %); a heat capacity from a table is good to 2 %. Where that one is only estimated, the other way is no worse.
 */
export function betterFounded({ liquidHeatCapacity, heatOfVaporisation }: ComponentRecord): EnthalpyRoute {
  return liquidHeatCapacity.how === 'estimated' && heatOfVaporisation.how !== 'estimated'
    ? 'heat-of-vaporisation'
    : 'liquid-heat-capacity';
}

/** What a model by activity coefficients is made of. */
export interface GammaPhiOptions {
  vapour?: VapourModel;
  poynting?: boolean;
  enthalpy?: EnthalpyRoute;
  /** By component: ln H (Pa) at T of a Henry solute, for the first guess of K; undefined for a solvent. */
  solutes?: readonly (((T: number) => number) | undefined)[];
  /** What of the pairs does not reach to T. */
  pairsOutsideRange?: (T: number) => ReturnType<ThermoModel['outsideRange']>;
  /** Whose slopes in T give the heat of mixing, where those of `activity` are not to be trusted with it. */
  mixing?: ActivityModel;
}

/** Volume of a dissolved gas: that of its liquid at the boiling point, or at this part of Tc where there is none (common practice). */
const SOLUTE_VOLUME_AT = 0.7;

/** A mixture by activity coefficients in the liquid and its own vapour, with all derivatives. */
export function gammaPhiModel(
  components: readonly ComponentRecord[],
  activity: ActivityModel,
  options: GammaPhiOptions = {},
): ThermoModel {
  const { vapour: vapourModel = idealVapour, poynting = false, enthalpy: route = 'heat-of-vaporisation', solutes = [] } = options;
  const { pairsOutsideRange, mixing } = options;
  const n = components.length;
  const excess = new Activity(n);
  const heat = mixing === undefined ? excess : new Activity(n);
  const pure = new ValueSlope();
  const gas = new ValueSlope();
  const sat = new PureVapour();
  const isSolute = components.map((_, i) => solutes[i] !== undefined);
  const soluteVolume = components.map((c, i) => {
    if (!isSolute[i]) return 0;
    liquidVolume(c, pure.at(c.normalBoilingPoint?.value ?? SOLUTE_VOLUME_AT * c.criticalTemperature.value));
    return pure.value;
  });

  /**
   * ln of the saturated vapour's fugacity, Pa, into `pure` with its slope along saturation; leaves `sat`. Above the critical temperature, where
   * the vapour pressure goes on as a line and no vapour is saturated, what the vapour model says of it stays as at the critical point: a virial
   * equation at such pressures would give a gas no fugacity and let it condense.
   */
  function saturation(i: number, { T }: Temperature): void {
    if (vapourModel.isIdeal) {
      lnVapourPressure(components[i], pure.at(T));
      return;
    }
    const Tc = components[i].criticalTemperature.value;
    const isAbove = T > Tc;
    lnVapourPressure(components[i], pure.at(isAbove ? Tc : T));
    const Psat = Math.exp(pure.value);
    vapourModel.pure(i, sat.at(isAbove ? Tc : T, Psat));
    const dPsat = Psat * pure.dT;
    if (isAbove) {
      lnVapourPressure(components[i], pure.at(T));
      sat.dEnthalpyDT = 0;
    } else {
      pure.dT += sat.dLnPhiDT + sat.dLnPhiDP * dPsat;
      sat.dEnthalpyDT += sat.dEnthalpyDP * dPsat;
    }
    pure.value += sat.lnPhi;
  }

  function liquid(x: Float64Array, out: PhaseProperties, extent: Extent): void {
    const { T, P } = out;
    activity.evaluate(x, excess.at(T), extent !== 'fugacity');
    const lnP = Math.log(P);
    const RT = R * T;
    for (let i = 0; i < n; i++) {
      out.lnPhi[i] = excess.lnGamma[i] - lnP;
      out.dLnPhiDT[i] = excess.dLnGammaDT[i];
      out.dLnPhiDP[i] = -1 / P;
      if (isSolute[i]) continue;
      const slopeOf = out.dLnPhiDT[i];
      saturation(i, out);
      out.lnPhi[i] += pure.value;
      out.dLnPhiDT[i] = slopeOf + pure.dT;
      if (!poynting) continue;
      lnVapourPressure(components[i], gas.at(T));
      const Pc = components[i].criticalPressure.value;
      const isBelow = gas.value < Math.log(Pc);
      const Psat = isBelow ? Math.exp(gas.value) : Pc;
      const dPsat = isBelow ? Psat * gas.dT : 0;
      liquidVolume(components[i], pure.at(T));
      out.lnPhi[i] += (pure.value * (P - Psat)) / RT;
      out.dLnPhiDT[i] += ((pure.dT - pure.value / T) * (P - Psat) - pure.value * dPsat) / RT;
      out.dLnPhiDP[i] += pure.value / RT;
    }
    if (extent === 'fugacity') return;
    out.dLnPhiDN.set(excess.dLnGammaDN);
    if (extent === 'slopes') return;
    liquidEnthalpy(x, out);
    liquidVolumes(x, out);
  }

  /** Enthalpy of pure liquid i by way of its vapour, J/mol, into `gas`, with its slope. */
  function byVaporisation(i: number, at: Temperature): void {
    const { T } = at;
    idealGasEnthalpy(components[i], gas.at(T));
    heatOfVaporisation(components[i], pure.at(T));
    gas.value -= pure.value;
    gas.dT -= pure.dT;
    if (vapourModel.isIdeal) return;
    saturation(i, at);
    gas.value += sat.enthalpy;
    gas.dT += sat.dEnthalpyDT;
  }

  /** Enthalpy of each pure liquid less the integral of its heat capacity, J/mol: at a reference temperature that of the other route. */
  const reference = components.map((c, i) => {
    const { Tmin, Tmax } = c.liquidHeatCapacity;
    const T = Math.min(Math.max(c.normalBoilingPoint?.value ?? Tmax, Tmin), Tmax);
    if (isSolute[i]) return 0;
    byVaporisation(i, { T });
    heatUpTo(c.liquidHeatCapacity, pure.at(T));
    return gas.value - pure.value;
  });

  const routes = components.map((c): EnthalpyRoute => (route === 'better-founded' ? betterFounded(c) : route));

  function pureLiquid(i: number, at: Temperature): void {
    if (isSolute[i]) {
      idealGasEnthalpy(components[i], gas.at(at.T));
    } else if (routes[i] === 'heat-of-vaporisation') {
      byVaporisation(i, at);
    } else {
      heatUpTo(components[i].liquidHeatCapacity, gas.at(at.T));
      gas.value += reference[i];
    }
  }

  function liquidEnthalpy(x: Float64Array, out: PhaseProperties): void {
    const { T } = out;
    mixing?.evaluate(x, heat.at(T), true);
    let h = -R * T * T * heat.dGDT;
    let dT = -R * T * (2 * heat.dGDT + T * heat.d2GDT2);
    for (let i = 0; i < n; i++) {
      pureLiquid(i, out);
      h += x[i] * gas.value;
      dT += x[i] * gas.dT;
      out.dEnthalpyDN[i] = gas.value - R * T * T * heat.dLnGammaDT[i];
    }
    out.enthalpy = h;
    out.dEnthalpyDT = dT;
    out.dEnthalpyDP = 0;
  }

  function liquidVolumes(x: Float64Array, out: PhaseProperties): void {
    let v = 0;
    let dT = 0;
    for (let i = 0; i < n; i++) {
      if (isSolute[i]) {
        pure.value = soluteVolume[i];
        pure.dT = 0;
      } else {
        liquidVolume(components[i], pure.at(out.T));
      }
      v += x[i] * pure.value;
      dT += x[i] * pure.dT;
      out.dVolumeDN[i] = pure.value;
    }
    out.volume = v;
    out.dVolumeDT = dT;
    out.dVolumeDP = 0;
  }

  function vapour(y: Float64Array, out: PhaseProperties, extent: Extent): void {
    vapourModel.evaluate(y, out, extent === 'volume' ? 'all' : extent);
    if (extent !== 'all') return;
    for (let i = 0; i < n; i++) {
      idealGasEnthalpy(components[i], gas.at(out.T));
      out.enthalpy += y[i] * gas.value;
      out.dEnthalpyDT += y[i] * gas.dT;
      out.dEnthalpyDN[i] += gas.value;
    }
  }

  return {
    n,
    names: components.map((c) => c.name),
    hasIdealVapour: vapourModel.isIdeal,
    hasOneEquation: false,
    molarMass: Float64Array.from(components, (c) => c.molarMass.value),
    evaluate(phase, x, out, extent) {
      if (phase === 'liquid' && extent === 'volume') liquidVolumes(x, out);
      else if (phase === 'liquid') liquid(x, out, extent);
      else vapour(x, out, extent);
    },
    firstLnK(T, P, out) {
      for (let i = 0; i < n; i++) {
        const henry = solutes[i];
        if (henry === undefined) lnVapourPressure(components[i], gas.at(T));
        out[i] = (henry === undefined ? gas.value : henry(T)) - Math.log(P);
      }
    },
    idealGas: idealGasOf(components),
    outsideRange: (T) => [
      ...components.flatMap((c, i) =>
        outsideRange(c, T)
          .filter(({ property }) => !isSolute[i] || property === 'ideal-gas heat capacity')
          .map((range) => ({ name: c.name, ...range })),
      ),
      ...(pairsOutsideRange?.(T) ?? []),
    ],
  };
}

/** Enthalpies (J/mol) and entropies at 1 bar (J/(mol K)) of the ideal gases, as the seam offers them. */
export function idealGasOf(components: readonly ComponentRecord[]): ThermoModel['idealGas'] {
  const one = new ValueSlope();
  return (T, h, s) => {
    for (let i = 0; i < components.length; i++) {
      idealGasEnthalpy(components[i], one.at(T));
      h[i] = one.value;
      s[i] = idealGasEntropy(components[i], T);
    }
  };
}
