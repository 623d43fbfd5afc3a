/**
 * The azeotropes of two components at a pressure. Along the bubble points g = ln K₁ − ln K₂ changes sign at an azeotrope. Where the liquid there
 * splits, the curve is not real: the azeotrope is then the vapour over both liquids together, at the temperature where either of them boils,
 * if its composition lies between theirs.
 * Source: Van Winkle, Distillation (1967), ch. 2; Doherty & Malone, Conceptual Design of Distillation Systems (2001), ch. 8.
 */
import { bracketedRoot, rescued, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { bubblePressure, bubbleTemperature } from './bubble.ts';
import { makeTwoPhases } from './kValues.ts';
import { phaseSplit } from './phaseSplit.ts';

/** An azeotrope of a pair. */
export interface BinaryAzeotrope {
  /** Mole fraction of the first component in the vapour. */
  x: number;
  T: number; // K
  /** Mole fractions of the first component in both liquids of a heterogeneous azeotrope. */
  liquids?: [number, number];
}

/**
 * @param model a model of two components
 * @param P     Pa
 * @returns solved: by rising x; or out-of-reach with the reason for which some bubble point has no answer
 * @throws RangeError when the model has not two components: our mistake, never the user's
 */
export function binaryAzeotropes(model: ThermoModel, P: number): Outcome<BinaryAzeotrope[]> {
  if (model.n !== 2) throw new RangeError(`azeotropes of a pair for ${model.n} components`);
  return rescued(() => {
    const w = makeTwoPhases(2);
    const liquid = new Float64Array(2);
    const y = new Float64Array(2);
    let T = 0;
    const difference = (x: number): number => {
      liquid[0] = x;
      liquid[1] = 1 - x;
      T = valueOrInterrupt(bubbleTemperature(model, P, liquid, y, undefined, w));
      return w.lnK[0] - w.lnK[1];
    };
    const found: BinaryAzeotrope[] = [];
    let before = difference(sample(0));
    for (let k = 1; k <= SAMPLES; k++) {
      const after = difference(sample(k));
      if (before * after < 0) {
        const x = bracketedRoot(difference, sample(k - 1), sample(k), 1e-9);
        const azeotrope = splits(model, T, P, x) ? heterogeneous(model, T, P, x) : { x, T };
        if (azeotrope !== undefined && !found.some((a) => Math.abs(a.x - azeotrope.x) < SAME)) found.push(azeotrope);
      }
      before = after;
    }
    return solved(found);
  });
}

/** x from nearly 0 to nearly 1, closer at the ends, where dilute azeotropes hide. */
function sample(k: number): number {
  return EDGE + (1 - 2 * EDGE) * (0.5 - 0.5 * Math.cos((Math.PI * k) / SAMPLES));
}

const liquidsAt = (model: ThermoModel, T: number, P: number, x: number): number[] =>
  valueOrInterrupt(phaseSplit(model, T, P, Float64Array.of(x, 1 - x), { liquidsOnly: true })).map((phase) => phase.x[0]);

const splits = (model: ThermoModel, T: number, P: number, x: number): boolean => liquidsAt(model, T, P, x).length > 1;

/** Both liquids boil together above the bubble point of the liquid that is not stable: that one's Gibbs energy is the higher. */
function heterogeneous(model: ThermoModel, lowest: number, P: number, x: number): BinaryAzeotrope | undefined {
  const y = new Float64Array(2);
  const excess = (T: number): number => {
    const [first] = liquidsAt(model, T, P, x);
    return Math.log(valueOrInterrupt(bubblePressure(model, T, Float64Array.of(first, 1 - first), y)) / P);
  };
  // Close to where both liquids become one, rounding may leave nothing between.
  const isThere = excess(lowest) >= 0;
  let highest = lowest + STEP;
  while (!isThere && excess(highest) < 0) highest += STEP;
  const T = isThere ? lowest : bracketedRoot(excess, lowest, highest, 1e-8);
  const [a, b] = liquidsAt(model, T, P, x);
  excess(T);
  const liquids: [number, number] = a < b ? [a, b] : [b, a];
  return y[0] > liquids[0] && y[0] < liquids[1] ? { x: y[0], T, liquids } : undefined;
}

const SAMPLES = 80;
const EDGE = 1e-5;
/** Azeotropes of one composition found from both ends of a gap. */
const SAME = 1e-5;
const STEP = 2; // K
