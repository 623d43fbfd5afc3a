/**
 * The column as a ladder: rungs are stages, and strips to the right share its height rung by rung. A rung that is pointed at is marked in all of them;
 * arrow keys go along the rungs. Feeds and side draws are tags that can be dragged to another rung.
 */
import { findUnit, formatNumber, fromSI } from '@keen-ladder/core';
import type { LadderFacts } from '@keen-ladder/core';
import { useMemo, useRef } from 'react';
import type { KeyboardEvent, PointerEvent, Ref } from 'react';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../../store/store.ts';
import { useElementSize } from '../../charts/useElementSize.ts';
import { rungChosen } from '../../document/documentSlice.ts';
import { selectColumn } from '../../document/selectors.ts';
import { selectShowQuantity } from '../../document/showing.ts';
import { selectBalanceResult } from '../../stops/standing.ts';
import { useLook } from '../../theme/Themed.tsx';
import { SANS } from '../../theme/tokens.ts';
import type { Tokens } from '../../theme/tokens.ts';
import { numberingWords, rungName, rungNumber } from '../rungs.ts';
import { selectTable } from '../table.ts';
import { StripDrawing } from './StripDrawing.tsx';
import { stripsOf } from './strips.ts';
import type { Strip } from './strips.ts';
import type { StripSettings } from './stripSettings.ts';
import { spread } from './tags.ts';
import { Tag } from './Tag.tsx';

interface Props {
  svg: Ref<SVGSVGElement>;
  facts: LadderFacts;
  settings: StripSettings;
  pointed: number;
  onPoint: (rung: number) => void;
}

/** Built only once the panel's size is known. */
export function LadderDrawing(props: Props) {
  const panel = useRef<HTMLDivElement>(null);
  const size = useElementSize(panel);
  return (
    <div className="ladder-panel" ref={panel}>
      {size !== undefined && <Drawn {...props} width={size.width} height={size.height} />}
    </div>
  );
}

const EDGE = { top: 64, bottom: 62, tags: 150, stiles: 54, numbers: 32, right: 10 };
/** px; rungs never come closer, the drawing then scrolls. */
const CLOSEST = 4.6;
const TAG_HEIGHT = 48;
const GAP = 22;

function Drawn({ svg, facts, settings, pointed, onPoint, width, height }: Props & { width: number; height: number }) {
  const { colors } = useLook();
  const column = useAppSelector(selectColumn);
  const strips = useStrips(facts, settings);
  const { stages } = facts;
  const drawnHeight = Math.max(height, EDGE.top + EDGE.bottom + CLOSEST * (stages - 1));
  const pitch = (drawnHeight - EDGE.top - EDGE.bottom) / Math.max(1, stages - 1);
  const yOf = (rung: number): number => EDGE.top + (rung - 1) * pitch;
  const rungAt = (y: number): number => Math.max(1, Math.min(stages, Math.round((y - EDGE.top) / pitch) + 1));
  if (column === undefined || column.ladder === null) return null;
  const { ladder } = column;
  const left = EDGE.tags;
  const right = left + EDGE.stiles;
  const stripsFrom = right + EDGE.numbers;
  const frames = framesOf(strips, stripsFrom, width - EDGE.right);
  const unseen = strips.length - frames.length;
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const y = event.clientY - box.top;
    onPoint(y < EDGE.top - pitch / 2 - 6 || y > yOf(stages) + pitch / 2 + 6 ? 0 : rungAt(y));
  };
  return (
    <svg
      ref={svg}
      className="ladder-drawing"
      width={width}
      height={drawnHeight}
      viewBox={`0 0 ${width} ${drawnHeight}`}
      role="application"
      tabIndex={0}
      aria-label={`Ladder of ${stages} rungs. Arrow keys go along the rungs.`}
      onPointerMove={point}
      onPointerLeave={() => onPoint(0)}
      onKeyDown={alongRungs(pointed, stages, onPoint)}
      fontFamily={SANS}
      fontSize={11.5}
    >
      {pointed > 0 && pointed <= stages && (
        <rect
          x={left - 12}
          y={yOf(pointed) - Math.max(pitch, 8) / 2}
          width={width - left + 12}
          height={Math.max(pitch, 8)}
          fill={colors.blush}
        />
      )}
      <Rungs
        ladder={ladder}
        stages={stages}
        left={left}
        right={right}
        yOf={yOf}
        pitch={pitch}
        pointed={pointed}
        settings={settings}
        colors={colors}
      />
      <Ends facts={facts} x={(left + right) / 2} top={EDGE.top - 34} bottom={yOf(stages) + 28} />
      <text x={2} y={drawnHeight - 4} fill={colors.quiet} fontSize={10.5}>
        {numberingWords(settings, ladder.top)}
        {unseen > 0 && ` · ${unseen === 1 ? 'one more strip' : `${unseen} more strips`} in a wider window`}
      </text>
      {frames.map(({ strip, ...frame }) => (
        <StripDrawing key={strip.key} strip={strip} frame={frame} yOf={yOf} stages={stages} pointed={pointed} colors={colors} />
      ))}
      <Tags
        column={column}
        ladder={ladder}
        facts={facts}
        yOf={yOf}
        rungAt={rungAt}
        left={left}
        right={right}
        bottom={drawnHeight - 40}
        settings={settings}
      />
    </svg>
  );
}

