/**
 * Inside-out: simple models of K-values and enthalpies on every stage, fitted to the rigorous ones where the column stands; inside, the column of the
 * simple models is solved in its stripping factors; outside, the models are fitted again, until Newton's method itself takes over.
 *   Kᵢ = αᵢ Kb,  ln Kb = A − B/T,  S = Kb V/L,  vᵢ = αᵢ S lᵢ;  h by partial molar enthalpies and a heat capacity.
 * With the factors and the parts that draws take given, every component is a tridiagonal system; heat balances and targets then say the factors.
 * Sources: Boston & Sullivan, Can. J. Chem. Eng. 52 (1974) 52; Russell, Chem. Eng. 90 (21) (1983) 53.
 */
import { factorDense, solveDense } from '../numerics/index.ts';
import type { ColumnEquations } from './equations.ts';
import type { Method, MethodReport } from './method.ts';
import { isFlow } from './handles.ts';
import { newton } from './newton.ts';
import { HEAT_SCALE } from './rows.ts';
import { Snapshot } from './snapshot.ts';
import type { Target } from './types.ts';

/** The column by simple models of K and enthalpy inside, rigorous ones outside (Boston & Sullivan 1974). */
export const insideOut: Method = (column, targets) => {
  // The simple models know draws, duties and pump-arounds; what else is freed is left to the other methods.
  const isKnown = column.handles.every(({ kind }) => kind === 'draw' || kind.startsWith('pump-around') || kind === 'duty');
  if (!isKnown) return { isSolved: false, iterations: 0, residual: Infinity };
  const finish = newton('whole steps', FINISH);
  const inner = new InnerLoop(column, targets);
  const kept = new Snapshot(column);
  column.evaluate(targets);
  let report: MethodReport = { isSolved: false, iterations: 0, residual: column.error };
  let iterations = 0;
  for (let outer = 0; outer < MOST_OUTER && Number.isFinite(report.residual); outer++) {
    if (column.input.isOver?.() === true) break;
    inner.fit();
    iterations += 1;
    if (!inner.solve()) break;
    column.evaluate(targets);
    report = { isSolved: false, iterations, residual: column.error };
    const isPromising = report.residual < NEAR || (report.residual < FAR && outer % 4 === 3);
    if (!isPromising) continue;
    kept.keep();
    const last = finish(column, targets);
    iterations += last.iterations;
    if (last.isSolved) return { ...last, iterations };
    kept.restore();
    column.evaluate(targets);
  }
  return { ...report, iterations };
};

class InnerLoop {
  private readonly column: ColumnEquations;
  private readonly targets: readonly Target[];
  /** Stages that have a stripping factor, and their places among the variables. */
  private readonly factored: number[];
  private readonly alpha: Float64Array;
  /** Of the vapour that really leaves, where trays are less than perfect. */
  private readonly alphaLeaving: Float64Array;
  private readonly A: Float64Array;
  private readonly B: Float64Array;
  private readonly fittedT: Float64Array;
  private readonly S: Float64Array;
  /** Part of the liquid and of the vapour of each stage that is drawn. */
  private readonly liquidPart: Float64Array;
  private readonly vapourPart: Float64Array;
  private readonly diagonal: Float64Array;
  private readonly right: Float64Array;
  private readonly variables: Float64Array;
  private readonly errors: Float64Array;

  constructor(column: ColumnEquations, targets: readonly Target[]) {
    const { stages, n, handles } = column;
    this.column = column;
    this.targets = targets;
    this.factored = Array.from({ length: stages }, (_, j) => j).filter(
      (j) => !column.isTotalCondenser(j) && !column.isTotalReboiler(j),
    );
    this.alpha = new Float64Array(stages * n);
    this.alphaLeaving = new Float64Array(stages * n);
    this.A = new Float64Array(stages);
    this.B = new Float64Array(stages);
    this.fittedT = new Float64Array(stages);
    this.S = new Float64Array(stages);
    this.liquidPart = new Float64Array(stages);
    this.vapourPart = new Float64Array(stages);
    this.diagonal = new Float64Array(stages);
    this.right = new Float64Array(stages);
    this.variables = new Float64Array(this.factored.length + handles.length);
    this.errors = new Float64Array(this.variables.length);
  }

