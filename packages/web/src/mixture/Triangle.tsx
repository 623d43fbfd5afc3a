/** Three components in a triangle: residue curves, the boundaries that no column crosses, and where mixtures boil together. */
import { findUnit, formatQuantity, fromSI, latticePlace, levelLine, shownUnit } from '@keen-ladder/core';
import type { AskedProducts, MapCurve, MapPoint, MixtureMap } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { scaleLinear } from 'd3-scale';
import { useMemo, useRef, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';
import { linePath } from '../drawing/linePath.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { useLook } from '../theme/Themed.tsx';
import { SANS, SERIF } from '../theme/tokens.ts';
import type { Tokens } from '../theme/tokens.ts';

const EDGE = { side: 62, top: 34, bottom: 34 };

interface Props {
  map: MixtureMap;
  products: AskedProducts | undefined;
  /** K at which liquids are parted; undefined: where they boil. */
  gapT: number | undefined;
}

type Shown = 'curves' | 'isotherms' | 'both';

export function Triangle({ map, products, gapT }: Props) {
  const [shown, setShown] = useState<Shown>('both');
  const showQuantity = useAppSelector(selectShowQuantity);
  const panel = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useElementSize(panel);
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <Segmented<Shown>
          size="small"
          aria-label="Lines"
          value={shown}
          options={[
            { value: 'curves', label: 'residue curves' },
            { value: 'isotherms', label: 'isotherms' },
            { value: 'both', label: 'both' },
          ]}
          onChange={setShown}
        />
        <SaveChart drawing={svg} name="residue curves" rows={() => rowsOf(map)} table="Points as CSV" />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && (
          <Drawing svg={svg} map={map} shown={shown} products={products} width={size.width} height={size.height} />
        )}
      </div>
      <p className="triangle-legend quiet small">
        ring: boils lowest · disc: highest · lozenge: between · thick line: a boundary no column crosses
        {map.tieLines.length > 0 &&
          ` · joined dots: two liquids, ${gapT === undefined ? 'boiling' : `at ${showQuantity(gapT, 'temperature')}`}`}
        {products !== undefined && ' · T and B: wanted products'}
      </p>
    </div>
  );
}

interface DrawingProps {
  svg: React.Ref<SVGSVGElement>;
  map: MixtureMap;
  shown: Shown;
  products: AskedProducts | undefined;
  width: number;
  height: number;
}

