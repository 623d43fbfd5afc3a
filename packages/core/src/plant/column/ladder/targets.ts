/** Targets and handles of a document's ladder as the engine takes them. */
import type {
  CaseDocument,
  ColumnUnit,
  FreedHandle,
  LadderInputs,
  LadderQuantity,
  LadderTarget,
  QuantityBasis,
} from '@keen-ladder/schema';
import {
  boilUpRatio,
  drawnShare,
  drawsOf,
  firstSideDraw,
  flowOf,
  fractionOf,
  handlesOf,
  meanMolarMass,
  moles,
  ratioOf,
  recoveryOf,
  refluxRatio,
  sameHandle,
} from '../../../column/index.ts';
import type { ColumnInput, FreeHandle, Handle, Place, Quantity, Target } from '../../../column/index.ts';
import type { OpenPoint } from '../../../numerics/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { countPerMole } from '../../streams/composition.ts';
import { entryOf } from '../../documentParts.ts';
import { inletsOf } from '../../ports.ts';
import { freedName, quantityDimension, quantityName } from './words.ts';

/** Handles and targets as the column takes them. */
export interface LadderReading {
  input: Omit<ColumnInput, 'targets'>;
  handles: NamedHandle[];
  /** In force, held exactly; places in `ladder.targets`. */
  held: number[];
  targets: Target[];
  /** In force as limits. */
  limits: number[];
  /** Quantities of every target on a card, in their order; null where the column has no such thing. */
  quantities: (Quantity | null)[];
  /** Feed of the engine's that each of the document's begins at. */
  firstFeed: number[];
}

/** A handle with its name and the quantity that it is. */
export interface NamedHandle {
  handle: Handle;
  /** What says what it is. */
  quantity: LadderQuantity;
  name: string;
}

/** What the parts of a ladder are read with; what is missing or does not fit goes into points. */
export interface Reader {
  document: CaseDocument;
  column: ColumnUnit;
  ladder: LadderInputs;
  model: ThermoModel;
  points: OpenPoint[];
  path: string;
}

/** Whether a number counts something, from a least to a most. */
export const isCount = (value: number, least: number, most: number): boolean =>
  Number.isInteger(value) && value >= least && value <= most;

const isParted = ({ feeds }: LadderInputs, inlet: string): boolean => entryOf(feeds, inlet)?.way === 'vapour-above';

/** The handle of something that may be moved. */
export function freeHandle(
  { document, column, ladder, points, path }: Reader,
  freed: FreedHandle,
  firstFeed: readonly number[],
): FreeHandle {
  if (freed.kind === 'stage-duty') return { kind: 'duty', stage: freed.stage };
  if (freed.kind === 'pressure' || freed.kind === 'subcooling') return freed;
  const f = inletsOf(document, column).findIndex(({ id }) => id === freed.inlet);
  const feed = firstFeed[f] ?? 0;
  const component = freed.kind === 'feed-component' ? document.mixture.components.findIndex(({ id }) => id === freed.component) : 0;
  const what = freedName(document, column, freed);
  if (f < 0) points.push({ code: 'missing', path: `${path}.freed`, what: 'feed that is to be moved' });
  else if (component < 0) points.push({ code: 'missing', path: `${path}.freed`, what: 'component that is to be moved' });
  else if (isParted(ladder, freed.inlet) && freed.kind !== 'feed-heat')
    points.push({
      code: 'not-with-column',
      path: `${path}.feeds.${freed.inlet}`,
      what,
      needs: 'all of that feed on its own stage',
    });
  return freed.kind === 'feed-component' ? { kind: freed.kind, feed, component } : { kind: freed.kind, feed };
}

