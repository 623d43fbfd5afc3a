import type { Mixture } from '@keen-ladder/schema';
import { binaryAzeotropes } from '../equilibrium/index.ts';
import type { BinaryAzeotrope } from '../equilibrium/index.ts';
import { buildModel } from '../thermo/index.ts';

/**
 * The azeotropes that two components of a mixture have by themselves; none where their bubble points have no answer.
 * @param P Pa
 * @returns x: mole fractions of the first
 */
export function pairAzeotropes(mixture: Mixture, first: number, second: number, P: number): BinaryAzeotrope[] {
  const model = buildModel({ ...mixture, components: [mixture.components[first], mixture.components[second]] });
  const found = model.state === 'solved' ? binaryAzeotropes(model.value, P) : model;
  return found.state === 'solved' ? found.value : [];
}
