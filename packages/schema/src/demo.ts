/** The demo's cases. Needs the whole databank: not for a browser. */
import { proposedMixture } from '@keen-ladder/core';
import { databankParts } from '@keen-ladder/core/databank';
import type { CaseDocument } from './document.ts';
import { newCaseDocument } from './newCase.ts';

/** The mixture of these components (databank identifiers) with every parameter the databank has for them and the model proposed. */
export function mixtureOf(ids: readonly string[]): CaseDocument['mixture'] {
  return proposedMixture(databankParts(ids));
}

export function demoCases(): { name: string; document: CaseDocument }[] {
  return [{ name: 'Acetone from wash water', document: acetoneFromWashWater() }];
}

function acetoneFromWashWater(): CaseDocument {
  const document = newCaseDocument();
  const graph = { distillate: { value: 0.95, basis: 'mole' }, bottoms: { value: 0.02, basis: 'mole' } } as const;
  return {
    ...document,
    mixture: mixtureOf(['67-64-1', '7732-18-5']),
    streams: document.streams.map((s) => ({
      ...s,
      name: 'Wash water',
      flow: { value: 120 / 3.6, basis: 'molar' }, // 120 kmol/h
      composition: { value: 0.35, basis: 'mole' },
    })),
    units: document.units.map((u) => ({ ...u, name: 'Acetone column', graph: { ...u.graph, ...graph } })),
    notes: 'Rinse water from the drum wash, collected over a week. The acetone goes back to the wash at 98 wt% or better.',
  };
}
