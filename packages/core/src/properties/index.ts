export { correlate, R, ValueSlope } from './correlation.ts';
export { heatOverT, heatUpTo, T_REFERENCE } from './heatCapacity.ts';
export {
  heatCapacityOfGas,
  heatOfVaporisation,
  idealGasEnthalpy,
  idealGasEntropy,
  liquidHeatCapacity,
  liquidVolume,
  lnVapourPressure,
  outsideRange,
} from './pure.ts';
export {
  acentricFactorOf,
  heatOfVaporisationOf,
  liquidDensityOf,
  liquidHeatCapacityOf,
  vapourPressureOf,
} from './correspondingStates.ts';
export { JOBACK_GROUPS, jobackSums } from './joback.ts';
export { estimatedRecord } from './ownComponent.ts';
export type { CriticalConstants } from './correspondingStates.ts';
export type { JobackSums } from './joback.ts';
export type { PropertyEstimate, EstimatedComponent, OwnComponent } from './ownComponent.ts';
