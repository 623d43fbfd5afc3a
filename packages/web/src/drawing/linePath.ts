/** The path of a line through points of a drawing, by d3-shape; where there is no point the line is broken. */
import { line } from 'd3-shape';

export interface Point {
  x: number;
  y: number;
}

/** To hundredths of a pixel: finer is not seen. */
const short = (pixels: number | undefined): number => Math.round(100 * (pixels ?? 0)) / 100;

const path = line<Point | null>()
  .defined((point) => point !== null && Number.isFinite(point.x) && Number.isFinite(point.y))
  .x((point) => short(point?.x))
  .y((point) => short(point?.y));

export const linePath = (points: readonly (Point | null)[]): string => path([...points]) ?? '';
