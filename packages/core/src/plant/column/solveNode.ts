/** How the stops of `nodes.ts` are solved, a row each. */
import type { ColumnUnit } from '@keen-ladder/schema';
import type { Outcome } from '../../numerics/index.ts';
import { solveEstimate } from './estimate.ts';
import { solveDesigns, solveHardware } from './hardware/hardware.ts';
import type { BeforeLadder } from './ladder/ladder.ts';
import { solveGraphBeside } from './graph/graph.ts';
import type { CurveKeeper } from './graph/graph.ts';
import type { NodeFacts, NodeName } from './nodes.ts';
import type { UnitInputs } from '../inputs.ts';

/** What a node is solved from. */
export interface NodeAsked {
  unitInputs: UnitInputs;
  column: ColumnUnit;
  before: BeforeLadder;
  /** Equilibrium curves of before. */
  curves: CurveKeeper;
  isOver: (() => boolean) | undefined;
}

const SOLVE: { [N in NodeName]: (asked: NodeAsked) => Outcome<NodeFacts[N]> } = {
  beside: ({ unitInputs, column, before, curves }) => solveGraphBeside(unitInputs, column, before, curves),
  estimate: ({ unitInputs, column, before }) => solveEstimate(unitInputs, column, before),
  hardware: ({ unitInputs, column, before, isOver }) => solveHardware(unitInputs, column, before, isOver),
  designs: ({ unitInputs, column, before, isOver }) => solveDesigns(unitInputs, column, before, isOver),
};

/** A node's answer, from nothing. */
export const solveNode = <N extends NodeName>(name: N, asked: NodeAsked): Outcome<NodeFacts[N]> => SOLVE[name](asked);
