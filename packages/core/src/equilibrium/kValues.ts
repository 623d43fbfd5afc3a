import { PhaseProperties } from '../thermo/index.ts';
import type { Extent, ThermoModel } from '../thermo/index.ts';

/** Workspace for two phases in equilibrium. */
export interface TwoPhases {
  liquid: PhaseProperties;
  vapour: PhaseProperties;
  lnK: Float64Array;
  dLnKDT: Float64Array; // 1/K
  /** ln Σ xK, where a bubble point is sought. */
  logSum: number;
}

/** Working space of two phases side by side. */
export function makeTwoPhases(n: number): TwoPhases {
  return {
    liquid: new PhaseProperties(n),
    vapour: new PhaseProperties(n),
    lnK: new Float64Array(n),
    dLnKDT: new Float64Array(n),
    logSum: 0,
  };
}

/** ln Kᵢ = ln φᵢ(liquid) − ln φᵢ(vapour), with its slope in T (and of the phases what `extent` asks). */
export function evaluateK(
  model: ThermoModel,
  T: number,
  P: number,
  x: Float64Array,
  y: Float64Array,
  w: TwoPhases,
  extent: Extent,
): void {
  model.evaluate('liquid', x, w.liquid.at(T, P), extent);
  model.evaluate('vapour', y, w.vapour.at(T, P), extent);
  for (let i = 0; i < model.n; i++) {
    w.lnK[i] = w.liquid.lnPhi[i] - w.vapour.lnPhi[i];
    w.dLnKDT[i] = w.liquid.dLnPhiDT[i] - w.vapour.dLnPhiDT[i];
  }
}

/** @throws RangeError when a composition has not n entries: our mistake, never the user's */
export function checkLengths(n: number, x: Float64Array, y: Float64Array): void {
  if (x.length !== n || y.length !== n)
    throw new RangeError(`compositions of ${x.length} and ${y.length} for a model of ${n} components`);
}

/** Temperatures between which saturation is sought, K: below, no databank liquid flows; above, none is left. */
export const T_LOWEST = 40;
/** K above which nothing is looked for. */
export const T_HIGHEST = 2000;
