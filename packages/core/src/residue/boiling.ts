/**
 * The vapour over a boiling liquid, whether it is one liquid or two: what residue curves and azeotropes are made of. Where the liquid is not stable, both
 * liquids boil together, at the temperature at which either of them has the given pressure.
 */
import { bubbleTemperature, makeTwoPhases, phaseSplit } from '../equilibrium/index.ts';
import type { TwoPhases } from '../equilibrium/index.ts';
import { outOfReach, valueOrInterrupt } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** A boiling liquid with the vapour that it gives. */
export class Boiling {
  readonly model: ThermoModel;
  /** Pa */
  readonly P: number;
  /** mol/mol of the vapour that was found last. */
  readonly y: Float64Array;
  /** Both liquids of the last point; undefined where it was one. */
  liquids: [Float64Array, Float64Array] | undefined;
  private readonly mayPart: boolean;
  private readonly work: TwoPhases;
  private T: number | undefined;

  /** @param mayPart whether liquids are looked at for stability; a mixture that never parts is quicker without */
  constructor(model: ThermoModel, P: number, mayPart: boolean) {
    this.model = model;
    this.P = P;
    this.mayPart = mayPart;
    this.y = new Float64Array(model.n);
    this.work = makeTwoPhases(model.n);
  }

  /** K at which a liquid boils; its vapour in `y`. An interrupt, for `rescued`, where some point has no answer. */
  at(z: Float64Array): number {
    const { model, P, y, work } = this;
    this.liquids = undefined;
    const T = valueOrInterrupt(bubbleTemperature(model, P, z, y, this.T, work));
    this.T = T;
    if (!this.mayPart) return T;
    const liquids = this.liquidsAt(T, z);
    return liquids.length < 2 ? T : this.together(T, z, liquids[0]);
  }

  /** Where it is known that the liquid stays one. */
  atOneLiquid(z: Float64Array): number {
    const { model, P, y, work } = this;
    this.T = valueOrInterrupt(bubbleTemperature(model, P, z, y, this.T, work));
    return this.T;
  }

  private liquidsAt(T: number, z: Float64Array): Float64Array[] {
    return valueOrInterrupt(phaseSplit(this.model, T, this.P, z, { liquidsOnly: true })).map(({ x }) => x);
  }

  /**
   * The liquid that is not stable boils too early; both stable ones boil where either does, which moves them a little: the temperature at which the
   * liquids parted there boil there, by secants.
   */
  private together(lowest: number, z: Float64Array, first: Float64Array): number {
    let [before, missBefore] = [lowest, this.atOneLiquid(first) - lowest];
    let T = lowest + missBefore;
    for (let round = 1; round <= ROUNDS; round++) {
      const liquids = this.liquidsAt(T, z);
      // Warm enough the two may be one.
      if (liquids.length < 2) return this.atOneLiquid(z);
      this.liquids = [liquids[0], liquids[1]];
      const miss = this.atOneLiquid(liquids[0]) - T;
      if (Math.abs(miss) < STILL) return T + miss;
      const slope = (miss - missBefore) / (T - before);
      [before, missBefore] = [T, miss];
      T += slope < -0.2 ? -miss / slope : miss;
    }
    return valueOrInterrupt(outOfReach({ code: 'no-convergence', residual: STILL, iterations: ROUNDS }));
  }
}

const ROUNDS = 15;
/** K: a split of three phases costs tens of milliseconds. */
const STILL = 1e-4;
