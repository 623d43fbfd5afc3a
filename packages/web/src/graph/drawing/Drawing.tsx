/** The McCabe-Thiele drawing. It places what was computed; points on it are dragged, stages on it are pointed at. */
import { formatFraction, formatNumber } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import { useMemo, useRef } from 'react';
import type { PointerEvent, RefObject } from 'react';
import { SANS } from '../../theme/tokens.ts';
import type { Tokens } from '../../theme/tokens.ts';
import { Axes } from './Axes.tsx';
import { Construction } from './Construction.tsx';
import type { ConstructionProps } from './Construction.tsx';
import { Handle } from './Handle.tsx';
import { Lens } from './Lens.tsx';
import { makeScale } from './scale.ts';
import type { Scale } from './scale.ts';
import { StageCallout } from './StageCallout.tsx';

/** What can be moved on the drawing, each by its own rule. */
export type Movable = 'distillate' | 'feed' | 'bottoms' | 'q' | 'reflux';

export interface DrawingPoints {
  /** Mole fractions as entered; undefined when not set or impossible. */
  z: number | undefined;
  xD: number | undefined;
  xB: number | undefined;
}

interface Props {
  svg: RefObject<SVGSVGElement | null>;
  width: number;
  height: number;
  colors: Tokens;
  light: string;
  result: GraphResult;
  efficiency: number;
  energyLocus: ConstructionProps['energyLocus'];
  points: DrawingPoints;
  /** Names of feeds and of side draws, in their order. */
  names: { feeds: readonly string[]; draws: readonly string[] };
  /** Stage pointed at, from 1; 0 for none. */
  hovered: number;
  temperature: (T: number) => string;
  onHover: (stage: number) => void;
  /** A movable was dragged to (x, y) in mole fractions. */
  onMove: (what: Movable, x: number, y: number, gesture: string) => void;
  onStep: (what: Movable, steps: number, gesture: string) => void;
}

const MARGIN = { left: 64, right: 20, top: 30, bottom: 56 };
/** The pointer is at a stage within this distance of its corner, px. */
const REACH = 26;

export function Drawing(props: Props) {
  const { svg, width, height, colors, light, result, efficiency, energyLocus, hovered, onHover } = props;
  const scale = useMemo(() => {
    const side = Math.max(Math.min(width - MARGIN.left - MARGIN.right, height - MARGIN.top - MARGIN.bottom), 120);
    const spare = width - MARGIN.left - MARGIN.right - side;
    return makeScale(MARGIN.left + spare / 2, MARGIN.top, side);
  }, [width, height]);
  const construction = { result, colors, efficiency, energyLocus };
  const stages = result.basis?.stages ?? [];
  // Where it stands is measured as the pointer goes down: asked at every move, the browser lays the page out twice a frame.
  const pressedAt = useRef<DOMRect | undefined>(undefined);
  const measure = (): DOMRect | undefined => (pressedAt.current = svg.current?.getBoundingClientRect());
  const toDrawing = (event: PointerEvent) => {
    const box = event.buttons === 0 ? measure() : (pressedAt.current ?? measure());
    return { x: event.clientX - (box?.left ?? 0), y: event.clientY - (box?.top ?? 0) };
  };
  const onPointerMove = (event: PointerEvent) => {
    if (event.buttons === 0) onHover(nearestStage(stages, scale, toDrawing(event)));
  };
  const stage = stages[hovered - 1];
  return (
    <svg
      ref={svg}
      className="drawing"
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={`McCabe-Thiele drawing for ${light}`}
      onPointerDownCapture={measure}
      onWheel={() => (pressedAt.current = undefined)}
      onPointerMove={onPointerMove}
      onPointerLeave={() => onHover(0)}
    >
      <Axes scale={scale} colors={colors} light={light} />
      <g clipPath="url(#plot)">
        <clipPath id="plot">
          <rect x={scale.left} y={scale.top} width={scale.side} height={scale.side} />
        </clipPath>
        <Construction {...construction} scale={scale} />
      </g>
      <Pinch result={result} scale={scale} colors={colors} />
      <Azeotropes result={result} scale={scale} colors={colors} />
      <Lens {...construction} scale={scale} hovered={hovered} />
      <OtherStreams {...props} scale={scale} />
      <Handles {...props} scale={scale} toDrawing={toDrawing} />
      {stage !== undefined && (
        <StageCallout
          number={hovered}
          isReboiler={hovered === stages.length && result.basis?.column.bottom === 'reboiler'}
          stage={stage}
          scale={scale}
          colors={colors}
          temperature={props.temperature(stage.T)}
        />
      )}
    </svg>
  );
}

