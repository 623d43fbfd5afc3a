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
import { startProfile } from './start.ts';
import type { ColumnInput, FreeHandle, Handle, Place, Quantity, Target } from './types.ts';

export const fewStagesFirst: Method = (column, targets) => {
  let shorter: ColumnEquations | undefined;
  let report: MethodReport = NOT_SOLVED;
  let iterations = 0;
  const planned = heights(column.stages);
  for (const stages of planned) {
    const isWhole = stages === column.stages;
    const next: ColumnEquations = isWhole ? column : shortened({ ...column.input, targets }, stages);
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

/** The same column of fewer stages: both ends stay the ends, all else as far down as it was. */
function shortened(input: ColumnInput, stages: number): ColumnEquations {
  const n = input.model.n;
  const place = (stage: number): number => {
    if (stage === 1 || stage === input.stages) return stage === 1 ? 1 : stages;
    return Math.max(2, Math.min(stages - 1, 1 + Math.round(((stage - 1) * (stages - 1)) / (input.stages - 1))));
  };
  const from = (j: number): number => Math.round((j * (input.stages - 1)) / (stages - 1));
  const heat = new Float64Array(stages);
  input.heat.forEach((watts, j) => (heat[place(j + 1) - 1] += watts));
  return new ColumnEquations({
    ...input,
    stages,
    heat,
    pressure: Float64Array.from({ length: stages }, (_, j) => input.pressure[from(j)]),
    efficiency: Float64Array.from({ length: stages * n }, (_, k) => input.efficiency[from(Math.floor(k / n)) * n + (k % n)]),
    feeds: input.feeds.map((feed) => ({ ...feed, stage: place(feed.stage) })),
    draws: input.draws.map((draw) => ({ ...draw, stage: place(draw.stage) })),
    pumpArounds: input.pumpArounds.map((loop) => ({ from: place(loop.from), to: place(loop.to) })),
    free: input.free.map((handle) => placedHandle(handle, place)),
    targets: input.targets.map(({ quantity, value }) => ({ quantity: placedQuantity(quantity, place), value })),
  });
}

type Placing = (stage: number) => number;

const placedHandle = <H extends FreeHandle | Handle>(handle: H, place: Placing): H =>
  handle.kind === 'duty' ? { ...handle, stage: place(handle.stage) } : handle;

const placedAt = (at: Place, place: Placing): Place => (at.at === 'stage' ? { ...at, stage: place(at.stage) } : at);

function placedQuantity(quantity: Quantity, place: Placing): Quantity {
  switch (quantity.kind) {
    case 'ratio': {
      const { over, under } = quantity;
      return {
        ...quantity,
        over: { ...over, place: placedAt(over.place, place) },
        under: under === null ? null : { ...under, place: placedAt(under.place, place) },
      };
    }
    case 'temperature':
      return { ...quantity, stage: place(quantity.stage) };
    case 'handle':
      return { ...quantity, handle: placedHandle(quantity.handle, place) };
    case 'saturation':
    case 'vapour-pressure':
      return { ...quantity, place: placedAt(quantity.place, place) };
    case 'duty':
    case 'return-temperature':
      return quantity;
  }
}

const FEWEST = 5;
/** Of the stages: the shortest column has about so many times fewer. */
const LEAST_PART = 8;
const GROWTH = 1.4;
const NOT_SOLVED: MethodReport = { isSolved: false, iterations: 0, residual: Infinity };
