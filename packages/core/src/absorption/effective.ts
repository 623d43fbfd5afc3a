/**
 * An absorber or a stripper of any number of components by effective factors: Kremser's formulae with one absorption factor A = L/(K V) for all stages,
 * made from those of the first and of the last, and the flows and temperatures of these two from the balances around the column:
 *   v₁ = v_in φA + l_in (1 − φS),  φA = (A − 1)/(A^(N+1) − 1), φS the same in S = 1/A;
 *   every stage takes the same share of the gas, V_{n+1}/V_n = (V_{N+1}/V₁)^(1/N), and warms the liquid by as much of the rise as it takes of the gas.
 * Source: Edmister, AIChE J. 3 (1957) 165; Horton & Franklin, Ind. Eng. Chem. 32 (1940) 1384, for flows and temperatures between.
 */
import { evaluateK, makeTwoPhases, phaseEnthalpy } from '../equilibrium/index.ts';
import { bracketedRoot, outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { effectiveFactor, kremserLoss } from '../shortcut/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** A stream that enters an absorber or a stripper. */
export interface AbsorberStream {
  /** mol/s by component. */
  flows: Float64Array;
  T: number; // K
  enthalpy: number; // J/mol
}

/** What the method of effective factors is asked. */
export interface AbsorberInput {
  model: ThermoModel;
  gas: AbsorberStream;
  liquid: AbsorberStream;
  /** Pa */
  pressure: { top: number; bottom: number };
  /** So many stages, or those that pass a part of one component from the one stream to the other. */
  find: { find: 'recovery'; stages: number } | { find: 'stages'; solute: number; from: 'gas' | 'liquid'; recovery: number };
}

/** What it answers, component by component. */
export interface AbsorberEstimate {
  stages: number;
  /** mol/s by component, what leaves at the top and at the bottom. */
  gasOut: Float64Array;
  liquidOut: Float64Array;
  /** K, on the first and on the last stage. */
  temperature: { top: number; bottom: number };
  /** Absorption factors of every component: on the first stage, on the last, and the one that stands for all. */
  factor: { top: Float64Array; bottom: Float64Array; effective: Float64Array };
  /**
   * The most that any component leaves with the one stream of what equilibrium with the other, as it enters there, would let it. Above 1 the
   * factors pass more than any stages can: a hot middle of the column, where hardly anything dissolves, is what one factor for all stages does not see.
   */
  saturation: number;
}

/**
 * @returns solved; or out-of-reach: `passes-too-little` (no number of stages passes so much of the solute), `no-such-state` (no
 *          temperature closes the heat), `no-convergence`
 */
export function estimateAbsorber(input: AbsorberInput): Outcome<AbsorberEstimate> {
  const work = new Work(input);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const moved = work.improve();
    if (!Number.isFinite(moved)) break;
    if (moved < SETTLED && work.hasNoTemperature) return outOfReach({ code: 'no-such-state', what: 'heat of the streams' });
    if (moved < SETTLED)
      return work.isShort ? outOfReach({ code: 'passes-too-little', recovery: work.reached() }) : solved(work.answer());
  }
  if (!Number.isFinite(work.moved)) return outOfReach({ code: 'not-finite', what: 'estimate' });
  return outOfReach({ code: 'no-convergence', iterations: MOST_ROUNDS, residual: work.moved });
}

/**
 * Whether an answer is not to be trusted: its ends lie far apart in temperature, or more passes than equilibrium at an end lets. Judged on random washes
 * beside their ladders: of those within both, hardly any leaves more than a tenth of the solute more or less; of the others every fifth.
 */
export function isRough({ saturation, temperature }: Pick<AbsorberEstimate, 'saturation' | 'temperature'>): boolean {
  return saturation > BEYOND_EQUILIBRIUM || Math.abs(temperature.bottom - temperature.top) > FAR_APART;
}

class Work {
  private readonly input: AbsorberInput;
  private readonly n: number;
  private readonly phases;
  private readonly gasOut: Float64Array;
  private readonly liquidOut: Float64Array;
  private readonly top: Float64Array;
  private readonly bottom: Float64Array;
  private readonly effective: Float64Array;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private stages: number;
  private temperature: { top: number; bottom: number };
  isShort = false;
  /** Whether no temperature of the last stage closes the heat of all streams. */
  hasNoTemperature = false;
  moved = Infinity;