  /** The simple models at the rigorous state of every stage, and the variables there. */
  fit(): void {
    const { column, alpha, alphaLeaving, A, B, variables, factored } = this;
    const { n, stages, T, vapour, liquid, totalVapour, totalLiquid, liquidOf, vapourOf, handles, handleValues } = column;
    for (let j = 0; j < stages; j++) {
      let [weights, lnKb, slope] = [0, 0, 0];
      for (let i = 0; i < n; i++) {
        const y = vapour[j * n + i] / totalVapour[j];
        const change = liquidOf[j].dLnPhiDT[i] - vapourOf[j].dLnPhiDT[i];
        const weight = y * Math.abs(change);
        weights += weight;
        lnKb += weight * (liquidOf[j].lnPhi[i] - vapourOf[j].lnPhi[i]);
        slope += weight * change;
      }
      lnKb /= weights;
      slope /= weights;
      B[j] = slope * T[j] * T[j];
      A[j] = lnKb + B[j] / T[j];
      this.fittedT[j] = T[j];
      const Kb = Math.exp(lnKb);
      for (let i = 0; i < n; i++) {
        const K = Math.exp(liquidOf[j].lnPhi[i] - vapourOf[j].lnPhi[i]);
        const isPerfect = column.input.efficiency[j * n + i] === 1;
        const there = (vapour[j * n + i] / totalVapour[j]) * (totalLiquid[j] / liquid[j * n + i]);
        alpha[j * n + i] = K / Kb;
        alphaLeaving[j * n + i] = isPerfect ? K / Kb : there / Kb;
      }
    }
    factored.forEach((j, k) => {
      variables[k] = Math.log((Math.exp(A[j] - B[j] / T[j]) * totalVapour[j]) / totalLiquid[j]);
    });
    handles.forEach((handle, k) => {
      const [stage, isLiquid] = this.takenFrom(k);
      const whole = stage < 0 ? 0 : (isLiquid ? totalLiquid : totalVapour)[stage];
      variables[factored.length + k] = isFlow(handle) ? handleValues[k] / whole : handleValues[k] / (column.fed * HEAT_SCALE);
    });
  }

  /** Stage (−1: none) and phase that a handle takes from. */
  private takenFrom(k: number): [number, boolean] {
    const { handles, draws, input } = this.column;
    const handle = handles[k];
    if (handle.kind === 'draw') return [draws[handle.draw].stage - 1, draws[handle.draw].phase === 'liquid'];
    return handle.kind === 'pump-around-flow' ? [input.pumpArounds[handle.loop].from - 1, true] : [-1, true];
  }

  /** Newton's method on the simple column, its slopes by differences; false when it does not come nearer. */
  solve(): boolean {
    const { variables, errors } = this;
    const size = variables.length;
    const jacobian = new Float64Array(size * size);
    const pivots = new Int32Array(size);
    const step = new Float64Array(size);
    const before = new Float64Array(size);
    const at = new Float64Array(size);
    let error = this.evaluate();
    const first = error;
    for (let iteration = 0; iteration < MOST_INNER && error > CLOSE * (1 + first); iteration++) {
      at.set(errors);
      for (let c = 0; c < size; c++) {
        const was = variables[c];
        const h = DIFFERENCE * Math.max(1, Math.abs(was));
        variables[c] = was + h;
        this.evaluate();
        for (let r = 0; r < size; r++) jacobian[r * size + c] = (errors[r] - at[r]) / h;
        variables[c] = was;
      }
      for (let r = 0; r < size; r++) step[r] = -at[r];
      if (!jacobian.every(Number.isFinite) || !factorDense(jacobian, pivots, size)) return false;
      solveDense(jacobian, pivots, step, size);
      before.set(variables);
      const reached = this.move(before, step, error);
      if (!(reached < error)) break;
      error = reached;
    }
    error = this.evaluate();
    return Number.isFinite(error);
  }

