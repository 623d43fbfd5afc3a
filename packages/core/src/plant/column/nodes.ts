/**
 * Stops of a column that are answered by themselves, once the sheet is complete, a row each: whether a column has it and what it reads. How it is solved stands
 * in `solveNode.ts`, so that a page need not fetch the engine.
 */
import type { CaseDocument, ColumnUnit, Unit } from '@keen-ladder/schema';
import { hashOf } from '../hash.ts';
import type { EstimateFacts } from './estimate.ts';
import type { GraphBeside } from './graph/graph.ts';
import type { DesignsFacts, HardwareFacts } from './hardware/facts.ts';

/** What each answers, by name. */
export interface NodeFacts {
  /** What stands beside the graph and takes longer. */
  beside: GraphBeside;
  estimate: EstimateFacts;
  hardware: HardwareFacts;
  /** What stands beside the hardware and takes longer. */
  designs: DesignsFacts;
}

/** "estimate" */
export type NodeName = keyof NodeFacts;

/** Hashes of what stands before the nodes. */
export interface HashesBefore {
  balance: string;
  graph: string;
  ladder: string;
}

interface NodeRow {
  isOf: (column: ColumnUnit) => boolean;
  /** Hash of everything that it reads. */
  reads: (column: ColumnUnit, hashes: HashesBefore, document: CaseDocument) => string;
}

const distils = ({ service }: ColumnUnit): boolean => service === 'distillation';

const NODES: Record<NodeName, NodeRow> = {
  beside: { isOf: distils, reads: (_, { graph }) => graph },
  estimate: {
    isOf: distils,
    reads: (column, { balance }, { site }) => hashOf(balance, column.estimate, column.condenser, column.vapourShare, site.cooling),
  },
  hardware: { isOf: ({ hardware }) => hardware !== null, reads: (column, { ladder }) => hashOf(ladder, column.hardware) },
  designs: { isOf: ({ hardware }) => hardware !== null, reads: (column, { ladder }) => hashOf(ladder, column.hardware) },
};

/** The nodes that a unit has, in the order in which they are worked out. */
export const nodesOf = (unit: Unit): NodeName[] =>
  unit.kind === 'column' ? Object.entries(NODES).flatMap(([name, { isOf }]) => (isOf(unit) ? [name as NodeName] : [])) : []; // the keys are the names

/** Hash of everything that a node of a column reads: what was answered to another one is stale. */
export const nodeHash = (document: CaseDocument, column: ColumnUnit, hashes: HashesBefore, name: NodeName): string =>
  NODES[name].reads(column, hashes, document);
