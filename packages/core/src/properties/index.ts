export { correlate, R } from './correlation.ts';
export { heat, heatOverT } from './heatCapacity.ts';
export {
  heatCapacityOfGas,
  heatOfVaporisation,
  idealGasEnthalpy,
  idealGasEntropy,
  liquidHeatCapacity,
  liquidVolume,
  lnVapourPressure,
  outsideRange,
  T_REFERENCE,
} from './pure.ts';
export type { ValueSlope } from './correlation.ts';
