/** What two components do together: boiling and dew lines, vapour against liquid, activity coefficients, volatility. */
import { findUnit, formatFraction, formatQuantity, fromSI, shownUnit } from '@keen-ladder/core';
import type { AskedProducts, Held, PairDiagram } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useRef, useState } from 'react';
import type { MeasuredPoint } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import type { ChartContent, Dots, Line, Mark } from '../charts/content.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { useLook } from '../theme/Themed.tsx';

type View = 'saturation' | 'xy' | 'gamma' | 'K' | 'alpha';
type Along = 'composition' | 'temperature';

interface Props {
  names: [string, string];
  diagram: PairDiagram;
  held: Held;
  /** The same by another model. */
  beside: { name: string; diagram: PairDiagram } | undefined;
  /** Measured where the diagram is drawn: in the order of the diagram's components. */
  measured: readonly MeasuredPoint[];
  products: AskedProducts | undefined;
}

export function PairChart(props: Props) {
  const { names, diagram, held } = props;
  const [view, setView] = useState<View>('saturation');
  const [along, setAlong] = useState<Along>('composition');
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useElementSize(panel);
  const chart = useChart(view, along, props);
  const views: { value: View; label: string }[] = [
    { value: 'saturation', label: held.by === 'pressure' ? 'T-x-y' : 'P-x-y' },
    { value: 'xy', label: 'y-x' },
    { value: 'gamma', label: 'activity coefficients' },
    { value: 'K', label: 'K-values' },
    { value: 'alpha', label: 'relative volatility' },
  ];
  const isEitherWay = (view === 'K' || view === 'alpha') && held.by === 'pressure';
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <Segmented<View> size="small" options={views} value={view} onChange={setView} aria-label="Diagram" />
        <SaveChart isChart drawing={canvas} name={chart.title} rows={() => rowsOf(names, diagram)} table="Points as CSV" />
      </div>
      {isEitherWay && (
        <Segmented<Along>
          size="small"
          className="pair-along"
          aria-label="Against"
          options={[
            { value: 'composition', label: 'over composition' },
            { value: 'temperature', label: 'over temperature' },
          ]}
          value={along}
          onChange={setAlong}
        />
      )}
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && <LineChart canvas={canvas} {...chart} width={size.width} height={size.height} hasLegend />}
      </div>
    </div>
  );
}

type Chart = ChartContent;

/** What every view of a pair is drawn from. */
function useAround(along: Along, { names: [first, second], diagram, held, beside, measured, products }: Props) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const isIsobaric = held.by === 'pressure';
  const dimension = isIsobaric ? 'temperature' : 'pressure';
  const unit = findUnit(dimension, shownUnit(display, dimension));
  const { azeotropes, gap } = diagram;
  const shown = (values: readonly number[]): number[] => values.map((value) => fromSI(value, unit, site));
  const boilsOf = (of: PairDiagram): number[] => shown(isIsobaric ? of.T : of.P);
  const marks = (at: (azeotrope: PairDiagram['azeotropes'][number]) => number): Mark[] =>
    azeotropes.map((azeotrope) => ({
      x: azeotrope.x,
      y: at(azeotrope),
      name: `azeotrope ${formatFraction(azeotrope.x)}, ${formatQuantity(isIsobaric ? azeotrope.T : azeotrope.P, unit, site)} ${unit.id}`,
      shape: 'note',
    }));
  const base = {
    title: `${first} and ${second}`,
    colors,
    xRange: [0, 1] as [number, number],
    xName: `${first}, mol/mol`,
    limits: [...gapLimits(gap), ...productLimits(products)],
  };
  const copper = { color: colors.copper, width: 2 };
  const pine = { color: colors.pine, width: 2, dash: '6 3' };
  const thin = { color: colors.quiet, width: 1.3, dash: '2 3' };
  const other = (name: string, of: (d: PairDiagram) => Pick<Line, 'x' | 'y'>): Line[] =>
    beside === undefined ? [] : [{ name: `${name}, ${beside.name}`, ...of(beside.diagram), ...thin }];
  const dots = (name: string, of: (point: MeasuredPoint) => [number, number] | null): Dots[] => {
    const at = measured.flatMap((point) => [of(point)].filter((xy) => xy !== null));
    return at.length === 0 ? [] : [{ name, x: at.map(([px]) => px), y: at.map(([, py]) => py), color: colors.ink }];
  };
  return { along, first, second, diagram, beside, colors, site, unit, isIsobaric, boilsOf, marks, base, copper, pine, other, dots };
}

type Around = ReturnType<typeof useAround>;

const useChart = (view: View, along: Along, props: Props): Chart => CHARTS[view](useAround(along, props));

function saturationChart({
  diagram,
  beside,
  site,
  unit,
  isIsobaric,
  boilsOf,
  marks,
  base,
  copper,
  pine,
  other,
  dots,
}: Around): Chart {
  const { x, y } = diagram;
  const boils = boilsOf(diagram);
  const all = [...boils, ...(beside === undefined ? [] : boilsOf(beside.diagram))];
  const held_ = ({ T, P }: MeasuredPoint): number => fromSI(isIsobaric ? T : (P ?? T), unit, site);
  return {
    ...base,
    lines: [
      { name: 'liquid boils', x, y: boils, ...copper },
      { name: 'vapour condenses', x: y, y: boils, ...pine },
      ...other('boils', (d) => ({ x: d.x, y: boilsOf(d) })),
      ...other('condenses', (d) => ({ x: d.y, y: boilsOf(d) })),
    ],
    dots: [
      ...dots('measured liquid', (point) => [point.x, held_(point)]),
      ...dots('measured vapour', (point) => (point.y === null ? null : [point.y, held_(point)])),
    ],
    marks: marks((a) => fromSI(isIsobaric ? a.T : a.P, unit, site)),
    yName: `${isIsobaric ? 'temperature' : 'pressure'}, ${unit.id}`,
    yRange: [Math.min(...all), Math.max(...all)],
  };
}

