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

/** The staircase from the distillate on the diagonal down to the last liquid. */
export function staircasePath(stages: readonly { x: number; y: number }[], xD: number, scale: Scale): string {
  const [first] = stages;
  if (first === undefined) return '';
  let path = `M${scale.px(xD).toFixed(2)} ${scale.py(first.y).toFixed(2)}`;
  for (const [k, { x, y }] of stages.entries()) {
    const below = stages[k + 1]?.y ?? x;
    path += `L${scale.px(x).toFixed(2)} ${scale.py(y).toFixed(2)}V${scale.py(below).toFixed(2)}`;
  }
  return path;
}
