export { gasDiffusivity, wilkeChang } from './diffusion.ts';
export {
  chungGasConductivity,
  estimatedSurfaceTension,
  letsouStiel,
  lucasGasViscosity,
  satoRiedel,
  transportConstants,
} from './estimates.ts';
export { transportOf } from './mixture.ts';
export type { TransportConstants } from './estimates.ts';
export type { Transport } from './mixture.ts';
export type { TransportProperty, TransportRemark } from './pure.ts';
