/** The units of a plant: how streams enter and leave them, what each kind is and how it is solved, then streams and a folder a kind. */
export { hasOwnUtilities, USUAL_SITE } from './site.ts';
export { columnOf, unitOf } from './documentParts.ts';
export { inletsOf, nameOfOutlet, upstreamOf } from './ports.ts';
export type { Inlet } from './ports.ts';
export { readUnit } from './inputs.ts';
export type { UnitInputs } from './inputs.ts';
export { newUnit, outletsOf, UNIT_KINDS, unitPressure } from './kinds.ts';
export type { Outlet } from './kinds.ts';
export { row } from './entryRow.ts';
export type { About, EntryMeasure, EntryRow } from './entryRow.ts';
export type { Reading } from './reading.ts';
export { entriesOfKind, unitReadings, unitRows } from './numbers.ts';
export { sentBy, solveUnit } from './solve.ts';
export type { Around, KindFacts, Sent } from './solve.ts';
export { explain, explainOpenPoint, explainWarning } from './explain.ts';
export { explainObstacle } from '../column/index.ts';
export { hashOf } from './hash.ts';
export { createKeeper } from './keeper.ts';
export type { KeepAnswer } from './keeper.ts';
export type { Keeper } from './keeper.ts';
export { makeNumber } from './tableNumbers.ts';
export type { TableRows, TableUnits } from './tableNumbers.ts';

export { isFlowBasis, rebased } from './streams/composition.ts';
export { feedFacts, streamOf } from './streams/feed.ts';
export type { FeedFacts, FeedPhase, FeedSurroundings, Leaving } from './streams/feed.ts';
export { STREAM_ENTRIES } from './streams/entries.ts';
export { feedReadings } from './streams/readings.ts';
export { STREAM_WORDS } from './streams/reasons.ts';

export { newDrum } from './drum/begin.ts';
export type { DrumFacts, DrumOutlet } from './drum/drum.ts';
export { drumRows } from './drum/tables.ts';
export { DRUM_WORDS } from './drum/reasons.ts';

export { pressuresOf } from './column/pressure.ts';
export { COLUMN_UNIT_WORDS } from './column/reasons.ts';
export * from './column/index.ts';
