/** What may be moved of a ladder besides draws, duties and pump-arounds, as the engine takes it. */
import type { FreedHandle, LadderInputs } from '@keen-ladder/schema';
import type { FreeHandle } from '../../../column/index.ts';
import { entryOf } from '../../documentParts.ts';
import type { Reader } from './reader.ts';
import { freedName } from './words.ts';

const isParted = ({ feeds }: LadderInputs, inlet: string): boolean => entryOf(feeds, inlet)?.way === 'vapour-above';

/** The handle of something that may be moved. */
export function freeHandle(
  { unitInputs, ladder, points, path }: Reader,
  freed: FreedHandle,
  firstFeed: readonly number[],
): FreeHandle {
  if (freed.kind === 'stage-duty') return { kind: 'duty', stage: freed.stage };
  if (freed.kind === 'pressure' || freed.kind === 'subcooling') return freed;
  const f = unitInputs.inlets.findIndex(({ id }) => id === freed.inlet);
  const feed = firstFeed[f] ?? 0;
  const component =
    freed.kind === 'feed-component' ? unitInputs.mixture.components.findIndex(({ id }) => id === freed.component) : 0;
  const what = freedName(unitInputs, freed);
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
