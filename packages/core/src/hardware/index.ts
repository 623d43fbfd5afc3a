/** Trays and packing, from what passes a rung to a vessel that works: loads, sections, trays, packing, sizes, vessel. */
export { cFactor, densityRoot, fFactor, flowParameter, GRAVITY, liquidVolume, scaled, vapourVolume } from './loads.ts';
export type { Loads } from './loads.ts';
export { beyond, outsideOf } from './range.ts';
export type { ByMethod, Outside } from './range.ts';
export { rungLoads } from './rungs.ts';
export type { Moving, RungLoads, SolvedRungs } from './rungs.ts';
export { sectionsOf } from './sections.ts';
export type { Cuts, Section } from './sections.ts';

export { trayAreas } from './trays/geometry.ts';
export type { Tray, TrayAreas } from './trays/geometry.ts';
export { chordOf, heightOf } from './trays/segment.ts';
export { colburnEfficiency } from './trays/efficiency.ts';
export type { EfficiencyMethod } from './trays/efficiency.ts';
export { MOST_ENTRAINED } from './trays/entrainment.ts';
export { floodingShare, rateTray, trayDrop } from './trays/rate.ts';
export type { TrayCircumstances, TrayRating } from './trays/rate.ts';
export { trayWindow } from './trays/window.ts';
export type { TrayWindow, WindowLine } from './trays/window.ts';

export { ruleOfHetp } from './packing/hetp.ts';
export { PACKINGS, packingOf } from './packing/packings.ts';
export { bedDrop, bedFloodingVelocity, bedInForce, rateBed } from './packing/rate.ts';
export type { BedCircumstances, BedRating } from './packing/rate.ts';

export { diameterFor, nextStandard } from './size.ts';
export { halfFullDrum } from './vessel/drums.ts';
export { COOLANT_RISE, exchangerArea, meanDifference, shellCorrection, USUAL_COEFFICIENT } from './vessel/exchanger.ts';
export type { Medium } from './vessel/exchanger.ts';
export { nozzleBore } from './vessel/nozzles.ts';
export type { NozzleDuty } from './vessel/nozzles.ts';
export { wallOf } from './vessel/wall.ts';
export { PLATE_LOAD, vesselWeight } from './vessel/weight.ts';
