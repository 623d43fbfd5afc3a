/**
 * A case as a graph of stops: mixture, feeds, balance sheet, then graph, estimate and ladder, unit by unit. Each is a pure function of the parts of the document
 * that it reads and of the stops before it; here each stop is asked for, with the hash of everything that it was made from.
 */
import type { CaseDocument, UnitKind } from '@keen-ladder/schema';
import type { BinaryCurve } from '../binary/index.ts';
import type { SolvedColumn } from '../column/index.ts';
import type { Outcome } from '../numerics/index.ts';
import {
  columnOf,
  createKeeper,
  hashOf,
  ladderLimits,
  ladderSlopes,
  linkedColumn,
  nodeHash,
  readUnit,
  solveAbsorption,
  solveGraph,
  solveLinkedLadder,
  solveNode,
  solveUnit,
  unitOf,
  walkLadder,
} from '../plant/index.ts';
import type {
  AbsorptionResult,
  BalanceResult,
  DrumFacts,
  GraphResult,
  KindFacts,
  LadderResult,
  LimitsFacts,
  NodeFacts,
  NodeName,
  SlopesFacts,
  WalkAsked,
  WalkFacts,
  WalkPoint,
} from '../plant/index.ts';
import { inputHashes } from './hashes.ts';
import { Upstream } from './upstream.ts';
import type { FeedResult } from './upstream.ts';

/** What enters a unit and what it answers as a whole: a drum's state, a column's ladder. */
export interface UnitResult<F> {
  /** Hash of all that the unit reads. */
  inputHash: string;
  /** By inlet. */
  feeds: Record<string, FeedResult>;
  outcome: Outcome<F>;
}

export type DrumResult = UnitResult<DrumFacts>;

/** What a stop answered, with the hash of everything that it read. */
export interface NodeResult<N extends NodeName> {
  inputHash: string;
  outcome: Outcome<NodeFacts[N]>;
}

/** Everything that follows from a document for one column. */
export interface CaseResults {
  /** By inlet. */
  feeds: Record<string, FeedResult>;
  balance: BalanceResult;
  graph: GraphResult;
  /** null for distillation. */
  absorption: AbsorptionResult | null;
}

/** Everything that can be asked of a case. */
export interface CaseSolver {
  /** `isOver` ends the search of a column upstream, here and in the two that follow. */
  solve: (document: CaseDocument, unit: string, isOver?: () => boolean) => CaseResults;
  /** A stop that is answered by itself: apart, since it takes longer and nobody waits for it while a drawing is dragged. */
  node: <N extends NodeName>(document: CaseDocument, unit: string, name: N, isOver?: () => boolean) => NodeResult<N>;
  /** The rigorous column, from nothing; its last solution helps where nothing else does. `isOver` ends the search. */
  ladder: (document: CaseDocument, unit: string, isOver?: () => boolean) => LadderResult;
  /** A unit of a kind as a whole, from nothing. */
  unit: <K extends UnitKind>(document: CaseDocument, unit: string, kind: K, isOver?: () => boolean) => UnitResult<KindFacts[K]>;
  /** One target walked to a value, or as far as it goes; `onPoint` is told every point, and ends the walk by answering false. */
  walk: (document: CaseDocument, unit: string, asked: WalkAsked, onPoint: (point: WalkPoint) => boolean) => Outcome<WalkFacts>;
  /** What the ladder's split asks at the least; `onPart` is told what is known so far, and ends the search by answering false. */
  limits: (document: CaseDocument, unit: string, onPart?: (facts: LimitsFacts) => boolean, isOver?: () => boolean) => LimitsResult;
  /** What a little more of everything entered does to everything that comes out of the ladder. */
  slopes: (document: CaseDocument, unit: string, isOver?: () => boolean) => SlopesResult;
}

/** What a split asks at the least, with the hash of what was read. */
export interface LimitsResult {
  inputHash: string;
  outcome: Outcome<LimitsFacts>;
}

/** Sensitivities, with the hash of what was read. */
export interface SlopesResult {
  inputHash: string;
  outcome: Outcome<SlopesFacts>;
}

/** What has no answer may lack it because time upstream was short: that is worked out again. */
const isAnswered = ({ state }: Outcome<unknown>): boolean => state !== 'out-of-reach';

