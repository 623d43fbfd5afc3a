/** A column, stop by stop: its balance sheet, its graph, its estimate or washing, its ladder. */
export { placeName } from './places.ts';
export { newColumn } from './begin.ts';
export { balanceOf, cellPath, productsOf } from './balance.ts';
export type { BalanceFacts, BalanceKeys, BalanceResult, Product } from './balance.ts';

export { solveGraph, solveGraphBeside } from './graph/graph.ts';
export type { CurveKeeper, DrawnCurve, GraphBeside, GraphDesign, GraphResult, ProductFlows } from './graph/graph.ts';
export { givenPurity, massToMole, moleToMass } from './graph/inputs.ts';

export { solveEstimate, USUAL_REFLUXES } from './estimate.ts';
export type { CoolantFacts, EstimateFacts } from './estimate.ts';
export { solveAbsorption, USUAL_FLOW_MULTIPLE } from './absorption.ts';
export type { AbsorptionFacts, AbsorptionResult, TransferDrawing, TransferRoles } from './absorption.ts';
export { absorptionReadings, balanceReadings, estimateReadings, graphReadings } from './readings.ts';
export { nodeHash, nodesOf } from './nodes.ts';
export type { NodeFacts, NodeName } from './nodes.ts';
export { solveNode } from './solveNode.ts';

export { newHardware, newSection, USUAL_FACTOR, USUAL_SHARE } from './hardware/begin.ts';
export { atPressure, withRealTrays } from './hardware/handBack.ts';
export { inputsOf } from './hardware/inputs.ts';
export { isLinked, linkedColumn, solveLinkedLadder } from './hardware/link.ts';
export { dropOf } from './hardware/describe.ts';
export { turned } from './hardware/designs.ts';
export type { DesignsFacts, HardwareDesign, HardwareFacts, SectionFacts } from './hardware/facts.ts';
export type { RungRating } from './hardware/section.ts';
export type { Limit, LimitName } from './hardware/limits.ts';
export type { Mend } from './hardware/mend.ts';
export { CLEAR as CLEAR_HEIGHTS } from './hardware/vessel.ts';
export { hardwareReadings } from './hardware/readings.ts';
export { hardwareRows } from './hardware/tables.ts';
export {
  hardwareSentences,
  limitSentence,
  mendLabel,
  mendSentence,
  METHOD_NAMES,
  NO_DROP,
  outsideSentence,
  remarkSentence,
  sectionName,
  wholeSentences,
} from './hardware/words.ts';

export { begunLadder } from './ladder/begun.ts';
export { bareLadder, handedOnLadder, handedOnWash, ladderTarget, updatedLadder } from './ladder/carried.ts';
export type { HandedOn, HandedOnWash, LadderChange } from './ladder/carried.ts';
export { sameQuantity } from './ladder/targets.ts';
export { freedName, quantityDimension, quantityName } from './ladder/words.ts';

export type { LadderResult } from './ladder/ladder.ts';
export type { LadderFacts, LadderFeedFacts, LadderProduct } from './ladder/facts.ts';
export { productFlows } from './ladder/askedReached.ts';
export { cellsOfSplit, flowsFromLadder } from './ladder/split.ts';
export { massFractions, stageProperties, volatilityOver } from './ladder/stageProperties.ts';
export type { PhaseColumns, StageProperties } from './ladder/stageProperties.ts';
export { walkLadder } from './ladder/walk.ts';
export type { WalkAsked, WalkEnd, WalkFacts, WalkPoint } from './ladder/walk.ts';
export { ladderLimits } from './ladder/limits.ts';
export type { FeedStageFacts, LeastFacts, LimitsFacts, PinchFacts } from './ladder/limits.ts';
export { limitSentences } from './ladder/limitWords.ts';
export { ladderSlopes } from './ladder/slopes.ts';
export type { SlopeInput, SlopesFacts } from './ladder/slopes.ts';
export { changeOf, feedStageRows, productRows, slopeRows, stageRows } from './ladder/tables.ts';
