/** What the drawing and its lens both show: curves, diagonal, q-lines, operating lines, staircase. Liquid and vapour side by side. */
import { onLine, sectionAt } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import isEqual from 'fast-deep-equal';
import { memo } from 'react';
import type { Tokens } from '../../theme/tokens.ts';
import { curvePath, operatingPoints, polyline, pseudoCurvePoints, staircasePath } from './paths.ts';
import type { Scale } from './scale.ts';

export interface ConstructionProps {
  result: GraphResult;
  scale: Scale;
  colors: Tokens;
  /** Murphree's efficiency of the trays; 1 for equilibrium stages. */
  efficiency: number;
  /** Where liquid and vapour pass each other by the energy balance; null where that is not shown. */
  energyLocus: { x: readonly number[]; y: readonly number[] } | null;
}

type Basis = NonNullable<GraphResult['basis']>;
type Drawn = NonNullable<GraphResult['curve']>;

export function Construction({ result, scale, colors, efficiency, energyLocus }: ConstructionProps) {
  const { basis, curve, endCurves } = result;
  return (
    <g fill="none" strokeLinejoin="round">
      <line x1={scale.px(0)} y1={scale.py(0)} x2={scale.px(1)} y2={scale.py(1)} stroke={colors.quiet} strokeWidth={0.9} />
      {basis !== null && <Lines basis={basis} scale={scale} colors={colors} />}
      {basis !== null && <WrongSide result={result} scale={scale} color={colors.copper} />}
      {endCurves.map((end, k) => (
        <path key={k} d={curvePath(end, scale)} stroke={colors.quiet} strokeWidth={0.9} data-part="end-curve" />
      ))}
      {curve !== null && <Curve curve={curve} scale={scale} color={colors.ink} />}
      {basis !== null && curve !== null && efficiency < 1 && (
        <polyline
          points={polyline(pseudoCurvePoints(curve, basis, efficiency), scale)}
          stroke={colors.ink}
          strokeWidth={1.2}
          strokeDasharray="6 4"
          data-part="pseudo-curve"
        />
      )}
      {energyLocus !== null && (
        <polyline
          points={polyline(
            energyLocus.x.map((x, k) => ({ x, y: energyLocus.y[k] ?? x })),
            scale,
          )}
          stroke={colors.copper}
          strokeWidth={1.4}
          strokeDasharray="7 3 1.5 3"
          data-part="energy-balanced"
        />
      )}
      {basis !== null && basis.stages.length > 0 && (
        <path
          d={staircasePath(basis.stages, basis.column.xD, scale, basis.lines.steam !== null)}
          stroke={colors.copper}
          strokeWidth={1.4}
          data-part="staircase"
        />
      )}
    </g>
  );
}

/** What the engine sends is a copy: a curve of the same points is not laid out anew. */
const Curve = memo(function Curve({ curve, scale, color }: { curve: Drawn; scale: Scale; color: string }) {
  return <path d={curvePath(curve, scale)} stroke={color} strokeWidth={2.2} data-part="curve" />;
}, isEqual);

function Lines({ basis, scale, colors }: { basis: Basis; scale: Scale; colors: Tokens }) {
  const { lines } = basis;
  const [top] = lines.sections;
  const [first] = operatingPoints(basis).slice(1);
  return (
    <g stroke={colors.pine}>
      {top !== undefined && first !== undefined && (
        <line
          x1={scale.px(0)}
          y1={scale.py(top.line.intercept)}
          x2={scale.px(first.x)}
          y2={scale.py(first.y)}
          strokeWidth={0.9}
          strokeDasharray="2 5"
          data-part="intercept"
        />
      )}
      {lines.crossings.map(({ kind, index, z, x, y }) => (
        <line
          key={`${kind}-${index}`}
          x1={scale.px(z)}
          y1={scale.py(z)}
          x2={scale.px(x)}
          y2={scale.py(y)}
          strokeWidth={kind === 'feed' ? 2 : 1.3}
          strokeDasharray={kind === 'feed' ? '2 4' : '1 3'}
          data-part={kind === 'feed' ? 'q-line' : 'draw-line'}
        />
      ))}
      <polyline points={polyline(operatingPoints(basis), scale)} strokeWidth={2} data-part="operating-lines" />
    </g>
  );
}

/** The part of the operating lines that lies above the curve, where the reflux is short. */
function WrongSide({ result, scale, color }: { result: GraphResult; scale: Scale; color: string }) {
  const { outcome, basis } = result;
  if (basis === null || outcome.state !== 'out-of-reach' || outcome.reason.code !== 'below-minimum-reflux') return null;
  const { from, to } = outcome.reason;
  const { lines } = basis;
  const inner = lines.crossings.map(({ x }) => x).filter((x) => x > from && x < to);
  const points = [from, ...inner.sort((a, b) => a - b), to].flatMap((x) => {
    const line = lines.sections[sectionAt(lines, x)]?.line;
    return line === undefined ? [] : [{ x, y: onLine(line, x) }];
  });
  return (
    <polyline points={polyline(points, scale)} stroke={color} strokeWidth={4.5} strokeLinecap="round" data-part="wrong-side" />
  );
}