  constructor(input: AbsorberInput) {
    this.input = input;
    this.n = input.model.n;
    this.phases = makeTwoPhases(this.n);
    this.gasOut = Float64Array.from(input.gas.flows);
    this.liquidOut = Float64Array.from(input.liquid.flows);
    [this.top, this.bottom, this.effective, this.x, this.y] = Array.from({ length: 5 }, () => new Float64Array(this.n));
    this.stages = input.find.find === 'recovery' ? input.find.stages : FIRST_STAGES;
    this.temperature = { top: input.liquid.T, bottom: input.liquid.T };
  }

  /** Once through factors, stages, flows and temperatures; the largest part of the feeds that moved, or of a hundred degrees. */
  improve(): number {
    const { gas, liquid, find } = this.input;
    this.setFactors();
    if (find.find === 'stages') this.setStages(find.solute, find.from, find.recovery);
    const total = sum(gas.flows) + sum(liquid.flows);
    this.moved = 0;
    for (let i = 0; i < this.n; i++) {
      const out = this.leavingWithGas(i, this.stages);
      this.moved = Math.max(this.moved, Math.abs(out - this.gasOut[i]) / total);
      this.gasOut[i] += STEP * (out - this.gasOut[i]);
      this.liquidOut[i] = gas.flows[i] + liquid.flows[i] - this.gasOut[i];
    }
    const before = { ...this.temperature };
    this.setTemperatures();
    this.moved = Math.max(
      this.moved,
      Math.abs(this.temperature.top - before.top) / 100,
      Math.abs(this.temperature.bottom - before.bottom) / 100,
    );
    return this.moved;
  }

  private leavingWithGas(i: number, stages: number): number {
    const A = this.effective[i];
    return this.input.gas.flows[i] * kremserLoss(A, stages) + this.input.liquid.flows[i] * (1 - kremserLoss(1 / A, stages));
  }

  /** Gas that leaves the second stage and the last one: every stage takes the same share. */
  private between(): { second: number; last: number } {
    const entering = sum(this.input.gas.flows);
    const leaving = sum(this.gasOut);
    const share = (entering / leaving) ** (1 / this.stages);
    return { second: leaving * share, last: entering / share };
  }

  private setFactors(): void {
    const { liquid, pressure } = this.input;
    const { second, last } = this.between();
    const leaving = sum(this.gasOut);
    const firstLiquid = sum(liquid.flows) + second - leaving;
    // Compositions of the two stages, each with the stream that leaves it as known and the other by the factors of the last round.
    this.fillFractions(this.x, (i) => (this.top[i] > 0 ? this.top[i] * this.gasOut[i] : liquid.flows[i]));
    this.fillFractions(this.y, (i) => this.gasOut[i]);
    this.setFactor(this.top, this.temperature.top, pressure.top, firstLiquid / leaving);
    const lastLiquid = sum(this.liquidOut);
    this.fillFractions(this.x, (i) => this.liquidOut[i]);
    this.fillFractions(this.y, (i) => (this.bottom[i] > 0 ? this.liquidOut[i] / this.bottom[i] : this.input.gas.flows[i]));
    this.setFactor(this.bottom, this.temperature.bottom, pressure.bottom, lastLiquid / last);
    for (let i = 0; i < this.n; i++) this.effective[i] = effectiveFactor(this.top[i], this.bottom[i]);
  }

  private setFactor(factor: Float64Array, T: number, P: number, liquidPerGas: number): void {
    evaluateK(this.input.model, T, P, this.x, this.y, this.phases, 'fugacity');
    for (let i = 0; i < this.n; i++) factor[i] = liquidPerGas / Math.exp(this.phases.lnK[i]);
  }

  /** Nothing is left out altogether: a model's activity of what is not there must still be finite. */
  private fillFractions(fractions: Float64Array, flow: (i: number) => number): void {
    let total = 0;
    for (let i = 0; i < this.n; i++) total += fractions[i] = Math.max(flow(i), 0);
    for (let i = 0; i < this.n; i++) fractions[i] /= total;
  }

