/** Documents to begin with: a new case with its usual units and open fields, and the demo's. */
import { findComponent, interactionPairs, nrtlPairs, orientedPair, uniquacPairs, wilsonPairs } from '@keen-ladder/core';
import type { ActivityPair, InteractionPair } from '@keen-ladder/core';
import type { CaseDocument } from './document.ts';

const ATMOSPHERE = 101325; // Pa

const METRIC = { temperature: '°C', pressure: 'bar', molarFlow: 'kmol/h', massFlow: 'kg/h', power: 'kW' };

/** A binary column with nothing chosen but what nearly every case has: one feed, a saturated liquid, atmospheric pressure. */
export function newCaseDocument(): CaseDocument {
  return {
    site: { barometricPressure: ATMOSPHERE },
    display: { ...METRIC },
    mixture: { components: [], model: 'nrtl', nrtlPairs: [], wilsonPairs: [], uniquacPairs: [], interactions: [] },
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

/**
 * The mixture of these components (databank identifiers) with every pair parameter that the databank has for them, and the model that
 * these can serve: NRTL where it has every pair, else the ideal solution.
 */
export function mixtureOf(ids: readonly string[]): CaseDocument['mixture'] {
  const components = ids.map(findComponent).filter((c) => c !== undefined);
  const couples = components.flatMap((c, i) => components.slice(i + 1).map((d) => [c.id, d.id] as const));
  const pairsOf = <P extends ActivityPair | InteractionPair>(pairs: readonly P[]): P[] =>
    couples.flatMap(([i, j]) => orientedPair(pairs, i, j) ?? []);
  const nrtl = pairsOf(nrtlPairs);
  return {
    components,
    model: nrtl.length === couples.length && couples.length > 0 ? 'nrtl' : 'ideal',
    nrtlPairs: nrtl,
    wilsonPairs: pairsOf(wilsonPairs),
    uniquacPairs: pairsOf(uniquacPairs),
    interactions: (['peng-robinson', 'srk'] as const).flatMap((name) =>
      pairsOf(interactionPairs.filter((p) => p.equation === name)),
    ),
  };
}

/** Tarn Bridge Solvents, a made-up reclaimer of used solvents: the demo's project and cases. */
export const DEMO_PROJECT = 'Tarn Bridge Solvents';

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
