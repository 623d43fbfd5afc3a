import type { ThermoModel } from '../thermo/index.ts';

/** K-values that depend on nothing, as worked examples of absorbers have them; heat is sensible alone and counted from 300 K. */
export function constantK(K: readonly number[]): ThermoModel {
  const n = K.length;
  return {
    n,
    names: K.map((_, i) => `component ${i + 1}`),
    hasIdealVapour: true,
    hasOneEquation: false,
    molarMass: new Float64Array(n).fill(0.05),
    evaluate(phase, _x, out) {
      for (let i = 0; i < n; i++) out.lnPhi[i] = phase === 'liquid' ? Math.log(K[i]) : 0;
      out.dLnPhiDT.fill(0);
      out.dLnPhiDP.fill(0);
      out.dLnPhiDN.fill(0);
      out.dEnthalpyDT = phase === 'liquid' ? 75 : 30;
      out.enthalpy = out.dEnthalpyDT * (out.T - 300);
      out.dEnthalpyDN.fill(out.enthalpy);
      out.dEnthalpyDP = 0;
    },
    firstLnK(_T, _P, out) {
      out.set(K.map(Math.log));
    },
    idealGas(_T, h, s) {
      h.fill(0);
      s.fill(0);
    },
    outsideRange: () => [],
  };
}
