/** A case solved whole, as the command line tells it. */
import {
  answersOf,
  createCaseSolver,
  explain,
  explainOpenPoint,
  explainWarning,
  feedStageRows,
  hardwareRows,
  hardwareSentences,
  limitSentences,
  open,
  productRows,
  resultRows,
  resultsIn,
  showBriefly,
  showIn,
  slopeRows,
  stageRows,
  unitRows,
} from '@keen-ladder/core';
import type {
  AbsorptionFacts,
  CaseSolver,
  EstimateFacts,
  HardwareFacts,
  KindFacts,
  LadderFacts,
  Outcome,
  Show,
  StopAnswers,
  TableRows,
} from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, ReadCase, ResultFile, Unit, UnitKind } from '@keen-ladder/schema';

type UnitResult = ResultFile['units'][number];

export interface SolvedCase {
  result: ResultFile;
  /** By file name without its ending. */
  tables: Map<string, TableRows>;
  /** 0 solved, 2 open points, 3 no answer. */
  exit: 0 | 2 | 3;
}

/** What is worked out besides, of columns that have a ladder. */
export interface Besides {
  limits: boolean;
  sensitivities: boolean;
}

/** @param isOver asked between steps of columns; true ends their search */
export function solveCase({ name, document }: ReadCase, besides: Besides, isOver: () => boolean): SolvedCase {
  const solving: Solving = {
    solver: createCaseSolver(),
    document,
    show: showIn(document.display, document.site),
    names: document.mixture.components.map((c) => c.name),
    besides,
    isOver,
    tables: new Map(),
  };
  const units = document.units.map((unit) => resultOf(solving, unit));
  const states = units.map(decisive);
  return {
    result: { format: 'keen-ladder result', resultVersion: 1, name, components: solving.names, units },
    tables: solving.tables,
    exit: states.includes('out-of-reach') ? 3 : states.length === 0 || states.includes('open') ? 2 : 0,
  };
}

interface Solving {
  solver: CaseSolver;
  document: CaseDocument;
  show: Show;
  names: string[];
  besides: Besides;
  isOver: () => boolean;
  tables: SolvedCase['tables'];
}

function resultOf(solving: Solving, unit: Unit): UnitResult {
  return unit.kind === 'column' ? columnResult(solving, unit) : wholeResult(solving, unit);
}

/** What the stops of a unit answer, solved once, with the table of every number that comes out. */
function answered({ solver, document, isOver, tables }: Solving, unit: Unit): StopAnswers {
  const answers = answersOf(solver, document, unit, undefined, isOver);
  tables.set(`${unit.id}-results`, resultRows(resultsIn(document, unit, answers), document));
  return answers;
}

/** A unit that is one stop. */
function wholeResult(solving: Solving, unit: Exclude<Unit, ColumnUnit>): UnitResult {
  const { document, show, tables } = solving;
  const { whole: outcome = open<KindFacts[UnitKind]>([]) } = answered(solving, unit);
  const { id, name, kind } = unit;
  const rows = outcome.state === 'solved' ? unitRows(document, unit, outcome.value) : undefined;
  if (rows !== undefined) tables.set(`${id}-streams`, rows);
  return { id, name, kind, graph: null, estimate: null, ladder: null, whole: told(outcome, show) };
}

function columnResult(solving: Solving, unit: ColumnUnit): UnitResult {
  const { show } = solving;
  const { graph, estimate, factors, whole, hardware } = answered(solving, unit);
  const estimated = estimate ?? factors;
  return {
    id: unit.id,
    name: unit.name,
    kind: unit.kind,
    graph: graph === undefined ? null : told(graph, show),
    estimate: estimated === undefined ? null : told<EstimateFacts | AbsorptionFacts>(estimated, show),
    ladder: null,
    ...(whole === undefined ? {} : ladderResults(solving, unit.id, whole as Outcome<LadderFacts>)), // a column's
    ...(hardware === undefined ? {} : { hardware: hardwareResult(solving, unit, hardware) }),
  };
}

/** Trays and packing, with what is said of each section and its table. */
function hardwareResult(
  { document, show, tables }: Solving,
  unit: ColumnUnit,
  outcome: Outcome<HardwareFacts>,
): Told<HardwareFacts & Record<string, unknown>> {
  const result = told(outcome, show);
  if (outcome.state === 'solved' && result.state === 'solved') {
    tables.set(`${unit.id}-hardware`, hardwareRows(outcome.value, document));
    result.remarks = hardwareSentences(outcome.value, showBriefly(document.display, document.site));
  }
  return result;
}

/** The ladder, what was asked for besides, and their tables. */
function ladderResults(solving: Solving, unit: string, ladder: Outcome<LadderFacts>): Partial<UnitResult> {
  const { solver, document, show, names, besides, isOver, tables } = solving;
  const { components } = document.mixture;
  const results: Partial<UnitResult> = {};
  results.ladder = told(ladder, show);
  if (ladder.state === 'solved') {
    tables.set(`${unit}-stages`, stageRows(ladder.value, document.mixture, document));
    tables.set(`${unit}-products`, productRows(ladder.value, components, document));
  }
  if (besides.limits) {
    const limits = solver.limits(document, unit, undefined, isOver).outcome;
    results.limits = told(limits, show);
    if (limits.state === 'solved') tables.set(`${unit}-feed-stages`, feedStageRows(limits.value, document));
    if (limits.state === 'solved' && results.limits.state === 'solved')
      results.limits.remarks = limitSentences(limits.value, names, show);
  }
  if (besides.sensitivities) {
    const slopes = solver.slopes(document, unit, isOver).outcome;
    results.sensitivities = told(slopes, show);
    if (slopes.state === 'solved') tables.set(`${unit}-sensitivities`, slopeRows(slopes.value, document));
  }
  return results;
}

/** The stop that says whether a unit has its answer: a column's ladder where there is one. */
function decisive({ whole, ladder, graph, estimate }: UnitResult): 'solved' | 'open' | 'out-of-reach' {
  return (whole ?? ladder ?? graph ?? estimate)?.state ?? 'open';
}

type Told<T> =
  | { state: 'solved'; value: T; remarks: string[] }
  | { state: 'open'; points: { path: string; sentence: string }[] }
  | { state: 'out-of-reach'; reason: string; nearest: T | null };

/** An outcome with its sentences written out. */
function told<T extends object>(outcome: Outcome<T>, show: Show): Told<T & Record<string, unknown>> {
  const plain = (value: T): T & Record<string, unknown> => value as T & Record<string, unknown>; // facts are plain objects
  switch (outcome.state) {
    case 'solved':
      return { state: 'solved', value: plain(outcome.value), remarks: outcome.warnings.map((w) => explainWarning(w, show)) };
    case 'open':
      return { state: 'open', points: outcome.points.map((p) => ({ path: p.path, sentence: explainOpenPoint(p, show) })) };
    case 'out-of-reach':
      return {
        state: 'out-of-reach',
        reason: explain(outcome.reason, show),
        nearest: outcome.nearest === undefined ? null : plain(outcome.nearest),
      };
  }
}