/** The targets of a ladder as quantities, with what is wrong with them. */
export function readTargets(
  reader: Reader,
  input: LadderReading['input'],
  firstFeed: readonly number[],
): Omit<LadderReading, 'input' | 'firstFeed'> {
  const { ladder, points, path } = reader;
  const handles = handlesOf(input).map((handle): NamedHandle => {
    const quantity = handleQuantity(reader, input, handle);
    return { handle, quantity, name: quantityName(reader.document, reader.column, quantity) };
  });
  const quantities = ladder.targets.map(({ quantity }) => quantityOf(reader, input, quantity, firstFeed));
  ladder.targets.forEach((target, k) => {
    if (target.isInForce) checkTarget(reader, target, quantities[k] ?? null);
    if (target.isInForce) checkSense(reader, target, input);
  });
  checkTogether(reader);
  const inForce = (isHeld: boolean): number[] =>
    ladder.targets.flatMap((t, k) => (t.isInForce && (t.wish === 'equal') === isHeld ? [k] : []));
  const held = inForce(true);
  if (held.length !== handles.length)
    points.push({
      code: 'targets-for-handles',
      path: `${path}.targets`,
      targets: held.length,
      handles: handles.map(({ name }) => name),
    });
  const targets = held.flatMap((k): Target[] => {
    const [quantity, value] = [quantities[k], ladder.targets[k].value];
    return quantity === null || value === null ? [] : [{ quantity, value }];
  });
  return { handles, held, targets, limits: inForce(false), quantities };
}

function checkTarget({ points, path, document, column }: Reader, target: LadderTarget, quantity: Quantity | null): void {
  const what = quantityName(document, column, target.quantity);
  const field = `${path}.targets.${target.id}`;
  if (quantity === null) points.push({ code: 'not-with-column', path: field, what, needs: neededBy(target.quantity) });
  else if (target.value === null) points.push({ code: 'missing', path: field, what });
  else if (isShare(target.quantity) && !(target.value > 0 && target.value < 1))
    points.push({ code: 'not-a-fraction', path: field, what, value: target.value });
  else if (isAmount(target.quantity) && !(target.value > 0))
    points.push({ code: 'not-positive', path: field, what, value: target.value, measured: quantityDimension(target.quantity) });
  else if (target.quantity.kind === 'duty' && target.wish === 'equal') {
    const { of } = target.quantity;
    if (of === 'condenser' ? !(target.value < 0) : !(target.value > 0)) points.push({ code: 'end-turned', path: field, end: of });
  }
}

/** Reflux, boil-up and heat so large that nothing of the column depends on them any more. */
function checkSense(
  { points, path, document, column }: Reader,
  { id, quantity, value }: LadderTarget,
  { feeds }: LadderReading['input'],
): void {
  if (value === null) return;
  const fed = feeds.reduce((sum, { flows }) => sum + flows.reduce((a, b) => a + b, 0), 0);
  const isRatio = quantity.kind === 'reflux-ratio' || quantity.kind === 'boil-up-ratio';
  const most = isRatio ? MOST_RATIO : quantity.kind === 'duty' ? MOST_RATIO * fed * HEAT_TO_BOIL : Infinity;
  if (Math.abs(value) <= most) return;
  const what = quantityName(document, column, quantity);
  points.push({ code: 'more-than-tells', path: `${path}.targets.${id}`, what, value, most, measured: quantityDimension(quantity) });
}

/** mol/mol: at ten times less every product is that of total reflux to four figures. */
const MOST_RATIO = 1e5;
/** J/mol, of what takes most. */
const HEAT_TO_BOIL = 5e4;

/** What targets in force say together that no column can be: the same twice, and more of a product than all of it. */
function checkTogether({ ladder, points, path, document, column }: Reader): void {
  const held = ladder.targets.filter(({ isInForce, wish }) => isInForce && wish === 'equal');
  held.forEach((target, k) => {
    const what = quantityName(document, column, target.quantity);
    if (held.slice(0, k).some(({ quantity }) => sameQuantity(quantity, target.quantity)))
      points.push({ code: 'asked-twice', path: `${path}.targets.${target.id}`, what });
  });
  held.forEach((target, k) => {
    const shares = held.slice(0, k + 1).filter(({ quantity: q }) => isShareBeside(q, target.quantity));
    const ids = shares.flatMap(({ quantity: q }) => (q.kind === 'fraction' ? q.components : []));
    const sum = shares.reduce((all, { value }) => all + (value ?? 0), 0);
    if (shares.length < 2 || new Set(ids).size < ids.length || !(sum > 1 + ROUNDING)) return;
    const names = shares.map(({ quantity }) => quantityName(document, column, quantity));
    points.push({ code: 'fractions-beyond-one', path: `${path}.targets.${target.id}`, what: names, sum });
  });
}

