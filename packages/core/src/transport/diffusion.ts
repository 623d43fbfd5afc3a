/** Diffusion coefficients, m²/s. */
import type { TransportConstants } from './estimates.ts';

/**
 * Two gases at low pressure: Fuller, Schettler & Giddings (1966, 1969); Poling eq. 11-4.4.
 * undefined where an element of one of them has no published diffusion volume.
 */
export function gasDiffusivity(a: TransportConstants, b: TransportConstants, T: number, P: number): number | undefined {
  const [va, vb] = [a.record.diffusionVolume?.value, b.record.diffusionVolume?.value];
  if (va === undefined || vb === undefined) return undefined;
  const mass = 2 / (1 / a.M + 1 / b.M);
  const sum = Math.cbrt(va) + Math.cbrt(vb);
  const CM2 = 1e-4; // m²
  return (CM2 * 0.00143 * T ** 1.75) / ((P / 1e5) * Math.sqrt(mass) * sum * sum);
}

/** Association factors of Wilke & Chang for the solvents that have one. */
const ASSOCIATION: Readonly<Record<string, number>> = { '7732-18-5': 2.6, '67-56-1': 1.9, '64-17-5': 1.5 };

/**
 * A solute at infinite dilution in a liquid: Wilke & Chang, AIChE J. 1 (1955) 264; the solute's volume at its boiling point by Tyn & Calus,
 * V = 0.285 Vc^1.048 (cm³/mol).
 * @param viscosity of the solvent, Pa s
 */
export function wilkeChang(solute: TransportConstants, solvent: TransportConstants, T: number, viscosity: number): number {
  const volume = 0.285 * (solute.Vc * 1e6) ** 1.048; // cm³/mol
  const phi = ASSOCIATION[solvent.record.id] ?? 1;
  const [CM2, CENTIPOISE] = [1e-4, 1e-3];
  return (CM2 * 7.4e-8 * Math.sqrt(phi * solvent.M) * T) / ((viscosity / CENTIPOISE) * volume ** 0.6);
}

/** Maxwell–Stefan coefficient of a pair in a mixture from both infinite dilutions: Wesselingh & Krishna (1990), Vignes for two. */
export function interpolatedDiffusivity(dij: number, dji: number, xi: number, xj: number): number {
  return dij ** ((1 + xj - xi) / 2) * dji ** ((1 + xi - xj) / 2);
}
