/** The models of the databank's mixtures, each held to the same: its slopes, its limits, published values. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Mixture, ModelName, ModelOptions } from '@keen-ladder/schema';
import { heatOfVaporisation, lnVapourPressure, R, ValueSlope } from '../properties/index.ts';
import {
  databankModel,
  databankParts,
  databankRecord,
  expectSeamSlopes,
  interactionPairs,
  published,
  solvedValue,
} from '../testing/index.ts';
import {
  buildModel,
  dimerisingVapour,
  explainProposal,
  lnHenry,
  Activity,
  PhaseProperties,
  PureVapour,
  pairStandings,
  proposedMixture,
  proposeModel,
  regularSolution,
  secondVirial,
  unifac,
  unifacParameters,
  USUAL_OPTIONS,
  virialVapour,
} from './index.ts';
import { missingGroups } from './groups.ts';

const POLAR = ['acetone', 'methanol', 'water'];

const cases: [string, string[], ModelName, Partial<ModelOptions>][] = [
  ['UNIFAC', ['ethanol', 'water', 'benzene', 'n-hexane', 'ethyl acetate'], 'unifac', {}],
  ['modified UNIFAC', ['ethanol', 'water', 'cyclohexane', 'methyl ethyl ketone'], 'modified-unifac', {}],
  ['the regular solution', ['benzene', 'n-hexane', 'cyclohexane'], 'regular-solution', {}],
  ['dissolved gases in one solvent', ['carbon dioxide', 'hydrogen sulfide', 'water'], 'nrtl', { henry: ['124-38-9', '7783-06-4'] }],
  ['dissolved gases in two solvents', ['nitrogen', 'benzene', 'toluene', 'methane'], 'ideal', {}],
  ['the virial equation', POLAR, 'nrtl', { vapour: 'virial' }],
  ['the virial equation with Poynting factors', POLAR, 'nrtl', { vapour: 'virial', poynting: true }],
  ['dimers of one acid', ['acetic acid', 'water', 'ethyl acetate'], 'modified-unifac', { vapour: 'dimers' }],
  ['dimers of two acids', ['acetic acid', 'formic acid', 'toluene'], 'ideal', { vapour: 'dimers' }],
  ['enthalpy by liquid heat capacity', POLAR, 'nrtl', { enthalpy: 'liquid-heat-capacity', vapour: 'virial' }],
  ['Peng-Robinson with Twu’s α', ['water', 'ethanol', 'acetone', 'n-hexane'], 'peng-robinson', { alpha: 'twu' }],
  ['SRK with Twu’s α', ['methanol', 'n-heptane', 'ammonia'], 'srk', { alpha: 'twu' }],
  ['Peng-Robinson with predicted kᵢⱼ', ['n-nonane', 'cumene', 'methylcyclohexane', '1-hexene'], 'peng-robinson', {}],
];

describe.each(cases)('%s', (_, names, model, options) => {
  test('has the slopes it tells, in both phases at random states', () => {
    const made = databankModel(names, model, options);
    const n = names.length;
    fc.assert(
      fc.property(
        fc.constantFrom('liquid' as const, 'vapour' as const),
        fc.double({ min: 285, max: 420, noNaN: true }),
        fc.double({ min: 2e4, max: 4e5, noNaN: true }),
        fc.array(fc.double({ min: 0.05, max: 1, noNaN: true }), { minLength: n, maxLength: n }),
        (phase, T, P, parts) => {
          const sum = parts.reduce((s, p) => s + p, 0);
          const x = Float64Array.from(parts, (p) => p / sum);
          expectSeamSlopes(made, phase, T, P, withSolvent(x, names, options));
        },
      ),
      { numRuns: 25 },
    );
  });
  test('does not mind the order of components', () => {
    const n = names.length;
    const there = databankModel(names, model, options);
    const back = databankModel(names.toReversed(), model, options);
    const x = withSolvent(
      Float64Array.from(names, (_name, i) => (i + 1) / ((n * (n + 1)) / 2)),
      names,
      options,
    );
    const [a, b] = [new PhaseProperties(n), new PhaseProperties(n)];
    for (const phase of ['liquid', 'vapour'] as const) {
      there.evaluate(phase, x, a.at(340, 1e5), 'all');
      back.evaluate(phase, x.toReversed(), b.at(340, 1e5), 'all');
      for (let i = 0; i < n; i++) expect(b.lnPhi[n - 1 - i]).toBeCloseTo(a.lnPhi[i], 10);
      expect(b.enthalpy).toBeCloseTo(a.enthalpy, 5);
    }
  });
});

/** Henry's law is no law without solvent: at least a half of it. */
function withSolvent(x: Float64Array, names: readonly string[], { henry }: Partial<ModelOptions>): Float64Array {
  const gases = ['nitrogen', 'methane', 'carbon dioxide', 'hydrogen sulfide'];
  const isGas = names.map((name) => gases.includes(name));
  if (!isGas.some(Boolean) || henry?.length === 0) return x;
  const share = x.reduce((s, xi, i) => s + (isGas[i] ? xi : 0), 0);
  return x.map((xi, i) => (isGas[i] ? (0.4 * xi) / share : (0.6 * xi) / (1 - share)));
}

