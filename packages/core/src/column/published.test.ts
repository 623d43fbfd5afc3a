import { describe, expect, test } from 'vitest';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { constantK, ofVolatilities, plainColumn, published, reasonOf, solvedValue, withConstantHeats } from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { ColumnEquations } from './equations.ts';
import { conflictOf, flowOf, fractionOf, moles, refluxRatio, solveColumn } from './index.ts';
import { startFromGiven } from './start.ts';
import type { ColumnInput, Place, SolvedColumn, Target } from './index.ts';

const column = (model: ThermoModel, stages: number, stage: number, z: number[], targets: Target[]): ColumnInput =>
  plainColumn(model, stages, 101325, {
    feeds: [{ stage, flows: Float64Array.from(z), enthalpy: 0, T: 360, P: 101325, vapourFraction: 0 }],
    targets,
  });

const overhead: Place = { at: 'overhead' };
const share = (flows: Float64Array, i: number): number => flows[i] / flows.reduce((a, b) => a + b, 0);

describe('three steady states of one column: methanol and n-propanol, its reflux held by mass, its boil-up by moles', () => {
  const source =
    'Jacobsen & Skogestad, AIChE J. 37 (1991) 499 (three steady states at a reflux of 50 kg/min and a boil-up of 2 kmol/min)';
  const model = withConstantHeats(ofVolatilities([3.55, 1], [32, 60.1]));
  const boilUp: Target = { quantity: flowOf({ at: 'boil-up' }, moles(2)), value: 2 };
  const byMass: Target = { quantity: flowOf({ at: 'reflux' }, model.molarMass), value: 50 };
  const byMoles = (L: number): Target => ({ quantity: flowOf({ at: 'reflux' }, moles(2)), value: L });
  const asked = (reflux: Target): ColumnInput => column(model, 9, 6, [0.5, 0.5], [reflux, boilUp]);
  const molarReflux = ({ liquid, overhead: D }: SolvedColumn): number => liquid[0] + liquid[1] - D[0] - D[1];
  const stateAt = (printed: number): SolvedColumn => {
    const near = solvedValue(solveColumn(asked(byMoles(printed))));
    const found = solvedValue(solveColumn(asked(byMass), { before: near }));
    published(source, `molar reflux near ${printed}, kmol/min`, molarReflux(found), printed, 0.005);
    return found;
  };
  // Compositions beside the printed reflux: recomputed elsewhere (../shared/validation-columns.md, E3).
  test.each([
    [1.143, 0.5836264, 0.00354078],
    [1.463, 0.9207075, 0.00768847],
  ])('at a molar reflux of %d', (printed, xD, xB) => {
    const found = stateAt(printed);
    expect(share(found.overhead, 0)).toBeCloseTo(xD, 6);
    expect(share(found.bottoms, 0)).toBeCloseTo(xB, 6);
  });
  test('at a molar reflux of 1.555, where the recomputed compositions do not close their own balance', () => {
    const found = stateAt(1.555);
    const [D, B] = [2 - molarReflux(found), molarReflux(found) - 1];
    expect(D * share(found.overhead, 0) + B * share(found.bottoms, 0)).toBeCloseTo(0.5, 9);
    expect(share(found.overhead, 0)).toBeGreaterThan(0.99);
    expect(share(found.bottoms, 0)).toBeGreaterThan(0.1);
  });
});

test('three components of constant volatility, computed two ways elsewhere (E9)', () => {
  const model = withConstantHeats(ofVolatilities([4, 2, 1]));
  const targets = [
    { quantity: refluxRatio(moles(3)), value: 2.5 },
    { quantity: flowOf(overhead, moles(3)), value: 40 },
  ];
  const found = solvedValue(solveColumn(column(model, 13, 7, [100 / 3, 100 / 3, 100 / 3], targets)));
  [0.814950251, 0.182467446, 0.00258230257].forEach((x, i) => expect(share(found.overhead, i)).toBeCloseTo(x, 8));
  [0.0122553881, 0.433910591, 0.553834021].forEach((x, i) => expect(share(found.bottoms, i)).toBeCloseTo(x, 8));
  const middle = Array.from({ length: 13 }, (_, j) => share(found.liquid.slice(3 * j, 3 * j + 3), 1));
  expect(Math.max(...middle)).toBeCloseTo(0.609136875, 8);
  // It does not count the condenser.
  expect(middle.indexOf(Math.max(...middle))).toBe(9);
});