function nearestStage(stages: readonly { x: number; y: number }[], scale: Scale, at: { x: number; y: number }): number {
  let best = 0;
  let least = REACH;
  for (const [k, stage] of stages.entries()) {
    const distance = Math.hypot(scale.px(stage.x) - at.x, scale.py(stage.y) - at.y);
    if (distance < least) {
      least = distance;
      best = k + 1;
    }
  }
  return best;
}

type Placed = Props & { scale: Scale; toDrawing: (event: PointerEvent) => { x: number; y: number } };

function Handles({ names, result, points, scale, colors, toDrawing, onMove, onStep }: Placed) {
  const { basis, feeds } = result;
  const q = feeds[0]?.q;
  const intercept = basis?.lines.sections[0]?.line.intercept ?? 0;
  const crossing = basis?.lines.crossings.find(({ kind, index }) => kind === 'feed' && index === 0);
  const on = (what: Movable) => ({
    colors,
    toDrawing,
    onDrag: (at: { x: number; y: number }, gesture: string) => {
      onMove(what, scale.x(at.x), scale.y(at.y), gesture);
    },
    onStep: (steps: number, gesture: string) => {
      onStep(what, steps, gesture);
    },
  });
  const diagonal = (x: number) => ({ x: scale.px(x), y: scale.py(x) });
  const { xB, xD, z } = points;
  return (
    <g fontFamily={SANS} fontSize={12.5} fill={colors.ink}>
      {basis !== null && (
        <>
          <Handle
            name="Reflux ratio, by the operating line"
            value={basis.reflux}
            range={[0, 20]}
            shape="square"
            at={{ x: scale.px(0), y: scale.py(intercept) }}
            {...on('reflux')}
          />
          <Text x={scale.px(0) + 12} y={scale.py(intercept) - 9} halo={colors.sheet}>
            {`R ${formatNumber(basis.reflux, 3)}`}
          </Text>
          {crossing !== undefined && (
            <Handle
              name="Feed quality q, by the q-line"
              value={crossing.q}
              range={[-2, 3]}
              shape="square"
              at={{ x: scale.px(crossing.x), y: scale.py(crossing.y) }}
              {...on('q')}
            />
          )}
        </>
      )}
      {xB !== undefined && (
        <>
          <Text x={scale.px(xB) + 13} y={scale.py(xB) + 4} halo={colors.sheet}>
            {`bottoms ${formatFraction(xB, 3)}`}
          </Text>
          <Handle name="Purity of the bottoms" value={xB} range={[0, 1]} at={diagonal(xB)} {...on('bottoms')} />
        </>
      )}
      {z !== undefined && (
        <>
          <Text x={scale.px(z) + 13} y={scale.py(z) + 14} halo={colors.sheet}>
            {`${names.feeds.length > 1 ? (names.feeds[0] ?? 'feed') : 'feed'} ${formatFraction(z, 3)}${q === undefined ? '' : ` · q ${formatNumber(q, 3)}`}`}
          </Text>
          <Handle name="Composition of the feed" value={z} range={[0, 1]} at={diagonal(z)} {...on('feed')} />
        </>
      )}
      {xD !== undefined && (
        <>
          <DistillateLabel x={xD} scale={scale} colors={colors} />
          <Handle name="Purity of the distillate" value={xD} range={[0, 1]} at={diagonal(xD)} {...on('distillate')} />
        </>
      )}
    </g>
  );
}

/** Feeds beyond the first and side draws: said on the drawing, moved by their numbers. */
function OtherStreams({ result, names, scale, colors }: Props & { scale: Scale }) {
  const others = result.basis?.lines.crossings.filter(({ kind, index }) => kind === 'draw' || index > 0) ?? [];
  return (
    <g fontFamily={SANS} fontSize={12.5} fill={colors.ink} pointerEvents="none" data-part="other-streams">
      {others.map(({ kind, index, z }) => {
        const name = (kind === 'feed' ? names.feeds : names.draws)[index] ?? kind;
        return (
          <g key={`${kind}-${index}`}>
            <circle cx={scale.px(z)} cy={scale.py(z)} r={4} fill={colors.sheet} stroke={colors.pine} strokeWidth={1.6} />
            <Text x={scale.px(z) + 13} y={scale.py(z) + 14} halo={colors.sheet}>
              {`${name} ${formatFraction(z, 3)}`}
            </Text>
          </g>
        );
      })}
    </g>
  );
}

