import { R } from '../properties/index.ts';
import { PhaseProperties } from './model.ts';
import type { Phase, ThermoModel } from './model.ts';

const BAR = 1e5; // Pa

/**
 * Molar entropy of a phase, J/(mol K), counted from the elements at 298.15 K and 1 bar: s = (h − g)/T with
 *   g = Σ xᵢ [hᵢⁱᵍ − T sᵢⁱᵍ + RT ln(xᵢ φᵢ P/1 bar)],
 * so that it agrees with the model's own enthalpy and fugacities, whatever the model.
 */
export function phaseEntropy(model: ThermoModel, phase: Phase, T: number, P: number, x: Float64Array): number {
  const properties = new PhaseProperties(model.n);
  const h = new Float64Array(model.n);
  const s = new Float64Array(model.n);
  model.evaluate(phase, x, properties.at(T, P), 'all');
  model.idealGas(T, h, s);
  let entropy = properties.enthalpy / T;
  for (let i = 0; i < model.n; i++) {
    if (x[i] === 0) continue;
    entropy += x[i] * (s[i] - h[i] / T - R * (Math.log((x[i] * P) / BAR) + properties.lnPhi[i]));
  }
  return entropy;
}
