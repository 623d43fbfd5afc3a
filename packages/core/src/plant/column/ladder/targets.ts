/** Targets and handles of a document's ladder as the engine takes them. */
import type { LadderQuantity, LadderTarget } from '@keen-ladder/schema';
import { drawsOf, firstSideDraw, handlesOf, sameHandle } from '../../../column/index.ts';
import type { Handle, Quantity, Target } from '../../../column/index.ts';
import { isAmount, isShare, neededBy, quantityOf } from './quantities.ts';
import type { Reader, Untargeted } from './reader.ts';
import { quantityDimension, quantityName } from './words.ts';

/** Handles and targets as the column takes them. */
export interface LadderReading {
  input: Untargeted;
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

/** The targets of a ladder as quantities, with what is wrong with them. */
export function readTargets(
  reader: Reader,
  input: LadderReading['input'],
  firstFeed: readonly number[],
): Omit<LadderReading, 'input' | 'firstFeed'> {
  const { ladder, points, path } = reader;
  const handles = handlesOf(input).map((handle): NamedHandle => {
    const quantity = handleQuantity(reader, input, handle);
    return { handle, quantity, name: quantityName(reader.unitInputs, reader.column, quantity) };
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

function checkTarget({ points, path, unitInputs, column }: Reader, target: LadderTarget, quantity: Quantity | null): void {
  const what = quantityName(unitInputs, column, target.quantity);
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
  { points, path, unitInputs, column }: Reader,
  { id, quantity, value }: LadderTarget,
  { feeds }: LadderReading['input'],
): void {
  if (value === null) return;
  const fed = feeds.reduce((sum, { flows }) => sum + flows.reduce((a, b) => a + b, 0), 0);
  const isRatio = quantity.kind === 'reflux-ratio' || quantity.kind === 'boil-up-ratio';
  const most = isRatio ? MOST_RATIO : quantity.kind === 'duty' ? MOST_RATIO * fed * HEAT_TO_BOIL : Infinity;
  if (Math.abs(value) <= most) return;
  const what = quantityName(unitInputs, column, quantity);
  points.push({ code: 'more-than-tells', path: `${path}.targets.${id}`, what, value, most, measured: quantityDimension(quantity) });
}

/** mol/mol: at ten times less every product is that of total reflux to four figures. */
const MOST_RATIO = 1e5;
/** J/mol, of what takes most. */
const HEAT_TO_BOIL = 5e4;

/** What targets in force say together that no column can be: the same twice, and more of a product than all of it. */
function checkTogether({ ladder, points, path, unitInputs, column }: Reader): void {
  const held = ladder.targets.filter(({ isInForce, wish }) => isInForce && wish === 'equal');
  held.forEach((target, k) => {
    const what = quantityName(unitInputs, column, target.quantity);
    if (held.slice(0, k).some(({ quantity }) => sameQuantity(quantity, target.quantity)))
      points.push({ code: 'asked-twice', path: `${path}.targets.${target.id}`, what });
  });
  held.forEach((target, k) => {
    const shares = held.slice(0, k + 1).filter(({ quantity: q }) => isShareBeside(q, target.quantity));
    const ids = shares.flatMap(({ quantity: q }) => (q.kind === 'fraction' ? q.components : []));
    const sum = shares.reduce((all, { value }) => all + (value ?? 0), 0);
    if (shares.length < 2 || new Set(ids).size < ids.length || !(sum > 1 + ROUNDING)) return;
    const names = shares.map(({ quantity }) => quantityName(unitInputs, column, quantity));
    points.push({ code: 'fractions-beyond-one', path: `${path}.targets.${target.id}`, what: names, sum });
  });
}

/** Whether both are shares of one product, counted alike. */
const isShareBeside = (a: LadderQuantity, b: LadderQuantity): boolean =>
  a.kind === 'fraction' && b.kind === 'fraction' && a.place === b.place && a.basis === b.basis;

const ROUNDING = 1e-9;

/** Whether two quantities are one; in which order they were written down says nothing. */
export const sameQuantity = (a: LadderQuantity, b: LadderQuantity): boolean => written(a) === written(b);

const written = (quantity: LadderQuantity): string =>
  JSON.stringify(quantity, (_, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

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
