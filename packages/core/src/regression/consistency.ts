/**
 * Whether measured T, P, x and y fit together by the Gibbs-Duhem equation.
 *   area   ∫ ln(γ₁/γ₂) dx₁ from 0 to 1 is nothing: D = 100 |A − B|/(A + B) of the areas above and below the axis. At one temperature D < 10; at one
 *          pressure D − J < 10 with J = 150 (Tmax − Tmin)/Tmin for the heat of mixing.
 *   point  a polynomial fitted to the pressures (or temperatures) alone gives the vapour back within 0.01 in the mean.
 * Sources: Redlich & Kister, Ind. Eng. Chem. 40 (1948) 345; Herington, J. Inst. Petrol. 37 (1951) 457; Van Ness, Byer & Gibbs, AIChE J. 19 (1973) 238,
 * with the limit of Fredenslund, Gmehling & Rasmussen, Vapor-Liquid Equilibria Using UNIFAC (1977).
 */
import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import type { MeasuredPoint, Uncertainty } from '@keen-ladder/schema';
import { evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import { idealSolution } from '../thermo/index.ts';
import type { ActivityModel, ThermoModel } from '../thermo/index.ts';
import { compared, fitPair } from './fitPair.ts';
import { isIsobaric } from './measured.ts';
import { redlichKister } from './redlichKister.ts';

/** Whether measured points agree with Gibbs and Duhem's equation. */
export interface Consistency {
  /** D and J in %, and the most that D − J may be; null without enough vapour compositions. */
  area: { D: number; J: number; most: number; isPassed: boolean } | null;
  /** Mean deviation of the vapour, mol/mol. */
  point: { deviation: number; most: number; isPassed: boolean } | null;
  /** By point; null where the vapour was not measured. */
  gamma: ([number, number] | null)[];
}

/** @param modelWith a model of both components with such a liquid */
export function consistencyOf(
  points: readonly MeasuredPoint[],
  modelWith: (activity: ActivityModel) => ThermoModel,
  uncertainty: Uncertainty,
): Consistency {
  const gamma = measuredGammas(points, modelWith(idealSolution));
  return { area: areaTest(points, gamma), point: pointTest(points, modelWith, uncertainty), gamma };
}

/** γᵢ = yᵢ/(xᵢ Kᵢ) with the K-values of an ideal solution. */
function measuredGammas(points: readonly MeasuredPoint[], ideal: ThermoModel): Consistency['gamma'] {
  const work = makeTwoPhases(2);
  return points.map(({ x, y, T, P }) => {
    if (y === null || P === null || !(x > 0 && x < 1 && y > 0 && y < 1)) return null;
    evaluateK(ideal, T, P, Float64Array.of(x, 1 - x), Float64Array.of(y, 1 - y), work, 'fugacity');
    const of: [number, number] = [y / (x * Math.exp(work.lnK[0])), (1 - y) / ((1 - x) * Math.exp(work.lnK[1]))];
    return of.every(Number.isFinite) ? of : null;
  });
}

function areaTest(points: readonly MeasuredPoint[], gamma: Consistency['gamma']): Consistency['area'] {
  const known = points.flatMap(({ x }, k) => {
    const of = gamma[k];
    return of === null ? [] : [{ x, ratio: Math.log(of[0] / of[1]) }];
  });
  if (known.length < LEAST_POINTS) return null;
  const terms = Math.min(4, known.length - 2);
  const powers = (x: number): number[] => Array.from({ length: terms }, (_, k) => (2 * x - 1) ** k);
  const design = new Matrix(known.map(({ x }) => powers(x)));
  const c = new SingularValueDecomposition(design, { autoTranspose: true }).solve(Matrix.columnVector(known.map((p) => p.ratio)));
  const ratioAt = (x: number): number => powers(x).reduce((sum, power, k) => sum + power * c.get(k, 0), 0);
  let [above, below] = [0, 0];
  for (let k = 0; k < PANELS; k++) {
    const area = ratioAt((k + 0.5) / PANELS) / PANELS;
    if (area > 0) above += area;
    else below -= area;
  }
  const D = (100 * Math.abs(above - below)) / (above + below);
  const temperatures = points.map(({ T }) => T);
  const [low, high] = [Math.min(...temperatures), Math.max(...temperatures)];
  const J = isIsobaric(points) ? (150 * (high - low)) / low : 0;
  return { D, J, most: MOST_AREA, isPassed: D - J < MOST_AREA };
}

function pointTest(
  points: readonly MeasuredPoint[],
  modelWith: (activity: ActivityModel) => ThermoModel,
  uncertainty: Uncertainty,
): Consistency['point'] {
  const inside = points.filter(({ x, y, P }) => y !== null && P !== null && x > 0 && x < 1);
  if (inside.length < LEAST_POINTS) return null;
  const bare = inside.map((p): MeasuredPoint => ({ ...p, y: null, gamma: [null, null] }));
  const terms = Math.min(4, Math.floor(inside.length / 2));
  const parameters = Array.from({ length: terms }, () => ({ start: 0, low: -20, high: 20, scale: 1 }));
  const fit = fitPair(bare, parameters, (A) => modelWith(redlichKister(A)), uncertainty);
  if (fit.state !== 'solved') return null;
  const whole = compared(inside, modelWith(redlichKister(fit.value.values)));
  if (whole?.meanDeviations.y === undefined) return null;
  const deviation = whole.meanDeviations.y;
  return { deviation, most: MOST_Y, isPassed: deviation < MOST_Y };
}

const LEAST_POINTS = 5;
const PANELS = 400;
const MOST_AREA = 10;
const MOST_Y = 0.01;
