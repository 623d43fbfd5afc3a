/** The units of a plant: how streams enter and leave them, then a folder a kind. */
export { hasOwnUtilities, USUAL_SITE } from './site.ts';
export { columnOf, pressuresOf, unitOf } from './documentParts.ts';
export { connectionPoints, inletsOf, nameOfOutlet, outletsOf, upstreamOf } from './ports.ts';
export type { Inlet, Outlet } from './ports.ts';
export { hashOf } from './hash.ts';
export { createKeeper } from './keeper.ts';
export type { Keeper } from './keeper.ts';
export type { TableRows, TableUnits } from './tableNumbers.ts';

export { isFlowBasis, rebased } from './streams/composition.ts';
export { feedFacts, streamOf } from './streams/feed.ts';
export type { FeedFacts, FeedPhase, FeedSurroundings, Leaving } from './streams/feed.ts';

export { pressureOf, solveDrum } from './drum/drum.ts';
export type { DrumFacts, DrumOutlet } from './drum/drum.ts';
export { drumRows } from './drum/tables.ts';

export * from './column/index.ts';
