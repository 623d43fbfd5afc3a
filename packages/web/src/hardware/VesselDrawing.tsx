/**
 * The vessel to scale, its trays or beds in their sections, feeds where they enter; strips along the same height say what each rung comes to. Width is drawn
 * three times as wide where it is wished, since columns are slender.
 */
import type { HardwareFacts, SectionFacts } from '@keen-ladder/core';
import { formatNumber, sectionName } from '@keen-ladder/core';
import type { LadderInputs } from '@keen-ladder/schema';
import { scaleLinear } from 'd3-scale';
import { Segmented } from 'antd';
import { memo, useMemo, useRef, useState } from 'react';
import type { KeyboardEvent, PointerEvent, Ref } from 'react';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectInlets, selectSite } from '../document/selectors.ts';
import { selectBrief } from '../document/showing.ts';
import { linePath } from '../drawing/linePath.ts';
import { StripDrawing } from '../ladder/drawing/StripDrawing.tsx';
import { useAppSelector } from '../store/store.ts';
import { selectLastLadder } from '../stops/standing.ts';
import { useLook } from '../theme/Themed.tsx';
import { SANS } from '../theme/tokens.ts';
import type { Tokens } from '../theme/tokens.ts';
import { vesselStrips } from './vesselStrips.ts';
import type { VesselStrip } from './vesselStrips.ts';

interface Props {
  svg: Ref<SVGSVGElement>;
  ladder: LadderInputs | null;
  facts: HardwareFacts;
  pointed: number;
  onPoint: (rung: number) => void;
}

/** Times as wide as true. */
const WIDTHS = [1, 3] as const;

/** Of what was rated, not of what is being entered: an edit is drawn with its rating. */
export const VesselDrawing = memo(function VesselDrawing(props: Props) {
  const panel = useRef<HTMLDivElement>(null);
  const size = useElementSize(panel);
  const [widened, setWidened] = useState<number>(3);
  return (
    <>
      <div className="vessel-scale">
        <span className="quiet small">Width drawn</span>
        <Segmented
          size="small"
          options={WIDTHS.map((value) => ({ value, label: value === 1 ? 'true' : `× ${value}` }))}
          value={widened}
          onChange={setWidened}
          aria-label="Width drawn"
        />
      </div>
      <div className="ladder-panel" ref={panel}>
        {size !== undefined && <Drawn {...props} widened={widened} width={size.width} height={size.height} />}
      </div>
    </>
  );
});

const EDGE = { top: 74, bottom: 44, left: 112, right: 14 };

/** Where things of the vessel stand, in pixels. */
interface Frame {
  scale: number; // px/m
  centre: number;
  /** Of a height below the top tangent, m. */
  y: (below: number) => number;
  half: (diameter: number) => number;
}

function Drawn({
  svg,
  ladder,
  facts,
  pointed,
  onPoint,
  widened,
  width,
  height,
}: Props & { widened: number; width: number; height: number }) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const strips = useMemo(() => vesselStrips(facts, { display, site }, colors), [facts, display, site, colors]);
  const { vessel, sections } = facts;
  const stages = facts.ladderPressure.length;
  const scale = (height - EDGE.top - EDGE.bottom) / vessel.height;
  const room = Math.max(70, 0.17 * width);
  const widest = Math.max(...sections.map(({ diameter }) => diameter));
  const across = Math.min(widened * scale, room / widest);
  const frame: Frame = {
    scale,
    centre: EDGE.left + room / 2,
    y: (below) => EDGE.top + below * scale,
    half: (diameter) => (across * diameter) / 2,
  };
  const yOf = (rung: number): number => frame.y(heightOf(facts, rung));
  const point = (event: PointerEvent<SVGSVGElement>) =>
    onPoint(nearestRung(sections, event.clientY - event.currentTarget.getBoundingClientRect().top, yOf));
  const frames = stripFrames(strips, EDGE.left + room + 48, width - EDGE.right);
  const unseen = strips.length - frames.length;
  return (
    <svg
      ref={svg}
      className="ladder-drawing"
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="application"
      tabIndex={0}
      aria-label={`Vessel of ${sections.length} ${sections.length === 1 ? 'section' : 'sections'}. Arrow keys go along the rungs.`}
      onPointerMove={point}
      onPointerLeave={() => onPoint(0)}
      onKeyDown={(event) => alongRungs(event, sections, pointed, onPoint)}
      fontFamily={SANS}
      fontSize={11.5}
    >
      {pointed > 0 && <rect x={EDGE.left} y={yOf(pointed) - 5} width={width - EDGE.left} height={10} fill={colors.blush} />}
      <Shell facts={facts} frame={frame} colors={colors} />
      <Dimensions facts={facts} frame={frame} widened={across / scale} colors={colors} />
      <Feeds ladder={ladder} yOf={yOf} frame={frame} facts={facts} colors={colors} />
      {unseen > 0 && (
        <text x={4} y={height - 6} fill={colors.quiet} fontSize={10.5}>
          {unseen === 1 ? 'one more strip' : `${unseen} more strips`} in a wider window
        </text>
      )}
      {frames.map(({ strip, ...where }) => (
        <g key={strip.key}>
          <StripDrawing strip={strip} frame={where} yOf={(rung) => yOf(rung)} stages={stages} pointed={pointed} colors={colors} />
          <Limit strip={strip} frame={where} yOf={yOf} colors={colors} />
        </g>
      ))}
    </svg>
  );
}