describe('what cannot be, exactly (E4, E6, E8)', () => {
  const model = withConstantHeats(ofVolatilities([2.5, 1]));
  const purity = (value: number): Target => ({ quantity: fractionOf(overhead, [0], moles(2)), value });
  const half: Target = { quantity: flowOf(overhead, moles(2)), value: 50 };
  test('at a reflux of 1 and equal halves, 0.9286 is the best with endless stages', () => {
    const targets = [half, { quantity: refluxRatio(moles(2)), value: 1 }];
    const best = solvedValue(solveColumn(column(model, 120, 60, [50, 50], targets)));
    expect(share(best.overhead, 0)).toBeCloseTo(0.9285714, 5);
  });
  test('fewer stages than the fewest: the walk ends below what is asked, at a reflux beyond all bounds', () => {
    const outcome = solveColumn(column(model, 7, 4, [50, 50], [purity(0.95), half]));
    const reason = reasonOf(outcome);
    if (reason.code !== 'stopped-short' || outcome.state !== 'out-of-reach') throw new Error(reason.code);
    // Six stages at total reflux part by 2.5⁶: 0.9398 for equal halves.
    expect(reason.reached).toBeLessThan(0.9399);
    expect(reason.reached).toBeGreaterThan(0.93);
  });
  test('a distillate that asks more of the light component than is fed', () => {
    const asked = (D: number) => conflictOf(column(model, 20, 10, [50, 50], []), [purity(0.95), { ...half, value: D }]);
    expect(asked(52.6)).toBeUndefined();
    expect(asked(52.7)?.kind).toBe('beyond-balance');
  });
});

describe('compositions and temperatures of the first sweep: propane, butane, pentane on five stages (E1)', () => {
  const source =
    'Henley & Seader, Equilibrium-Stage Separation Operations in Chemical Engineering (1981), Examples 15.1–15.2 (by ../shared)';
  const K = [
    [1.23, 1.63, 2.17, 2.7, 3.33],
    [0.33, 0.5, 0.71, 0.95, 1.25],
    [0.103, 0.166, 0.255, 0.36, 0.49],
  ];
  const fahrenheit = (t: number): number => (t + 459.67) / 1.8;
  const T = Float64Array.of(65, 90, 115, 140, 165).map(fahrenheit);
  /** ln K linear in 1/T between the given points, and on beyond the last. */
  const lnK = (i: number, at: number): { value: number; slope: number } => {
    const above = T.findIndex((t) => t > at);
    const j = above < 0 ? T.length - 1 : Math.max(1, above);
    const steepness = Math.log(K[i][j] / K[i][j - 1]) / (1 / T[j] - 1 / T[j - 1]);
    return { value: Math.log(K[i][j]) + steepness * (1 / at - 1 / T[j]), slope: -steepness / (at * at) };
  };
  const plain = constantK([1, 1, 1]);
  const model: ThermoModel = {
    ...plain,
    evaluate(phase, x, out, wanted) {
      plain.evaluate(phase, x, out, wanted);
      for (let i = 0; i < 3 && phase === 'liquid'; i++) ({ value: out.lnPhi[i], slope: out.dLnPhiDT[i] } = lnK(i, out.T));
    },
    firstLnK(at, _P, out) {
      for (let i = 0; i < 3; i++) out[i] = lnK(i, at).value;
    },
  };
  const targets = [
    { quantity: refluxRatio(moles(3)), value: 2 },
    { quantity: flowOf(overhead, moles(3)), value: 50 },
  ];
  const equations = new ColumnEquations(column(model, 5, 3, [30, 30, 40], targets));
  startFromGiven(equations, {
    T,
    liquid: Float64Array.of(150, 100, 200, 200, 50),
    vapour: Float64Array.of(0, 150, 150, 150, 150),
    x: null,
  });
  const x = (j: number): Float64Array => {
    const flows = equations.liquid.slice(3 * j, 3 * j + 3);
    const sum = flows.reduce((a, b) => a + b, 0);
    return flows.map((flow) => flow / sum);
  };
  test('compositions, normalised, are those recomputed elsewhere; the printed ones agree with these to 0.0004', () => {
    const before = [
      [0.56666, 0.190984, 0.0190795],
      [0.34764, 0.381968, 0.114937],
      [0.193847, 0.44832, 0.325429],
      [0.0916103, 0.485706, 0.482218],
      [0.03334, 0.409016, 0.78092],
    ];
    before.forEach((raw, j) => {
      const sum = raw.reduce((a, b) => a + b, 0);
      x(j).forEach((found, i) => expect(Math.abs(found - raw[i] / sum), `${i} on stage ${j + 1}`).toBeLessThan(1e-5));
    });
  });
  test.each([
    [1, 66],
    [3, 131],
    [5, 184],
  ])('stage %d then boils at %d °F', (stage, printed) => {
    const boils = solvedValue(bubbleTemperature(model, 6.9e5, x(stage - 1), new Float64Array(3)));
    published(source, `new temperature of stage ${stage}, °F`, 1.8 * boils - 459.67, printed, 1);
  });
});
