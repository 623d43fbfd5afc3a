/** What the drawing and its lens both show: curve, diagonal, q-line, operating lines, staircase, pinch. Liquid and vapour side by side. */
import { onLine } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import { memo } from 'react';
import type { Tokens } from '../../theme/tokens.ts';
import { curvePath, staircasePath } from './paths.ts';
import type { Scale } from './scale.ts';

interface Props {
  result: GraphResult;
  scale: Scale;
  colors: Tokens;
}

export function Construction({ result, scale, colors }: Props) {
  const { basis, curve } = result;
  return (
    <g fill="none" strokeLinejoin="round">
      <line x1={scale.px(0)} y1={scale.py(0)} x2={scale.px(1)} y2={scale.py(1)} stroke={colors.quiet} strokeWidth={0.9} />
      {basis !== null && <Lines basis={basis} scale={scale} colors={colors} />}
      {basis !== null && <WrongSide result={result} scale={scale} color={colors.copper} />}
      {curve !== null && <Curve curve={curve} scale={scale} color={colors.ink} />}
      {basis !== null && basis.stages.length > 0 && (
        <path
          d={staircasePath(basis.stages, basis.split.xD, scale)}
          stroke={colors.copper}
          strokeWidth={1.4}
          data-part="staircase"
        />
      )}
    </g>
  );
}

const Curve = memo(function Curve({
  curve,
  scale,
  color,
}: {
  curve: NonNullable<GraphResult['curve']>;
  scale: Scale;
  color: string;
}) {
  return <path d={curvePath(curve, scale)} stroke={color} strokeWidth={2.2} data-part="curve" />;
});

function Lines({ basis, scale, colors }: { basis: NonNullable<GraphResult['basis']>; scale: Scale; colors: Tokens }) {
  const { split, lines } = basis;
  const cross = { x: scale.px(lines.crossing.x), y: scale.py(lines.crossing.y) };
  return (
    <g stroke={colors.pine}>
      <line
        x1={scale.px(0)}
        y1={scale.py(lines.above.intercept)}
        x2={cross.x}
        y2={cross.y}
        strokeWidth={0.9}
        strokeDasharray="2 5"
        data-part="intercept"
      />
      <line
        x1={scale.px(split.z)}
        y1={scale.py(split.z)}
        x2={cross.x}
        y2={cross.y}
        strokeWidth={2}
        strokeDasharray="2 4"
        data-part="q-line"
      />
      <polyline
        points={`${scale.px(split.xD)},${scale.py(split.xD)} ${cross.x},${cross.y} ${scale.px(split.xB)},${scale.py(split.xB)}`}
        strokeWidth={2}
        data-part="operating-lines"
      />
    </g>
  );
}

/** The part of the operating lines that lies above the curve, where the reflux is short. */
function WrongSide({ result, scale, color }: { result: GraphResult; scale: Scale; color: string }) {
  const { outcome, basis } = result;
  if (basis === null || outcome.state !== 'out-of-reach' || outcome.reason.code !== 'below-minimum-reflux') return null;
  const { from, to } = outcome.reason;
  const { above, below, crossing } = basis.lines;
  const inner = crossing.x > from && crossing.x < to ? [crossing.x] : [];
  const points = [from, ...inner, to].map((x) => `${scale.px(x)},${scale.py(onLine(x >= crossing.x ? above : below, x))}`);
  return <polyline points={points.join(' ')} stroke={color} strokeWidth={4.5} strokeLinecap="round" data-part="wrong-side" />;
}
