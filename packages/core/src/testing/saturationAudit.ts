/**
 * Whether a bubble or dew point is one, by code that shares nothing with `equilibrium/`: fugacities from the model at the answer, and a plain
 * descent of the tangent plane from every pure component. Random states on which the points are asked stand here too.
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import { components } from '../databank/whole.ts';
import { isEquationOfState, PhaseProperties } from '../thermo/index.ts';
import type { Phase, ThermoModel } from '../thermo/index.ts';
import { randomMixtures, randomNumbers } from './randomMixtures.ts';

export interface SaturationAsked {
  words: string;
  model: ThermoModel;
  z: Float64Array;
  T: number; // K
  P: number; // Pa
  /** Whether a bubble point is sure to be at this P and this T: every component is below its own critical temperature there. */
  boilsAtP: boolean;
  boilsAtT: boolean;
}

/**
 * Mixtures of every model at 0.05 to 80 bar and at most three fifths of the mean critical pressure, with a temperature between 0.45 and 0.8 of the
 * mean critical one beside. Models cut after the second virial coefficient or with dimers are asked up to 10 bar, other activity models to 20.
 */
export function* randomSaturations(seed: number, count: number): Generator<SaturationAsked> {
  const random = randomNumbers(seed);
  for (const { words, model, name, z } of randomMixtures(seed, count)) {
    const records = model.names.map((wanted) => recordOf(wanted));
    const mean = (of: (c: ComponentRecord) => number): number => records.reduce((sum, c, i) => sum + z[i] * of(c), 0);
    const highest = isEquationOfState(name) ? 80e5 : words.includes('"ideal","poynting"') ? 20e5 : 10e5;
    const P = Math.min(5e3 * (highest / 5e3) ** random(), 0.6 * mean((c) => c.criticalPressure.value));
    const T = mean((c) => c.criticalTemperature.value) * (0.45 + 0.35 * random());
    const coldest = Math.min(...records.map((c) => c.criticalTemperature.value));
    const boils = wilsonBoilingPoint(records, z, P);
    yield {
      words: `${words} / ${T} K, ${P} Pa`,
      model,
      z,
      T,
      P,
      boilsAtP: boils > COLDEST && boils < coldest,
      boilsAtT: T < coldest,
    };
  }
}

/** Below this, K, a first bubble of permanent gas would leave a liquid that froze long before. */
const COLDEST = 100;

function recordOf(name: string): ComponentRecord {
  const found = components.find((c) => c.name === name);
  if (found === undefined) throw new Error(`${name} is not in the databank`);
  return found;
}

/** Bubble point by Wilson's K-values alone, K. */
function wilsonBoilingPoint(records: readonly ComponentRecord[], z: Float64Array, P: number): number {
  let [cold, hot] = [20, 1500];
  while (hot - cold > 0.1) {
    const T = (cold + hot) / 2;
    const sum = records.reduce((all, c, i) => {
      const slope = 5.373 * (1 + c.acentricFactor.value);
      return all + ((z[i] * c.criticalPressure.value) / P) * Math.exp(slope * (1 - c.criticalTemperature.value / T));
    }, 0);
    if (sum > 1) hot = T;
    else cold = T;
  }
  return cold;
}

/**
 * What is wrong with the answer that feed z, a `feed`, begins to part at T, P with a first bubble or drop w; undefined when it is right. Of a dew point
 * no other liquid may lie below the tangent plane; a bubble point is told of the liquid as it is given, which may part in two by itself.
 */
export function auditSaturation(
  model: ThermoModel,
  feed: 'liquid' | 'vapour',
  T: number,
  P: number,
  z: Float64Array,
  w: Float64Array,
): string | undefined {
  const other: Phase = feed === 'liquid' ? 'vapour' : 'liquid';
  const [ofFeed, ofOther] = [new PhaseProperties(model.n), new PhaseProperties(model.n)];
  model.evaluate(feed, z, ofFeed.at(T, P), 'all');
  model.evaluate(other, w, ofOther.at(T, P), 'all');
  const sum = w.reduce((all, x) => all + x, 0);
  if (!(Math.abs(sum - 1) < 1e-9)) return `fractions add up to ${sum}`;
  let apart = 0;
  for (let i = 0; i < model.n; i++) {
    if (z[i] === 0) continue;
    const gap = Math.log(w[i] / z[i]) + ofOther.lnPhi[i] - ofFeed.lnPhi[i];
    if (!(Math.abs(gap) < 1e-8)) return `fugacities of ${model.names[i]} differ by ${gap}`;
    apart = Math.max(apart, Math.abs(w[i] / z[i] - 1));
  }
  if (model.hasOneEquation && Math.abs(Math.log(ofFeed.volume / ofOther.volume)) < 1e-4 && apart < 1e-4)
    return 'both phases are one';
  if (feed === 'liquid') return undefined;
  const d = z.map((x, i) => Math.log(x) + ofFeed.lnPhi[i]);
  for (let j = 0; j < model.n; j++) {
    const tm = z[j] === 0 ? 0 : descend(model, T, P, z, d, j);
    if (tm < -1e-6) return `a liquid that begins as ${model.names[j]} lies below the tangent plane by ${tm}`;
  }
  return undefined;
}

/** Substitution W = exp(d − ln φ(W)) from nearly pure j; the tangent-plane distance it comes to, 0 at the feed. */
function descend(model: ThermoModel, T: number, P: number, z: Float64Array, d: Float64Array, j: number): number {
  const W = z.map((x, i) => (i === j ? 1 : 1e-3 * x));
  const trial = new PhaseProperties(model.n);
  let tm = 0;
  for (let k = 0; k < 60; k++) {
    const total = W.reduce((all, x) => all + x, 0);
    model.evaluate(
      'liquid',
      W.map((x) => x / total),
      trial.at(T, P),
      'fugacity',
    );
    tm = 1;
    for (let i = 0; i < model.n; i++) {
      if (z[i] === 0) continue;
      if (W[i] > 0) tm += W[i] * (Math.log(W[i]) + trial.lnPhi[i] - d[i] - 1);
      W[i] = Math.exp(d[i] - trial.lnPhi[i]);
    }
    if (!Number.isFinite(tm)) return 0;
  }
  return tm;
}
