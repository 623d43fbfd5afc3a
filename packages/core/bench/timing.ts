/** Median and spread of many runs. */
import { performance } from 'node:perf_hooks';

export interface Timing {
  name: string;
  median: number;
  p95: number;
  goal: number | null;
}

/** @param runs so many are timed, a fifth of them before that to warm up */
export function time(name: string, goal: number | null, run: (k: number) => void, runs = 1500): Timing {
  for (let k = 0; k < runs / 5; k++) run(k);
  const times = Array.from({ length: runs }, (_, k) => {
    const began = performance.now();
    run(k);
    return performance.now() - began;
  }).sort((a, b) => a - b);
  const at = (share: number): number => times[Math.floor(share * (runs - 1))] ?? 0;
  return { name, median: at(0.5), p95: at(0.95), goal };
}
