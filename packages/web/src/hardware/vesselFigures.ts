/** Vessel, exchangers and drum in figures, each with the equation and the numbers that it comes from. */
import { CLEAR_HEIGHTS, dropOf, NO_DROP } from '@keen-ladder/core';
import type { HardwareFacts, Show } from '@keen-ladder/core';
import type { ExplainedRow } from '../stops/Margin.tsx';

const WALLS = {
  inside: 'the pressure inside decides: P D/(2 (S E − 0.6 P)), ASME VIII-1, for carbon steel of 138 N/mm² and a joint of 0.85',
  outside: 'the vacuum inside decides: Windenburg & Trilling 1934, rings 3 m apart, three times safe',
  stiffness: 'the least wall of this diameter decides (Coulson & Richardson, vol. 6: practice)',
} as const;

const MEDIA = { water: 'cooling water', air: 'air', refrigerant: 'refrigerant', heating: 'heating medium' } as const;

/** Height, drop, wall, mass and nozzles. */
export function vesselFigures({ sections, vessel }: HardwareFacts, show: Show): ExplainedRow[] {
  const length = (value: number): string => show.quantity(value, 'length');
  const velocity = (value: number): string => show.quantity(value, 'velocity');
  const { drop, noDrop } = dropOf(sections);
  const widest = Math.max(...sections.map(({ diameter }) => diameter));
  return [
    [
      'Height, tangent to tangent',
      length(vessel.height),
      `${sections.map(({ height }) => length(height)).join(' + ')} of trays or beds, with ${length(CLEAR_HEIGHTS.top)} over the top, ${length(CLEAR_HEIGHTS.sump)} under the bottom${sections.length > 1 ? ` and ${length(CLEAR_HEIGHTS.between)} between sections` : ''} (Walas: practice)`,
    ],
    [
      'Manholes',
      show.count(vessel.manholes),
      `over the top, under the bottom, between sections, at redistributors, and one for every 20 trays, which stand ${length(0.6)} apart there (practice)`,
    ],
    [
      'Pressure drop',
      drop === null ? NO_DROP[noDrop ?? 'unknown'] : show.quantity(drop, 'pressureDrop'),
      sections.map((section) => dropWords(section, show)).join(' + '),
    ],
    ['Wall', show.quantity(vessel.wall, 'smallLength'), `${WALLS[vessel.decides]}; 2 mm of it for corrosion, up to the next mm`],
    [
      'Mass, empty',
      show.quantity(vessel.mass, 'mass'),
      `shell and heads with usual fittings, as a weight in N: 240 × 1.15 × Dm (H + 0.8 Dm) t, with Dm ${length(widest + vessel.wall)}, H ${length(vessel.height)}, t ${show.quantity(vessel.wall, 'smallLength')}${sections.some(({ diameter }) => diameter !== widest) ? ', each section by its own diameter' : ''} (Coulson & Richardson, vol. 6)`,
    ],
    ...vessel.nozzles.map(({ name, bore, flow }): ExplainedRow => [
      `Nozzle, ${name}`,
      show.quantity(bore, 'smallLength'),
      `${show.quantity(flow, 'volumeFlow')} at ${velocity(flow / ((Math.PI / 4) * bore ** 2))}; usual at most: vapour ${velocity(20)}, pumped liquid ${velocity(2)}, liquid by gravity ${velocity(0.6)} (common practice)`,
    ]),
  ];
}

function dropWords({ drop, noDrop, trays, packed }: HardwareFacts['sections'][number], show: Show): string {
  if (drop === null) return noDrop === 'flooded' ? 'a flooded bed' : 'a bed of which no method knows the drop';
  if (trays !== null) return `${trays} trays × ${show.quantity(drop / trays, 'pressureDrop')}`;
  const height = packed?.packing ?? 0;
  return `${show.quantity(height, 'length')} × ${show.quantity(height > 0 ? drop / height : 0, 'bedDrop')}`;
}

/** Condenser, reboiler and reflux drum. */
export function endFigures({ ends: { condenser, reboiler, drum } }: HardwareFacts, show: Show): ExplainedRow[] {
  const rows: ExplainedRow[] = [];
  if (condenser !== null) rows.push(exchangerRow('Condenser', condenser, show));
  if (reboiler !== null) rows.push(exchangerRow('Reboiler', reboiler, show));
  if (drum !== null)
    rows.push([
      'Reflux drum',
      `${show.quantity(drum.diameter, 'length')} × ${show.quantity(drum.length, 'length')}`,
      `${show.quantity(drum.volume, 'volume')}: half full it holds ${show.quantity(drum.flow, 'volumeFlow')} for ${show.quantity(drum.time, 'time')}; three times as long as wide (practice)`,
    ]);
  return rows;
}

type Exchanger = NonNullable<HardwareFacts['ends']['condenser']>;

function exchangerRow(name: string, own: Exchanger, show: Show): ExplainedRow {
  const { duty, medium, mediumT, ownT, coefficient, isUsual, difference, correction, area } = own;
  const from = `${MEDIA[medium]} from ${show.temperature(mediumT[0])} to ${show.temperature(mediumT[1])} against ${show.temperature(ownT[0])} to ${show.temperature(ownT[1])}`;
  if (area === null || difference === null)
    return [
      name,
      'no area does',
      `${from}: heat would have to flow to the warmer side. Heating and cooling stand on the Site page.`,
    ];
  const usual = isUsual ? ', a usual coefficient from Coulson & Richardson, vol. 6, or practice' : '';
  return [
    `${name}, ${MEDIA[medium]}`,
    show.quantity(area, 'area'),
    `${show.quantity(duty, 'power')} over ${show.quantity(coefficient, 'heatTransfer')}${usual}, ${show.quantity(difference, 'temperatureDifference')} of mean difference and ${correction.toPrecision(3)} for two tube passes: ${from}`,
  ];
}