describe('UNIFAC, published', () => {
  function gammas(names: string[], T: number, x: number[]): { gamma: number[]; r: number[] } {
    const { components, groups } = databankParts(names.map((name) => databankRecord(name).id));
    const own = components.map((c) => c.unifacGroups);
    expect(missingGroups(own, groups.unifac)).toEqual([]);
    const parameters = unifacParameters(own, groups.unifac, 1);
    const out = new Activity(names.length);
    unifac(names.length, parameters).evaluate(Float64Array.from(x), out.at(T), false);
    return { gamma: [...out.lnGamma].map(Math.exp), r: components.map((c) => c.uniquac?.r ?? NaN) };
  }
  test('diethylamine and n-heptane at 308.15 K', () => {
    const source = 'Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics, 7th ed. (2005), Appendix H';
    const { gamma, r } = gammas(['diethylamine', 'n-heptane'], 308.15, [0.4, 0.6]);
    published(source, 'γ of diethylamine, x₁ = 0.4', gamma[0], 1.133, 0.0005);
    published(source, 'γ of n-heptane, x₁ = 0.4', gamma[1], 1.047, 0.0005);
    published(source, 'r of n-heptane', r[1], 5.1742, 0.00005);
  });
  test('acetone and n-pentane at 307 K', () => {
    const source = 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Example 8-12';
    const { gamma } = gammas(['acetone', 'n-pentane'], 307, [0.047, 0.953]);
    published(source, 'γ of acetone, x₁ = 0.047', gamma[0], 4.99, 0.005);
    published(source, 'γ of n-pentane, x₁ = 0.047', gamma[1], 1.005, 0.0005);
  });
  test('a missing pair of groups is an open point, not zero', () => {
    const parts = databankParts(['107-13-1', '64-19-7'].map((id) => id)); // acrylonitrile, acetic acid
    const none = { ...parts, groups: { ...parts.groups, unifac: { ...parts.groups.unifac, interactions: [] } } };
    const outcome = buildModel({ ...none, model: 'unifac', options: { ...USUAL_OPTIONS } });
    expect(outcome.state === 'open' && outcome.points.every((p) => p.code === 'group-pair-missing')).toBe(true);
    const gas = buildModel({
      ...databankParts(['7727-37-9', '7732-18-5']),
      model: 'unifac',
      options: { ...USUAL_OPTIONS, henry: [] },
    });
    expect(gas).toMatchObject({ state: 'open', points: [{ code: 'groups-missing', name: 'nitrogen' }] });
  });
});

describe('the regular solution', () => {
  test('benzene and cyclohexane without parameters of their own are near to what is measured', () => {
    const model = regularSolution([databankRecord('benzene'), databankRecord('cyclohexane')]);
    const out = new Activity(2);
    model.evaluate(Float64Array.of(0.5, 0.5), out.at(353.15), true);
    // Azeotrope at 77.6 °C and x = 0.545: γ ≈ 1.08 there (Horsley). The theory is good to some 10 % in γ.
    expect(Math.exp(out.lnGamma[0])).toBeGreaterThan(1);
    expect(Math.exp(out.lnGamma[0])).toBeLessThan(1.15);
  });
});

/** ln of water's vapour pressure, Pa: Wagner & Pruss, J. Phys. Chem. Ref. Data 22 (1993) 783, eq. 1. */
function lnWaterVapourPressure(T: number): number {
  const t = 1 - T / 647.096;
  const terms = [-7.85951783, 1.84408259, -11.7866497, 22.6807411, -15.9618719, 1.80122502];
  const powers = [1, 1.5, 3, 3.5, 4, 7.5];
  return Math.log(22.064e6) + (647.096 / T) * terms.reduce((s, a, i) => s + a * t ** powers[i], 0);
}