function xyChart({ first, colors, marks, base, other, dots, diagram }: Around): Chart {
  const { x, y } = diagram;
  return {
    ...base,
    lines: [
      { name: 'vapour over liquid', x, y, color: colors.pine, width: 2 },
      { name: 'y = x', x: [0, 1], y: [0, 1], color: colors.quiet, dash: '3 4', isTold: false },
      ...other('vapour', (d) => ({ x: d.x, y: d.y })),
    ],
    dots: dots('measured', (point) => (point.y === null ? null : [point.x, point.y])),
    marks: marks((a) => a.x),
    yName: `${first} in the vapour, mol/mol`,
    yRange: [0, 1],
  };
}

function gammaChart({ first, second, base, copper, pine, other, dots, diagram }: Around): Chart {
  const { x, gamma } = diagram;
  return {
    ...base,
    lines: [
      { name: first, x, y: gamma[0], ...copper },
      { name: second, x, y: gamma[1], ...pine },
      ...other(first, (d) => ({ x: d.x, y: d.gamma[0] })),
      ...other(second, (d) => ({ x: d.x, y: d.gamma[1] })),
    ],
    dots: [
      ...dots(`measured, ${first}`, ({ x: at, gamma: [g] }) => (g === null ? null : [at, g])),
      ...dots(`measured, ${second}`, ({ x: at, gamma: [, g] }) => (g === null ? null : [at, g])),
    ],
    yName: 'activity coefficient',
    yRange: [0, Math.max(1.2, ...gamma[0], ...gamma[1])],
  };
}

function kChart({ along, first, second, diagram, unit, boilsOf, base, copper, pine, other }: Around): Chart {
  const K = kValues(diagram);
  const line = (name: string, of: readonly number[]) => ({ name, ...overAxis(along, diagram, of, boilsOf) });
  return {
    ...base,
    ...axisOf(along, boilsOf(diagram), unit.id, base),
    lines: [
      { ...line(`K of ${first}`, K[0]), ...copper },
      { ...line(`K of ${second}`, K[1]), ...pine },
      ...other(first, (d) => overAxis(along, d, kValues(d)[0], boilsOf)),
      ...other(second, (d) => overAxis(along, d, kValues(d)[1], boilsOf)),
    ],
    yName: 'K = y/x, mol/mol',
    yRange: [0, Math.max(1.2, ...K[0], ...K[1])],
  };
}

function alphaChart({ along, first, second, diagram, colors, unit, boilsOf, base, other }: Around): Chart {
  const { alpha } = diagram;
  return {
    ...base,
    ...axisOf(along, boilsOf(diagram), unit.id, base),
    lines: [
      { name: `${first} over ${second}`, ...overAxis(along, diagram, alpha, boilsOf), color: colors.pine, width: 2 },
      ...other('volatility', (d) => overAxis(along, d, d.alpha, boilsOf)),
    ],
    limits: [{ axis: 'y', at: 1, name: 'alike' }],
    yName: 'relative volatility, mol/mol',
    yRange: [0, Math.max(1.2, ...alpha)],
  };
}

const CHARTS: Record<View, (around: Around) => Chart> = {
  saturation: saturationChart,
  xy: xyChart,
  gamma: gammaChart,
  K: kChart,
  alpha: alphaChart,
};

const gapLimits = (gap: PairDiagram['gap']) =>
  gap === null
    ? []
    : gap.map((at, k) => ({
        axis: 'x' as const,
        at,
        name: k === 0 ? `two liquids from ${formatFraction(at)}` : `to ${formatFraction(at)}`,
      }));

const productLimits = (products: AskedProducts | undefined) =>
  products === undefined
    ? []
    : [
        { axis: 'x' as const, at: products.first[0] ?? 0, name: 'top' },
        { axis: 'x' as const, at: products.second[0] ?? 0, name: 'bottom' },
      ];

/** Of both components; at its own infinite dilution by the volatility against the other, whose K is 1 there. */
function kValues({ x, y, alpha }: PairDiagram): [number[], number[]] {
  const last = x.length - 1;
  return [
    x.map((at, k) => (k === 0 ? (alpha[k] ?? 1) : (y[k] ?? 0) / at)),
    x.map((at, k) => (k === last ? 1 / (alpha[k] ?? 1) : (1 - (y[k] ?? 0)) / (1 - at))),
  ];
}

function overAxis(
  along: Along,
  diagram: PairDiagram,
  values: readonly number[],
  boilsOf: (of: PairDiagram) => number[],
): Pick<Line, 'x' | 'y' | 'isTold'> {
  // Beside an azeotrope one temperature has two values: the pointer then tells none.
  return along === 'composition'
    ? { x: diagram.x, y: values }
    : { x: boilsOf(diagram), y: values, isTold: diagram.azeotropes.length === 0 };
}

function axisOf(along: Along, boils: readonly number[], unit: string, base: Pick<Chart, 'xName' | 'xRange' | 'limits'>) {
  if (along === 'composition') return base;
  return { xName: `bubble point, ${unit}`, xRange: [Math.min(...boils), Math.max(...boils)] as [number, number], limits: [] };
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
