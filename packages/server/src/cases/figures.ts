import { createGraphSolver } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import type { CaseDocument, Figures } from '@keen-ladder/schema';

const solve = createGraphSolver();

/** What the list shows of a case: solved by the same engine as on the page, when it is saved. A few milliseconds. */
export function figuresOf(document: CaseDocument): Figures {
  const [column] = document.units;
  const mixture = document.mixture.components.map((c) => c.name).join(', ');
  if (column === undefined) return { state: 'open', mixture, stages: null, reflux: null, curve: [], staircase: [] };
  const result = solve(document, column.id);
  const { outcome } = result;
  const design = outcome.state === 'solved' ? outcome.value : undefined;
  return {
    state: outcome.state,
    mixture,
    stages: design?.whole ?? null,
    reflux: design?.reflux ?? null,
    curve: thinned(result),
    staircase: design?.stages.map((s): [number, number] => [round(s.x), round(s.y)]) ?? [],
  };
}

/** Every fourth sample is enough for a drawing the size of a thumb. */
function thinned({ curve }: GraphResult): [number, number][] {
  if (curve === null) return [];
  return curve.x.flatMap((x, k) => (k % 4 === 0 ? [[round(x), round(curve.y[k] ?? 0)] as [number, number]] : []));
}

const round = (value: number): number => Math.round(value * 1e4) / 1e4;
