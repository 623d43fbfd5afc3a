export { correlate, R, ValueSlope } from './correlation.ts';
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
