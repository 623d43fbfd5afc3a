/**
 * Feed quality from the feed's condition:  q = (h_vapour − h_feed)/(h_vapour − h_liquid), with the enthalpies of the feed as saturated
 * vapour and as saturated liquid at the column's pressure. Between bubble and dew point the feed is flashed on the curve.
 * Source: McCabe, Smith & Harriott, 5th ed. (1993), ch. 18, eq. 18.30 and following.
 */
import { bracketedRoot } from '../numerics/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import { makeCurvePoint } from './curve.ts';
import type { BinaryCurve } from './curve.ts';

export type FeedState = 'subcooled liquid' | 'saturated liquid' | 'liquid and vapour' | 'saturated vapour' | 'superheated vapour';

export interface FeedQuality {
  q: number;
  state: FeedState;
  bubblePoint: number; // K
  dewPoint: number; // K
  /** J/mol */
  enthalpy: number;
}

export type FeedCondition = { by: 'q'; q: number } | { by: 'temperature'; T: number };

export function feedQuality(curve: BinaryCurve, z: number, condition: FeedCondition): FeedQuality {
  const point = makeCurvePoint();
  curve.at(z, point);
  const bubblePoint = point.T;
  curve.atVapour(z, point);
  const dew = { x: point.x, T: point.T };
  const liquid = molarEnthalpy(curve, 'liquid', bubblePoint, z);
  const vapour = molarEnthalpy(curve, 'vapour', dew.T, z);
  const range = { bubblePoint, dewPoint: dew.T };
  if (condition.by === 'q') {
    const { q } = condition;
    return { q, state: stateOf(q), ...range, enthalpy: vapour - q * (vapour - liquid) };
  }
  const enthalpy = feedEnthalpy(curve, z, condition.T, bubblePoint, dew);
  const q = (vapour - enthalpy) / (vapour - liquid);
  return { q, state: stateOf(q), ...range, enthalpy };
}

function feedEnthalpy(curve: BinaryCurve, z: number, T: number, bubblePoint: number, dew: { x: number; T: number }): number {
  if (T <= bubblePoint) return molarEnthalpy(curve, 'liquid', T, z);
  if (T >= dew.T) return molarEnthalpy(curve, 'vapour', T, z);
  return flashedEnthalpy(curve, z, T, dew.x);
}

/** Along the curve from the feed itself (its bubble point) to its dew liquid the temperature rises from one to the other. */
function flashedEnthalpy(curve: BinaryCurve, z: number, T: number, dewLiquid: number): number {
  const point = makeCurvePoint();
  const tooHot = (x: number): number => {
    curve.at(x, point);
    return point.T - T;
  };
  const x = bracketedRoot(tooHot, z, dewLiquid, 1e-13);
  curve.at(x, point);
  const vapourShare = (z - x) / (point.y - x);
  return (1 - vapourShare) * molarEnthalpy(curve, 'liquid', T, x) + vapourShare * molarEnthalpy(curve, 'vapour', T, point.y);
}

/** J/mol of one phase of the binary, x the mole fraction of the first component. */
export function molarEnthalpy(curve: BinaryCurve, phase: 'liquid' | 'vapour', T: number, x: number): number {
  const properties = makePhaseProperties(2);
  curve.model.evaluate(phase, T, curve.P, Float64Array.of(x, 1 - x), properties, 'all');
  return properties.enthalpy;
}

function stateOf(q: number): FeedState {
  if (q === 1) return 'saturated liquid';
  if (q === 0) return 'saturated vapour';
  if (q > 1) return 'subcooled liquid';
  return q > 0 ? 'liquid and vapour' : 'superheated vapour';
}