describe('Henry’s law', () => {
  const GUIDELINE = 'IAPWS G7-04, Guideline on the Henry constant (2004), Table 3: ln(kH/1 GPa)';
  test.each([
    ['helium', [2.6576, 2.166, 1.1973, -0.1993]],
    ['neon', [2.5134, 2.3512, 1.5952, 0.4659]],
    ['argon', [1.4061, 1.8079, 1.1536, 0.0423]],
    ['krypton', [0.821, 1.4902, 0.9798, 0.0006]],
    ['xenon', [0.2792, 1.143, 0.5033, -0.7081]],
    ['hydrogen', [1.9702, 1.8464, 1.0513, -0.1848]],
    ['nitrogen', [2.1716, 2.3509, 1.4842, 0.1647]],
    ['oxygen', [1.5024, 1.8832, 1.163, -0.0276]],
    ['carbon monoxide', [1.7652, 1.9939, 1.125, -0.2382]],
    ['carbon dioxide', [-1.7508, -0.545, -0.6524, -1.3489]],
    ['hydrogen sulfide', [-2.8784, -1.7083, -1.6074, -2.1319]],
    ['methane', [1.4034, 1.7946, 1.0342, -0.2209]],
    ['ethane', [1.1418, 1.8495, 0.8274, -0.8141]],
    ['sulfur hexafluoride', [3.1445, 3.6919, 2.6749, 1.2402]],
  ] as const)('%s in water from 300 to 600 K', (name, values) => {
    const water = databankRecord('water');
    const pair = databankParts([databankRecord(name).id, water.id]).henryPairs[0];
    const out = new ValueSlope();
    const wide = { ...pair, Tmin: 273, Tmax: 640 };
    for (const [k, T] of [300, 400, 500, 600].entries()) {
      lnHenry(wide, water, out.at(T));
      const lnH = out.value;
      lnVapourPressure(water, out.at(T)); // the guideline's own vapour pressure for the record's
      const ours = lnH - out.value + lnWaterVapourPressure(T) - Math.log(1e9);
      published(GUIDELINE, `${name} at ${T} K`, ours, values[k], 0.00005);
    }
  });
  test('a gas without a constant is an open point that names the solvent', () => {
    const outcome = buildModel({ ...databankParts(['1333-74-0', '67-64-1']), model: 'ideal', options: { ...USUAL_OPTIONS } });
    const known = databankParts(['1333-74-0', '67-64-1']).henryPairs.length > 0;
    if (known) expect(outcome.state).toBe('solved');
    const gone = { ...databankParts(['1333-74-0', '67-64-1']), henryPairs: [] };
    expect(buildModel({ ...gone, model: 'ideal', options: { ...USUAL_OPTIONS } })).toMatchObject({
      state: 'open',
      points: [{ code: 'pair-missing', names: ['hydrogen', 'acetone'], model: 'Henry' }],
    });
  });
});

describe('the virial equation', () => {
  const DYMOND = 'Dymond & Smith, The Virial Coefficients of Pure Gases and Mixtures (1980), recommended values';
  test.each([
    ['methane', -42.2],
    ['nitrogen', -4.2],
    ['carbon dioxide', -122.7],
    ['ethane', -182],
    ['propane', -382],
    ['n-butane', -722],
    ['argon', -15.5],
    ['ethylene', -138],
  ] as const)('%s at 300 K', (name, value) => {
    // Tsonopoulos gives the accuracy of his correlation as a few cm³/mol, 2 to 5 % for heavier molecules.
    published(
      DYMOND,
      `second virial coefficient of ${name} at 300 K, cm³/mol (ours: Tsonopoulos)`,
      secondVirial(databankRecord(name), 300) * 1e6,
      value,
      Math.max(4, 0.05 * Math.abs(value)),
    );
  });
  test('a dilute vapour is ideal, and the pure vapour is that of the mixture', () => {
    const records = POLAR.map(databankRecord);
    const vapour = virialVapour(records);
    const out = new PhaseProperties(3);
    vapour.evaluate(Float64Array.of(0.2, 0.3, 0.5), out.at(350, 1), 'all');
    for (const ln of out.lnPhi) expect(Math.abs(ln)).toBeLessThan(1e-5);
    const pure = new PureVapour();
    vapour.evaluate(Float64Array.of(1, 0, 0), out.at(350, 1e5), 'all');
    vapour.pure(0, pure.at(350, 1e5));
    expect(pure.lnPhi).toBeCloseTo(out.lnPhi[0], 14);
    expect(pure.enthalpy).toBeCloseTo(out.enthalpy, 9);
    expect(pure.dEnthalpyDT).toBeCloseTo(out.dEnthalpyDT, 9);
  });
});

