import { describe, expect, test } from 'vitest';
import type { ComponentRecord } from '@keen-ladder/schema';
import { bubbleTemperature } from '../equilibrium/index.ts';
import { databankMixture, databankModel, solvedValue } from '../testing/index.ts';
import { buildModel, PhaseProperties, pairStandings } from './index.ts';

const withConstants = (c: ComponentRecord, Tc: number, Pc: number, omega: number): ComponentRecord => ({
  ...c,
  criticalTemperature: { value: Tc, source: 'test' },
  criticalPressure: { value: Pc, source: 'test' },
  acentricFactor: { value: omega, source: 'test' },
});

describe('the equation of Soave with the excess energy of UNIFAC', () => {
  test('has the fugacities that its Helmholtz energy asks (tools/reference/psrk.py)', () => {
    const mixture = databankMixture(['acetone', 'water'], 'psrk');
    const [acetone, water] = mixture.components;
    mixture.components = [withConstants(acetone, 508.1, 4.7e6, 0.3073), withConstants(water, 647.096, 22.064e6, 0.3443)];
    const model = solvedValue(buildModel(mixture));
    const out = new PhaseProperties(2);
    // Recomputed from the definitions, differentiated numerically, γ by thermo 0.6.1 (Python): not printed anywhere, so no row of docs/validation.md.
    const check = (phase: 'liquid' | 'vapour', x: number, lnPhi: [number, number]) => {
      model.evaluate(phase, Float64Array.of(x, 1 - x), out.at(400, 8e5), 'fugacity');
      expect(Math.abs(out.lnPhi[0] - lnPhi[0]), `acetone, ${phase}`).toBeLessThan(2e-7);
      expect(Math.abs(out.lnPhi[1] - lnPhi[1]), `water, ${phase}`).toBeLessThan(2e-7);
    };
    check('liquid', 0.3, [0.47221877844375415, -1.023716596773773]);
    check('vapour', 0.8, [-0.13074050129032455, -0.05853384927233804]);
  });
  test('boils at low pressure about as UNIFAC does where molecules are of a size, with α fitted to each component', () => {
    for (const names of [
      ['acetone', 'water'],
      ['methanol', 'water'],
      ['acetone', 'methanol'],
    ])
      for (const x of [0.1, 0.4, 0.7]) {
        const of = (model: 'psrk' | 'unifac') =>
          solvedValue(
            bubbleTemperature(
              databankModel(names, model, { alpha: 'twu' }),
              101325,
              Float64Array.of(x, 1 - x),
              new Float64Array(2),
            ),
          );
        expect(Math.abs(of('psrk') - of('unifac')), `${names.join(', ')} at ${x}`).toBeLessThan(2.5);
      }
  });
  test('takes its pairs from groups, and says which component has none', () => {
    expect(pairStandings(databankMixture(['acetone', 'water'], 'psrk'))).toMatchObject([{ kind: 'by-groups' }]);
    const mixture = databankMixture(['acetone', 'water'], 'psrk');
    const bare = mixture.components.map((c, i) => (i === 0 ? { ...c, unifacGroups: [] } : c));
    expect(buildModel({ ...mixture, components: bare })).toMatchObject({
      state: 'open',
      points: [{ code: 'groups-missing', name: 'acetone' }],
    });
  });
});
