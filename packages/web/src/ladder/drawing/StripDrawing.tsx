/** One strip beside the ladder: its lines rung by rung, a scale beneath, points where a rung is pointed at. */
import { scaleLinear, scaleLog } from 'd3-scale';
import { SERIF } from '../../theme/tokens.ts';
import type { Tokens } from '../../theme/tokens.ts';
import type { Strip } from './strips.ts';

interface StripProps {
  strip: Strip;
  frame: { from: number; to: number };
  yOf: (rung: number) => number;
  stages: number;
  pointed: number;
  colors: Tokens;
}

export function StripDrawing({ strip, frame, yOf, stages, pointed, colors }: StripProps) {
  const scale = (strip.isLogarithmic ? scaleLog() : scaleLinear()).domain(strip.range).range([frame.from, frame.to]);
  const ticks = ticksOf(strip, frame.to - frame.from);
  const xOf = (value: number): number => scale(Math.max(strip.range[0], Math.min(strip.range[1], value)));
  return (
    <g>
      <text x={frame.from} y={22} fill={colors.ink} fontFamily={SERIF} fontSize={14} fontWeight={600}>
        {strip.title}
      </text>
      <text x={frame.from} y={39} fill={colors.quiet}>
        {strip.unit}
      </text>
      {ticks.map((tick) => (
        <g key={tick}>
          <line x1={scale(tick)} x2={scale(tick)} y1={yOf(1)} y2={yOf(stages)} stroke={colors.grid} />
          <text x={scale(tick)} y={yOf(stages) + 26} fill={colors.quiet} fontSize={10.5} textAnchor={anchorOf(scale(tick), frame)}>
            {tickWords(tick)}
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

/** As many as find room beside each other: strips are narrow. */
function ticksOf({ range: [low, high], isLogarithmic }: Strip, room: number): number[] {
  const most = Math.max(2, Math.floor(room / TICK_ROOM));
  for (let count = most; count >= 1; count--) {
    const ticks = isLogarithmic ? powersBetween(low, high, count) : scaleLinear().domain([low, high]).ticks(count);
    if (ticks.length <= most) return ticks;
  }
  return [];
}

/** px for a number under a strip. */
const TICK_ROOM = 40;

/** Powers of ten, every so many. */
function powersBetween(low: number, high: number, count: number): number[] {
  const [first, last] = [Math.ceil(Math.log10(low) - 1e-9), Math.floor(Math.log10(high) + 1e-9)];
  const step = Math.max(1, Math.ceil((last - first + 1) / count));
  return Array.from({ length: Math.max(0, Math.floor((last - first) / step) + 1) }, (_, k) => 10 ** (first + k * step));
}

const tickWords = (tick: number): string =>
  tick !== 0 && (Math.abs(tick) < 1e-3 || Math.abs(tick) >= 1e5)
    ? tick.toExponential(0).replace('e+', 'e')
    : String(Number(tick.toPrecision(6)));

/** Numbers stay under their strip. */
const anchorOf = (x: number, { from, to }: { from: number; to: number }): 'start' | 'middle' | 'end' =>
  x - from < 14 ? 'start' : to - x < 14 ? 'end' : 'middle';

function pathOf(values: readonly (number | null)[], xOf: (value: number) => number, yOf: (rung: number) => number): string {
  let path = '';
  let isDrawing = false;
  values.forEach((value, j) => {
    if (value === null || !Number.isFinite(value)) {
      isDrawing = false;
      return;
    }
    path += `${isDrawing ? 'L' : 'M'}${xOf(value).toFixed(1)} ${yOf(j + 1).toFixed(1)}`;
    isDrawing = true;
  });
  return path;
}
