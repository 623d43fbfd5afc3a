/**
 * Regular solution of Scatchard and Hildebrand: ln γᵢ = Vᵢ(δᵢ − δ̄)²/RT, δ̄ = Σ φⱼδⱼ, φⱼ = xⱼVⱼ/V̄, with volumes and solubility
 * parameters δ² = (ΔHᵛᵃᵖ − RT)/V at 25 °C (at 0.75 Tc for what is lighter). For non-polar liquids only; γ is never below 1.
 * ∂ ln γᵢ/∂nⱼ = −2 VᵢVⱼ(δᵢ − δ̄)(δⱼ − δ̄)/(RT V̄).
 * Source: Hildebrand & Scott, The Solubility of Nonelectrolytes, 3rd ed. (1950).
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import { heatOfVaporisation, liquidVolume, R, T_REFERENCE, ValueSlope } from '../properties/index.ts';
import type { ActivityModel } from './activity.ts';

/** Solubility parameter, Pa^½, and volume, m³/mol, of one component. */
export function solubilityParameter(c: ComponentRecord): { delta: number; V: number } {
  const T = Math.min(T_REFERENCE, 0.75 * c.criticalTemperature.value);
  const out = new ValueSlope();
  liquidVolume(c, out.at(T));
  const V = out.value;
  heatOfVaporisation(c, out.at(T));
  return { delta: Math.sqrt(Math.max(out.value - R * T, 0) / V), V };
}

/** Activity coefficients by Scatchard and Hildebrand's theory of regular solutions. */
export function regularSolution(components: readonly ComponentRecord[]): ActivityModel {
  const n = components.length;
  const own = components.map(solubilityParameter);
  const V = Float64Array.from(own, (o) => o.V);
  const delta = Float64Array.from(own, (o) => o.delta);
  return {
    evaluate(x, out, slopes) {
      const { T } = out;
      let volume = 0;
      let mean = 0;
      for (let i = 0; i < n; i++) {
        volume += x[i] * V[i];
        mean += x[i] * V[i] * delta[i];
      }
      mean /= volume;
      const RT = R * T;
      let g = 0;
      for (let i = 0; i < n; i++) {
        const away = delta[i] - mean;
        const value = (V[i] * away * away) / RT;
        out.lnGamma[i] = value;
        out.dLnGammaDT[i] = -value / T;
        g += x[i] * value;
      }
      if (!slopes) return;
      out.dGDT = -g / T;
      out.d2GDT2 = (2 * g) / (T * T);
      for (let i = 0; i < n; i++) {
        for (let j = 0; j < n; j++)
          out.dLnGammaDN[i * n + j] = (-2 * V[i] * V[j] * (delta[i] - mean) * (delta[j] - mean)) / (RT * volume);
      }
    },
  };
}
