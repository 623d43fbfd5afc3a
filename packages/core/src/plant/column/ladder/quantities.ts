/**
 * The quantities of a ladder as the engine's: what each is of the column's flows and temperatures, what it needs, and what values it can have. What they are
 * called stands in `words.ts`, their addresses in `quantityAddress.ts`.
 */
import type { ColumnUnit, LadderQuantity, QuantityBasis } from '@keen-ladder/schema';
import {
  boilUpRatio,
  drawnShare,
  firstSideDraw,
  flowOf,
  fractionOf,
  meanMolarMass,
  moles,
  ratioOf,
  recoveryOf,
  refluxRatio,
} from '../../../column/index.ts';
import type { Place, Quantity } from '../../../column/index.ts';
import { countPerMole } from '../../streams/composition.ts';
import { isCount } from './reader.ts';
import type { Reader, Untargeted } from './reader.ts';
import { freeHandle } from './handles.ts';

/** What is nothing or less in no column that works. */
export const isAmount = ({ kind }: LadderQuantity): boolean =>
  [
    'reflux-ratio',
    'boil-up-ratio',
    'flow',
    'component-ratio',
    'stage-flow',
    'loop-flow',
    'molar-mass',
    'standard-density',
    'vapour-pressure',
  ].includes(kind);

/** What lies between nothing and all. */
export const isShare = ({ kind }: LadderQuantity): boolean =>
  kind === 'fraction' || kind === 'stage-fraction' || kind === 'recovery' || kind === 'draw-share';

/** What a column must have for it, in words. */
export function neededBy(quantity: LadderQuantity): string {
  if ('place' in quantity) return 'components and products that the column has';
  if ('stage' in quantity) return 'a stage that the column has';
  if ('loop' in quantity) return 'a pump-around that the column has';
  switch (quantity.kind) {
    case 'reflux-ratio':
      return 'a condenser';
    case 'boil-up-ratio':
      return 'a reboiler';
    case 'duty':
      return quantity.of === 'condenser' ? 'a condenser' : 'a reboiler';
    case 'draw-share':
      return 'components and products that the column has';
    case 'freed':
      return 'a handle that has been freed';
  }
}

/** What quantities are made of. */
interface Around extends Reader {
  input: Untargeted;
  firstFeed: readonly number[];
}

/** The engine's quantity; null where the column has no such stage, product or end. */
export function quantityOf(
  reader: Reader,
  input: Untargeted,
  quantity: LadderQuantity,
  firstFeed: readonly number[],
): Quantity | null {
  const around: Around = { ...reader, input, firstFeed };
  const { ladder } = reader;
  if ('place' in quantity) {
    const place = placeOf(around, quantity.place);
    return place === null ? null : quantityAt(around, place, quantity);
  }
  if ('stage' in quantity) return isCount(quantity.stage, 1, ladder.stages) ? quantityOnStage(around, quantity) : null;
  if ('loop' in quantity) return quantityOfLoop(around, quantity);
  switch (quantity.kind) {
    case 'reflux-ratio':
      return ladder.top === 'none' ? null : refluxRatio(weightsOf(around, quantity.basis));
    case 'boil-up-ratio':
      return ladder.bottom === 'none' ? null : boilUpRatio(weightsOf(around, quantity.basis));
    case 'duty':
      if (quantity.of === 'condenser' ? ladder.top === 'none' : ladder.bottom === 'none') return null;
      return { kind: 'duty', of: quantity.of };
    case 'draw-share':
      return shareOfDraw(around, quantity);
    case 'freed': {
      const isFreed = ladder.freed.some((freed) => JSON.stringify(freed) === JSON.stringify(quantity.handle));
      return isFreed ? { kind: 'handle', handle: freeHandle(reader, quantity.handle, firstFeed) } : null;
    }
  }
}

const weightsOf = ({ unitInputs, model }: Around, basis: QuantityBasis): Float64Array =>
  basis === 'mole' ? moles(model.n) : countPerMole(unitInputs.mixture.components, basis, unitInputs.site.standardTemperature);

