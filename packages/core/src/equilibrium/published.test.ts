/** Worked examples of the textbooks, at their own inputs; numbers and tolerances as ../docs/validation.md tells. */
import { describe, test } from 'vitest';
import {
  antoineKilopascal,
  antoineMillimetres,
  cubicOf,
  databankModel,
  databankRecord,
  published,
  raoult,
  solvedValue,
  withVapourPressure,
} from '../testing/index.ts';
import { gammaPhiModel, PhaseProperties } from '../thermo/index.ts';
import type { ActivityModel, ThermoModel } from '../thermo/index.ts';
import { binaryAzeotropes, bubblePressure, bubbleTemperature, dewPressure, dewTemperature, vapourShare } from './index.ts';
import { makeStabilityWork, trialPhase } from './stability.ts';

const KILO = 1e3;
const other = (): Float64Array => new Float64Array(2);

describe('flashes with given K-values', () => {
  test('propane to n-hexane at 200 °F and 100 psia', () => {
    const source = 'Seader, Henley & Roper, Separation Process Principles, 3rd ed. (2011), Example 4.1';
    const z = Float64Array.of(0.1, 0.2, 0.3, 0.4);
    const K = Float64Array.of(4.2, 1.75, 0.74, 0.34);
    const beta = vapourShare(z, K);
    published(source, 'V/F', beta, 0.1219, 0.00005);
    const printed: [string, number, number, number][] = [
      ['propane', 0.0719, 0.3021, 0.0001],
      ['n-butane', 0.1833, 0.3207, 0.00005],
      ['n-pentane', 0.3098, 0.2293, 0.00005],
      ['n-hexane', 0.435, 0.1479, 0.00005],
    ];
    for (const [i, [name, x, y, tolerance]] of printed.entries()) {
      const ours = z[i] / (1 + beta * (K[i] - 1));
      published(source, `x of ${name}`, ours, x, i === 1 ? 0.0001 : 0.00005);
      published(source, `y of ${name}`, K[i] * ours, y, tolerance);
    }
  });
  test('propane to n-hexane at 50 °C and 200 kPa; methane, ethane, propane at 50 °F and 200 psia', () => {
    const wankat = 'Wankat, Separation Process Engineering, 2nd ed. (2007), Example 2-2';
    published(wankat, 'V/F', vapourShare(Float64Array.of(0.3, 0.1, 0.15, 0.45), Float64Array.of(7, 2.4, 0.8, 0.3)), 0.51, 0.005);
    const smith = 'Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), Example 10.6';
    published(smith, 'V/F', vapourShare(Float64Array.of(0.1, 0.2, 0.7), Float64Array.of(10, 1.76, 0.52)), 0.273, 0.0005);
  });
});

describe('Raoult’s law', () => {
  const FELDER = 'Felder & Rousseau, Elementary Principles of Chemical Processes, 3rd ed. (2000), Examples 6.4-1 and 6.4-3';
  const benzene = antoineMillimetres('benzene', 6.89272, 1203.531, 219.888);
  const toluene = antoineMillimetres('toluene', 6.95805, 1346.773, 219.693);
  const MMHG = 101325 / 760;
  test('benzene and toluene, and their dew point under nitrogen', () => {
    const model = raoult(benzene, toluene);
    const y = other();
    const T = solvedValue(bubbleTemperature(model, 101325, Float64Array.of(0.4, 0.6), y));
    published(FELDER, 'bubble point at 40 % benzene, 1 atm, °C', T - 273.15, 95.1, 0.05);
    published(FELDER, 'y of benzene there', y[0], 0.621, 0.001);
    const P = solvedValue(bubblePressure(model, 303.15, Float64Array.of(0.5, 0.5), y));
    published(FELDER, 'bubble pressure of equal parts at 30 °C, mmHg', P / MMHG, 77.9, 0.1);
    const gas = withVapourPressure('gas', { form: 'antoine', c: [60, 0, 0], Tmin: 1, Tmax: 2000, source: 'test' });
    const dew = solvedValue(
      dewTemperature(raoult(benzene, toluene, gas), 101325, Float64Array.of(0.1, 0.1, 0.8), new Float64Array(3)),
    );
    published(FELDER, 'dew point under 80 % nitrogen, °C', dew - 273.15, 52.4, 0.05);
  });
});

