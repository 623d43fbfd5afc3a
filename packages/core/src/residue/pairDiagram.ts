/**
 * Two components in equilibrium over all compositions, at a pressure or at a temperature: what boils and condenses when, how volatile they are against each
 * other, activity coefficients, azeotropes, and where two liquids stand beside each other.
 */
import { bubblePressure, bubbleTemperature, evaluateK, makeTwoPhases, phaseSplit } from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { bracketedRoot, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { activityCoefficients, makeCoefficientWork } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** What a diagram of a pair holds. */
export type Held = { by: 'pressure'; P: number } | { by: 'temperature'; T: number };

/** Bubble and dew curves of a pair. */
export interface PairDiagram {
  /** Mole fraction of the first component in the liquid (in both liquids together where there are two) and in the vapour. */
  x: number[];
  y: number[];
  T: number[]; // K
  P: number[]; // Pa
  /** Volatility of the first against the second; within a gap that of both liquids together. */
  alpha: number[];
  /** Activity coefficients of both, by the model's liquid against the pure liquids; where one liquid is not stable, as if it were. */
  gamma: [number[], number[]];
  azeotropes: { x: number; T: number; P: number; isOfTwoLiquids: boolean }[];
  /** Mole fractions of the first in the two liquids that boil together. */
  gap: [number, number] | null;
}

/**
 * @param model    of two components
 * @param samples  points, both pure components among them
 * @returns solved; or out-of-reach with the reason for which some point has no answer
 * @throws RangeError when the model has not two components: our mistake, never the user's
 */
export function pairDiagram(model: ThermoModel, held: Held, samples = 61): Outcome<PairDiagram> {
  if (model.n !== 2) throw new RangeError(`a pair's diagram for ${model.n} components`);
  return rescued(() => solved(drawn(new Pair(model, held), samples)));
}

function drawn(pair: Pair, samples: number): PairDiagram {
  const diagram: PairDiagram = { x: [], y: [], T: [], P: [], alpha: [], gamma: [[], []], azeotropes: [], gap: null };
  for (let k = 0; k < samples; k++) {
    // Closer at the ends, where dilute azeotropes hide.
    const x = 0.5 - 0.5 * Math.cos((Math.PI * k) / (samples - 1));
    const { T, P, y, lnAlpha, gamma, liquids } = pair.at(x);
    if (liquids !== null) diagram.gap = liquids;
    diagram.x.push(x);
    diagram.y.push(y);
    diagram.T.push(T);
    diagram.P.push(P);
    diagram.alpha.push(Math.exp(lnAlpha));
    diagram.gamma[0].push(gamma[0]);
    diagram.gamma[1].push(gamma[1]);
  }
  for (let k = 1; k < samples; k++) {
    const [before, after] = [Math.log(diagram.alpha[k - 1]), Math.log(diagram.alpha[k])];
    if (before * after >= 0) continue;
    const x = bracketedRoot((at) => pair.at(at).lnAlpha, diagram.x[k - 1], diagram.x[k], 1e-9);
    const { T, P, liquids } = pair.at(x);
    diagram.azeotropes.push({ x, T, P, isOfTwoLiquids: liquids !== null });
  }
  return diagram;
}

interface PairPoint {
  T: number;
  P: number;
  y: number;
  lnAlpha: number;
  gamma: [number, number];
  liquids: [number, number] | null;
}

class Pair {
  private readonly model: ThermoModel;
  private readonly held: Held;
  private readonly work: TwoPhases;
  private readonly gamma = new Float64Array(2);
  private readonly coefficients = makeCoefficientWork(2);
  private readonly y = new Float64Array(2);

  constructor(model: ThermoModel, held: Held) {
    this.model = model;
    this.held = held;
    this.work = makeTwoPhases(2);
  }

  at(x: number): PairPoint {
    const z = Float64Array.of(x, 1 - x);
    const [T, P] = this.boils(z);
    const lnAlpha = this.work.lnK[0] - this.work.lnK[1];
    activityCoefficients(this.model, T, P, z, this.gamma, this.coefficients);
    const gamma: [number, number] = [this.gamma[0], this.gamma[1]];
    const y = this.y[0];
    const liquids = x > 0 && x < 1 ? valueOrInterrupt(phaseSplit(this.model, T, P, z, { liquidsOnly: true })) : [];
    if (liquids.length < 2) return { T, P, y, lnAlpha, gamma, liquids: null };
    return { gamma, ...this.together(x, T, P) };
  }

  private boils(z: Float64Array): [T: number, P: number] {
    const { model, held, y, work } = this;
    if (held.by === 'pressure') return [valueOrInterrupt(bubbleTemperature(model, held.P, z, y, undefined, work)), held.P];
    const P = valueOrInterrupt(bubblePressure(model, held.T, z, y));
    evaluateK(model, held.T, P, z, y, work, 'fugacity');
    return [held.T, P];
  }

  /** Both liquids boil together where one of them does, which depends on where that is: found again until it stands. */
  private together(x: number, T: number, P: number): Omit<PairPoint, 'gamma'> {
    const z = Float64Array.of(x, 1 - x);
    let at: [number, number] = [T, P];
    let liquids: [number, number] = [0, 1];
    for (let round = 0; round < ROUNDS; round++) {
      const split = valueOrInterrupt(phaseSplit(this.model, at[0], at[1], z, { liquidsOnly: true })).map((phase) => phase.x[0]);
      const [a, b] = [Math.min(...split), Math.max(...split)];
      const next = this.boils(Float64Array.of(a, 1 - a));
      const isStill = Math.abs(next[0] - at[0]) < STILL && Math.abs(next[1] - at[1]) < STILL * at[1];
      [at, liquids] = [next, [a, b]];
      if (isStill) break;
    }
    const y = this.y[0];
    return { T: at[0], P: at[1], y, lnAlpha: Math.log(y / (1 - y)) - Math.log(x / (1 - x)), liquids };
  }
}

const ROUNDS = 20;
const STILL = 1e-7;
