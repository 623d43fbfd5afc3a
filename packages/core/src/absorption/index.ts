export { estimateAbsorber, isRough } from './effective.ts';
export { greatestRecovery, recoveryOf, stepTransfer, toFraction, toRatio, transferEnds, transferLimit } from './ratios.ts';
export type { AbsorberEstimate, AbsorberInput, AbsorberStream } from './effective.ts';
export type { Transfer, TransferEnds, TransferKind, TransferLimit, TransferStages } from './ratios.ts';
export { ABSORPTION_WORDS } from './reasons.ts';
