import { formatFraction } from '@keen-ladder/core';
import { SANS } from '../../theme/tokens.ts';
import type { Tokens } from '../../theme/tokens.ts';
import type { Scale } from './scale.ts';

const WIDTH = 158;
const HEIGHT = 66;

interface Props {
  number: number;
  isReboiler: boolean;
  stage: { x: number; y: number };
  scale: Scale;
  colors: Tokens;
  temperature: string;
}

/** What the stage is that is pointed at: number, liquid, vapour, temperature. */
export function StageCallout({ number, isReboiler, stage, scale, colors, temperature }: Props) {
  const at = { x: scale.px(stage.x), y: scale.py(stage.y) };
  const left = Math.min(at.x + 24, scale.left + scale.side - WIDTH - 4);
  const top = Math.min(at.y + 34, scale.top + scale.side - HEIGHT - 4);
  const where = isReboiler ? 'reboiler' : 'from the top';
  return (
    <g pointerEvents="none" data-part="callout">
      <line x1={at.x} y1={at.y} x2={left + 8} y2={top} stroke={colors.quiet} strokeWidth={0.8} />
      <circle cx={at.x} cy={at.y} r={4.5} fill={colors.copper} />
      <rect x={left} y={top} width={WIDTH} height={HEIGHT} fill={colors.sheet} stroke={colors.rule} />
      <g fontFamily={SANS} fontSize={12.5} fill={colors.ink}>
        <text x={left + 10} y={top + 19} fontWeight={600}>{`Stage ${number}, ${where}`}</text>
        <text x={left + 10} y={top + 37}>{`x ${formatFraction(stage.x)}   y ${formatFraction(stage.y)}`}</text>
        <text x={left + 10} y={top + 54}>
          {temperature}
        </text>
      </g>
    </g>
  );
}
