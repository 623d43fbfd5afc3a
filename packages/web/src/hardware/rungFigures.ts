/** What a rung does, with how each number is worked out. */
import { formatNumber, METHOD_NAMES } from '@keen-ladder/core';
import type { RungRating, Show } from '@keen-ladder/core';
import type { ExplainedRow } from '../stops/Margin.tsx';

const percent = (share: number): string => `${formatNumber(100 * share, 3)} %`;

/** Figures of a tray or a bed, as the margin shows them. */
export function rungFigures({ tray, bed }: RungRating, show: Show): ExplainedRow[] {
  if (tray !== null) {
    const [dry] = tray.dryDrops;
    return [
      [
        'Flooding',
        percent(tray.flooding),
        `${show.quantity(tray.netVelocity, 'velocity')} on the net area, over the velocity at which the tray floods`,
      ],
      ['Flow parameter', formatNumber(tray.flowParameter, 3), '(L/V) √(ρV/ρL), by mass'],
      [
        'F-factor',
        show.quantity(tray.fFactor, 'fFactor'),
        `u √ρV: ${show.quantity(tray.activeVelocity, 'velocity')} on the active area`,
      ],
      [
        'Pressure drop',
        show.quantity(tray.drop, 'pressureDrop'),
        `dry ${show.quantity(dry?.value ?? 0, 'smallLength')} (${METHOD_NAMES[dry?.method ?? ''] ?? ''}) + clear liquid ${show.quantity(tray.clearLiquid, 'smallLength')} + surface tension ${show.quantity(tray.residual, 'smallLength')}, of liquid`,
      ],
      [
        'Froth on the tray',
        show.quantity(tray.frothHeight, 'smallLength'),
        `${tray.regime}: Bennett, Agrawal & Cook 1983; Lockett 1981`,
      ],
      [
        'Weir load',
        show.quantity(tray.weirLoad, 'weirLoad'),
        `crest ${show.quantity(tray.weirCrest, 'smallLength')}: 0.664 q^⅔, Francis`,
      ],
      [
        'Downcomer froth',
        percent(tray.backupShare),
        `${show.quantity(tray.backup, 'smallLength')} of clear liquid: drop + weir + crest + loss under the apron; over its froth’s density and spacing + weir`,
      ],
      ['Residence there', show.quantity(tray.residence, 'time')],
      [
        'Weeping begins at',
        tray.weepsAt === null ? 'never' : `${percent(tray.weepsAt)} of this load`,
        'where the Froude number of the holes falls to ⅔: Lockett & Banik 1986',
      ],
      [
        'Carried up',
        percent(tray.entrained),
        'of the liquid: Fair’s curve, carried from 80 % of flooding by the 3.2nd power of the velocity (Hunt)',
      ],
    ];
  }
  if (bed === null) return [];
  const method = (name: string | null): string => (name === null ? 'no constants for any method' : (METHOD_NAMES[name] ?? name));
  return [
    [
      'Flooding',
      bed.flooding === null ? 'not known' : percent(bed.flooding),
      `at this ratio of liquid to vapour: ${method(bed.floodedBy)}`,
    ],
    ['Flow parameter', formatNumber(bed.flowParameter, 3), '(L/V) √(ρV/ρL), by mass'],
    ['F-factor', show.quantity(bed.fFactor, 'fFactor'), `u √ρV: ${show.quantity(bed.vapourVelocity, 'velocity')}`],
    ['Pressure drop', bed.drop === null ? 'flooded' : show.quantity(bed.drop, 'bedDrop'), method(bed.dropBy)],
    ['Hold-up', bed.holdUp === null ? 'not known' : percent(bed.holdUp), 'Billet & Schultes 1999'],
    [
      'Liquid at turn-down',
      bed.wetting === null ? 'not known' : `${formatNumber(bed.wetting, 3)} × least`,
      'over what keeps the packing wet: Morris & Jackson 1953',
    ],
    ['Height of a stage', bed.hetp === null ? 'not known' : show.quantity(bed.hetp, 'length'), method(bed.hetpBy)],
  ];
}
