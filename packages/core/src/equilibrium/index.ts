export { bubblePressure, bubbleTemperature } from './bubble.ts';
export { dewPressure, dewTemperature } from './dew.ts';
export { evaluateK, makeTwoPhases } from './kValues.ts';
export type { TwoPhases } from './kValues.ts';
