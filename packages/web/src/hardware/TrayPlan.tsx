/** A tray in plan, to scale: downcomers, the area that bubbles, its holes by a pattern where they are too many to draw. */
import { chordOf, heightOf, inputsOf, sectionName, trayAreas } from '@keen-ladder/core';
import type { HardwareFacts } from '@keen-ladder/core';
import type { HardwareInputs } from '@keen-ladder/schema';
import { useRef } from 'react';
import type { Ref } from 'react';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectBrief } from '../document/showing.ts';
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

export function TrayPlan({ svg, hardware, facts, pointed }: Props) {
  const panel = useRef<HTMLDivElement>(null);
  const size = useElementSize(panel);
  const k = Math.max(
    0,
    facts.sections.findIndex(({ first, last }) => pointed >= first && pointed <= last),
  );
  const withTrays = facts.sections.findIndex(({ trays }) => trays !== null);
  const shown = facts.sections[k]?.trays === null ? withTrays : k;
  const section = facts.sections[shown];
  return (
    <div className="ladder-panel" ref={panel}>
      {section === undefined ? (
        <p className="empty-sheet">No section has trays.</p>
      ) : (
        size !== undefined && (
          <Plan
            svg={svg}
            hardware={hardware}
            k={shown}
            diameter={section.diameter}
            name={sectionName(section)}
            width={size.width}
            height={size.height}
          />
        )
      )}
    </div>
  );
}

const EDGE = 56;

function Plan({
  svg,
  hardware,
  k,
  diameter,
  name,
  width,
  height,
}: {
  svg: Ref<SVGSVGElement>;
  hardware: HardwareInputs;
  k: number;
  diameter: number;
  name: string;
  width: number;
  height: number;
}) {
  const { colors } = useLook();
  const show = useAppSelector(selectBrief);
  const { tray } = inputsOf(hardware, k);
  const areas = trayAreas({ ...tray, diameter });
  const radius = Math.max(40, (Math.min(0.6 * width, height) - 2 * EDGE) / 2);
  const [cx, cy] = [EDGE + radius, 52 + radius];
  const rows: [string, string][] = [
    ['Diameter', show.quantity(diameter, 'length')],
    ['Tower section', show.quantity(areas.tower, 'area')],
    ['Net area', show.quantity(areas.net, 'area')],
    ['Active area', show.quantity(areas.active, 'area')],
    [tray.kind === 'bubble-cap' ? 'Slots' : 'Holes', show.quantity(areas.holes, 'area')],
    ['Downcomers, top', show.quantity(areas.downcomerTop, 'area')],
    ['Under the apron', show.quantity(areas.apron, 'area')],
    ['Weir length, all passes', show.quantity(areas.weirLength, 'length')],
    ['Flow path of a pass', show.quantity(areas.flowPath, 'length')],
    ...(tray.kind === 'bubble-cap'
      ? []
      : [
          [
            `Holes of ${show.quantity(tray.holeDiameter, 'smallLength')}`,
            Math.round(areas.holes / ((Math.PI / 4) * tray.holeDiameter ** 2)).toLocaleString('en'),
          ] as [string, string],
        ]),
  ];
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      fontFamily={SANS}
      fontSize={12.5}
      role="img"
      aria-label={`Plan of a tray ${name}, ${show.quantity(diameter, 'length')} wide`}
    >
      <text x={EDGE} y={26} fill={colors.quiet}>
        Tray {name}, {tray.passes === 1 ? 'single pass' : `${tray.passes} passes`}, true to scale
      </text>
      <Segments tray={tray} cx={cx} cy={cy} radius={radius} colors={colors} />
      {[
        'green: liquid leaves over a weir',
        'copper: it comes from the tray above',
        'dots: where vapour bubbles, not to number',
      ].map((text, n) => (
        <text key={text} x={EDGE} y={cy + radius + 30 + 18 * n} fill={colors.quiet}>
          {text}
        </text>
      ))}
      {rows.map(([what, value], n) => (
        <g key={what} transform={`translate(${cx + radius + 48}, ${Math.max(60, cy + 8 - 13 * rows.length) + 26 * n})`}>
          <text fill={colors.quiet}>{what}</text>
          <text x={Math.max(190, width - (cx + radius + 48) - 24)} fill={colors.ink} textAnchor="end" fontWeight={600}>
            {value}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Downcomers of one tray: where liquid leaves over the weir, and where the tray above lets it in. */
function Segments({
  tray,
  cx,
  cy,
  radius,
  colors,
}: {
  tray: HardwareInputs['sections'][number]['tray'];
  cx: number;
  cy: number;
  radius: number;
  colors: Tokens;
}) {
  const share = tray.downcomerTop / tray.passes;
  const below = tray.downcomerBottom / tray.passes;
  const segment = (area: number, side: 1 | -1): string => {
    const half = radius * chordOf(area);
    const x = cx + side * radius * (1 - 2 * heightOf(area));
    return `M ${x} ${cy - half} A ${radius} ${radius} 0 0 ${side === 1 ? 1 : 0} ${x} ${cy + half} Z`;
  };
  const inner = Array.from({ length: tray.passes - 1 }, (_, n) => cx + radius * ((2 * (n + 1)) / tray.passes - 1));
  const thickness = (Math.PI * radius * tray.downcomerTop) / tray.passes / 2;
  const pitch = Math.max(6, (radius / 14) * 1);
  return (
    <g strokeWidth={1.6}>
      <defs>
        <pattern id="holes" width={pitch} height={pitch * 1.73} patternUnits="userSpaceOnUse">
          <circle cx={pitch / 2} cy={pitch * 0.43} r={1.1} fill={colors.quiet} />
          <circle cx={0} cy={pitch * 1.3} r={1.1} fill={colors.quiet} />
          <circle cx={pitch} cy={pitch * 1.3} r={1.1} fill={colors.quiet} />
        </pattern>
      </defs>
      <circle cx={cx} cy={cy} r={radius} fill="url(#holes)" stroke={colors.pine} strokeWidth={2.2} />
      <path d={segment(share, 1)} fill={colors.mint} stroke={colors.pine} />
      <path
        d={segment(tray.passes === 1 ? below : share, -1)}
        fill={tray.passes === 1 ? colors.blush : colors.mint}
        stroke={tray.passes === 1 ? colors.copper : colors.pine}
      />
      {inner.map((x) => (
        <rect
          key={x}
          x={x - thickness / 2}
          y={cy - Math.sqrt(Math.max(0, radius ** 2 - (x - cx) ** 2))}
          width={thickness}
          height={2 * Math.sqrt(Math.max(0, radius ** 2 - (x - cx) ** 2))}
          fill={colors.blush}
          stroke={colors.copper}
        />
      ))}
    </g>
  );
}
