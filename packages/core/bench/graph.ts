/** Times of the graph, median and spread over many runs; bundled by scripts/bench.mjs and run by plain Node. */
import { performance } from 'node:perf_hooks';
import { createCaseSolver } from '../src/index.ts';
import type { CaseDocument } from '../src/index.ts';
import { acetoneWaterCase } from '../src/testing/cases.ts';

const WARM_UP = 300;
const RUNS = 1500;

interface Timing {
  name: string;
  median: number;
  p95: number;
  goal: number | null;
}

function time(name: string, goal: number | null, run: (k: number) => void): Timing {
  for (let k = 0; k < WARM_UP; k++) run(k);
  const times = Array.from({ length: RUNS }, (_, k) => {
    const began = performance.now();
    run(k);
    return performance.now() - began;
  }).sort((a, b) => a - b);
  const at = (share: number): number => times[Math.floor(share * (RUNS - 1))] ?? 0;
  return { name, median: at(0.5), p95: at(0.95), goal };
}

const document = acetoneWaterCase();

/** The same case with another reflux each time, so that nothing is answered from memory. */
function withReflux(k: number): CaseDocument {
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
