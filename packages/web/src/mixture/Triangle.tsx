/** Three components in a triangle: residue curves, the boundaries that no column crosses, and where mixtures boil together. */
import { findUnit, formatQuantity, shownUnit } from '@keen-ladder/core';
import type { MapCurve, MapPoint, MixtureMap } from '@keen-ladder/core';
import { useRef, useState } from 'react';
import { useAppSelector } from '../app/store.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';
import { useLook } from '../theme/Themed.tsx';
import { SANS, SERIF } from '../theme/tokens.ts';

const EDGE = { side: 62, top: 34, bottom: 34 };

export function Triangle({ map }: { map: MixtureMap }) {
  const panel = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useElementSize(panel);
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <span className="quiet small">
          ring: boils lowest · disc: highest · lozenge: between · thick line: a boundary no column crosses
        </span>
        <SaveChart svg={svg} name="residue curves" rows={() => rowsOf(map)} table="Points as CSV" />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && <Drawing svg={svg} map={map} width={size.width} height={size.height} />}
      </div>
    </div>
  );
}

interface DrawingProps {
  svg: React.Ref<SVGSVGElement>;
  map: MixtureMap;
  width: number;
  height: number;
}

function Drawing({ svg, map, width, height }: DrawingProps) {
  const { colors } = useLook();
  const components = useAppSelector(selectComponents);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('temperature', shownUnit(display, 'temperature'));
  const [pointed, setPointed] = useState<number[] | undefined>(undefined);
  const side = Math.min(width - 2 * EDGE.side, (height - EDGE.top - EDGE.bottom) / HEIGHT);
  const [left, bottom] = [(width - side) / 2, height - EDGE.bottom];
  /** First component at the top, second at the right, third at the left. */
  const at = (x: readonly number[]): [number, number] => {
    const [top = 0, right = 0] = x;
    return [left + side * (right + top / 2), bottom - side * HEIGHT * top];
  };
  const path = ({ points }: MapCurve): string =>
    points
      .map(
        (x, k) =>
          `${k === 0 ? 'M' : 'L'}${at(x)
            .map((v) => v.toFixed(1))
            .join(' ')}`,
      )
      .join('');
  const corners = [at([1, 0, 0]), at([0, 1, 0]), at([0, 0, 1])];
  const names = components.map(({ name }) => name);
  return (
    <svg
      ref={svg}
      className="chart"
      width={width}
      height={height}
      role="img"
      aria-label={`Residue curves of ${names.join(', ')}`}
      onMouseMove={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const top = (bottom - (event.clientY - box.top)) / (side * HEIGHT);
        const right = (event.clientX - box.left - left) / side - top / 2;
        const x = [top, right, 1 - top - right];
        setPointed(x.every((part) => part >= 0) ? x : undefined);
      }}
      onMouseLeave={() => setPointed(undefined)}
    >
      <path d={`M${corners.map(([x, y]) => `${x} ${y}`).join('L')}Z`} fill="none" stroke={colors.ink} />
      {map.curves.map((curve, k) => (
        <g key={k}>
          <path d={path(curve)} fill="none" stroke={colors.quiet} strokeWidth={1} />
          <Arrow curve={curve} at={at} color={colors.quiet} />
        </g>
      ))}
      {map.boundaries.map((curve, k) => (
        <path key={k} d={path(curve)} fill="none" stroke={colors.copper} strokeWidth={2.4} />
      ))}
      {map.points.map((point) => (
        <Shape key={point.names.join()} point={point} at={at(point.x)} colors={colors} />
      ))}
      <g fill={colors.ink} fontFamily={SERIF} fontSize={13.5}>
        <text x={corners[0]?.[0]} y={(corners[0]?.[1] ?? 0) - 14} textAnchor="middle">
          {names[0]}
        </text>
        <text x={corners[1]?.[0]} y={(corners[1]?.[1] ?? 0) + 24} textAnchor="middle">
          {names[1]}
        </text>
        <text x={corners[2]?.[0]} y={(corners[2]?.[1] ?? 0) + 24} textAnchor="middle">
          {names[2]}
        </text>
      </g>
      <g fill={colors.ink} fontFamily={SANS} fontSize={12}>
        {map.points.map(({ names: of, x, T }) => {
          const [px, py] = at(x);
          const isOnBase = of.length > 1 && (x[0] ?? 0) === 0;
          const isLeft = px < width / 2;
          return (
            <text
              key={of.join()}
              x={isOnBase ? px : px + (isLeft ? -10 : 10)}
              y={isOnBase ? py + 20 : py + 4}
              textAnchor={isOnBase ? 'middle' : isLeft ? 'end' : 'start'}
              stroke={colors.sheet}
              strokeWidth={4}
              paintOrder="stroke"
            >
              {formatQuantity(T, unit, site)}
            </text>
          );
        })}
        <text x={12} y={20}>
          {unit.id}
        </text>
      </g>
      {pointed !== undefined && (
        <g fill={colors.ink} fontFamily={SANS} fontSize={12.5}>
          {names.map((name, i) => (
            <text key={name} x={width - 12} y={20 + 16 * i} textAnchor="end">
              {name} {(pointed[i] ?? 0).toFixed(3)}
            </text>
          ))}
        </g>
      )}
    </svg>
  );
}

const HEIGHT = Math.sqrt(3) / 2;

/** Half-way along a curve, towards what boils higher. */
function Arrow({
  curve: { points },
  at,
  color,
}: {
  curve: MapCurve;
  at: (x: readonly number[]) => [number, number];
  color: string;
}) {
  const k = points.length >> 1;
  const [before, after] = [points[Math.max(0, k - 2)], points[k]];
  if (before === undefined || after === undefined) return null;
  const [[x0, y0], [x1, y1]] = [at(before), at(after)];
  const turn = (Math.atan2(y1 - y0, x1 - x0) * 180) / Math.PI;
  return (
    <path
      d="M-5 -3.5L3 0L-5 3.5Z"
      transform={`translate(${x1.toFixed(1)} ${y1.toFixed(1)}) rotate(${turn.toFixed(1)})`}
      fill={color}
    />
  );
}

/** Where curves begin a ring, where they end a disc, where they pass by a lozenge. */
function Shape({
  point,
  at: [x, y],
  colors,
}: {
  point: MapPoint;
  at: [number, number];
  colors: ReturnType<typeof useLook>['colors'];
}) {
  const words = `${point.names.join(' and ')}: ${point.kind}`;
  if (point.kind === 'saddle')
    return (
      <path d={`M${x} ${y - 6}l6 6l-6 6l-6 -6z`} fill={colors.sheet} stroke={colors.pine} strokeWidth={1.8}>
        <title>{words}</title>
      </path>
    );
  return (
    <circle
      cx={x}
      cy={y}
      r={5}
      fill={point.kind === 'stable node' ? colors.pine : colors.sheet}
      stroke={colors.pine}
      strokeWidth={2}
    >
      <title>{words}</title>
    </circle>
  );
}

function rowsOf({ curves, boundaries }: MixtureMap): (string | number)[][] {
  const rows = (name: string, of: readonly MapCurve[]) =>
    of.flatMap(({ points, T }, k) => points.map((x, p) => [`${name} ${k + 1}`, ...x, T[p] ?? 0]));
  return [
    ['curve', 'first, mol/mol', 'second, mol/mol', 'third, mol/mol', 'temperature, K'],
    ...rows('residue curve', curves),
    ...rows('boundary', boundaries),
  ];
}
