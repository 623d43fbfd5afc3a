/** What a mixture is asked as a whole: its pairs, its map, models beside each other, fits to what was measured. */
export { extrapolations } from './extrapolations.ts';
export { pairAzeotropes } from './pairAzeotropes.ts';
export { mixtureEnvelope } from './mixtureEnvelope.ts';
export { mixtureMap, pairOfMixture } from './mixtureMap.ts';
export type { AskedProducts, MapCurve, MapPoint, MapQuestion, MapVerdict, MixtureMap } from './mixtureMap.ts';
export { modelsBeside } from './modelsBeside.ts';
export type { ModelBeside } from './modelsBeside.ts';
export { filledPairs, fitMeasured } from './pairFit.ts';
export type { FilledPairs, FitQuestion, FittedPair } from './pairFit.ts';
export { MIXTURE_WORDS } from './reasons.ts';