  /** The longest of the step's halves that lessens the error. */
  private move(before: Float64Array, step: Float64Array, error: number): number {
    const { variables, factored } = this;
    for (let share = 1; share > 1 / 100; share /= 2) {
      for (let k = 0; k < variables.length; k++) {
        const change = share * step[k];
        const isFactor = k < factored.length;
        const next = before[k] + (isFactor ? Math.max(-MOST_LOG, Math.min(MOST_LOG, change)) : change);
        variables[k] =
          isFactor || this.takenFrom(k - factored.length)[0] < 0
            ? next
            : Math.max(0.1 * before[k], Math.min(next, (1 + before[k]) / 2));
      }
      const reached = this.evaluate();
      if (reached < error) return reached;
    }
    variables.set(before);
    return Infinity;
  }

  /** The column that the variables make; its errors, and their size. */
  private evaluate(): number {
    this.setStreams();
    const { column, errors, factored, targets } = this;
    const { system, handles } = column;
    let sum = 0;
    factored.forEach((j, k) => {
      errors[k] = this.heatError(j);
      sum += errors[k] * errors[k];
    });
    system.borderRows.fill(0);
    for (let k = 0; k < handles.length; k++) {
      const error = column.targetError(targets[k], k);
      errors[factored.length + k] = error;
      sum += error * error;
    }
    return Math.sqrt(sum);
  }

  private setStreams(): void {
    const { column, variables, factored, S, liquidPart, vapourPart } = this;
    const { n, stages, liquid, vapour, totalLiquid, totalVapour, handles, handleValues, liquidTaken, vapourTaken } = column;
    factored.forEach((j, k) => {
      S[j] = Math.exp(variables[k]);
    });
    liquidPart.fill(0);
    vapourPart.fill(0);
    for (let k = 0; k < handles.length; k++) {
      const [stage, isLiquid] = this.takenFrom(k);
      if (stage >= 0) (isLiquid ? liquidPart : vapourPart)[stage] += variables[factored.length + k];
    }
    for (let i = 0; i < n; i++) this.balance(i);
    for (let j = 0; j < stages; j++) {
      totalLiquid[j] = sumOf(liquid, j, n);
      totalVapour[j] = sumOf(vapour, j, n);
      this.setTemperature(j);
      liquidTaken[j] = liquidPart[j] * totalLiquid[j];
      vapourTaken[j] = vapourPart[j] * totalVapour[j];
    }
    for (let k = 0; k < handles.length; k++) {
      const [stage, isLiquid] = this.takenFrom(k);
      const variable = variables[factored.length + k];
      if (stage >= 0) handleValues[k] = variable * (isLiquid ? totalLiquid : totalVapour)[stage];
      else handleValues[k] = variable * column.fed * HEAT_SCALE;
    }
  }

  /** One component over all stages. What pump-arounds bring is what they brought when the models were fitted. */
  private balance(i: number): void {
    const { column, S, alphaLeaving, diagonal, right, liquidPart, vapourPart } = this;
    const { n, stages, liquid, vapour } = column;
    const strip = (j: number): number => (column.isTotalCondenser(j) ? 0 : alphaLeaving[j * n + i] * S[j]);
    const rises = (j: number): number => (column.isTotalReboiler(j) ? 1 : strip(j) * (1 - vapourPart[j]));
    for (let j = 0; j < stages; j++) {
      diagonal[j] = column.isTotalReboiler(j) ? 1 : 1 + strip(j);
      right[j] = column.arrivingFlow(j, i);
      if (j === 0) continue;
      const factor = (1 - liquidPart[j - 1]) / diagonal[j - 1];
      diagonal[j] -= factor * rises(j);
      right[j] += factor * right[j - 1];
    }
    let below = 0;
    for (let j = stages - 1; j >= 0; j--) {
      const flow = Math.max((right[j] + below) / diagonal[j], TRACE * column.fed);
      below = rises(j) * flow;
      liquid[j * n + i] = flow;
      vapour[j * n + i] = column.isTotalReboiler(j) ? flow : strip(j) * flow;
    }
  }

