/** The pressures of a column, as graph, estimate and balance take them. */
import type { ColumnUnit } from '@keen-ladder/schema';
import type { OpenPoint } from '../../numerics/index.ts';

/** Pa along a column: given at the top, at the bottom or as at the top, and half-way at the feed. Undefined while the top is not given. */
export function pressuresOf({ pressure: { top, bottom } }: ColumnUnit): { top: number; feed: number; bottom: number } | undefined {
  if (top === null || !(top > 0)) return undefined;
  const below = bottom === null || !(bottom > 0) ? top : bottom;
  return { top, feed: (top + below) / 2, bottom: below };
}

/** What is wrong with the pressures of a column. */
export function pressurePoints({ id, pressure }: ColumnUnit): OpenPoint[] {
  const points: OpenPoint[] = [];
  const { top, bottom } = pressure;
  const path = `units.${id}.pressure`;
  if (top === null) points.push({ code: 'missing', path: `${path}.top`, what: 'column pressure' });
  else if (!(top > 0))
    points.push({
      code: 'not-positive',
      path: `${path}.top`,
      what: 'column pressure (absolute)',
      value: top,
      measured: 'pressure',
    });
  if (bottom !== null && !(bottom > 0))
    points.push({
      code: 'not-positive',
      path: `${path}.bottom`,
      what: 'pressure at the bottom (absolute)',
      value: bottom,
      measured: 'pressure',
    });
  return points;
}