/** m below the top tangent of a rung: those of a section share its height, condenser and reboiler stand at the ends. */
function heightOf({ sections, vessel }: HardwareFacts, rung: number): number {
  const k = sections.findIndex(({ first, last }) => rung >= first && rung <= last);
  const section = sections[k];
  if (section === undefined) return rung <= 1 ? 0 : vessel.height;
  return (vessel.tops[k] ?? 0) + ((rung - section.first + 0.5) / (section.last - section.first + 1)) * section.height;
}

function nearestRung(sections: readonly SectionFacts[], y: number, yOf: (rung: number) => number): number {
  const rungs = sections.flatMap((section) => section.rungs.map(({ rung }) => rung));
  return rungs.reduce((near, rung) => (near === 0 || Math.abs(yOf(rung) - y) < Math.abs(yOf(near) - y) ? rung : near), 0);
}

function alongRungs(
  event: KeyboardEvent,
  sections: readonly SectionFacts[],
  pointed: number,
  onPoint: (rung: number) => void,
): void {
  const first = sections[0]?.first ?? 1;
  const last = sections.at(-1)?.last ?? 1;
  const next = { ArrowDown: pointed === 0 ? first : pointed + 1, ArrowUp: pointed - 1, Home: first, End: last, Escape: 0 }[
    event.key
  ];
  if (next === undefined) return;
  event.preventDefault();
  onPoint(next === 0 ? 0 : Math.max(first, Math.min(last, next)));
}

/** Shell, heads, trays or beds. */
function Shell({ facts: { sections, vessel }, frame, colors }: { facts: HardwareFacts; frame: Frame; colors: Tokens }) {
  const { centre, y, half } = frame;
  const widths = sections.map(({ diameter }) => half(diameter));
  const [top, bottom] = [widths[0] ?? 0, widths.at(-1) ?? 0];
  // From section to section the shell is as wide as the section, joined by cones.
  const right = sections.flatMap((section, k) => {
    const from = k === 0 ? 0 : (vessel.tops[k] ?? 0) - 0.3;
    const to = k === sections.length - 1 ? vessel.height : (vessel.tops[k] ?? 0) + section.height + 0.3;
    return [
      [widths[k] ?? 0, y(from)],
      [widths[k] ?? 0, y(to)],
    ] as const;
  });
  const side = (sign: 1 | -1) => linePath(right.map(([w, at]) => ({ x: centre + sign * w, y: at })));
  const head = (w: number, at: number, sign: 1 | -1) =>
    `M ${centre - w} ${at} A ${w} ${w / 2} 0 0 ${sign === 1 ? 1 : 0} ${centre + w} ${at}`;
  return (
    <g fill="none" stroke={colors.pine} strokeWidth={2.2} data-part="vessel">
      {sections.map((section, k) =>
        section.trays === null ? (
          <Beds key={section.first} section={section} top={vessel.tops[k] ?? 0} frame={frame} colors={colors} />
        ) : (
          <Trays key={section.first} section={section} top={vessel.tops[k] ?? 0} frame={frame} colors={colors} />
        ),
      )}
      <path d={side(1)} />
      <path d={side(-1)} />
      <path d={head(top, y(0), 1)} />
      <path d={head(bottom, y(vessel.height), -1)} />
    </g>
  );
}

