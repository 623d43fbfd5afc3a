export { bubblePressure, bubbleTemperature } from './bubble.ts';
export { dewPressure, dewTemperature } from './dew.ts';
export { evaluateK, makeTwoPhases } from './kValues.ts';
export type { TwoPhases } from './kValues.ts';
export { flashTP, makeFlashWork } from './flash.ts';
export { vapourShare } from './rachfordRice.ts';
export type { Flash, FlashWork } from './flash.ts';
export { enthalpyOf, flashPBeta, flashPH, flashTBeta } from './flashSpecified.ts';
export type { FlashAt } from './flashSpecified.ts';
