/** A case solved whole, as the command line tells it. */
import { createCaseSolver, explain, explainOpenPoint, explainWarning, showIn } from '@keen-ladder/core';
import type { CaseSolver, ColumnUnit, Outcome, Show } from '@keen-ladder/core';
import type { CaseDocument, ReadCase, ResultFile } from '@keen-ladder/schema';

type UnitResult = ResultFile['units'][number];

export interface SolvedCase {
  result: ResultFile;
  /** 0 solved, 2 open points, 3 no answer. */
  exit: 0 | 2 | 3;
}

export function solveCase({ name, document }: ReadCase): SolvedCase {
  const solver = createCaseSolver();
  const show = showIn(document.display, document.site);
  const units = document.units.map((unit) => resultOf(solver, document, unit, show));
  const states = units.map(decisive);
  return {
    result: {
      format: 'keen-ladder result',
      resultVersion: 1,
      name,
      components: document.mixture.components.map((c) => c.name),
      units,
    },
    exit: states.includes('out-of-reach') ? 3 : states.length === 0 || states.includes('open') ? 2 : 0,
  };
}

function resultOf(solver: CaseSolver, document: CaseDocument, unit: ColumnUnit, show: Show): UnitResult {
  const { graph, absorption } = solver.solve(document, unit.id);
  const isBinary = document.mixture.components.length <= 2;
  return {
    id: unit.id,
    name: unit.name,
    graph: absorption === null && isBinary ? told(graph.outcome, show) : null,
    estimate: absorption === null ? told(solver.estimate(document, unit.id).outcome, show) : told(absorption.estimate, show),
    ladder: unit.ladder === null ? null : told(solver.ladder(document, unit.id).outcome, show),
  };
}

/** The stop that says whether a column has its answer: the ladder where there is one. */
function decisive({ ladder, graph, estimate }: UnitResult): 'solved' | 'open' | 'out-of-reach' {
  return (ladder ?? graph ?? estimate)?.state ?? 'open';
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
      return { state: 'open', points: outcome.points.map((p) => ({ path: p.path, sentence: explainOpenPoint(p) })) };
    case 'out-of-reach':
      return {
        state: 'out-of-reach',
        reason: explain(outcome.reason, show),
        nearest: outcome.nearest === undefined ? null : plain(outcome.nearest),
      };
  }
}
