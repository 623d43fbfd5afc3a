/** Lines over a linear or logarithmic axis, with marks; the values under the pointer are told. Drawn as SVG, so that it can be taken away. */
import { formatNumber } from '@keen-ladder/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { useState } from 'react';
import { SANS, SERIF } from '../theme/tokens.ts';
import type { Tokens } from '../theme/tokens.ts';

export interface Line {
  name: string;
  x: readonly number[];
  y: readonly number[];
  color: string;
  dash?: string;
  width?: number;
  /** Whether the pointer's readout tells it; false for what is no function of x. */
  isTold?: boolean;
}

/** Points that no line joins: what was measured. */
export interface Dots {
  name: string;
  x: readonly number[];
  y: readonly number[];
  color: string;
}

export interface Mark {
  x: number;
  y: number;
  name: string;
  shape: 'present' | 'note';
}

interface Props {
  title: string;
  width: number;
  height: number;
  colors: Tokens;
  lines: readonly Line[];
  dots?: readonly Dots[];
  marks?: readonly Mark[];
  /** Limits that the lines approach: a level or an upright, with its name. */
  limits?: readonly { axis: 'x' | 'y'; at: number; name: string }[];
  xName: string;
  yName: string;
  xRange: [number, number];
  yRange: [number, number];
  logarithmic?: boolean;
  /** Names of the told lines in the upper left corner, each with its stroke. */
  hasLegend?: boolean;
  svg?: React.Ref<SVGSVGElement>;
}

const EDGE = { left: 52, right: 14, top: 22, bottom: 42 };

export function LineChart(props: Props) {
  const {
    title,
    width,
    height,
    colors,
    lines,
    dots = [],
    marks = [],
    limits = [],
    xName,
    yName,
    xRange,
    yRange,
    logarithmic = false,
    hasLegend = false,
    svg,
  } = props;
  const [pointed, setPointed] = useState<number | undefined>(undefined);
  const [left, right] = [EDGE.left, width - EDGE.right];
  const [top, bottom] = [EDGE.top, height - EDGE.bottom];
  const x = (logarithmic ? scaleLog() : scaleLinear()).domain(xRange).range([left, right]);
  const y = scaleLinear().domain(yRange).range([bottom, top]).nice(5);
  const path = (line: Line): string =>
    line.x
      .flatMap((at, k) => (line.y[k] === undefined ? [] : [`${k === 0 ? 'M' : 'L'}${x(at).toFixed(1)} ${y(line.y[k]).toFixed(1)}`]))
      .join('');
  const clip = `clip-${title.replace(/\W/g, '')}`;
  const xTicks = logarithmic ? x.ticks(4).filter((t) => /^[125]/.test(t.toExponential())) : x.ticks(6);
  return (
    <svg
      ref={svg}
      className="chart"
      width={width}
      height={height}
      role="img"
      aria-label={title}
      onMouseMove={(event) => {
        const at = event.clientX - event.currentTarget.getBoundingClientRect().left;
        setPointed(at >= left && at <= right ? x.invert(at) : undefined);
      }}
      onMouseLeave={() => setPointed(undefined)}
    >
      <clipPath id={clip}>
        <rect x={left} y={top} width={right - left} height={bottom - top} />
      </clipPath>
      <g stroke={colors.grid}>
        {xTicks.map((t) => (
          <line key={t} x1={x(t)} x2={x(t)} y1={top} y2={bottom} />
        ))}
        {y.ticks(5).map((t) => (
          <line key={t} x1={left} x2={right} y1={y(t)} y2={y(t)} />
        ))}
      </g>
      <g fill={colors.quiet} fontFamily={SANS} fontSize={12}>
        {xTicks.map((t) => (
          <text key={t} x={x(t)} y={bottom + 16} textAnchor="middle">
            {tickText(t)}
          </text>
        ))}
        {y.ticks(5).map((t) => (
          <text key={t} x={left - 6} y={y(t) + 4} textAnchor="end">
            {tickText(t)}
          </text>
        ))}
      </g>
      <path d={`M${left} ${top}V${bottom}H${right}`} fill="none" stroke={colors.ink} />
      <g fill={colors.ink} fontFamily={SERIF} fontSize={13.5}>
        <text x={(left + right) / 2} y={height - 8} textAnchor="middle">
          {xName}
        </text>
        <text x={left - 44} y={top - 9}>
          {yName}
        </text>
      </g>
      <g clipPath={`url(#${clip})`}>
        {limits.map(({ axis, at, name }) => (
          <g key={name} fill={colors.quiet} fontFamily={SANS} fontSize={12}>
            {axis === 'x' ? (
              <line x1={x(at)} x2={x(at)} y1={top} y2={bottom} stroke={colors.copper} strokeDasharray="5 4" />
            ) : (
              <line x1={left} x2={right} y1={y(at)} y2={y(at)} stroke={colors.copper} strokeDasharray="5 4" />
            )}
            {axis === 'x' ? (
              <text x={x(at) + 5} y={top + 13}>
                {name}
              </text>
            ) : (
              <text x={right - 4} y={y(at) + 14} textAnchor="end">
                {name}
              </text>
            )}
          </g>
        ))}
        {lines.map((line) => (
          <path
            key={line.name}
            d={path(line)}
            fill="none"
            stroke={line.color}
            strokeWidth={line.width ?? 2}
            {...(line.dash ? { strokeDasharray: line.dash } : {})}
          />
        ))}
        {dots.map((set) => (
          <g key={set.name} fill="none" stroke={set.color} strokeWidth={1.5}>
            <title>{set.name}</title>
            {set.x.map((at, k) => (
              <circle key={k} cx={x(at)} cy={y(set.y[k] ?? 0)} r={3.5} />
            ))}
          </g>
        ))}
        {marks.map((mark) => (
          <g key={mark.name} fontFamily={SANS} fontSize={12.5} fill={colors.ink}>
            {mark.shape === 'present' ? (
              <circle cx={x(mark.x)} cy={y(mark.y)} r={5} fill={colors.copper} stroke={colors.sheet} strokeWidth={1.5} />
            ) : (
              <path
                d={`M${x(mark.x)} ${y(mark.y) - 6}l6 6l-6 6l-6 -6z`}
                fill={colors.sheet}
                stroke={colors.pine}
                strokeWidth={1.6}
              />
            )}
            <text x={x(mark.x) + 9} y={y(mark.y) - 8} stroke={colors.sheet} strokeWidth={4} paintOrder="stroke">
              {mark.name}
            </text>
          </g>
        ))}
      </g>
      {hasLegend && <Legend lines={lines} left={left} top={top} colors={colors} />}
      {pointed !== undefined && <Readout at={pointed} px={x(pointed)} {...{ top, bottom, left, right, colors, lines }} />}
    </svg>
  );
}

