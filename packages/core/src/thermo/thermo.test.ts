import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { orientedPair } from '../databank/index.ts';
import { R } from '../properties/index.ts';
import {
  components,
  databankRecord,
  expectSlope,
  nrtlMixture,
  nrtlPairs,
  published,
  raoult,
  solvedValue,
} from '../testing/index.ts';
import { buildModel, idealSolution, gammaPhiModel, Activity, PhaseProperties, nrtl, uniquac, wilson } from './index.ts';
import type { ActivityModel, ThermoModel } from './index.ts';

/** A random NRTL liquid of n components: parameters, composition, temperature. */
const liquids = fc.integer({ min: 2, max: 5 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    a: fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: n * n, maxLength: n * n }),
    b: fc.array(fc.double({ min: -200, max: 600, noNaN: true }), { minLength: n * n, maxLength: n * n }),
    alpha: fc.double({ min: 0.2, max: 0.47, noNaN: true }),
    parts: fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: n, maxLength: n }),
    T: fc.double({ min: 280, max: 420, noNaN: true }),
  }),
);

type Liquid = typeof liquids extends fc.Arbitrary<infer L> ? L : never;

const offDiagonal = (values: number[], n: number): Float64Array => Float64Array.from(values, (v, k) => (k % (n + 1) === 0 ? 0 : v));

/** The same random numbers as parameters of each model: Wilson's a in J/mol, volumes and sizes from the fractions. */
function activityOf({ n, a, b, alpha, parts }: Liquid, model: 'NRTL' | 'Wilson' | 'UNIQUAC'): ActivityModel {
  if (model === 'NRTL') return nrtl(n, { a: offDiagonal(a, n), b: offDiagonal(b, n), alpha: new Float64Array(n * n).fill(alpha) });
  if (model === 'UNIQUAC') {
    const r = Float64Array.from(parts, (p) => 1 + 4 * p);
    return uniquac(n, { r, q: r.map((value, i) => value * (0.8 + 0.1 * i)), a: offDiagonal(b, n) });
  }
  const volume = (i: number): number => 50 + 60 * parts[i];
  const ratio = Float64Array.from({ length: n * n }, (_, p) => volume(p % n) / volume(Math.floor(p / n)));
  return wilson(n, { a: offDiagonal(b, n).map((value) => 8 * value), ratio });
}

function fractions(parts: readonly number[]): Float64Array {
  const sum = parts.reduce((s, p) => s + p, 0);
  return Float64Array.from(parts, (p) => p / sum);
}

describe('NRTL', () => {
  test('ethanol and water at 70 °C have the activity coefficients of the book', () => {
    const source = 'Gmehling, Kleiber, Kolbe & Rarey, Chemical Thermodynamics for Process Simulation, 2nd ed. (2019), Problem 5.1b';
    const model = nrtl(2, {
      a: new Float64Array(4),
      b: Float64Array.of(0, -121.2691 / 1.98721, 1337.8574 / 1.98721, 0),
      alpha: Float64Array.of(0, 0.2974, 0.2974, 0),
    });
    const out = new Activity(2);
    model.evaluate(Float64Array.of(0.252, 0.748), out.at(343.15), true);
    published(source, 'γ of ethanol, x₁ = 0.252', Math.exp(out.lnGamma[0]), 1.936, 0.0005);
    published(source, 'γ of water, x₁ = 0.252', Math.exp(out.lnGamma[1]), 1.154, 0.0005);
  });
});

