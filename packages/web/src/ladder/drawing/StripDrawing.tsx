/** One strip beside the ladder: its lines rung by rung, a scale beneath, points where a rung is pointed at. */
import { scaleLinear, scaleLog } from 'd3-scale';
import { linePath } from '../../drawing/linePath.ts';
import { SERIF } from '../../theme/tokens.ts';
import type { Tokens } from '../../theme/tokens.ts';
import type { Strip } from './strips.ts';
import { ticksOf } from './ticks.ts';

interface StripProps {
  strip: Omit<Strip, 'key' | 'share'>;
  frame: { from: number; to: number };
  yOf: (rung: number) => number;
  stages: number;
  pointed: number;
  colors: Tokens;
}

export function StripDrawing({ strip, frame, yOf, stages, pointed, colors }: StripProps) {
  const scale = (strip.isLogarithmic ? scaleLog() : scaleLinear()).domain(strip.range).range([frame.from, frame.to]);
  const ticks = ticksOf(strip.range, strip.isLogarithmic, frame);
  const xOf = (value: number): number => scale(Math.max(strip.range[0], Math.min(strip.range[1], value)));
  return (
    <g>
      <text x={frame.from} y={22} fill={colors.ink} fontFamily={SERIF} fontSize={14} fontWeight={600}>
        {strip.title}
      </text>
      <text x={frame.from} y={39} fill={colors.quiet}>
        {strip.unit}
      </text>
      {ticks.map(({ value, x, words, anchor }) => (
        <g key={value}>
          <line x1={x} x2={x} y1={yOf(1)} y2={yOf(stages)} stroke={colors.grid} />
          <text x={x} y={yOf(stages) + 26} fill={colors.quiet} fontSize={10.5} textAnchor={anchor}>
            {words}
          </text>
        </g>
      ))}
      {strip.lines.map(({ name, values, color, dash, width }) => (
        <path
          key={name}
          d={pathOf(values, xOf, yOf)}
          fill="none"
          stroke={color}
          strokeWidth={width}
          strokeLinejoin="round"
          {...(dash === undefined ? {} : { strokeDasharray: dash })}
        />
      ))}
      {pointed > 0 &&
        strip.lines.map(({ name, values, color }) => {
          const value = values[pointed - 1];
          return typeof value === 'number' && Number.isFinite(value) ? (
            <circle key={name} cx={xOf(value)} cy={yOf(pointed)} r={3.6} fill={color} stroke={colors.sheet} strokeWidth={1} />
          ) : null;
        })}
      {strip.hasLegend &&
        strip.lines.map(({ name, color, dash }, k) => (
          <g key={name} transform={`translate(${frame.from + k * Math.max(54, (frame.to - frame.from) / 2)}, ${yOf(stages) + 42})`}>
            <line
              x1={0}
              x2={14}
              y1={-4}
              y2={-4}
              stroke={color}
              strokeWidth={1.8}
              {...(dash === undefined ? {} : { strokeDasharray: '4 2.5' })}
            />
            <text x={18} fill={colors.quiet} fontSize={10.5}>
              {name}
            </text>
          </g>
        ))}
    </g>
  );
}

const pathOf = (values: readonly (number | null)[], xOf: (value: number) => number, yOf: (rung: number) => number): string =>
  linePath(values.map((value, j) => (value === null || !Number.isFinite(value) ? null : { x: xOf(value), y: yOf(j + 1) })));
