/** Times of the graph, median and spread over many runs; bundled by scripts/bench.mjs and run by plain Node. */
import type { ColumnCase } from '@keen-ladder/core';
import { createCaseSolver } from '../src/index.ts';
import { acetoneWaterCase } from '../src/testing/cases.ts';
import { time } from './timing.ts';

const document = acetoneWaterCase();

/** The same case with another reflux each time, so that nothing is answered from memory. */
function withReflux(k: number): ColumnCase {
  const [column] = document.units;
  return {
    ...document,
    units: [{ ...column, graph: { ...column.graph, reflux: { kind: 'multiple', value: 1.2 + (k % 97) / 200 } } }],
  };
}

const { solve: kept } = createCaseSolver();
const timings = [
  time('one construction, curve and all, from nothing', 3, (k) => createCaseSolver().solve(withReflux(k), 'column')),
  time('one construction on the kept curve (a drag)', null, (k) => kept(withReflux(k), 'column')),
];
console.log(JSON.stringify(timings));