/** Places of components in the mixture; undefined where one of them is not in it, or none is named. */
function componentsOf({ unitInputs }: Around, ids: readonly string[]): number[] | undefined {
  const places = ids.map((id) => unitInputs.mixture.components.findIndex((c) => c.id === id));
  return places.length === 0 || places.includes(-1) ? undefined : places;
}

/** Of what leaves at a place. */
function quantityAt(around: Around, place: Place, quantity: Extract<LadderQuantity, { place: string }>): Quantity | null {
  switch (quantity.kind) {
    case 'flow': {
      const w = weightsOf(around, quantity.basis);
      if (quantity.components.length === 0) return flowOf(place, w);
      const components = componentsOf(around, quantity.components);
      return components === undefined ? null : flowOf(place, w.map((weight, i) => (components.includes(i) ? weight : 0))); // prettier-ignore
    }
    case 'fraction':
    case 'recovery': {
      const components = componentsOf(around, quantity.components);
      if (components === undefined) return null;
      const of = quantity.kind === 'fraction' ? fractionOf : recoveryOf;
      return of(place, components, weightsOf(around, quantity.basis));
    }
    case 'component-ratio': {
      const [above, below] = [componentsOf(around, quantity.components), componentsOf(around, quantity.over)];
      return above === undefined || below === undefined ? null : ratioOf(place, above, below, weightsOf(around, quantity.basis));
    }
    case 'bubble-point':
    case 'dew-point':
      return { kind: 'saturation', place, of: quantity.kind === 'bubble-point' ? 'bubble' : 'dew', P: quantity.pressure };
    case 'vapour-pressure':
      return { kind: 'vapour-pressure', place, T: quantity.temperature };
    case 'molar-mass':
      return meanMolarMass(place, around.model);
    case 'standard-density': {
      const [mass, volume] = (['mass', 'volume'] as const).map((basis) => ({ place, weights: weightsOf(around, basis) }));
      return { kind: 'ratio', over: mass, under: volume };
    }
  }
}

function quantityOnStage(around: Around, quantity: Extract<LadderQuantity, { stage: number }>): Quantity | null {
  const { stage } = quantity;
  if (quantity.kind === 'temperature') return { kind: 'temperature', stage };
  const place: Place = { at: 'stage', stage, phase: quantity.phase };
  const weights = weightsOf(around, quantity.basis);
  if (quantity.kind === 'stage-flow') return flowOf(place, weights);
  const components = componentsOf(around, quantity.components);
  return components === undefined ? null : fractionOf(place, components, weights);
}

function shareOfDraw({ column, input, model }: Around, { draw }: Extract<LadderQuantity, { kind: 'draw-share' }>): Quantity | null {
  const side = column.draws.findIndex(({ id }) => id === draw);
  if (side < 0) return null;
  const { stage, phase } = input.draws[side];
  return drawnShare(firstSideDraw(input) + side, stage, phase, model.n);
}

function quantityOfLoop({ ladder }: Around, { kind, loop: id }: Extract<LadderQuantity, { loop: string }>): Quantity | null {
  const loop = ladder.pumpArounds.findIndex((p) => p.id === id);
  if (loop < 0) return null;
  if (kind === 'return-temperature') return { kind, loop };
  return { kind: 'handle', handle: { kind: kind === 'loop-flow' ? 'pump-around-flow' : 'pump-around-duty', loop } };
}

function placeOf({ column, input }: { column: ColumnUnit; input: Untargeted }, place: string): Place | null {
  if (place === 'overhead' || place === 'bottoms') return { at: place };
  if (place === 'distillate') return input.top === 'mixed-condenser' ? { at: 'draw', draw: 0 } : null;
  if (place === 'overhead-vapour') return input.top === 'total-condenser' ? null : { at: 'overhead-vapour' };
  const side = column.draws.findIndex(({ id }) => id === place);
  return side < 0 ? null : { at: 'draw', draw: firstSideDraw(input) + side };
}
