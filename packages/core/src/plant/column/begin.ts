/** What a column begins with. */
import type { AbsorptionInputs, ColumnUnit, RatingInputs } from '@keen-ladder/schema';
import { USUAL_SITE } from '../site.ts';

/** Nothing rated yet: what most ask first beside it. */
function noRating(): RatingInputs {
  return {
    stages: null,
    known: [
      { by: 'reflux', value: null },
      { by: 'distillate', value: null },
    ],
  };
}

function noAbsorption(): AbsorptionInputs {
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
    hardware: null,
  };
}
