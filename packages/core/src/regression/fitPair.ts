/**
 * Parameters of a pair from measured equilibrium data. Every point is compared with the bubble point of its liquid: temperatures where the data stand at
 * one pressure, else pressures (Barker, Austral. J. Chem. 6 (1953) 207), vapour compositions and activity coefficients where they were measured.
 */
import type { MeasuredPoint, Uncertainty } from '@keen-ladder/schema';
import { bubblePressure, bubbleTemperature, makeTwoPhases } from '../equilibrium/index.ts';
import { open, outOfReach, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { activityCoefficients, makeCoefficientWork } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { leastSquares } from './leastSquares.ts';
import type { FreeParameter, LeastSquares } from './leastSquares.ts';
import { isIsobaric } from './measured.ts';

/** A measured point beside what the model makes of it. */
export type Observed = 'T' | 'P' | 'y' | 'gamma1' | 'gamma2';

/** One thing measured beside what the fitted model says. */
export interface Residual {
  point: number;
  of: Observed;
  measured: number;
  calculated: number;
}

/** Fitted parameters with their errors. */
export interface PairFit extends LeastSquares {
  residuals: Residual[];
  /** Mean absolute deviations of what was measured: K, relative, mol/mol, relative. */
  meanDeviations: Partial<Record<Observed, number>>;
}

/**
 * @param modelOf   a model of the two components with such parameters; undefined where they make none
 * @returns solved; open: `too-few-points`; out-of-reach: `no-fit`
 */
export function fitPair(
  points: readonly MeasuredPoint[],
  parameters: readonly FreeParameter[],
  modelOf: (values: readonly number[]) => ThermoModel | undefined,
  uncertainty: Uncertainty,
): Outcome<PairFit> {
  const observations = observationsOf(points);
  if (observations.length < parameters.length)
    return open([{ code: 'too-few-points', path: 'mixture.measured', points: observations.length, parameters: parameters.length }]);
  const work = makeComparison();
  const deviations = (values: readonly number[]): Float64Array | undefined => {
    const model = modelOf(values);
    if (model === undefined) return undefined;
    const calculated = calculatedOf(model, points, observations, work);
    return calculated?.map((value, k) => deviation(observations[k], value, uncertainty));
  };
  const fit = leastSquares(parameters, observations.length, deviations);
  const model = fit === undefined ? undefined : modelOf(fit.values);
  const beside = model === undefined ? undefined : compared(points, model);
  if (fit === undefined || beside === undefined) return outOfReach({ code: 'no-fit' });
  return solved({ ...fit, ...beside }, { iterations: fit.iterations, residual: 0 });
}

/** What was measured beside what a model says; undefined where the model has no answer for some point. */
export function compared(
  points: readonly MeasuredPoint[],
  model: ThermoModel,
): Pick<PairFit, 'residuals' | 'meanDeviations'> | undefined {
  const observations = observationsOf(points);
  const calculated = calculatedOf(model, points, observations, makeComparison());
  if (calculated === undefined) return undefined;
  const residuals = observations.map((observation, k) => ({ ...observation, calculated: calculated[k] }));
  return { residuals, meanDeviations: meansOf(residuals) };
}

type Observation = Omit<Residual, 'calculated'>;

/** What is compared: the temperature of isobaric points, the pressure of the others, and whatever else was measured. */
function observationsOf(points: readonly MeasuredPoint[]): Observation[] {
  const isobaric = isIsobaric(points);
  return points.flatMap(({ x, y, T, P, gamma }, point) => {
    const isInside = x > 0 && x < 1;
    const rows: Observation[] = [];
    if (P !== null) rows.push(isobaric ? { point, of: 'T', measured: T } : { point, of: 'P', measured: P });
    if (y !== null && P !== null && isInside) rows.push({ point, of: 'y', measured: y });
    if (gamma[0] !== null) rows.push({ point, of: 'gamma1', measured: gamma[0] });
    if (gamma[1] !== null) rows.push({ point, of: 'gamma2', measured: gamma[1] });
    return rows;
  });
}

function deviation({ of, measured }: Observation, calculated: number, uncertainty: Uncertainty): number {
  switch (of) {
    case 'T':
      return (calculated - measured) / uncertainty.T;
    case 'P':
      return Math.log(calculated / measured) / uncertainty.P;
    case 'y':
      return (calculated - measured) / uncertainty.y;
    case 'gamma1':
    case 'gamma2':
      return Math.log(calculated / measured) / uncertainty.gamma;
  }
}

const isRelative = (of: Observed): boolean => of === 'P' || of === 'gamma1' || of === 'gamma2';

function meansOf(residuals: readonly Residual[]): PairFit['meanDeviations'] {
  const means: PairFit['meanDeviations'] = {};
  for (const of of new Set(residuals.map((r) => r.of))) {
    const mine = residuals.filter((r) => r.of === of);
    const size = (r: Residual): number => Math.abs(r.calculated - r.measured) / (isRelative(of) ? Math.abs(r.measured) : 1);
    means[of] = mine.reduce((sum, r) => sum + size(r), 0) / mine.length;
  }
  return means;
}

const makeComparison = () => ({
  phases: makeTwoPhases(2),
  coefficients: makeCoefficientWork(2),
  gamma: new Float64Array(2),
  x: new Float64Array(2),
  y: new Float64Array(2),
});

/** What the model says of every observation; undefined where a bubble point has no answer. */
function calculatedOf(
  model: ThermoModel,
  points: readonly MeasuredPoint[],
  observations: readonly Observation[],
  work: ReturnType<typeof makeComparison>,
): Float64Array | undefined {
  const { x, y } = work;
  const out = new Float64Array(observations.length);
  let boiledFor = -1;
  let boils = NaN;
  for (const [k, { point, of }] of observations.entries()) {
    const at = points[point];
    x[0] = at.x;
    x[1] = 1 - at.x;
    if (of === 'gamma1' || of === 'gamma2') {
      activityCoefficients(model, at.T, at.P ?? ATMOSPHERE, x, work.gamma, work.coefficients);
      out[k] = work.gamma[of === 'gamma1' ? 0 : 1];
    } else {
      if (boiledFor !== point) {
        const found =
          of === 'T' ? bubbleTemperature(model, at.P ?? NaN, x, y, at.T, work.phases) : bubblePressure(model, at.T, x, y);
        if (found.state !== 'solved') return undefined;
        [boiledFor, boils] = [point, found.value];
      }
      out[k] = of === 'y' ? y[0] : boils;
    }
    if (!Number.isFinite(out[k])) return undefined;
  }
  return out;
}

const ATMOSPHERE = 101325;