interface PartProps {
  section: SectionFacts;
  /** m below the top tangent. */
  top: number;
  frame: Frame;
  colors: Tokens;
}

/** Trays with their downcomers, left and right in turn. */
function Trays({ section, top, frame: { centre, y, half }, colors }: PartProps) {
  const count = section.trays ?? 0;
  const w = half(section.diameter);
  const each = section.height / Math.max(1, count);
  // Lines closer than two pixels are one grey: every second or third is drawn.
  const every = Math.max(1, Math.ceil(2 / Math.max(0.1, y(each) - y(0))));
  return (
    <g stroke={colors.copper} strokeWidth={1.1} data-part="trays">
      {Array.from({ length: Math.ceil(count / every) }, (_, n) => {
        const k = n * every;
        const at = y(top + (k + 0.5) * each);
        const sign = k % 2 === 0 ? 1 : -1;
        return (
          <path key={k} d={`M ${centre - sign * w} ${at} L ${centre + sign * 0.72 * w} ${at} l 0 ${0.55 * (y(each) - y(0))}`} />
        );
      })}
    </g>
  );
}

/** Beds, hatched, with room for a redistributor between two. */
function Beds({ section, top, frame: { centre, y, half }, colors }: PartProps) {
  const beds = section.packed?.beds ?? 1;
  const packing = (section.packed?.packing ?? 0) / beds;
  const gap = beds > 1 ? (section.height - (section.packed?.packing ?? 0)) / (beds - 1) : 0;
  const w = half(section.diameter);
  return (
    <g stroke={colors.copper} strokeWidth={0.9} data-part="beds">
      {Array.from({ length: beds }, (_, k) => {
        const [from, to] = [y(top + k * (packing + gap)), y(top + k * (packing + gap) + packing)];
        const lines = Math.max(1, Math.floor((to - from) / 7));
        return (
          <g key={k}>
            <rect x={centre - w} y={from} width={2 * w} height={to - from} fill={colors.blush} strokeWidth={1.1} />
            {Array.from({ length: lines }, (_line, n) => (
              <path
                key={n}
                d={`M ${centre - w} ${from + ((n + 1) * (to - from)) / (lines + 1)} L ${centre + w} ${from + ((n + (n % 2 === 0 ? 0.4 : 1.6)) * (to - from)) / (lines + 1)}`}
              />
            ))}
          </g>
        );
      })}
    </g>
  );
}

/** Diameters over the sections, the height beside, names of the sections. */
function Dimensions({
  facts: { sections, vessel },
  frame: { centre, y, half },
  widened,
  colors,
}: {
  facts: HardwareFacts;
  frame: Frame;
  widened: number;
  colors: Tokens;
}) {
  const show = useAppSelector(selectBrief);
  const w = Math.max(...sections.map(({ diameter }) => half(diameter)));
  const x = centre + w + 16;
  const middle = (y(0) + y(vessel.height)) / 2;
  const scaleWords = Math.abs(widened - 1) < 0.01 ? 'true to scale' : `width drawn × ${formatNumber(widened, 2)}`;
  const top = half(sections[0]?.diameter ?? 0);
  return (
    <g stroke={colors.quiet} fill="none">
      <path d={`M ${centre - top} ${y(0) - top / 2 - 14} h ${2 * top} m 0 -4 v 8 m ${-2 * top} 0 v -8`} />
      <text x={centre} y={y(0) - top / 2 - 22} fill={colors.ink} stroke="none" textAnchor="middle" fontWeight={600}>
        {show.quantity(sections[0]?.diameter ?? 0, 'length')}
      </text>
      <path d={`M ${x} ${y(0)} V ${y(vessel.height)} m -4 0 h 8 M ${x - 4} ${y(0)} h 8`} />
      <text transform={`translate(${x + 15}, ${middle}) rotate(90)`} fill={colors.ink} stroke="none" textAnchor="middle">
        {show.quantity(vessel.height, 'length')} · {scaleWords}
      </text>
      {sections.slice(1).map((section, k) =>
        section.diameter === sections[k]?.diameter ? null : (
          <text
            key={section.first}
            x={centre}
            y={y(vessel.tops[k + 1] ?? 0) - 4}
            fill={colors.ink}
            stroke="none"
            textAnchor="middle"
            fontWeight={600}
          >
            {show.quantity(section.diameter, 'length')}
          </text>
        ),
      )}
      {sections.map((section, k) => (
        <text
          key={section.first}
          x={centre - half(section.diameter) - 8}
          y={y(vessel.tops[k] ?? 0) - 2}
          fill={colors.quiet}
          stroke="none"
          textAnchor="end"
          fontSize={10.5}
        >
          <title>{sectionName(section)}</title>
          {section.first}
        </text>
      ))}
      <text
        x={centre - bottomHalf(sections, half) - 8}
        y={y(lastHeight(sections, vessel.tops))}
        fill={colors.quiet}
        stroke="none"
        textAnchor="end"
        fontSize={10.5}
      >
        {sections.at(-1)?.last}
      </text>
    </g>
  );
}

