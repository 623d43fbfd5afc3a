/**
 * Feed quality from the feed's condition:  q = (h_vapour − h_feed)/(h_vapour − h_liquid), with the enthalpies of the feed as saturated
 * vapour and as saturated liquid at the column's pressure.
 * Source: McCabe, Smith & Harriott, 5th ed. (1993), ch. 18, eq. 18.30 and following.
 */
import { phaseEnthalpy } from '../equilibrium/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';

/** The state in which a feed enters. */
export type FeedState = 'subcooled liquid' | 'saturated liquid' | 'liquid and vapour' | 'saturated vapour' | 'superheated vapour';

/** How much of a feed joins the liquid. */
export interface FeedQuality {
  q: number;
  state: FeedState;
  bubblePoint: number; // K
  dewPoint: number; // K
  /** J/mol */
  enthalpy: number;
}

/** q, or the enthalpy of the feed in J/mol, from the elements at 298.15 K. */
export type FeedCondition = { by: 'q'; q: number } | { by: 'enthalpy'; h: number };

/** Heat to evaporate a mole of feed over its heat of evaporation: q. */
export function feedQuality(curve: BinaryCurve, z: number, condition: FeedCondition): FeedQuality {
  const point = makeCurvePoint();
  curve.at(z, point);
  const bubblePoint = point.T;
  curve.atVapour(z, point);
  const dewPoint = point.T;
  const liquid = molarEnthalpy(curve, 'liquid', bubblePoint, z);
  const vapour = molarEnthalpy(curve, 'vapour', dewPoint, z);
  const q = condition.by === 'q' ? condition.q : (vapour - condition.h) / (vapour - liquid);
  const enthalpy = condition.by === 'q' ? vapour - q * (vapour - liquid) : condition.h;
  return { q, state: stateOf(q), bubblePoint, dewPoint, enthalpy };
}

/** J/mol of one phase of the binary, x the mole fraction of the first component. */
export function molarEnthalpy(curve: BinaryCurve, phase: 'liquid' | 'vapour', T: number, x: number): number {
  return phaseEnthalpy(curve.model, phase, T, curve.P, Float64Array.of(x, 1 - x));
}

function stateOf(q: number): FeedState {
  if (q === 1) return 'saturated liquid';
  if (q === 0) return 'saturated vapour';
  if (q > 1) return 'subcooled liquid';
  return q > 0 ? 'liquid and vapour' : 'superheated vapour';
}