/** Whether both are shares of one product, counted alike. */
const isShareBeside = (a: LadderQuantity, b: LadderQuantity): boolean =>
  a.kind === 'fraction' && b.kind === 'fraction' && a.place === b.place && a.basis === b.basis;

const ROUNDING = 1e-9;

/** What is nothing or less in no column that works. */
const isAmount = ({ kind }: LadderQuantity): boolean =>
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

/** Whether two quantities are one; in which order they were written down says nothing. */
export const sameQuantity = (a: LadderQuantity, b: LadderQuantity): boolean => written(a) === written(b);

const written = (quantity: LadderQuantity): string =>
  JSON.stringify(quantity, (_, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

const isShare = ({ kind }: LadderQuantity): boolean => kind === 'fraction' || kind === 'recovery' || kind === 'draw-share';

function neededBy(quantity: LadderQuantity): string {
  switch (quantity.kind) {
    case 'reflux-ratio':
      return 'a condenser';
    case 'boil-up-ratio':
      return 'a reboiler';
    case 'duty':
      return quantity.of === 'condenser' ? 'a condenser' : 'a reboiler';
    case 'temperature':
    case 'stage-flow':
      return 'a stage that the column has';
    case 'flow':
    case 'fraction':
    case 'recovery':
    case 'component-ratio':
    case 'bubble-point':
    case 'dew-point':
    case 'vapour-pressure':
    case 'molar-mass':
    case 'standard-density':
    case 'draw-share':
      return 'components and products that the column has';
    case 'loop-flow':
    case 'loop-duty':
    case 'return-temperature':
      return 'a pump-around that the column has';
    case 'freed':
      return 'a handle that has been freed';
  }
}

/** What a target would have to speak of to say outright where a handle stands. */
function handleQuantity({ column, ladder }: Reader, input: LadderReading['input'], handle: Handle): LadderQuantity {
  const flow = (place: string): LadderQuantity => ({ kind: 'flow', place, components: [], basis: 'mole' });
  switch (handle.kind) {
    case 'draw': {
      const side = handle.draw - firstSideDraw(input);
      if (side >= 0) return flow(column.draws[side].id);
      if (drawsOf(input)[handle.draw].stage > 1) return flow('bottoms');
      return flow(input.top === 'mixed-condenser' ? 'distillate' : 'overhead');
    }
    case 'duty':
      if (handle.stage === 1 && input.top !== 'none') return { kind: 'duty', of: 'condenser' };
      if (handle.stage === input.stages && input.bottom !== 'none') return { kind: 'duty', of: 'reboiler' };
      return { kind: 'freed', handle: { kind: 'stage-duty', stage: handle.stage } };
    case 'pump-around-flow':
      return { kind: 'loop-flow', loop: ladder.pumpArounds[handle.loop].id };
    case 'pump-around-duty':
      return { kind: 'loop-duty', loop: ladder.pumpArounds[handle.loop].id };
    case 'feed-flow':
    case 'feed-component':
    case 'feed-temperature':
    case 'feed-heat':
    case 'pressure':
    case 'subcooling':
      return { kind: 'freed', handle: ladder.freed[input.free.findIndex((free) => sameHandle(free, handle))] };
  }
}

/** The engine's quantity; null where the column has no such stage, product or end. */
export function quantityOf(
  reader: Reader,
  input: LadderReading['input'],
  quantity: LadderQuantity,
  firstFeed: readonly number[],
): Quantity | null {
  const { document, column, ladder, model } = reader;
  const weights = (basis: QuantityBasis): Float64Array =>
    basis === 'mole' ? moles(model.n) : countPerMole(document.mixture.components, basis, document.site.standardTemperature);
  const places = (ids: readonly string[]): number[] => ids.map((id) => document.mixture.components.findIndex((c) => c.id === id));
  const hasStage = (stage: number): boolean => isCount(stage, 1, ladder.stages);
  const loopOf = (id: string): number => ladder.pumpArounds.findIndex((p) => p.id === id);
  switch (quantity.kind) {
    case 'reflux-ratio':
      return ladder.top === 'none' ? null : refluxRatio(weights(quantity.basis));
    case 'boil-up-ratio':
      return ladder.bottom === 'none' ? null : boilUpRatio(weights(quantity.basis));
    case 'flow':
    case 'fraction':
    case 'recovery': {
      const place = placeOf(column, input, quantity.place);
      const components = places(quantity.components);
      const w = weights(quantity.basis);
      if (place === null || components.includes(-1)) return null;
      if (quantity.kind === 'flow') {
        const all = components.length === 0;
        return flowOf(place, all ? w : w.map((weight, i) => (components.includes(i) ? weight : 0)));
      }
      if (components.length === 0) return null;
      return quantity.kind === 'fraction' ? fractionOf(place, components, w) : recoveryOf(place, components, w);
    }
    case 'component-ratio': {
      const place = placeOf(column, input, quantity.place);
      const [above, below] = [places(quantity.components), places(quantity.over)];
      if (place === null || [...above, ...below].includes(-1) || above.length === 0 || below.length === 0) return null;
      return ratioOf(place, above, below, weights(quantity.basis));
    }
    case 'temperature':
      return hasStage(quantity.stage) ? { kind: 'temperature', stage: quantity.stage } : null;
    case 'bubble-point':
    case 'dew-point': {
      const place = placeOf(column, input, quantity.place);
      const of = quantity.kind === 'bubble-point' ? 'bubble' : 'dew';
      return place === null ? null : { kind: 'saturation', place, of, P: quantity.pressure };
    }
    case 'vapour-pressure': {
      const place = placeOf(column, input, quantity.place);
      return place === null ? null : { kind: 'vapour-pressure', place, T: quantity.temperature };
    }
    case 'molar-mass': {
      const place = placeOf(column, input, quantity.place);
      return place === null ? null : meanMolarMass(place, model);
    }
    case 'standard-density': {
      const place = placeOf(column, input, quantity.place);
      if (place === null) return null;
      return { kind: 'ratio', over: { place, weights: weights('mass') }, under: { place, weights: weights('volume') } };
    }
    case 'duty':
      if (quantity.of === 'condenser' ? ladder.top === 'none' : ladder.bottom === 'none') return null;
      return { kind: 'duty', of: quantity.of };
    case 'stage-flow': {
      if (!hasStage(quantity.stage)) return null;
      return flowOf({ at: 'stage', stage: quantity.stage, phase: quantity.phase }, weights(quantity.basis));
    }
    case 'draw-share': {
      const side = column.draws.findIndex(({ id }) => id === quantity.draw);
      if (side < 0) return null;
      const { stage, phase } = input.draws[side];
      return drawnShare(firstSideDraw(input) + side, stage, phase, model.n);
    }
    case 'loop-flow':
    case 'loop-duty': {
      const loop = loopOf(quantity.loop);
      const kind = quantity.kind === 'loop-flow' ? 'pump-around-flow' : 'pump-around-duty';
      return loop < 0 ? null : { kind: 'handle', handle: { kind, loop } };
    }
    case 'return-temperature': {
      const loop = loopOf(quantity.loop);
      return loop < 0 ? null : { kind: 'return-temperature', loop };
    }
    case 'freed': {
      const isFreed = ladder.freed.some((freed) => JSON.stringify(freed) === JSON.stringify(quantity.handle));
      return isFreed ? { kind: 'handle', handle: freeHandle(reader, quantity.handle, firstFeed) } : null;
    }
  }
}

function placeOf(column: ColumnUnit, input: LadderReading['input'], place: string): Place | null {
  if (place === 'overhead' || place === 'bottoms') return { at: place };
  if (place === 'distillate') return input.top === 'mixed-condenser' ? { at: 'draw', draw: 0 } : null;
  if (place === 'overhead-vapour') return input.top === 'total-condenser' ? null : { at: 'overhead-vapour' };
  const side = column.draws.findIndex(({ id }) => id === place);
  return side < 0 ? null : { at: 'draw', draw: firstSideDraw(input) + side };
}
