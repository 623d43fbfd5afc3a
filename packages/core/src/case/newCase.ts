/** A document to begin with: a new case with its usual units and open fields. */
import type { CaseDocument, CaseMixture, ColumnUnit, Stream } from '@keen-ladder/schema';
import { USUAL_OPTIONS } from '../thermo/index.ts';
import { UNIT_SETS } from '../measures/index.ts';
import { newColumn, USUAL_SITE } from '../plant/index.ts';

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

/** A feed of which only the name is known. */
export function newStream(id: string, name: string): Stream {
  return {
    id,
    name,
    amount: null,
    composition: { basis: 'mole', parts: {} },
    condition: [{ by: 'column-pressure' }, { by: 'saturated-liquid' }],
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
