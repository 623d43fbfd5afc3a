export { idealSolution, makeActivity } from './activity.ts';
export { lowPressureModel } from './lowPressure.ts';
export { buildModel } from './mixture.ts';
export { makePhaseProperties } from './model.ts';
export { nrtl } from './nrtl.ts';
export type { Activity, ActivityModel } from './activity.ts';
export type { Mixture } from './mixture.ts';
export type { Extent, Phase, PhaseProperties, ThermoModel } from './model.ts';
export type { NrtlParameters } from './nrtl.ts';
