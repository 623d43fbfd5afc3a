import { onLine, sectionAt } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import type { Scale } from './scale.ts';

type Curve = NonNullable<GraphResult['curve']>;

/** The equilibrium curve as cubic pieces with the model's own slopes at the samples. */
export function curvePath({ x, y, slope }: Curve, scale: Scale): string {
  const at = (k: number) => ({ x: x[k] ?? 0, y: y[k] ?? 0, slope: slope[k] ?? 0 });
  const point = (px: number, py: number): string => `${scale.px(px).toFixed(2)} ${scale.py(py).toFixed(2)}`;
  let path = `M${point(at(0).x, at(0).y)}`;
  for (let k = 1; k < x.length; k++) {
    const a = at(k - 1);
    const b = at(k);
    const third = (b.x - a.x) / 3;
    path += `C${point(a.x + third, a.y + a.slope * third)} ${point(b.x - third, b.y - b.slope * third)} ${point(b.x, b.y)}`;
  }
  return path;
}

/** The staircase from the distillate on the diagonal down to the last liquid, and there to what rises past it: steam, or all of the bottoms. */
export function staircasePath(stages: readonly { x: number; y: number }[], xD: number, scale: Scale, hasSteam = false): string {
  const [first] = stages;
  if (first === undefined) return '';
  let path = `M${scale.px(xD).toFixed(2)} ${scale.py(first.y).toFixed(2)}`;
  for (const [k, { x, y }] of stages.entries()) {
    const below = stages[k + 1]?.y ?? (hasSteam ? 0 : x);
    path += `L${scale.px(x).toFixed(2)} ${scale.py(y).toFixed(2)}V${scale.py(below).toFixed(2)}`;
  }
  return path;
}

/** The operating lines from the distillate down: on the diagonal, through every crossing, to the bottoms or to the steam that meets them. */
export function operatingPoints({ column, lines }: NonNullable<GraphResult['basis']>): { x: number; y: number }[] {
  const bottom = { x: column.xB, y: lines.steam === null ? column.xB : 0 };
  return [{ x: column.xD, y: column.xD }, ...lines.crossings, bottom];
}

/** What trays of Murphree's efficiency E step on: E of the way from the operating line to the curve. */
export function pseudoCurvePoints(curve: Curve, { column, lines }: NonNullable<GraphResult['basis']>, E: number) {
  return curve.x.flatMap((x, k) => {
    const line = lines.sections[sectionAt(lines, x)]?.line;
    if (x < column.xB || x > column.xD || line === undefined) return [];
    const rising = onLine(line, x);
    return [{ x, y: rising + E * ((curve.y[k] ?? rising) - rising) }];
  });
}

export const polyline = (points: readonly { x: number; y: number }[], scale: Scale): string =>
  points.map(({ x, y }) => `${scale.px(x).toFixed(2)},${scale.py(y).toFixed(2)}`).join(' ');
