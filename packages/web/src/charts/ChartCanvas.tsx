/** A chart as Chart.js draws it, in our colours and typefaces. */
import { formatNumber } from '@keen-ladder/core';
import {
  Chart as ChartJs,
  Interaction,
  Legend,
  LinearScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  ScatterController,
  SubTitle,
  Tooltip,
} from 'chart.js';
import type {
  ActiveElement,
  ChartData,
  ChartOptions,
  InteractionItem,
  InteractionModeFunction,
  LegendItem,
  Plugin,
} from 'chart.js';
import { getRelativePosition } from 'chart.js/helpers';
import annotations from 'chartjs-plugin-annotation';
import type { AnnotationOptions } from 'chartjs-plugin-annotation';
import { scaleLinear } from 'd3-scale';
import { useEffect, useImperativeHandle, useMemo, useRef, useState } from 'react';
import type { KeyboardEvent, RefObject } from 'react';
import { Scatter } from 'react-chartjs-2';
import { SANS, SERIF } from '../theme/tokens.ts';
import type { Tokens } from '../theme/tokens.ts';
import type { ChartContent, Dots, Limit, Line, Mark } from './content.ts';

declare module 'chart.js' {
  interface InteractionModeMap {
    onEachLine: InteractionModeFunction;
  }
}

type Drawing = ChartJs<'scatter'>;

ChartJs.register(
  ScatterController,
  LinearScale,
  LogarithmicScale,
  LineElement,
  PointElement,
  Legend,
  SubTitle,
  Tooltip,
  annotations,
);

/** Of every told line the point that is nearest to the pointer along x. */
Interaction.modes.onEachLine = (chart, event) => {
  const at = chart.scales['x']?.getValueForPixel(getRelativePosition(event, chart).x);
  return at === undefined ? [] : nearestOn(chart as Drawing, at);
};

function nearestOn(chart: Drawing, at: number): InteractionItem[] {
  return chart.getSortedVisibleDatasetMetas().flatMap(({ index: datasetIndex, data }) => {
    const points = chart.data.datasets[datasetIndex]?.data ?? [];
    if (chart.data.datasets[datasetIndex]?.label === undefined || points.length === 0) return [];
    const off = (k: number): number => Math.abs((points[k] as { x: number }).x - at);
    const index = Array.from(points.keys()).reduce((best, k) => (off(k) < off(best) ? k : best), 0);
    const element = data[index];
    return element === undefined ? [] : [{ element, datasetIndex, index }];
  });
}

interface Props {
  content: ChartContent;
  canvas?: RefObject<HTMLCanvasElement | null>;
}

export function ChartCanvas({ content, canvas }: Props) {
  const chart = useRef<Drawing>(null);
  const [told, setTold] = useState('');
  const data = useMemo(() => dataOf(content), [content]);
  const options = useMemo(() => optionsOf(content), [content]);
  const paper = useMemo(() => paperOf(content.colors), [content.colors]);
  const box = useRef<HTMLDivElement>(null);
  useImperativeHandle<HTMLCanvasElement | null, HTMLCanvasElement | null>(
    canvas,
    () => box.current?.querySelector('canvas') ?? null,
  );
  useEffect(() => {
    // Text drawn before its typeface is there is drawn again.
    void document.fonts.ready.then(() => chart.current?.update('none'));
  }, []);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined || chart.current === null) return;
    event.preventDefault();
    setTold(pointedAt(chart.current, step, content.xName));
  };
  return (
    <div
      ref={box}
      className="chart-drawing"
      tabIndex={0}
      role="img"
      aria-label={`${content.title}; arrow keys read it`}
      onKeyDown={onKeyDown}
    >
      <Scatter ref={chart} data={data} options={options} plugins={[paper]} aria-hidden="true" />
      <span className="unseen" role="status">
        {told}
      </span>
    </div>
  );
}

