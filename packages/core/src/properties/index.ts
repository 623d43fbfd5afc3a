export { correlate, R } from './correlation.ts';
export { heatOfVaporisation, idealGasEnthalpy, liquidVolume, lnVapourPressure, outsideRange } from './pure.ts';
export type { ValueSlope } from './correlation.ts';
