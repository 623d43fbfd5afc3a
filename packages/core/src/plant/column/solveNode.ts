/** How the stops of `nodes.ts` are solved, a row each. */
import type { ColumnUnit } from '@keen-ladder/schema';
import type { Outcome } from '../../numerics/index.ts';
import { solveEstimate } from './estimate.ts';
import type { BeforeEstimate } from './estimate.ts';
import { solveGraphBeside } from './graph/graph.ts';
import type { CurveKeeper } from './graph/graph.ts';
import type { NodeFacts, NodeName } from './nodes.ts';
import type { UnitInputs } from '../inputs.ts';

/** What a node is solved from. */
export interface NodeAsked {
  unitInputs: UnitInputs;
  column: ColumnUnit;
  before: BeforeEstimate;
  /** Equilibrium curves of before. */
  curves: CurveKeeper;
}

const SOLVE: { [N in NodeName]: (asked: NodeAsked) => Outcome<NodeFacts[N]> } = {
  beside: ({ unitInputs, column, before, curves }) => solveGraphBeside(unitInputs, column, before, curves),
  estimate: ({ unitInputs, column, before }) => solveEstimate(unitInputs, column, before),
};

/** A node's answer, from nothing. */
export const solveNode = <N extends NodeName>(name: N, asked: NodeAsked): Outcome<NodeFacts[N]> => SOLVE[name](asked);
