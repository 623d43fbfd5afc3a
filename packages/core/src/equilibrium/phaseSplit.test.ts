import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { databankModel, databankRecord, published, raoult, solvedValue } from '../testing/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { bubbleTemperature, flashTP, phaseSplit } from './index.ts';

const kinds = (phases: readonly { kind: string }[]): string[] => phases.map((p) => p.kind);

/** Closes every balance, and has the same fugacity of every component in every phase. */
function expectEquilibrium(model: ThermoModel, T: number, P: number, z: Float64Array, phases: ReturnType<typeof split>): void {
  const properties = phases.map(({ kind, x }) => {
    const out = makePhaseProperties(model.n);
    model.evaluate(kind, T, P, x, out, 'fugacity');
    return out;
  });
  for (let i = 0; i < model.n; i++) {
    expect(Math.abs(phases.reduce((s, { share, x }) => s + share * x[i], 0) - z[i])).toBeLessThan(1e-9);
    const lnF = phases.map(({ x }, k) => Math.log(x[i]) + properties[k].lnPhi[i]);
    for (const value of lnF) expect(Math.abs(value - lnF[0])).toBeLessThan(1e-9);
  }
}

const split = (model: ThermoModel, T: number, P: number, z: Float64Array, liquidsOnly = false) =>
  solvedValue(phaseSplit(model, T, P, z, { liquidsOnly }));

describe('a feed that splits', () => {
  test('into two liquids: 1-butanol and water at 25 °C', () => {
    const model = databankModel(['1-butanol', 'water'], 'modified-unifac');
    const z = Float64Array.of(0.2, 0.8);
    const phases = split(model, 298.15, 101325, z);
    expect(kinds(phases)).toEqual(['liquid', 'liquid']);
    expectEquilibrium(model, 298.15, 101325, z, phases);
  });
  test('into vapour and two liquids between the three-phase point and the dew point of neither', () => {
    const model = databankModel(['ethanol', 'water', 'benzene'], 'modified-unifac');
    const z = Float64Array.of(0.15, 0.45, 0.4);
    const y = new Float64Array(3);
    const bubble = solvedValue(bubbleTemperature(model, 101325, z, y));
    const seen = new Set<number>();
    for (let T = 330; T < 350; T += 0.25) {
      const phases = split(model, T, 101325, z);
      seen.add(phases.length);
      expectEquilibrium(model, T, 101325, z, phases);
      if (phases.length === 3) expect(kinds(phases)).toEqual(['vapour', 'liquid', 'liquid']);
    }
    expect(seen.has(3)).toBe(true);
    expect(bubble).toBeGreaterThan(300);
  });
  test('is the two-phase flash where the liquid is stable', () => {
    const model = raoult(databankRecord('benzene'), databankRecord('toluene'));
    const z = Float64Array.of(0.5, 0.5);
    const flash = solvedValue(flashTP(model, 366, 101325, z));
    const phases = split(model, 366, 101325, z);
    expect(kinds(phases)).toEqual(['vapour', 'liquid']);
    expect(phases[0].share).toBeCloseTo(flash.beta, 9);
  });
  test('keeps to liquids when told to', () => {
    const model = databankModel(['n-hexane', 'water'], 'modified-unifac');
    const phases = split(model, 360, 101325, Float64Array.of(0.5, 0.5), true);
    expect(kinds(phases)).toEqual(['liquid', 'liquid']);
  });
  test('a feed of the wrong length is our mistake', () => {
    expect(() => phaseSplit(raoult(databankRecord('benzene')), 300, 1e5, new Float64Array(2))).toThrow(RangeError);
  });
  test('random feeds of liquids that do not mix: balances, fugacities, and the order of components', () => {
    const names = ['water', '1-butanol', 'ethyl acetate', 'benzene', 'n-heptane', 'methanol', 'acetone', 'chloroform'];
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...names), { minLength: 2, maxLength: 5 }),
        fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 5, maxLength: 5 }),
        fc.integer({ min: 280, max: 400 }),
        (chosen, parts, T) => {
          const sum = chosen.reduce((s, _, i) => s + parts[i], 0);
          const z = Float64Array.from(chosen, (_, i) => parts[i] / sum);
          const model = databankModel(chosen, 'unifac');
          const phases = split(model, T, 101325, z);
          expectEquilibrium(model, T, 101325, z, phases);
          const back = split(databankModel(chosen.toReversed(), 'unifac'), T, 101325, z.toReversed());
          expect(kinds(back)).toEqual(kinds(phases));
          for (const [k, phase] of phases.entries()) expect(back[k].share).toBeCloseTo(phase.share, 7);
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('published splits', () => {
  const SOURCE =
    'Riddick, Bunger & Sakano, Organic Solvents, 4th ed. (1986); Sørensen & Arlt, LLE Data Collection (1979): mutual solubilities (ours: modified UNIFAC, predicted)';
  test.each([
    ['ethyl acetate', 298.15, 0.129, 0.03],
    ['methyl ethyl ketone', 298.15, 0.3509, 0.04],
    ['aniline', 298.15, 0.2053, 0.05],
    ['nitromethane', 298.15, 0.06745, 0.02],
  ] as const)('water in %s', (name, T, value, spread) => {
    const model = databankModel([name, 'water'], 'modified-unifac');
    const phases = split(model, T, 101325, Float64Array.of(0.4, 0.6), true);
    const organic = Math.min(...phases.map(({ x }) => x[1]));
    published(SOURCE, `water in ${name} at 25 °C, mol/mol`, organic, value, spread);
  });
});
