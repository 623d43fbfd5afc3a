/**
 * Lines over a linear or logarithmic axis, with marks and limits: drawn by Chart.js, which is fetched with the first chart. What is drawn can be read
 * with the arrow keys, and stands beside it as a table for screen readers.
 */
import { formatNumber } from '@keen-ladder/core';
import { lazy, Suspense } from 'react';
import type { RefObject } from 'react';
import { part } from '../store/parts.ts';
import type { ChartContent } from './content.ts';

interface Props extends ChartContent {
  width: number;
  height: number;
  /** The drawing, for taking it away. */
  canvas?: RefObject<HTMLCanvasElement | null>;
}

const ChartCanvas = lazy(part(async () => ({ default: (await import('./ChartCanvas.tsx')).ChartCanvas })));

export function LineChart({ width, height, canvas, ...content }: Props) {
  return (
    <figure className="chart" style={{ width, height }}>
      <Suspense fallback={null}>
        <ChartCanvas content={content} {...(canvas === undefined ? {} : { canvas })} />
      </Suspense>
      <PointTable {...content} />
    </figure>
  );
}

/** So many points of a line stand in its table; the file holds them all. */
const ROWS = 24;

/** The same for those who do not see it. */
function PointTable({ title, lines, dots = [], marks = [], limits = [], xName, yName }: ChartContent) {
  const sets = [...lines.filter(({ isTold }) => isTold !== false), ...dots];
  return (
    <table className="unseen">
      <caption>{title}</caption>
      <thead>
        <tr>
          <th scope="col">line</th>
          <th scope="col">{xName}</th>
          <th scope="col">{yName}</th>
        </tr>
      </thead>
      <tbody>
        {sets.flatMap(({ name, x, y }) =>
          thinned(x.length).map((k) => (
            <tr key={`${name} ${k}`}>
              <th scope="row">{name}</th>
              <td>{formatNumber(x[k] ?? 0, 4)}</td>
              <td>{formatNumber(y[k] ?? 0, 4)}</td>
            </tr>
          )),
        )}
        {marks.map(({ name, x, y }) => (
          <tr key={`mark ${name}`}>
            <th scope="row">{name}</th>
            <td>{formatNumber(x, 4)}</td>
            <td>{formatNumber(y, 4)}</td>
          </tr>
        ))}
        {limits.map(({ name, axis, at }) => (
          <tr key={`limit ${name}`}>
            <th scope="row">{name}</th>
            <td>{axis === 'x' ? formatNumber(at, 4) : ''}</td>
            <td>{axis === 'y' ? formatNumber(at, 4) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Places of at most `ROWS` points, the ends among them. */
function thinned(length: number): number[] {
  const count = Math.min(length, ROWS);
  return Array.from({ length: count }, (_, k) => (count < 2 ? 0 : Math.round((k * (length - 1)) / (count - 1))));
}
