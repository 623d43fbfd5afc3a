export { mixtureEnvelope } from './mixtureEnvelope.ts';
export { modelsBeside } from './modelsBeside.ts';
export type { ModelBeside } from './modelsBeside.ts';
export { filledPairs, fitMeasured } from './pairFit.ts';
export type { FilledPairs, FitQuestion, FittedPair } from './pairFit.ts';
export { cellPath, productsOf } from './balance.ts';
export { createCaseSolver, inputHashes } from './case.ts';
export { isFlowBasis, rebased } from './composition.ts';
export { columnOf, feedsOf, pressuresOf } from './documentParts.ts';
export { givenPurity, massToMole, moleToMass } from './graphInputs.ts';
export type {
  AbsorptionInputs,
  Amount,
  AmountBasis,
  BottomKind,
  CaseDocument,
  ColumnUnit,
  Composition,
  CompositionBasis,
  CondenserKind,
  Condition,
  ConditionQuantity,
  Connection,
  CoolingLevel,
  CoolingName,
  EstimateInputs,
  FreedHandle,
  GraphInputs,
  LadderBottom,
  LadderFeed,
  LadderInputs,
  LadderPressure,
  LadderQuantity,
  LadderTarget,
  LadderTop,
  PumpAroundInputs,
  QuantityBasis,
  RatingInputs,
  RatingKnown,
  RefluxWish,
  Service,
  SheetCell,
  SideDraw,
  SiteConditions,
  Stream,
  TrayEfficiency,
} from './document.ts';
export type { AbsorptionFacts, AbsorptionResult, TransferDrawing, TransferRoles } from './absorption.ts';
export type { BalanceFacts, BalanceKeys, BalanceResult, Product } from './balance.ts';
export type { CaseResults, CaseSolver, FeedResult, LimitsResult, SlopesResult } from './case.ts';
export type { FeedStageFacts, LeastFacts, LimitsFacts, PinchFacts } from './ladderLimits.ts';
export type { SlopeInput, SlopesFacts } from './ladderSlopes.ts';
export { METHOD_NAMES } from '../column/index.ts';
export type { MethodName } from '../column/index.ts';
export { bareLadder, handedOnLadder, handedOnWash, ladderTarget, updatedLadder } from './carriedLadder.ts';
export type { HandedOn, HandedOnWash, LadderChange } from './carriedLadder.ts';
export { hasOwnUtilities, USUAL_SITE } from './site.ts';
export { massFractions, stageProperties, volatilityOver } from './stageProperties.ts';
export type { PhaseColumns, StageProperties } from './stageProperties.ts';
export { productFlows } from './askedReached.ts';
export { USUAL_FLOW_MULTIPLE } from './absorption.ts';
export { USUAL_REFLUXES } from './estimate.ts';
export { begunLadder } from './begunLadder.ts';
export { cellsOfSplit, flowsFromLadder } from './splitOfLadder.ts';
export { freedName, placeName, quantityDimension, quantityName } from './ladderWords.ts';
export { sameQuantity } from './ladderTargets.ts';
export { changeOf, feedStageRows, productRows, slopeRows, stageRows } from './ladderTables.ts';
export { limitSentences } from './limitWords.ts';
export type { TableRows, TableUnits } from './ladderTables.ts';
export { mixtureMap, pairOfMixture } from './mixtureMap.ts';
export type { AskedProducts, MapCurve, MapPoint, MapQuestion, MapVerdict, MixtureMap } from './mixtureMap.ts';
export type { LadderResult } from './ladder.ts';
export type { WalkAsked, WalkEnd, WalkFacts, WalkPoint } from './ladderWalk.ts';
export type { LadderFacts, LadderFeedFacts, LadderProduct } from './ladderFacts.ts';
export type { CoolantFacts, EstimateFacts, EstimateResult } from './estimate.ts';
export type { FeedFacts, FeedPhase } from './feed.ts';
export type { DrawnCurve, GraphBeside, GraphBesideResult, GraphDesign, GraphResult, ProductFlows } from './graph.ts';