function Drawing({ svg, map, shown, products, width, height }: DrawingProps) {
  const { colors } = useLook();
  const components = useAppSelector(selectComponents);
  const [pointed, setPointed] = useState<number[] | undefined>(undefined);
  const side = Math.min(width - 2 * EDGE.side, (height - EDGE.top - EDGE.bottom) / HEIGHT);
  const [left, bottom] = [(width - side) / 2, height - EDGE.bottom];
  /** First component at the top, second at the right, third at the left. */
  const at = (x: readonly number[]): [number, number] => {
    const [top = 0, right = 0] = x;
    return [left + side * (right + top / 2), bottom - side * HEIGHT * top];
  };
  const path = ({ points }: MapCurve): string =>
    linePath(
      points.map((fractions) => {
        const [x, y] = at(fractions);
        return { x, y };
      }),
    );
  const corners = [at([1, 0, 0]), at([0, 1, 0]), at([0, 0, 1])];
  const names = components.map(({ name }) => name);
  const boils = pointed === undefined ? null : nearestOnLattice(map.surface, pointed);
  return (
    <svg
      ref={svg}
      className="chart"
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
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
      {shown !== 'curves' && <Isotherms map={map} at={at} color={colors.pine} halo={colors.sheet} />}
      <TieLines lines={map.tieLines} at={at} color={colors.copper} />
      {(shown === 'isotherms' ? [] : map.curves).map((curve, k) => (
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
      {products !== undefined && <Products products={products} at={at} colors={colors} />}
      <CornerNames names={names} corners={corners} color={colors.ink} />
      <Temperatures map={map} at={at} middle={width / 2} colors={colors} />
      {pointed !== undefined && <PointedAt x={pointed} names={names} boils={boils} right={width - 12} color={colors.ink} />}
    </svg>
  );
}

const HEIGHT = Math.sqrt(3) / 2;

type At = (x: readonly number[]) => [number, number];

function TieLines({ lines, at, color }: { lines: MixtureMap['tieLines']; at: At; color: string }) {
  return lines.map(({ first, second }, k) => {
    const [[x1, y1], [x2, y2]] = [at(first), at(second)];
    return (
      <g key={k} stroke={color} strokeWidth={0.8} fill={color}>
        <line x1={x1} y1={y1} x2={x2} y2={y2} strokeDasharray="1 3" />
        <circle cx={x1} cy={y1} r={1.8} />
        <circle cx={x2} cy={y2} r={1.8} />
      </g>
    );
  });
}

interface CornerProps {
  names: readonly string[];
  corners: readonly (readonly [number, number])[];
  color: string;
}

function CornerNames({ names, corners, color }: CornerProps) {
  return (
    <g fill={color} fontFamily={SERIF} fontSize={13.5}>
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
  );
}

/** Beside each pure component and azeotrope, what it boils at. */
function Temperatures({ map, at, middle, colors }: { map: MixtureMap; at: At; middle: number; colors: Tokens }) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('temperature', shownUnit(display, 'temperature'));
  return (
    <g fill={colors.ink} fontFamily={SANS} fontSize={12}>
      {map.points.map(({ names: of, x, T }) => {
        const [px, py] = at(x);
        const isOnBase = of.length > 1 && (x[0] ?? 0) === 0;
        const isLeft = px < middle;
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
  );
}

interface PointedProps {
  x: readonly number[];
  names: readonly string[];
  /** K */
  boils: number | null;
  right: number;
  color: string;
}

/** The composition under the pointer. */
function PointedAt({ x, names, boils, right, color }: PointedProps) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('temperature', shownUnit(display, 'temperature'));
  return (
    <g fill={color} fontFamily={SANS} fontSize={12.5}>
      {names.map((name, i) => (
        <text key={name} x={right} y={20 + 16 * i} textAnchor="end">
          {name} {(x[i] ?? 0).toFixed(3)}
        </text>
      ))}
      {boils !== null && (
        <text x={right} y={68} textAnchor="end">
          boils at about {formatQuantity(boils, unit, site)} {unit.id}
        </text>
      )}
    </g>
  );
}

/** K at the lattice point beside a composition. */
function nearestOnLattice({ parts, T }: MixtureMap['surface'], [first = 0, second = 0]: readonly number[]): number | null {
  const i = Math.min(parts, Math.round(first * parts));
  const j = Math.min(parts - i, Math.round(second * parts));
  return T[latticePlace(parts, i, j)] ?? null;
}

type Placed = (x: readonly number[]) => [number, number];

/** Lines of one boiling point, at round temperatures of the unit shown. */
function Isotherms({ map, at, color, halo }: { map: MixtureMap; at: Placed; color: string; halo: string }) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const { parts, T } = map.surface;
  const lines = useMemo(() => {
    const unit = findUnit('temperature', shownUnit(display, 'temperature'));
    const values = T.map((value) => (value === null ? null : fromSI(value, unit, site)));
    const known = values.filter((value) => value !== null);
    return scaleLinear()
      .domain([Math.min(...known), Math.max(...known)])
      .ticks(8)
      .map((level) => ({ level, segments: levelLine(parts, values, level) }));
  }, [parts, T, display, site]);
  const taken = map.points.map(({ x }) => at(x));
  return lines.map(({ level, segments }) => (
    <g key={level}>
      <path
        d={segments.map(([from, to]) => `M${at(from).map(short).join(' ')}L${at(to).map(short).join(' ')}`).join('')}
        fill="none"
        stroke={color}
        strokeWidth={0.9}
        strokeDasharray="5 4"
      />
      {labelPlaces(
        segments.map(([from]) => at(from)),
        taken,
      ).map(([x, y]) => (
        <text
          key={`${x} ${y}`}
          x={x}
          y={y + 4}
          fill={color}
          stroke={halo}
          strokeWidth={3}
          paintOrder="stroke"
          fontFamily={SANS}
          fontSize={11}
          textAnchor="middle"
        >
          {level}
        </text>
      ))}
    </g>
  ));
}

/** Where a line tells its value: once on every part of it, clear of points and of other labels (`taken`, to which these are added). */
function labelPlaces(line: readonly [number, number][], taken: [number, number][]): [number, number][] {
  const apart = ([x, y]: [number, number], [u, v]: [number, number]): number => Math.hypot(x - u, y - v);
  const places: [number, number][] = [];
  const middle = line.length >> 1;
  for (const place of [...line.slice(middle), ...line.slice(0, middle).reverse()]) {
    if (taken.some((other) => apart(place, other) < CLEAR) || places.some((other) => apart(place, other) < LABELS_APART)) continue;
    places.push(place);
    taken.push(place);
  }
  return places;
}

/** Pixels. */
const CLEAR = 24;
const LABELS_APART = 170;

const short = (v: number): string => v.toFixed(1);

/** Both products on the straight line on which the feed lies. */
function Products({ products: { first, second }, at, colors }: { products: AskedProducts; at: Placed; colors: Tokens }) {
  const [top, bottom] = [at(first), at(second)];
  return (
    <g fontFamily={SANS} fontSize={12} fontWeight={600} fill={colors.ink}>
      <line x1={top[0]} y1={top[1]} x2={bottom[0]} y2={bottom[1]} stroke={colors.ink} strokeWidth={1} />
      {([['T', top] as const, ['B', bottom] as const] as const).map(([letter, [x, y]]) => (
        <g key={letter}>
          <rect x={x - 4} y={y - 4} width={8} height={8} fill={colors.ink} stroke={colors.sheet} />
          <text x={x + 8} y={y - 6} stroke={colors.sheet} strokeWidth={3} paintOrder="stroke">
            {letter}
          </text>
        </g>
      ))}
    </g>
  );
}

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
