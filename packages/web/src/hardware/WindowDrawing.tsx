/** Where a section's trays work: vapour against liquid, the lines beyond which they do not, the point of every tray, and their smallest load. */
import { findUnit, fromSI, sectionName, shownUnit } from '@keen-ladder/core';
import type { HardwareFacts, SectionFacts } from '@keen-ladder/core';
import type { HardwareInputs } from '@keen-ladder/schema';
import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import type { Ref } from 'react';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { linePath } from '../drawing/linePath.ts';
import { useAppSelector } from '../store/store.ts';
import { useLook } from '../theme/Themed.tsx';
import { SANS } from '../theme/tokens.ts';

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
const DASHES = { flooding: '', entrainment: '7 4', backup: '2 3', weeping: '' } as const;

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
  const { liquid, lines, points, leastLiquid, mostLiquid } = window;
  const highest = Math.max(
    ...points.map(({ vapour }) => vapour),
    ...Object.values(lines).flatMap((line) => line.flatMap((each) => (each === null ? [] : [each]))),
  );
  const most =
    1.35 *
    Math.max(
      ...points.map(({ vapour }) => vapour),
      lines.flooding.reduce<number>((max, each) => Math.max(max, each ?? 0), 0),
    );
  const top = Math.min(highest, most);
  const right = liquid.at(-1) ?? 1;
  const x = scaleLinear()
    .domain([0, shown(right)])
    .range([EDGE.left, width - EDGE.right]);
  const y = scaleLinear()
    .domain([0, 1.05 * shown(top)])
    .range([height - EDGE.bottom, EDGE.top]);
  const placed = (l: number, v: number) => ({ x: x(shown(l)), y: y(shown(v)) });
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
      {x.ticks(6).map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={EDGE.top} y2={height - EDGE.bottom} stroke={colors.grid} />
          <text x={x(tick)} y={height - EDGE.bottom + 18} fill={colors.quiet} textAnchor="middle">
            {tick}
          </text>
        </g>
      ))}
      {y.ticks(6).map((tick) => (
        <g key={tick}>
          <line x1={EDGE.left} x2={width - EDGE.right} y1={y(tick)} y2={y(tick)} stroke={colors.grid} />
          <text x={EDGE.left - 8} y={y(tick) + 4} fill={colors.quiet} textAnchor="end">
            {tick.toLocaleString('en')}
          </text>
        </g>
      ))}
      <text x={(EDGE.left + width - EDGE.right) / 2} y={height - 18} fill={colors.ink} textAnchor="middle">
        liquid, {unit.id}
      </text>
      <text transform={`translate(16, ${(EDGE.top + height - EDGE.bottom) / 2}) rotate(-90)`} fill={colors.ink} textAnchor="middle">
        vapour, {unit.id}
      </text>
      {(Object.keys(NAMES) as (keyof typeof NAMES)[]).map((name) => {
        const path = lines[name].map((v, k) => (v === null || v > 1.05 * top ? null : placed(liquid[k] ?? 0, v)));
        const last = path.filter((point) => point !== null).at(-1);
        if (last === undefined) return null;
        return (
          <g key={name}>
            <path
              d={linePath(path)}
              fill="none"
              stroke={colors.copper}
              strokeWidth={name === 'flooding' || name === 'weeping' ? 2 : 1.4}
              {...(DASHES[name] === '' ? {} : { strokeDasharray: DASHES[name] })}
            />
            <text x={last.x + 6} y={last.y + 4} fill={colors.copper}>
              {NAMES[name]}
            </text>
          </g>
        );
      })}
      {[
        { at: leastLiquid, words: 'weir runs uneven' },
        { at: mostLiquid, words: 'downcomer chokes' },
      ]
        .filter(({ at }) => at < right)
        .map(({ at, words }) => (
          <g key={words}>
            <line
              x1={x(shown(at))}
              x2={x(shown(at))}
              y1={EDGE.top}
              y2={height - EDGE.bottom}
              stroke={colors.quiet}
              strokeDasharray="4 3"
            />
            <text transform={`translate(${x(shown(at)) - 5}, ${height - EDGE.bottom - 8}) rotate(-90)`} fill={colors.quiet}>
              {words}
            </text>
          </g>
        ))}
      {points.map(({ rung, liquid: l, vapour: v }) => {
        const [now, least] = [placed(l, v), placed(turnDown * l, turnDown * v)];
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
