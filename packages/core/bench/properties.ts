/** Times and allocations of models and flashes; bundled by scripts/bench.mjs and run by plain Node with --expose-gc. */
import { performance } from 'node:perf_hooks';
import { flashTP, makeFlashWork } from '../src/equilibrium/index.ts';
import { cubicOf, databankRecord, randomNumbers } from '../src/testing/index.ts';
import { gammaPhiModel, PhaseProperties, nrtl } from '../src/thermo/index.ts';
import type { Extent, ThermoModel } from '../src/thermo/index.ts';

const MIXTURE = [
  'methane',
  'ethane',
  'propane',
  'isobutane',
  'n-butane',
  'isopentane',
  'n-pentane',
  'n-hexane',
  'n-heptane',
  'n-decane',
];
const FEED = [0.1, 0.1, 0.15, 0.08, 0.12, 0.08, 0.1, 0.12, 0.1, 0.05];
const COOLPROP = [
  'Methane',
  'Ethane',
  'Propane',
  'IsoButane',
  'n-Butane',
  'Isopentane',
  'n-Pentane',
  'n-Hexane',
  'n-Heptane',
  'n-Decane',
];
const ROUNDS = 5;
/** So many that what the measuring itself leaves does not count. */
const ALLOCATION_CALLS = 30000;

/** Best time of one call, µs: the machine is shared, its slowest rounds are others'. */
function microseconds(calls: number, call: (k: number) => void): number {
  for (let k = 0; k < calls; k++) call(k);
  let best = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const began = performance.now();
    for (let k = 0; k < calls; k++) call(k);
    best = Math.min(best, performance.now() - began);
  }
  return (1000 * best) / calls;
}

/** Bytes that a call leaves on the heap. */
function bytes(calls: number, call: (k: number) => void): number {
  for (let k = 0; k < calls; k++) call(k);
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  for (let k = 0; k < calls; k++) call(k);
  return (process.memoryUsage().heapUsed - before) / calls;
}

const hydrocarbons = [
  ...MIXTURE,
  'n-octane',
  'n-nonane',
  'n-undecane',
  'n-dodecane',
  'n-tridecane',
  'n-tetradecane',
  'n-pentadecane',
  'n-hexadecane',
  'benzene',
  'toluene',
  'ethylbenzene',
  'o-xylene',
  'm-xylene',
  'p-xylene',
  'cyclohexane',
  'methylcyclohexane',
  'cyclopentane',
  'methylcyclopentane',
  'cumene',
  'propylene',
];

function cubic(n: number): ThermoModel {
  return cubicOf(hydrocarbons.slice(0, n).map(databankRecord), 'peng-robinson', 0.01);
}

function activity(n: number): ThermoModel {
  const [b, alpha, a] = [new Float64Array(n * n), new Float64Array(n * n), new Float64Array(n * n)];
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      if (i === j) continue;
      b[i * n + j] = 100 + 10 * ((i * 7 + j * 3) % 11);
      alpha[i * n + j] = 0.3;
    }
  return gammaPhiModel(hydrocarbons.slice(0, n).map(databankRecord), nrtl(n, { a, b, alpha }));
}

/** Temperatures change with every call: nothing is answered from what the last one left. */
function evaluation(model: ThermoModel, extent: Extent): (k: number) => void {
  const out = new PhaseProperties(model.n);
  const x = new Float64Array(model.n).fill(1 / model.n);
  return (k) => model.evaluate('liquid', x, out.at(300 + (k % 64), 1e6), extent);
}

const evaluations = (
  [
    ['Peng-Robinson', cubic],
    ['NRTL', activity],
  ] as const
).flatMap(([name, make]) =>
  [2, 5, 10, 30].map((n) => {
    const model = make(n);
    const calls = n > 20 ? 3000 : 20000;
    const time = (extent: Extent): number => microseconds(calls, evaluation(model, extent));
    return {
      name,
      n,
      fugacity: time('fugacity'),
      slopes: time('slopes'),
      all: time('all'),
      bytes: bytes(ALLOCATION_CALLS, evaluation(model, 'slopes')),
    };
  }),
);

const records = MIXTURE.map(databankRecord);
const model = cubicOf(records, 'peng-robinson');
const z = Float64Array.from(FEED);
const random = randomNumbers(7);
/** Half of them in two phases. */
const states = Array.from({ length: 2000 }, (): [number, number] => [
  260 + 160 * random(),
  1e5 * Math.exp(Math.log(60) * random()),
]);
const count = (split: number): number => states.filter(([T, P]) => phasesAt(T, P) === split).length;
function phasesAt(T: number, P: number): number {
  const flash = flashTP(model, T, P, z);
  return flash.state === 'solved' ? flash.value.phases.length : 0;
}

const work = makeFlashWork(model.n);
const answered = {
  cold: microseconds(states.length, (k) => void flashTP(model, ...states[k], z)),
  warm: microseconds(states.length, (k) => void flashTP(model, ...states[k], z, work)),
};

console.log(
  JSON.stringify({
    evaluations,
    flashes: { cold: 1e6 / answered.cold, warm: 1e6 / answered.warm, states: states.length, split: count(2), failed: count(0) },
    reference: {
      names: MIXTURE,
      coolprop: COOLPROP,
      z: FEED,
      Tc: records.map((r) => r.criticalTemperature.value),
      Pc: records.map((r) => r.criticalPressure.value),
      omega: records.map((r) => r.acentricFactor.value),
      M: records.map((r) => r.molarMass.value * 1000),
      states,
    },
  }),
);
