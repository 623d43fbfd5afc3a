import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { databankModel, databankRecord, published, raoult, solvedValue } from '../testing/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { bubbleTemperature, flashTP, phaseSplit } from './index.ts';

const kinds = (phases: readonly { kind: string }[]): string[] => phases.map((p) => p.kind);

/** Closes every balance, and has the same fugacity of every component in every phase. */
function expectEquilibrium(model: ThermoModel, T: number, P: number, z: Float64Array, phases: ReturnType<typeof split>): void {
  const properties = phases.map(({ kind, x }) => {
    const out = new PhaseProperties(model.n);
    model.evaluate(kind, x, out.at(T, P), 'fugacity');
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
    let boils = Infinity;
    for (let T = 330; T < 350; T += 0.25) {
      const phases = split(model, T, 101325, z);
      seen.add(phases.length);
      if (kinds(phases).includes('vapour')) boils = Math.min(boils, T);
      expectEquilibrium(model, T, 101325, z, phases);
      if (phases.length === 3) expect(kinds(phases)).toEqual(['vapour', 'liquid', 'liquid']);
    }
    expect(seen.has(3)).toBe(true);
    // Nothing of the three boils below their azeotrope of two liquids, 64.6 °C (tools/reference/azeotropes.csv, AZ149), and this feed hardly above it.
    expect(Math.abs(boils - (273.15 + 64.6))).toBeLessThan(0.75);
    // One liquid that does not part would boil sooner: it is not stable there.
    expect(bubble).toBeLessThan(boils - 1);
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

describe('free water', () => {
  test('under hydrocarbons and their gas: three phases, the water pure, fugacities equal', () => {
    const names = ['methane', 'propane', 'n-pentane', 'n-decane', 'water'];
    // Twu's attraction: with the acentric factor's, water boils 14 % below its vapour pressure here.
    const model = databankModel(names, 'peng-robinson', { alpha: 'twu' });
    const z = Float64Array.of(0.2, 0.2, 0.2, 0.2, 0.2);
    const phases = solvedValue(phaseSplit(model, 310, 5e5, z, { freeWater: 4 }));
    expect(kinds(phases)).toEqual(['vapour', 'liquid', 'liquid']);
    const [vapour, oil, water] = phases;
    expect(Array.from(water.x)).toEqual([0, 0, 0, 0, 1]);
    for (let i = 0; i < 5; i++)
      expect(vapour.share * vapour.x[i] + oil.share * oil.x[i] + water.share * water.x[i]).toBeCloseTo(z[i], 9);
    const fugacity = ({ kind, x }: { kind: 'liquid' | 'vapour'; x: Float64Array }): number => {
      const out = new PhaseProperties(5);
      model.evaluate(kind, x, out.at(310, 5e5), 'fugacity');
      return Math.log(x[4]) + out.lnPhi[4];
    };
    expect(fugacity(vapour)).toBeCloseTo(fugacity(water), 9);
    expect(fugacity(oil)).toBeCloseTo(fugacity(water), 9);
    // Water over its own liquid at 310 K has some 6.3 kPa: 1.25 % of 5 bar.
    expect(vapour.x[4]).toBeGreaterThan(0.011);
    expect(vapour.x[4]).toBeLessThan(0.0135);
  });
  test('does not appear where everything dissolves, and the hydrocarbons may be all vapour', () => {
    const model = databankModel(['n-hexane', 'water'], 'peng-robinson');
    expect(solvedValue(phaseSplit(model, 298.15, 2e5, Float64Array.of(0.9999, 0.0001), { freeWater: 1 }))).toHaveLength(1);
    const hot = solvedValue(phaseSplit(model, 345, 101325, Float64Array.of(0.5, 0.5), { freeWater: 1 }));
    expect(kinds(hot)).toEqual(['vapour', 'liquid']);
    expect(hot[1].x[1]).toBe(1);
  });
  test('n-heptane dissolves what was measured within the spread of such data', () => {
    // Water in n-heptane at 25 °C: as in n-hexane, 5.3 · 10⁻⁴ (Riddick, Bunger & Sakano, 1986); sources scatter by 20 %.
    const model = databankModel(['n-heptane', 'water'], 'peng-robinson');
    const z = Float64Array.of(0.5, 0.5);
    const phases = solvedValue(phaseSplit(model, 298.15, 101325, z, { freeWater: 1, liquidsOnly: true }));
    const oil = phases.find(({ x }) => x[1] < 0.5);
    expect(Math.abs((oil?.x[1] ?? 0) / 5.3e-4 - 1)).toBeLessThan(0.3);
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