describe.each(['NRTL', 'Wilson', 'UNIQUAC'] as const)('%s', (name) => {
  test('slopes in T and in mole numbers agree with central differences', () => {
    fc.assert(
      fc.property(liquids, (liquid) => {
        const { n, T } = liquid;
        const model = activityOf(liquid, name);
        const moles = fractions(liquid.parts);
        const out = new Activity(n);
        const again = new Activity(n);
        model.evaluate(moles, out.at(T), true);
        const lnGammaAt = (i: number, t: number, m: Float64Array): number => {
          model.evaluate(fractions([...m]), again.at(t), false);
          return again.lnGamma[i];
        };
        for (let i = 0; i < n; i++) {
          expectSlope((t) => lnGammaAt(i, t, moles), T, 0.01, out.dLnGammaDT[i], 1e-5, 1e-5);
          for (let j = 0; j < n; j++) {
            const shifted = (nj: number): Float64Array => moles.with(j, nj);
            expectSlope((nj) => lnGammaAt(i, T, shifted(nj)), moles[j], 1e-6, out.dLnGammaDN[i * n + j], 1e-5, 1e-3);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
  test('obeys Gibbs and Duhem, and g is the sum of x ln γ with the slopes it tells', () => {
    fc.assert(
      fc.property(liquids, (liquid) => {
        const { n, T } = liquid;
        const model = activityOf(liquid, name);
        const x = fractions(liquid.parts);
        const out = new Activity(n);
        model.evaluate(x, out.at(T), true);
        for (let j = 0; j < n; j++) {
          let sum = 0;
          for (let i = 0; i < n; i++) sum += x[i] * out.dLnGammaDN[i * n + j];
          expect(Math.abs(sum)).toBeLessThan(1e-11);
        }
        const again = new Activity(n);
        const g = (t: number): number => {
          model.evaluate(x, again.at(t), true);
          return x.reduce((s, xi, i) => s + xi * again.lnGamma[i], 0);
        };
        const gSlope = (t: number): number => {
          model.evaluate(x, again.at(t), true);
          return again.dGDT;
        };
        expectSlope(g, T, 0.01, out.dGDT, 1e-6, 1e-6);
        expectSlope(gSlope, T, 0.01, out.d2GDT2, 1e-5, 1e-8);
      }),
      { numRuns: 60 },
    );
  });
});

describe('NRTL, the limits', () => {
  test('is the ideal solution for components at their own purity', () => {
    const pair = nrtlPairs[0];
    const model = nrtl(2, {
      a: new Float64Array(4),
      b: Float64Array.of(0, pair.b[0], pair.b[1], 0),
      alpha: new Float64Array(4).fill(pair.alpha),
    });
    const out = new Activity(2);
    model.evaluate(Float64Array.of(1, 0), out.at(340), false);
    expect(out.lnGamma[0]).toBeCloseTo(0, 14);
    model.evaluate(Float64Array.of(0, 1), out.at(340), false);
    expect(out.lnGamma[1]).toBeCloseTo(0, 14);
  });
});

describe('the seam at low pressure', () => {
  const acetoneWater = (): ThermoModel => {
    const pair = orientedPair(nrtlPairs, '67-64-1', '7732-18-5');
    return solvedValue(buildModel(nrtlMixture([databankRecord('acetone'), databankRecord('water')], pair ? [pair] : [])));
  };

  test.each(['liquid', 'vapour'] as const)('every slope of the %s agrees with central differences', (phase) => {
    const model = acetoneWater();
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 380, noNaN: true }),
        fc.double({ min: 5e4, max: 3e5, noNaN: true }),
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
        (T, P, x1) => {
          const out = new PhaseProperties(2);
          const again = new PhaseProperties(2);
          const n = Float64Array.of(x1, 1 - x1);
          const at = (t: number, p: number, moles: Float64Array) => {
            model.evaluate(phase, fractions([...moles]), again.at(t, p), 'all');
            return again;
          };
          model.evaluate(phase, n, out.at(T, P), 'all');
          const total = (m: Float64Array): number => m[0] + m[1];
          for (let i = 0; i < 2; i++) {
            expectSlope((t) => at(t, P, n).lnPhi[i], T, 0.01, out.dLnPhiDT[i], 1e-5, 1e-6);
            expectSlope((p) => at(T, p, n).lnPhi[i], P, 1, out.dLnPhiDP[i], 1e-5, 1e-10);
            for (let j = 0; j < 2; j++)
              expectSlope((m) => at(T, P, n.with(j, m)).lnPhi[i], n[j], 1e-6, out.dLnPhiDN[i * 2 + j], 1e-4, 1e-3);
            expectSlope((m) => total(n.with(i, m)) * at(T, P, n.with(i, m)).enthalpy, n[i], 1e-5, out.dEnthalpyDN[i], 1e-5);
            expectSlope((m) => total(n.with(i, m)) * at(T, P, n.with(i, m)).volume, n[i], 1e-5, out.dVolumeDN[i], 1e-5);
          }
          expectSlope((t) => at(t, P, n).enthalpy, T, 0.01, out.dEnthalpyDT, 1e-5);
          expectSlope((p) => at(T, p, n).enthalpy, P, 1, out.dEnthalpyDP, 1e-5, 1e-3);
          expectSlope((t) => at(t, P, n).volume, T, 0.01, out.dVolumeDT, 1e-5, 1e-12);
          expectSlope((p) => at(T, p, n).volume, P, 1, out.dVolumeDP, 1e-5, 1e-16);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('enthalpy is the slope of fugacity in T: Gibbs and Helmholtz for the excess part', () => {
    const model = acetoneWater();
    const ideal = raoult(databankRecord('acetone'), databankRecord('water'));
    const out = new PhaseProperties(2);
    const x = Float64Array.of(0.3, 0.7);
    ideal.evaluate('liquid', x, out.at(340, 1e5), 'all');
    const idealSlopes = Float64Array.from(out.dLnPhiDT);
    const idealEnthalpy = out.enthalpy;
    model.evaluate('liquid', x, out.at(340, 1e5), 'all');
    const slope = x.reduce((s, xi, i) => s + xi * (out.dLnPhiDT[i] - idealSlopes[i]), 0);
    expect(out.enthalpy - idealEnthalpy).toBeCloseTo(-R * 340 * 340 * slope, 6);
  });
  test('does not mind the order of components', () => {
    const pair = orientedPair(nrtlPairs, '67-64-1', '7732-18-5');
    const there = acetoneWater();
    const back = solvedValue(buildModel(nrtlMixture([databankRecord('water'), databankRecord('acetone')], pair ? [pair] : [])));
    const a = new PhaseProperties(2);
    const b = new PhaseProperties(2);
    there.evaluate('liquid', Float64Array.of(0.2, 0.8), a.at(350, 1e5), 'all');
    back.evaluate('liquid', Float64Array.of(0.8, 0.2), b.at(350, 1e5), 'all');
    expect(b.lnPhi[1]).toBeCloseTo(a.lnPhi[0], 12);
    expect(b.enthalpy).toBeCloseTo(a.enthalpy, 6);
    expect(b.volume).toBeCloseTo(a.volume, 12);
  });
  test('NRTL with every γ at 1 is the ideal solution', () => {
    const records = [...components.slice(0, 3)];
    const none = nrtl(3, { a: new Float64Array(9), b: new Float64Array(9), alpha: new Float64Array(9).fill(0.3) });
    const x = Float64Array.of(0.2, 0.3, 0.5);
    const a = new PhaseProperties(3);
    const b = new PhaseProperties(3);
    gammaPhiModel(records, none).evaluate('liquid', x, a.at(340, 1e5), 'all');
    gammaPhiModel(records, idealSolution).evaluate('liquid', x, b.at(340, 1e5), 'all');
    expect(a).toEqual(b);
  });
  test('a pair without parameters is an open point, never silently ideal', () => {
    const outcome = buildModel(nrtlMixture([databankRecord('water'), databankRecord('n-octane')], []));
    expect(outcome).toEqual({
      state: 'open',
      points: [{ code: 'pair-missing', path: 'mixture.model', names: ['water', 'n-octane'], model: 'NRTL' }],
    });
  });
});

describe('Wilson, published', () => {
  const at = (L12: number, L21: number, x1: number): [number, number] => {
    const model = wilson(2, { a: new Float64Array(4), ratio: Float64Array.of(1, L12, L21, 1) });
    const out = new Activity(2);
    model.evaluate(Float64Array.of(x1, 1 - x1), out.at(343.15), false);
    return [Math.exp(out.lnGamma[0]), Math.exp(out.lnGamma[1])];
  };
  test('ethanol and water at 70 °C', () => {
    const source = 'Gmehling, Kleiber, Kolbe & Rarey, Chemical Thermodynamics for Process Simulation, 2nd ed. (2019), Problem 5.1a';
    const [ethanol, water] = at(0.154, 0.888, 0.252);
    published(source, 'γ of ethanol by Wilson, x₁ = 0.252', ethanol, 1.881, 0.0005);
    published(source, 'γ of water by Wilson, x₁ = 0.252', water, 1.165, 0.001);
  });
  test('2-propanol and water at 353.15 K', () => {
    const source = 'Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), Example 14.1';
    const perCalorie = R / 1.987; // the source's own gas constant, cal/(mol K)
    const model = wilson(2, {
      a: Float64Array.of(0, 437.98 * perCalorie, 1238 * perCalorie, 0),
      ratio: Float64Array.of(1, 18.07 / 76.92, 76.92 / 18.07, 1),
    });
    const out = new Activity(2);
    model.evaluate(Float64Array.of(0.25, 0.75), out.at(353.15), false);
    published(source, 'γ of 2-propanol by Wilson, x₁ = 0.25', Math.exp(out.lnGamma[0]), 2.1244, 0.0002);
    published(source, 'γ of water by Wilson, x₁ = 0.25', Math.exp(out.lnGamma[1]), 1.1904, 0.00005);
  });
});

describe('UNIQUAC, published', () => {
  /** a in K as the source prints it, row-major. */
  function gammas(r: number[], q: number[], a: number[], T: number, x: number[]): number[] {
    const out = new Activity(3);
    uniquac(3, { r: Float64Array.from(r), q: Float64Array.from(q), a: Float64Array.from(a) }).evaluate(
      Float64Array.from(x),
      out.at(T),
      false,
    );
    return [...out.lnGamma].map(Math.exp);
  }
  test('water, ethanol and benzene at 25 °C, in both liquids', () => {
    const source = 'Gmehling, Kleiber, Kolbe & Rarey, Chemical Thermodynamics for Process Simulation, 2nd ed. (2019), Example 5.19';
    const a = [0, 526.02, 309.64, -318.06, 0, -91.532, 1325.1, 302.57, 0];
    const at = (x: number[]) => gammas([0.92, 2.1055, 3.1878], [1.4, 1.972, 2.4], a, 298.15, x);
    const [w1, e1, b1] = at([0.7273, 0.0909, 0.1818]);
    published(source, 'γ of water, first liquid', w1, 1.57, 0.0005);
    published(source, 'γ of ethanol, first liquid', e1, 0.2948, 0.00005);
    published(source, 'γ of benzene, first liquid', b1, 18.11, 0.005);
    const [w2, e2, b2] = at([1 / 6, 1 / 6, 2 / 3]);
    published(source, 'γ of water, second liquid', w2, 8.856, 0.0005);
    published(source, 'γ of ethanol, second liquid', e2, 0.86, 0.0005);
    published(source, 'γ of benzene, second liquid', b2, 1.425, 0.0005);
  });
  test('acetonitrile, benzene and n-heptane at 45 °C', () => {
    const source = 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), chapter 8';
    const a = [0, 60.28, 23.71, 89.57, 0, -135.9, 545.8, 245.4, 0];
    const [acetonitrile, benzene, heptane] = gammas([1.87, 3.19, 5.17], [1.72, 2.4, 4.4], a, 318.15, [0.1311, 0.033, 0.8359]);
    published(source, 'γ of acetonitrile', acetonitrile, 7.15, 0.005);
    published(source, 'γ of benzene', benzene, 1.25, 0.005);
    published(source, 'γ of n-heptane', heptane, 1.06, 0.005);
  });
});