describe('modified Raoult’s law', () => {
  const SOURCE = 'Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), Example 10.3';
  /** ln γ₁ = A x₂², ln γ₂ = A x₁², A = 2.771 − 0.00523 T. */
  const margules: ActivityModel = {
    evaluate(x, out) {
      const [A, dA] = [2.771 - 0.00523 * out.T, -0.00523];
      out.lnGamma.set([A * x[1] * x[1], A * x[0] * x[0]]);
      out.dLnGammaDT.set([dA * x[1] * x[1], dA * x[0] * x[0]]);
      const curvature = -2 * A * x[0] * x[1]; // ∂ ln γ₁/∂n₂ · (−1): g = A x₁x₂
      out.dLnGammaDN.set([curvature * (x[1] / x[0]), -curvature, -curvature, curvature * (x[0] / x[1])]);
      out.dGDT = dA * x[0] * x[1];
      out.d2GDT2 = 0;
    },
  };
  const model = gammaPhiModel(
    [antoineKilopascal('methanol', 16.59158, 3643.31, 239.726), antoineKilopascal('methyl acetate', 14.25326, 2665.54, 219.726)],
    margules,
  );
  test('methanol and methyl acetate: bubble and dew points, and the azeotrope', () => {
    const out = other();
    published(
      SOURCE,
      '(a) bubble pressure at 318.15 K, x₁ = 0.25, kPa',
      solvedValue(bubblePressure(model, 318.15, Float64Array.of(0.25, 0.75), out)) / KILO,
      73.5,
      0.005,
    );
    published(SOURCE, '(a) y₁', out[0], 0.282, 0.0005);
    published(
      SOURCE,
      '(b) dew pressure at 318.15 K, y₁ = 0.60, kPa',
      solvedValue(dewPressure(model, 318.15, Float64Array.of(0.6, 0.4), out)) / KILO,
      62.89,
      0.005,
    );
    published(SOURCE, '(b) x₁', out[0], 0.8169, 0.00005);
    published(
      SOURCE,
      '(c) bubble temperature at 101.33 kPa, x₁ = 0.85, K',
      solvedValue(bubbleTemperature(model, 101330, Float64Array.of(0.85, 0.15), out)),
      331.2,
      0.005,
    );
    published(SOURCE, '(c) y₁', out[0], 0.67, 0.0005);
    published(
      SOURCE,
      '(d) dew temperature at 101.33 kPa, y₁ = 0.40, K',
      solvedValue(dewTemperature(model, 101330, Float64Array.of(0.4, 0.6), out)),
      326.7,
      0.005,
    );
    published(SOURCE, '(d) x₁', out[0], 0.4602, 0.00005);
    const [azeotrope] = solvedValue(binaryAzeotropes(model, 73.76 * KILO));
    published(SOURCE, '(e) azeotrope at 73.76 kPa, K', azeotrope.T, 318.15, 0.005);
    published(SOURCE, '(e) its x₁', azeotrope.x, 0.325, 0.0005);
  });
});

describe('group contribution', () => {
  test('n-hexane and methyl ethyl ketone at 60 °C by UNIFAC', () => {
    const source = 'Gmehling, Kleiber, Kolbe & Rarey, Chemical Thermodynamics for Process Simulation, 2nd ed. (2019), Problem 5.22';
    const model = databankModel(['n-hexane', 'methyl ethyl ketone'], 'unifac');
    const gamma = activityCoefficients(model, 333.15, Float64Array.of(0.5, 0.5));
    published(source, 'γ of n-hexane by UNIFAC, x₁ = 0.5', gamma[0], 1.428, 0.0005);
    published(source, 'γ of 2-butanone by UNIFAC, x₁ = 0.5', gamma[1], 1.365, 0.0005);
  });
});

/** φᵢ in the mixture over φᵢ of the pure liquid. */
function activityCoefficients(model: ThermoModel, T: number, x: Float64Array): number[] {
  const out = new PhaseProperties(model.n);
  model.evaluate('liquid', x, out.at(T, 101325), 'fugacity');
  const mixed = Float64Array.from(out.lnPhi);
  return Array.from(x, (_, i) => {
    model.evaluate('liquid', new Float64Array(model.n).fill(0).with(i, 1), out.at(T, 101325), 'fugacity');
    return Math.exp(mixed[i] - out.lnPhi[i]);
  });
}

describe('the tangent plane', () => {
  test('hydrogen sulphide and methane by SRK at 190 K and 40.53 bar: a liquid that lies just above it', () => {
    const source = 'Hua, Brennecke & Stadtherr, Ind. Eng. Chem. Res. 37 (1998) 1519, Table 1 (after Michelsen, 1982)';
    const constants = (name: string, Tc: number, bar: number, omega: number) => ({
      ...databankRecord(name),
      criticalTemperature: { value: Tc, source: 'test' },
      criticalPressure: { value: bar * 1e5, source: 'test' },
      acentricFactor: { value: omega, source: 'test' },
    });
    const records = [constants('hydrogen sulfide', 373.2, 89.4, 0.1), constants('methane', 190.6, 46, 0.008)];
    const model = cubicOf(records, 'srk', 0.08);
    for (const [z1, x1, D, volume] of [
      [0.0187, 0.8848, 0.0109, 36.58],
      [0.888, 0.019, undefined, undefined],
    ] as const) {
      const z = Float64Array.of(z1, 1 - z1);
      const [T, P] = [190, 40.53e5];
      const feed = new PhaseProperties(2);
      const w = makeStabilityWork(2);
      model.evaluate(z1 < 0.5 ? 'vapour' : 'liquid', z, feed.at(T, P), 'fugacity');
      w.W.set(z1 < 0.5 ? [1, 0.01] : [0.01, 1]);
      trialPhase(
        model,
        z1 < 0.5 ? 'liquid' : 'vapour',
        T,
        P,
        z,
        z.map((zi, i) => Math.log(zi) + feed.lnPhi[i]),
        w,
      );
      const total = w.W[0] + w.W[1];
      published(source, `x₁ of the trial phase, feed ${z1}`, w.W[0] / total, x1, 0.00005);
      if (D === undefined) continue;
      published(source, `distance D of it, feed ${z1}`, -Math.log(total), D, 0.00005);
      model.evaluate(
        'liquid',
        w.W.map((W) => W / total),
        feed.at(T, P),
        'all',
      );
      published(source, `its volume, cm³/mol, feed ${z1}`, feed.volume * 1e6, volume, 0.005);
    }
  });
});
