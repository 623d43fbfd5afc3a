/** What comes out of a ladder: every quantity that can be a target, and what stands on each rung. */
import type { CaseDocument, ColumnUnit, LadderQuantity, QuantityBasis } from '@keen-ladder/schema';
import { countPerMole } from '../../streams/composition.ts';
import { entryOf } from '../../documentParts.ts';
import { inletsOf } from '../../ports.ts';
import { reading } from '../../reading.ts';
import type { Reading } from '../../reading.ts';
import type { LadderFacts, LadderProduct } from './facts.ts';
import { quantityAddress } from './quantityAddress.ts';
import { quantityDimension, quantityName } from './words.ts';

const BASES: readonly QuantityBasis[] = ['mole', 'mass', 'volume'];

/** Each address once: what a target or a handle says is left out where it stands already. */
export function ladderReadings(document: CaseDocument, column: ColumnUnit, facts: LadderFacts): Reading[] {
  const named = { mixture: document.mixture, inlets: inletsOf(document, column) };
  const of = (quantity: LadderQuantity, value: number | null | undefined): Reading =>
    reading(quantityAddress(quantity), quantityName(named, column, quantity), quantityDimension(quantity), value);
  const readings = [
    of({ kind: 'reflux-ratio', basis: 'mole' }, facts.refluxRatio),
    of({ kind: 'boil-up-ratio', basis: 'mole' }, facts.boilUpRatio),
    of({ kind: 'duty', of: 'condenser' }, facts.condenserDuty),
    of({ kind: 'duty', of: 'reboiler' }, facts.reboilerDuty),
    ...facts.products.flatMap((product) => productReadings(document, product, facts.products, of)),
    ...facts.handles.map(({ quantity, value }) => of(quantity, value)),
    ...(column.ladder?.targets ?? []).map(({ id, quantity }) => of(quantity, entryOf(facts.targets, id)?.now)),
    reading('closure/material', 'what does not close of a component', 'ratio', facts.closure.material),
    reading('closure/heat', 'what does not close of the heat', 'ratio', facts.closure.heat),
    ...rungReadings(document, facts, of).map((one): Reading => ({ ...one, isDetail: true })),
  ];
  const seen = new Set<string>();
  return readings.filter(({ at }) => !seen.has(at) && seen.add(at));
}

type Of = (quantity: LadderQuantity, value: number | null | undefined) => Reading;

/** A place among the targets that is the same as this product; a condenser of one product has `overhead` for both. */
const placesOf = ({ id }: LadderProduct, products: readonly LadderProduct[]): string[] => {
  const isMixed = products.some((p) => p.id === 'distillate') && products.some((p) => p.id === 'overhead-vapour');
  return (id === 'distillate' || id === 'overhead-vapour') && !isMixed ? ['overhead'] : [id];
};

function productReadings(document: CaseDocument, product: LadderProduct, products: readonly LadderProduct[], of: Of): Reading[] {
  const { components } = document.mixture;
  const state = (at: string, what: string, measure: Reading['measure'], value: number): Reading =>
    reading(`${at}/${product.id}`, `${what} of the ${product.name}`, measure, value);
  const weights = BASES.map((basis) => ({
    basis,
    w: countPerMole(components, basis, document.site.standardTemperature),
  }));
  return [
    state('product-temperature', 'temperature', 'temperature', product.T),
    state('product-pressure', 'pressure', 'pressure', product.P),
    state('product-enthalpy', 'enthalpy', 'molarEnergy', product.enthalpy),
    ...placesOf(product, products).flatMap((place) =>
      weights.flatMap(({ basis, w }) => {
        const parts = product.flows.map((flow, i) => flow * w[i]);
        const all = parts.reduce((a, b) => a + b, 0);
        return [
          of({ kind: 'flow', place, components: [], basis }, all),
          ...components.flatMap((c, i) => [
            of({ kind: 'flow', place, components: [c.id], basis }, parts[i]),
            of({ kind: 'fraction', place, components: [c.id], basis }, parts[i] / all),
          ]),
        ];
      }),
    ),
    ...placesOf(product, products).flatMap((place) =>
      components.map((c, i) => {
        const fed = products.reduce((sum, { flows }) => sum + flows[i], 0);
        return of({ kind: 'recovery', place, components: [c.id], basis: 'mole' }, product.flows[i] / fed);
      }),
    ),
  ];
}

function rungReadings(document: CaseDocument, facts: LadderFacts, of: Of): Reading[] {
  return facts.T.flatMap((T, j) => {
    const stage = j + 1;
    const inPhase = (phase: 'liquid' | 'vapour', fractions: readonly number[]): Reading[] =>
      document.mixture.components.map((c, i) =>
        of({ kind: 'stage-fraction', stage, phase, components: [c.id], basis: 'mole' }, fractions[i]),
      );
    return [
      of({ kind: 'temperature', stage }, T),
      reading(`pressure/${stage}`, `pressure of stage ${stage}`, 'pressure', facts.P[j]),
      of({ kind: 'stage-flow', stage, phase: 'liquid', basis: 'mole' }, facts.liquid[j]),
      of({ kind: 'stage-flow', stage, phase: 'vapour', basis: 'mole' }, facts.vapour[j]),
      reading(`heat/${stage}`, `heat on stage ${stage}`, 'power', facts.heat[j]),
      ...inPhase('liquid', facts.x[j]),
      ...inPhase('vapour', facts.y[j]),
    ];
  });
}
