import type { LadderInputs } from '@keen-ladder/schema';
/** How rungs are counted and called. */

/** From which end stages count, and whether a condenser is one of them. */
export interface Numbering {
  from: 'top' | 'bottom';
  isCondenserCounted: boolean;
}

/** The number of a rung (from 1 at the top) as it is counted; 0 for a condenser that is not. */
export function rungNumber(
  rung: number,
  stages: number,
  top: LadderInputs['top'],
  { from, isCondenserCounted }: Numbering,
): number {
  const uncounted = top !== 'none' && !isCondenserCounted ? 1 : 0;
  if (from === 'top') return rung - uncounted;
  return rung === 1 && uncounted === 1 ? 0 : stages - rung + 1;
}

/** The rung with a number; undefined where there is none. */
export function rungOf(number: number, stages: number, top: LadderInputs['top'], numbering: Numbering): number | undefined {
  for (let rung = 1; rung <= stages; rung++) if (rungNumber(rung, stages, top, numbering) === number) return rung;
  return undefined;
}

/** What a rung is, where it is more than a stage. */
export function rungName(
  rung: number,
  stages: number,
  top: LadderInputs['top'],
  bottom: LadderInputs['bottom'],
  numbering: Numbering,
): string {
  if (rung === 1 && top !== 'none') return 'condenser';
  if (rung === stages && bottom !== 'none') return 'reboiler';
  return `stage ${rungNumber(rung, stages, top, numbering)}`;
}

export function numberingWords({ from, isCondenserCounted }: Numbering, top: LadderInputs['top']): string {
  const condenser = top === 'none' ? '' : isCondenserCounted ? ', condenser counted' : ', condenser not counted';
  return `stages from the ${from}${condenser}`;
}
