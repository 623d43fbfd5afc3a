/** A document to begin with: a new case with its usual units and open fields. */
import type { AbsorptionInputs, CaseDocument, CaseMixture, ColumnUnit, DrumUnit, RatingInputs, Stream } from '@keen-ladder/schema';
import { USUAL_OPTIONS } from '../thermo/index.ts';
import { UNIT_SETS } from '../measures/index.ts';
import { USUAL_SITE } from '../plant/index.ts';

/** A case of columns alone, as a new one is. */
export type ColumnCase = Omit<CaseDocument, 'units'> & { units: ColumnUnit[] };

/** Distillation with nothing chosen but what nearly every case has: one feed, a saturated liquid, atmospheric pressure. */
export function newCaseDocument(): ColumnCase {
  return {
    site: USUAL_SITE,
    display: { ...UNIT_SETS.metric },
    mixture: emptyMixture(),
    streams: [newStream('feed', 'Feed')],
    units: [newColumn('column', 'Column')],
    connections: [{ id: 'feed-to-column', from: { stream: 'feed' }, to: { unit: 'column', port: 'feed' } }],
    notes: '',
  };
}

export function newStream(id: string, name: string): Stream {
  return {
    id,
    name,
    amount: null,
    composition: { basis: 'mole', parts: {} },
    condition: [{ by: 'column-pressure' }, { by: 'saturated-liquid' }],
  };
}

/** Nothing rated yet: what most ask first beside it. */
export function noRating(): RatingInputs {
  return {
    stages: null,
    known: [
      { by: 'reflux', value: null },
      { by: 'distillate', value: null },
    ],
  };
}

export function noAbsorption(): AbsorptionInputs {
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

/** A column of which nothing is asked yet. */
export function newColumn(id: string, name: string): ColumnUnit {
  const reflux = { kind: 'multiple', value: 1.3 } as const;
  return {
    id,
    kind: 'column',
    name,
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
export function emptyMixture(): CaseMixture {
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

/** A drum at the pressure of its surroundings, as a flash after a valve often is, of which the second thing is asked. */
export function newDrum(id: string, name: string): DrumUnit {
  return {
    id,
    kind: 'drum',
    name,
    known: [
      { by: 'pressure', value: USUAL_SITE.barometricPressure },
      { by: 'temperature', value: null },
    ],
  };
}