describe('acids that pair', () => {
  const acid = [databankRecord('acetic acid')];
  test.each([
    [298.15, 2080, 0.5501196],
    [350, 20000, 0.5974666],
    [391.1, 101325, 0.6275311],
    [420, 101325, 0.723934],
  ])('acetic acid at %d K and %d Pa: Z of monomers and dimers alone', (T, P, Z) => {
    const out = new PhaseProperties(1);
    dimerisingVapour(acid).evaluate(Float64Array.of(1), out.at(T, P), 'all');
    // Recomputed from the published constant (MacDougall; Marek & Standart), no published Z: hence no row of the table.
    expect((out.volume * P) / (R * T)).toBeCloseTo(Z, 5);
  });
  test('the pure vapour is that of the mixture, with its slopes', () => {
    const vapour = dimerisingVapour(acid);
    const out = new PhaseProperties(1);
    const pure = new PureVapour();
    vapour.evaluate(Float64Array.of(1), out.at(380, 8e4), 'all');
    vapour.pure(0, pure.at(380, 8e4));
    expect(pure.lnPhi).toBeCloseTo(out.lnPhi[0], 12);
    expect(pure.dLnPhiDT).toBeCloseTo(out.dLnPhiDT[0], 12);
    expect(pure.dLnPhiDP * 1e5).toBeCloseTo(out.dLnPhiDP[0] * 1e5, 10);
    expect(pure.enthalpy).toBeCloseTo(out.enthalpy, 6);
    expect(pure.dEnthalpyDT).toBeCloseTo(out.dEnthalpyDT, 6);
    expect(pure.dEnthalpyDP * 1e5).toBeCloseTo(out.dEnthalpyDP * 1e5, 4);
  });
  test.each(['acetic acid', 'propionic acid', 'formic acid'])(
    '%s: measured heat and vapour pressure agree by Clapeyron once dimers are counted, and do not without',
    (name) => {
      const c = databankRecord(name);
      const T = c.normalBoilingPoint?.value ?? 0;
      const out = new ValueSlope();
      lnVapourPressure(c, out.at(T));
      const [slope, P] = [out.dT, Math.exp(out.value)];
      heatOfVaporisation(c, out.at(T));
      const phase = new PhaseProperties(1);
      dimerisingVapour([c]).evaluate(Float64Array.of(1), phase.at(T, P), 'all');
      const Z = (phase.volume * P) / (R * T);
      // 12 %: what the heats of vaporisation of two handbooks differ by for these acids
      expect(Math.abs(out.value / (slope * R * T * T * Z) - 1)).toBeLessThan(0.12);
      expect(out.value / (slope * R * T * T)).toBeLessThan(0.8);
    },
  );
});

describe('polar components in a cubic equation', () => {
  test.each([
    ['water', 0.02],
    ['ethanol', 0.02],
    ['acetone', 0.02],
    ['n-hexane', 0.02],
    ['ammonia', 0.025],
  ] as const)('%s boils at 1 atm by Peng-Robinson with Twu’s α', (name, limit) => {
    const c = databankRecord(name);
    const model = databankModel([name], 'peng-robinson', { alpha: 'twu' });
    const T = c.normalBoilingPoint?.value ?? 0;
    const [liquid, vapour] = [new PhaseProperties(1), new PhaseProperties(1)];
    let P = 101325;
    for (let k = 0; k < 30; k++) {
      model.evaluate('liquid', Float64Array.of(1), liquid.at(T, P), 'fugacity');
      model.evaluate('vapour', Float64Array.of(1), vapour.at(T, P), 'fugacity');
      P *= Math.exp(liquid.lnPhi[0] - vapour.lnPhi[0]);
    }
    expect(Math.abs(P / 101325 - 1)).toBeLessThan(limit);
  });
});

describe('kᵢⱼ predicted by groups', () => {
  test.each(['peng-robinson', 'srk'] as const)('lie about those of the tables for %s', (equation) => {
    // Nitrogen comes out too low by the groups (methods.md); water's kᵢⱼ is meant for the hydrocarbon liquid alone.
    const apart = ['7727-37-9', '7732-18-5'];
    const own = interactionPairs.filter((p) => p.equation === equation && !p.components.some((id) => apart.includes(id)));
    const misses = own.flatMap(({ components: ids, k0 }) => {
      const mixture = { ...databankParts(ids), interactions: [], model: equation, options: { ...USUAL_OPTIONS } };
      if (pairStandings(mixture)[0].kind !== 'by-groups') return [];
      return [Math.abs(kijBehind(mixture) - k0)];
    });
    misses.sort((a, b) => a - b);
    expect(misses.length).toBeGreaterThan(50);
    expect(misses[Math.floor(misses.length / 2)]).toBeLessThan(0.008);
    expect(misses[Math.floor(0.9 * misses.length)]).toBeLessThan(0.03);
  });
});

