/**
 * The model of a mixture at low pressure: an activity-coefficient liquid beside an ideal vapour.
 *   liquid   ln φᵢ = ln γᵢ + ln Pᵢˢᵃᵗ(T) − ln P
 *            h = Σ xᵢ (hᵢⁱᵍ − Δhᵢᵛᵃᵖ) − R T² ∂g/∂T      (the route "ideal gas minus heat of vaporisation")
 *            v = Σ xᵢ vᵢ
 *   vapour   ln φᵢ = 0,  h = Σ yᵢ hᵢⁱᵍ,  v = RT/P
 * No Poynting correction, no fugacity coefficient of the saturated vapour: below some 3 bar their effect on K is under 3 %
 * (common practice). ∂(n hᴱ)/∂nᵢ = −R T² ∂ ln γᵢ/∂T, so the partial molar enthalpies need no further derivative.
 * Source: Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), ch. 10 to 12.
 */
import type { ComponentRecord } from '../databank/index.ts';
import { heatOfVaporisation, idealGasEnthalpy, liquidVolume, lnVapourPressure, outsideRange, R } from '../properties/index.ts';
import { makeActivity } from './activity.ts';
import type { ActivityModel } from './activity.ts';
import type { Extent, PhaseProperties, ThermoModel } from './model.ts';

export function lowPressureModel(components: readonly ComponentRecord[], activity: ActivityModel): ThermoModel {
  const n = components.length;
  const excess = makeActivity(n);
  const pure = { value: 0, dT: 0 };

  function liquid(T: number, P: number, x: Float64Array, out: PhaseProperties, extent: Extent): void {
    activity.evaluate(T, x, excess, extent !== 'fugacity');
    const lnP = Math.log(P);
    for (let i = 0; i < n; i++) {
      lnVapourPressure(components[i], T, pure);
      out.lnPhi[i] = excess.lnGamma[i] + pure.value - lnP;
      out.dLnPhiDT[i] = excess.dLnGammaDT[i] + pure.dT;
    }
    if (extent === 'fugacity') return;
    out.dLnPhiDP.fill(-1 / P);
    out.dLnPhiDN.set(excess.dLnGammaDN);
    if (extent === 'slopes') return;
    liquidEnthalpy(T, x, out);
    liquidVolumes(T, x, out);
  }

  function liquidEnthalpy(T: number, x: Float64Array, out: PhaseProperties): void {
    let h = -R * T * T * excess.dGDT;
    let dT = -R * T * (2 * excess.dGDT + T * excess.d2GDT2);
    for (let i = 0; i < n; i++) {
      idealGasEnthalpy(components[i], T, pure);
      let hi = pure.value;
      let cpi = pure.dT;
      heatOfVaporisation(components[i], T, pure);
      hi -= pure.value;
      cpi -= pure.dT;
      h += x[i] * hi;
      dT += x[i] * cpi;
      out.dEnthalpyDN[i] = hi - R * T * T * excess.dLnGammaDT[i];
    }
    out.enthalpy = h;
    out.dEnthalpyDT = dT;
    out.dEnthalpyDP = 0;
  }

  function liquidVolumes(T: number, x: Float64Array, out: PhaseProperties): void {
    let v = 0;
    let dT = 0;
    for (let i = 0; i < n; i++) {
      liquidVolume(components[i], T, pure);
      v += x[i] * pure.value;
      dT += x[i] * pure.dT;
      out.dVolumeDN[i] = pure.value;
    }
    out.volume = v;
    out.dVolumeDT = dT;
    out.dVolumeDP = 0;
  }

  function vapour(T: number, P: number, y: Float64Array, out: PhaseProperties, extent: Extent): void {
    out.lnPhi.fill(0);
    out.dLnPhiDT.fill(0);
    if (extent === 'fugacity') return;
    out.dLnPhiDP.fill(0);
    out.dLnPhiDN.fill(0);
    if (extent === 'slopes') return;
    let h = 0;
    let cp = 0;
    for (let i = 0; i < n; i++) {
      idealGasEnthalpy(components[i], T, pure);
      h += y[i] * pure.value;
      cp += y[i] * pure.dT;
      out.dEnthalpyDN[i] = pure.value;
    }
    out.enthalpy = h;
    out.dEnthalpyDT = cp;
    out.dEnthalpyDP = 0;
    out.volume = (R * T) / P;
    out.dVolumeDT = R / P;
    out.dVolumeDP = -out.volume / P;
    out.dVolumeDN.fill(out.volume);
  }

  return {
    n,
    names: components.map((c) => c.name),
    hasIdealVapour: true,
    molarMass: Float64Array.from(components, (c) => c.molarMass.value),
    evaluate(phase, T, P, x, out, extent) {
      if (phase === 'liquid') liquid(T, P, x, out, extent);
      else vapour(T, P, x, out, extent);
    },
    firstLnK(T, P, out) {
      for (let i = 0; i < n; i++) {
        lnVapourPressure(components[i], T, pure);
        out[i] = pure.value - Math.log(P);
      }
    },
    outsideRange: (T) => components.flatMap((c) => outsideRange(c, T).map((range) => ({ name: c.name, ...range }))),
  };
}
