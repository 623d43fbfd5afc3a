import type { ThermoModel } from '../thermo/index.ts';
import { bubbleTemperature } from './bubble.ts';
import { evaluateK } from './kValues.ts';
import type { TwoPhases } from './kValues.ts';

/**
 * K-values of a feed at its bubble point, into `w.lnK`; where it has none, since a dissolved gas keeps it boiling or it is above its critical
 * point, at the temperature T, with the vapour that the model's first K-values give.
 * @param z mole fractions, length model.n
 * @param T K
 * @returns the temperature they were evaluated at, K, and whether that is a bubble point
 */
export function evaluateFeedK(
  model: ThermoModel,
  P: number,
  z: Float64Array,
  T: number,
  w: TwoPhases,
): { T: number; isBubblePoint: boolean } {
  const y = new Float64Array(model.n);
  const bubble = bubbleTemperature(model, P, z, y);
  const at = bubble.state === 'solved' ? bubble.value : T;
  if (bubble.state !== 'solved') firstVapour(model, at, P, z, y, w);
  evaluateK(model, at, P, z, y, w, 'fugacity');
  return { T: at, isBubblePoint: bubble.state === 'solved' };
}

function firstVapour(model: ThermoModel, T: number, P: number, z: Float64Array, y: Float64Array, { lnK }: TwoPhases): void {
  model.firstLnK(T, P, lnK);
  let sum = 0;
  for (let i = 0; i < model.n; i++) sum += y[i] = z[i] * Math.exp(lnK[i]);
  for (let i = 0; i < model.n; i++) y[i] /= sum;
}
