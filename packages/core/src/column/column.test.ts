import { describe, expect, test } from 'vitest';
import { inputOfReference, referenceColumn, solvedValue } from '../testing/index.ts';
import { solveColumn } from './index.ts';

const CASES = [
  '01-benzene-toluene-ideal-total-condenser',
  '01c-benzene-toluene-ideal-half-vapour-feed',
  '02-benzene-toluene-ideal-vapour-murphree-efficiency',
  '03-five-light-hydrocarbons-pr-kij-0',
  '03b-same-column-n-butane-recovery-in',
  '05-methanol-water-nrtl-r-and-distillate',
  '07-absorber-lean-n-decane-oil-pr',
  '08-reboiled-stripper-pr-propane-in-bottoms',
  '13-30-stages-x-10-hydrocarbons-pr',
];

describe('columns that an independent program solved', () => {
  test.each(CASES)('%s: temperatures, flows, fractions and duties', (id) => {
    const reference = referenceColumn(id);
    const input = inputOfReference(reference);
    const found = solvedValue(solveColumn(input));
    const n = input.model.n;
    const { stages, condenser_duty_W, reboiler_duty_W } = reference.results;
    stages.forEach((stage, j) => {
      expect(Math.abs(found.T[j] - stage.T_K), `T on stage ${j + 1}`).toBeLessThan(1e-5);
      const L = found.liquid.slice(j * n, (j + 1) * n).reduce((sum, flow) => sum + flow, 0);
      expect(Math.abs(L / stage.L_leaving_mol_s - 1), `liquid of stage ${j + 1}`).toBeLessThan(1e-6);
      for (let i = 0; i < n; i++)
        expect(Math.abs(found.liquid[j * n + i] / L - stage.x[i]), `x of ${i} on stage ${j + 1}`).toBeLessThan(1e-8);
    });
    if (typeof condenser_duty_W === 'number') expect((found.condenserDuty ?? 0) / condenser_duty_W).toBeCloseTo(1, 7);
    if (typeof reboiler_duty_W === 'number') expect((found.reboilerDuty ?? 0) / reboiler_duty_W).toBeCloseTo(1, 7);
  });
});
