import type { Figures } from '@keen-ladder/schema';

const WIDTH = 76;

/** A case at a glance: its curve (of equilibrium, or of stages against reflux), and its staircase where it has one. */
export function Thumbnail({ figures }: { figures: Figures }) {
  const at = ([x, y]: [number, number]): string => `${(x * WIDTH).toFixed(1)},${((1 - y) * WIDTH).toFixed(1)}`;
  const steps = figures.staircase.flatMap(([x, y], k): [number, number][] => [
    [x, y],
    [x, figures.staircase[k + 1]?.[1] ?? x],
  ]);
  return (
    <svg className="thumbnail" width={WIDTH} height={WIDTH} viewBox={`-1 -1 ${WIDTH + 2} ${WIDTH + 2}`} aria-hidden="true">
      <rect width={WIDTH} height={WIDTH} fill="var(--sheet)" stroke="var(--rule)" />
      {figures.staircase.length > 0 && <line x1={0} y1={WIDTH} x2={WIDTH} y2={0} stroke="var(--rule)" />}
      <polyline points={figures.curve.map(at).join(' ')} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
      <polyline points={steps.map(at).join(' ')} fill="none" stroke="var(--copper)" strokeWidth={1} />
    </svg>
  );
}