/** A solver that keeps what the last document has in common with the next. */
export function createCaseSolver(): CaseSolver {
  const upstream = new Upstream();
  const curves = createKeeper<Outcome<BinaryCurve>>(3);
  const graphs = createKeeper<Omit<GraphResult, 'inputHash'>>(20, ({ outcome }) => isAnswered(outcome));
  const absorptions = createKeeper<Omit<AbsorptionResult, 'inputHash'>>(
    20,
    ({ drawing, estimate }) => isAnswered(drawing) && isAnswered(estimate),
  );
  /** The last solution of each unit: it helps where nothing else does, and tells where there is another column. */
  const last = new Map<string, { mixture: string; solution: SolvedColumn }>();

  /** A column, what its stops read of the case, its hashes, and what they begin with. */
  function columnIn(document: CaseDocument, unit: string, isOver?: () => boolean) {
    const column = columnOf(document, unit);
    const hashes = inputHashes(document, unit);
    const inputs = readUnit(document, column);
    return { column, inputs, hashes, before: upstream.beforeColumn(document, column, inputs, hashes, isOver) };
  }

  /** The same with the pressure that is in force: what stands on a ladder that is found begins with it. */
  function ladderIn(document: CaseDocument, unit: string, isOver?: () => boolean) {
    const around = columnIn(document, unit, isOver);
    return { ...around, column: linkedColumn(around.inputs, around.column, around.before, isOver).column };
  }

  return {
    solve(document, unit, isOver) {
      const { column, inputs, hashes, before } = columnIn(document, unit, isOver);
      const absorbed = () => absorptions(hashOf(unit, hashes.absorption), () => solveAbsorption(inputs, column, before));
      return {
        feeds: Object.fromEntries(before.results),
        balance: { inputHash: hashes.balance, ...before.balance },
        graph: { inputHash: hashes.graph, ...graphs(hashOf(unit, hashes.graph), () => solveGraph(inputs, column, before, curves)) },
        absorption: column.service === 'distillation' ? null : { inputHash: hashes.absorption, ...absorbed() },
      };
    },
    node(document, unit, name, isOver) {
      const { column, inputs, hashes, before } = columnIn(document, unit, isOver);
      const inputHash = nodeHash(document, column, hashes, name);
      const solve = () => solveNode(name, { unitInputs: inputs, column, before, curves, isOver });
      return { inputHash, outcome: upstream.kept(hashOf(unit, name, inputHash), solve, isOver) };
    },
    ladder(document, unit, isOver) {
      const { column, inputs, hashes, before } = columnIn(document, unit, isOver);
      const mixture = hashOf(document.mixture);
      const begin = last.get(unit);
      const earlier = begin?.mixture === mixture ? begin.solution : undefined;
      const remember = (solution: SolvedColumn): void => {
        last.set(unit, { mixture, solution });
      };
      return {
        inputHash: hashes.ladder,
        outcome: solveLinkedLadder(inputs, column, before, { before: earlier, remember, isOver }),
      };
    },
    unit(document, id, kind, isOver) {
      const unit = unitOf(document, id);
      if (unit.kind !== kind) throw new RangeError(`unit ${id} is no ${kind}`);
      const hashes = inputHashes(document, id);
      const entering = upstream.entering(document, unit, hashes, isOver);
      const outcome = solveUnit(document, unit, entering, isOver) as Outcome<KindFacts[typeof kind]>; // it is of this kind
      return { inputHash: hashes.whole, feeds: Object.fromEntries(entering.results), outcome };
    },
    walk(document, unit, asked, onPoint) {
      const { column, inputs, before } = ladderIn(document, unit);
      return walkLadder(inputs, column, before, asked, onPoint);
    },
    limits(document, unit, onPart, isOver) {
      const { column, inputs, hashes, before } = ladderIn(document, unit, isOver);
      return { inputHash: hashes.limits, outcome: ladderLimits(inputs, column, before, onPart, isOver) };
    },
    slopes(document, unit, isOver) {
      const { column, inputs, hashes, before } = ladderIn(document, unit, isOver);
      return { inputHash: hashes.ladder, outcome: ladderSlopes(inputs, column, before, isOver) };
    },
  };
}