/** Moves the readout along the first told line by so many points. @returns what it says */
function pointedAt(chart: Drawing, step: number, xName: string): string {
  const first = chart.data.datasets.findIndex(({ label }) => label !== undefined);
  const points = (chart.data.datasets[first]?.data ?? []) as { x: number; y: number }[];
  const now =
    chart.getActiveElements().find(({ datasetIndex }) => datasetIndex === first)?.index ?? (step > 0 ? -1 : points.length);
  const next = points[Math.min(Math.max(now + step, 0), points.length - 1)];
  if (next === undefined) return '';
  const active = nearestOn(chart, next.x) as ActiveElement[];
  chart.setActiveElements(active);
  chart.tooltip?.setActiveElements(active, { x: 0, y: 0 });
  chart.update('none');
  const values = active.map(({ datasetIndex, index }) => {
    const { label, data } = chart.data.datasets[datasetIndex] ?? { label: '', data: [] };
    return `${label ?? ''} ${formatNumber((data[index] as { y: number } | undefined)?.y ?? 0, 4)}`;
  });
  return `${xName} ${formatNumber(next.x, 4)}: ${values.join(', ')}`;
}

/** What is behind the drawing, so that a picture of it is not transparent. */
function paperOf({ sheet }: Tokens): Plugin<'scatter'> {
  return {
    id: 'paper',
    beforeDraw: ({ ctx, width, height }) => {
      ctx.save();
      ctx.fillStyle = sheet;
      ctx.fillRect(0, 0, width, height);
      ctx.restore();
    },
  };
}

function dataOf({ lines, dots = [] }: ChartContent): ChartData<'scatter'> {
  return { datasets: [...lines.map(lineSet), ...dots.map(dotSet)] };
}

const pointsOf = ({ x, y }: Pick<Line, 'x' | 'y'>) => x.flatMap((at, k) => (y[k] === undefined ? [] : [{ x: at, y: y[k] }]));

/** A line that is not told has no label. */
function lineSet(line: Line): ChartData<'scatter'>['datasets'][number] {
  return {
    ...(line.isTold === false ? {} : { label: line.name }),
    data: pointsOf(line),
    showLine: true,
    borderColor: line.color,
    backgroundColor: line.color,
    borderWidth: line.width ?? 2,
    borderDash: line.dash === undefined ? [] : line.dash.split(' ').map(Number),
    pointRadius: 0,
    pointHoverRadius: 3,
    pointStyle: 'circle',
  };
}

function dotSet(dots: Dots): ChartData<'scatter'>['datasets'][number] {
  return {
    label: dots.name,
    data: pointsOf(dots),
    showLine: false,
    borderColor: dots.color,
    backgroundColor: 'transparent',
    borderWidth: 1.5,
    pointRadius: 3.5,
    pointHoverRadius: 5,
  };
}

function optionsOf(content: ChartContent): ChartOptions<'scatter'> {
  const { colors, xName, yName, xRange, yRange, logarithmic = false, hasLegend = false } = content;
  const [low, high] = scaleLinear().domain(yRange).nice(5).domain();
  const ticks = { color: colors.quiet, font: { family: SANS, size: 12 }, includeBounds: false, maxRotation: 0 };
  const line = { grid: { color: colors.grid }, border: { color: colors.ink } };
  return {
    animation: false,
    layout: { padding: { right: 14, left: 2, bottom: 2 } },
    maintainAspectRatio: false,
    // A picture that is taken away is twice as large as it was on the screen.
    devicePixelRatio: 2,
    interaction: { mode: 'onEachLine', intersect: false },
    scales: {
      x: {
        type: logarithmic ? 'logarithmic' : 'linear',
        min: xRange[0],
        max: xRange[1],
        ...line,
        ticks: {
          ...ticks,
          autoSkip: !logarithmic,
          autoSkipPadding: 14,
          callback: (value) => (logarithmic ? roundTick(Number(value)) : tickText(Number(value))),
        },
        title: { display: true, text: xName, color: colors.ink, font: { family: SERIF, size: 13.5 } },
      },
      y: {
        type: 'linear',
        ...(low === undefined || high === undefined ? {} : { min: low, max: high }),
        ...line,
        ticks: { ...ticks, maxTicksLimit: 7, callback: (value) => tickText(Number(value)) },
      },
    },
    plugins: {
      subtitle: {
        display: true,
        text: yName,
        align: 'start',
        color: colors.ink,
        font: { family: SERIF, size: 13.5 },
        padding: { bottom: 6 },
      },
      legend: {
        display: hasLegend,
        align: 'start',
        labels: {
          color: colors.ink,
          font: { family: SANS, size: 12.5 },
          usePointStyle: true,
          pointStyleWidth: 28,
          generateLabels: (chart) => namesOf(chart as Drawing, colors),
        },
      },
      tooltip: readout(content),
      annotation: { clip: false, annotations: [...annotationsOf(content)] },
    },
  };
}