/** The kᵢⱼ that makes the bubble pressure of equal parts what the mixture with predicted ones has, at 0.65 of the higher Tc. */
function kijBehind(mixture: Mixture): number {
  const T = 0.65 * Math.max(...mixture.components.map((c) => c.criticalTemperature.value));
  const x = Float64Array.of(0.5, 0.5);
  const lnPhi = (k: number | undefined): number => {
    const [a, b] = mixture.components.map((c) => c.id);
    const given =
      k === undefined
        ? []
        : [
            {
              components: [a, b] as [string, string],
              equation: mixture.model as 'srk',
              k0: k,
              k1: 0,
              source: 'test',
              confidence: '',
            },
          ];
    const model = solvedValue(buildModel({ ...mixture, interactions: given }));
    const out = new PhaseProperties(2);
    model.evaluate('liquid', x, out.at(T, 30e5), 'fugacity');
    return out.lnPhi[0] + out.lnPhi[1];
  };
  const asked = lnPhi(undefined);
  let [low, high] = [-0.4, 0.6];
  for (let step = 0; step < 40; step++) {
    const middle = (low + high) / 2;
    if (lnPhi(middle) < asked) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

describe('a model proposed', () => {
  const proposalFor = (...names: string[]) => proposeModel(databankParts(names.map((name) => databankRecord(name).id)));
  test.each([
    [['propane', 'n-butane', 'nitrogen'], 'peng-robinson', 'ideal'],
    [['acetone', 'water'], 'nrtl', 'ideal'],
    [['acetone', 'water', 'n-octane'], 'modified-unifac', 'ideal'],
    [['acetic acid', 'n-butyl acetate'], 'modified-unifac', 'dimers'],
  ] as const)('for %s', (names, model, vapour) => {
    const proposal = proposalFor(...names);
    expect(proposal).toMatchObject({ model, options: { vapour } });
    for (const reason of proposal.reasons) expect(explainProposal(reason)).toMatch(/^[A-Z0-9].*[.]$/);
  });
  test('looks at the pressure too: a real vapour, the end of activity models, a critical point', () => {
    const parts = databankParts(['67-64-1', '7732-18-5']); // acetone, water
    const codes = (P: number) => proposeModel(parts, P).reasons.map((r) => r.code);
    expect(proposeModel(parts, 101325).options.vapour).toBe('ideal');
    expect(proposeModel(parts, 8e5).options.vapour).toBe('virial');
    expect(codes(8e5)).toContain('vapour-not-ideal');
    expect(codes(20e5)).toContain('beyond-activity-models');
    expect(codes(40e5)).toContain('near-critical'); // acetone: 47 bar
    const propane = databankParts(['74-98-6', '106-97-8']);
    expect(proposeModel(propane, 35e5).reasons.map((r) => r.code)).toEqual(['hydrocarbons-and-gases', 'near-critical']);
    for (const reason of proposeModel(parts, 40e5).reasons) expect(explainProposal(reason)).toMatch(/^[A-Z0-9].*[.]$/);
  });
  test('says what stands behind every pair; nothing is silently ideal', () => {
    const mixture = proposedMixture(databankParts(['124-38-9', '64-17-5', '7732-18-5'])); // carbon dioxide, ethanol, water
    expect(pairStandings(mixture).map((p) => p.kind)).toEqual(
      ['dissolved-gas', 'dissolved-gas', 'published'].map((k, i) => (i === 0 && !hasHenry(mixture, 0, 1) ? 'no-constant' : k)),
    );
    const none = { ...mixture, model: 'wilson' as const, wilsonPairs: [] };
    expect(pairStandings(none).at(-1)?.kind).toBe('missing');
    expect(pairStandings({ ...mixture, model: 'ideal' }).at(-1)?.kind).toBe('by-pure-components');
    expect(pairStandings({ ...mixture, model: 'srk', interactions: [] }).at(-1)?.kind).toBe('taken-as-zero');
    const alkanes = proposedMixture(databankParts(['111-84-2', '98-82-8'])); // n-nonane, cumene
    expect(pairStandings(alkanes)[0].kind).toBe('by-groups');
  });
  test('a mixture by its proposal can be solved', () => {
    for (const names of [
      ['64-19-7', '7732-18-5'],
      ['74-82-8', '74-84-0'],
      ['67-68-5', '7732-18-5'],
    ])
      solvedValue(buildModel(proposedMixture(databankParts(names))));
  });
});

function hasHenry({ components, henryPairs }: ReturnType<typeof proposedMixture>, i: number, j: number): boolean {
  return henryPairs.some((p) => p.components[0] === components[i].id && p.components[1] === components[j].id);
}
