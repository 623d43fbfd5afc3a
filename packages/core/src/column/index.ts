export { drawsOf, firstSideDraw, handlesOf, sameHandle } from './handles.ts';
export {
  boilUpRatio,
  drawnShare,
  flowOf,
  fractionOf,
  meanMolarMass,
  moles,
  ratioOf,
  recoveryOf,
  refluxRatio,
} from './quantities.ts';
export { solveColumn } from './solve.ts';
export { pairTargets } from './pairing.ts';
export type { SolveOptions } from './solve.ts';
export { walkColumn } from './walkColumn.ts';
export type { WalkedColumn } from './walkColumn.ts';
export { solveBounded } from './bounds.ts';
export type { Bound } from './bounds.ts';
export type {
  Bottom,
  ColumnFeed,
  ColumnInput,
  Draw,
  FreeHandle,
  GivenProfile,
  Handle,
  Place,
  PumpAround,
  Quantity,
  SolvedColumn,
  Subcooling,
  Target,
  Top,
} from './types.ts';
export { restaged } from './restaged.ts';
export { cheaperColumn, heatOf } from './otherColumns.ts';
export { hasBothEnds, keysOf } from './sameSplit.ts';
export type { Keys } from './sameSplit.ts';
export { leastReflux } from './leastReflux.ts';
export type { LeastReflux, SectionPinch } from './leastReflux.ts';
export { equilibriumStages, fewestStages } from './totalReflux.ts';
export { feedStages } from './feedStages.ts';
export type { FeedStage } from './feedStages.ts';
export { responsesOf } from './responses.ts';
export type { Given, Responses } from './responses.ts';
export { beyondRange } from './alongQuantity.ts';
export type { Passage } from './method.ts';
export { conflictOf } from './possible.ts';
export type { TargetConflict } from './possible.ts';
export type { BoundedColumn } from './bounds.ts';
export { COLUMN_WORDS, explainObstacle } from './reasons.ts';
export type { Obstacle } from './reasons.ts';
