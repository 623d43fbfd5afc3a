/**
 * Attraction of a cubic equation of state by the excess Gibbs energy of a liquid model, so that both agree in a liquid at low pressure:
 *   D = RT B q,   q = Σ nᵢεᵢ + [N g + Σ nᵢ ln(B/(N bᵢ))]/A₁,   εᵢ = aᵢ/(bᵢRT),   g = Gᴱ/RT,
 *   qᵢ = εᵢ + [ln γᵢ + ln(B/(N bᵢ)) + N bᵢ/B − 1]/A₁,   qᵢⱼ = [∂ ln γᵢ/∂nⱼ + (bᵢ + bⱼ)/B − 1/N − N bᵢbⱼ/B²]/A₁,
 *   Dᵢ = RT(bᵢq + B qᵢ),   Dᵢⱼ = RT(bᵢqⱼ + bⱼqᵢ + B qᵢⱼ).
 * With the equation of Soave, A₁ = −0.64663 and UNIFAC this is PSRK.
 * Source: Holderbaum & Gmehling, Fluid Phase Equil. 70 (1991) 251.
 */
import { R } from '../properties/index.ts';
import { Activity } from './activity.ts';
import type { ActivityModel } from './activity.ts';
import type { Temperature } from './model.ts';
import { attractionOf, makeMixed } from './cubicMixing.ts';
import type { CubicComponent, CubicConstants, Mixed } from './cubicMixing.ts';

/** Of the equation of Soave at a liquid's volume of 1.1 b. */
const A1 = -0.64663;

/** Returns what mixes at T and x. */
export function excessMixing(components: readonly CubicComponent[], constants: CubicConstants, liquid: ActivityModel) {
  const n = components.length;
  const { b, roots, renew } = attractionOf(components, constants);
  const { s, sT, sTT } = roots;
  const excess = new Activity(n);
  const mixed = makeMixed(n, b);
  const q = new Float64Array(n);
  const qT = new Float64Array(n);

  return function mix(x: Float64Array, at: Temperature): Mixed {
    const { T } = at;
    renew(at);
    liquid.evaluate(x, excess.at(T), true);
    const RT = R * T;
    let B = 0;
    for (let i = 0; i < n; i++) B += x[i] * b[i];
    let total = 0;
    let totalT = 0;
    let totalTT = 0;
    for (let i = 0; i < n; i++) {
      // ε = s²/(b R T) and its two slopes.
      const e = (s[i] * s[i]) / (b[i] * RT);
      const eT = (2 * s[i] * sT[i]) / (b[i] * RT) - e / T;
      const eTT = (2 * (sT[i] * sT[i] + s[i] * sTT[i])) / (b[i] * RT) - (2 * eT) / T;
      const size = Math.log(B / b[i]);
      q[i] = e + (excess.lnGamma[i] + size + b[i] / B - 1) / A1;
      qT[i] = eT + excess.dLnGammaDT[i] / A1;
      total += x[i] * (e + (excess.lnGamma[i] + size) / A1);
      totalT += x[i] * eT;
      totalTT += x[i] * eTT;
    }
    totalT += excess.dGDT / A1;
    totalTT += excess.d2GDT2 / A1;
    for (let i = 0; i < n; i++) {
      mixed.Di[i] = RT * (b[i] * total + B * q[i]);
      mixed.DiT[i] = mixed.Di[i] / T + RT * (b[i] * totalT + B * qT[i]);
      for (let j = 0; j < n; j++) {
        const qij = (excess.dLnGammaDN[i * n + j] + (b[i] + b[j]) / B - 1 - (b[i] * b[j]) / (B * B)) / A1;
        mixed.Dij[i * n + j] = RT * (b[i] * q[j] + b[j] * q[i] + B * qij);
      }
    }
    mixed.D = RT * B * total;
    mixed.dT = mixed.D / T + RT * B * totalT;
    mixed.dT2 = 2 * R * B * totalT + RT * B * totalTT;
    mixed.B = B;
    return mixed;
  };
}