/** The strips that are shown, the keys of the split in bold. */
function useStrips(facts: LadderFacts, settings: Props['settings']) {
  const { colors } = useLook();
  const table = useAppSelector(selectTable);
  const balance = useAppSelector(selectBalanceResult)?.outcome;
  const keys = balance?.state === 'solved' ? balance.value.keys : null;
  const [light, heavy] = [keys?.light, keys?.heavy];
  return useMemo(() => stripsOf(facts, settings, table, [light, heavy], colors), [facts, settings, table, light, heavy, colors]);
}

/** The arrow keys go from rung to rung. */
const alongRungs = (pointed: number, stages: number, onPoint: (rung: number) => void) => (event: KeyboardEvent<SVGSVGElement>) => {
  if (event.target !== event.currentTarget) return;
  const next = { ArrowDown: pointed + 1, ArrowUp: pointed - 1, Home: 1, End: stages, Escape: 0 }[event.key];
  if (next === undefined) return;
  event.preventDefault();
  onPoint(event.key === 'Escape' ? 0 : Math.max(1, Math.min(stages, next)));
};

/** What condenser and reboiler take and give, above and below the rungs. */
function Ends({ facts, x, top, bottom }: { facts: LadderFacts; x: number; top: number; bottom: number }) {
  const show = useAppSelector(selectShowQuantity);
  const duty = (W: number | null): string => (W === null ? 'none' : show(W, 'power'));
  return (
    <>
      <EndWords name="condenser" duty={duty(facts.condenserDuty)} x={x} y={top} />
      <EndWords name="reboiler" duty={duty(facts.reboilerDuty)} x={x} y={bottom} />
    </>
  );
}

/** Letters from which a duty is written smaller, so that it keeps clear of the tags beside it. */
const LONG_DUTY = 11;

function EndWords({ name, duty, x, y }: { name: string; duty: string; x: number; y: number }) {
  const { colors } = useLook();
  return (
    <text x={x} y={y} textAnchor="middle" fill={colors.quiet}>
      {name}
      <tspan x={x} dy={15} {...(duty.length > LONG_DUTY ? { fontSize: 10 } : {})}>
        {duty}
      </tspan>
    </text>
  );
}

/** px that a strip of share 1 must have for its title and two numbers. */
const LEAST = 66;

/** The strips that find room, side by side; the last ones make way. */
function framesOf(strips: readonly Strip[], from: number, to: number): { strip: Strip; from: number; to: number }[] {
  const shares = strips.reduce((sum, { share }) => sum + share, 0);
  const room = to - from - GAP * Math.max(0, strips.length - 1);
  if (strips.length > 1 && room / shares < LEAST) return framesOf(strips.slice(0, -1), from, to);
  let at = from;
  return strips.map((strip) => {
    const frame = { strip, from: at, to: at + (room * strip.share) / shares };
    at = frame.to + GAP;
    return frame;
  });
}

interface RungsProps {
  ladder: LadderInputs;
  stages: number;
  left: number;
  right: number;
  yOf: (rung: number) => number;
  pitch: number;
  pointed: number;
  settings: StripSettings;
  colors: Tokens;
}

