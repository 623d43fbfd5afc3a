/** A magnified view of the steps that are too small to see, in the empty corner under the diagonal. */
import { formatFixed } from '@keen-ladder/core';
import { useMemo } from 'react';
import { SANS } from '../../theme/tokens.ts';
import { Construction } from './Construction.tsx';
import type { ConstructionProps } from './Construction.tsx';
import { crowdedWindow, LENS_SHARE, makeScale } from './scale.ts';

export function Lens({ hovered, ...construction }: ConstructionProps & { hovered: number }) {
  const { result, scale, colors } = construction;
  const stages = result.basis?.stages;
  const view = useMemo(() => (stages === undefined ? undefined : crowdedWindow(stages, scale.side)), [stages, scale.side]);
  if (view === undefined) return null;
  const side = LENS_SHARE * scale.side;
  const left = scale.left + scale.side - side - 12;
  const top = scale.top + scale.side - side - 12;
  const inside = makeScale(left, top, side, view);
  const stage = stages?.[hovered - 1];
  return (
    <g data-part="lens" pointerEvents="none">
      <rect
        x={scale.px(view.x)}
        y={scale.py(view.y + view.size)}
        width={view.size * scale.side}
        height={view.size * scale.side}
        fill="none"
        stroke={colors.quiet}
        strokeWidth={0.8}
        strokeDasharray="3 3"
      />
      <clipPath id="lens">
        <rect x={left} y={top} width={side} height={side} />
      </clipPath>
      <rect x={left} y={top} width={side} height={side} fill={colors.sheet} stroke={colors.quiet} strokeWidth={0.9} />
      <g clipPath="url(#lens)">
        <Construction {...construction} scale={inside} />
        {stage !== undefined && <circle cx={inside.px(stage.x)} cy={inside.py(stage.y)} r={4.5} fill={colors.copper} />}
      </g>
      <text
        x={left + 8}
        y={top + side - 8}
        fontFamily={SANS}
        fontSize={11.5}
        fill={colors.quiet}
        stroke={colors.sheet}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {`lens, ${formatFixed(LENS_SHARE / view.size, 1)} ×`}
      </text>
    </g>
  );
}
