import { expect } from 'vitest';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { expectSlope } from './slopes.ts';

/** Every slope that a model tells at this state against central differences in T, P and mole numbers; every value finite. */
export function expectSeamSlopes(model: ThermoModel, phase: Phase, T: number, P: number, x: Float64Array): void {
  const { n } = model;
  const out = new PhaseProperties(n);
  const again = new PhaseProperties(n);
  const at = (t: number, p: number, moles: Float64Array): PhaseProperties => {
    const total = moles.reduce((s, m) => s + m, 0);
    model.evaluate(
      phase,
      moles.map((m) => m / total),
      again.at(t, p),
      'all',
    );
    return again;
  };
  model.evaluate(phase, x, out.at(T, P), 'all');
  for (const value of Object.values(out).flatMap((v: number | Float64Array) => (typeof v === 'number' ? [v] : [...v])))
    expect(value).toSatisfy(Number.isFinite);
  const [hT, hP] = [T * 1e-5, P * 1e-5];
  const heat = Math.abs(out.enthalpy) + 1e4; // J/mol
  for (let i = 0; i < n; i++) {
    expectSlope((t) => at(t, P, x).lnPhi[i], T, hT, out.dLnPhiDT[i], 1e-5, 1e-4);
    expectSlope((p) => at(T, p, x).lnPhi[i], P, hP, out.dLnPhiDP[i], 1e-5, 0.1 / P);
    const step = 1e-4 * Math.min(0.1, x[i]);
    const shifted = (m: number): Float64Array => x.with(i, m);
    for (let j = 0; j < n; j++)
      expectSlope((m) => at(T, P, shifted(m)).lnPhi[j], x[i], step, out.dLnPhiDN[j * n + i], 1e-4, 1e-2 / x[i]);
    const total = (m: number): number => 1 + m - x[i];
    expectSlope((m) => total(m) * at(T, P, shifted(m)).enthalpy, x[i], step, out.dEnthalpyDN[i], 1e-4, heat / 10);
    expectSlope((m) => total(m) * at(T, P, shifted(m)).volume, x[i], step, out.dVolumeDN[i], 1e-4, out.volume / 10);
  }
  expectSlope((t) => at(t, P, x).enthalpy, T, hT, out.dEnthalpyDT, 1e-4, 1);
  expectSlope((p) => at(T, p, x).enthalpy, P, hP, out.dEnthalpyDP, 1e-4, (heat * 1e-4) / P);
  expectSlope((t) => at(t, P, x).volume, T, hT, out.dVolumeDT, 1e-4, (out.volume / T) * 1e-3);
  expectSlope((p) => at(T, p, x).volume, P, hP, out.dVolumeDP, 1e-4, (out.volume / P) * 1e-3);
}