function Legend({ lines, left, top, colors }: { lines: readonly Line[]; left: number; top: number; colors: Tokens }) {
  return (
    <g fontFamily={SANS} fontSize={12.5} fill={colors.ink}>
      {lines
        .filter(({ isTold }) => isTold !== false)
        .map(({ name, color, dash }, k) => (
          <g key={name} transform={`translate(${left + 12} ${top + 18 + 18 * k})`}>
            <line x1={0} x2={24} y1={-4} y2={-4} stroke={color} strokeWidth={2} {...(dash ? { strokeDasharray: dash } : {})} />
            <text x={32} stroke={colors.sheet} strokeWidth={3} paintOrder="stroke">
              {name}
            </text>
          </g>
        ))}
    </g>
  );
}

interface ReadoutProps {
  at: number;
  px: number;
  top: number;
  bottom: number;
  left: number;
  right: number;
  colors: Tokens;
  lines: readonly Line[];
}

/** What every line has under the pointer. */
function Readout({ at, px, top, bottom, left, right, colors, lines }: ReadoutProps) {
  const rows = [
    formatNumber(at, 3),
    ...lines.flatMap((line) =>
      line.isTold === false || valueAt(line, at) === undefined ? [] : [`${line.name} ${formatNumber(valueAt(line, at) ?? 0, 4)}`],
    ),
  ];
  const isRight = px > (left + right) / 2;
  return (
    <g pointerEvents="none" fontFamily={SANS} fontSize={12.5}>
      <line x1={px} x2={px} y1={top} y2={bottom} stroke={colors.copper} strokeWidth={1} />
      {rows.map((row, k) => (
        <text
          key={row}
          x={isRight ? px - 8 : px + 8}
          y={top + 30 + 16 * k}
          textAnchor={isRight ? 'end' : 'start'}
          fill={colors.ink}
          stroke={colors.sheet}
          strokeWidth={3}
          paintOrder="stroke"
        >
          {row}
        </text>
      ))}
    </g>
  );
}

/** Between the samples, straight. */
function valueAt({ x, y }: Line, at: number): number | undefined {
  const k = x.findIndex((value, i) => value <= at && at <= (x[i + 1] ?? -Infinity));
  const [x0, x1, y0, y1] = [x[k], x[k + 1], y[k], y[k + 1]];
  if (x0 === undefined || x1 === undefined || y0 === undefined || y1 === undefined) return undefined;
  return y0 + ((y1 - y0) * (at - x0)) / (x1 - x0);
}

const tickText = (value: number): string => String(Number(value.toPrecision(6))).replace('-', '−');
