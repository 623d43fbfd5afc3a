/** Targets, handles and places of a rigorous column in the engineer's words: the same in cards, sentences and on the command line. */
import type { CaseMixture, ColumnUnit, FreedHandle, LadderQuantity, QuantityBasis } from '@keen-ladder/schema';
import type { Dimension } from '../../../measures/index.ts';
import { placeName } from '../places.ts';

/** What names are taken from: `UnitInputs` holds it. */
export interface Named {
  mixture: Pick<CaseMixture, 'components'>;
  inlets: readonly { id: string; name: string }[];
}

const by = (basis: QuantityBasis): string => (basis === 'mole' ? '' : ` by ${basis}`);

/** A quantity's name at the head of a card; those of one column differ, but for the pressure or temperature that a product's property is asked at. */
export function quantityName(inputs: Named, column: ColumnUnit, quantity: LadderQuantity): string {
  const names = (ids: readonly string[]): string =>
    ids.map((id) => inputs.mixture.components.find((c) => c.id === id)?.name ?? id).join(' + ');
  const loop = (id: string): string => column.ladder?.pumpArounds.find((p) => p.id === id)?.name ?? 'pump-around';
  switch (quantity.kind) {
    case 'reflux-ratio':
      return `reflux ratio${by(quantity.basis)}`;
    case 'boil-up-ratio':
      return `boil-up ratio${by(quantity.basis)}`;
    case 'flow':
      return quantity.components.length === 0
        ? `${placeName(column, quantity.place)} flow${by(quantity.basis)}`
        : `flow of ${names(quantity.components)} in the ${placeName(column, quantity.place)}${by(quantity.basis)}`;
    case 'fraction':
      return `${names(quantity.components)} in the ${placeName(column, quantity.place)}${by(quantity.basis)}`;
    case 'recovery':
      return quantity.components.length === 0
        ? `share of the feed in the ${placeName(column, quantity.place)}${by(quantity.basis)}`
        : `${names(quantity.components)} to the ${placeName(column, quantity.place)}${quantity.components.length === 1 ? '' : by(quantity.basis)}`;
    case 'component-ratio':
      return `${names(quantity.components)} over ${names(quantity.over)} in the ${placeName(column, quantity.place)}${by(quantity.basis)}`;
    case 'temperature':
      return `temperature of stage ${quantity.stage}`;
    case 'bubble-point':
      return `bubble point of the ${placeName(column, quantity.place)}`;
    case 'dew-point':
      return `dew point of the ${placeName(column, quantity.place)}`;
    case 'vapour-pressure':
      return `vapour pressure of the ${placeName(column, quantity.place)}`;
    case 'molar-mass':
      return `molar mass of the ${placeName(column, quantity.place)}`;
    case 'standard-density':
      return `standard density of the ${placeName(column, quantity.place)}`;
    case 'duty':
      return `${quantity.of} duty`;
    case 'stage-fraction':
      return `${names(quantity.components)} in the ${quantity.phase} of stage ${quantity.stage}${by(quantity.basis)}`;
    case 'stage-flow':
      return `${quantity.phase} from stage ${quantity.stage}${by(quantity.basis)}`;
    case 'draw-share':
      return `part of its stream in ${placeName(column, quantity.draw)}`;
    case 'loop-flow':
      return `${loop(quantity.loop)} flow`;
    case 'loop-duty':
      return `${loop(quantity.loop)} duty`;
    case 'return-temperature':
      return `return of ${loop(quantity.loop)}`;
    case 'freed':
      return freedName(inputs, quantity.handle);
  }
}

/** What may be moved, in words. */
export function freedName(inputs: Named, handle: FreedHandle): string {
  const feed = (inlet: string): string => inputs.inlets.find(({ id }) => id === inlet)?.name ?? 'feed';
  switch (handle.kind) {
    case 'feed-flow':
      return `flow of ${feed(handle.inlet)}, of what it is given`;
    case 'feed-component':
      return `${inputs.mixture.components.find(({ id }) => id === handle.component)?.name ?? 'component'} in ${feed(handle.inlet)}`;
    case 'feed-temperature':
      return `temperature of ${feed(handle.inlet)}`;
    case 'feed-heat':
      return `heat added to ${feed(handle.inlet)}`;
    case 'stage-duty':
      return `heat on stage ${handle.stage}`;
    case 'pressure':
      return 'rise of the pressure';
    case 'subcooling':
      return 'further subcooling';
  }
}

/** What a quantity is measured in. */
export function quantityDimension(quantity: LadderQuantity): Dimension {
  const flow = { mole: 'molarFlow', mass: 'massFlow', volume: 'standardLiquidFlow' } as const;
  const fraction = { mole: 'moleFraction', mass: 'massFraction', volume: 'volumeFraction' } as const;
  switch (quantity.kind) {
    case 'reflux-ratio':
    case 'boil-up-ratio':
    case 'component-ratio':
      return 'ratio';
    case 'flow':
    case 'stage-flow':
      return flow[quantity.basis];
    case 'fraction':
    case 'recovery':
    case 'stage-fraction':
      return fraction[quantity.basis];
    case 'draw-share':
      return 'moleFraction';
    case 'temperature':
    case 'bubble-point':
    case 'dew-point':
    case 'return-temperature':
      return 'temperature';
    case 'vapour-pressure':
      return 'pressure';
    case 'molar-mass':
      return 'molarMass';
    case 'standard-density':
      return 'density';
    case 'duty':
    case 'loop-duty':
      return 'power';
    case 'loop-flow':
      return 'molarFlow';
    case 'freed':
      return FREED_DIMENSIONS[quantity.handle.kind];
  }
}

const FREED_DIMENSIONS = {
  'feed-flow': 'ratio',
  'feed-component': 'molarFlow',
  'feed-temperature': 'temperature',
  'feed-heat': 'power',
  'stage-duty': 'power',
  pressure: 'pressureDrop',
  subcooling: 'temperatureDifference',
} as const satisfies Record<FreedHandle['kind'], Dimension>;
