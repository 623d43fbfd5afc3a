/**
 * What pressure does to a column whose products are known: the pressure at which its distillate condenses with a coolant, and how temperatures
 * and volatility change along pressure.
 */
import {
  bubblePressure,
  bubbleTemperature,
  dewPressure,
  dewTemperature,
  evaluateK,
  flashPBeta,
  flashTBeta,
  makeTwoPhases,
} from '../equilibrium/index.ts';
import { rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import type { Condenser } from './estimate.ts';

/** Temperatures of both ends at a pressure. */
export interface EndsAtPressure {
  P: number; // Pa, at the top
  condenserTemperature: number; // K
  bottomsTemperature: number; // K
  /** Of the light key over the heavy one. */
  alphaTop: number;
  alphaBottom: number;
}

/** What leaves at both ends. */
export interface Ends {
  /** Mole fractions, length n. */
  distillate: Float64Array;
  bottoms: Float64Array;
  condenser: Condenser;
  keys: { light: number; heavy: number };
  /** Pa more at the bottom. */
  drop: number;
}

/** Pa at which the distillate leaves the condenser at T (K). */
export function condensingPressure(model: ThermoModel, T: number, { distillate, condenser }: Ends): Outcome<number> {
  const other = new Float64Array(model.n);
  switch (condenser.kind) {
    case 'total':
      return bubblePressure(model, T, distillate, other);
    case 'partial':
      return dewPressure(model, T, distillate, other);
    case 'mixed':
      return rescued(() => solved(valueOrInterrupt(flashTBeta(model, T, condenser.vapourShare, distillate)).P));
  }
}

/** Temperatures and volatility at both ends, the top at P (Pa). */
export function endsAtPressure(model: ThermoModel, P: number, ends: Ends): Outcome<EndsAtPressure> {
  return rescued(() => {
    const { distillate, bottoms, keys, drop } = ends;
    const phases = makeTwoPhases(model.n);
    const alphaAt = (T: number, pressure: number, x: Float64Array, y: Float64Array): number => {
      evaluateK(model, T, pressure, x, y, phases, 'fugacity');
      return Math.exp(phases.lnK[keys.light] - phases.lnK[keys.heavy]);
    };
    const other = new Float64Array(model.n);
    const top = valueOrInterrupt(dewTemperature(model, P, distillate, other));
    const alphaTop = alphaAt(top, P, other, distillate);
    const bottomsTemperature = valueOrInterrupt(bubbleTemperature(model, P + drop, bottoms, other));
    const alphaBottom = alphaAt(bottomsTemperature, P + drop, bottoms, other);
    return solved({
      P,
      condenserTemperature: condenserTemperature(model, P, ends, top),
      bottomsTemperature,
      alphaTop,
      alphaBottom,
    });
  });
}

function condenserTemperature(model: ThermoModel, P: number, { distillate, condenser }: Ends, dew: number): number {
  switch (condenser.kind) {
    case 'total':
      return valueOrInterrupt(bubbleTemperature(model, P, distillate, new Float64Array(model.n)));
    case 'partial':
      return dew;
    case 'mixed':
      return valueOrInterrupt(flashPBeta(model, P, condenser.vapourShare, distillate)).T;
  }
}