  /** Where the liquid boils by the simple model; ends that are no equilibrium stages get their first bubble or drop. */
  private setTemperature(j: number): void {
    const { column, alpha, A, B } = this;
    const { n, T, liquid, vapour, totalLiquid, totalVapour } = column;
    const isDrop = column.isTotalReboiler(j);
    const flows = isDrop ? vapour : liquid;
    const total = isDrop ? totalVapour[j] : totalLiquid[j];
    let sum = 0;
    for (let i = 0; i < n; i++) sum += (flows[j * n + i] / total) * alpha[j * n + i] ** (isDrop ? -1 : 1);
    const lnKb = isDrop ? Math.log(sum) : -Math.log(sum);
    const boils = B[j] / (A[j] - lnKb);
    T[j] = Math.max(this.fittedT[j] - MOST_KELVIN, Math.min(this.fittedT[j] + MOST_KELVIN, boils > 0 ? boils : this.fittedT[j]));
    if (column.isTotalCondenser(j)) {
      for (let i = 0; i < n; i++) vapour[j * n + i] = ((liquid[j * n + i] / total) * alpha[j * n + i]) / sum;
      totalVapour[j] = 1;
    } else if (isDrop) {
      for (let i = 0; i < n; i++) liquid[j * n + i] = vapour[j * n + i] / total / alpha[j * n + i] / sum;
      totalLiquid[j] = 1;
    }
  }

  /** Heat that stage j gives away more than it gets, scaled, by the simple enthalpies. */
  private heatError(j: number): number {
    const { column, liquidPart, vapourPart } = this;
    let out = -column.feeds.heatOn[j] - column.addedHeat(j) - column.pipedHeat(j);
    if (!column.isTotalReboiler(j)) out += this.liquidHeat(j);
    if (!column.isTotalCondenser(j)) out += this.vapourHeat(j);
    if (j > 0) out -= (1 - liquidPart[j - 1]) * this.liquidHeat(j - 1);
    if (j < column.stages - 1) out -= (1 - vapourPart[j + 1]) * this.vapourHeat(j + 1);
    return out / (column.fed * HEAT_SCALE);
  }

  private liquidHeat(j: number): number {
    const { column } = this;
    const of = j === 0 ? column.condensate : column.liquidOf[j];
    const isFixed = column.isTotalCondenser(j) && column.input.subcooling?.by === 'temperature';
    return this.heatOf(j, column.liquid, column.totalLiquid[j], of.dEnthalpyDN, isFixed ? 0 : of.dEnthalpyDT);
  }

  private vapourHeat(j: number): number {
    const { column } = this;
    const of = column.vapourOf[j];
    return this.heatOf(j, column.vapour, column.totalVapour[j], of.dEnthalpyDN, of.dEnthalpyDT);
  }

  private heatOf(j: number, flows: Float64Array, total: number, partial: Float64Array, capacity: number): number {
    const { n, T } = this.column;
    let heat = total * capacity * (T[j] - this.fittedT[j]);
    for (let i = 0; i < n; i++) heat += flows[j * n + i] * partial[i];
    return heat;
  }
}

function sumOf(flows: Float64Array, j: number, n: number): number {
  let sum = 0;
  for (let i = 0; i < n; i++) sum += flows[j * n + i];
  return sum;
}

const MOST_OUTER = 30;
const MOST_INNER = 8;
const FINISH = 12;
/** Scaled error at which Newton's method takes over. */
const NEAR = 0.05;
/** Below this it is tried every now and then. */
const FAR = 2;
/** Of the error at the first: closer the simple column is not solved. */
const CLOSE = 1e-6;
const DIFFERENCE = 1e-6;
const MOST_LOG = 1.5;
const MOST_KELVIN = 60;
const TRACE = 1e-14;
