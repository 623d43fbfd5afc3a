/** Where a section's trays work: vapour against liquid, the lines beyond which they do not, the point of every tray, and their smallest load. */
import { findUnit, fromSI, sectionName, shownUnit } from '@keen-ladder/core';
import type { HardwareFacts, SectionFacts } from '@keen-ladder/core';
import type { HardwareInputs } from '@keen-ladder/schema';
import { scaleLinear } from 'd3-scale';
import type { ScaleLinear } from 'd3-scale';
import { useRef } from 'react';
import type { Ref } from 'react';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { linePath } from '../drawing/linePath.ts';
import { useAppSelector } from '../store/store.ts';
import { useLook } from '../theme/Themed.tsx';
import { SANS } from '../theme/tokens.ts';
import type { Tokens } from '../theme/tokens.ts';

interface Props {
  svg: Ref<SVGSVGElement>;
  hardware: HardwareInputs;
  facts: HardwareFacts;
  pointed: number;
}

export function WindowDrawing({ svg, hardware, facts, pointed }: Props) {
  const panel = useRef<HTMLDivElement>(null);
  const size = useElementSize(panel);
  const isPointed = ({ first, last }: SectionFacts): boolean => pointed >= first && pointed <= last;
  const section =
    facts.sections.find((each) => isPointed(each) && each.window !== null) ??
    facts.sections.findLast(({ window }) => window !== null);
  return (
    <div className="ladder-panel" ref={panel}>
      {section?.window === undefined || section.window === null ? (
        <p className="empty-sheet">No section has trays that could be rated.</p>
      ) : (
        size !== undefined && (
          <Drawn
            svg={svg}
            section={section}
            window={section.window}
            turnDown={hardware.turnDown}
            pointed={pointed}
            width={size.width}
            height={size.height}
          />
        )
      )}
    </div>
  );
}

const EDGE = { top: 60, bottom: 62, left: 78, right: 120 };

const NAMES = { flooding: 'flooding', entrainment: '10 % carried up', backup: 'downcomers full', weeping: 'holes weep' } as const;
const DASHES = { flooding: {}, entrainment: { strokeDasharray: '7 4' }, backup: { strokeDasharray: '2 3' }, weeping: {} } as const;

interface DrawnProps {
  svg: Ref<SVGSVGElement>;
  section: SectionFacts;
  window: NonNullable<SectionFacts['window']>;
  turnDown: number;
  pointed: number;
  width: number;
  height: number;
}

function Drawn({ svg, section, window, turnDown, pointed, width, height }: DrawnProps) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('volumeFlow', shownUnit(display, 'volumeFlow'));
  const shown = (value: number): number => fromSI(value, unit, site);
  const { liquid, lines, points } = window;
  const working = Math.max(...points.map(({ vapour }) => vapour));
  const flooding = Math.max(0, ...lines.flooding.map((each) => each ?? 0));
  // What lies far above flooding is of no use: the lines end there.
  const top = 1.4 * Math.max(working, flooding);
  const x = scaleLinear()
    .domain([0, shown(liquid.at(-1) ?? 1)])
    .range([EDGE.left, width - EDGE.right]);
  const y = scaleLinear()
    .domain([0, shown(top)])
    .range([height - EDGE.bottom, EDGE.top]);
  const axes: Axes = { x, y, place: (l, v) => ({ x: x(shown(l)), y: y(shown(v)) }), unit: unit.id, width, height };
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      fontFamily={SANS}
      fontSize={11.5}
      role="img"
      aria-label={`Operating window of the trays ${sectionName(section)}`}
    >
      <text x={EDGE.left} y={24} fill={colors.ink} fontWeight={600}>
        Where the trays {sectionName(section)} work
      </text>
      <text x={EDGE.left} y={42} fill={colors.quiet}>
        with the densities of rung {window.rung}; dots are its rungs, rings their smallest load
      </text>
      <Scales axes={axes} colors={colors} />
      <Limits window={window} top={top} axes={axes} colors={colors} />
      {points.map(({ rung, liquid: l, vapour: v }) => {
        const [now, least] = [axes.place(l, v), axes.place(turnDown * l, turnDown * v)];
        return (
          <g key={rung}>
            <circle cx={least.x} cy={least.y} r={3} fill="none" stroke={colors.pine} />
            <circle cx={now.x} cy={now.y} r={rung === pointed ? 6 : 3.6} fill={colors.pine}>
              <title>rung {rung}</title>
            </circle>
          </g>
        );
      })}
    </svg>
  );
}

/** Where flows stand in the drawing. */
interface Axes {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  /** Of liquid and vapour, m³/s. */
  place: (liquid: number, vapour: number) => { x: number; y: number };
  unit: string;
  width: number;
  height: number;
}

function Scales({ axes: { x, y, unit, width, height }, colors }: { axes: Axes; colors: Tokens }) {
  const [bottom, right] = [height - EDGE.bottom, width - EDGE.right];
  return (
    <g>
      {x.ticks(6).map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={EDGE.top} y2={bottom} stroke={colors.grid} />
          <text x={x(tick)} y={bottom + 18} fill={colors.quiet} textAnchor="middle">
            {tick.toLocaleString('en')}
          </text>
        </g>
      ))}
      {y.ticks(6).map((tick) => (
        <g key={tick}>
          <line x1={EDGE.left} x2={right} y1={y(tick)} y2={y(tick)} stroke={colors.grid} />
          <text x={EDGE.left - 8} y={y(tick) + 4} fill={colors.quiet} textAnchor="end">
            {tick.toLocaleString('en')}
          </text>
        </g>
      ))}
      <text x={(EDGE.left + right) / 2} y={height - 18} fill={colors.ink} textAnchor="middle">
        liquid, {unit}
      </text>
      <text transform={`translate(16, ${(EDGE.top + bottom) / 2}) rotate(-90)`} fill={colors.ink} textAnchor="middle">
        vapour, {unit}
      </text>
    </g>
  );
}

const LINE_NAMES = Object.keys(NAMES) as (keyof typeof NAMES)[]; // the keys are the names

/** The lines beyond which the trays do not work, and least and most liquid. */
function Limits({ window, top, axes, colors }: { window: DrawnProps['window']; top: number; axes: Axes; colors: Tokens }) {
  const { liquid, lines, leastLiquid, mostLiquid } = window;
  const ends = [
    { at: leastLiquid, words: 'weir runs uneven' },
    { at: mostLiquid, words: 'downcomer chokes' },
  ].filter(({ at }) => at < (liquid.at(-1) ?? 0));
  return (
    <g>
      {LINE_NAMES.map((name) => {
        const path = lines[name].map((v, k) => (v === null || v > top ? null : axes.place(liquid[k] ?? 0, v)));
        const last = path.filter((point) => point !== null).at(-1);
        if (last === undefined) return null;
        return (
          <g key={name}>
            <path d={linePath(path)} fill="none" stroke={colors.copper} strokeWidth={1.8} {...DASHES[name]} />
            <text x={last.x + 6} y={last.y + 4} fill={colors.copper}>
              {NAMES[name]}
            </text>
          </g>
        );
      })}
      {ends.map(({ at, words }) => {
        const { x } = axes.place(at, 0);
        return (
          <g key={words}>
            <line x1={x} x2={x} y1={EDGE.top} y2={axes.height - EDGE.bottom} stroke={colors.quiet} strokeDasharray="4 3" />
            <text transform={`translate(${x - 5}, ${axes.height - EDGE.bottom - 8}) rotate(-90)`} fill={colors.quiet}>
              {words}
            </text>
          </g>
        );
      })}
    </g>
  );
}