/** Told lines with their own strokes, dots as dots. */
function namesOf(chart: Drawing, { ink }: Tokens): LegendItem[] {
  return chart.data.datasets.flatMap(({ label, showLine, borderColor, borderDash, borderWidth }, datasetIndex) =>
    label === undefined
      ? []
      : [
          {
            text: label,
            fontColor: ink,
            datasetIndex,
            hidden: !chart.isDatasetVisible(datasetIndex),
            pointStyle: showLine === true ? 'line' : 'circle',
            strokeStyle: borderColor as string,
            fillStyle: 'transparent',
            lineDash: borderDash as number[],
            lineWidth: borderWidth as number,
          },
        ],
  );
}

function readout({ colors }: ChartContent): NonNullable<NonNullable<ChartOptions<'scatter'>['plugins']>['tooltip']> {
  return {
    backgroundColor: colors.paper,
    borderColor: colors.rule,
    borderWidth: 1,
    titleColor: colors.ink,
    bodyColor: colors.ink,
    titleFont: { family: SANS, size: 12.5 },
    bodyFont: { family: SANS, size: 12.5 },
    displayColors: false,
    callbacks: {
      title: ([item]) => (item === undefined ? '' : formatNumber(item.parsed.x ?? 0, 3)),
      label: ({ dataset, parsed }) => `${dataset.label ?? ''} ${formatNumber(parsed.y ?? 0, 4)}`,
    },
  };
}

function* annotationsOf({ colors, limits = [], marks = [], xRange }: ChartContent): Generator<AnnotationOptions> {
  for (const limit of limits) yield limitOf(limit, colors);
  for (const mark of marks) {
    yield pointOf(mark, colors);
    yield nameOf(mark, colors, mark.x > (xRange[0] + xRange[1]) / 2);
  }
}

const limitOf = ({ axis, at, name }: Limit, colors: Tokens): AnnotationOptions => ({
  type: 'line',
  ...(axis === 'x' ? { xMin: at, xMax: at } : { yMin: at, yMax: at }),
  borderColor: colors.copper,
  borderWidth: 1,
  borderDash: [5, 4],
  label: {
    display: true,
    content: name,
    // An upright's name at its foot: curves that rise toward a limit, and the mark on them, are at its head.
    position: axis === 'x' ? 'start' : 'end',
    ...(axis === 'x' ? { xAdjust: 4, yAdjust: 0 } : { yAdjust: 9 }),
    color: colors.quiet,
    backgroundColor: colors.sheet,
    padding: 2,
    font: { family: SANS, size: 12, weight: 'normal' },
  },
});

const pointOf = ({ x, y, shape }: Mark, colors: Tokens): AnnotationOptions => ({
  type: 'point',
  xValue: x,
  yValue: y,
  radius: shape === 'present' ? 5 : 6,
  pointStyle: shape === 'present' ? 'circle' : 'rectRot',
  backgroundColor: shape === 'present' ? colors.copper : colors.sheet,
  borderColor: shape === 'present' ? colors.sheet : colors.pine,
  borderWidth: 1.6,
});

/** A mark's name beside it, toward the middle of the drawing. */
const nameOf = ({ x, y, name }: Mark, colors: Tokens, isRight: boolean): AnnotationOptions => ({
  type: 'label',
  xValue: x,
  yValue: y,
  content: name,
  position: { x: isRight ? 'end' : 'start', y: 'end' },
  xAdjust: isRight ? -8 : 8,
  yAdjust: -5,
  color: colors.ink,
  backgroundColor: 'transparent',
  textStrokeColor: colors.sheet,
  textStrokeWidth: 4,
  padding: 0,
  font: { family: SANS, size: 12.5, weight: 'normal' },
});

const tickText = (value: number): string => String(Number(value.toPrecision(6))).replace('-', '−');

/** On a logarithmic axis 1, 2 and 5 of every power are told. */
const roundTick = (value: number): string => (/^[125](\.0*)?e/.test(value.toExponential()) ? tickText(value) : '');