  /** The stages at which so much of the solute passes, by halving; the most there may be where none do. */
  private setStages(solute: number, from: 'gas' | 'liquid', recovery: number): void {
    const { gas, liquid } = this.input;
    const isEnough = (stages: number): boolean => {
      const out = this.leavingWithGas(solute, stages);
      const left = from === 'gas' ? out : gas.flows[solute] + liquid.flows[solute] - out;
      return left <= (1 - recovery) * (from === 'gas' ? gas : liquid).flows[solute];
    };
    this.isShort = !isEnough(MOST_STAGES);
    let [low, high] = [0, MOST_STAGES];
    for (let cut = 0; cut < HALVINGS; cut++) {
      const middle = (low + high) / 2;
      if (isEnough(middle)) high = middle;
      else low = middle;
    }
    this.stages = high;
  }

  /** Both end temperatures: the heat of all streams, and the liquid's rise on the first stage as its part in what is absorbed. */
  private setTemperatures(): void {
    const { model, gas, liquid, pressure } = this.input;
    const entering = sum(gas.flows);
    const leaving = sum(this.gasOut);
    const { second } = this.between();
    const taken = entering - leaving;
    const belowFirst = Math.abs(taken) < 1e-9 * entering ? 1 - 1 / this.stages : (entering - second) / taken;
    const heat = entering * gas.enthalpy + sum(liquid.flows) * liquid.enthalpy;
    this.fillFractions(this.y, (i) => this.gasOut[i]);
    this.fillFractions(this.x, (i) => this.liquidOut[i]);
    const topAt = (bottom: number): number => bottom - (bottom - liquid.T) * belowFirst;
    const excess = (bottom: number): number =>
      leaving * phaseEnthalpy(model, 'vapour', topAt(bottom), pressure.top, this.y) +
      sum(this.liquidOut) * phaseEnthalpy(model, 'liquid', bottom, pressure.bottom, this.x) -
      heat;
    const [low, high] = [liquid.T - WIDEST, liquid.T + WIDEST];
    this.hasNoTemperature = !(excess(low) * excess(high) < 0);
    if (this.hasNoTemperature) return;
    const bottom = bracketedRoot(excess, low, high, 1e-10);
    this.temperature = { top: topAt(bottom), bottom };
  }

  /** The part of the solute that passes, where it is less than was asked. */
  reached(): number {
    const { find, gas, liquid } = this.input;
    if (find.find === 'recovery') return 0;
    const { solute, from } = find;
    return from === 'gas' ? 1 - this.gasOut[solute] / gas.flows[solute] : 1 - this.liquidOut[solute] / liquid.flows[solute];
  }

  answer(): AbsorberEstimate {
    const { stages, gasOut, liquidOut, temperature, top, bottom, effective } = this;
    return { stages, gasOut, liquidOut, temperature, factor: { top, bottom, effective }, saturation: this.saturation() };
  }

  private saturation(): number {
    const { model, gas, liquid, pressure } = this.input;
    const { n, gasOut, liquidOut, phases, x, y, temperature } = this;
    const total = sum(gas.flows) + sum(liquid.flows);
    let most = 0;
    this.fillFractions(x, (i) => liquidOut[i]);
    this.fillFractions(y, (i) => gas.flows[i]);
    evaluateK(model, temperature.bottom, pressure.bottom, x, y, phases, 'fugacity');
    for (let i = 0; i < n; i++)
      if (liquidOut[i] - liquid.flows[i] > WORTH_COUNTING * total) most = Math.max(most, (x[i] * Math.exp(phases.lnK[i])) / y[i]);
    this.fillFractions(x, (i) => liquid.flows[i]);
    this.fillFractions(y, (i) => gasOut[i]);
    evaluateK(model, temperature.top, pressure.top, x, y, phases, 'fugacity');
    for (let i = 0; i < n; i++)
      if (gasOut[i] - gas.flows[i] > WORTH_COUNTING * total) most = Math.max(most, y[i] / (x[i] * Math.exp(phases.lnK[i])));
    return most;
  }
}

const sum = (flows: Float64Array): number => flows.reduce((total, flow) => total + flow, 0);

const BEYOND_EQUILIBRIUM = 1.5;
/** K */
const FAR_APART = 15;
/** Part of both feeds that a component must pass to be looked at. */
const WORTH_COUNTING = 1e-4;
const FIRST_STAGES = 5;
/** No absorber has more. */
const MOST_STAGES = 200;
const MOST_ROUNDS = 400;
/** Part of every correction that is taken: flows and temperatures answer each other. */
const STEP = 0.7;
const SETTLED = 1e-10;
const HALVINGS = 60;
/** K on either side of the liquid's temperature within which the ends are looked for. */
const WIDEST = 150;
