import type { CaseDocument } from '../solve/index.ts';
import { orientedPair } from '../databank/index.ts';
import { nrtlPairs } from '../databank/whole.ts';
import { databankRecord, nrtlMixture } from './mixtures.ts';

/** Acetone and water, complete and solvable; tests change one thing at a time in a copy. */
export function acetoneWaterCase(): CaseDocument {
  const components = [databankRecord('acetone'), databankRecord('water')];
  const pair = orientedPair(nrtlPairs, components[0].id, components[1].id);
  if (pair === undefined) throw new Error('the databank has lost acetone–water');
  return {
    site: { barometricPressure: 101325 },
    display: { temperature: '°C', pressure: 'bar', molarFlow: 'kmol/h', massFlow: 'kg/h', power: 'kW' },
    mixture: nrtlMixture(components, [pair]),
    streams: [
      {
        id: 'feed',
        name: 'Feed',
        flow: { value: 120 / 3.6, basis: 'molar' },
        composition: { value: 0.35, basis: 'mole' },
        condition: { by: 'saturated-liquid' },
      },
    ],
    units: [
      {
        id: 'column',
        kind: 'column',
        name: 'Column',
        pressure: 101325,
        condenser: 'total',
        graph: {
          distillate: { value: 0.95, basis: 'mole' },
          bottoms: { value: 0.02, basis: 'mole' },
          reflux: { kind: 'multiple', value: 1.3 },
          feedStage: 'best',
        },
      },
    ],
    connections: [{ from: { stream: 'feed' }, to: { unit: 'column' } }],
    notes: '',
  };
}
