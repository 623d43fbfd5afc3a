/** A quantity of a ladder as the end of an address, in words apart by strokes: "fraction/bottoms/64-17-5+67-56-1/mass". */
import type { FreedHandle, LadderQuantity, QuantityBasis } from '@keen-ladder/schema';

const inBasis = (basis: QuantityBasis): string[] => (basis === 'mole' ? [] : [basis]);
const together = (components: readonly string[]): string[] => (components.length === 0 ? [] : [components.join('+')]);

function wordsOf(quantity: LadderQuantity): (string | number)[] {
  switch (quantity.kind) {
    case 'reflux-ratio':
    case 'boil-up-ratio':
      return inBasis(quantity.basis);
    case 'flow':
    case 'fraction':
    case 'recovery':
      return [quantity.place, ...together(quantity.components), ...inBasis(quantity.basis)];
    case 'component-ratio':
      return [quantity.place, ...together(quantity.components), 'over', ...together(quantity.over), ...inBasis(quantity.basis)];
    case 'temperature':
      return [quantity.stage];
    case 'bubble-point':
    case 'dew-point':
      return [quantity.place, quantity.pressure];
    case 'vapour-pressure':
      return [quantity.place, quantity.temperature];
    case 'molar-mass':
    case 'standard-density':
      return [quantity.place];
    case 'duty':
      return [quantity.of];
    case 'stage-flow':
      return [quantity.phase, quantity.stage, ...inBasis(quantity.basis)];
    case 'stage-fraction':
      return [quantity.phase, quantity.stage, ...together(quantity.components), ...inBasis(quantity.basis)];
    case 'draw-share':
      return [quantity.draw];
    case 'loop-flow':
    case 'loop-duty':
    case 'return-temperature':
      return [quantity.loop];
    case 'freed':
      return freedWords(quantity.handle);
  }
}

function freedWords(handle: FreedHandle): (string | number)[] {
  switch (handle.kind) {
    case 'feed-component':
      return [handle.kind, handle.inlet, handle.component];
    case 'feed-flow':
    case 'feed-temperature':
    case 'feed-heat':
      return [handle.kind, handle.inlet];
    case 'stage-duty':
      return [handle.kind, handle.stage];
    case 'pressure':
    case 'subcooling':
      return [handle.kind];
  }
}

/** Different quantities have different addresses. */
export const quantityAddress = (quantity: LadderQuantity): string => [quantity.kind, ...wordsOf(quantity)].join('/');
