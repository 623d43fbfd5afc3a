import { createCaseSolver, massFractions, stageProperties, volatilityOver } from '@keen-ladder/core';
import type { ColumnCase, LadderFacts } from '@keen-ladder/core';
import { expect, test } from 'vitest';
import { demoCases } from './index.ts';

function solvedLadder(name: string): { document: ColumnCase; facts: LadderFacts } {
  const document = demoCases().find((demo) => demo.name === name)?.document;
  if (document === undefined) throw new Error(name);
  const { outcome } = createCaseSolver().ladder(document, 'column');
  if (outcome.state !== 'solved') throw new Error(outcome.state);
  return { document, facts: outcome.value };
}

const last = <T>(values: readonly T[]): T => {
  const value = values.at(-1);
  if (value === undefined) throw new Error('nothing');
  return value;
};

test('the last stage of a stripper of rinse water holds water as the steam tables have it', () => {
  const { document, facts } = solvedLadder('Toluene from rinse water');
  const { liquid, vapour } = stageProperties(document.mixture, facts);
  // Water at 100 °C, 1.01325 bar (IAPWS-95, as in the Revised Release of 2018): 958.35 kg/m³, 0.2818 mPa s, 58.91 mN/m; steam 0.5977 kg/m³, 0.0122 mPa s.
  expect(last(facts.T)).toBeGreaterThan(370);
  expect(last(facts.T)).toBeLessThan(380);
  expect(Math.abs((last(liquid.density) ?? 0) / 958 - 1)).toBeLessThan(0.02);
  expect(Math.abs((last(liquid.viscosity) ?? 0) / 2.82e-4 - 1)).toBeLessThan(0.05);
  expect(Math.abs((last(liquid.surfaceTension) ?? 0) / 0.0589 - 1)).toBeLessThan(0.05);
  expect(Math.abs((((last(vapour.density) ?? 0) / 0.5977) * 101325 * last(facts.T)) / (last(facts.P) * 373.15) - 1)).toBeLessThan(
    0.03,
  );
  expect(Math.abs((last(vapour.viscosity) ?? 0) / 1.22e-5 - 1)).toBeLessThan(0.08);
});

test.each(
  demoCases()
    .map(({ name }) => name)
    .filter((name) => name !== 'Acetone from wash water'),
)('%s: the heat of every stage closes with what flows to it and from it', (name) => {
  const { document, facts } = solvedLadder(name);
  const { liquid, vapour } = stageProperties(document.mixture, facts);
  // Round stages that nothing is fed to or drawn from, and no condenser: what comes is what goes.
  const touched = new Set([...facts.feeds, ...facts.products].map(({ stage }) => stage));
  const flow = (flows: readonly number[], h: readonly (number | null)[], j: number): number => (flows[j] ?? 0) * (h[j] ?? 0);
  let seen = 0;
  for (let j = 1; j < facts.stages - 1; j++) {
    // What a stage's liquid loses to a side draw does not come to the one below.
    if (touched.has(j + 1) || touched.has(j) || (j === 1 && facts.condenserDuty !== null)) continue;
    const comes = flow(facts.liquid, liquid.enthalpy, j - 1) + flow(facts.vapour, vapour.enthalpy, j + 1);
    const goes = flow(facts.liquid, liquid.enthalpy, j) + flow(facts.vapour, vapour.enthalpy, j);
    const moved = Math.abs(flow(facts.vapour, vapour.enthalpy, j)) + Math.abs(flow(facts.liquid, liquid.enthalpy, j));
    expect(Math.abs(comes - goes + (facts.heat[j] ?? 0)) / moved).toBeLessThan(1e-6);
    seen++;
  }
  expect(seen).toBeGreaterThan(0);
  const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);
  expect(sum(facts.heat)).toBeCloseTo((facts.condenserDuty ?? 0) + (facts.reboilerDuty ?? 0), 3);
});

test('mass flows are what the products weigh; volatility over a component is one for itself', () => {
  const { document, facts } = solvedLadder('Five alkanes with a side draw');
  const { liquid } = stageProperties(document.mixture, facts);
  const bottoms = facts.products.find(({ id }) => id === 'bottoms');
  expect(last(liquid.massFlow)).toBeCloseTo(bottoms?.massFlow ?? NaN, 9);
  liquid.density.forEach((density, j) =>
    expect((liquid.massFlow[j] ?? 0) / (liquid.volumeFlow[j] ?? 0)).toBeCloseTo(density ?? NaN, 8),
  );
  for (const row of massFractions(facts.x, document.mixture.components)) expect(row.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  for (const row of volatilityOver(facts, 2)) {
    expect(row[2]).toBe(1);
    // Alkanes in their order of boiling.
    expect([...row].sort((a, b) => (b ?? 0) - (a ?? 0))).toEqual(row);
  }
});