function Rungs({ ladder, stages, left, right, yOf, pitch, pointed, settings, colors }: RungsProps) {
  const every = [1, 2, 5, 10, 20, 50].find((step) => step * pitch >= 15) ?? 100;
  const isEnd = (rung: number): boolean => (rung === 1 && ladder.top !== 'none') || (rung === stages && ladder.bottom !== 'none');
  return (
    <g>
      {Array.from({ length: stages }, (_, k) => k + 1).map((rung) => {
        const number = rungNumber(rung, stages, ladder.top, settings);
        const isPointed = rung === pointed;
        const isTold =
          isPointed ||
          rung === 1 ||
          rung === stages ||
          (number % every === 0 && Math.abs(yOf(rung) - yOf(stages)) > 13 && yOf(rung) - yOf(1) > 13);
        const crowdsPointed = pointed > 0 && !isPointed && Math.abs(yOf(rung) - yOf(pointed)) < 12;
        return (
          <g key={rung}>
            <line
              x1={left}
              x2={right}
              y1={yOf(rung)}
              y2={yOf(rung)}
              stroke={isEnd(rung) ? colors.pine : colors.copper}
              strokeWidth={isPointed ? 2.6 : pitch < 7 ? 0.9 : 1.5}
            />
            {isTold && !crowdsPointed && number > 0 && (
              <text
                x={right + 8}
                y={yOf(rung) + 4}
                fill={isPointed ? colors.copper : colors.quiet}
                fontWeight={isPointed ? 600 : 400}
                fontSize={11}
              >
                {number}
              </text>
            )}
          </g>
        );
      })}
      {[left, right].map((x) => (
        <line
          key={x}
          x1={x}
          x2={x}
          y1={yOf(1) - 13}
          y2={yOf(stages) + 13}
          stroke={colors.pine}
          strokeWidth={3.4}
          strokeLinecap="round"
        />
      ))}
    </g>
  );
}

interface TagsProps {
  column: ColumnUnit;
  ladder: LadderInputs;
  facts: LadderFacts;
  yOf: (rung: number) => number;
  rungAt: (y: number) => number;
  left: number;
  right: number;
  bottom: number;
  settings: StripSettings;
}

/** Feeds point into the ladder, products out of it. Feeds and side draws can be moved. */
function Tags({ column, ladder, facts, yOf, rungAt, left, bottom, settings }: TagsProps) {
  const dispatch = useAppDispatch();
  const { components, display, site } = useAppSelector(selectTable);
  const { colors } = useLook();
  const { stages } = facts;
  const [flow, T] = [findUnit('molarFlow', display.molarFlow), findUnit('temperature', display.temperature)];
  const words = (n: number, t: number): string =>
    `${formatNumber(fromSI(n, flow, site), 3)} ${flow.id} · ${formatNumber(fromSI(t, T, site), 3)} ${T.id}`;
  const place = (rung: number): number => Math.max(1, Math.min(stages, rung));
  const feeds = facts.feeds.map((feed) => ({
    id: feed.inlet,
    of: 'feed' as const,
    name: feed.name,
    rung: place(ladder.feeds[feed.inlet]?.stage ?? feed.stage),
    words: words(feed.flow, feed.T),
    isVapour: feed.vapourFraction > 0.5,
  }));
  const products = facts.products.map((product) => ({
    id: product.id,
    of: column.draws.some(({ id }) => id === product.id) ? ('draw' as const) : ('end' as const),
    name: product.name,
    rung: place(ladder.drawStages[product.id] ?? product.stage),
    words: words(product.flow, product.T),
    most: mostOf(product.flows, components),
    isVapour: product.phase === 'vapour',
  }));
  const all = [...feeds, ...products];
  const placed = spread(
    all.map(({ rung }) => yOf(rung)),
    TAG_HEIGHT + 3,
    TAG_HEIGHT / 2 + 2,
    bottom,
  );
  return all.map((tag, k) => (
    <Tag
      key={`${tag.of}-${tag.id}`}
      direction={tag.of === 'feed' ? 'in' : 'out'}
      name={tag.name}
      words={tag.words}
      more={'most' in tag ? tag.most : undefined}
      isVapour={tag.isVapour}
      rung={tag.rung}
      rungWords={rungName(tag.rung, stages, ladder.top, ladder.bottom, settings)}
      stages={stages}
      to={left}
      y={placed[k]?.y ?? 0}
      at={placed[k]?.at ?? 0}
      height={TAG_HEIGHT}
      colors={colors}
      rungAt={rungAt}
      {...(tag.of === 'end'
        ? {}
        : {
            onMove: (stage: number, gesture: string) =>
              dispatch(rungChosen({ column: column.id, of: tag.of === 'feed' ? 'feed' : 'draw', id: tag.id, stage }, gesture)),
          })}
    />
  ));
}

function mostOf(flows: readonly number[], components: readonly { name: string }[]): string {
  const total = flows.reduce((sum, flow) => sum + flow, 0);
  const most = flows.indexOf(Math.max(...flows));
  const share = (100 * (flows[most] ?? 0)) / total;
  // What is not all of it does not round to all of it.
  const words = share > 99.9 && share < 100 - 1e-9 ? '> 99.9' : formatNumber(share, 3);
  return `${words} mol% ${components[most]?.name ?? ''}`;
}
