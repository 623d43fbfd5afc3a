/** What a column has to be moved by, and what it draws: both follow from how it is built. */
import type { ColumnInput, Draw, Handle } from './types.ts';

/** Distillate of a total or mixed condenser, bottoms beside a total reboiler, then the side draws. */
export function drawsOf({ top, bottom, stages, draws }: Pick<ColumnInput, 'top' | 'bottom' | 'stages' | 'draws'>): Draw[] {
  return [
    ...(hasDistillateDraw(top) ? [{ stage: 1, phase: 'liquid' } as const] : []),
    ...(bottom === 'total-reboiler' ? [{ stage: stages - 1, phase: 'liquid' } as const] : []),
    ...draws,
  ];
}

/** Whether a liquid distillate is drawn beside a vapour. */
export const hasDistillateDraw = (top: ColumnInput['top']): boolean => top === 'total-condenser' || top === 'mixed-condenser';

/** Where the bottoms stand among `drawsOf`; −1 where they are all that runs from the last stage. */
export const bottomsDraw = ({ top, bottom }: Pick<ColumnInput, 'top' | 'bottom'>): number =>
  bottom === 'total-reboiler' ? (hasDistillateDraw(top) ? 1 : 0) : -1;

/** Where the first side draw stands among `drawsOf`. */
export const firstSideDraw = ({ top, bottom }: Pick<ColumnInput, 'top' | 'bottom'>): number =>
  (hasDistillateDraw(top) ? 1 : 0) + (bottom === 'total-reboiler' ? 1 : 0);

/** Flows of draws, duties of an equilibrium condenser and of a kettle, pump-arounds, then what was freed. */
export function handlesOf(input: Omit<ColumnInput, 'targets'>): Handle[] {
  const { top, bottom, stages, pumpArounds, free } = input;
  return [
    ...drawsOf(input).map((_, draw): Handle => ({ kind: 'draw', draw })),
    ...(top === 'partial-condenser' || top === 'mixed-condenser' ? [{ kind: 'duty', stage: 1 } as const] : []),
    ...(bottom === 'kettle' ? [{ kind: 'duty', stage: stages } as const] : []),
    ...pumpArounds.flatMap((_, loop): Handle[] => [
      { kind: 'pump-around-flow', loop },
      { kind: 'pump-around-duty', loop },
    ]),
    ...free,
  ];
}

/** Whether two handles move the same thing. */
export function sameHandle(a: Handle, b: Handle): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

/** Whether a handle is a flow of material, which cannot fall below nothing. */
export const isFlow = ({ kind }: Handle): boolean =>
  kind === 'draw' || kind === 'pump-around-flow' || kind === 'feed-flow' || kind === 'feed-component';

/** Where a handle stands as long as nobody moves it: what is given of feeds, and nothing of all else. */
export function givenValue({ feeds }: Pick<ColumnInput, 'feeds'>, handle: Handle): number {
  switch (handle.kind) {
    case 'feed-flow':
      return 1;
    case 'feed-component':
      return feeds[handle.feed].flows[handle.component];
    case 'feed-temperature':
      return feeds[handle.feed].T;
    case 'feed-heat':
    case 'draw':
    case 'duty':
    case 'pump-around-flow':
    case 'pump-around-duty':
    case 'pressure':
    case 'subcooling':
      return 0;
  }
}
