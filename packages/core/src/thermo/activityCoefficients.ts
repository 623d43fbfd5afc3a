import { PhaseProperties } from './model.ts';
import type { ThermoModel } from './model.ts';

/** Working space of an activity model. */
export interface CoefficientWork {
  mixed: PhaseProperties;
  pure: PhaseProperties;
  x: Float64Array;
}

/** An empty working space for so many components. */
export const makeCoefficientWork = (n: number): CoefficientWork => ({
  mixed: new PhaseProperties(n),
  pure: new PhaseProperties(n),
  x: new Float64Array(n),
});

/**
 * Activity coefficients of a liquid's components against their pure liquids at the same temperature and pressure, γᵢ = φᵢ(x)/φᵢ(pure), of any model.
 * @param x   mole fractions
 * @param out γ by component
 */
export function activityCoefficients(
  model: ThermoModel,
  T: number,
  P: number,
  x: Float64Array,
  out: Float64Array,
  w: CoefficientWork = makeCoefficientWork(model.n),
): void {
  model.evaluate('liquid', x, w.mixed.at(T, P), 'fugacity');
  for (let i = 0; i < model.n; i++) {
    w.x.fill(0);
    w.x[i] = 1;
    model.evaluate('liquid', w.x, w.pure.at(T, P), 'fugacity');
    out[i] = Math.exp(w.mixed.lnPhi[i] - w.pure.lnPhi[i]);
  }
}
