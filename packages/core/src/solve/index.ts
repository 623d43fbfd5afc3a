export { massToMole, meanMolarMass, moleToMass, molesPerSecond } from './basis.ts';
export { feedOf } from './documentParts.ts';
export { createGraphSolver, graphInputHash } from './graph.ts';
export type {
  CaseDocument,
  ColumnUnit,
  Condition,
  Connection,
  DisplaySettings,
  Flow,
  Fraction,
  GraphInputs,
  Stream,
} from './document.ts';
export type { GraphDesign, GraphResult, ProductFlows } from './graph.ts';
