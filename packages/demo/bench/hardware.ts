/**
 * What the hardware of a column costs after an edit of it: rated, sized, both designs solved with the pressure that they make. Bundled by scripts/bench.mjs
 * and run by plain Node.
 */
import { createCaseSolver, withRealTrays } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit } from '@keen-ladder/schema';
import { performance } from 'node:perf_hooks';
import { demoProject } from '../src/index.ts';

const found = demoProject().find(({ name }) => name === 'Four-alcohol splitter');
if (found === undefined) throw new Error('no demo of that name');
const { document } = found;

const columnIn = ({ units: [unit] }: CaseDocument): ColumnUnit => {
  if (unit?.kind !== 'column') throw new Error('no column');
  return unit;
};

/** The same column with a real tray for every rung. */
function realTrays(): CaseDocument {
  const column = columnIn(document);
  const { outcome } = createCaseSolver().node(document, 'column', 'hardware');
  if (outcome.state !== 'solved' || column.ladder === null) throw new Error('no hardware');
  return { ...document, units: [{ ...column, ladder: withRealTrays(column.ladder, outcome.value) }] };
}

/** The first half warms the machine up. */
const RUNS = 120;

/** ms of a node after another turn-down was said, its ladder kept. */
function afterEdit(of: CaseDocument, node: 'hardware' | 'designs'): { median: number; rungs: number } {
  const solver = createCaseSolver();
  const column = columnIn(of);
  const times: number[] = [];
  for (let k = 0; k < RUNS; k++) {
    const hardware = column.hardware === null ? null : { ...column.hardware, turnDown: 0.6 + k / 1000 };
    const began = performance.now();
    solver.node({ ...of, units: [{ ...column, hardware }] }, 'column', node);
    times.push(performance.now() - began);
  }
  return { median: medianOf(times), rungs: column.ladder?.stages ?? 0 };
}

/** ms of the ladder that takes the pressure of its hardware, after another diameter was given: solved as entered, agreed, solved again. */
function linkedAfterEdit(of: CaseDocument): number {
  const solver = createCaseSolver();
  const column = columnIn(of);
  const times: number[] = [];
  for (let k = 0; k < RUNS; k++) {
    if (column.hardware === null) throw new Error('no hardware');
    const sections = column.hardware.sections.map((section) => ({ ...section, diameter: 1.3 + k / 1000 }));
    const hardware = { ...column.hardware, setsPressure: true, sections };
    const began = performance.now();
    const { outcome } = solver.ladder({ ...of, units: [{ ...column, hardware }] }, 'column');
    times.push(performance.now() - began);
    if (outcome.state !== 'solved' || outcome.warnings.some(({ code }) => code === 'hardware-makes-no-pressure'))
      throw new Error('no agreement');
  }
  return medianOf(times);
}

const medianOf = (times: readonly number[]): number => times.slice(RUNS / 2).sort((a, b) => a - b)[RUNS / 4] ?? 0;

const rows = ([document, realTrays()] as const).flatMap((of) => [
  { ...afterEdit(of, 'hardware'), what: 'sized, rated, mended', goal: 10 },
  {
    median: linkedAfterEdit(of),
    rungs: columnIn(of).ladder?.stages ?? 0,
    what: 'ladder and hardware solved until their pressures agree',
    goal: 60,
  },
  { ...afterEdit(of, 'designs'), what: 'two designs, each with its pressure loop', goal: 120 },
]);

console.log(
  JSON.stringify(
    rows.map(({ median, rungs, what, goal }) => ({
      name: `Hardware of ${rungs} rungs after an edit: ${what}`,
      value: `${median.toFixed(1)} ms`,
      goal: `≤ ${goal} ms`,
    })),
  ),
);
