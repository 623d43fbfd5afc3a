export { orientedPair } from './pairs.ts';
export { componentsOf, readyMixtures } from './readyMixtures.ts';
export type { ReadyMixture } from './readyMixtures.ts';
export type { DatabankParts } from './parts.ts';
