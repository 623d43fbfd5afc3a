/** Random mixtures of the databank by every model, the same ones on every run. */
import type { ComponentRecord, Mixture, ModelName, ModelOptions } from '@keen-ladder/schema';
import { components, databankParts } from '../databank/whole.ts';
import { buildModel, isEquationOfState, USUAL_OPTIONS } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

export interface RandomMixture {
  /** For a message: model, options, names, state. */
  words: string;
  model: ThermoModel;
  name: ModelName;
  z: Float64Array;
  T: number; // K
  P: number; // Pa
}

const MODELS: ModelName[] = [
  'ideal',
  'nrtl',
  'wilson',
  'uniquac',
  'unifac',
  'modified-unifac',
  'regular-solution',
  'peng-robinson',
  'srk',
];

/** A molten salt boils at 1,400 °C and has no place among vapours and liquids. */
const VOLATILE = components.filter((c) => c.name !== 'sodium hydroxide');

/** Numbers from 0 to 1 (mulberry32, public domain). */
export function randomNumbers(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * Two to twelve components, any of the models with any options, 200 to 600 K, 2 kPa to 100 bar (activity models: 20; virial: 10), and after them a tenth
 * as many by PSRK.
 */
export function* randomMixtures(seed: number, count: number): Generator<RandomMixture> {
  yield* mixturesBy(MODELS, seed, count);
  yield* mixturesBy(['psrk'], seed, Math.ceil(count / 10));
}

function* mixturesBy(models: readonly ModelName[], seed: number, count: number): Generator<RandomMixture> {
  const random = randomNumbers(seed);
  const pick = <T>(values: readonly T[]): T => values[Math.floor(random() * values.length)];
  for (let made = 0; made < count;) {
    const name = pick(models);
    // More groups than a few have pairs without parameters: those mixtures are open, not wrong.
    const n = 2 + Math.floor(random() * (name.includes('unifac') || name === 'psrk' ? 5 : 11));
    const chosen = new Set<ComponentRecord>();
    while (chosen.size < n) chosen.add(pick(VOLATILE));
    const options = randomOptions(random, pick);
    const mixture: Mixture = { ...databankParts([...chosen].map((c) => c.id)), model: name, options };
    const built = buildModel({ ...mixture, ...randomPairs(mixture, random, pick) });
    if (built.state !== 'solved') continue;
    made++;
    const parts = Float64Array.from(chosen, () => -Math.log(random()));
    const total = parts.reduce((sum, part) => sum + part, 0);
    const T = 200 + 400 * random();
    const highest = isEquationOfState(name) ? 1e7 : options.vapour === 'virial' ? 1e6 : 2e6;
    const P = 2e3 * (highest / 2e3) ** random();
    const words = `${name} ${JSON.stringify(options)}: ${[...chosen].map((c) => c.name).join(', ')} at ${T} K, ${P} Pa`;
    yield { words, model: built.value, name, z: parts.map((part) => part / total), T, P };
  }
}

function randomOptions(random: () => number, pick: <T>(values: readonly T[]) => T): ModelOptions {
  return {
    ...USUAL_OPTIONS,
    henry: [],
    vapour: pick(['ideal', 'ideal', 'virial', 'dimers'] as const),
    poynting: random() < 0.3,
    enthalpy: pick(['heat-of-vaporisation', 'liquid-heat-capacity'] as const),
    alpha: pick(['acentric', 'twu'] as const),
    predictInteractions: random() < 0.5,
  };
}

/** Pair parameters as a user might type them: most liquids strongly non-ideal, many split. */
function randomPairs(
  { components: all }: Mixture,
  random: () => number,
  pick: <T>(values: readonly T[]) => T,
): Pick<Mixture, 'nrtlPairs' | 'wilsonPairs' | 'uniquacPairs'> {
  const between = (low: number, high: number): number => low + (high - low) * random();
  const size = all.map(() => between(1, 6));
  const every = <T extends object>(make: (i: number, j: number) => T) =>
    all.flatMap((a, i) =>
      all.slice(i + 1).map((b, k) => {
        const ids: [string, string] = [a.id, b.id];
        return { components: ids, source: 'random', confidence: '', ...make(i, i + 1 + k) };
      }),
    );
  const two = (low: number, high: number): [number, number] => [between(low, high), between(low, high)];
  return {
    nrtlPairs: every(() => ({ a: [0, 0] as [number, number], b: two(-200, 900), alpha: pick([0.2, 0.3, 0.47]) })),
    wilsonPairs: every(() => ({ a: two(-1000, 6000), V: two(4e-5, 2e-4) })),
    uniquacPairs: every((i, j) => ({
      a: two(-200, 500),
      r: [size[i], size[j]] as [number, number],
      q: [0.9 * size[i], 0.9 * size[j]] as [number, number],
    })),
  };
}
