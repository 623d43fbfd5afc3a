/** A stream beside its rung: a feed points in, a product points out; liquid solid, vapour dashed. One that can be moved is a slider. */
import { useRef } from 'react';
import type { KeyboardEvent, PointerEvent } from 'react';
import { useGesture } from '../../fields/gesture.ts';
import type { Tokens } from '../../theme/tokens.ts';

interface Props {
  direction: 'in' | 'out';
  name: string;
  words: string;
  /** A third line: what a product mostly holds. */
  more: string | undefined;
  isVapour: boolean;
  rung: number;
  rungWords: string;
  stages: number;
  /** px: the ladder's left stile, the tag's middle, its rung. */
  to: number;
  y: number;
  at: number;
  height: number;
  colors: Tokens;
  rungAt: (y: number) => number;
  onMove?: (stage: number, gesture: string) => void;
}

const LEFT = 2;
const POINT = 10;
/** px of a line of small text. */
const LINE = 12;

export function Tag({
  direction,
  name,
  words,
  more,
  isVapour,
  rung,
  rungWords,
  stages,
  to,
  y,
  at,
  height,
  colors,
  rungAt,
  onMove,
}: Props) {
  const right = to - 16;
  const drawn = more === undefined ? height - LINE : height;
  const [top, bottom] = [y - drawn / 2, y + drawn / 2];
  const outline =
    direction === 'in'
      ? `M${LEFT} ${top}H${right - POINT}L${right} ${y}L${right - POINT} ${bottom}H${LEFT}Z`
      : `M${right} ${top}H${LEFT + POINT}L${LEFT} ${y}L${LEFT + POINT} ${bottom}H${right}Z`;
  const moving = useMoving({ rung, rungWords, stages, at, rungAt, onMove });
  const textX = direction === 'in' ? LEFT + 6 : LEFT + POINT + 4;
  const room = right - textX - (direction === 'in' ? POINT : 2);
  return (
    <g className={onMove === undefined ? 'tag' : 'tag handle'} aria-label={`${name}, ${rungWords}`} {...moving}>
      <title>{[name, words, more].filter((part) => part !== undefined).join('; ')}</title>
      <path
        className="handle-mark"
        d={outline}
        fill={colors.sheet}
        stroke={colors.pine}
        strokeWidth={1.4}
        {...(isVapour ? { strokeDasharray: '4 2.5' } : {})}
      />
      <path
        d={`M${right} ${y}L${to - 3} ${at}`}
        fill="none"
        stroke={colors.pine}
        strokeWidth={1.2}
        {...(isVapour ? { strokeDasharray: '4 2.5' } : {})}
      />
      <text x={textX} y={top + 15} fontSize={11.5} fontWeight={600} fill={colors.ink}>
        {fitted(name, room, 6.3)}
      </text>
      <text x={textX} y={top + 29} fontSize={10} fill={colors.quiet}>
        {fitted(words, room, 5.1)}
      </text>
      {more !== undefined && (
        <text x={textX} y={top + 41} fontSize={10} fill={colors.quiet}>
          {fitted(more, room, 5.1)}
        </text>
      )}
    </g>
  );
}

/** What makes a tag a slider over the rungs, for the pointer and the keyboard; nothing where it stands still. */
function useMoving({
  rung,
  rungWords,
  stages,
  at,
  rungAt,
  onMove,
}: Pick<Props, 'rung' | 'rungWords' | 'stages' | 'at' | 'rungAt'> & { onMove: Props['onMove'] | undefined }) {
  const drag = useGesture('drag');
  const keys = useGesture();
  const grip = useRef(0);
  const localY = (event: PointerEvent<SVGGElement>): number => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return event.clientY - (box?.top ?? 0);
  };
  if (onMove === undefined) return {};
  return {
    role: 'slider',
    tabIndex: 0,
    'aria-valuenow': rung,
    'aria-valuemin': 1,
    'aria-valuemax': stages,
    'aria-valuetext': rungWords,
    onPointerDown: (event: PointerEvent<SVGGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      event.currentTarget.focus();
      grip.current = at - localY(event);
      drag.renew();
      event.preventDefault();
    },
    onPointerMove: (event: PointerEvent<SVGGElement>) => {
      if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
      const next = rungAt(localY(event) + grip.current);
      if (next !== rung) onMove(next, drag.current());
    },
    onPointerUp: drag.renew,
    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
      const by = { ArrowUp: -1, ArrowDown: 1, PageUp: -5, PageDown: 5 }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      onMove(Math.max(1, Math.min(stages, rung + by)), keys.current());
    },
    onKeyUp: keys.renew,
  };
}

/** Shortened with an ellipsis where it would leave its tag; the whole stands in the title. */
function fitted(text: string, room: number, perLetter: number): string {
  const most = Math.floor(room / perLetter);
  return text.length <= most ? text : `${text.slice(0, Math.max(1, most - 1)).trimEnd()}…`;
}
