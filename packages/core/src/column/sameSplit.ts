/**
 * The split that a column makes, held while its stages or its feed's place change: what it reaches of its two keys, and everything else that may be moved
 * where it stands. Which targets the column came by does not matter.
 */
import { drawsOf, firstSideDraw, handlesOf } from './handles.ts';
import { flowOf, moles, recoveryOf, refluxRatio } from './quantities.ts';
import { responsesOf } from './responses.ts';
import type { ColumnInput, SolvedColumn, Target } from './types.ts';

/** By their places: which more reflux, with as much drawn off, drives over the top, and which to the bottom. */
export interface Keys {
  light: number;
  heavy: number;
}

/** Whether the column has what a reflux and a split are spoken of: a condenser and a reboiler. */
export const hasBothEnds = ({ top, bottom }: Pick<ColumnInput, 'top' | 'bottom'>): boolean => top !== 'none' && bottom !== 'none';

/**
 * The keys of a solved column with both ends: among the components that a little more reflux moves most, the overhead held, those of which least goes the
 * wrong way. Undefined where reflux moves nothing, or drives a component up that goes overhead less than the one it drives down.
 */
export function keysOf(input: ColumnInput, found: SolvedColumn): Keys | undefined {
  const n = input.model.n;
  const plain = plainTargets(input, found);
  const overhead = Array.from({ length: n }, (_, i) => flowOf({ at: 'overhead' }, oneOf(n, i)));
  const moved = responsesOf({ ...input, targets: plain }, found, [{ kind: 'target', target: 1 }], overhead)?.slopes[0];
  if (moved === undefined) return undefined;
  const key = (sign: 1 | -1, wrongWay: Float64Array): number => {
    const most = Math.max(...moved.map((change) => sign * change));
    if (!(most > 0)) return -1;
    const candidates = moved.flatMap((change, i) => (sign * change >= STRONGLY * most ? [i] : []));
    const share = (i: number): number => wrongWay[i] / (found.overhead[i] + found.bottoms[i]);
    return candidates.reduce((best, i) => (share(i) < share(best) ? i : best));
  };
  const [light, heavy] = [key(1, found.bottoms), key(-1, found.overhead)];
  if (light < 0 || heavy < 0) return undefined;
  const isParted = found.overhead[light] * found.bottoms[heavy] > found.overhead[heavy] * found.bottoms[light];
  return isParted ? { light, heavy } : undefined;
}

/** What is reached of the keys overhead, and the rest where it stands. */
export function splitTargets(input: ColumnInput, found: SolvedColumn, { light, heavy }: Keys): Target[] {
  const weights = moles(input.model.n);
  const reached = (key: number): Target => ({
    quantity: recoveryOf({ at: 'overhead' }, [key], weights),
    value: found.overhead[key] / fedOf(found, key),
  });
  return [reached(light), reached(heavy), ...restTargets(input, found)];
}

/** The flow overhead and the reflux ratio, and the rest where it stands. */
function plainTargets(input: ColumnInput, found: SolvedColumn): Target[] {
  const weights = moles(input.model.n);
  return [
    { quantity: flowOf({ at: 'overhead' }, weights), value: found.overhead.reduce((a, b) => a + b, 0) },
    { quantity: refluxRatio(weights), value: found.refluxRatio ?? 0 },
    ...restTargets(input, found),
  ];
}

/** Every handle but the two that make the split: draws between the ends, the liquid of a mixed condenser's distillate, pump-arounds, what was freed. */
function restTargets(input: ColumnInput, found: SolvedColumn): Target[] {
  const weights = moles(input.model.n);
  const side = firstSideDraw(input);
  const targets: Target[] = [];
  if (input.top === 'mixed-condenser') {
    const liquid = found.draws[0].reduce((a, b) => a + b, 0);
    const whole = found.overhead.reduce((a, b) => a + b, 0);
    const over = { place: { at: 'draw', draw: 0 } as const, weights };
    targets.push({ quantity: { kind: 'ratio', over, under: { place: { at: 'overhead' }, weights } }, value: liquid / whole });
  }
  for (let draw = side; draw < drawsOf(input).length; draw++)
    targets.push({ quantity: flowOf({ at: 'draw', draw }, weights), value: found.draws[draw].reduce((a, b) => a + b, 0) });
  const own = handlesOf(input);
  const rest = own.slice(own.length - 2 * input.pumpArounds.length - input.free.length);
  for (const handle of rest) targets.push({ quantity: { kind: 'handle', handle }, value: found.handleValues[own.indexOf(handle)] });
  return targets;
}

const oneOf = (n: number, i: number): Float64Array => {
  const weights = new Float64Array(n);
  weights[i] = 1;
  return weights;
};

const fedOf = ({ fed }: SolvedColumn, i: number): number => fed.reduce((sum, { flows }) => sum + flows[i], 0);

/** Of what reflux moves of the component that it moves most. */
const STRONGLY = 0.3;
