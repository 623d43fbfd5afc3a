import type { ColumnCase } from '../case/index.ts';
import { USUAL_SITE } from '../plant/index.ts';
import { orientedPair } from '../databank/index.ts';
import { nrtlPairs } from '../databank/whole.ts';
import { UNIT_SETS } from '../measures/index.ts';
import { databankRecord, nrtlMixture } from './mixtures.ts';

/** Acetone and water, complete and solvable; tests change one thing at a time in a copy. */
export function acetoneWaterCase(): ColumnCase {
  const components = [databankRecord('acetone'), databankRecord('water')];
  const pair = orientedPair(nrtlPairs, components[0].id, components[1].id);
  const [light, heavy] = components;
  const purity = (product: string, value: number) =>
    ({ component: light.id, product, kind: 'fraction', wish: 'equal', value }) as const;
  if (pair === undefined) throw new Error('the databank has lost acetone–water');
  return {
    site: structuredClone(USUAL_SITE),
    display: { ...UNIT_SETS.metric },
    mixture: { ...nrtlMixture(components, [pair]), measured: [] },
    streams: [
      {
        id: 'feed',
        name: 'Feed',
        amount: { value: 120 / 3.6, basis: 'molar' },
        composition: { basis: 'mole', parts: { [light.id]: 0.35, [heavy.id]: 0.65 } },
        condition: [{ by: 'column-pressure' }, { by: 'saturated-liquid' }],
      },
    ],
    units: [
      {
        id: 'column',
        kind: 'column',
        name: 'Column',
        service: 'distillation',
        pressure: { top: 101325, bottom: null },
        condenser: 'total',
        vapourShare: null,
        subcooling: 0,
        bottom: 'reboiler',
        draws: [],
        balance: { cells: [purity('distillate', 0.95), purity('bottoms', 0.02)] },
        graph: {
          task: 'design',
          rating: {
            stages: null,
            known: [
              { by: 'reflux', value: null },
              { by: 'distillate', value: null },
            ],
          },
          reflux: { kind: 'multiple', value: 1.3 },
          feedStages: {},
          drawStages: {},
          efficiency: null,
        },
        estimate: {
          keys: null,
          find: 'stages',
          reflux: { kind: 'multiple', value: 1.3 },
          stages: null,
          fit: 'molokanov',
          efficiency: null,
        },
        absorption: {
          gas: null,
          liquid: null,
          solute: null,
          find: 'stages',
          recovery: null,
          stages: null,
          flow: { kind: 'stream' },
          efficiency: null,
        },
        ladder: null,
        hardware: null,
      },
    ],
    connections: [{ id: 'feed-to-column', from: { stream: 'feed' }, to: { unit: 'column', port: 'feed' } }],
    notes: '',
  };
}
