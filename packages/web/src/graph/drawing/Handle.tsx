/** A point that can be dragged with the pointer, or moved with the arrow keys once it has the focus. */
import type { KeyboardEvent, PointerEvent } from 'react';
import { useGesture } from '../../fields/gesture.ts';
import type { Tokens } from '../../theme/tokens.ts';

interface Props {
  /** What it is called for those who do not see it, and in tests. */
  name: string;
  value: number;
  range: [number, number];
  at: { x: number; y: number };
  colors: Tokens;
  shape?: 'round' | 'square';
  /** Pixel under the pointer, in the drawing. */
  toDrawing: (event: PointerEvent) => { x: number; y: number };
  onDrag: (at: { x: number; y: number }, gesture: string) => void;
  onStep: (steps: number, gesture: string) => void;
}

export function Handle({ name, value, range, at, colors, shape = 'round', toDrawing, onDrag, onStep }: Props) {
  const drag = useGesture('drag');
  const keys = useGesture();
  const onPointerDown = (event: PointerEvent<SVGGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    drag.renew();
    event.preventDefault();
  };
  const onPointerMove = (event: PointerEvent<SVGGElement>) => {
    if (event.currentTarget.hasPointerCapture(event.pointerId)) onDrag(toDrawing(event), drag.current());
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (direction === undefined) return;
    event.preventDefault();
    onStep(direction * (event.shiftKey ? 10 : 1), keys.current());
  };
  return (
    <g
      className="handle"
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={value}
      aria-valuemin={range[0]}
      aria-valuemax={range[1]}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={drag.renew}
      onKeyDown={onKeyDown}
      onKeyUp={keys.renew}
    >
      <circle cx={at.x} cy={at.y} r={14} fill="transparent" />
      {shape === 'round' ? (
        <circle className="handle-mark" cx={at.x} cy={at.y} r={6} fill={colors.sheet} stroke={colors.pine} strokeWidth={2.4} />
      ) : (
        <rect
          className="handle-mark"
          x={at.x - 5}
          y={at.y - 5}
          width={10}
          height={10}
          rx={1.5}
          fill={colors.sheet}
          stroke={colors.pine}
          strokeWidth={2.2}
        />
      )}
    </g>
  );
}
