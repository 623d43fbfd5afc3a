/** A document to begin with: a new case with its usual units and open fields. */
import type { CaseDocument } from '@keen-ladder/schema';
import { USUAL_OPTIONS } from '../thermo/index.ts';
import { UNIT_SETS } from '../units/index.ts';
import { USUAL_SITE } from './site.ts';

/** Distillation with nothing chosen but what nearly every case has: one feed, a saturated liquid, atmospheric pressure. */
export function newCaseDocument(): CaseDocument {
  return {
    site: USUAL_SITE,
    display: { ...UNIT_SETS.metric },
    mixture: emptyMixture(),
    streams: [newStream('feed', 'Feed')],
    units: [newColumn()],
    connections: [{ from: { stream: 'feed' }, to: { unit: 'column' } }],
    notes: '',
  };
}

export function newStream(id: string, name: string): CaseDocument['streams'][number] {
  return {
    id,
    name,
    amount: null,
    composition: { basis: 'mole', parts: {} },
    condition: [{ by: 'column-pressure' }, { by: 'saturated-liquid' }],
  };
}

/** Nothing rated yet: what most ask first beside it. */
export function noRating(): CaseDocument['units'][number]['graph']['rating'] {
  return {
    stages: null,
    known: [
      { by: 'reflux', value: null },
      { by: 'distillate', value: null },
    ],
  };
}

export function noAbsorption(): CaseDocument['units'][number]['absorption'] {
  return {
    gas: null,
    liquid: null,
    solute: null,
    find: 'stages',
    recovery: null,
    stages: null,
    flow: { kind: 'multiple', value: 1.4 },
    efficiency: null,
  };
}

function newColumn(): CaseDocument['units'][number] {
  const reflux = { kind: 'multiple', value: 1.3 } as const;
  return {
    id: 'column',
    kind: 'column',
    name: 'Column',
    service: 'distillation',
    pressure: { top: USUAL_SITE.barometricPressure, bottom: null },
    condenser: 'total',
    vapourShare: null,
    subcooling: 0,
    bottom: 'reboiler',
    draws: [],
    balance: { cells: [] },
    graph: { task: 'design', rating: noRating(), reflux, feedStages: {}, drawStages: {}, efficiency: null },
    estimate: { keys: null, find: 'stages', reflux, stages: null, fit: 'molokanov', efficiency: null },
    absorption: noAbsorption(),
    ladder: null,
  };
}

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
    measured: [],
  };
}
