/**
 * Few stages first, then more: a column of a handful of stages is solved with ease, and stretched it is a good beginning for one half as high again. What
 * enters and leaves stays as far down as in the whole column; what it is asked is the same.
 * Source: nested iteration, from coarse to fine: Hackbusch, Multi-Grid Methods and Applications (1985), ch. 5.
 */
import { startStretched } from './answer.ts';
import { ColumnEquations } from './equations.ts';
import { insideOut } from './insideOut.ts';
import type { Method, MethodReport } from './method.ts';
import { newton } from './newton.ts';
import { pseudoTransient } from './pseudoTransient.ts';
import { refusalOf } from './refusal.ts';
import { restaged } from './restaged.ts';
import { startProfile } from './start.ts';
import type { Target } from './types.ts';

/** The column with few stages first, then with more and more. */
export const fewStagesFirst: Method = (column, targets) => {
  let shorter: ColumnEquations | undefined;
  let report: MethodReport = NOT_SOLVED;
  let iterations = 0;
  const planned = heights(column.stages);
  for (const stages of planned) {
    const isWhole = stages === column.stages;
    const next: ColumnEquations = isWhole ? column : new ColumnEquations(restaged({ ...column.input, targets }, stages));
    const beginnings = [
      ...(shorter === undefined ? [] : stretchedFrom(shorter)),
      ...(isWhole && planned.length > 1 ? [] : FROM_NOTHING),
    ];
    report = solvedFrom(beginnings, next, isWhole ? targets : next.input.targets);
    iterations += report.iterations;
    shorter = report.isSolved && refusalOf(next) === undefined ? next : undefined;
  }
  return { ...report, iterations };
};

/** Numbers of stages, the column's own last. */
function heights(stages: number): number[] {
  const fewest = Math.max(FEWEST, stages / LEAST_PART);
  const rising = [stages];
  while (rising[0] > fewest) rising.unshift(Math.max(FEWEST, Math.floor(rising[0] / GROWTH)));
  return rising;
}

interface Beginning {
  start: (column: ColumnEquations) => void;
  method: Method;
}

const stretchedFrom = (shorter: ColumnEquations): Beginning[] =>
  [newton('whole steps'), newton('halved steps')].map((method) => ({ start: (column) => startStretched(column, shorter), method }));

const FROM_NOTHING: readonly Beginning[] = [
  { start: (column) => startProfile(column, 12), method: newton('whole steps') },
  { start: (column) => startProfile(column, 5), method: newton('halved steps') },
  { start: (column) => startProfile(column, 5), method: pseudoTransient },
  { start: (column) => startProfile(column, 5), method: insideOut },
  { start: (column) => startProfile(column, 30), method: newton('whole steps') },
  { start: (column) => startProfile(column, 30), method: pseudoTransient },
];

/** By the first of these that arrives at an answer, or else as the last of them left it: why that is none is told by who asked. */
function solvedFrom(beginnings: readonly Beginning[], column: ColumnEquations, targets: readonly Target[]): MethodReport {
  let report = NOT_SOLVED;
  let iterations = 0;
  for (const { start, method } of beginnings) {
    start(column);
    report = method(column, targets);
    iterations += report.iterations;
    if (report.isSolved && refusalOf(column) === undefined) break;
  }
  return { ...report, iterations };
}

const FEWEST = 5;
/** Of the stages: the shortest column has about so many times fewer. */
const LEAST_PART = 8;
const GROWTH = 1.4;
const NOT_SOLVED: MethodReport = { isSolved: false, iterations: 0, residual: Infinity };
