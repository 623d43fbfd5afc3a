/** What two components do together: boiling and dew lines, vapour against liquid, activity coefficients, volatility. */
import { findUnit, formatFraction, formatQuantity, fromSI, shownUnit } from '@keen-ladder/core';
import type { Held, PairDiagram } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useRef, useState } from 'react';
import { useAppSelector } from '../app/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import type { Line, Mark } from '../charts/LineChart.tsx';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { useLook } from '../theme/Themed.tsx';

type View = 'saturation' | 'xy' | 'gamma' | 'alpha';

interface Props {
  names: [string, string];
  diagram: PairDiagram;
  held: Held;
}

export function PairChart({ names, diagram, held }: Props) {
  const [view, setView] = useState<View>('saturation');
  const panel = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useElementSize(panel);
  const chart = useChart(view, names, diagram, held);
  const views: { value: View; label: string }[] = [
    { value: 'saturation', label: held.by === 'pressure' ? 'T-x-y' : 'P-x-y' },
    { value: 'xy', label: 'y-x' },
    { value: 'gamma', label: 'activity coefficients' },
    { value: 'alpha', label: 'relative volatility' },
  ];
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <Segmented<View> size="small" options={views} value={view} onChange={setView} aria-label="Diagram" />
        <SaveChart svg={svg} name={chart.title} rows={() => rowsOf(names, diagram)} table="Points as CSV" />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && (
          <LineChart svg={svg} {...chart} width={size.width} height={size.height} hasLegend={view !== 'alpha'} />
        )}
      </div>
    </div>
  );
}

type Chart = Omit<React.ComponentProps<typeof LineChart>, 'width' | 'height' | 'svg'>;

function useChart(view: View, [first, second]: [string, string], diagram: PairDiagram, held: Held): Chart {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const dimension = held.by === 'pressure' ? 'temperature' : 'pressure';
  const unit = findUnit(dimension, shownUnit(display, dimension));
  const { x, y, alpha, gamma, azeotropes, gap } = diagram;
  const boils = (held.by === 'pressure' ? diagram.T : diagram.P).map((value) => fromSI(value, unit, site));
  const title = `${first} and ${second}`;
  const marks = (at: (azeotrope: PairDiagram['azeotropes'][number]) => number): Mark[] =>
    azeotropes.map((azeotrope) => ({
      x: azeotrope.x,
      y: at(azeotrope),
      name: `azeotrope ${formatFraction(azeotrope.x)}, ${formatQuantity(held.by === 'pressure' ? azeotrope.T : azeotrope.P, unit, site)} ${unit.id}`,
      shape: 'note',
    }));
  const base = { title, colors, xRange: [0, 1] as [number, number], xName: `${first}, mol/mol` };
  const gapLimits =
    gap === null ? [] : gap.map((at, k) => ({ axis: 'x' as const, at, name: k === 0 ? 'two liquids from here' : 'to here' }));
  switch (view) {
    case 'saturation': {
      const liquid: Line = { name: 'liquid boils', x, y: boils, color: colors.copper, width: 2 };
      const vapour: Line = { name: 'vapour condenses', x: y, y: boils, color: colors.pine, width: 2, dash: '6 3' };
      const name = held.by === 'pressure' ? 'temperature' : 'pressure';
      const range: [number, number] = [Math.min(...boils), Math.max(...boils)];
      return {
        ...base,
        lines: [liquid, vapour],
        marks: marks((a) => fromSI(held.by === 'pressure' ? a.T : a.P, unit, site)),
        limits: gapLimits,
        yName: `${name}, ${unit.id}`,
        yRange: range,
      };
    }
    case 'xy':
      return {
        ...base,
        lines: [
          { name: 'vapour over liquid', x, y, color: colors.pine, width: 2 },
          { name: 'y = x', x: [0, 1], y: [0, 1], color: colors.quiet, dash: '3 4', isTold: false },
        ],
        marks: marks((a) => a.x),
        limits: gapLimits,
        yName: `${first} in the vapour, mol/mol`,
        yRange: [0, 1],
      };
    case 'gamma':
      return {
        ...base,
        lines: [
          { name: first, x, y: gamma[0], color: colors.copper, width: 2 },
          { name: second, x, y: gamma[1], color: colors.pine, width: 2, dash: '6 3' },
        ],
        yName: 'activity coefficient',
        yRange: [0, Math.max(1.2, ...gamma[0], ...gamma[1])],
      };
    case 'alpha':
      return {
        ...base,
        lines: [{ name: `${first} over ${second}`, x, y: alpha, color: colors.pine, width: 2 }],
        limits: [{ axis: 'y', at: 1, name: 'alike' }],
        yName: 'relative volatility',
        yRange: [0, Math.max(1.2, ...alpha)],
      };
  }
}

function rowsOf([first, second]: [string, string], { x, y, T, P, alpha, gamma }: PairDiagram): (string | number)[][] {
  return [
    [
      `x ${first}, mol/mol`,
      `y ${first}, mol/mol`,
      'temperature, K',
      'pressure, Pa',
      'relative volatility',
      `gamma ${first}`,
      `gamma ${second}`,
    ],
    ...x.map((at, k) => [at, y[k] ?? 0, T[k] ?? 0, P[k] ?? 0, alpha[k] ?? 0, gamma[0][k] ?? 0, gamma[1][k] ?? 0]),
  ];
}
