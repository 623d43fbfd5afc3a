/** What a rung does, with the equation and the numbers that each figure comes from. */
import { formatNumber, GRAVITY, liquidVolume, METHOD_NAMES, vapourVolume } from '@keen-ladder/core';
import type { BedRating, RungRating, Show, TrayRating } from '@keen-ladder/core';
import type { ExplainedRow } from '../stops/Margin.tsx';

const percent = (share: number): string => `${formatNumber(100 * share, 3)} %`;

type Loads = NonNullable<RungRating['loads']>;

/** Figures of a rung as the margin shows them: what passes it, then its tray or bed. */
export function rungFigures({ loads, tray, bed }: RungRating, show: Show): ExplainedRow[] {
  if (loads === null) return [];
  return [
    ...loadFigures(loads, show),
    ...(tray === null ? [] : trayFigures(tray, loads, show)),
    ...(bed === null ? [] : bedFigures(bed, loads, show)),
  ];
}

const loadFigures = (loads: Loads, show: Show): ExplainedRow[] => [
  [
    'Vapour',
    show.quantity(vapourVolume(loads), 'volumeFlow'),
    `${show.quantity(loads.vapour, 'massFlow')} of ${show.quantity(loads.vapourDensity, 'density')} and ${show.quantity(loads.vapourViscosity, 'viscosity')}, that rises through the rung`,
  ],
  [
    'Liquid',
    show.quantity(liquidVolume(loads), 'volumeFlow'),
    `${show.quantity(loads.liquid, 'massFlow')} of ${show.quantity(loads.liquidDensity, 'density')}, ${show.quantity(loads.liquidViscosity, 'viscosity')} and a surface tension of ${show.quantity(loads.surfaceTension, 'surfaceTension')}, that leaves it`,
  ],
  [
    'Flow parameter',
    formatNumber((loads.liquid / loads.vapour) * Math.sqrt(loads.vapourDensity / loads.liquidDensity), 3),
    `(L/V) √(ρV/ρL), by mass: ${formatNumber(loads.liquid / loads.vapour, 3)} × √(${formatNumber(loads.vapourDensity, 3)}/${formatNumber(loads.liquidDensity, 3)})`,
  ],
];

function trayFigures(tray: TrayRating, loads: Loads, show: Show): ExplainedRow[] {
  const [dry] = tray.dryDrops;
  const small = (metres: number): string => show.quantity(metres, 'smallLength');
  return [
    [
      'Flooding',
      percent(tray.flooding),
      `${show.quantity(tray.netVelocity, 'velocity')} on the net area, over ${show.quantity(tray.netVelocity / tray.flooding, 'velocity')} at which it floods at this ratio of liquid to vapour`,
    ],
    [
      'F-factor',
      show.quantity(tray.fFactor, 'fFactor'),
      `u √ρV: ${show.quantity(tray.activeVelocity, 'velocity')} on the active area × √(${show.quantity(loads.vapourDensity, 'density')})`,
    ],
    [
      'Pressure drop',
      show.quantity(tray.drop, 'pressureDrop'),
      `dry ${small(dry?.value ?? 0)} (${METHOD_NAMES[dry?.method ?? ''] ?? ''}) + clear liquid ${small(tray.clearLiquid)} + surface tension ${small(tray.residual)}, of liquid of ${show.quantity(loads.liquidDensity, 'density')}`,
    ],
    [
      'Froth on the tray',
      small(tray.frothHeight),
      `${small(tray.clearLiquid)} of clear liquid over the froth’s share of liquid, ${formatNumber(tray.clearLiquid / tray.frothHeight, 3)}; ${tray.regime}: Bennett, Agrawal & Cook 1983; Lockett 1981`,
    ],
    [
      'Weir load',
      show.quantity(tray.weirLoad, 'weirLoad'),
      `${show.quantity(liquidVolume(loads), 'volumeFlow')} over ${show.quantity(liquidVolume(loads) / tray.weirLoad, 'length')} of weir; crest ${small(tray.weirCrest)}: 0.664 q^⅔, Francis`,
    ],
    [
      'Downcomer froth',
      percent(tray.backupShare),
      `${small(tray.backup)} of clear liquid, drop ${small(tray.drop / loads.liquidDensity / GRAVITY)} + weir + crest ${small(tray.weirCrest)} + loss under the apron; over its froth’s density, of spacing + weir`,
    ],
    [
      'Residence there',
      show.quantity(tray.residence, 'time'),
      `${small(tray.backup)} of clear liquid at ${show.quantity(tray.downcomerVelocity, 'velocity')}; ${show.quantity(tray.residence * tray.residenceShare, 'time')} at least is usual`,
    ],
    [
      'Weeping begins at',
      tray.weepsAt === null ? 'never' : `${percent(tray.weepsAt)} of this load`,
      `where the Froude number of the holes falls to ⅔, from ${show.quantity(tray.holeVelocity, 'velocity')} in them now: Lockett & Banik 1986`,
    ],
    [
      'Carried up',
      percent(tray.entrained),
      `of the liquid, at ${percent(tray.flooding)} of flooding: Fair’s curve, carried from 80 % by the 3.2nd power of the velocity (Hunt)`,
    ],
  ];
}

function bedFigures(bed: BedRating, loads: Loads, show: Show): ExplainedRow[] {
  const method = (name: string | null): string => (name === null ? 'no constants for any method' : (METHOD_NAMES[name] ?? name));
  return [
    [
      'Flooding',
      bed.flooding === null ? 'not known' : percent(bed.flooding),
      bed.flooding === null
        ? method(bed.floodedBy)
        : `${show.quantity(bed.vapourVelocity, 'velocity')} over ${show.quantity(bed.vapourVelocity / bed.flooding, 'velocity')}, at this ratio of liquid to vapour: ${method(bed.floodedBy)}`,
    ],
    [
      'F-factor',
      show.quantity(bed.fFactor, 'fFactor'),
      `u √ρV: ${show.quantity(bed.vapourVelocity, 'velocity')} × √(${show.quantity(loads.vapourDensity, 'density')})`,
    ],
    [
      'Pressure drop',
      bed.drop === null ? (bed.drops.length === 0 ? 'not known' : 'flooded') : show.quantity(bed.drop, 'bedDrop'),
      method(bed.dropBy),
    ],
    ['Hold-up', bed.holdUp === null ? 'not known' : percent(bed.holdUp), 'Billet & Schultes 1999'],
    [
      'Liquid at turn-down',
      bed.wetting === null ? 'not known' : `${formatNumber(bed.wetting, 3)} × least`,
      'over what keeps the packing wet: Morris & Jackson 1953',
    ],
    [
      'Height of a stage',
      bed.hetp === null ? 'not known' : show.quantity(bed.hetp, 'length'),
      `${method(bed.hetpBy)}; mV/L ${loads.strippingFactor === null ? 'not known' : formatNumber(loads.strippingFactor, 3)}`,
    ],
  ];
}
