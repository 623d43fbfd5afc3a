import { memo } from 'react';
import { SANS, SERIF } from '../../theme/tokens.ts';
import type { Tokens } from '../../theme/tokens.ts';
import type { Scale } from './scale.ts';

const TENTHS = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9];
const LABELLED = [0, 0.2, 0.4, 0.6, 0.8, 1];

export const Axes = memo(function Axes({ scale, colors, light }: { scale: Scale; colors: Tokens; light: string }) {
  const { left, top, side } = scale;
  return (
    <g>
      <rect x={left} y={top} width={side} height={side} fill={colors.sheet} stroke={colors.ink} strokeWidth={1} />
      <g stroke={colors.grid} strokeWidth={1}>
        {TENTHS.map((t) => (
          <g key={t}>
            <line x1={scale.px(t)} y1={top} x2={scale.px(t)} y2={top + side} />
            <line x1={left} y1={scale.py(t)} x2={left + side} y2={scale.py(t)} />
          </g>
        ))}
      </g>
      <g fill={colors.quiet} fontFamily={SANS} fontSize={12.5}>
        {LABELLED.map((t) => (
          <g key={t}>
            <text x={scale.px(t)} y={top + side + 19} textAnchor="middle">
              {t.toFixed(1)}
            </text>
            <text x={left - 8} y={scale.py(t) + 4} textAnchor="end">
              {t.toFixed(1)}
            </text>
          </g>
        ))}
      </g>
      <g fill={colors.ink} fontFamily={SERIF} fontSize={15.5} textAnchor="middle">
        <text x={left + side / 2} y={top + side + 42}>{`${light} in liquid, x (mol/mol)`}</text>
        <text transform={`translate(${left - 38} ${top + side / 2}) rotate(-90)`}>{`${light} in vapour, y (mol/mol)`}</text>
      </g>
    </g>
  );
});