/** Beside its point where there is room under the diagonal; near the corner above the frame, where nothing else is drawn. */
function DistillateLabel({ x, scale, colors }: { x: number; scale: Scale; colors: Tokens }) {
  const label = `distillate ${formatFraction(x, 3)}`;
  const right = scale.left + scale.side;
  if (scale.px(x) + 125 < right)
    return (
      <Text x={scale.px(x) + 13} y={scale.py(x) + 14} halo={colors.sheet}>
        {label}
      </Text>
    );
  return (
    <>
      <line x1={scale.px(x)} y1={scale.py(x) - 7} x2={scale.px(x)} y2={scale.top - 6} stroke={colors.quiet} strokeWidth={0.7} />
      <Text x={right} y={scale.top - 10} anchor="end" halo={colors.sheet}>
        {label}
      </Text>
    </>
  );
}

/** Text with a rim of paper, so that lines under it do not make it unreadable. */
function Text({
  x,
  y,
  anchor = 'start',
  halo,
  children,
}: {
  x: number;
  y: number;
  anchor?: 'start' | 'end';
  halo: string;
  children: string;
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      stroke={halo}
      strokeWidth={4}
      paintOrder="stroke"
      strokeLinejoin="round"
      pointerEvents="none"
    >
      {children}
    </text>
  );
}

/** px that its words take. */
const PINCH_WORDS = 205;

function Pinch({ result, scale, colors }: { result: GraphResult; scale: Scale; colors: Tokens }) {
  const minimum = result.basis?.minimumReflux;
  if (minimum === undefined || minimum.kind === 'boil-up') return null;
  const { x, y } = minimum.pinch;
  const at = { x: scale.px(x), y: scale.py(y) };
  // Above the curve is empty paper everywhere but at its very top; where there is no room left of the pinch it stands over what the curve rises to.
  const hasRoom = at.x - 16 - PINCH_WORDS > scale.left;
  const right = scale.left + 8 + PINCH_WORDS;
  const highest = Math.min(
    ...(result.curve?.x ?? []).flatMap((cx, k) => (scale.px(cx) < right ? [scale.py(result.curve?.y[k] ?? 0)] : [])),
    at.y,
  );
  const label = hasRoom
    ? { x: at.x - 16, y: Math.max(at.y - 22, scale.top + 14), anchor: 'end' as const }
    : { x: scale.left + 8, y: Math.max(highest - 10, scale.top + 14), anchor: 'start' as const };
  return (
    <g data-part="pinch" pointerEvents="none">
      <circle cx={at.x} cy={at.y} r={7} fill="none" stroke={colors.copper} strokeWidth={1.4} />
      <line
        x1={hasRoom ? label.x + 2 : at.x}
        y1={label.y + 3}
        x2={at.x - (hasRoom ? 5 : 0)}
        y2={at.y - (hasRoom ? 6 : 8)}
        stroke={colors.copper}
        strokeWidth={0.8}
      />
      <text
        x={label.x}
        y={label.y}
        textAnchor={label.anchor}
        fontFamily={SANS}
        fontSize={12.5}
        fill={colors.copper}
        stroke={colors.sheet}
        strokeWidth={4}
        paintOrder="stroke"
      >
        {`pinch at minimum reflux, ${formatNumber(minimum.ratio, 3)}`}
      </text>
    </g>
  );
}

function Azeotropes({ result, scale, colors }: { result: GraphResult; scale: Scale; colors: Tokens }) {
  const right = scale.left + scale.side;
  return (
    <g fontFamily={SANS} fontSize={12.5} fill={colors.copper} pointerEvents="none" data-part="azeotropes">
      {result.azeotropes.map(({ x }) => {
        const hasRoom = scale.px(x) + 125 < right;
        const at = hasRoom ? { x: scale.px(x) + 12, y: scale.py(x) + 20 } : { x: right - 6, y: scale.py(x) + 66 };
        return (
          <g key={x}>
            <path
              d={`M${scale.px(x)} ${scale.py(x) - 7}l7 7l-7 7l-7 -7z`}
              fill={colors.sheet}
              stroke={colors.copper}
              strokeWidth={1.6}
            />
            <Text
              x={at.x}
              y={at.y}
              anchor={hasRoom ? 'start' : 'end'}
              halo={colors.sheet}
            >{`azeotrope ${formatFraction(x, 3)}`}</Text>
          </g>
        );
      })}
    </g>
  );
}
