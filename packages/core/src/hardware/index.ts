/** Trays and packing, from what passes a rung to a vessel that works: loads, trays, packing, vessel. */
export { cFactor, densityRoot, fFactor, flowParameter, GRAVITY, liquidVolume, scaled, vapourVolume } from './loads.ts';
export type { Loads } from './loads.ts';
export { outsideOf } from './range.ts';
export type { ByMethod, Outside } from './range.ts';
export { PACKINGS, packingOf } from './packing/packings.ts';
