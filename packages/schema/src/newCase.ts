/** A document to begin with: a new case with its usual units and open fields. */
import { USUAL_OPTIONS } from '@keen-ladder/core';
import type { CaseDocument } from './document.ts';

const ATMOSPHERE = 101325; // Pa

const METRIC = { temperature: '°C', pressure: 'bar', molarFlow: 'kmol/h', massFlow: 'kg/h', power: 'kW' };

/** A binary column with nothing chosen but what nearly every case has: one feed, a saturated liquid, atmospheric pressure. */
export function newCaseDocument(): CaseDocument {
  return {
    site: { barometricPressure: ATMOSPHERE },
    display: { ...METRIC },
    mixture: emptyMixture(),
    streams: [{ id: 'feed', name: 'Feed', flow: null, composition: null, condition: { by: 'saturated-liquid' } }],
    units: [
      {
        id: 'column',
        kind: 'column',
        name: 'Column',
        pressure: ATMOSPHERE,
        condenser: 'total',
        graph: { distillate: null, bottoms: null, reflux: { kind: 'multiple', value: 1.3 }, feedStage: 'best' },
      },
    ],
    connections: [{ from: { stream: 'feed' }, to: { unit: 'column' } }],
    notes: '',
  };
}

/** The demo's project: Tarn Bridge Solvents, a made-up reclaimer of used solvents. */
export const DEMO_PROJECT = 'Tarn Bridge Solvents';

/** No components chosen yet. */
export function emptyMixture(): CaseDocument['mixture'] {
  const noGroups = () => ({ source: '', subgroups: {}, interactions: [] });
  return {
    components: [],
    model: 'nrtl',
    options: { ...USUAL_OPTIONS },
    nrtlPairs: [],
    wilsonPairs: [],
    uniquacPairs: [],
    interactions: [],
    henryPairs: [],
    groups: { unifac: noGroups(), modifiedUnifac: noGroups(), ppr78: { source: '', pairs: [] } },
  };
}
