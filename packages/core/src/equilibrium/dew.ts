/**
 * Dew points: a few direct substitutions from the model's first K-values, x ∝ y/K with ln Σ y/K brought to zero, then Newton on all at once,
 * since substitution alone is slow or swings for strongly non-ideal liquids; where that finds nothing the tangent plane seeks it. Of several liquids
 * that might form the first one is told.
 * Source: Michelsen & Mollerup, Thermodynamic Models, 2nd ed. (2007), ch. 12.
 */
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { checkLengths } from './kValues.ts';
import { PhaseBoundary } from './phaseBoundary.ts';
import type { Sought } from './phaseBoundary.ts';

/**
 * Dew-point temperature of a vapour; the upper one where there are two.
 * @param P  pressure, Pa
 * @param y  vapour mole fractions, length model.n, Σy = 1; a component with y = 0 stays out
 * @param x  out: mole fractions of the first liquid, length model.n
 * @returns solved with T in K, or out-of-reach: `no-saturation`, `no-convergence`, `phases-alike`, `not-finite`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function dewTemperature(model: ThermoModel, P: number, y: Float64Array, x: Float64Array): Outcome<number> {
  return solveDew(model, { kind: 'T', P }, y, x);
}

/**
 * Dew-point pressure of a vapour; the lower one where there are two.
 * @param T  temperature, K
 * @param y  vapour mole fractions, length model.n, Σy = 1; a component with y = 0 stays out
 * @param x  out: mole fractions of the first liquid, length model.n
 * @returns solved with P in Pa, or out-of-reach: `no-saturation`, `no-convergence`, `phases-alike`, `not-finite`
 * @throws RangeError when lengths differ: our mistake, never the user's
 */
export function dewPressure(model: ThermoModel, T: number, y: Float64Array, x: Float64Array): Outcome<number> {
  return solveDew(model, { kind: 'P', T }, y, x);
}

function solveDew(model: ThermoModel, sought: Sought, y: Float64Array, x: Float64Array): Outcome<number> {
  checkLengths(model.n, x, y);
  const boundary = new PhaseBoundary(model, 'vapour', sought, y, x);
  const first = boundary.first();
  let found = boundary.meet(boundary.substitute(first));
  if (found.state !== 'solved') found = boundary.seek(first);
  for (let round = 0; round < MOST_LIQUIDS && found.state === 'solved'; round++) {
    const earlier = boundary.earlier(found.value);
    if (earlier === undefined) break;
    found = earlier;
  }
  return found;
}

/** Each round the first liquid is an earlier one; more than a few there never were. */
const MOST_LIQUIDS = 5;
