/** The quantities that are wanted most, in the words of the trade. */
import type { Phase, ThermoModel } from '../thermo/index.ts';
import type { Place, Quantity, Target, WeightedSum } from './types.ts';

/** Place of the only weight that is not zero; −1 where there is none or another. */
export function onlyComponent(weights: Float64Array): number {
  const places = Array.from(weights.keys()).filter((i) => weights[i] !== 0);
  return places.length === 1 ? places[0] : -1;
}

/** Weights that count moles of every component. */
export const moles = (n: number): Float64Array => new Float64Array(n).fill(1);

/** The same weights, but of these components alone. */
export const only = (weights: Float64Array, components: readonly number[]): Float64Array =>
  weights.map((w, i) => (components.includes(i) ? w : 0));

const count = (place: Place, weights: Float64Array): WeightedSum => ({ place, weights });

/** Moles, mass or volume of what is counted at a place, by its weights. */
export const flowOf = (place: Place, weights: Float64Array): Quantity => ({
  kind: 'ratio',
  over: count(place, weights),
  under: null,
});

/** Share of some components in what is counted at a place. */
export const fractionOf = (place: Place, components: readonly number[], weights: Float64Array): Quantity => ({
  kind: 'ratio',
  over: count(place, only(weights, components)),
  under: count(place, weights),
});

/** What of all that is fed of some components is found at a place. */
export const recoveryOf = (place: Place, components: readonly number[], weights: Float64Array): Quantity => ({
  kind: 'ratio',
  over: count(place, only(weights, components)),
  under: count({ at: 'feeds' }, only(weights, components)),
});

/** Some components over others in what is counted at a place. */
export const ratioOf = (place: Place, above: readonly number[], below: readonly number[], weights: Float64Array): Quantity => ({
  kind: 'ratio',
  over: count(place, only(weights, above)),
  under: count(place, only(weights, below)),
});

/** Liquid that runs back from the condenser over all that leaves at the top. */
export const refluxRatio = (weights: Float64Array): Quantity => ({
  kind: 'ratio',
  over: count({ at: 'reflux' }, weights),
  under: count({ at: 'overhead' }, weights),
});

/** Vapour that rises from the reboiler over the bottoms. */
export const boilUpRatio = (weights: Float64Array): Quantity => ({
  kind: 'ratio',
  over: count({ at: 'boil-up' }, weights),
  under: count({ at: 'bottoms' }, weights),
});

/** A reflux or boil-up ratio, a flow or what a handle is, which nearly always has one column: not a purity, a recovery or a temperature. */
export const isEasy = (quantity: Quantity): boolean =>
  quantity.kind === 'handle' ||
  (quantity.kind === 'ratio' && (quantity.under === null || ['reflux', 'boil-up'].includes(quantity.over.place.at)));

/** What of all that is fed of something is found at a place: more of it there always takes a larger product. */
export const isRecovery = (quantity: Quantity): quantity is Extract<Quantity, { kind: 'ratio' }> =>
  quantity.kind === 'ratio' && quantity.under?.place.at === 'feeds';

/** What targets say of single components overhead: by place, and of what is fed of each. */
export const overheadRecoveries = (targets: readonly Target[]): { key: number; value: number }[] =>
  targets.flatMap(({ quantity, value }) => {
    const key = isRecovery(quantity) && quantity.over.place.at === 'overhead' ? onlyComponent(quantity.over.weights) : -1;
    return key < 0 ? [] : [{ key, value }];
  });

/** kg/mol of what is counted at a place. */
export const meanMolarMass = (place: Place, model: ThermoModel): Quantity => ({
  kind: 'ratio',
  over: count(place, model.molarMass),
  under: count(place, moles(model.n)),
});

/** What is taken of the stream that leaves a stage. */
export const drawnShare = (draw: number, stage: number, phase: Phase, n: number): Quantity => ({
  kind: 'ratio',
  over: count({ at: 'draw', draw }, moles(n)),
  under: count({ at: 'stage', stage, phase }, moles(n)),
});