const bottomHalf = (sections: readonly SectionFacts[], half: (diameter: number) => number): number =>
  half(sections.at(-1)?.diameter ?? 0);
const lastHeight = (sections: readonly SectionFacts[], tops: readonly number[]): number =>
  (tops.at(-1) ?? 0) + (sections.at(-1)?.height ?? 0);

/** Feeds with their names, at the rung where they enter. */
function Feeds({
  ladder,
  yOf,
  frame: { centre, half },
  facts,
  colors,
}: {
  ladder: LadderInputs | null;
  yOf: (rung: number) => number;
  frame: Frame;
  facts: HardwareFacts;
  colors: Tokens;
}) {
  const inlets = useAppSelector(selectInlets);
  const solved = useAppSelector(selectLastLadder);
  const stageOf = (id: string): number | undefined =>
    ladder?.feeds[id]?.stage ?? solved?.feeds.find(({ inlet }) => inlet === id)?.stage;
  return inlets.map(({ id, name }) => {
    const stage = stageOf(id);
    if (stage === undefined) return null;
    const section = facts.sections.find(({ first, last }) => stage >= first && stage <= last) ?? facts.sections[0];
    const x = centre - half(section?.diameter ?? 0);
    const y = yOf(stage);
    const words = name === '' ? 'feed' : name;
    return (
      <g key={id}>
        <path d={`M 4 ${y - 11} h ${x - 40} l 10 11 l -10 11 H 4 Z`} fill={colors.sheet} stroke={colors.pine} strokeWidth={1.2} />
        <path d={`M ${x - 26} ${y} H ${x}`} stroke={colors.pine} strokeWidth={1.2} />
        <text x={10} y={y + 4} fill={colors.ink}>
          <title>{words}</title>
          {words.length * 6.2 > x - 50 ? `${words.slice(0, Math.max(1, Math.floor((x - 56) / 6.2)))}…` : words}
        </text>
      </g>
    );
  });
}

interface StripFrame {
  strip: VesselStrip;
  from: number;
  to: number;
}

/** px between strips, and px below which their heads run into each other. */
const GAP = 20;
const NARROWEST = 76;

/** As many strips as find room, the first ones first. */
function stripFrames(strips: readonly VesselStrip[], from: number, to: number): StripFrame[] {
  const count = Math.max(1, Math.min(strips.length, Math.floor((to - from + GAP) / (NARROWEST + GAP))));
  const each = (to - from - GAP * (count - 1)) / count;
  return strips.slice(0, count).map((strip, k) => ({ strip, from: from + k * (each + GAP), to: from + k * (each + GAP) + each }));
}

/** The limit, and the place that comes nearest to it. */
function Limit({
  strip,
  frame,
  yOf,
  colors,
}: {
  strip: VesselStrip;
  frame: { from: number; to: number };
  yOf: (rung: number) => number;
  colors: Tokens;
}) {
  const scale = scaleLinear().domain(strip.range).range([frame.from, frame.to]);
  const worst = strip.worst === null ? null : strip.lines[0]?.values[strip.worst - 1];
  return (
    <g data-part="limit">
      <path
        d={linePath(strip.limit.map((value, j) => (value === null ? null : { x: scale(value), y: yOf(j + 1) })))}
        fill="none"
        stroke={colors.copper}
        strokeWidth={1.4}
        strokeDasharray="5 3"
      />
      {strip.worst !== null && typeof worst === 'number' && (
        <circle cx={scale(worst)} cy={yOf(strip.worst)} r={4} fill={colors.sheet} stroke={colors.copper} strokeWidth={2} />
      )}
    </g>
  );
}
